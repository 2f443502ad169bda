/** The network of a feed as the page has it: it grows by what comes, and is laid out on from how it lies. */
import { mostBegun } from '@/core/arrange';

export interface Shown {
  names: string[];
  kinds: string[];
  /** Ends of ties, two by two, and their weights. */
  ends: Uint32Array;
  weight: Float64Array;
  degree: Uint32Array;
  /** The numbers that the feed has for the nodes. */
  of: Uint32Array;
}

export class Growing {
  private readonly nodes = new Map<number, { name: string; kind: string }>();
  private readonly ties = new Map<string, [number, number, number]>();
  /** Grows with every change. */
  turn = 0;

  add(
    anew: boolean,
    added: readonly (readonly [number, string, string])[],
    changed: readonly (readonly [number, number, number])[],
  ): void {
    if (anew) {
      this.nodes.clear();
      this.ties.clear();
    }
    if (!anew && !added.length && !changed.length) return;
    for (const [node, kind, name] of added) this.nodes.set(node, { name, kind });
    for (const [a, b, weight] of changed) this.ties.set(`${a} ${b}`, [a, b, weight]);
    this.turn++;
  }

  /** What is drawn: all of it, or the nodes with most ties, as many as can be laid out while one looks. */
  shown(most = mostBegun): Shown {
    const degrees = new Map<number, number>([...this.nodes.keys()].map((node) => [node, 0]));
    for (const [a, b] of this.ties.values())
      for (const end of [a, b]) if (degrees.has(end)) degrees.set(end, (degrees.get(end) ?? 0) + 1);
    let of = [...degrees.keys()].sort((a, b) => a - b);
    if (of.length > most)
      of = of
        .sort((a, b) => (degrees.get(b) ?? 0) - (degrees.get(a) ?? 0) || a - b)
        .slice(0, most)
        .sort((a, b) => a - b);
    const place = new Map(of.map((node, v) => [node, v]));
    const ties = [...this.ties.values()].flatMap(([a, b, weight]) => {
      const [from, to] = [place.get(a), place.get(b)];
      return from === undefined || to === undefined || from === to ? [] : [[from, to, weight] as const];
    });
    return {
      names: of.map((node) => this.nodes.get(node)?.name ?? ''),
      kinds: of.map((node) => this.nodes.get(node)?.kind ?? ''),
      ends: Uint32Array.from(ties.flatMap(([a, b]) => [a, b])),
      weight: Float64Array.from(ties, ([, , weight]) => weight),
      degree: Uint32Array.from(of, (node) => degrees.get(node) ?? 0),
      of: Uint32Array.from(of),
    };
  }
}

/** Where nodes stand and go: each from where it was to where it is laid, in so many milliseconds. */
export class Going {
  private readonly from = new Map<number, [number, number]>();
  private to = new Map<number, [number, number]>();
  /** When nodes were first seen. */
  readonly seen = new Map<number, number>();
  private began = 0;

  constructor(private readonly lasts = 700) {}

  /** Places by the feed's numbers as they are at a time; NaN where a node has none yet. */
  places(of: Uint32Array, now: number): Float32Array {
    const share = Math.min(1, (now - this.began) / this.lasts);
    const eased = share * share * (3 - 2 * share);
    const at = new Float32Array(2 * of.length).fill(NaN);
    of.forEach((node, v) => {
      const to = this.to.get(node);
      if (!to) return;
      const from = this.from.get(node) ?? to;
      at[2 * v] = from[0] + (to[0] - from[0]) * eased;
      at[2 * v + 1] = from[1] + (to[1] - from[1]) * eased;
    });
    return at;
  }

  /** Goes to new places from where nodes are; new ones come from the middle of their neighbours. */
  go({ of, ends }: Pick<Shown, 'of' | 'ends'>, positions: Float32Array, now: number): void {
    const before = this.places(of, now);
    const beside = new Map<number, number>();
    for (let e = 0; e < ends.length; e += 2) {
      beside.set(ends[e], ends[e + 1]);
      beside.set(ends[e + 1], ends[e]);
    }
    const next = new Map<number, [number, number]>();
    of.forEach((node, v) => {
      const to: [number, number] = [positions[2 * v], positions[2 * v + 1]];
      const neighbour = beside.get(v);
      const known = !Number.isNaN(before[2 * v]);
      const from: [number, number] = known
        ? [before[2 * v], before[2 * v + 1]]
        : neighbour !== undefined && !Number.isNaN(before[2 * neighbour])
          ? [before[2 * neighbour], before[2 * neighbour + 1]]
          : to;
      this.from.set(node, from);
      next.set(node, to);
      if (!this.seen.has(node)) this.seen.set(node, now);
    });
    this.to = next;
    this.began = now;
  }

  moving(now: number): boolean {
    return now - this.began < this.lasts;
  }
}
