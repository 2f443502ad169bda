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
    if (changes.some(({ thing, missed, first }) => missed || first || thing === id)) void followFigure(store);
  });
  return <Together study={study} place="figures" thing={id} />;
}

/** Looks at what is stored: a reader goes on with it; whoever may change it is asked. */
export async function followFigure(store: FigureStore): Promise<void> {
  const { study, id } = store.getState();
  const answer = await figureNow(study.id, id).catch(notReached);
  if (!answer.ok) return void toast.error(answer.fault);
  const now = store.getState();
  if (now.save === 'saving') return void setTimeout(() => void followFigure(store), later);
  const { version, settings } = answer.value;
  if (version <= now.version) return;
  if (study.role === 'reader') store.setState({ figure: settings, version, past: [], future: [] });
  else if (now.save === 'saved') store.setState({ save: 'conflict', theirs: { version, settings } });
}
