'use client';
import { useCallback } from 'react';
import type { Column } from '@/core/tables';
import { cellText, holdsPicture } from '@/core/tables';
import { columnTitle, measureOf } from '@/core/measure';
import { type Records as Behind, type Network, isMeasured, scopeOf } from '@/core/graph';
import { cellNumber, grouped, ordinal, shortNumber } from '@/ui/kit';
import { useSession } from '@/ui/state/context';
import { highestOf, rankOf } from '@/core/read';
import type { Session } from '@/ui/state/session';
import { Heading } from './heading';
import { useAsked } from '@/ui/kit/use-asked';

/** A picture's cell: drawn where its bytes stand in it, else its name; nothing is fetched. */
export function Picture({ text, small = false }: { text: string; small?: boolean }) {
  if (!holdsPicture(text)) return <>{text.slice(0, 60)}</>;
  return <img src={text} alt="" className={small ? 'size-6 rounded object-cover' : 'max-h-28 rounded-md'} />;
}

/** Names and values; empty values are left out. */
export function Facts({ facts }: { facts: readonly { name: string; value: string; picture?: boolean }[] }) {
  return (
    <dl className="mt-2 grid grid-cols-[6.2rem_1fr] gap-y-0.5">
      {facts
        .filter(({ value }) => value !== '')
        .map(({ name, value, picture }) => (
          <div key={name} className="contents">
            <dt className="truncate text-quiet" title={name}>
              {name}
            </dt>
            <dd className="break-words">{picture ? <Picture text={value} /> : value}</dd>
          </div>
        ))}
    </dl>
  );
}

/** Columns that the trail computed, as numbers with ranks; and the rest, as they are. */
export function partColumns(net: Network): { computed: Extract<Column, { type: 'number' }>[]; given: Column[] } {
  const computed = net.nodeColumns.filter((col) => isMeasured(col) && col.type === 'number');
  return {
    computed: computed as Extract<Column, { type: 'number' }>[],
    given: net.nodeColumns.filter((col) => !computed.includes(col)),
  };
}

/** A measure's value with its rank and a bar against the highest; what it was computed on shows on hover. */
export function MeasureBar({
  net,
  col,
  node,
  colour,
  first,
}: {
  net: Network;
  col: Extract<Column, { type: 'number' }>;
  node: number;
  colour: string;
  /** Says of how many the rank is. */
  first: boolean;
}) {
  const value = col.values[node];
  const highest = highestOf(col.values);
  const origin = col.computed;
  const scope = scopeOf(net, col);
  const measure = measureOf(col.name);
  const more = origin
    ? `${measure ? `${measure.words}\nHigh: ${measure.high}\nLow: ${measure.low}\n` : ''}Computed on ${grouped(origin.nodes)} nodes and ${grouped(origin.edges)} edges${origin.said ? `, ${origin.said}` : ''}. Exactly ${value}.`
    : String(value);
  return (
    <div className="mt-1.5" title={more}>
      <div className="flex justify-between">
        <span>
          {columnTitle(col.name)}
          {origin?.said && <span className="text-quiet"> · {origin.said}</span>}
        </span>
        <span className="text-quiet">
          {Number.isNaN(value)
            ? 'undefined'
            : `${shortNumber(value)} · ${ordinal(rankOf(col.values, value))}${scope ? ` ${scope}` : first ? ` of ${grouped(net.ids.length)}` : ''}`}
        </span>
      </div>
      <div className="h-[4px] rounded-full bg-rule">
        <div
          className="h-full rounded-full"
          style={{ width: `${highest > 0 ? Math.max(0, (100 * value) / highest) : 0}%`, background: colour }}
        />
      </div>
    </div>
  );
}

const shownRecords = 50;

/** The first of the records at these places, table by table. */
function textsOf(session: Session | undefined, behind: Behind, from: number, to: number) {
  if (!session) return undefined;
  const { service } = session;
  const byTable = new Map<string, number[]>();
  for (let k = from; k < Math.min(to, from + shownRecords); k++) {
    const table = behind.tables[behind.from?.[k] ?? 0];
    byTable.set(table, [...(byTable.get(table) ?? []), behind.items[k]]);
  }
  return Promise.all([...byTable].map(async ([table, rows]) => ({ table, found: await service.records(table, rows) })));
}

/** The records behind a node or an edge, each as a line of its filled cells. */
export function Records({ behind, place, title }: { behind: Behind | undefined; place: number; title: string }) {
  const session = useSession();
  const from = behind ? behind.offsets[place] : 0;
  const to = behind ? behind.offsets[place + 1] : 0;
  const ask = useCallback(
    () => (behind ? textsOf(session.current, behind, from, to) : undefined),
    [behind, from, to, session],
  );
  const { answer: texts } = useAsked(ask);
  if (!behind || !texts || to === from) return null;
  return (
    <section>
      <Heading>{title}</Heading>
      <ul aria-label={title}>
        {texts.flatMap(({ table, found }) =>
          found.rows.map(({ row, cells }) => (
            <li
              key={`${table} ${row}`}
              className="border-b border-rule py-1"
              title={cells
                .map((cell, c) => `${found.columns[c]}: ${cell.startsWith('data:') ? 'a picture' : cell}`)
                .join('\n')}
            >
              {texts.length > 1 && <span className="text-quiet">{table} · </span>}
              {cells.filter((cell) => cell !== '' && !cell.startsWith('data:')).join(' · ')}
            </li>
          )),
        )}
      </ul>
      {to - from > shownRecords && (
        <p className="mt-1 text-sm text-quiet">and {grouped(to - from - shownRecords)} more</p>
      )}
    </section>
  );
}

/** The edge in words: `Alban Pell → Ragna Wick`. */
export const edgeWords = (net: Network, edge: number): string =>
  `${net.labels[net.source[edge]]} ${net.directed ? '→' : '–'} ${net.labels[net.target[edge]]}`;

/** All columns of an edge with their values. */
export function edgeFacts(net: Network, edge: number): { name: string; value: string }[] {
  return [
    { name: net.weightName, value: shortNumber(net.weight[edge]) },
    ...net.edgeColumns
      .filter((col) => col.name !== net.weightName)
      .map((col) => ({
        name: col.name,
        value: col.type === 'number' && !Number.isNaN(col.values[edge]) ? cellNumber(col, edge) : cellText(col, edge),
      })),
  ];
}
