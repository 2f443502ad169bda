'use client';
/** Bars of which a window is drawn out, moved and widened. */
import { type PointerEvent, useRef } from 'react';
import type { Bar } from '@/core/sift';

const [width, height] = [260, 52];
const edge = 7;

export interface Span {
  /** Places of the first and the last bar. */
  first: number;
  last: number;
}

export function Brush({
  bars,
  parts,
  span,
  label,
  onChange,
}: {
  bars: readonly Bar[];
  /** How many categories bars are split by; 0: none. */
  parts: number;
  span: Span | undefined;
  label: string;
  /** `done` when the pointer has left it. */
  onChange: (span: Span | undefined) => void;
}) {
  const drag = useRef<{ at: number; mode: 'new' | 'move' | 'first' | 'last'; span: Span } | undefined>(undefined);
  const each = width / Math.max(1, bars.length);
  const most = Math.max(1, ...bars.map((bar) => bar.all));
  const tall = (count: number): number => (count > 0 ? Math.max(1, (count / most) * (height - 4)) : 0);
  const left = (span?.first ?? 0) * each;
  const right = ((span?.last ?? bars.length - 1) + 1) * each;
  const at = (event: PointerEvent<SVGSVGElement>): number => {
    const box = event.currentTarget.getBoundingClientRect();
    return ((event.clientX - box.left) / Math.max(1, box.width)) * width;
  };
  const place = (x: number): number => Math.max(0, Math.min(bars.length - 1, Math.floor(x / each)));
  const down = (event: PointerEvent<SVGSVGElement>): void => {
    if (event.button !== 0 || !bars.length) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const x = at(event);
    const here = { first: place(x), last: place(x) };
    const mode = !span
      ? 'new'
      : Math.abs(x - left) < edge
        ? 'first'
        : Math.abs(x - right) < edge
          ? 'last'
          : x > left && x < right
            ? 'move'
            : 'new';
    drag.current = { at: here.first, mode, span: mode === 'new' || !span ? here : span };
    if (mode === 'new') onChange(here);
  };
  const move = (event: PointerEvent<SVGSVGElement>): void => {
    if (!drag.current) return;
    const { at: from, mode, span: before } = drag.current;
    const now = place(at(event));
    const next =
      mode === 'new'
        ? { first: Math.min(from, now), last: Math.max(from, now) }
        : mode === 'first'
          ? { first: Math.min(now, before.last), last: before.last }
          : mode === 'last'
            ? { first: before.first, last: Math.max(now, before.first) }
            : shifted(before, now - from, bars.length);
    if (next.first !== span?.first || next.last !== span.last) onChange(next);
  };
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${height}`}
      className="mt-1.5 block h-[52px] w-full cursor-crosshair touch-none"
      preserveAspectRatio="none"
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={() => (drag.current = undefined)}
      onDoubleClick={() => onChange(undefined)}
    >
      {bars.map((bar, i) => {
        const inside = !span || (i >= span.first && i <= span.last);
        const x = i * each;
        const wide = Math.max(0.6, each - (each > 3 ? 1 : 0.2));
        const here = tall(bar.inView);
        const light = tall(bar.light ?? 0);
        return (
          <g key={i}>
            <rect
              x={x}
              y={height - tall(bar.all)}
              width={wide}
              height={tall(bar.all)}
              fill="var(--line)"
              opacity={0.8}
            />
            {parts > 0 && bar.parts ? (
              <Stack
                x={x}
                wide={wide}
                counts={bar.parts}
                tall={(count) => (count / most) * (height - 4)}
                inside={inside}
              />
            ) : (
              <>
                <rect
                  x={x}
                  y={height - here}
                  width={wide}
                  height={here}
                  fill={inside ? 'var(--sifted)' : 'var(--amber-line)'}
                />
                {light > 0 && (
                  <rect
                    x={x}
                    y={height - here}
                    width={wide}
                    height={Math.min(here, light)}
                    fill="var(--amber)"
                    opacity={0.75}
                  />
                )}
              </>
            )}
          </g>
        );
      })}
      {span && (
        <rect
          x={left}
          y={0.5}
          width={Math.max(2, right - left)}
          height={height - 1}
          fill="var(--amber)"
          fillOpacity={0.28}
          stroke="var(--sifted)"
          vectorEffect="non-scaling-stroke"
          className="cursor-grab"
        />
      )}
    </svg>
  );
}

/** Colours of the categories, the others in grey. */
export const partColours = ['#377393', '#CB791A', '#8A2340', '#3FAE92', '#5E5321', 'var(--quiet)'];

function Stack({
  x,
  wide,
  counts,
  tall,
  inside,
}: {
  x: number;
  wide: number;
  counts: readonly number[];
  tall: (count: number) => number;
  inside: boolean;
}) {
  let top = height;
  return counts.map((count, i) => {
    top -= tall(count);
    const colour = i === counts.length - 1 ? partColours[5] : partColours[i];
    return <rect key={i} x={x} y={top} width={wide} height={tall(count)} fill={colour} opacity={inside ? 1 : 0.4} />;
  });
}

/** The span so many bars further, as far as there are any. */
export function shifted({ first, last }: Span, by: number, many: number): Span {
  const to = Math.max(-first, Math.min(many - 1 - last, by));
  return { first: first + to, last: last + to };
}
