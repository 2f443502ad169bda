/** Measure: columns that say what stands out. */
import * as z from 'zod';
import {
  type Measure,
  asColumns,
  measureColumns,
  measures,
  optionsSchema,
  plainOptions,
  secondsFor,
  splits,
} from '../../measure';
import { type Network, edgeCount, nodeCount, withColumn } from '../../graph';
import { Fault, counted } from '../../fault';
import { type Note, type StepKind, type Work, given } from '../step';

export const measureSchema = z.object({
  id: z.string(),
  kind: z.literal('measure'),
  on: z.boolean(),
  /** Keys of the registry. */
  measures: z.array(z.string()),
  /** Settings that differ from the usual ones. */
  options: optionsSchema.partial().optional(),
});
export type MeasureSettings = z.infer<typeof measureSchema>;

/** The options that a measure reads, as a text: what it is kept under. */
function optionsKey(measure: Measure, options: z.infer<typeof optionsSchema>): string {
  return JSON.stringify((measure.uses ?? []).map((name) => options[name] ?? null));
}

const memoName = (measure: Measure, options: z.infer<typeof optionsSchema>): string =>
  `measure ${measure.key} ${optionsKey(measure, options)}`;

/** Seconds that a first picture may wait for. */
const moment = 0.3;

/** Share of the whole work that a sample of sources takes. */
const sampleShare = (measure: Measure, { pivots }: z.infer<typeof optionsSchema>, nodes: number): number =>
  pivots && measure.uses?.includes('pivots') ? Math.min(1, pivots / Math.max(1, nodes)) : 1;

function worksOf(net: Network, settings: MeasureSettings): Work[] {
  const options = { ...plainOptions, ...settings.options };
  return settings.measures.flatMap((key) => {
    const one = measures.find((measure) => measure.key === key);
    if (!one) return [];
    const seconds = secondsFor(net, one.cost) * sampleShare(one, options, nodeCount(net));
    return { key: memoName(one, options), name: one.name, seconds, splits: splits(one.cost) };
  });
}

export const measure: StepKind<MeasureSettings> = {
  kind: 'measure',
  title: 'Measure',
  help: 'Compute what stands out. Each measure becomes a column of the nodes or edges that later steps can read.',
  schema: measureSchema,
  first: () => ({ measures: ['degree', 'betweenness'] }),
  goesBefore: ['gather', 'arrange', 'style'],
  makes: ({ measures: keys }) => keys.flatMap((key) => measureColumns(key)),
  summary: ({ measures: keys }) =>
    keys.map((key) => measures.find((one) => one.key === key)?.name ?? key).join(', ') || 'nothing chosen',
  works: ({ network }, settings) => worksOf(network, settings),
  /** Work of more than a moment is done after the first picture. */
  sketch: (state, settings) =>
    worksOf(state.network, settings).reduce((sum, { seconds }) => sum + seconds, 0) > moment ? state : undefined,
  async run(state, settings, context) {
    const { network, ...rest } = given(state);
    const options = { ...plainOptions, ...settings.options };
    const chosen = settings.measures.map((key) => {
      const found = measures.find((one) => one.key === key);
      if (!found) throw new Fault(`There is no measure “${key}”. Take it out of the step.`, context.step);
      return found;
    });
    let measured: Network = network;
    let columns = 0;
    const faults: Note[] = [];
    for (const [i, one] of chosen.entries()) {
      const read = options.undirected && one.uses?.includes('undirected') ? { ...network, directed: false } : network;
      let values: Float64Array[];
      try {
        values = await context.memo(memoName(one, options), () =>
          one.compute(
            read,
            { breathe: (share) => context.breathe((i + share) / chosen.length), crew: context.crew },
            options,
          ),
        );
      } catch (error) {
        // One measure that is not defined leaves the others standing.
        if (!(error instanceof Fault)) throw error;
        faults.push({ text: `${one.name}: ${error.message}` });
        continue;
      }
      for (const [c, col] of asColumns(one, values).entries()) {
        if (one.columns[c].directedOnly && !network.directed) continue;
        measured = withColumn(measured, one.on, col, context.step, { said: one.said?.(options, network) });
        columns++;
      }
    }
    if (columns === 0 && faults.length) throw new Fault(faults.map(({ text }) => text).join(' '), context.step);
    return {
      state: { ...rest, network: measured },
      result: counted(columns, 'column'),
      notes: [
        ...faults,
        {
          text: `Run on the ${counted(nodeCount(network), 'node')} and ${counted(edgeCount(network), 'edge')} left before this step${options.undirected ? ', direction ignored' : ''}.`,
        },
      ],
    };
  },
};
