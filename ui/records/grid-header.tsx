'use client';
import { ArrowDown, ArrowUp, ChevronDown } from 'lucide-react';
import type { PointerEvent as ReactPointerEvent } from 'react';
import type { ColumnSpec, Distribution } from '@/core/tables';
import { writeDate } from '@/core/tables';
import { Menu, type MenuEntry, counted, shortNumber } from '@/ui/kit';
import type { GridView } from '@/worker/client';
import { specInWords } from './words';

/** A column's name, its type in words, and the small distribution of its values; a click sorts. */
export function HeaderCell({
  spec,
  distribution,
  note,
  left,
  width,
  view,
  entries,
  tableName,
  onSort,
  onWidth,
}: {
  spec: ColumnSpec;
  distribution: Distribution | undefined;
  /** Stands in the place of the number of values: `97 % matched`. */
  note?: string;
  left: number;
  width: number;
  view: GridView;
  /** What can be done with the column, where it can be changed. */
  entries?: readonly (MenuEntry | null)[];
  tableName: (key: string) => string;
  onSort: (view: GridView) => void;
  onWidth: (width: number) => void;
}) {
  const sorted = view.sort === spec.name;
  const next = !sorted
    ? { sort: spec.name, descending: false }
    : view.descending
      ? {}
      : { sort: spec.name, descending: true };
  return (
    <div
      role="columnheader"
      aria-sort={sorted ? (view.descending ? 'descending' : 'ascending') : 'none'}
      className="absolute top-0 h-full"
      style={{ left, width }}
    >
      <button
        type="button"
        onClick={() => onSort(next)}
        className="block h-full w-full px-2.5 pt-1.5 text-left align-top hover:bg-ground"
      >
        <span className="flex items-center gap-1 pr-4 text-sm font-semibold">
          <span className="truncate">{spec.name}</span>
          {sorted && (view.descending ? <ArrowDown size={12} aria-hidden /> : <ArrowUp size={12} aria-hidden />)}
        </span>
        <span className="block truncate text-xs text-quiet">
          {distribution ? inWords(spec, distribution, note, tableName) : ''}
        </span>
        {distribution && <Skyline bars={distribution.bars} width={Math.min(84, width - 20)} />}
      </button>
      {entries && (
        <span className="absolute top-1 right-1.5">
          <Menu
            align="end"
            trigger={
              <button
                type="button"
                aria-label={`${spec.name}: more`}
                className="flex size-5 items-center justify-center rounded hover:bg-line"
              >
                <ChevronDown size={13} aria-hidden />
              </button>
            }
            entries={entries}
          />
        </span>
      )}
      <div
        role="separator"
        aria-orientation="vertical"
        aria-label={`Width of ${spec.name}`}
        aria-valuenow={width}
        tabIndex={0}
        className="absolute top-0 right-0 h-full w-1.5 cursor-col-resize hover:bg-rise"
        onKeyDown={(event) => {
          if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
          event.stopPropagation();
          onWidth(event.key === 'ArrowLeft' ? Math.max(48, width - 16) : Math.min(900, width + 16));
        }}
        onPointerDown={(event) => dragWidth(event, width, onWidth)}
      />
    </div>
  );
}

function dragWidth(event: ReactPointerEvent<HTMLDivElement>, width: number, onWidth: (width: number) => void): void {
  event.preventDefault();
  const handle = event.currentTarget;
  const start = event.clientX;
  handle.setPointerCapture(event.pointerId);
  const move = (moved: PointerEvent): void => onWidth(Math.min(900, Math.max(48, width + moved.clientX - start)));
  const end = (): void => {
    handle.removeEventListener('pointermove', move);
    handle.removeEventListener('pointerup', end);
  };
  handle.addEventListener('pointermove', move);
  handle.addEventListener('pointerup', end);
}

function inWords(
  spec: ColumnSpec,
  { distinct, filled, low, high }: Distribution,
  note: string | undefined,
  tableName: (key: string) => string,
): string {
  const type = specInWords(spec, tableName);
  if (note !== undefined) return `${type} · ${note}`;
  if (spec.id) return `${type} · identity`;
  if (low !== undefined && high !== undefined) {
    if (spec.type === 'date') return `date · ${writeDate(low, 1, false)}–${writeDate(high, 1, false)}`;
    return `number · ${figure(low)}–${figure(high)}`;
  }
  return filled === 0 ? `${type} · empty` : `${type} · ${counted(distinct, 'value')}`;
}

/** Years are not parted at their thousands. */
const figure = (value: number): string =>
  Number.isInteger(value) && value >= 1000 && value < 2100 ? String(value) : shortNumber(value);

function Skyline({ bars, width }: { bars: readonly number[]; width: number }) {
  const step = width / 16;
  const most = Math.max(1, ...bars);
  return (
    <svg width={width} height="18" aria-hidden className="mt-0.5">
      {bars.map((count, i) => {
        const tall = count ? Math.max(1.5, (count / most) * 17) : 0;
        return <rect key={i} x={i * step} y={18 - tall} width={step * 0.85} height={tall} fill="var(--bar)" />;
      })}
    </svg>
  );
}
