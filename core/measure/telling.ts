/** What a measure's figures say of one network, in words. */
import type { Network } from '../graph';
import type { Measure } from './measure';
import { percent, short } from './words';

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
  if (equal.length > 1)
    sentences.push(
      `${equal.slice(0, 3).map(name).join(', ')}${equal.length > 3 ? ` and ${equal.length - 3} more` : ''} share the highest value, ${short(top)}.`,
    );
  else if (measure.lead)
    sentences.push(measure.lead(name(first), top, second === undefined ? undefined : values[second], net));
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
  if (measure.adds && sum > 0 && order.length >= 20) {
    const held = order.slice(0, tenth).reduce((total, i) => total + values[i], 0) / sum;
    sentences.push(`The highest tenth, ${tenth} of ${order.length}, hold ${percent(held)} of all.`);
  }
  return sentences;
}
