/** The state of one open network: its trail with undo, what the worker made of it, and what is looked at. */
import { createStore } from 'zustand/vanilla';
import {
  type OtherNetwork,
  type Step,
  type StepReport,
  type Trail,
  carryGroups,
  carryPlaces,
  newStep,
  placeFor,
} from '@/core/trail';
import type { NamesList } from '@/core/names';
import type { Network } from '@/core/graph';
import type { FigureValue } from '@/core/measure';
import type { Bounds } from '@/core/scene';
import type { Looks } from '@/core/style';
import type { Away, Place, TableAddress } from '@/worker/client';
import type { Sifting } from '@/core/sift';
import type { KeptRow } from '@/server/kept';
import type { ShortlistRow } from '@/server/shortlists';
import { type ChanceState, freshChance } from './chance';
import { type CardsState, freshCards } from './cards';
import { type LanesState, freshLanes } from './lanes';
import { type MatrixState, freshMatrix } from './matrix';
import { type PathsState, freshPaths } from './paths';
import { type PlacesState, freshPlaces } from './places';
import { type Selection, nothing } from './selection';
import { type TableViews, freshTables } from './table';
import type { InView } from './in-view';
import type { Tie } from './tie';

export interface WorkbenchStart {
  /** Of whoever looks: a reader keeps nothing. */
  study: { id: string; name: string; role?: 'owner' | 'editor' | 'reader' };
  network: { id: string; name: string; version: number; layout: string | null };
  networks: readonly OtherNetwork[];
  shortlists: readonly ShortlistRow[];
  /** Looks and palettes of the study, once they were asked for. */
  kept?: readonly KeptRow[];
  tables: TableAddress[];
  names: readonly NamesList[];
  trail: Trail;
}

export type SaveState =
  | { kind: 'saved' | 'waiting' | 'saving' | 'failed' }
  /** `idle`: nothing of one's own was waiting to be saved. */
  | { kind: 'conflict'; version: number; trail: Trail; changedAt: string; idle?: true };

export interface Workbench extends Omit<WorkbenchStart, 'trail'> {
  trail: Trail;
  past: Trail[];
  future: Trail[];
  save: SaveState;

  reports: Record<string, StepReport>;
  progress?: { step: string; share: number };
  /** Steps whose work the server does, and how it stands. */
  away: Record<string, Away>;
  /** Where the work of steps is done, as it was chosen by hand. */
  workPlaces: ReadonlyMap<string, Place>;
  running: boolean;
  net?: Network;
  /** Figures of the whole network, computed in the worker. */
  figures: Record<string, FigureValue>;
  /** Whether the figures are still those of the network before. */
  figuresBefore: boolean;
  looks?: Looks;
  /** 1 for each node that the first view is of; absent: all of them. */
  main?: Uint8Array;
  /** What the first view shows, while the nodes are where they came and as large. */
  frame?: Bounds;
  /** Positions shown: the network's, those of a layout that still runs, or with nodes under the pointer moved. */
  positions: Float32Array;
  partial: boolean;
  /** Whether what is shown is of before the last change of the trail. */
  stale: boolean;
  digest?: string;
  layout?: string;
  fault?: string;

  /** What all views pass over for now, and what that leaves in view; the trail knows nothing of it. */
  sifting: Sifting;
  inView?: InView;

  selection: Selection;
  /** The step whose editor stands at the left; `sift` for the sifts. */
  step?: string;
  /** Whether the shortlists stand at the left, in place of the step's editor. */
  lists: boolean;
  /** Names of the views that are open, side by side, and the place of the one that is worked in. */
  panes: readonly string[];
  pane: number;
  /** Another network that stands beside, or this one as it was. */
  beside?: { id?: string; name: string; trail: Trail };
  /** What ties the cameras of two maps. */
  tie?: Tie;
  /** What the first of two views takes of the width. */
  divide: number;
  chance: ChanceState;
  paths: PathsState;
  cards: CardsState;
  places: PlacesState;
  lanes: LanesState;
  matrix: MatrixState;
  tableView: TableViews;
  reading: boolean;

  /** Replaces the trail; edits with the same `merge` in quick succession are one to undo. */
  edit(change: (trail: Trail) => Trail, merge?: string): void;
  setStep(id: string, change: Partial<Step>, merge?: string): void;
  addStep(kind: Step['kind'], settings: object): void;
  /** Does the work of a step once more on the network as the trail leaves it. */
  measureAgain(id: string): void;
  undo(): void;
  redo(): void;
  select(selection: Selection): void;
  sift(change: (sifting: Sifting) => Sifting): void;
  /** Shows a view in the pane that is worked in; Chance with the Measure step beside it, where there is one. */
  show(view: string, pane?: number): void;
  /** Another view beside the one that is shown. */
  split(): void;
  /** Closes one of two views. */
  unsplit(pane: number): void;
  setChance(change: Partial<ChanceState>): void;
  setPaths(change: Partial<PathsState>): void;
  setCards(change: Partial<CardsState>): void;
}

