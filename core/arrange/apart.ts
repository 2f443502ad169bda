/** Moves nodes that cover each other apart. */
import type { Breath } from '../split';

const mostRounds = 300;
const { sqrt } = Math;

/**
 * Pushes pairs nearer than `least` map units apart, half each, until none is left or 300 rounds are done. Changes `positions` in place.
 * Near pairs are found on a grid of cells of that width, rebuilt each round by counting. Where many lie in one spot they are first spread around it.
 */
export async function keepApart(positions: Float32Array, least: number, breath: Breath): Promise<void> {
  const n = positions.length / 2;
  if (n < 2) return;
  openHeaps(positions, least);
  const cell = new Uint32Array(n);
  const members = new Uint32Array(n);
  for (let round = 0; round < mostRounds; round++) {
    await breath.breathe(1);
    let minX = Infinity;
    let minY = Infinity;
    let maxX = -Infinity;
    let maxY = -Infinity;
    for (let v = 0; v < n; v++) {
      minX = Math.min(minX, positions[2 * v]);
      maxX = Math.max(maxX, positions[2 * v]);
      minY = Math.min(minY, positions[2 * v + 1]);
      maxY = Math.max(maxY, positions[2 * v + 1]);
    }
    // Far-flung nodes would ask for more cells than there are nodes by far; wider cells are still right, only slower.
    const width = Math.max(
      least,
      Math.sqrt(((maxX - minX) * (maxY - minY)) / (8 * n)),
      (maxX - minX) / 4096,
      (maxY - minY) / 4096,
    );
    const across = Math.floor((maxX - minX) / width) + 1;
    const down = Math.floor((maxY - minY) / width) + 1;
    const offsets = new Uint32Array(across * down + 1);
    for (let v = 0; v < n; v++) {
      cell[v] =
        Math.floor((positions[2 * v] - minX) / width) + across * Math.floor((positions[2 * v + 1] - minY) / width);
      offsets[cell[v] + 1]++;
    }
    for (let c = 0; c < across * down; c++) offsets[c + 1] += offsets[c];
    const next = offsets.slice(0, -1);
    for (let v = 0; v < n; v++) members[next[cell[v]]++] = v;

    let moved = false;
    for (let v = 0; v < n; v++) {
      const column = cell[v] % across;
      const row = (cell[v] - column) / across;
      const firstRow = row > 0 ? row - 1 : 0;
      const lastRow = row + 1 < down ? row + 1 : row;
      const firstColumn = column > 0 ? column - 1 : 0;
      const lastColumn = column + 1 < across ? column + 1 : column;
      for (let r = firstRow; r <= lastRow; r++) {
        for (let c = firstColumn; c <= lastColumn; c++) {
          for (let k = offsets[r * across + c]; k < offsets[r * across + c + 1]; k++) {
            const u = members[k];
            if (u > v && part(positions, v, u, least)) moved = true;
          }
        }
      }
    }
    if (!moved) return;
  }
}

/** More nodes in one spot than this are a heap. */
const heap = 40;

/** Spreads the nodes of each heap evenly over a disc around it, in their order (Vogel 1979): pair by pair, each would be compared with all others. */
function openHeaps(positions: Float32Array, least: number): void {
  const n = positions.length / 2;
  const order = new Uint32Array(n);
  for (let v = 0; v < n; v++) order[v] = v;
  order.sort((a, b) => positions[2 * a] - positions[2 * b] || positions[2 * a + 1] - positions[2 * b + 1] || a - b);
  for (let from = 0; from < n;) {
    const [x, y] = [positions[2 * order[from]], positions[2 * order[from] + 1]];
    let to = from + 1;
    while (to < n && positions[2 * order[to]] === x && positions[2 * order[to] + 1] === y) to++;
    for (let i = 0; to - from > heap && i < to - from; i++) {
      const v = order[from + i];
      const radius = (least / 1.6) * Math.sqrt(i);
      positions[2 * v] += radius * Math.cos(i * 2.399963229728653);
      positions[2 * v + 1] += radius * Math.sin(i * 2.399963229728653);
    }
    from = to;
  }
}

/** Moves two nodes to just over the least distance; true when they were nearer than that. */
function part(positions: Float32Array, v: number, u: number, least: number): boolean {
  let dx = positions[2 * u] - positions[2 * v];
  let dy = positions[2 * u + 1] - positions[2 * v + 1];
  let distance = sqrt(dx * dx + dy * dy);
  if (distance >= least) return false;
  if (distance < 1e-6) {
    // In one place: part them in a direction of their own, so that a pile opens like a fan.
    const angle = (v * 2.399963229728653 + u) % (2 * Math.PI);
    dx = Math.cos(angle);
    dy = Math.sin(angle);
    distance = 1;
    const half = (least * 1.01) / 2;
    positions[2 * v] -= dx * half;
    positions[2 * v + 1] -= dy * half;
    positions[2 * u] += dx * half;
    positions[2 * u + 1] += dy * half;
    return true;
  }
  const half = (least * 1.01 - distance) / 2 / distance;
  positions[2 * v] -= dx * half;
  positions[2 * v + 1] -= dy * half;
  positions[2 * u] += dx * half;
  positions[2 * u + 1] += dy * half;
  return true;
}
