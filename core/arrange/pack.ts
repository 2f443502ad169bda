/** Parts of a network that no edge joins, set beside each other in rows instead of far out. */
import type { Components } from '../graph';

interface Box {
  part: number;
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Boxes set in rows from the top left, the tallest first; returns the room they take up and where each stands. */
function inRows(boxes: readonly Box[], most: number): { width: number; height: number; at: [number, number][] } {
  let [x, y, row, widest] = [0, 0, 0, 0];
  const at = boxes.map(({ width, height }): [number, number] => {
    if (x > 0 && x + width > most) {
      x = 0;
      y += row;
      row = 0;
    }
    const place: [number, number] = [x, y];
    x += width;
    row = Math.max(row, height);
    widest = Math.max(widest, x);
    return place;
  });
  return { width: widest, height: y + row, at };
}

/**
 * Moves the components, each keeping its own shape, so that none lies over another: one that holds half of the nodes stays, the others stand in rows at its
 * right; else all stand in rows, in a room of about 4 : 3. `room` map units lie around each. Changes `positions` in place.
 */
export function packParts(positions: Float32Array, { of, sizes }: Components, room: number): void {
  if (sizes.length < 2) return;
  const boxes = Array.from(sizes, (_, part): Box => ({
    part,
    left: Infinity,
    top: Infinity,
    width: -Infinity,
    height: -Infinity,
  }));
  for (let v = 0; v < of.length; v++) {
    const box = boxes[of[v]];
    const [x, y] = [positions[2 * v], positions[2 * v + 1]];
    box.left = Math.min(box.left, x);
    box.top = Math.min(box.top, y);
    // Right and bottom, for now.
    box.width = Math.max(box.width, x);
    box.height = Math.max(box.height, y);
  }
  for (const box of boxes) {
    box.width += room - box.left;
    box.height += room - box.top;
    box.left -= room / 2;
    box.top -= room / 2;
  }
  const moveX = new Float64Array(sizes.length);
  const moveY = new Float64Array(sizes.length);
  const place = (set: readonly Box[], most: number, left: number, top: number, middle: number): void => {
    const { height, at } = inRows(set, most);
    const down = middle ? (middle - height) / 2 : 0;
    set.forEach((box, i) => {
      moveX[box.part] = left + at[i][0] - box.left;
      moveY[box.part] = top + down + at[i][1] - box.top;
    });
  };
  const ordered = (set: readonly Box[]): Box[] => [...set].sort((a, b) => b.height - a.height || a.part - b.part);
  const area = (set: readonly Box[]): number => set.reduce((sum, { width, height }) => sum + width * height, 0);
  const [main, ...others] = boxes;
  if (2 * sizes[0] >= of.length) {
    const widest = others.reduce((most, { width }) => Math.max(most, width), 0);
    // As high as the main part at most, and no thin column where they are few.
    const most = Math.max(widest, (1.15 * area(others)) / main.height, Math.sqrt(0.75 * area(others)));
    place(ordered(others), most, main.left + main.width + room, main.top, main.height);
  } else place(ordered(boxes), Math.sqrt(area(boxes) * 1.5), 0, 0, 0);
  for (let v = 0; v < of.length; v++) {
    positions[2 * v] += moveX[of[v]];
    positions[2 * v + 1] += moveY[of[v]];
  }
}
