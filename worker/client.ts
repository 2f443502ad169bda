/** Starts the workers from the page. */
import * as Comlink from 'comlink';
import type { Listener, TrailService } from './protocol';
import type { NamesDesk } from './names-desk';
import type { TableDesk } from './table-desk';
import type { FigureDesk } from './figure-desk';
import type { GrowingDesk } from './growing/desk';
import type { NamedAt } from './growing/picture';
import type { Easel } from './scene/easel';
import type { Scenes } from './scene/scene.worker';

export interface Started<T> {
  service: Comlink.Remote<T>;
  end(): void;
  /** Hears once when the thread has died by itself. */
  onDeath(heard: () => void): void;
}

function started<T>(worker: Worker): Started<T> {
  let ended = false;
  return {
    service: Comlink.wrap<T>(worker),
    end() {
      ended = true;
      worker.terminate();
    },
    onDeath(heard) {
      const died = (): void => {
        if (ended) return;
        ended = true;
        worker.terminate();
        heard();
      };
      worker.addEventListener('error', died);
      worker.addEventListener('messageerror', died);
    },
  };
}

export const startTrailWorker = (): Started<TrailService> =>
  started(new Worker(new URL('./trail.worker.ts', import.meta.url), { type: 'module', name: 'trail' }));

export const startTableWorker = (): Started<TableDesk> =>
  started(new Worker(new URL('./table.worker.ts', import.meta.url), { type: 'module', name: 'tables' }));

export const startNamesWorker = (): Started<NamesDesk> =>
  started(new Worker(new URL('./names.worker.ts', import.meta.url), { type: 'module', name: 'names' }));

export const startFigureWorker = (): Started<FigureDesk> =>
  started(new Worker(new URL('./figure.worker.ts', import.meta.url), { type: 'module', name: 'figure' }));

export const startGrowingWorker = (): Started<GrowingDesk> =>
  started(new Worker(new URL('./growing/growing.worker.ts', import.meta.url), { type: 'module', name: 'growing' }));

export const startSceneWorker = (): Started<Scenes> =>
  started(new Worker(new URL('./scene/scene.worker.ts', import.meta.url), { type: 'module', name: 'scene' }));

/** Has a worker draw on a canvas from now on. What is asked of it before it can draw waits there. */
export function openEasel(
  service: Started<Scenes>['service'],
  canvas: HTMLCanvasElement,
  plain: boolean,
  onPartial: (partial: boolean) => void,
): Comlink.Remote<Easel> {
  const { port1, port2 } = new MessageChannel();
  const surface = canvas.transferControlToOffscreen();
  void service.open(
    Comlink.transfer(port2, [port2]),
    Comlink.transfer(surface, [surface]),
    plain,
    Comlink.proxy(onPartial),
  );
  return Comlink.wrap<Easel>(port1);
}

export type GrowingService = Started<GrowingDesk>['service'];

/** Has a worker draw on a canvas from now on; `named` hears where names are to stand. */
export function giveCanvas(
  service: GrowingService,
  canvas: HTMLCanvasElement,
  named: (names: NamedAt[]) => void,
): void {
  const surface = canvas.transferControlToOffscreen();
  void service.show(Comlink.transfer(surface, [surface]), Comlink.proxy(named));
}

/** A listener that the worker can call across the border. */
export const heard = (listener: Listener): Listener => Comlink.proxy(listener);
export { hearing } from './hearing';

/** Closes the way to one that is no longer drawn on. */
export const releaseEasel = (easel: Comlink.Remote<Easel>): void => easel[Comlink.releaseProxy]();

/** Goes over with the memory it names, which is gone here then. */
export const handing = Comlink.transfer;

export type { NamedAt };
export type { Director } from './scene/director';
export { newsOf } from './scene/sending';
export type { Kind } from './scene/canvas';
export type { Away, Place } from './elsewhere';
export type {
  Answerable,
  AwayNews,
  ColumnHoldings,
  Comparison,
  Holdings,
  Listener,
  TableAddress,
  Taken,
  TiesView,
  TrailService,
} from './protocol';
export type {
  ContactAnswer,
  GalleryPicture,
  LanesAnswer,
  PathAnswer,
  PathAsk,
  Questions,
  RecordsAnswer,
} from './questions';
export type { CellEdit, GridCell, GridView, TableDesk } from './table-desk';
export type { FigureDesk, FigureNetwork } from './figure-desk';
export type { ColumnHead, DrawnFigure } from './figure-drawn';
export type { FigureFile, MadeFile } from './figure-files';
export type { DraftPreview } from './drafts';
export type { DraftSource } from './joined';
export type { NamesDesk, NamesView } from './names-desk';
