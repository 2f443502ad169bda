'use client';
import { useMemo } from 'react';
import { circlePath } from '@/core/gather/ids';
import { own } from '@/core/own';
import { channels } from '@/core/style/channels';
import { Button, Choose, NumberField, counted, grouped } from '@/ui/kit';
import { closeCircle, openCircles } from '@/ui/state/circles';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { EditorProps } from '../editor';

/** Closed circles that are listed. */
const listed = 40;

export function GatherEditor({ step, before, set }: EditorProps<'gather'>) {
  const columns = (before?.nodeColumns ?? []).filter(({ type }) => type === 'text');
  const names = columns.map(({ name }) => ({ value: name, label: name }));
  return (
    <>
      <Choose
        label="A circle for each"
        value={step.column ?? ''}
        choices={[{ value: '', label: 'group of most ties (Leiden)' }, ...names]}
        onChange={(column) => set({ column: column || undefined, open: [] })}
        help="A circle opens into groups that are found in the same way inside it, and at last into its members."
      />
      <div className="flex gap-2.5">
        <NumberField
          label="Resolution"
          min={0.0001}
          value={step.resolution}
          onCommit={(resolution) => set({ resolution, open: [] })}
        />
        <NumberField label="Seed" value={step.seed} onCommit={(seed) => set({ seed: Math.round(seed), open: [] })} />
      </div>
      <Choose
        label="Circles are called by"
        value={step.words ?? ''}
        choices={[
          { value: '', label: 'their strongest members' },
          ...names.map(({ value }) => ({ value, label: `telling words of ${value}` })),
        ]}
        onChange={(words) => set({ words: words || undefined })}
        help="Telling are words that stand in a circle more often than in the rest (log-odds)."
      />
      <SizeByMembers />
      <Opened step={step} />
      <Closed />
    </>
  );
}

/** Circles are best as large as they have members; the Style step says so at a click. */
function SizeByMembers() {
  const style = useWorkbench(({ trail }) => trail.steps.findLast((one) => one.kind === 'style' && one.on));
  const store = useWorkbenchStore();
  if (style?.kind !== 'style' || (style.nodeSize.by === 'amount' && style.nodeSize.column === 'members')) return null;
  return (
    <div className="mt-3">
      <Button
        onClick={() =>
          store.getState().setStep(style.id, {
            nodeSize: channels.nodeSize.schema.parse({ by: 'amount', column: 'members', min: 6, max: 30 }),
          })
        }
      >
        Size by members
      </Button>
    </div>
  );
}

/** Each below the one that it lies in, by their numbers. */
const inOrder = (paths: readonly string[]): string[] =>
  [...paths].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));

/** `2.rest.1` as words, until its name is known. */
const pathWords = (path: string): string => `Circle ${path.replaceAll('.', ' · ').replace('rest', 'small groups')}`;

function Opened({ step }: Pick<EditorProps<'gather'>, 'step'>) {
  const store = useWorkbenchStore();
  const report = useWorkbench((state) => own(state.reports, step.id));
  if (!step.open.length) return null;
  const names = new Map(report?.opened?.map((one) => [one.path, one]));
  return (
    <>
      <h3 className="mt-4 font-semibold">Open</h3>
      <ul aria-label="Open circles">
        {inOrder(step.open).map((path) => {
          const one = names.get(path);
          const name = one?.name ?? pathWords(path);
          return (
            <li key={path} className="flex items-center gap-2 border-b border-rule py-1">
              <span className="min-w-0 grow truncate" style={{ paddingLeft: 12 * (path.split('.').length - 1) }}>
                {name}
              </span>
              {one && <span className="text-sm text-quiet">{grouped(one.members)}</span>}
              <button
                type="button"
                className="text-sm font-semibold text-accent"
                aria-label={`Close ${name}`}
                onClick={() => closeCircle(store, path)}
              >
                Close
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** The circles that are drawn, the largest first. */
function Closed() {
  const net = useWorkbench((state) => state.net);
  const store = useWorkbenchStore();
  const circles = useMemo(() => {
    const members = net?.nodeColumns.find(({ name, computed }) => name === 'members' && computed);
    if (!net || members?.type !== 'number') return [];
    return net.ids
      .flatMap((id, v) => (circlePath(id) === undefined ? [] : { id, label: net.labels[v], many: members.values[v] }))
      .sort((a, b) => b.many - a.many);
  }, [net]);
  if (!circles.length) return null;
  return (
    <>
      <h3 className="mt-4 font-semibold">{counted(circles.length, 'circle')}</h3>
      <ul aria-label="Closed circles">
        {circles.slice(0, listed).map(({ id, label, many }) => (
          <li key={id} className="flex items-center gap-2 border-b border-rule py-1">
            <button
              type="button"
              className="min-w-0 grow truncate text-left hover:underline"
              onClick={() => store.getState().select({ nodes: [id] })}
            >
              {label}
            </button>
            <span className="text-sm text-quiet">{grouped(many)}</span>
            <button
              type="button"
              className="text-sm font-semibold text-accent"
              aria-label={`Open ${label}`}
              onClick={() => openCircles(store, [id])}
            >
              Open
            </button>
          </li>
        ))}
      </ul>
      {circles.length > listed && <p className="mt-1 text-sm text-quiet">and {circles.length - listed} smaller ones</p>}
    </>
  );
}
