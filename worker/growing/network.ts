/** The network of a feed as a page has it: it grows by what comes. */
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
