/** Keeps an open figure drawn and saved. */
import { sheetForThreads } from '@/ui/kit/pictures';
import { toast } from '@/ui/kit/toast';
import { saver } from '@/ui/kit/saver';
import { saveFile, sentence } from '@/ui/kit';
import { createFigure, saveFigure } from '@/server/actions';
import { type FigureFile, type MadeFile, hearing, startFigureWorker } from '@/worker/client';
import { type FigureSettings, readFigure } from '@/core/figure/plan';
import type { FigureStart, FigureStore, OpenedFigure } from './store';

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
      const drawn = await hearing(
        (share: number) => {
          if (mine === drawings) store.setState({ drawing: share });
        },
        (heard) => worker.service.draw(figure, factor, heard),
      );
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

  const saving = !keeps
    ? undefined
    : saver<FigureSettings, NonNullable<OpenedFigure['theirs']> & { kind: 'conflict' }>({
        now() {
          const { figure, version, save } = store.getState();
          return { thing: figure, version, save };
        },
        send: (version, figure, sent) => saveFigure(study.id, id, version, figure, sent),
        said: (save) => store.setState({ save }),
        saved: (version, edited) => store.setState({ version, save: edited ? 'waiting' : 'saved' }),
        conflict: (theirs) => store.setState({ save: 'conflict', theirs }),
        takeUp: (figure, version) => store.setState({ figure, version, save: 'waiting' }),
        address: `${address}/settings`,
        written: (figure) => figure,
        read: (written) => Promise.resolve(readFigure(written)),
      });

  const unsubscribe = store.subscribe((state, before) => {
    if (state.figure === before.figure) return;
    void draw();
    if (state.save === 'waiting') saving?.soon();
  });

  return {
    shown(to, taker) {
      show = taker;
      if (to === factor) return;
      factor = to;
      void draw();
    },
    take: (what, heard = () => undefined) =>
      hearing(heard, (given) => worker.service.take(store.getState().figure, what, given)),
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
    saveNow: async () => saving?.now(),
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
      saving?.end();
      void Promise.resolve(saving?.now()).finally(() => worker.end());
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
