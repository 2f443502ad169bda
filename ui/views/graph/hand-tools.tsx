'use client';
/** What is done to the picture by hand while the Arrange step is open: to the selected nodes, or to all. */
import { FlipHorizontal2, Maximize2, Minimize2, Pin, RectangleHorizontal, RotateCw, Rows3, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { type Adjusted, letGo, putAt, putByHand, withAdjustment } from '@/core/arrange';
import type { Step } from '@/core/trail';
import { Menu } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

type Arrange = Extract<Step, { kind: 'arrange' }>;

const pages: readonly [string, number, number][] = [
  ['4 : 3', 4, 3],
  ['16 : 9', 16, 9],
  ['Square', 1, 1],
  ['A4 across', 297, 210],
  ['A4 upright', 210, 297],
];

export function HandTools({ step }: { step: Arrange }) {
  const store = useWorkbenchStore();
  const chosen = useWorkbench((state) => state.selection.nodes);
  const hands = putByHand(step.placed, step.adjusted);
  const pinned = chosen.length > 0 && chosen.every((id) => hands.has(id));
  const nodes = chosen.length ? { nodes: [...chosen] } : {};
  const set = (change: Partial<Arrange>): void => store.getState().setStep(step.id, change);
  const adjust = (one: Adjusted): void => set({ adjusted: withAdjustment(step.adjusted, { ...one, ...nodes }) });
  const pin = (): void => {
    if (pinned) return set(letGo(step.placed, step.adjusted, new Set(chosen)));
    const { net, positions } = store.getState();
    const place = new Map(net?.ids.map((id, v) => [id, v]));
    const to: Record<string, [number, number]> = {};
    for (const id of chosen) {
      const v = place.get(id);
      if (v !== undefined) to[id] = [positions[2 * v], positions[2 * v + 1]];
    }
    set(putAt(step, to));
  };
  const several = chosen.length > 1;
  return (
    <div
      role="toolbar"
      aria-label={chosen.length ? `By hand, ${chosen.length} selected` : 'By hand, all nodes'}
      className="pointer-events-auto flex flex-wrap items-center justify-center gap-0.5 rounded-lg border border-line bg-panel p-1"
    >
      <Tool onClick={() => adjust({ do: 'size', x: 1.25, y: 1.25 })} icon={<Maximize2 size={14} aria-hidden />}>
        Expand
      </Tool>
      <Tool onClick={() => adjust({ do: 'size', x: 0.8, y: 0.8 })} icon={<Minimize2 size={14} aria-hidden />}>
        Contract
      </Tool>
      <Menu
        trigger={<Tool icon={<RotateCw size={14} aria-hidden />}>Turn</Tool>}
        entries={[15, -15, 90, 180].map((degrees) => ({
          label: degrees === 180 ? 'Upside down' : `${Math.abs(degrees)}° to the ${degrees > 0 ? 'right' : 'left'}`,
          onSelect: () => adjust({ do: 'turn', degrees }),
        }))}
      />
      <Menu
        trigger={<Tool icon={<FlipHorizontal2 size={14} aria-hidden />}>Mirror</Tool>}
        entries={[
          { label: 'Left for right', onSelect: () => adjust({ do: 'mirror', across: true }) },
          { label: 'Top for bottom', onSelect: () => adjust({ do: 'mirror', across: false }) },
        ]}
      />
      <Menu
        trigger={<Tool icon={<RectangleHorizontal size={14} aria-hidden />}>Fit</Tool>}
        entries={pages.map(([label, width, height]) => ({
          label,
          onSelect: () => adjust({ do: 'fit', width, height, apart: 14 }),
        }))}
      />
      <Menu
        trigger={<Tool icon={<Rows3 size={14} aria-hidden />}>Line up</Tool>}
        entries={[
          { label: 'In a row', disabled: !several, onSelect: () => adjust({ do: 'line up', row: true }) },
          { label: 'In a column', disabled: !several, onSelect: () => adjust({ do: 'line up', row: false }) },
          { label: 'Spread evenly across', disabled: !several, onSelect: () => adjust({ do: 'spread', across: true }) },
          { label: 'Spread evenly down', disabled: !several, onSelect: () => adjust({ do: 'spread', across: false }) },
          null,
          {
            label: 'Pack the parts beside the largest',
            onSelect: () => set({ adjusted: withAdjustment(step.adjusted, { do: 'pack', room: 24 }) }),
          },
        ]}
      />
      <Tool pressed={pinned} disabled={!chosen.length} onClick={pin} icon={<Pin size={14} aria-hidden />}>
        Pin
      </Tool>
      <Tool
        disabled={!hands.size}
        onClick={() => set(letGo(step.placed, step.adjusted, chosen.length ? new Set(chosen) : undefined))}
        icon={<Undo2 size={14} aria-hidden />}
      >
        Let go
      </Tool>
    </div>
  );
}

function Tool({
  icon,
  pressed,
  children,
  ...rest
}: React.ComponentProps<'button'> & { icon: ReactNode; pressed?: boolean }) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      className={`inline-flex h-7 items-center gap-1 rounded-md px-1.5 text-sm font-semibold disabled:opacity-45 ${
        pressed ? 'bg-ink text-paper' : 'hover:bg-ground'
      }`}
      {...rest}
    >
      {icon}
      {children}
    </button>
  );
}
