'use client';
import { useState } from 'react';
import { functionNames } from '@/core/derive';
import type { DeriveSettings } from '@/core/trail';
import { Choose, Field, TextField, Toggle, grouped } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { ColumnHoldings } from '@/worker/client';
import { Bars } from './bars';
import { ByHand } from './derive-hand';
import { choicesOf } from './ties-parts';
import type { EditorProps } from '../editor';
import { own } from '@/core/own';

type How = DeriveSettings['how'];
type Of<B extends How['by']> = Extract<How, { by: B }>;

export function DeriveEditor({ step, before, set }: EditorProps<'derive'>) {
  const { how } = step;
  const tables = useWorkbench((state) => state.tables);
  const columns = (step.of === 'nodes' ? before?.nodeColumns : before?.edgeColumns) ?? [];
  const setHow = (next: How, merge?: string): void => set({ how: next }, merge);
  const change = (by: string): void => {
    const column = columns.find(({ values }) => values.length > 1)?.name ?? columns[0]?.name ?? '';
    const number = columns.find(({ type }) => type === 'number');
    if (by === 'classes') setHow({ by, column, classes: {}, others: 'keep', otherName: 'other' });
    if (by === 'table') {
      const [table] = tables;
      const names = table?.columns.map(({ name }) => name) ?? [];
      setHow({ by, column, table: table?.key ?? '', match: names[0] ?? '', take: names[1] ?? '' });
    }
    if (by === 'bands') {
      const { low = 0, high = 1 } = number?.distribution ?? {};
      setHow({ by, column: number?.name ?? '', bounds: [Math.round((low + high) / 2)], names: [] });
    }
    if (by === 'formula') setHow({ by, formula: step.of === 'edges' ? 'weight * 2' : 'if(empty(name), "none", name)' });
    if (by === 'hand') setHow({ by, from: '', classes: [] });
    if (by === 'shortlists') setHow({ by, shortlists: [] });
  };
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="New column" value={step.name} onCommit={(name) => set({ name })} />
        <Choose
          label="Of"
          value={step.of}
          choices={choicesOf(['nodes', 'edges'])}
          onChange={(of) => set({ of: of as 'nodes' | 'edges' })}
        />
      </div>
      <Choose
        label="Made by"
        value={how.by}
        choices={[
          { value: 'classes', label: 'mapping values to classes' },
          { value: 'table', label: 'another table, joined on a column' },
          { value: 'bands', label: 'bands of a number' },
          { value: 'formula', label: 'a formula' },
          { value: 'hand', label: 'hand, on what is selected' },
          ...(step.of === 'nodes' ? [{ value: 'shortlists', label: 'membership in shortlists' }] : []),
        ]}
        onChange={change}
      />
      {how.by === 'classes' && <Classes how={how} columns={columns} onChange={setHow} />}
      {how.by === 'table' && <FromTable how={how} columns={columns} onChange={setHow} />}
      {how.by === 'bands' && <Bands how={how} columns={columns} onChange={setHow} />}
      {how.by === 'formula' && <Formula how={how} columns={columns} onChange={setHow} />}
      {how.by === 'hand' && <ByHand how={how} of={step.of} columns={columns} onChange={setHow} />}
      {how.by === 'shortlists' && <Membership how={how} onChange={setHow} />}
    </>
  );
}

interface PartProps<B extends How['by']> {
  how: Of<B>;
  columns: readonly ColumnHoldings[];
  onChange: (how: How) => void;
}

const mostValues = 200;

