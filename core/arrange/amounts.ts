/** Places from two columns. */
import { type Scale, shares } from '../amounts';
import { type Network, nodeCount } from '../graph';
import { amountsAt } from './columns';

export interface AmountsSettings {
  x: string;
  y: string;
  xScale: Scale;
  yScale: Scale;
  wide: number;
  high: number;
}

/** Empty room between those with a value and those without, as a share of the field. */
const gap = 0.12;

/** Where each value stands from −½ to ½; those without one at −½ − {@link gap}. */
function along(net: Network, column: string, scale: Scale): Float64Array {
  const { shares: placed } = shares(amountsAt(net, column), scale);
  return Float64Array.from(placed, (share) => (Number.isNaN(share) ? -0.5 - gap : share - 0.5));
}

/** x and y of each node: x grows to the right, y upwards, each over the whole field. Nodes without one of the values stand in a line outside of it. */
export function amountsLayout(net: Network, settings: AmountsSettings): Float32Array {
  const x = along(net, settings.x, settings.xScale);
  const y = along(net, settings.y, settings.yScale);
  const positions = new Float32Array(2 * nodeCount(net));
  for (let v = 0; v < x.length; v++) {
    positions[2 * v] = x[v] * settings.wide;
    positions[2 * v + 1] = -y[v] * settings.high;
  }
  return positions;
}

/** x and y as two columns give them, in one proportion, the larger side `wide` map units; nodes without a place stand in a row below. */
export function givenLayout(
  net: Network,
  { x: byX, y: byY, upward, wide }: { x: string; y: string; upward: boolean; wide: number },
): Float32Array {
  const [x, y] = [amountsAt(net, byX), amountsAt(net, byY)];
  const there = Array.from(x.keys()).filter((v) => !Number.isNaN(x[v]) && !Number.isNaN(y[v]));
  const [left, right, low, high] = there.reduce(
    ([l, r, b, t], v) => [Math.min(l, x[v]), Math.max(r, x[v]), Math.min(b, y[v]), Math.max(t, y[v])],
    [Infinity, -Infinity, Infinity, -Infinity],
  );
  const scale = wide / (Math.max(right - left, high - low) || 1);
  const positions = new Float32Array(2 * nodeCount(net));
  for (const v of there) {
    positions[2 * v] = (x[v] - (left + right) / 2) * scale;
    positions[2 * v + 1] = (y[v] - (low + high) / 2) * scale * (upward ? -1 : 1);
  }
  const without = Array.from(x.keys()).filter((v) => Number.isNaN(x[v]) || Number.isNaN(y[v]));
  const below = there.length ? ((high - low) * scale) / 2 + wide * gap : 0;
  without.forEach((v, i) => {
    positions[2 * v] = (i - (without.length - 1) / 2) * Math.min(24, wide / without.length);
    positions[2 * v + 1] = below;
  });
  return positions;
}
