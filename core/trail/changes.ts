/** What was changed between two versions of a trail, in words. */
import { canonical } from './canonical';
import { type Step, type Trail, stepKinds } from './registry';

/** What a step remembers by itself of how the network was before: no change of anybody's. */
const remembered = ['onto', 'begins', 'begun', 'known', 'on'];

const title = ({ kind }: Step): string => stepKinds[kind].title;
const settingsOf = (step: Step): string =>
  canonical(Object.fromEntries(Object.entries(step).filter(([key]) => !remembered.includes(key))));

/** The steps that were added, taken out, changed, switched on or off, or moved: `Keep changed, Style added`; empty where nothing was. */
export function changesOf(before: Trail, after: Trail): string {
  const were = new Map(before.steps.map((step) => [step.id, step]));
  const are = new Set(after.steps.map(({ id }) => id));
  const words: string[] = [];
  for (const step of after.steps) {
    const was = were.get(step.id);
    if (!was) words.push(`${title(step)} added`);
    else {
      if (settingsOf(was) !== settingsOf(step)) words.push(`${title(step)} changed`);
      if (was.on !== step.on) words.push(`${title(step)} switched ${step.on ? 'on' : 'off'}`);
    }
  }
  for (const step of before.steps) if (!are.has(step.id)) words.push(`${title(step)} taken out`);
  const order = ({ steps }: Trail, others: ReadonlySet<string>): string =>
    steps.flatMap(({ id }) => (others.has(id) ? [id] : [])).join();
  if (order(before, are) !== order(after, new Set(were.keys()))) words.push('steps in another order');
  return words.join(', ');
}
