/** Runs a trail: a pure function of tables and settings. */
import { withIds } from '../ids';
import type { Table } from '../tables';
import { Fault, listed } from '../fault';
import type { Opened } from '../gather/gather';
import { edgeCount, nodeCount } from '../graph';
import type { Crew } from '../split';
import { TrailCache } from './cache';
import { canonical } from './canonical';
import { digestOf } from './digest';
import { type Step, type Trail, kindOf, readsOf } from './registry';
import type { Note, Shortlist, StepOutcome, TrailState, Whereabouts, Work } from './step';

/** The study's tables: their contents, and a version that changes with every change of them. */
export interface Source {
  keys(): string[];
  version(key: string): string;
  /** The lists of names that columns of a table are read with, and their versions. */
  names?(key: string, columns: readonly string[]): string[];
  table(key: string): Table;
  /** The study's shortlists, and its other networks; absent where there are none. */
  shortlist?(id: string): Shortlist | undefined;
  network?(id: string): { name: string; trail?: Trail; fault?: string } | undefined;
}

/** What a step came to. A step that is off, or stands after a fault, has no result. */
export interface StepReport {
  id: string;
  nodes: number;
  edges: number;
  result: string;
  notes: Note[];
  /** What a Groups step found. */
  groups?: number;
  /** Circles that are open, in a Gather step. */
  opened?: Opened[];
  /** How long one thread takes for its costly work, roughly; absent where it has none. */
  seconds?: number;
  /** Stopped before it ended: what follows rests on what there was before it. */
  stopped?: boolean;
  fault?: string;
  /** The fault only says that something has not been chosen yet. */
  lacking?: boolean;
}

export interface TrailRun {
  reports: StepReport[];
  /** The state at the end, or the last before a fault; undefined where no step came to anything. */
  state?: TrailState;
  /** Whether a step stands in by a network that its own will not be like: better none is drawn. */
  unlike?: boolean;
  /** Names the result: the same for the same tables and settings. */
  digest: string;
  /** Digest up to and including each step, in order. */
  digests: string[];
}

/** Work of a step under the key of what comes of it, which is the same wherever tables and settings are the same. */
export interface KeyedWork extends Work {
  step: string;
}

export interface RunOptions {
  cache?: TrailCache;
  /** Called before a step runs and while it does, with the share done. May throw to stop the run. */
  breathe?(step: string, share: number): Promise<void> | void;
  /** Threads for work that splits. */
  crew?: Crew;
  positions?(positions: Float32Array): void;
  report?(report: StepReport): void;
  /** Ids of the networks that are being made, so that none is made out of itself. */
  inside?: readonly string[];
  /** Take a step's quick stand-in where it has one and its result is not at hand. */
  sketch?: boolean;
  /** Digests of steps that were stopped: they are passed over. */
  stopped?: ReadonlySet<string>;
  /** What came of work that was done before and elsewhere; undefined where it is not kept. */
  kept?(work: KeyedWork): Promise<unknown>;
  /** Has work done, by `make` or elsewhere: what comes of it is the same. */
  done?<T>(work: KeyedWork, make: () => Promise<T> | T): Promise<T>;
  /** Where nodes are drawn at present, for stand-ins to begin with. */
  where?: Whereabouts;
}

/** The digest of what a step reads besides the state before it. A step's id is part of it, as columns say which step made them. */
function settingsDigest(step: Step, source: Source, inside: readonly string[]): string {
  const { tables = [], shortlists = [], networks = [], named = [] } = readsOf(step);
  const keys = source.keys();
  // An id says where something lies, not what it is: the same study elsewhere has other ids and the same digests.
  const places = new Map([...shortlists, ...networks, ...named].map((id, i) => [id, String(i)]));
  return canonical([
    withIds(step, places),
    tables.map((key) => keys.includes(key) && source.version(key)),
    ...(shortlists.length ? [shortlists.map((id) => withIds(source.shortlist?.(id) ?? null, places))] : []),
    ...(networks.length ? [networks.map((id) => networkDigest(source, id, inside))] : []),
  ]);
}

