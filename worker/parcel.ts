/** What travels from the worker to the page: of a network and its looks only what changed since the last time, handed over rather than copied twice. */
import type { Network } from '@/core/graph';
import type { Looks } from '@/core/style';
import type { Column } from '@/core/tables';
import { isShared, sharedCopy } from './sharing';

export interface Drawn {
  network: Network;
  looks: Looks;
  /** 1 for each node that the first view is of; absent: all of them. */
  main?: Uint8Array;
}

type Lists = 'nodeColumns' | 'edgeColumns';
type Plain = Omit<Network, Lists>;

/** Fields that changed and fields that are gone. */
export interface Difference<T> {
  changed: Partial<T>;
  gone: (keyof T)[];
}

/** A column that is still there goes as its place in the list before. */
export interface Parcel {
  /** Whether it builds on nothing before. */
  whole: boolean;
  network: Difference<Plain> & { columns: Record<Lists, (Column | number)[]> };
  looks: Difference<Looks>;
  /** Null where there is none any more; absent: as before. */
  main?: Uint8Array | null;
}

const lists: readonly Lists[] = ['nodeColumns', 'edgeColumns'];

/** Whether two arrays of numbers hold the same; other values only if they are the same. */
function equal(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (!ArrayBuffer.isView(a) || !ArrayBuffer.isView(b) || a.byteLength !== b.byteLength) return false;
  if (a.constructor !== b.constructor) return false;
  // Four bytes at a time where they lie so.
  const whole = [a, b].every(({ byteOffset, byteLength }) => byteOffset % 4 === 0 && byteLength % 4 === 0);
  const [x, y] = [a, b].map(({ buffer, byteOffset, byteLength }) =>
    whole ? new Uint32Array(buffer, byteOffset, byteLength / 4) : new Uint8Array(buffer, byteOffset, byteLength),
  );
  for (let i = 0; i < x.length; i++) if (x[i] !== y[i]) return false;
  return true;
}

/** What of `now` is not as before, where values are told apart by `by`. */
export function difference<T extends object>(now: T, before: T | undefined, by: typeof equal): Difference<T> {
  const changed: Partial<T> = {};
  const keys = Object.keys(now) as (keyof T)[];
  for (const key of keys) if (!before || !(key in before) || !by(now[key], before[key])) changed[key] = now[key];
  const gone = before ? (Object.keys(before) as (keyof T)[]).filter((key) => !(key in now)) : [];
  return { changed, gone };
}

function withoutColumns(network: Network): Plain {
  const { nodeColumns: _nodes, edgeColumns: _edges, ...plain } = network;
  return plain;
}

const columnsBy = (make: (list: Lists) => (Column | number)[]): Parcel['network']['columns'] => ({
  nodeColumns: make('nodeColumns'),
  edgeColumns: make('edgeColumns'),
});

/** What of `now` the other side does not have, given what it was sent before. */
export function pack(now: Drawn, before: Drawn | undefined): Parcel {
  const same = (a: unknown, b: unknown): boolean => a === b;
  return {
    whole: before === undefined,
    network: {
      ...difference(withoutColumns(now.network), before && withoutColumns(before.network), same),
      columns: columnsBy((list) => {
        const held = new Map(before?.network[list].map((col, i) => [col, i]));
        return now.network[list].map((col) => held.get(col) ?? col);
      }),
    },
    // Looks are made anew each time, mostly with the same content.
    looks: difference(now.looks, before?.looks, equal),
    ...(now.main === before?.main ? {} : { main: now.main ?? null }),
  };
}

/** What there was before, as far as it is still there, with what changed. */
export function merged<T extends object>(before: T | undefined, { changed, gone }: Difference<T>): T {
  const lost = new Set<PropertyKey>(gone);
  const stays = Object.entries(before ?? {}).filter(([key]) => !lost.has(key));
  return { ...Object.fromEntries(stays), ...changed } as T;
}

/** The network and its looks; what did not change is shared with those before, and a network that did not change at all is the one before. */
export function unpack(parcel: Parcel, last: Drawn | undefined): Drawn {
  const before = parcel.whole ? undefined : last;
  const { changed, gone, columns } = parcel.network;
  const stays =
    before !== undefined &&
    Object.keys(changed).length + gone.length === 0 &&
    lists.every(
      (list) => columns[list].length === before.network[list].length && columns[list].every((col, i) => col === i),
    );
  const { main = before?.main } = parcel;
  const looks = { looks: merged(before?.looks, parcel.looks), ...(main ? { main } : {}) };
  if (stays) return { network: before.network, ...looks };
  const of = (list: Lists): Column[] =>
    columns[list].map((col) => (typeof col === 'number' ? (before?.network[list][col] as Column) : col));
  const plain = merged<Plain>(before && withoutColumns(before.network), { changed, gone });
  return {
    network: { ...plain, nodeColumns: of('nodeColumns'), edgeColumns: of('edgeColumns') },
    ...looks,
  };
}

/** Texts that go in pieces before what they belong to, so that the page is never held up by taking them in. */
const mostTexts = 10_000;

/** Stands in a copy for a long list of texts. */
interface Apart {
  textsApart: number;
}
const isApart = (one: object): one is Apart => 'textsApart' in one;

/**
 * A copy of plain data with typed arrays, the memory of the copies, which can be handed over while the original is kept, and its long lists of texts, in
 * whose places the copy has their numbers. Memory that is shared already is handed on; where `share` is true the arrays of `value` are copied into such if they
 * can be, for threads beyond the next, and since memory that is handed over counts as the page's own garbage: it would be cleared away while it is drawn.
 */
export function handedOver<T>(value: T, share = false): { copy: T; memory: ArrayBuffer[]; texts: string[][] } {
  const memory: ArrayBuffer[] = [];
  const texts: string[][] = [];
  const copied = (one: unknown): unknown => {
    if (ArrayBuffer.isView(one)) {
      if (isShared(one)) return one;
      const common = share && sharedCopy(one);
      if (common) return common;
      const own = (one as Uint8Array).slice();
      memory.push(own.buffer);
      return own;
    }
    // Texts are copied at the border anyway.
    if (Array.isArray(one) && typeof one[0] === 'string')
      return one.length > mostTexts
        ? ({ textsApart: texts.push(one as string[]) - 1 } satisfies Apart)
        : (one as unknown);
    if (Array.isArray(one)) return one.map((part) => copied(part));
    if (one === null || typeof one !== 'object') return one;
    return Object.fromEntries(Object.entries(one).map(([key, held]) => [key, copied(held)]));
  };
  return { copy: copied(value) as T, memory, texts };
}

/** Long lists with their numbers, in pieces. */
export function* pieces(texts: readonly string[][]): Generator<[list: number, piece: string[]]> {
  for (const [list, all] of texts.entries())
    for (let from = 0; from < all.length; from += mostTexts) yield [list, all.slice(from, from + mostTexts)];
}

/** Puts the lists of texts where their numbers stand. */
export function withTexts<T>(copy: T, texts: readonly string[][]): T {
  if (!texts.length) return copy;
  const filled = (one: unknown): unknown => {
    if (one === null || typeof one !== 'object' || ArrayBuffer.isView(one)) return one;
    if (Array.isArray(one)) return typeof one[0] === 'object' ? one.map(filled) : (one as unknown);
    if (isApart(one)) return texts[one.textsApart];
    return Object.fromEntries(Object.entries(one).map(([key, held]) => [key, filled(held)]));
  };
  return filled(copy) as T;
}
