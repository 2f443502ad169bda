/** Measure: columns that say what stands out. */
import { z } from 'zod';
import { asColumns, measures } from '../../measure';
import { type Network, edgeCount, nodeCount, withColumn } from '../../graph';
import { Fault, counted } from '../../fault';
import { type StepKind, given } from '../step';

export const measureSchema = z.object({
  id: z.string(),
  kind: z.literal('measure'),
  on: z.boolean(),
  /** Keys of the registry. */
  measures: z.array(z.string()),
});
export type MeasureSettings = z.infer<typeof measureSchema>;

export const measure: StepKind<MeasureSettings> = {
  kind: 'measure',
  title: 'Measure',
  help: 'Compute what stands out. Each measure becomes a column of the nodes that later steps can read.',
  schema: measureSchema,
  summary: ({ measures: keys }) =>
    keys.map((key) => measures.find((one) => one.key === key)?.name ?? key).join(', ') || 'nothing chosen',
  async run(state, settings, context) {
    const { network, ...rest } = given(state);
    const chosen = settings.measures.map((key) => {
      const found = measures.find((one) => one.key === key);
      if (!found) throw new Fault(`There is no measure “${key}”. Take it out of the step.`, context.step);
      return found;
    });
    let measured: Network = network;
    let columns = 0;
    for (const [i, one] of chosen.entries()) {
      const values = await context.memo(`measure ${one.key}`, () =>
        one.compute(network, { breathe: (share) => context.breathe((i + share) / chosen.length) }),
      );
      for (const col of asColumns(one, values)) {
        measured = withColumn(measured, 'nodes', col, context.step);
        columns++;
      }
    }
    return {
      state: { ...rest, network: measured },
      result: counted(columns, 'column'),
      notes: [
        {
          text: `Run on the ${counted(nodeCount(network), 'node')} and ${counted(edgeCount(network), 'edge')} left before this step.`,
        },
      ],
    };
  },
};
