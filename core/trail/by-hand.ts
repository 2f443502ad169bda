/** Classes set by hand, as Derive steps of a trail. */
import { type HandClass, withClasses } from '../derive';
import { type Step, type Trail, newStep, placeFor } from './registry';

type Hand = Extract<Step, { kind: 'derive' }> & { how: { by: 'hand' } };

/** The steps that hold classes of nodes or edges set by hand. */
export const handSteps = (trail: Trail, of: 'nodes' | 'edges'): Hand[] =>
  trail.steps.filter((step): step is Hand => step.kind === 'derive' && step.of === of && step.how.by === 'hand');

/**
 * The trail with classes set in a column: in the step that has classes by hand under its name, else in a new one.
 * @param from For a new step, the column whose values stay where none is set; empty for none.
 */
export function handClassed(
  trail: Trail,
  { name, of, from }: { name: string; of: 'nodes' | 'edges'; from: string },
  classes: readonly HandClass[],
): Trail {
  const fold = (into: readonly HandClass[]): HandClass[] => withClasses(into, classes);
  const held = handSteps(trail, of).find((step) => step.name.trim() === name.trim());
  if (held) {
    const how = { ...held.how, classes: fold(held.how.classes) };
    return { steps: trail.steps.map((step) => (step === held ? { ...held, how } : step)) };
  }
  const step = newStep(trail, 'derive', { name: name.trim(), of, how: { by: 'hand', from, classes: fold([]) } });
  const at = placeFor(trail.steps, step);
  return { steps: trail.steps.toSpliced(at, 0, step) };
}
