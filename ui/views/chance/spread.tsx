import { bars } from '@/ui/kit';

/** The draws as small bars on one axis with the observed value, marked in red. */
export function Spread({
  draws,
  observed,
  width = 190,
}: {
  draws: Float64Array;
  observed: number | null;
  width?: number;
}) {
  const height = 20;
  const defined = draws.filter((value) => !Number.isNaN(value));
  if (defined.length === 0) return <span className="text-quiet">not defined</span>;
  const found = bars(defined, 9);
  const all = observed === null ? Array.from(defined) : [...defined, observed];
  let low = all[0];
  let high = all[0];
  for (const value of all) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const at = (value: number): number => 4 + ((width - 8) * (value - low)) / (high - low || 1);
  const most = Math.max(...found.map(({ count }) => count));
  return (
    <svg width={width} height={height + 4} aria-hidden className="shrink-0">
      <line x1={2} x2={width - 2} y1={height + 1.5} y2={height + 1.5} stroke="var(--line)" />
      {found.map(({ from, to, count }) => (
        <rect
          key={from}
          x={at(from)}
          width={Math.max(2.5, at(to) - at(from) - 0.6)}
          y={height + 1 - (count / most) * 15}
          height={(count / most) * 15}
          fill="var(--bar)"
        />
      ))}
      {observed !== null && <rect x={at(observed) - 1.2} width={2.4} y={2} height={height - 1} rx={1} fill="#B8475A" />}
    </svg>
  );
}