/** The steps of another network's trail that make what it holds; how it is drawn is its own affair. */
export const ofSubstance = (trail: Trail): Trail => ({
  steps: trail.steps.filter(({ kind }) => kind !== 'arrange' && kind !== 'style'),
});

function networkDigest(source: Source, id: string, inside: readonly string[]): string {
  const other = inside.includes(id) ? undefined : source.network?.(id);
  return other?.trail ? `${other.name} ${digestsOf(source, ofSubstance(other.trail), [...inside, id]).at(-1)}` : 'none';
}

/** The digest up to and including each step; a step that is off passes on the one before it. */
export function digestsOf(source: Source, trail: Trail, inside: readonly string[] = []): string[] {
  let digest = 'trail';
  return trail.steps.map((step) => {
    if (step.on || step.kind === 'ties') digest = digestOf(`${digest} ${settingsDigest(step, source, inside)}`);
    return digest;
  });
}

/** Where a cache keeps work done inside a step, under the digest before it. */
export const memoKey = (before: string | undefined, key: string): string => `${before ?? 'trail'} ${key}`;

/**
 * Runs every step that is on, each on the result of the one before. A Fault ends the run at its step, unless it only waits for its settings: the report carries the sentence, and the state is
 * the last good one. Whatever `breathe` throws ends it at once. Unchanged steps come from the cache.
 */
export async function runTrail(source: Source, trail: Trail, options: RunOptions = {}): Promise<TrailRun> {
  const cache = options.cache ?? new TrailCache();
  const reports: StepReport[] = [];
  const inside = options.inside ?? [];
  const { done } = options;
  const digests = digestsOf(source, trail, inside);
  let state: TrailState | undefined;
  let stand = false;
  let unlike = false;
  for (const [i, step] of trail.steps.entries()) {
    if (!step.on && step.kind !== 'ties') {
      reports.push({ id: step.id, ...size(state), result: 'off', notes: [] });
      continue;
    }
    const digest = digests[i];
    let outcome = cache.get(digest) as StepOutcome | undefined;
    const kind = kindOf(step);
    const keyed = (key: string): string => memoKey(digests[i - 1], key);
    const works = state && kind.works?.(state, step);
    const seconds = works?.length ? { seconds: works.reduce((sum, one) => sum + one.seconds, 0) } : {};
    const named = (work: Work): KeyedWork => ({ ...work, key: keyed(work.key), step: step.id });
    for (const work of outcome ? [] : (works ?? [])) {
      if (cache.get(keyed(work.key)) !== undefined) continue;
      const value = await options.kept?.(named(work));
      if (value !== undefined) cache.set(keyed(work.key), { value });
    }
    const atHand = works?.every(({ key }) => cache.get(keyed(key)) !== undefined);
    if (!outcome && options.stopped?.has(digest) && state) {
      stand = true;
      state = kind.stopped?.(state, step, options.where) ?? state;
      const report = { id: step.id, ...size(state), result: 'stopped', notes: [], stopped: true, ...seconds };
      reports.push(report);
      options.report?.(report);
      continue;
    }
    const instead =
      !outcome && options.sketch && !atHand && state ? kind.sketch?.(state, step, options.where) : undefined;
    if (instead) {
      stand = true;
      unlike ||= kind.remakes ?? false;
      state = instead;
      reports.push({ id: step.id, ...size(state), result: '', notes: [], ...seconds });
      continue;
    }
    if (!outcome) {
      try {
        await options.breathe?.(step.id, 0);
        outcome = await kind.run(state, step, {
          step: step.id,
          table: (key) => tableFor(source, key, step.id),
          names: (key, columns) => source.names?.(key, columns) ?? [],
          shortlist: (id) => shortlistFor(source, id, step.id),
          network: (id) =>
            networkFor(source, id, step.id, {
              cache,
              crew: options.crew,
              inside,
              kept: options.kept,
              // To whoever looks on it is work of this step.
              ...(done ? { done: (work, make) => done({ ...work, step: step.id }, make) } : {}),
              breathe: (_step, share) => options.breathe?.(step.id, share),
            }),
          breathe: (share) => options.breathe?.(step.id, share),
          crew: options.crew,
          positions: options.positions,
          async memo<T>(key: string, make: () => Promise<T> | T): Promise<T> {
            const full = keyed(key);
            const held = cache.get(full) as { value: T } | undefined;
            if (held) return held.value;
            const work = stand ? undefined : works?.find((one) => one.key === key);
            const value = work && options.done ? await options.done(named(work), make) : await make();
            // The digest names the real thing; what rests on a stand-in would be taken for it later.
            if (!stand) cache.set(full, { value });
            return value;
          },
        });
      } catch (error) {
        if (!(error instanceof Fault)) throw error;
        // A step that lacks what a stand-in could not give is passed over until the real thing is there.
        if (stand && options.sketch) {
          unlike ||= kind.remakes ?? false;
          reports.push({ id: step.id, ...size(state), result: '', notes: [] });
          continue;
        }
        const report = {
          id: step.id,
          ...size(state),
          ...seconds,
          result: '',
          notes: [],
          fault: error.message,
          lacking: error.lacking,
        };
        reports.push(report);
        options.report?.(report);
        // A step that waits for its settings changes nothing yet.
        if (error.lacking && state) continue;
        break;
      }
      // What follows a stand-in is a stand-in too, though its digest is that of the real thing.
      if (!stand) cache.set(digest, outcome);
    }
    state = outcome.state;
    const { result, notes = [], groups, opened } = outcome;
    const report: StepReport = { id: step.id, ...size(state), result, notes, groups, opened, ...seconds };
    reports.push(report);
    options.report?.(report);
  }
  return { reports, state, unlike, digest: digests.at(-1) ?? 'trail', digests };
}

