/** Style: how nodes and edges look. */
import { z } from 'zod';
import { styleParts, dress } from '../../style';
import { nodeCount } from '../../graph';
import { type StepKind, given } from '../step';

export const styleSchema = z.object({
  id: z.string(),
  kind: z.literal('style'),
  on: z.boolean(),
  ...styleParts,
});
export type StyleStepSettings = z.infer<typeof styleSchema>;

export const style: StepKind<StyleStepSettings> = {
  kind: 'style',
  title: 'Style',
  help: 'Give nodes and edges colour, size, shape, labels and lines, all alike or by what they hold. The legend follows.',
  schema: styleSchema,
  summary: (settings) => {
    const rules = [
      settings.nodeColour,
      settings.nodeSize,
      settings.nodeShape,
      settings.edgeWidth,
      settings.edgePattern,
    ];
    const count = rules.filter((rule) => rule.by !== 'all').length;
    return count ? `${count} ${count === 1 ? 'rule' : 'rules'}` : 'all alike';
  },
  async run(state, settings, context) {
    const before = given(state);
    // Dressing here names missing columns at this step; the drawing itself is dressed at the end of the trail.
    if (nodeCount(before.network) > 0) dress(before.network, settings, context.step);
    return { state: { ...before, style: settings }, result: settings.legend ? 'legend on' : 'legend off' };
  },
};
