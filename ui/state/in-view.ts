/** What is in view while something is sifted. */
import type { Network } from '@/core/graph';
import type { Looks } from '@/core/style';
import type { Sifting, SiftAnswer } from '@/core/sift';
import type { Workbench } from './store';

/** The step's name under which the sifts stand at the left. */
export const siftStep = 'sift';

export interface InView extends SiftAnswer {
  /** The network it was asked of. */
  net: Network;
  untied: Sifting['untied'];
  /** The looks of what is in view, out of those of the style; it comes with the sifts, so that a page without any need not load it. */
  dress?(looks: Looks, byWeight: boolean): Looks;
  /** Whether anything is narrowed: counts are told also where nothing is. */
  narrows: boolean;
}

type Shown = Pick<Workbench, 'net' | 'looks' | 'inView' | 'trail'>;

/** What is in view of the network that is shown; undefined where that is all of it. */
export function viewOf({ net, inView }: Pick<Shown, 'net' | 'inView'>): InView | undefined {
  if (!net || !inView?.narrows) return undefined;
  return inView.net.ids === net.ids && inView.net.source === net.source ? inView : undefined;
}

const made = new WeakMap<Looks, { view: InView; looks: Looks }>();

/** The looks that are drawn: those of the style, or of what is in view. */
export function shownLooks({ net, looks, inView, trail }: Shown): Looks | undefined {
  const view = viewOf({ net, inView });
  if (!net || !looks || !view?.dress || looks.radius.length !== net.ids.length) return looks;
  let held = made.get(looks);
  if (held?.view !== view) {
    const style = trail.steps.findLast(({ kind, on }) => kind === 'style' && on);
    const byWeight = style?.kind === 'style' && style.edgeWidth.by === 'amount' && style.edgeWidth.column === 'weight';
    made.set(looks, (held = { view, looks: view.dress(looks, byWeight) }));
  }
  return held.looks;
}
