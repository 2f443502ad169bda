/** A quadtree for Barnes–Hut sums over many bodies: what is far is listed once for all that share a leaf. */
import type { FarField } from './quadtree';

/** Halvings of the square along each side: bodies that they do not part share a leaf. */
const deepest = 16;
/** A cell of no more bodies than this is not divided. */
const fewest = 16;
/** A cell counts as one body where its side is shorter than √θ² times the way to it. */
const theta2 = 1.2;

/**
 * Bodies stand in Morton order, so that those of a cell are one range: `first[c]` up to `end[c]`. Cells stand in depth-first order: `skip[c]` is the next cell
 * outside c, so a walk needs no stack; a leaf's is c + 1.
 */
export class Ranges implements FarField {
  /** Body at each place of the order. */
  readonly order: Uint32Array;
  private readonly bodyX: Float64Array;
  private readonly bodyY: Float64Array;
  private readonly bodyMass: Float64Array;
  private readonly keys: Uint32Array;
  private readonly spareKeys: Uint32Array;
  private readonly spareOrder: Uint32Array;
  /** What a leaf feels: cells that are far, bodies that are near. */
  private feltX = new Float64Array(256);
  private feltY = new Float64Array(256);
  private feltMass = new Float64Array(256);
  mass: Float64Array;
  /** Centre of mass. */
  x: Float64Array;
  y: Float64Array;
  private side2: Float64Array;
  first: Uint32Array;
  end: Uint32Array;
  skip: Uint32Array;
  cells = 0;

  constructor(bodies: number) {
    this.order = new Uint32Array(bodies);
    this.spareOrder = new Uint32Array(bodies);
    this.keys = new Uint32Array(bodies);
    this.spareKeys = new Uint32Array(bodies);
    this.bodyX = new Float64Array(bodies);
    this.bodyY = new Float64Array(bodies);
    this.bodyMass = new Float64Array(bodies);
    const room = 64 + bodies;
    this.mass = new Float64Array(room);
    this.x = new Float64Array(room);
    this.y = new Float64Array(room);
    this.side2 = new Float64Array(room);
    this.first = new Uint32Array(room);
    this.end = new Uint32Array(room);
    this.skip = new Uint32Array(room);
  }

