import type { Distribution } from '@/core/tables';
import { shortNumber } from '@/ui/kit';
import type { Holdings } from '@/worker/client';

interface Shown {
  from?: number;
  to?: number;
  label: string;
  height?: number;
}

/** A small distribution; the bands inside a range are darker. */
export function Bars({
  distribution,
  from = -Infinity,
  to = Infinity,
  ...shown
}: { distribution: Distribution } & Shown) {
  const { bars, low = 0, high = 0 } = distribution;
  const band = (high - low) / bars.length || 1;
  const inside = bars.map((_, i) => low + (i + 1) * band > from && low + i * band <= to);
  return <Row bars={bars} inside={inside} ends={[low, high]} {...shown} />;
}

const mostBands = 30;

/** How many nodes there are of each amount, in bands along the track of a slider with these stops. */
export function BarsAlong({
  amounts,
  stops,
  from = -Infinity,
  to = Infinity,
  ...shown
}: { amounts: Holdings['degrees']; stops: readonly number[] } & Shown) {
  const count = Math.min(mostBands, stops.length);
  const bandOf = (stop: number): number => Math.floor((stop * count) / stops.length);
  const bars = new Array<number>(count).fill(0);
  for (const [amount, nodes] of amounts)
    bars[
      bandOf(
        Math.max(
          0,
          stops.findLastIndex((stop) => stop <= amount),
        ),
      )
    ] += nodes;
  const inside = bars.map(() => false);
  stops.forEach((stop, i) => {
    if ((stops[i + 1] ?? Infinity) > from && stop <= to) inside[bandOf(i)] = true;
  });
  // The middle of a slider's handle keeps half of its width from the ends of the track.
  return (
    <div className="px-[7px]">
      <Row bars={bars} inside={inside} ends={[stops[0], stops[stops.length - 1]]} {...shown} />
    </div>
  );
}

function Row({
  bars,
  inside,
  ends,
  label,
  height = 44,
}: {
  bars: readonly number[];
  inside: readonly boolean[];
  ends: [number, number];
} & Omit<Shown, 'from' | 'to'>) {
  if (bars.length === 0) return null;
  const most = Math.max(...bars);
  const width = 100 / bars.length;
  return (
    <figure aria-label={label} className="mt-2">
      <svg
        viewBox={`0 0 100 ${height}`}
        preserveAspectRatio="none"
        className="block w-full"
        style={{ height }}
        aria-hidden
      >
        {bars.map((count, i) => {
          const tall = count === 0 ? 0 : Math.max(1.5, (Math.sqrt(count) / Math.sqrt(most)) * height);
          return (
            <rect
              key={i}
              x={i * width + 0.3}
              y={height - tall}
              width={Math.max(0.5, width - 0.6)}
              height={tall}
              fill={inside[i] ? 'var(--bar)' : 'var(--line)'}
            />
          );
        })}
      </svg>
      <figcaption className="flex justify-between text-xs text-quiet">
        {ends.map((end, i) => (
          <span key={i}>{shortNumber(end)}</span>
        ))}
      </figcaption>
    </figure>
  );
}
