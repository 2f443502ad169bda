/** An open figure: its settings with undo and redo, what is drawn of it, and whether it is saved. */
import { createStore } from 'zustand/vanilla';
import type { FigurePart, FigureSettings } from '@/core/figure/plan';
import type { DrawnFigure, FigureNetwork } from '@/worker/client';
import type { NamesList } from '@/core/names';
import type { Shortlist } from '@/core/trail';
import type { TableAddress } from '@/worker/client';

export interface FigureStart {
  /** Of whoever looks: a reader keeps nothing. */
  study: { id: string; name: string; role?: 'owner' | 'editor' | 'reader' };
  figure: { id: string; name: string; version: number; settings: FigureSettings };
  /** All figures of the study. */
  others: { id: string; name: string }[];
  networks: FigureNetwork[];
  tables: TableAddress[];
  names: NamesList[];
  shortlists: Shortlist[];
}

export type Seen = 'colour' | 'grey' | 'red' | 'green' | 'blue';

export interface OpenedFigure {
  study: FigureStart['study'];
  id: string;
  name: string;
  version: number;
  networks: readonly FigureNetwork[];
  others: readonly { id: string; name: string }[];
  figure: FigureSettings;
  past: readonly FigureSettings[];
  future: readonly FigureSettings[];
  /** What the last change was of: the next of the same is undone with it. */
  joins?: string;
  save: 'saved' | 'waiting' | 'saving' | 'failed' | 'conflict';
  /** What somebody else stored meanwhile. */
  theirs?: { version: number; settings: FigureSettings };
  selected?: string;
  drawn?: Omit<DrawnFigure, 'bitmap'>;
  /** Share of the drawing that is done; undefined where the page is as it is set. */
  drawing?: number;
  fault?: string;
  seen: Seen;
  /** Changes the figure; changes with the same `join` right after each other are undone as one. */
  change(to: (figure: FigureSettings) => FigureSettings, join?: string): void;
  /** Changes one part. */
  part<P extends FigurePart>(id: string, to: Partial<P>, join?: string): void;
  undo(): void;
  redo(): void;
}

const mostPast = 200;

export type FigureStore = ReturnType<typeof createFigureStore>;

export function createFigureStore({ study, figure, networks, others }: FigureStart) {
  return createStore<OpenedFigure>()((set, get) => ({
    study,
    id: figure.id,
    name: figure.name,
    version: figure.version,
    networks,
    others,
    figure: figure.settings,
    past: [],
    future: [],
    save: 'saved',
    selected: undefined,
    seen: 'colour',
    change(to, join) {
      const { figure: now, past, joins, save } = get();
      const next = to(now);
      if (next === now) return;
      const joined = join !== undefined && join === joins;
      set({
        figure: next,
        past: joined ? past : [...past, now].slice(-mostPast),
        future: [],
        joins: join,
        save: save === 'conflict' ? save : 'waiting',
      });
    },
    part(id, to, join) {
      get().change(
        (now) => ({
          ...now,
          parts: now.parts.map((one) => (one.id === id ? { ...one, ...to } : one)),
        }),
        join === undefined ? undefined : `${id} ${join}`,
      );
    },
    undo() {
      const { figure: now, past, future, save } = get();
      const before = past.at(-1);
      if (!before) return;
      set({
        figure: before,
        past: past.slice(0, -1),
        future: [...future, now],
        joins: undefined,
        save: save === 'conflict' ? save : 'waiting',
      });
    },
    redo() {
      const { figure: now, past, future, save } = get();
      const next = future.at(-1);
      if (!next) return;
      set({
        figure: next,
        past: [...past, now],
        future: future.slice(0, -1),
        joins: undefined,
        save: save === 'conflict' ? save : 'waiting',
      });
    },
  }));
}
