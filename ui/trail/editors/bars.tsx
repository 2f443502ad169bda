import type { Distribution } from '@/core/tables';
import { shortNumber } from '@/ui/kit';

/** A small distribution; the bands inside a range are darker. */
export function Bars({
  distribution,
  from = -Infinity,
  to = Infinity,
  label,
  height = 44,
}: {
  distribution: Distribution;
  from?: number;
  to?: number;
  label: string;
  height?: number;
}) {
  const { bars, low = 0, high = 0 } = distribution;
  if (bars.length === 0) return null;
  const most = Math.max(...bars);
  const width = 100 / bars.length;
  const band = (high - low) / bars.length || 1;
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
          const inside = low + (i + 1) * band > from && low + i * band <= to;
          return (
            <rect
              key={i}
              x={i * width + 0.3}
              y={height - tall}
              width={Math.max(0.5, width - 0.6)}
              height={tall}
              fill={inside ? 'var(--bar)' : 'var(--line)'}
            />
          );
        })}
      </svg>
      <figcaption className="flex justify-between text-xs text-quiet">
        <span>{shortNumber(low)}</span>
        <span>{shortNumber(high)}</span>
      </figcaption>
    </figure>
  );
}
