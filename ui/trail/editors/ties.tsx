'use client';
import { cellText } from '@/core/tables';
import type { Network } from '@/core/graph';
import { Choose, Toggle, counted, grouped, shortNumber } from '@/ui/kit';
import { useWorkbench } from '@/ui/shell/workbench-context';
import type { EditorProps } from '../step-editor';

const choicesOf = (names: readonly string[]) => names.map((name) => ({ value: name, label: name }));

export function TiesEditor({ step, set }: EditorProps<'ties'>) {
  const tables = useWorkbench((state) => state.tables);
  const report = useWorkbench((state) => state.reports[step.id]);
  const net = useWorkbench((state) => state.net);
  const table = tables.find(({ key }) => key === step.table);
  const columns = table?.columns.map(({ name }) => name) ?? [];
  const numbers = table?.columns.filter(({ type }) => type === 'number').map(({ name }) => name) ?? [];
  const nodeTable = tables.find(({ key }) => key === step.nodes?.table);
  const tableChoices = tables.map(({ key, name }) => ({ value: key, label: name }));
  return (
    <>
      <div className="mt-3 flex items-center gap-3 rounded-lg border-2 border-accent bg-tint/50 p-2.5">
        <svg width="64" height="24" viewBox="0 0 64 24" aria-hidden>
          <path d="M8 12h40" stroke="var(--quiet)" strokeWidth="1.6" />
          {step.directed && <path d="m55 12-9-4v8z" fill="var(--quiet)" />}
          <circle cx="7" cy="12" r="5" fill="var(--accent)" />
          <circle cx="58" cy="12" r="5" fill="var(--accent)" />
        </svg>
        <div>
          <p className="font-semibold">Who sent what to whom?</p>
          <p className="text-sm text-quiet">a row is a tie: from {step.directed ? '→' : '–'} to</p>
        </div>
      </div>
      <Choose
        label="Table of ties"
        value={step.table}
        choices={tableChoices}
        onChange={(key) => {
          const next = tables.find((one) => one.key === key)?.columns.map(({ name }) => name) ?? [];
          const keep = (name: string, at: number): string => (next.includes(name) ? name : (next[at] ?? ''));
          set({ table: key, from: keep(step.from, 0), to: keep(step.to, 1), weight: undefined });
        }}
      />
      <div className="grid grid-cols-2 gap-2">
        <Choose label="From" value={step.from} choices={choicesOf(columns)} onChange={(from) => set({ from })} />
        <Choose label="To" value={step.to} choices={choicesOf(columns)} onChange={(to) => set({ to })} />
      </div>
      <Toggle label="Ties have a direction" checked={step.directed} onChange={(directed) => set({ directed })} />
      <Choose
        label="Ties count as"
        value={step.weight ?? ''}
        choices={[
          { value: '', label: 'the number of records' },
          ...numbers.map((name) => ({ value: name, label: `${name}, summed` })),
        ]}
        onChange={(weight) => set({ weight: weight || undefined })}
      />
      <Choose
        label="Rows with the same two ends"
        value={step.parallel}
        choices={[
          { value: 'sum', label: 'are summed to one edge' },
          { value: 'keep', label: 'are kept as edges of their own' },
        ]}
        onChange={(parallel) => set({ parallel: parallel as 'sum' | 'keep' })}
      />
      <Toggle
        label="Keep ties of a node to itself"
        checked={step.loops === 'keep'}
        onChange={(keep) => set({ loops: keep ? 'keep' : 'drop' })}
      />
      <Choose
        label="Table that describes the nodes"
        value={step.nodes?.table ?? ''}
        choices={[
          { value: '', label: 'none: the ends alone' },
          ...tableChoices.filter(({ value }) => value !== step.table),
        ]}
        onChange={(key) => {
          const next = tables.find((one) => one.key === key)?.columns.map(({ name }) => name) ?? [];
          const match = ['name', 'id', 'label'].find((name) => next.includes(name)) ?? next[0] ?? '';
          set({ nodes: key ? { table: key, match } : undefined });
        }}
      />
      {nodeTable && step.nodes && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <Choose
              label="Matched by"
              value={step.nodes.match}
              choices={choicesOf(nodeTable.columns.map(({ name }) => name))}
              onChange={(match) => step.nodes && set({ nodes: { ...step.nodes, match } })}
            />
            <Choose
              label="Called by"
              value={step.nodes.label ?? step.nodes.match}
              choices={choicesOf(nodeTable.columns.map(({ name }) => name))}
              onChange={(label) => step.nodes && set({ nodes: { ...step.nodes, label } })}
            />
          </div>
          <Choose
            label="Ends that it does not have"
            value={step.unmatched}
            choices={[
              { value: 'create', label: 'become nodes of their own' },
              { value: 'leave', label: 'are left out, with their rows' },
            ]}
            onChange={(unmatched) => set({ unmatched: unmatched as 'create' | 'leave' })}
          />
        </>
      )}
      {report && !report.fault && (
        <p className="mt-4 border-t border-line pt-3">
          <b className="font-semibold">
            {counted(report.nodes, 'node')}, {counted(report.edges, 'tie')}
          </b>
          {net && net.source.length > 0 && <span className="text-quiet"> · for instance {example(net)}</span>}
        </p>
      )}
    </>
  );
}

/** The heaviest tie in words. */
function example(net: Network): string {
  let heaviest = 0;
  for (let e = 1; e < net.weight.length; e++) if (net.weight[e] > net.weight[heaviest]) heaviest = e;
  const ends = `${net.labels[net.source[heaviest]]} ${net.directed ? '→' : '–'} ${net.labels[net.target[heaviest]]}`;
  const records = net.edgeColumns.find((col) => col.name === 'records');
  const parts = [`${shortNumber(net.weight[heaviest])} ${net.weightName}`];
  if (records?.type === 'number' && net.weightName !== 'records')
    parts.unshift(`${grouped(records.values[heaviest])} records`);
  const dates = net.edgeColumns.filter((col) => col.type === 'date').map((col) => cellText(col, heaviest).slice(0, 4));
  if (dates.length >= 2 && dates[0]) parts.push(dates[0] === dates[1] ? dates[0] : `${dates[0]}–${dates[1]}`);
  return `${ends}: ${parts.join(', ')}`;
}