function size(state: TrailState | undefined): { nodes: number; edges: number } {
  return { nodes: state ? nodeCount(state.network) : 0, edges: state ? edgeCount(state.network) : 0 };
}

function tableFor(source: Source, key: string, step: string): Table {
  if (!source.keys().includes(key)) {
    const known = source.keys();
    throw new Fault(
      known.length
        ? `The study has no table “${key}”. Choose one of ${listed(known, 8)}.`
        : 'The study has no tables yet. Bring some in on the Records page.',
      step,
    );
  }
  return source.table(key);
}

function shortlistFor(source: Source, id: string, step: string): Shortlist {
  if (id === '') throw new Fault('No shortlist is chosen yet. Choose one in the step.', step, true);
  const found = source.shortlist?.(id);
  if (!found) throw new Fault('The shortlist of this step is not there any more. Choose another one.', step);
  return found;
}

async function networkFor(
  source: Source,
  id: string,
  step: string,
  options: RunOptions & { inside: readonly string[] },
): Promise<{ name: string; network: TrailState['network'] }> {
  if (options.inside.includes(id)) {
    throw new Fault('The other network is made out of this one, so they cannot be combined. Choose another one.', step);
  }
  const other = source.network?.(id);
  if (!other) throw new Fault('The other network is not there any more. Choose another one.', step);
  if (!other.trail) throw new Fault(`“${other.name}” cannot be taken in: ${other.fault ?? 'it has no trail.'}`, step);
  const inside = [...options.inside, id];
  const run = await runTrail(source, ofSubstance(other.trail), { ...options, inside });
  const fault = run.reports.find((report) => report.fault)?.fault;
  if (fault || !run.state) throw new Fault(`“${other.name}” comes to nothing: ${fault ?? 'its trail is empty.'}`, step);
  return { name: other.name, network: run.state.network };
}
