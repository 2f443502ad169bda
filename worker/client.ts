/** Starts the workers from the page. */
import * as Comlink from 'comlink';
import type { Listener, TrailService } from './protocol';
import type { TableDesk } from './table-desk';

export interface Started<T> {
  service: Comlink.Remote<T>;
  end(): void;
}

function started<T>(worker: Worker): Started<T> {
  return { service: Comlink.wrap<T>(worker), end: () => worker.terminate() };
}

export const startTrailWorker = (): Started<TrailService> =>
  started(new Worker(new URL('./trail.worker.ts', import.meta.url), { type: 'module', name: 'trail' }));

export const startTableWorker = (): Started<TableDesk> =>
  started(new Worker(new URL('./table.worker.ts', import.meta.url), { type: 'module', name: 'tables' }));

/** A listener that the worker can call across the border. */
export const heard = (listener: Listener): Listener => Comlink.proxy(listener);
export const heardShare = (listener: (share: number) => void): ((share: number) => void) => Comlink.proxy(listener);

export type {
  ColumnHoldings,
  Holdings,
  Listener,
  RecordTexts,
  Result,
  StudyAddress,
  TableAddress,
  Taken,
} from './protocol';
export type { FilePreview, GridCell, GridView } from './table-desk';
