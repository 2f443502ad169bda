/** Keeps the map from turning over when something of the trail is changed. */
import { type Layout, begunOf, layouts, manyBegunOf, ontoOf, putByHand } from '../arrange';
import type { Network } from '../graph';
import type { Step, Trail } from './registry';

type Arrange = Extract<Step, { kind: 'arrange' }>;

/** Whether two versions of a step differ in nothing but what was done by hand to single nodes. */
const onlyByHand = (a: Arrange, b: Arrange): boolean =>
  a.method === b.method && a.settings === b.settings && a.adjusted === b.adjusted && a.bundled === b.bundled;

/**
 * The trail with its Arrange step remembering how the picture lies that is shown now, so that the next one lies on it
 * and goes on from it. Once there are adjustments the picture
 * they were made on is kept; nodes that were put by hand say nothing of the layout.
 */
export function carryPlaces(before: Trail, after: Trail, net: Network | undefined): Trail {
  const { positions } = net ?? {};
  const at = before.steps.findLastIndex((step) => step.kind === 'arrange' && step.on);
  const earlier = before.steps[at];
  if (!net || !positions || earlier?.kind !== 'arrange' || !(layouts[earlier.method] as Layout).turns) return after;
  const step = after.steps.find(({ id }) => id === earlier.id);
  if (step?.kind !== 'arrange' || earlier.adjusted.length || step.onto !== earlier.onto) return after;
  const upTo = after.steps.indexOf(step);
  const sameBefore = upTo === at && before.steps.slice(0, at).every((one, i) => one === after.steps[i]);
  if (sameBefore && (step === earlier || onlyByHand(step, earlier))) return after;
  const hands = putByHand(earlier.placed, []);
  const untouched = (places: Record<string, [number, number]>): Record<string, [number, number]> =>
    Object.fromEntries(Object.entries(places).filter(([id]) => !hands.has(id)));
  const onto = untouched(ontoOf(net, positions));
  // Another layout begins anew, and so does none that is only adjusted or bundled: its picture stays.
  const same = step.method === earlier.method && (layouts[step.method] as Layout).goesOn;
  const stays = sameBefore && same && step.settings === earlier.settings;
  const begins = stays ? step.begins : same ? untouched(begunOf(net, positions)) : {};
  const many = stays ? step.begun : same ? manyBegunOf(net, positions, (id) => !hands.has(id)) : undefined;
  const { begun: _former, ...rest } = step;
  const carried = { ...rest, onto, begins, ...(many === undefined ? {} : { begun: many }) };
  return { steps: after.steps.map((one) => (one === step ? carried : one)) };
}
