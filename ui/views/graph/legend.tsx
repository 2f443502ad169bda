'use client';
import { type LegendPart, type Pattern, type Shape, corners, dashes } from '@/core/style';
import { useWorkbench } from '@/ui/state/context';

/** The legend on the screen, made from the same parts as that of exported pictures. */
export function Legend() {
  const legend = useWorkbench((state) => state.looks?.legend);
  if (!legend?.length) return null;
  return (
    <div
      aria-label="Legend"
      role="group"
      className="pointer-events-auto max-w-[32rem] rounded-lg border border-line bg-paper px-2.5 py-1.5 text-xs leading-[19px]"
    >
      {legend.map((part) => (
        <span key={`${part.kind} ${part.title}`} className="mr-3.5 inline-block">
          <b className="mr-2 font-semibold">{part.title}</b>
          <Part part={part} />
        </span>
      ))}
    </div>
  );
}

function Part({ part }: { part: LegendPart }) {
  switch (part.kind) {
    case 'colours':
      return part.entries.map(({ label, colour }) => (
        <span key={label} className="mr-2 inline-flex items-center gap-1.5">
          <span className="size-2.5 rounded-[2px]" style={{ background: colour }} />
          {label}
        </span>
      ));
    case 'shapes':
      return part.entries.map(({ label, shape }) => (
        <span key={label} className="mr-2 inline-flex items-center gap-1.5">
          <Mark shape={shape} />
          {label}
        </span>
      ));
    case 'lines':
      return part.entries.map(({ label, pattern }) => (
        <span key={label} className="mr-2 inline-flex items-center gap-1.5">
          <Line pattern={pattern} width={1.4} />
          {label}
        </span>
      ));
    case 'ramp':
      return (
        <span className="inline-flex items-center gap-1.5">
          {part.low}
          <span
            className="h-2.5 w-16 rounded-[2px]"
            style={{ background: `linear-gradient(to right, ${part.stops.join(',')})` }}
          />
          {part.high}
        </span>
      );
    case 'sizes':
      return (
        <span className="inline-flex items-center gap-1.5">
          {part.low}–{part.high}
        </span>
      );
    case 'widths':
      return (
        <span className="inline-flex items-center gap-1.5">
          <Line pattern="solid" width={0.8} /> {part.low}–{part.high} <Line pattern="solid" width={3} />
        </span>
      );
  }
}

function Mark({ shape }: { shape: Shape }) {
  const points = corners[shape].map(([x, y]) => `${5.5 + 4.2 * x},${5.5 + 4.2 * y}`).join(' ');
  return (
    <svg width="11" height="11" aria-hidden>
      {shape === 'circle' ? (
        <circle cx="5.5" cy="5.5" r="4.4" fill="var(--ink)" />
      ) : (
        <polygon points={points} fill="var(--ink)" />
      )}
    </svg>
  );
}

function Line({ pattern, width }: { pattern: Pattern; width: number }) {
  return (
    <svg width="18" height="8" aria-hidden>
      <path
        d="M0 4h18"
        stroke="var(--ink)"
        strokeWidth={width}
        strokeDasharray={dashes[pattern].map((d) => d * 1.2).join(' ')}
      />
    </svg>
  );
}
