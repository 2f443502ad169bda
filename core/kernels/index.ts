/** The innermost loops in WebAssembly, each run on a memory of its own. */
import { bytes } from './bytes';

interface Exports {
  memory: WebAssembly.Memory;
  multiply(n: number, offsets: number, to: number, weight: number, diagonal: number, x: number, y: number): void;
  dot(n: number, a: number, b: number): number;
  addTimes(n: number, a: number, b: number, share: number): void;
  /** `sums` holds dangling and becomes dangling, total and change; `weight` 0: all are 1. */
  walk(
    n: number,
    offsets: number,
    to: number,
    weight: number,
    per: number,
    base: number,
    rank: number,
    share: number,
    anew: number,
    damping: number,
    spread: number,
    sums: number,
  ): void;
  triangles(n: number, first: number, node: number, counts: number, mark: number): void;
}

/** The loops over a memory in which arrays are laid one after the other. A view's `byteOffset` is its address. */
export interface Kernels extends Omit<Exports, 'memory'> {
  /** Room for a number of integers, all 0, or a copy of them. */
  integers(of: number | Uint32Array): Uint32Array;
  /** Room for a number of doubles, all 0, or a copy of them. */
  doubles(of: number | Float64Array): Float64Array;
}

const page = 65536;
let compiled: WebAssembly.Module | undefined;

/**
 * A memory with room for a number of bytes, and eight more for each of at most 64 arrays. Undefined where WebAssembly is switched off or there is no such
 * memory: the caller then has its plain way.
 */
export function kernels(room: number): Kernels | undefined {
  try {
    compiled ??= new WebAssembly.Module(Uint8Array.from(atob(bytes), (letter) => letter.charCodeAt(0)));
    const { memory, ...loops } = new WebAssembly.Instance(compiled).exports as unknown as Exports;
    // Nothing is laid at 0, which stands for no array.
    let end = 8;
    memory.grow(Math.ceil((room + 65 * 8) / page));
    const take = (size: number): number => {
      const at = end;
      end += (size + 7) & ~7;
      return at;
    };
    return {
      ...loops,
      integers(of) {
        const length = typeof of === 'number' ? of : of.length;
        const view = new Uint32Array(memory.buffer, take(4 * length), length);
        if (typeof of !== 'number') view.set(of);
        return view;
      },
      doubles(of) {
        const length = typeof of === 'number' ? of : of.length;
        const view = new Float64Array(memory.buffer, take(8 * length), length);
        if (typeof of !== 'number') view.set(of);
        return view;
      },
    };
  } catch (error) {
    if (error instanceof RangeError || error instanceof ReferenceError || error instanceof WebAssembly.CompileError)
      return undefined;
    throw error;
  }
}
