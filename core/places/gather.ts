/** Spots that lie close together taken as one place. */
import KDBush from 'kdbush';

export interface Gathered {
  /** The place of each spot. */
  of: Uint32Array;
  /** x and y of each place: the middle of its nodes. */
  places: Float32Array;
}

/**
 * The spot with most nodes is the first place, with all spots that are at most `reach` away from it; then the one with most nodes among the others, and so on.
 * `spots` holds x and y of each spot, `spotOf` the spot of each node, −1 for none.
 */
export function gathered(spots: Float32Array, spotOf: Int32Array, reach: number): Gathered {
  const n = spots.length / 2;
  const many = new Uint32Array(n);
  for (const spot of spotOf) if (spot >= 0) many[spot]++;
  const near = new KDBush(n, 64, Float32Array);
  for (let i = 0; i < n; i++) near.add(spots[2 * i], spots[2 * i + 1]);
  if (n) near.finish();
  const none = 0xffffffff;
  const of = new Uint32Array(n).fill(none);
  const places: number[] = [];
  for (const first of Uint32Array.from(many.keys()).sort((a, b) => many[b] - many[a] || a - b)) {
    if (of[first] !== none) continue;
    let [x, y, sum] = [0, 0, 0];
    for (const i of near.within(spots[2 * first], spots[2 * first + 1], reach)) {
      if (of[i] !== none) continue;
      of[i] = places.length / 2;
      x += many[i] * spots[2 * i];
      y += many[i] * spots[2 * i + 1];
      sum += many[i];
    }
    places.push(sum ? x / sum : spots[2 * first], sum ? y / sum : spots[2 * first + 1]);
  }
  return { of, places: Float32Array.from(places) };
}