  /** Builds the tree over points (at[2i], at[2i + 1]) with masses. */
  build(at: Float64Array, masses: Float64Array): void {
    const n = this.order.length;
    this.cells = 0;
    if (n === 0) return;
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < n; i++) {
      const [x, y] = [at[2 * i], at[2 * i + 1]];
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      if (y > maxY) maxY = y;
    }
    const side = Math.max(maxX - minX, maxY - minY) * 1.0001 + 1e-9;
    const places = 2 ** deepest / side;
    for (let i = 0; i < n; i++) {
      this.keys[i] = spaced((at[2 * i] - minX) * places) | (spaced((at[2 * i + 1] - minY) * places) << 1);
      this.order[i] = i;
    }
    this.sort();
    for (let i = 0; i < n; i++) {
      const body = this.order[i];
      this.bodyX[i] = at[2 * body];
      this.bodyY[i] = at[2 * body + 1];
      this.bodyMass[i] = masses[body];
    }
    this.divide(0, n, 2 * deepest, side * side);
  }

  /** Sorts the keys, and the bodies with them, byte by byte. */
  private sort(): void {
    const n = this.order.length;
    let [keys, order, toKeys, toOrder] = [this.keys, this.order, this.spareKeys, this.spareOrder];
    for (let shift = 0; shift < 32; shift += 8) {
      const starts = new Uint32Array(257);
      for (let i = 0; i < n; i++) starts[((keys[i] >>> shift) & 255) + 1]++;
      for (let b = 0; b < 256; b++) starts[b + 1] += starts[b];
      for (let i = 0; i < n; i++) {
        const place = starts[(keys[i] >>> shift) & 255]++;
        toKeys[place] = keys[i];
        toOrder[place] = order[i];
      }
      [keys, order, toKeys, toOrder] = [toKeys, toOrder, keys, order];
    }
  }

  private grow(): void {
    const larger = <T extends Uint32Array | Float64Array>(array: T): T => {
      const copy = new (array.constructor as new (n: number) => T)(array.length * 2);
      copy.set(array);
      return copy;
    };
    this.mass = larger(this.mass);
    this.x = larger(this.x);
    this.y = larger(this.y);
    this.side2 = larger(this.side2);
    this.first = larger(this.first);
    this.end = larger(this.end);
    this.skip = larger(this.skip);
  }

  /** The cell of the bodies from `first` up to `end`, whose keys agree above the lowest `bits`. */
  private divide(first: number, end: number, bits: number, side2: number): void {
    const { keys } = this;
    // Squares that hold all their bodies in one quarter are passed over.
    while (bits > 0 && end - first > fewest && (keys[first] ^ keys[end - 1]) >>> (bits - 2) === 0) {
      bits -= 2;
      side2 /= 4;
    }
    const at = this.cells++;
    if (at >= this.skip.length) this.grow();
    let [m, x, y] = [0, 0, 0];
    this.first[at] = first;
    this.end[at] = end;
    this.side2[at] = side2;
    if (bits === 0 || end - first <= fewest) {
      for (let i = first; i < end; i++) {
        m += this.bodyMass[i];
        x += this.bodyMass[i] * this.bodyX[i];
        y += this.bodyMass[i] * this.bodyY[i];
      }
    } else {
      for (let begin = first, quarter = 0; quarter < 4 && begin < end; quarter++) {
        let [low, high] = [begin, end];
        while (low < high) {
          const middle = (low + high) >>> 1;
          if (((keys[middle] >>> (bits - 2)) & 3) > quarter) high = middle;
          else low = middle + 1;
        }
        if (low > begin) {
          const inner = this.cells;
          this.divide(begin, low, bits - 2, side2 / 4);
          m += this.mass[inner];
          x += this.mass[inner] * this.x[inner];
          y += this.mass[inner] * this.y[inner];
        }
        begin = low;
      }
    }
    this.mass[at] = m;
    this.x[at] = x / m;
    this.y[at] = y / m;
    this.skip[at] = this.cells;
  }

  /** Adds Σ m_j (p_i − p_j) / ‖p_i − p_j‖² over all other bodies to (to[2i], to[2i + 1]), far ones summed by cells, for those of a leaf at once. */
  push(to: Float64Array): void {
    const { cells, skip, first, end, bodyX, bodyY, order } = this;
    for (let leaf = 0; leaf < cells; leaf++) {
      if (skip[leaf] !== leaf + 1) continue;
      const felt = this.feel(leaf);
      const { feltX, feltY, feltMass } = this;
      for (let i = first[leaf]; i < end[leaf]; i++) {
        const [px, py] = [bodyX[i], bodyY[i]];
        let [fx, fy] = [0, 0];
        for (let k = 0; k < felt; k++) {
          const dx = px - feltX[k];
          const dy = py - feltY[k];
          const f = feltMass[k] / (dx * dx + dy * dy + 1e-7);
          fx += dx * f;
          fy += dy * f;
        }
        to[2 * order[i]] += fx;
        to[2 * order[i] + 1] += fy;
      }
    }
  }

  /** Lists what the bodies of a leaf feel; returns how many entries. */
  private feel(leaf: number): number {
    const { cells, skip, first, end, side2, x, y, mass, bodyX, bodyY, bodyMass } = this;
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = first[leaf]; i < end[leaf]; i++) {
      if (bodyX[i] < minX) minX = bodyX[i];
      if (bodyX[i] > maxX) maxX = bodyX[i];
      if (bodyY[i] < minY) minY = bodyY[i];
      if (bodyY[i] > maxY) maxY = bodyY[i];
    }
    let felt = 0;
    for (let c = 0; c < cells;) {
      // The way from the centre of the cell to the nearest point of the leaf's box.
      const dx = x[c] < minX ? minX - x[c] : x[c] > maxX ? x[c] - maxX : 0;
      const dy = y[c] < minY ? minY - y[c] : y[c] > maxY ? y[c] - maxY : 0;
      if (side2[c] < theta2 * (dx * dx + dy * dy)) {
        if (felt === this.feltX.length) this.more(felt);
        this.feltX[felt] = x[c];
        this.feltY[felt] = y[c];
        this.feltMass[felt++] = mass[c];
        c = skip[c];
        continue;
      }
      if (skip[c] === c + 1) {
        while (felt + end[c] - first[c] > this.feltX.length) this.more(felt);
        for (let i = first[c]; i < end[c]; i++) {
          this.feltX[felt] = bodyX[i];
          this.feltY[felt] = bodyY[i];
          this.feltMass[felt++] = bodyMass[i];
        }
      }
      c++;
    }
    return felt;
  }

  private more(used: number): void {
    const larger = (array: Float64Array<ArrayBuffer>): Float64Array<ArrayBuffer> => {
      const copy = new Float64Array(2 * array.length);
      copy.set(array.subarray(0, used));
      return copy;
    };
    this.feltX = larger(this.feltX);
    this.feltY = larger(this.feltY);
    this.feltMass = larger(this.feltMass);
  }
}

/** The lowest 16 bits of a number, each followed by a 0. */
function spaced(value: number): number {
  let bits = value & 0xffff;
  bits = (bits | (bits << 8)) & 0x00ff00ff;
  bits = (bits | (bits << 4)) & 0x0f0f0f0f;
  bits = (bits | (bits << 2)) & 0x33333333;
  return (bits | (bits << 1)) & 0x55555555;
}
