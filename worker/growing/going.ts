/** A network that grows is laid out on from how it lies; its nodes go to where they come to stand. */
import type { Shown } from './network';

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
