/** Circles of the Gather step: opened and closed from wherever they are seen. */
import { circlePath } from '@/core/gather/ids';
import { type Step, closedWith, openedWith } from '@/core/trail';
import type { Workbench, WorkbenchStore } from './store';

type Gather = Extract<Step, { kind: 'gather' }>;

/** The step whose circles are drawn: the last one that is on. */
export const gatherStep = ({ trail }: Pick<Workbench, 'trail'>): Gather | undefined =>
  trail.steps.findLast((step): step is Gather => step.kind === 'gather' && step.on);

/** Whether a node is a circle that can be opened. */
export const isCircle = (id: string): boolean => circlePath(id) !== undefined;

/** Opens circles, by the ids of their nodes. False where none of them is one. */
export function openCircles(store: WorkbenchStore, ids: readonly string[]): boolean {
  const step = gatherStep(store.getState());
  const circles = ids.filter(isCircle);
  if (!step || !circles.length) return false;
  const open = circles.reduce((so, id) => openedWith({ ...step, open: so }, id), step.open);
  store.getState().setStep(step.id, { open });
  return true;
}

/** Closes a circle, and what is open in it. */
export function closeCircle(store: WorkbenchStore, path: string): void {
  const step = gatherStep(store.getState());
  if (step) store.getState().setStep(step.id, { open: closedWith(step, path) });
}
