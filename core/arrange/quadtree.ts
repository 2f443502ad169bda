/** A quadtree for Barnes–Hut sums (Barnes & Hut 1986), kept in flat arrays that are used again for every build. */

const deepest = 24;
/** A cell counts as one body where its side is shorter than √θ² times the way to it. */
const theta2 = 0.9;

/** Sums over all bodies, those that are far taken together. */
export interface FarField {
  /** Takes in points (at[2i], at[2i + 1]) with masses. */
  build(at: Float64Array, masses: Float64Array): void;
  /** Adds Σ m_j (p_i − p_j) / ‖p_i − p_j‖² over all other bodies to (to[2i], to[2i + 1]). */
  push(to: Float64Array): void;
}

/**
 * Cells stand in depth-first order: `skip[c]` is the next cell outside c, so a walk needs no stack.
 * A leaf holds one body, or several that share a place at the greatest depth.
 */
export class Quadtree implements FarField {
  private child: Int32Array;
  private cellMass: Float64Array;
  private cellX: Float64Array;
  private cellY: Float64Array;
  private body: Int32Array;
  /** The walk's arrays: centre of mass, mass, squared side length (0 for leaves), next cell outside. */
  mass: Float64Array;
  x: Float64Array;
  y: Float64Array;
  side2: Float64Array;
  skip: Int32Array;
  cells = 0;
  private at: Float64Array = new Float64Array(0);

  constructor(bodies: number) {
    const room = Math.max(16, 4 * bodies + 4 * deepest);
    this.child = new Int32Array(room * 4);
    this.cellMass = new Float64Array(room);
    this.cellX = new Float64Array(room);
    this.cellY = new Float64Array(room);
    this.body = new Int32Array(room);
    this.mass = new Float64Array(room);
    this.x = new Float64Array(room);
    this.y = new Float64Array(room);
    this.side2 = new Float64Array(room);
    this.skip = new Int32Array(room);
  }

  private grow(): void {
    const larger = <T extends Int32Array | Float64Array>(array: T): T => {
      const copy = new (array.constructor as new (n: number) => T)(array.length * 2);
      copy.set(array);
      return copy;
    };
    this.child = larger(this.child);
    this.cellMass = larger(this.cellMass);
    this.cellX = larger(this.cellX);
    this.cellY = larger(this.cellY);
    this.body = larger(this.body);
    this.mass = larger(this.mass);
    this.x = larger(this.x);
    this.y = larger(this.y);
    this.side2 = larger(this.side2);
    this.skip = larger(this.skip);
  }

  build(at: Float64Array, masses: Float64Array): void {
    const n = masses.length;
    this.at = at;
    let minX = Infinity;
    let minY = Infinity;
    let maxX = -Infinity;
    let maxY = -Infinity;
    for (let i = 0; i < n; i++) {
      if (at[2 * i] < minX) minX = at[2 * i];
      if (at[2 * i] > maxX) maxX = at[2 * i];
      if (at[2 * i + 1] < minY) minY = at[2 * i + 1];
      if (at[2 * i + 1] > maxY) maxY = at[2 * i + 1];
    }
    const side = Math.max(maxX - minX, maxY - minY) * 1.0001 + 1e-9;
    this.cells = 0;
    if (n === 0) return;
    let count = 1;
    this.clear(0);
    for (let i = 0; i < n; i++) {
      let cell = 0;
      let left = minX;
      let top = minY;
      let half = side / 2;
      for (let depth = 0; ; depth++) {
        const m = masses[i];
        this.cellMass[cell] += m;
        this.cellX[cell] += m * at[2 * i];
        this.cellY[cell] += m * at[2 * i + 1];
        const held = this.body[cell];
        if (held === -1 || (held >= 0 && depth >= deepest)) {
          this.body[cell] = i;
          break;
        }
        if (held >= 0) {
          // A leaf becomes an inner cell: the body it held moves one level down.
          const quarter = (at[2 * held] >= left + half ? 1 : 0) + (at[2 * held + 1] >= top + half ? 2 : 0);
          if (count + 2 >= this.skip.length) this.grow();
          const down = count++;
          this.clear(down);
          this.child[4 * cell + quarter] = down;
          this.body[down] = held;
          this.cellMass[down] = masses[held];
          this.cellX[down] = masses[held] * at[2 * held];
          this.cellY[down] = masses[held] * at[2 * held + 1];
          this.body[cell] = -2;
        }
        const right = at[2 * i] >= left + half ? 1 : 0;
        const below = at[2 * i + 1] >= top + half ? 1 : 0;
        const slot = 4 * cell + right + 2 * below;
        left += right * half;
        top += below * half;
        half /= 2;
        if (this.child[slot] < 0) {
          if (count + 2 >= this.skip.length) this.grow();
          this.child[slot] = count;
          this.clear(count);
          count++;
        }
        cell = this.child[slot];
      }
    }
    this.line(0, side * side);
  }

  private clear(cell: number): void {
    this.child.fill(-1, 4 * cell, 4 * cell + 4);
    this.cellMass[cell] = 0;
    this.cellX[cell] = 0;
    this.cellY[cell] = 0;
    this.body[cell] = -1;
  }

  /** Lays the cells out in depth-first order. */
  private line(cell: number, side2: number): void {
    const at = this.cells++;
    const m = this.cellMass[cell];
    this.mass[at] = m;
    this.x[at] = this.cellX[cell] / m;
    this.y[at] = this.cellY[cell] / m;
    const inner = this.body[cell] === -2;
    this.side2[at] = inner ? side2 : 0;
    if (inner) {
      for (let q = 0; q < 4; q++) if (this.child[4 * cell + q] >= 0) this.line(this.child[4 * cell + q], side2 / 4);
    }
    this.skip[at] = this.cells;
  }

  push(to: Float64Array): void {
    const { at, mass, x, y, side2, skip, cells } = this;
    for (let v = 0; 2 * v < at.length; v++) {
      const px = at[2 * v];
      const py = at[2 * v + 1];
      let fx = 0;
      let fy = 0;
      for (let c = 0; c < cells;) {
        const dx = px - x[c];
        const dy = py - y[c];
        const d2 = dx * dx + dy * dy;
        if (side2[c] < theta2 * d2 || side2[c] === 0) {
          const f = mass[c] / (d2 + 1e-7);
          fx += dx * f;
          fy += dy * f;
          c = skip[c];
        } else c++;
      }
      to[2 * v] += fx;
      to[2 * v + 1] += fy;
    }
  }
}
