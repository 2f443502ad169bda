/** Work of which the latest wins. */
import { pause, slice } from './pause';

/** Thrown out of work that a later one replaces. */
export class Stopped extends Error {}

/** One turn at a time for each kind of work. */
export class Turns<K> {
  private readonly turns = new Map<K, number>();

  /** Ends what goes on of this kind. */
  end(kind: K): number {
    const turn = (this.turns.get(kind) ?? 0) + 1;
    this.turns.set(kind, turn);
    return turn;
  }

  /** Begins work; what it is given lets the thread hear others now and then, tells how far it is, and throws {@link Stopped} when the turn is over. */
  begin(kind: K, told?: (share: number, step?: string) => void): (share?: number, step?: string) => Promise<void> {
    const turn = this.end(kind);
    let yielded = performance.now();
    return async (share = 0, step) => {
      if (performance.now() - yielded >= slice) {
        told?.(share, step);
        await pause();
        yielded = performance.now();
      }
      if (this.turns.get(kind) !== turn) throw new Stopped();
    };
  }
}

/** The work's result, or what stands for one that was stopped. */
export async function unlessStopped<T, S>(work: () => Promise<T>, stopped: S): Promise<T | S> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Stopped) return stopped;
    throw error;
  }
}
