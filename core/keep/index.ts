/** Rules by which a Keep step narrows a network. To add one: a file beside this, and a line in both lists. */
import * as z from 'zod';
import {
  byDegree,
  byNumber,
  byStrength,
  byWeight,
  degreeSchema,
  numberSchema,
  strengthSchema,
  weightSchema,
} from './amounts';
import { backboneSchema, byBackbone, byStrongest, strongestSchema } from './backbone';
import {
  byIsolates,
  byNodes,
  bySample,
  byShortlist,
  byValues,
  isolatesSchema,
  nodesSchema,
  sampleSchema,
  shortlistSchema,
  valuesSchema,
} from './chosen';
import { byCondition, byConditionSchema } from './condition';
import {
  betweenSchema,
  byBetween,
  byComponent,
  byCore,
  byEgo,
  byReach,
  componentSchema,
  coreSchema,
  egoSchema,
  reachSchema,
} from './parts';
import type { KeepKind } from './rule';
import { bySift, siftedSchema } from './sifted';

export const keepRuleSchema = z.discriminatedUnion('by', [
  componentSchema,
  degreeSchema,
  strengthSchema,
  numberSchema,
  valuesSchema,
  byConditionSchema,
  coreSchema,
  egoSchema,
  reachSchema,
  betweenSchema,
  nodesSchema,
  shortlistSchema,
  sampleSchema,
  isolatesSchema,
  weightSchema,
  strongestSchema,
  backboneSchema,
  siftedSchema,
]);
export type KeepRule = z.infer<typeof keepRuleSchema>;

export const keepKinds = {
  component: byComponent,
  degree: byDegree,
  strength: byStrength,
  number: byNumber,
  values: byValues,
  condition: byCondition,
  core: byCore,
  ego: byEgo,
  reach: byReach,
  between: byBetween,
  nodes: byNodes,
  shortlist: byShortlist,
  sample: bySample,
  isolates: byIsolates,
  weight: byWeight,
  strongest: byStrongest,
  backbone: byBackbone,
  sift: bySift,
} as const;

/** The kind of a rule, its type set aside: the schema has parted them. */
export const keepKindOf = (rule: KeepRule): KeepKind<KeepRule> => keepKinds[rule.by];

export * from './condition';
export * from './rule';
export { type SiftedRule, siftColumns, siftTables } from './sifted';
export { disparity } from '../measure/disparity';
