'use client';
import type { PartOf } from '@/core/figure/plan';
import { columnTitle } from '@/core/measure';
import { Choose, NumberField, TextField } from '@/ui/kit';
import { useFigureStore } from '../context';
import { NetworkChoice, useColumns } from './network-choice';

type Chart = PartOf<'ranking' | 'spread' | 'triads' | 'cross'>;

function Common({ part }: { part: Chart }) {
  const store = useFigureStore();
  return (
    <>
      <NetworkChoice value={part.network} onChange={(network) => store.getState().part(part.id, { network })} />
      <TextField
        label="Title"
        value={part.title}
        placeholder="as the columns are called"
        onCommit={(title) => store.getState().part(part.id, { title: title.slice(0, 500) })}
      />
    </>
  );
}

function ColumnChoice({
  part,
  label,
  value,
  types,
  onChange,
}: {
  part: Chart;
  label: string;
  value: string;
  types: readonly string[];
  onChange: (column: string) => void;
}) {
  const columns = useColumns(part.network, 'nodes').filter(({ type }) => types.includes(type));
  return (
    <Choose
      label={label}
      value={value}
      choices={columns.map(({ name }) => ({ value: name, label: columnTitle(name) }))}
      onChange={onChange}
    />
  );
}

export function RankingEditor({ part }: { part: PartOf<'ranking'> }) {
  const store = useFigureStore();
  return (
    <>
      <Common part={part} />
      <ColumnChoice
        part={part}
        label="By"
        value={part.column}
        types={['number', 'date']}
        onChange={(column) => store.getState().part(part.id, { column })}
      />
      <NumberField
        label="How many"
        whole
        min={1}
        max={100}
        value={part.count}
        onCommit={(count) => store.getState().part(part.id, { count })}
      />
    </>
  );
}

export function SpreadEditor({ part }: { part: PartOf<'spread'> }) {
  const store = useFigureStore();
  return (
    <>
      <Common part={part} />
      <ColumnChoice
        part={part}
        label="Of"
        value={part.column}
        types={['number', 'date']}
        onChange={(column) => store.getState().part(part.id, { column })}
      />
    </>
  );
}

export const TriadsEditor = ({ part }: { part: PartOf<'triads'> }) => <Common part={part} />;

const categories = ['text', 'yesno'];

export function CrossEditor({ part }: { part: PartOf<'cross'> }) {
  const store = useFigureStore();
  return (
    <>
      <Common part={part} />
      <ColumnChoice
        part={part}
        label="Rows"
        value={part.rows}
        types={categories}
        onChange={(rows) => store.getState().part(part.id, { rows })}
      />
      <ColumnChoice
        part={part}
        label="Columns"
        value={part.columns}
        types={categories}
        onChange={(columns) => store.getState().part(part.id, { columns })}
      />
    </>
  );
}
