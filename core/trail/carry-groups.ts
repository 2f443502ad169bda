/** Keeps names and colours of groups while steps before them are changed. */
import { type Step, type Trail } from './registry';
import { groupColumn } from './steps/groups';
import { type KnownGroup, knownOf, strengths } from '../groups';
import type { Network } from '../graph';

/** The groups of a step as they are shown now, as the step is to remember them. */
export function shownGroups(net: Network, step: Extract<Step, { kind: 'groups' }>): KnownGroup[] | undefined {
  const col = net.nodeColumns.find(({ name }) => name === groupColumn);
  if (col?.type !== 'text' || !col.marks || col.computed?.step !== step.id) return undefined;
  return knownOf(net, col, strengths(net), step.byHand);
}

/** The trail with each Groups step remembering its groups, where something at or before it has changed and it was not changed by hand itself. */
export function carryGroups(before: Trail, after: Trail, net: Network | undefined): Trail {
  if (!net) return after;
  const changed = after.steps.findIndex((step, i) => step !== before.steps[i]);
  if (changed < 0) return after;
  let carried = false;
  const steps = after.steps.map((step, i) => {
    if (step.kind !== 'groups' || i < changed) return step;
    const earlier = before.steps.find(({ id }) => id === step.id);
    if (earlier?.kind !== 'groups' || step.known !== earlier.known) return step;
    const known = shownGroups(net, earlier);
    if (!known) return step;
    carried = true;
    return { ...step, known };
  });
  return carried ? { steps } : after;
}
