/** What a measure's figures say of one network, in words. */
import type { Network } from '../graph';
import type { Measure } from './measure';
import { own } from '../own';

const short = (value: number): string =>
  Number(value.toPrecision(4)).toLocaleString('en-GB', { maximumSignificantDigits: 4 }).replace('-', '−');
const percent = (share: number): string => `${short(100 * share)} %`;

/** Two or three sentences made from the values of a measure's first column. Empty where no node has a value. */
export function telling(net: Network, measure: Measure, values: Float64Array): string[] {
  const order = Array.from(values.keys())
    .filter((i) => !Number.isNaN(values[i]))
    .sort((a, b) => values[b] - values[a] || a - b);
  if (order.length === 0) return [];
  const name = (i: number): string =>
    measure.on === 'nodes'
      ? net.labels[i]
      : `${net.labels[net.source[i]]} ${net.directed ? '→' : '–'} ${net.labels[net.target[i]]}`;
  const [first, second] = order;
  const top = values[first];
  const sentences: string[] = [];
  if (top === values[order[order.length - 1]]) {
    return order.length === 1
      ? [`${name(first)} alone has a value, ${short(top)}.`]
      : [`All have the same value, ${short(top)}.`];
  }
  const equal = order.filter((i) => values[i] === top);
  const lead = own(leads, measure.key);
  if (equal.length > 1)
    sentences.push(
      `${equal.slice(0, 3).map(name).join(', ')}${equal.length > 3 ? ` and ${equal.length - 3} more` : ''} share the highest value, ${short(top)}.`,
    );
  else if (lead) sentences.push(lead(name(first), top, second === undefined ? undefined : values[second], net));
  else if (second !== undefined)
    sentences.push(
      `${name(first)} has the highest value, ${short(top)}; ${name(second)} follows with ${short(values[second])}.`,
    );
  const zero = order.filter((i) => values[i] === 0).length;
  if (zero > 0 && zero < order.length)
    sentences.push(
      `${percent(zero / order.length)} of the ${measure.on === 'nodes' ? 'nodes' : 'ties'} have none of it.`,
    );
  const sum = order.reduce((total, i) => total + Math.max(0, values[i]), 0);
  const tenth = Math.max(1, Math.round(order.length / 10));
  if (shared.has(measure.key) && sum > 0 && order.length >= 20) {
    const held = order.slice(0, tenth).reduce((total, i) => total + values[i], 0) / sum;
    sentences.push(`The highest tenth, ${tenth} of ${order.length}, hold ${percent(held)} of all.`);
  }
  return sentences;
}

/** Measures whose values add up to something. */
const shared = new Set([
  'degree',
  'in_degree',
  'out_degree',
  'strength',
  'in_strength',
  'out_strength',
  'betweenness',
  'betweenness_weighted',
  'pagerank',
  'pagerank_weighted',
  'hub',
  'edge_betweenness',
]);

type Lead = (name: string, top: number, next: number | undefined, net: Network) => string;
/** Pairs of others that a shortest path can join, each way when directed. */
const pairs = (net: Network): number => ((net.ids.length - 1) * (net.ids.length - 2)) / (net.directed ? 1 : 2);
const between: Lead = (name, top, next, net) =>
  `${name} lies on ${percent(top / pairs(net))} of the shortest paths that could join two others${next === undefined ? '' : `; the next on ${percent(next / pairs(net))}`}.`;
const counted =
  (what: string): Lead =>
  (name, top, next) =>
    `${name} has ${short(top)} ${what}${next === undefined ? '' : `, the next ${short(next)}`}.`;

const leads: Record<string, Lead> = {
  degree: counted('edges'),
  in_degree: counted('edges arriving'),
  out_degree: counted('edges leaving'),
  neighbours: counted('neighbours'),
  strength: (name, top, next, net) =>
    `${name} has a strength of ${short(top)} (${net.weightName})${next === undefined ? '' : `, the next of ${short(next)}`}.`,
  betweenness: between,
  betweenness_weighted: between,
  pagerank: (name, top, next, net) =>
    `A random walker is at ${name} ${percent(top)} of the time, ${short(top * net.ids.length)} times an even share${next === undefined ? '' : `; at the next ${percent(next)}`}.`,
  core_number: (_name, top) => `The innermost core has number ${short(top)}.`,
  reach: (name, top, _next, net) => `${name} reaches ${percent(top / Math.max(1, net.ids.length - 1))} of the others.`,
};
