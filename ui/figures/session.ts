/** Keeps an open figure drawn and saved. */
import { sheetForThreads } from '@/ui/kit/pictures';
import { toast } from '@/ui/kit/toast';
import { whyNotSaved } from '@/ui/kit/why-not-saved';
import { saveFile, sentence } from '@/ui/kit';
import { createFigure, saveFigure } from '@/server/actions';
import { type FigureFile, type MadeFile, heardShare, startFigureWorker } from '@/worker/client';
import type { FigureStart, FigureStore } from './store';

const saveAfter = 600;
const keepAfter = 2000;

export interface FigureSession {
  /** Draws at so many dots for each of the page's pixels from now on, with what takes the picture. */
  shown(factor: number, show: (bitmap: ImageBitmap) => void): void;
  /** A file of the figure, or undefined where it was stopped; `heard` gets the share done. */
  take(what: FigureFile, heard?: (share: number) => void): Promise<MadeFile | undefined>;
  stop(): void;
  /** Holds the figure as it is. */
  hold(): Promise<void>;
  saveNow(): Promise<void>;
  keepMineApart(): Promise<string | undefined>;
  takeTheirs(): void;
  end(): void;
}

export function startFigureSession(store: FigureStore, start: FigureStart): FigureSession {
  const { study, id } = store.getState();
  const keeps = study.role !== 'reader';
  const address = `/api/studies/${study.id}/figures/${id}`;
  let worker = opened();
  let factor = 0;
  let show: ((bitmap: ImageBitmap) => void) | undefined;
  let saveTimer: ReturnType<typeof setTimeout> | undefined;
  let keepTimer: ReturnType<typeof setTimeout> | undefined;
  let sheeted = '';
  let deaths = 0;
  let ended = false;

  function opened() {
    const made = startFigureWorker();
    const { tables, names, shortlists, networks } = start;
    void made.service.open({ study: study.id, figure: id, tables, names, shortlists, networks });
    made.onDeath(() => {
      sheeted = '';
      if (++deaths > 2) {
        store.setState({ fault: 'The page could not be drawn: it is too large for this browser.', drawing: undefined });
        return;
      }
      worker = opened();
      void draw();
    });
    return made;
  }

  let drawings = 0;
  const draw = async (): Promise<void> => {
    if (!factor || !show) return;
    const mine = ++drawings;
    store.setState({ drawing: 0 });
    try {
      const { figure } = store.getState();
      const heard = heardShare((share: number) => {
        if (mine === drawings) store.setState({ drawing: share });
      });
      const drawn = await worker.service.draw(figure, factor, heard);
      if (!drawn || mine !== drawings || ended) return;
      const { bitmap, ...rest } = drawn;
      show(bitmap);
      store.setState({ drawn: rest, drawing: undefined, fault: undefined });
      const wanted = rest.pictures.join('\n');
      if (wanted !== sheeted) {
        sheeted = wanted;
        await worker.service.pictures(await sheetForThreads(rest.pictures));
        await draw();
        return;
      }
      clearTimeout(keepTimer);
      keepTimer = setTimeout(() => void keep(), keepAfter);
    } catch (error) {
      if (mine === drawings) store.setState({ fault: sentence(error), drawing: undefined });
    }
  };

  let kept: unknown;
  /** Sends the small picture of the page for its card. */
  const keep = async (): Promise<void> => {
    const { figure, save } = store.getState();
    if (!keeps || kept === figure || save === 'conflict' || ended) return;
    kept = figure;
    try {
      await fetch(`${address}/picture`, { method: 'PUT', body: await worker.service.picture(figure) });
    } catch {
      // A card without its newest picture is no loss worth a word.
      kept = undefined;
    }
  };

  /** One save at a time: a later one builds on the version that the one under way gives. */
  let saving: Promise<void> = Promise.resolve();
  const saveNow = (): Promise<void> => (saving = saving.then(saveOnce));
  const told = whyNotSaved();
  const saveOnce = async (): Promise<void> => {
    clearTimeout(saveTimer);
    const { figure, version, save } = store.getState();
    if (!keeps || (save !== 'waiting' && save !== 'failed')) return;
    store.setState({ save: 'saving' });
    try {
      const answer = await saveFigure(study.id, id, version, figure);
      told(answer);
      if (!answer.ok) throw new Error(answer.fault);
      if (answer.value.kind === 'conflict') {
        store.setState({ save: 'conflict', theirs: answer.value });
        return;
      }
      const edited = store.getState().figure !== figure;
      store.setState({ version: answer.value.version, save: edited ? 'waiting' : 'saved' });
      if (edited) await saveOnce();
    } catch {
      store.setState({ save: 'failed' });
      saveTimer = setTimeout(() => void saveNow(), 5000);
    }
  };

  const unsubscribe = store.subscribe((state, before) => {
    if (state.figure === before.figure) return;
    void draw();
    if (state.save === 'waiting') {
      clearTimeout(saveTimer);
      saveTimer = setTimeout(() => void saveNow(), saveAfter);
    }
  });
  const leaving = (event: BeforeUnloadEvent): void => {
    const { save } = store.getState();
    if (!keeps || save === 'saved') return;
    void saveNow();
    if (save !== 'saving') event.preventDefault();
  };
  window.addEventListener('beforeunload', leaving);

  return {
    shown(to, taker) {
      show = taker;
      if (to === factor) return;
      factor = to;
      void draw();
    },
    take: (what, heard) => worker.service.take(store.getState().figure, what, heard && heardShare(heard)),
    stop: () => void worker.service.stop(),
    async hold() {
      const { bytes, of } = await worker.service.hold(store.getState().figure);
      const answer = await fetch(`${address}/held`, { method: 'PUT', body: bytes as Uint8Array<ArrayBuffer> });
      const { key, detail } = (await answer.json().catch(() => ({}))) as { key?: string; detail?: string };
      if (!answer.ok || key === undefined) {
        throw new Error(detail ?? 'The figure could not be held. Check that the server runs, and try again.');
      }
      store.getState().change((figure) => ({ ...figure, held: { key, of } }));
    },
    saveNow,
    async keepMineApart() {
      const { figure, name } = store.getState();
      // What it holds belongs to the other figure.
      const { held: _held, ...free } = figure;
      const answer = await createFigure(study.id, free, `${name}, mine`, id);
      if (answer.ok) return answer.value.id;
      toast.error(answer.fault);
      return undefined;
    },
    takeTheirs() {
      const { theirs } = store.getState();
      if (theirs)
        store.setState({
          figure: theirs.settings,
          version: theirs.version,
          save: 'saved',
          theirs: undefined,
          past: [],
          future: [],
        });
    },
    end() {
      ended = true;
      clearTimeout(keepTimer);
      unsubscribe();
      window.removeEventListener('beforeunload', leaving);
      void saveNow().finally(() => worker.end());
    },
  };
}

/** Takes a file of the figure and hands it to the browser; says what it could not show, and what went wrong. */
export async function takeFile(
  session: FigureSession | undefined,
  what: FigureFile,
  fileName: string,
  heard?: (share: number) => void,
): Promise<void> {
  try {
    const made = await session?.take(what, heard);
    if (!made) return;
    saveFile(made.blob, fileName);
    for (const note of made.notes) toast(note, { duration: 12_000 });
  } catch (error) {
    toast.error(sentence(error));
  }
}
