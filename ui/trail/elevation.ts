/** The profile under the trail: how much of the network is left at each step. */

export interface Tile {
  /** Share of the first step's nodes that are left, 0 to 1; undefined where nothing is known yet. */
  share: number | undefined;
}

/**
 * The profile's outline as an SVG path over tiles of `width`, at most `height` high, slopes between tiles of different height. Heights are the square root of the
 * shares, so that small remainders can still be seen. A tile of unknown share is as high as the one before it.
 */
export function elevationPath(tiles: readonly Tile[], width: number, height: number): string {
  if (tiles.length === 0) return '';
  const slope = 12;
  let share = 1;
  const heights = tiles.map((tile) => {
    share = tile.share ?? share;
    return height * (1 - Math.sqrt(Math.max(0, Math.min(1, share))));
  });
  let path = `M0,${height} L0,${round(heights[0])}`;
  heights.forEach((top, i) => {
    const end = (i + 1) * width;
    const next = heights[i + 1];
    if (next === undefined) path += ` L${end},${round(top)}`;
    else if (next === top) path += ` L${end},${round(top)}`;
    else path += ` L${end - slope / 2},${round(top)} L${end + slope / 2},${round(next)}`;
  });
  return `${path} L${tiles.length * width},${height} Z`;
}

const round = (value: number): number => Math.round(value * 10) / 10;
