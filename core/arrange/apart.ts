/** Moves nodes that cover each other apart. */
import type { Breath } from '../split';

const mostRounds = 300;

/**
 * Pushes pairs nearer than `least` map units apart, half each, until none is left or 300 rounds are done. Changes `positions` in place.
 * Near pairs are found on a grid of cells of that width, rebuilt each round by counting.
 */
export async function keepApart(positions: Float32Array, least: number, breath: Breath): Promise<void> {
  const n = positions.length / 2;
  if (n < 2) return;
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
      for (let r = Math.max(0, row - 1); r <= Math.min(down - 1, row + 1); r++) {
        for (let c = Math.max(0, column - 1); c <= Math.min(across - 1, column + 1); c++) {
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

/** Moves two nodes to just over the least distance; true when they were nearer than that. */
function part(positions: Float32Array, v: number, u: number, least: number): boolean {
  let dx = positions[2 * u] - positions[2 * v];
  let dy = positions[2 * u + 1] - positions[2 * v + 1];
  let distance = Math.sqrt(dx * dx + dy * dy);
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
