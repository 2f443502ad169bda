import { type Measure, type MeasureOptions, measures, plainOptions } from '../../measure';
import type { Telling, Told } from '../told';
import { and } from './words';

const chosen = (keys: readonly string[]): Measure[] =>
  keys.flatMap((key) => measures.find((one) => one.key === key) ?? []);

/** The source, without what it says of estimates where none were made. */
const sourceOf = (one: Measure, { pivots }: MeasureOptions): string =>
  pivots && one.uses?.includes('pivots') ? one.source : one.source.replace(/, estimates after [^;]*/, '');

/** `betweenness (Freeman 1977; …), estimated from 500 sources` */
function words(one: Measure, options: MeasureOptions, { network }: Told): string {
  const said = one.said?.(options, network);
  return `${one.name.replace(/^[A-Z](?=[a-z]*([ ,]|$))/, (letter) => letter.toLowerCase())}${said ? `, ${said}` : ''} (${sourceOf(one, options)})`;
}

export const measure: Telling<'measure'> = {
  sentences(step, told) {
    const found = chosen(step.measures);
    if (!found.length) return [];
    const options = { ...plainOptions, ...step.options };
    return [`Computed: ${and(found.map((one) => words(one, options, told)))}.`];
  },
  sources: ({ measures: keys, options }) => chosen(keys).map((one) => sourceOf(one, { ...plainOptions, ...options })),
};
