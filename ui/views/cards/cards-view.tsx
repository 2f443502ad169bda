'use client';
/** Nodes as cards: a picture where they have one, the name, and what columns say of them. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type KeyboardEvent, useMemo, useRef } from 'react';
import type { Network } from '@/core/graph';
import { columnTitle } from '@/core/measure';
import { cardGroups } from '@/core/read/cards';
import { type Column, cellText, distribution, holdsPicture } from '@/core/tables';
import type { Looks } from '@/core/style';
import { Button, Choose, IconButton, cellNumber, counted } from '@/ui/kit';
import { useWidth } from '@/ui/kit/use-width';
import { type CardsState, cardSizes } from '@/ui/state/cards';
import { useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { ColumnsMenu } from './columns-menu';

/** Least width of a card, and its picture's side, in pixels. */
const widths = { small: 168, middle: 196, large: 296 };
const sides = { small: 36, middle: 54, large: 96 };
const gap = 8;

const isPicture = (col: Column): boolean => col.type === 'text' && col.as === 'picture';

/** What stands on a card unasked: columns that tell nodes apart and are no names of them. */
export function plainColumns(net: Network): string[] {
  const telling = net.nodeColumns.filter(
    (col) => !isPicture(col) && !['id', 'name', 'label', 'note'].includes(col.name.toLowerCase()),
  );
  const groups = telling.filter(({ name }) => name === 'group');
  const measures = telling.filter((col) => col.computed && col.type === 'number').slice(0, 1);
  // What most of them have, and the group and a measure.
  const given = telling.filter((col) => !col.computed && col.type !== 'list' && 2 * filled(col) > net.ids.length);
  return [...given.slice(0, 2), ...groups, ...measures].map(({ name }) => name);
}

const filled = (col: Column): number => distribution(col).filled;

export function CardsView() {
  const { net, inView } = useShown();
  const settings = useWorkbench((state) => state.cards);
  const store = useWorkbenchStore();
  const set = (change: Partial<CardsState>): void => store.getState().setCards(change);
  const groups = useMemo(() => (net ? cardGroups(net, settings, inView?.nodes) : []), [inView, net, settings]);
  if (!net) return null;
  const shown = groups.reduce((sum, { nodes }) => sum + nodes.length, 0);
  const columns = [
    { value: 'label', label: 'name' },
    ...net.nodeColumns.filter((col) => !isPicture(col)).map(({ name }) => ({ value: name, label: columnTitle(name) })),
  ];
  return (
    <div className="flex min-h-0 grow flex-col bg-paper pt-12">
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-3 pb-2">
        <span className="w-32">
          <Choose compact label="Cards by" value={settings.sort} choices={columns} onChange={(sort) => set({ sort })} />
        </span>
        <IconButton
          name={settings.descending ? 'Highest first' : 'Lowest first'}
          onClick={() => set({ descending: !settings.descending })}
        >
          {settings.descending ? <ArrowDown size={15} aria-hidden /> : <ArrowUp size={15} aria-hidden />}
        </IconButton>
        <span className="w-32">
          <Choose
            compact
            label="Cards under"
            value={settings.group ?? ''}
            choices={[
              { value: '', label: 'no headings' },
              ...columns.slice(1).map(({ value, label }) => ({ value, label: `under ${label}` })),
            ]}
            onChange={(group) => set({ group: group || undefined })}
          />
        </span>
        <ColumnsMenu
          columns={columns.slice(1)}
          chosen={settings.columns ?? plainColumns(net)}
          onChange={(next) => set({ columns: next })}
        />
        <div role="group" aria-label="Size of the cards" className="flex rounded-lg bg-ground p-[3px]">
          {cardSizes.map((size) => (
            <button
              key={size}
              type="button"
              aria-pressed={settings.size === size}
              onClick={() => set({ size })}
              className={clsx(
                'rounded-md px-2 py-[2px]',
                settings.size === size ? 'bg-panel font-semibold' : 'text-quiet',
              )}
            >
              {size}
            </button>
          ))}
        </div>
      </div>
      <p className="sr-only" role="status">
        {counted(shown, 'card')}
      </p>
      {shown === 0 ? (
        <p className="p-4 text-quiet">
          No node is in view. Lift a sift, or widen a step of the trail.{' '}
          {inView && (
            <Button onClick={() => store.getState().sift((now) => ({ ...now, sifts: [] }))}>Lift all sifts</Button>
          )}
        </p>
      ) : (
        <Grid net={net} groups={groups} settings={settings} />
      )}
    </div>
  );
}

type Line = { title: string; count: number } | { nodes: number[] };

