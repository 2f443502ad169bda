'use client';
/** The names of the lanes at the left; a click selects a node. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { type RefObject, useMemo } from 'react';
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
    getItemKey: (i) => `${row} ${i}`,
    overscan: 8,
  });
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
            onClick={(event) => choose(net.ids[v], event.shiftKey || event.ctrlKey || event.metaKey)}
            style={{ transform: `translateY(${start}px)`, height: row }}
            className={clsx(
              'absolute inset-x-0 top-0 flex items-center justify-end gap-2 pr-2 pl-3 hover:bg-ground',
              selected && 'bg-tint font-semibold',
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
