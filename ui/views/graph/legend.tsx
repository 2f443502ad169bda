'use client';
import { useMemo } from 'react';
import { type LegendMark, layLegend, legendLetters } from '@/core/scene';
import { corners, dashes } from '@/core/style';
import { useShown } from '@/ui/state/shown';

/** Room for the marks in pixels, before a row is broken. */
const most = 500;

/** The legend on the screen: the marks of the page, at the same places. */
export function Legend() {
  const legend = useShown().looks?.legend;
  const laid = useMemo(() => layLegend(legend ?? [], most), [legend]);
  if (!laid.marks.length) return null;
  const texts = laid.marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []));
  return (
    <div
      aria-label="Legend"
      role="group"
      className="pointer-events-auto rounded-lg border border-line bg-paper px-2.5 py-1"
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
        <circle cx={mark.x} cy={mark.y} r={mark.radius} fill={colour} />
      ) : (
        <polygon
          points={corners[mark.shape]
            .map(([x, y]) => `${mark.x + mark.radius * x},${mark.y + mark.radius * y}`)
            .join(' ')}
          fill={colour}
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