/** Rows of as many cards as there is room for; only those near the view are made. */
function Grid({
  net,
  groups,
  settings,
}: {
  net: Network;
  groups: ReturnType<typeof cardGroups>;
  settings: CardsState;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const wide = useWidth(scroller, 0);
  const across = Math.max(1, Math.floor((wide - 24 + gap) / (widths[settings.size] + gap)));
  const lines = useMemo(
    () =>
      groups.flatMap(({ title, nodes }): Line[] => [
        ...(groups.length > 1 || title !== '' ? [{ title, count: nodes.length }] : []),
        ...Array.from({ length: Math.ceil(nodes.length / across) }, (_, i) => ({
          nodes: Array.from(nodes.subarray(i * across, (i + 1) * across)),
        })),
      ]),
    [across, groups],
  );
  const shown = useMemo(
    () =>
      (settings.columns ?? plainColumns(net)).flatMap((name) => net.nodeColumns.find((col) => col.name === name) ?? []),
    [net, settings.columns],
  );
  const picture = useMemo(() => net.nodeColumns.find(isPicture), [net]);
  const tall = 18 + Math.max(picture ? sides[settings.size] : 0, 20 + 17 * shown.length) + gap;
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => ('title' in lines[i] ? 34 : tall),
    getItemKey: (i) => `${settings.size} ${across} ${shown.length} ${i}`,
    overscan: 4,
  });
  const { selection, looks } = useShown();
  const chosen = useMemo(() => new Set(selection.nodes), [selection]);
  const store = useWorkbenchStore();
  const choose = (v: number, adding: boolean): void => {
    const id = net.ids[v];
    const { select } = store.getState();
    if (!adding) return select({ nodes: [id] });
    select({ nodes: chosen.has(id) ? selection.nodes.filter((one) => one !== id) : [...selection.nodes, id] });
  };
  // Arrows go from card to card.
  const moved = (event: KeyboardEvent<HTMLDivElement>): void => {
    const by = new Map([
      ['ArrowRight', 1],
      ['ArrowLeft', -1],
      ['ArrowDown', across],
      ['ArrowUp', -across],
    ]).get(event.key);
    const cards = Array.from(event.currentTarget.querySelectorAll<HTMLElement>('button[data-card]'));
    const at = cards.indexOf(document.activeElement as HTMLElement);
    if (by === undefined || at < 0) return;
    event.preventDefault();
    event.stopPropagation();
    cards[Math.max(0, Math.min(cards.length - 1, at + by))]?.focus();
  };
  return (
    <div ref={scroller} className="min-h-0 grow overflow-y-auto px-3 py-2" onKeyDown={moved}>
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, key, start }) => {
          const line = lines[index];
          return (
            <div
              key={key}
              className="absolute inset-x-0 top-0 grid"
              style={{
                transform: `translateY(${start}px)`,
                gap,
                gridTemplateColumns: `repeat(${across}, minmax(0, 1fr))`,
              }}
            >
              {'title' in line ? (
                <h2 className="col-span-full flex items-baseline gap-2 pt-2 font-serif text-[15px] font-semibold">
                  {line.title || 'without a value'} <span className="text-sm font-normal text-quiet">{line.count}</span>
                </h2>
              ) : (
                line.nodes.map((v) => (
                  <OneCard
                    key={v}
                    net={net}
                    looks={looks}
                    v={v}
                    columns={shown}
                    picture={picture}
                    size={settings.size}
                    tall={tall - gap}
                    selected={chosen.has(net.ids[v])}
                    onChoose={(adding) => choose(v, adding)}
                  />
                ))
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

function OneCard({
  net,
  looks,
  v,
  columns,
  picture,
  size,
  tall,
  selected,
  onChoose,
}: {
  net: Network;
  looks: Looks | undefined;
  v: number;
  columns: readonly Column[];
  picture: Column | undefined;
  size: CardsState['size'];
  tall: number;
  selected: boolean;
  onChoose: (adding: boolean) => void;
}) {
  const address = picture ? cellText(picture, v) : '';
  const side = sides[size];
  return (
    <button
      type="button"
      data-card
      aria-pressed={selected}
      aria-label={net.labels[v]}
      onClick={(event) => onChoose(event.shiftKey || event.ctrlKey || event.metaKey)}
      style={{ height: tall }}
      className={clsx(
        'flex gap-2.5 overflow-hidden rounded-lg border bg-panel p-2 text-left hover:border-quiet',
        selected ? 'border-ink ring-2 ring-ink' : 'border-line',
      )}
    >
      {picture && (
        <span className="shrink-0 overflow-hidden rounded-md bg-ground" style={{ width: side, height: side }}>
          {holdsPicture(address) && <img src={address} alt="" loading="lazy" className="size-full object-cover" />}
        </span>
      )}
      <span className="min-w-0 grow">
        <b className="block truncate font-semibold">{net.labels[v]}</b>
        {columns.map((col) => (
          <span key={col.name} className="block truncate text-sm text-quiet">
            {looks?.groupColumn === col.name && cellText(col, v) !== '' && (
              <span
                className="mr-1.5 inline-block size-2.5 rounded-sm"
                style={{ background: colourOf(looks, v) }}
                aria-hidden
              />
            )}
            {said(col, v)}
          </span>
        ))}
      </span>
    </button>
  );
}

const colourOf = ({ fill }: Looks, v: number): string => `rgb(${fill.subarray(3 * v, 3 * v + 3).join(' ')})`;

/** What a column says of a node, with its name where a number stands alone. */
function said(col: Column, v: number): string {
  if (col.type === 'number') {
    return Number.isNaN(col.values[v]) ? '–' : `${columnTitle(col.name)} ${cellNumber(col, v)}`;
  }
  const text = cellText(col, v);
  if (col.type === 'date' && text) return `${columnTitle(col.name)} ${text}`;
  return text || '–';
}
