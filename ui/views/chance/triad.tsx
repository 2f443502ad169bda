import { type TriadName, triadEdges } from '@/core/measure';

const places = [
  [16, 5],
  [5, 23],
  [27, 23],
] as const;

/** A kind of triad, drawn: three nodes and its directed ties; a tie both ways has two heads. */
export function Triad({ name, width = 32 }: { name: TriadName; width?: number }) {
  const edges = triadEdges[name];
  return (
    <svg width={width} height={(width * 28) / 32} viewBox="0 0 32 28" aria-hidden className="shrink-0">
      {edges.map(([a, b]) => {
        const [x1, y1] = places[a];
        const [x2, y2] = places[b];
        const length = Math.hypot(x2 - x1, y2 - y1);
        const [dx, dy] = [(x2 - x1) / length, (y2 - y1) / length];
        const [tx, ty] = [x2 - 3.4 * dx, y2 - 3.4 * dy];
        return (
          <g key={`${a}${b}`} stroke="var(--quiet)" fill="var(--quiet)">
            <line x1={x1 + 2.4 * dx} y1={y1 + 2.4 * dy} x2={tx - 2 * dx} y2={ty - 2 * dy} strokeWidth={1} />
            <path
              stroke="none"
              d={`M${tx} ${ty}L${tx - 4.4 * dx - 2.2 * dy} ${ty - 4.4 * dy + 2.2 * dx}L${tx - 4.4 * dx + 2.2 * dy} ${ty - 4.4 * dy - 2.2 * dx}Z`}
            />
          </g>
        );
      })}
      {places.map(([x, y]) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={2.2} fill="var(--accent)" />
      ))}
    </svg>
  );
}
