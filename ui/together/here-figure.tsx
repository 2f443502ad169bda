'use client';
/** An open figure in company. */
import { figureNow } from '@/server/actions';
import { useFigure, useFigureStore } from '@/ui/figures/context';
import type { FigureStore } from '@/ui/figures/store';
import { notReached } from '@/ui/kit/not-reached';
import { toast } from '@/ui/kit/toast';
import { Together } from './together';
import { useChanges } from './use-changes';

const later = 700;

export function HereFigure() {
  const study = useFigure((state) => state.study.id);
  const id = useFigure((state) => state.id);
  const store = useFigureStore();
  useChanges((changes) => {
    if (changes.some(({ thing, missed, first }) => missed || first || thing === id))
      void followFigure(
        store,
        changes.some(({ first }) => first),
      );
  });
  return <Together study={study} place="figures" thing={id} />;
}

/**
 * Looks at what is stored: a reader goes on with it; whoever may change it is asked.
 * @param opening It was just opened: it goes on with what was stored meanwhile, maybe by the page before, as long as nothing is changed.
 */
export async function followFigure(store: FigureStore, opening = false): Promise<void> {
  const { study, id } = store.getState();
  const answer = await figureNow(study.id, id).catch(notReached);
  if (!answer.ok) return void toast.error(answer.fault);
  const now = store.getState();
  if (now.save === 'saving') return void setTimeout(() => void followFigure(store, opening), later);
  const { version, settings } = answer.value;
  if (version <= now.version) return;
  const follows =
    study.role === 'reader' || (opening && now.save === 'saved' && !now.past.length && !now.future.length);
  if (follows) store.setState({ figure: settings, version, past: [], future: [] });
  else if (now.save === 'saved') store.setState({ save: 'conflict', theirs: { version, settings } });
}
