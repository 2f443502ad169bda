'use client';
import type { KeyboardEvent, PointerEvent, RefObject } from 'react';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

/** Neither view is made narrower than this share. */
const least = 0.2;

/** Between two views: dragged, or moved by arrows. */
export function Divider({ box }: { box: RefObject<HTMLDivElement | null> }) {
  const share = useWorkbench((state) => state.divide);
  const store = useWorkbenchStore();
  const put = (next: number): void => store.setState({ divide: Math.max(least, Math.min(1 - least, next)) });
  const move = (event: PointerEvent<HTMLDivElement>): void => {
    const at = box.current?.getBoundingClientRect();
    if (at && event.currentTarget.hasPointerCapture(event.pointerId)) put((event.clientX - at.left) / at.width);
  };
  const key = (event: KeyboardEvent): void => {
    const by = new Map([
      ['ArrowLeft', -0.05],
      ['ArrowRight', 0.05],
    ]).get(event.key);
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    put(share + by);
  };
  return (
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label="Between the two views"
      aria-valuenow={Math.round(100 * share)}
      aria-valuemin={100 * least}
      aria-valuemax={100 * (1 - least)}
      tabIndex={0}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={move}
      onKeyDown={key}
      className="w-1.5 shrink-0 cursor-col-resize touch-none border-x border-line bg-ground hover:bg-tint"
    />
  );
}
