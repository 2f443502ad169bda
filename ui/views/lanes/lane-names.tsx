'use client';
/** The names of the lanes at the left; a click selects a node. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { type PointerEvent, type RefObject, useMemo, useRef, useState } from 'react';
import type { Network } from '@/core/graph';
import type { Looks } from '@/core/style';
import { useWorkbenchStore } from '@/ui/state/context';
import { useShown } from '@/ui/state/shown';
import { axisHeight } from './lane-stage';
import { namesWidth } from './layout';

export function LaneNames({
  net,
  looks,
  nodes,
  row,
  scroller,
}: {
  net: Network;
  looks: Looks;
  nodes: Uint32Array;
  row: number;
  scroller: RefObject<HTMLDivElement | null>;
}) {
  const { selection } = useShown();
  const store = useWorkbenchStore();
  const chosen = useMemo(() => new Set(selection.nodes), [selection]);
  const virtual = useVirtualizer({
    count: nodes.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => row,
    // The button goes with its lane, and keeps the focus.
    getItemKey: (i) => `${row} ${net.ids[nodes[i]]}`,
    overscan: 8,
  });
  /** The lane that is dragged, and the one it is above now. */
  const [drag, setDrag] = useState<{ from: number; to: number }>();
  const begun = useRef<{ y: number; from: number } | undefined>(undefined);
  const move = (from: number, to: number): void => {
    const there = Math.max(0, Math.min(nodes.length - 1, to));
    if (there === from) return;
    const ids = Array.from(nodes, (v) => net.ids[v]);
    ids.splice(there, 0, ...ids.splice(from, 1));
    store.setState(({ lanes }) => ({ lanes: { ...lanes, then: { by: 'hand', ids } } }));
  };
  const dragged = (event: PointerEvent<HTMLElement>): void => {
    if (!begun.current) return;
    const { y, from } = begun.current;
    const by = event.clientY - y;
    if (!drag && Math.abs(by) < 6) return;
    const to = Math.max(0, Math.min(nodes.length - 1, from + Math.round(by / row)));
    setDrag({ from, to });
  };
  const dropped = (): void => {
    begun.current = undefined;
    if (!drag) return;
    move(drag.from, drag.to);
    // The click that ends a drag chooses nothing.
    setTimeout(() => setDrag(undefined));
  };
  const choose = (id: string, adding: boolean): void => {
    const { select } = store.getState();
    if (!adding) return select({ nodes: [id] });
    select({ nodes: chosen.has(id) ? selection.nodes.filter((one) => one !== id) : [...selection.nodes, id] });
  };
  return (
    <div className="absolute left-0" style={{ top: axisHeight, width: namesWidth }}>
      {virtual.getVirtualItems().map(({ index, key, start }) => {
        const v = nodes[index];
        const selected = chosen.has(net.ids[v]);
        return (
          <button
            key={key}
            type="button"
            aria-pressed={selected}
            title={`${net.labels[v]}: drag it, or press Alt and an arrow, to move its lane`}
            onClick={(event) => !drag && choose(net.ids[v], event.shiftKey || event.ctrlKey || event.metaKey)}
            onPointerDown={(event) => {
              if (event.button !== 0) return;
              begun.current = { y: event.clientY, from: index };
              event.currentTarget.setPointerCapture(event.pointerId);
            }}
            onPointerMove={dragged}
            onPointerUp={dropped}
            onPointerCancel={dropped}
            onKeyDown={(event) => {
              const by = event.altKey ? { ArrowUp: -1, ArrowDown: 1 }[event.key] : undefined;
              if (by === undefined) return;
              event.preventDefault();
              event.stopPropagation();
              move(index, index + by);
            }}
            style={{ transform: `translateY(${start}px)`, height: row }}
            className={clsx(
              'absolute inset-x-0 top-0 flex items-center justify-end gap-2 pr-2 pl-3 hover:bg-ground',
              selected && 'bg-tint font-semibold',
              drag?.from === index && 'opacity-50',
              drag?.to === index && drag.from > index && 'border-t-2 border-accent',
              drag?.to === index && drag.from < index && 'border-b-2 border-accent',
            )}
          >
            <span className="truncate">{net.labels[v]}</span>
            <span
              aria-hidden
              className="size-2.5 shrink-0 rounded-sm"
              style={{ background: `rgb(${looks.fill.subarray(3 * v, 3 * v + 3).join(' ')})` }}
            />
          </button>
        );
      })}
    </div>
  );
}
