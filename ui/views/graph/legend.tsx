'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { edgeIdOf } from '@/core/graph';
import { type LegendMark, type LegendSpot, layLegend, legendLetters, legendRow } from '@/core/scene';
import { corners, dashes } from '@/core/style';
import { sentence } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { useWorkbenchStore } from '@/ui/state/context';
import { useShown } from '@/ui/state/shown';

/** Room for the marks in pixels, before a row is broken. */
const most = 500;

/** More ties than this are not selected one by one. */
const mostTies = 20_000;

/** The legend on the screen: the marks of the page, at the same places. An entry selects what it stands for. */
export function Legend() {
  const { net, looks } = useShown();
  const store = useWorkbenchStore();
  const legend = looks?.legend;
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(most);
  // Beside another view there is less room.
  const shown = (legend?.length ?? 0) > 0;
  useEffect(() => {
    const pane = box.current?.closest('section');
    if (!pane) return;
    const watch = new ResizeObserver(() => setRoom(Math.max(150, Math.min(most, pane.clientWidth - 110))));
    watch.observe(pane);
    return () => watch.disconnect();
  }, [shown]);
  const laid = useMemo(() => layLegend(legend ?? [], room), [legend, room]);
  if (!laid.marks.length) return null;
  const choose = async ({ part, stands, label }: LegendSpot): Promise<void> => {
    const { standsFor } = await import('@/core/style/standing');
    const style = store.getState().trail.steps.findLast(({ kind, on }) => kind === 'style' && on);
    if (!net || style?.kind !== 'style') return;
    const places = standsFor(net, style, part, stands);
    if (part.of !== 'edges') return store.getState().select({ nodes: Array.from(places, (v) => net.ids[v]) });
    if (places.length > mostTies) {
      toast.error(`“${label}” stands for more ties than can be selected. Keep narrows them to these.`);
      return;
    }
    store.getState().select({ nodes: [], edges: Array.from(places, (e) => edgeIdOf(net, e)) });
  };
  const texts = laid.marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []));
  return (
    <div
      ref={box}
      aria-label="Legend"
      role="group"
      className="pointer-events-auto relative rounded-lg border border-line bg-paper px-2.5 py-1"
    >
      <svg
        role="img"
        aria-label={texts.join(', ')}
        width={Math.ceil(laid.width)}
        height={laid.height + 2}
        className="block max-w-full"
      >
        {laid.marks.map((mark, i) => (
          <Mark key={i} mark={mark} />
        ))}
      </svg>
      {laid.spots.map((spot, i) => (
        <button
          key={i}
          type="button"
          aria-label={`Select ${spot.label}`}
          title={`Select ${spot.label}`}
          onClick={() => void choose(spot).catch((error: unknown) => toast.error(sentence(error)))}
          style={{ left: spot.x + 8, top: spot.y + 5, width: spot.width + 4, height: legendRow - 2 }}
          className="absolute cursor-pointer rounded hover:bg-ink/8"
        />
      ))}
    </div>
  );
}

function Mark({ mark }: { mark: LegendMark }) {
  const colour = 'quiet' in mark && mark.quiet ? 'var(--quiet)' : 'var(--ink)';
  switch (mark.kind) {
    case 'text':
      return (
        <text x={mark.x} y={mark.y} fontSize={legendLetters} fontWeight={mark.strong ? 600 : 400} fill={colour}>
          {mark.text}
        </text>
      );
    case 'rect':
      return <rect x={mark.x} y={mark.y} width={mark.width} height={mark.height} fill={mark.colour} />;
    case 'ring':
      return <circle cx={mark.x} cy={mark.y} r={mark.radius} fill="none" stroke={mark.colour} strokeWidth={2} />;
    case 'shape':
      return mark.shape === 'circle' ? (
        <circle cx={mark.x} cy={mark.y} r={mark.radius} fill={mark.colour ?? colour} />
      ) : (
        <polygon
          points={corners[mark.shape]
            .map(([x, y]) => `${mark.x + mark.radius * x},${mark.y + mark.radius * y}`)
            .join(' ')}
          fill={mark.colour ?? colour}
        />
      );
    case 'line':
      return (
        <path
          d={`M${mark.x1},${mark.y}H${mark.x2}`}
          stroke={colour}
          strokeWidth={mark.width}
          strokeDasharray={dashes[mark.pattern].map((d) => d * Math.max(0.8, mark.width)).join(' ')}
        />
      );
  }
}
