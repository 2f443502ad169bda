/** Looks while something is sifted: what is out of view is not drawn, what has no tie in view stands back, widths follow the weights in view. */
import type { Network } from '../graph';
import type { Looks } from '../style';
import type { Sifting } from './registry';
import type { SiftAnswer } from './sifter';

/** How much of their opacity nodes keep that have no tie in view. */
const dimmed = 0.22;

/** Marks of nodes, as the sifter gives them; said here too so that the page need not load it. */
const [out, here] = [0, 1];

/** The looks of what is in view. `byWeight` says whether widths follow the weight of ties. */
export function looksInView(
  net: Network,
  looks: Looks,
  { nodes, edges, weight }: Pick<SiftAnswer, 'nodes' | 'edges' | 'weight'>,
  untied: Sifting['untied'],
  byWeight: boolean,
): Looks {
  const gone = (v: number): boolean => nodes[v] === out || (nodes[v] !== here && untied === 'hidden');
  const opacity = looks.opacity.slice();
  for (let v = 0; v < opacity.length; v++) {
    if (gone(v)) opacity[v] = 0;
    else if (nodes[v] !== here) opacity[v] = Math.round(opacity[v] * dimmed);
  }
  const edgeColour = looks.edgeColour.slice();
  for (let e = 0; e < edges.length; e++) if (!edges[e]) edgeColour[4 * e + 3] = 0;
  return {
    ...looks,
    opacity,
    edgeColour,
    // What stands back has no name on the map.
    labelled: looks.labelled.filter((v) => nodes[v] === here),
    ...(looks.shade ? { shade: looks.shade.map((width, v) => (gone(v) ? 0 : width)) } : {}),
    ...(looks.group ? { group: looks.group.map((group, v) => (gone(v) ? -1 : group)) } : {}),
    ...(looks.edgeLabel ? { edgeLabel: looks.edgeLabel.map((text, e) => (edges[e] ? text : '')) } : {}),
    ...(weight && byWeight ? { edgeWidth: widthsBy(net.weight, looks.edgeWidth, weight) } : {}),
  };
}

/** The width that each weight in view would have had, read off those that ties have: by weight, between the nearest two. */
export function widthsBy(before: Float64Array, widths: Float32Array, weight: Float64Array): Float32Array {
  const order = Uint32Array.from(before.keys()).sort((a, b) => before[a] - before[b]);
  const known: number[] = [];
  const wide: number[] = [];
  for (const e of order) {
    if (Number.isNaN(before[e]) || known.at(-1) === before[e]) continue;
    known.push(before[e]);
    wide.push(widths[e]);
  }
  return widths.map((width, e) => {
    if (weight[e] === before[e] || known.length === 0) return width;
    let [low, high] = [0, known.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (known[middle] <= weight[e]) low = middle;
      else high = middle - 1;
    }
    const next = Math.min(known.length - 1, low + 1);
    const share = known[next] > known[low] ? (weight[e] - known[low]) / (known[next] - known[low]) : 0;
    return wide[low] + (wide[next] - wide[low]) * Math.max(0, Math.min(1, share));
  });
}
