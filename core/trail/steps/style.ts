/** Style: how nodes and edges look. */
import * as z from 'zod';
import { rulesIn, styleParts, tryOn, withoutMissing } from '../../style';
import { followsSchema } from '../../style/follows';
import { nodeCount } from '../../graph';
import { counted } from '../../fault';
import { type StepKind, given } from '../step';

export const styleSchema = z.object({
  id: z.string(),
  kind: z.literal('style'),
  on: z.boolean(),
  ...styleParts,
  /** The kept look that it follows. */
  follows: followsSchema,
});
export type StyleStepSettings = z.infer<typeof styleSchema>;

export const style: StepKind<StyleStepSettings> = {
  kind: 'style',
  title: 'Style',
  help: 'Give nodes and edges colour, size, shape, labels and lines, all alike or by what they hold. The legend follows.',
  schema: styleSchema,
  first(net) {
    const has = (name: string): boolean => net?.nodeColumns.some((col) => col.name === name) ?? false;
    return {
      ...(has('group') ? { nodeColour: { by: 'category', column: 'group' } } : {}),
      ...(has('degree') ? { nodeSize: { by: 'amount', column: 'degree' } } : {}),
    };
  },
  goesBefore: [],
  reads: ({ follows }) => (follows ? { named: [follows.id] } : {}),
  summary: (settings) => {
    const count = rulesIn(settings);
    return count ? counted(count, 'rule') : 'all alike';
  },
  async run(state, settings, context) {
    const before = given(state);
    // Dressing here names missing columns at this step; the drawing itself is dressed at the end of the trail.
    if (nodeCount(before.network) > 0) tryOn(before.network, settings, context.step);
    return { state: { ...before, style: settings }, result: settings.legend ? 'legend on' : 'legend off' };
  },
  /** Where a column is not there yet, everything that has its columns is dressed. */
  sketch(state, settings) {
    const { nodeColumns, edgeColumns } = state.network;
    const nodes = new Set(nodeColumns.map(({ name }) => name));
    const edges = new Set(edgeColumns.map(({ name }) => name));
    const dressed = withoutMissing(settings, ({ of, name }) => (of === 'nodes' ? nodes : edges).has(name));
    return dressed === settings ? undefined : { ...state, style: dressed };
  },
};
