/** All step kinds. */
import * as z from 'zod';
import { tiesSchema } from '../ties';
import { ties } from './steps/ties';
import { project, projectSchema } from './steps/project';
import { combine, combineSchema } from './steps/combine';
import { derive, deriveSchema } from './steps/derive';
import { keep, keepSchema } from './steps/keep';
import { measure, measureSchema } from './steps/measure';
import { gather, gatherSchema } from './steps/gather';
import { groups, groupsSchema } from './steps/groups';
import { arrange, arrangeSchema } from './steps/arrange';
import { style, styleSchema } from './steps/style';
import type { Network } from '../graph';
import type { Reads, StepKind } from './step';

export const stepKinds = { ties, project, keep, combine, derive, measure, groups, gather, arrange, style } as const;

export const stepSchema = z.discriminatedUnion('kind', [
  tiesSchema,
  projectSchema,
  keepSchema,
  combineSchema,
  deriveSchema,
  measureSchema,
  groupsSchema,
  gatherSchema,
  arrangeSchema,
  styleSchema,
]);
export type Step = z.infer<typeof stepSchema>;

/** A longer trail is no account of what was done any more. */
export const mostSteps = 200;
const tooLong = `A trail has ${mostSteps} steps at most. Take some out, or go on in a network of its own.`;
const noSteps = 'A trail begins with a Ties step; this one has none.';

export const trailSchema = z
  .object({ steps: z.array(stepSchema).min(1, noSteps).max(mostSteps, tooLong) })
  .superRefine(({ steps }, check) => {
    const ids = new Set<string>();
    steps.forEach((step, i) => {
      if ((step.kind === 'ties') !== (i === 0)) {
        check.addIssue({ code: 'custom', path: ['steps', i], message: 'A trail begins with its one Ties step.' });
      }
      if (ids.has(step.id)) {
        check.addIssue({ code: 'custom', path: ['steps', i, 'id'], message: `Two steps have the id ${step.id}.` });
      }
      ids.add(step.id);
    });
  });
export type Trail = z.infer<typeof trailSchema>;

/** The kind of a step, with its settings' type set aside: the schema has already parted them. */
export function kindOf(step: Step): StepKind<Step> {
  return stepKinds[step.kind];
}

/** What a step reads of the study. */
export const readsOf = (step: Step): Reads => kindOf(step).reads?.(step) ?? {};

/** Settings in a few words. */
export const summaryOf = (step: Step): string => kindOf(step).summary(step);

/** What a new step begins with, from what the network holds. */
export const firstSettings = (kind: Step['kind'], net: Network | undefined): object =>
  stepKinds[kind].first?.(net) ?? {};

/** Where a new step goes: before those at the end of the trail that its kind goes before, unless one of them makes what it reads. */
export function placeFor(steps: readonly Step[], step: Step): number {
  const { goesBefore, readsColumns } = kindOf(step);
  const read = readsColumns?.(step) ?? [];
  let at = steps.length;
  while (at > 1 && goesBefore.includes(steps[at - 1].kind)) {
    const made = kindOf(steps[at - 1]).makes?.(steps[at - 1]) ?? [];
    if (made.some((column) => read.includes(column))) break;
    at--;
  }
  return at;
}

/** A step of a kind with its defaults, its id not yet used in the trail. */
export function newStep(trail: Trail, kind: Step['kind'], settings: object): Step {
  let number = trail.steps.length + 1;
  while (trail.steps.some((step) => step.id === `s${number}`)) number++;
  return stepKinds[kind].schema.parse({ id: `s${number}`, kind, on: true, ...settings });
}
