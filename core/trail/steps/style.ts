/** Style: how nodes and edges look. */
import * as z from 'zod';
import { styleParts, dress, plainStyle } from '../../style';
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
  first(net) {
    const has = (name: string): boolean => net?.nodeColumns.some((col) => col.name === name) ?? false;
    return {
      ...(has('group') ? { nodeColour: { by: 'category', column: 'group' } } : {}),
      ...(has('degree') ? { nodeSize: { by: 'amount', column: 'degree' } } : {}),
    };
  },
  goesBefore: [],
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
  /** Where a column is not there yet, everything that has its columns is dressed. */
  sketch(state, settings) {
    const { nodeColumns, edgeColumns } = state.network;
    const nodes = new Set(nodeColumns.map(({ name }) => name));
    const edges = new Set(['weight', ...edgeColumns.map(({ name }) => name)]);
    const there = (rule: { by: string }, columns: ReadonlySet<string>): boolean =>
      !('column' in rule) || columns.has(rule.column as string);
    const { nodeColour, nodeSize, nodeShape, edgeWidth, edgePattern, labels } = settings;
    const dressed = {
      ...settings,
      nodeColour: there(nodeColour, nodes) ? nodeColour : plainStyle.nodeColour,
      nodeSize: there(nodeSize, nodes) ? nodeSize : plainStyle.nodeSize,
      nodeShape: there(nodeShape, nodes) ? nodeShape : plainStyle.nodeShape,
      edgeWidth: there(edgeWidth, edges) ? edgeWidth : plainStyle.edgeWidth,
      edgePattern: there(edgePattern, edges) ? edgePattern : plainStyle.edgePattern,
      labels: labels.by === undefined || nodes.has(labels.by) ? labels : { ...labels, by: undefined },
    };
    const whole = (Object.keys(dressed) as (keyof typeof dressed)[]).every((part) => dressed[part] === settings[part]);
    return whole ? undefined : { ...state, style: dressed };
  },
};