/** The view that is worked in. */
export const shownView = ({ panes, pane }: Pick<Workbench, 'panes' | 'pane'>): string => panes[pane];

const mostPast = 200;
const mergeWithin = 1200;

export type WorkbenchStore = ReturnType<typeof createWorkbench>;

export function createWorkbench(start: WorkbenchStart, now: () => number = () => performance.now()) {
  let lastEdit: { merge: string; at: number } | undefined;
  return createStore<Workbench>()((set, get) => {
    const travel = (from: 'past' | 'future', to: 'past' | 'future'): void => {
      const { trail, [from]: taken, [to]: given } = get();
      const next = taken.at(-1);
      if (!next) return;
      lastEdit = undefined;
      set({ trail: next, stale: true, [from]: taken.slice(0, -1), [to]: [...given, trail], save: { kind: 'waiting' } });
    };
    return {
      ...start,
      past: [],
      future: [],
      save: { kind: 'saved' },
      reports: {},
      away: {},
      workPlaces: new Map(),
      running: true,
      positions: new Float32Array(0),
      figures: {},
      figuresBefore: false,
      partial: false,
      stale: false,
      sifting: { sifts: [], untied: 'dimmed' },
      selection: nothing,
      step: (start.trail.steps.find(({ kind }) => kind === 'groups') ?? start.trail.steps[0])?.id,
      lists: false,
      panes: ['graph'],
      pane: 0,
      divide: 0.5,
      chance: freshChance,
      paths: freshPaths,
      cards: freshCards,
      places: freshPlaces,
      lanes: freshLanes,
      matrix: freshMatrix,
      tableView: freshTables,
      reading: true,

      edit(change, merge) {
        const { trail, past } = get();
        const changed = change(trail);
        if (changed === trail) return;
        const { net, partial, running } = get();
        // Groups that are shown whole keep their names and colours through the change, and the map keeps lying as it does.
        const next = partial || running ? changed : carryPlaces(trail, carryGroups(trail, changed, net), net);
        const merged = merge !== undefined && lastEdit?.merge === merge && now() - lastEdit.at < mergeWithin;
        lastEdit = merge === undefined ? undefined : { merge, at: now() };
        set({
          trail: next,
          stale: true,
          past: merged ? past : [...past, trail].slice(-mostPast),
          future: [],
          save: { kind: 'waiting' },
        });
      },
      setStep(id, change, merge) {
        get().edit(
          (trail) => ({ steps: trail.steps.map((step) => (step.id === id ? ({ ...step, ...change } as Step) : step)) }),
          merge && `${id} ${merge}`,
        );
      },
      addStep(kind, settings) {
        const { trail } = get();
        const step = newStep(trail, kind, settings);
        get().edit(({ steps }) => {
          const at = placeFor(steps, step);
          return { steps: [...steps.slice(0, at), step, ...steps.slice(at)] };
        });
        set({ step: step.id, lists: false });
      },
      measureAgain(id) {
        const { trail } = get();
        const step = trail.steps.find((one) => one.id === id);
        if (!step) return;
        const { id: _id, kind, ...settings } = step;
        const again = newStep(trail, kind, settings);
        get().edit(({ steps }) => {
          const at = steps.findLastIndex((one) => one.kind !== 'arrange' && one.kind !== 'style') + 1;
          return { steps: [...steps.slice(0, at), again, ...steps.slice(at)] };
        });
        set({ step: again.id, lists: false });
      },
      undo: () => travel('past', 'future'),
      redo: () => travel('future', 'past'),
      select: (selection) => set({ selection }),
      sift(change) {
        const sifting = change(get().sifting);
        set({ sifting, ...(sifting.sifts.length ? {} : { inView: undefined }) });
      },
      split() {
        const [first] = get().panes;
        set({ panes: [first, first === 'table' ? 'graph' : 'table'], pane: 1, beside: undefined });
      },
      unsplit: (pane) => set({ panes: get().panes.filter((_, i) => i !== pane), pane: 0 }),
      show(view, at) {
        const measuring = get().trail.steps.find(({ kind, on }) => kind === 'measure' && on);
        const { panes } = get();
        const pane = at ?? get().pane;
        // No view stands beside itself: it is gone to instead.
        const there = panes.indexOf(view);
        set({
          pane: there < 0 ? pane : there,
          panes: there < 0 ? panes.with(pane, view) : panes,
          ...(view === 'chance' && measuring ? { step: measuring.id, lists: false } : {}),
        });
      },
      setChance: (change) => set({ chance: { ...get().chance, ...change } }),
      setPaths: (change) => set({ paths: { ...get().paths, ...change } }),
      setCards: (change) => set({ cards: { ...get().cards, ...change } }),
    };
  });
}
