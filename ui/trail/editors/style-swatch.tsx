'use client';
/** A channel's setting as a small picture. */
import {
  type ChannelName,
  type StyleSettings,
  categoryColours,
  corners,
  dashes,
  paletteOf,
  shapes,
} from '@/core/style';
import { useWorkbench } from '@/ui/state/context';

const most = 6;

export function Swatch({ channel, style }: { channel: ChannelName; style: StyleSettings }) {
  const net = useWorkbench((state) => state.net);
  if (channel === 'nodeColour') {
    const rule = style.nodeColour;
    const ruled = (style.rules.nodeColour ?? []).map(({ look }) => String(look));
    const col = rule.by === 'category' ? net?.nodeColumns.find(({ name }) => name === rule.column) : undefined;
    const colours =
      rule.by === 'all'
        ? [rule.colour]
        : rule.by === 'category'
          ? col
            ? categoryColours(col, rule).map(({ colour }) => colour)
            : paletteOf(rule)
          : [];
    return <Squares colours={[...ruled, ...colours]} />;
  }
  if (channel === 'edgeColour') {
    const ruled = (style.rules.edgeColour ?? []).map(({ look }) => String(look));
    const own = style.edgeColour;
    return <Squares colours={[...ruled, ...(own.by === 'all' ? [own.colour] : [])]} />;
  }
  if (channel === 'nodeSize') {
    const { nodeSize: size } = style;
    return (
      <Drawing>
        {(size.by === 'amount' ? [2, 4, 6] : [4]).map((r, i, all) => (
          <circle key={r} cx={all.length > 1 ? 8 + i * 12 : 38} cy={8} r={r} />
        ))}
      </Drawing>
    );
  }
  if (channel === 'nodeShape') {
    const chosen = style.nodeShape.by === 'all' ? [style.nodeShape.shape] : shapes.slice(0, 3);
    return (
      <Drawing>
        {chosen.map((shape, i) => {
          const x = 44 - 13 * (chosen.length - i) + 6;
          return shape === 'circle' ? (
            <circle key={shape} cx={x} cy={8} r={4} />
          ) : (
            <polygon key={shape} points={corners[shape].map(([dx, dy]) => `${x + 4 * dx},${8 + 4 * dy}`).join(' ')} />
          );
        })}
      </Drawing>
    );
  }
  if (channel === 'edgeWidth' || channel === 'edgePattern') {
    const pattern = style.edgePattern.by === 'all' ? style.edgePattern.pattern : 'dashed';
    const widths = channel === 'edgeWidth' && style.edgeWidth.by === 'amount' ? [1, 4] : [2];
    return (
      <Drawing>
        {widths.map((width, i) => (
          <path
            key={width}
            d={`M2,${widths.length > 1 ? 4 + 8 * i : 8}H44`}
            stroke="currentColor"
            strokeWidth={width}
            strokeDasharray={channel === 'edgePattern' ? dashes[pattern].map((d) => d * width).join(' ') : undefined}
          />
        ))}
      </Drawing>
    );
  }
  return null;
}

function Squares({ colours }: { colours: readonly string[] }) {
  return (
    <span className="flex shrink-0 gap-0.5" aria-hidden>
      {colours.slice(0, most).map((colour, i) => (
        <span key={i} className="size-3 rounded-[3px]" style={{ background: colour }} />
      ))}
    </span>
  );
}

function Drawing({ children }: { children: React.ReactNode }) {
  return (
    <svg width={46} height={16} aria-hidden className="shrink-0 fill-current text-quiet">
      {children}
    </svg>
  );
}