function Classes({ how, columns, onChange }: PartProps<'classes'>) {
  const categorical = columns.filter(({ values }) => values.length > 0);
  const values = categorical.find(({ name }) => name === how.column)?.values ?? [];
  const [search, setSearch] = useState('');
  const shown = values.filter(({ value }) => value.toLowerCase().includes(search.toLowerCase())).slice(0, mostValues);
  return (
    <>
      <Choose
        label="Column"
        value={how.column}
        choices={choicesOf(categorical.map(({ name }) => name))}
        onChange={(column) => onChange({ ...how, column, classes: {} })}
      />
      {values.length > 12 && (
        <input
          aria-label="Search the values"
          placeholder={`Search ${grouped(values.length)} values`}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="mt-2 h-7 w-full rounded-md border border-line bg-panel px-2.5"
        />
      )}
      <table className="mt-2 w-full border-collapse text-left">
        <thead>
          <tr className="text-sm text-quiet">
            <th scope="col" className="font-medium">
              Value
            </th>
            <th scope="col" className="font-medium">
              Class
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ value, count }) => (
            <tr key={value} className="border-t border-rule">
              <td className="max-w-28 truncate pr-2" title={`${value}: ${count}`}>
                {value}
              </td>
              <td>
                <TextField
                  compact
                  label={`Class of ${value}`}
                  className="my-0.5 h-6"
                  placeholder={how.others === 'keep' ? value : how.others === 'empty' ? 'empty' : how.otherName}
                  value={own(how.classes, value) ?? ''}
                  onCommit={(text) => {
                    const { [value]: _before, ...rest } = how.classes;
                    onChange({ ...how, classes: text === '' ? rest : { ...rest, [value]: text } });
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Choose
        label="Values without a class"
        value={how.others}
        choices={[
          { value: 'keep', label: 'stay as they are' },
          { value: 'empty', label: 'become empty' },
          { value: 'name', label: 'take a common class' },
        ]}
        onChange={(others) => onChange({ ...how, others: others as typeof how.others })}
      />
      {how.others === 'name' && (
        <TextField
          label="Common class"
          value={how.otherName}
          onCommit={(otherName) => onChange({ ...how, otherName })}
        />
      )}
    </>
  );
}

const ownColumns = [
  { value: 'name', label: 'name' },
  { value: 'id', label: 'id' },
];

function FromTable({ how, columns, onChange }: PartProps<'table'>) {
  const tables = useWorkbench((state) => state.tables);
  const names = choicesOf(tables.find(({ key }) => key === how.table)?.columns.map(({ name }) => name) ?? []);
  const own = columns.map(({ name }) => name);
  return (
    <>
      <Choose
        label="Column here"
        value={how.column}
        choices={[...ownColumns.filter(({ value }) => !own.includes(value)), ...choicesOf(own)]}
        onChange={(column) => onChange({ ...how, column })}
      />
      <Choose
        label="Table"
        value={how.table}
        choices={tables.map(({ key, name }) => ({ value: key, label: name }))}
        onChange={(table) => {
          const next = tables.find(({ key }) => key === table)?.columns.map(({ name }) => name) ?? [];
          onChange({ ...how, table, match: next[0] ?? '', take: next[1] ?? next[0] ?? '' });
        }}
        help="A file becomes a table on the Records page."
      />
      <div className="grid grid-cols-2 gap-2">
        <Choose
          label="Where it matches"
          value={how.match}
          choices={names}
          onChange={(match) => onChange({ ...how, match })}
        />
        <Choose label="Take" value={how.take} choices={names} onChange={(take) => onChange({ ...how, take })} />
      </div>
    </>
  );
}

function Bands({ how, columns, onChange }: PartProps<'bands'>) {
  const numbers = columns.filter(({ type }) => type === 'number');
  const col = numbers.find(({ name }) => name === how.column);
  const read = (text: string): number[] =>
    text
      .split(/[;\s]+/)
      .filter(Boolean)
      .map(Number)
      .filter(Number.isFinite);
  return (
    <>
      <Choose
        label="Number column"
        value={how.column}
        choices={choicesOf(numbers.map(({ name }) => name))}
        onChange={(column) => onChange({ ...how, column })}
      />
      {col && <Bars distribution={col.distribution} label={`Distribution of ${how.column}`} />}
      <TextField
        label="Bounds, parted by blanks"
        value={how.bounds.join(' ')}
        onCommit={(text) => onChange({ ...how, bounds: read(text) })}
      />
      <TextField
        label="Names of the bands, parted by semicolons"
        value={how.names.join('; ')}
        placeholder="by their bounds"
        onCommit={(text) =>
          onChange({ ...how, names: text.trim() === '' ? [] : text.split(';').map((one) => one.trim()) })
        }
      />
    </>
  );
}

function Formula({ how, columns, onChange }: PartProps<'formula'>) {
  return (
    <>
      <TextField label="Formula" value={how.formula} onCommit={(formula) => onChange({ ...how, formula })} />
      <details className="mt-2 text-sm text-quiet">
        <summary className="cursor-pointer">What may stand in it</summary>
        <p className="mt-1">
          Numbers, texts in &quot;quotes&quot;, columns by name (of several words in [brackets]), + − * / %, = ≠ as
          &lt;&gt;, &lt; ≤ as &lt;=, and, or, not.
        </p>
        <p className="mt-1">Functions: {functionNames.join(', ')}.</p>
        <p className="mt-1">Columns: {columns.map(({ name }) => name).join(', ')}.</p>
      </details>
    </>
  );
}

function Membership({ how, onChange }: Omit<PartProps<'shortlists'>, 'columns'>) {
  const shortlists = useWorkbench((state) => state.shortlists);
  if (!shortlists.length)
    return <p className="mt-2 text-sm text-quiet">There is no shortlist yet. Select nodes and press L to make one.</p>;
  return (
    <Field label="Shortlists" help="Nodes in several are named by all of them, as in “Ness + Tarrow”.">
      {shortlists.map(({ id, name }) => (
        <Toggle
          key={id}
          label={name}
          checked={how.shortlists.includes(id)}
          onChange={(on) =>
            onChange({ ...how, shortlists: on ? [...how.shortlists, id] : how.shortlists.filter((one) => one !== id) })
          }
        />
      ))}
    </Field>
  );
}
