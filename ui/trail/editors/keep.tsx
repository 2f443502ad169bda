'use client';
import { useState } from 'react';
import { Choose, NumberField, Slide, grouped } from '@/ui/kit';
import { useWorkbench } from '@/ui/shell/workbench-context';
import type { Holdings } from '@/worker/client';
import { Bars } from './bars';
import type { EditorProps } from '../step-editor';

export function KeepEditor({ step, before, set }: EditorProps<'keep'>) {
  const { rule } = step;
  const report = useWorkbench((state) => state.reports[step.id]);
  const categorical = before?.nodeColumns.filter(({ values }) => values.length > 0) ?? [];
  const change = (by: string): void => {
    if (by === 'component') set({ rule: { by } });
    if (by === 'degree') set({ rule: { by, min: 2 } });
    if (by === 'values') {
      const col = categorical.find(({ values }) => values.length <= 60) ?? categorical[0];
      set({ rule: { by, column: col?.name ?? '', values: col?.values.map(({ value }) => value) ?? [] } });
    }
  };
  return (
    <>
      <Choose
        label="Keep"
        value={rule.by}
        choices={[
          { value: 'component', label: 'the largest component' },
          { value: 'degree', label: 'nodes by degree' },
          { value: 'values', label: 'nodes by a column’s values' },
        ]}
        onChange={change}
      />
      {rule.by === 'component' && (
        <p className="mt-2 text-sm text-quiet">The largest set of nodes that are joined by ties, direction ignored.</p>
      )}
      {rule.by === 'degree' && before && <DegreeRule rule={rule} before={before} set={set} />}
      {rule.by === 'values' && <ValuesRule rule={rule} columns={categorical} set={set} />}
      {report && before && before.nodes > 0 && !report.fault && (
        <p className="mt-4 border-t border-line pt-3">
          <b className="font-semibold">
            {grouped(report.nodes)} of {grouped(before.nodes)} nodes
          </b>{' '}
          <span className="text-quiet">({Math.round((100 * report.nodes) / before.nodes)} %) and </span>
          <b className="font-semibold">{grouped(report.edges)}</b>
          <span className="text-quiet"> of {grouped(before.edges)} edges stay.</span>
        </p>
      )}
    </>
  );
}

type Set = EditorProps<'keep'>['set'];

function DegreeRule({
  rule,
  before,
  set,
}: {
  rule: Extract<EditorProps<'keep'>['step']['rule'], { by: 'degree' }>;
  before: Holdings;
  set: Set;
}) {
  const highest = Math.max(1, before.degree.high ?? 1);
  return (
    <>
      <Slide
        label="Degree at least"
        value={rule.min}
        min={0}
        max={Math.min(highest, 60)}
        step={1}
        onChange={(min) => set({ rule: { ...rule, min } }, 'min')}
      />
      <Bars distribution={before.degree} from={rule.min} to={rule.max ?? highest} label="Nodes by degree" />
      <div className="mt-2 grid grid-cols-2 gap-2">
        <NumberField
          label="At least"
          whole
          min={0}
          value={rule.min}
          onCommit={(min) => set({ rule: { ...rule, min } })}
        />
        <NumberField
          label="At most"
          whole
          min={0}
          value={rule.max ?? highest}
          onCommit={(max) => set({ rule: { ...rule, max: max >= highest ? undefined : max } })}
        />
      </div>
    </>
  );
}

function ValuesRule({
  rule,
  columns,
  set,
}: {
  rule: Extract<EditorProps<'keep'>['step']['rule'], { by: 'values' }>;
  columns: Holdings['nodeColumns'];
  set: Set;
}) {
  const [search, setSearch] = useState('');
  const col = columns.find(({ name }) => name === rule.column);
  const chosen = new Set(rule.values);
  const shown = col?.values.filter(({ value }) => value.toLowerCase().includes(search.toLowerCase())) ?? [];
  return (
    <>
      <Choose
        label="Column"
        value={rule.column}
        choices={columns.map(({ name }) => ({ value: name, label: name }))}
        onChange={(name) => {
          const values = columns.find((one) => one.name === name)?.values.map(({ value }) => value) ?? [];
          set({ rule: { by: 'values', column: name, values } });
        }}
      />
      {col && col.values.length > 12 && (
        <input
          aria-label="Search the values"
          placeholder={`Search ${grouped(col.values.length)} values`}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="mt-2 h-7 w-full rounded-md border border-line bg-panel px-2.5"
        />
      )}
      <div className="mt-2 flex gap-3 text-sm font-semibold text-accent">
        <button
          type="button"
          onClick={() => set({ rule: { ...rule, values: col?.values.map(({ value }) => value) ?? [] } })}
        >
          All
        </button>
        <button type="button" onClick={() => set({ rule: { ...rule, values: [] } })}>
          None
        </button>
      </div>
      <ul aria-label={`Values of ${rule.column}`} className="mt-1 max-h-80 overflow-auto">
        {shown.map(({ value, count }) => (
          <li key={value}>
            <label className="flex cursor-pointer items-center gap-2.5 border-b border-rule py-1">
              <input
                type="checkbox"
                className="size-3.5 accent-[var(--accent)]"
                checked={chosen.has(value)}
                onChange={(event) => {
                  const values = event.target.checked
                    ? [...rule.values, value]
                    : rule.values.filter((one) => one !== value);
                  set({ rule: { ...rule, values } });
                }}
              />
              <span className="grow truncate">{value}</span>
              <span className="text-quiet">{grouped(count)}</span>
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}
