/** Figures of a network held against those of random ones. */
import type { Network } from '../graph';
import { networkOf } from './drawn';
import { type FigureValue, type MeasureOptions, computeFigures, plainOptions, quick, wholeFigures } from '../measure';
import { type Random, seeded } from '../random';
import { type Breath, type Task, atOnce, runs, split } from '../split';
import { Fault } from '../fault';
import { type ChanceModel, type Origin, draw, originOf } from './models';
import { own } from '../own';

export interface ChanceAsk {
  model: ChanceModel;
  draws: number;
  seed: number;
  /** Keys of whole-network figures; absent: all that random networks have. */
  figures?: readonly string[];
}

export const mostDraws = 10000;

export interface ChanceFigure {
  key: string;
  observed: number | null;
  mean: number | null;
  /** Standard deviation of the draws, from n − 1. */
  sd: number | null;
  /** (observed − mean) / sd; null where all draws are equal. */
  z: number | null;
  /** Share of the draws at the observed value or beyond it, seen from the mean. */
  share: number | null;
  /** Values of the draws, NaN where one is not defined. */
  draws: Float64Array;
  /** Why there is no observed value. */
  why?: string;
}

export interface Chance {
  model: ChanceModel;
  draws: number;
  seed: number;
  nodes: number;
  ties: number;
  directed: boolean;
  /** Switches made for each draw, of the degree model. */
  switches: number;
  figures: ChanceFigure[];
}

interface Shared {
  origin: Origin;
  model: ChanceModel;
  seed: number;
  keys: readonly string[];
}

/** Figures that random networks have: nothing that needs a column, sides or an expensive search. */
const chanceFigures = wholeFigures.filter(({ needs, againstChance }) => !needs && againstChance !== false);
export const chanceKeys = chanceFigures.map(({ key }) => key);
/** Those that take no searches, for large networks. */
export const quickChanceKeys = chanceFigures.filter(({ cost }) => quick.includes(cost)).map(({ key }) => key);

/** Every draw has a seed of its own, so that it is the same whichever thread makes it. */
export function randomOf(seed: number, i: number): Random {
  const random = seeded((Math.imul(seed, 0x9e3779b1) ^ Math.imul(i + 1, 0x85ebca6b)) | 0);
  // The first numbers of a generator still show its seed.
  for (let k = 0; k < 8; k++) random.unit();
  return random;
}

/** Values of all figures for some draws, one row after the other. */
export const drawsTask: Task<Shared, { from: number; to: number }, { values: Float64Array; switches: number }> = {
  name: 'draws',
  async run({ origin, model, seed, keys }, { from, to }) {
    const figures = wholeFigures.filter(({ key }) => keys.includes(key));
    const values = new Float64Array((to - from) * keys.length);
    let switches = 0;
    for (let i = from; i < to; i++) {
      const drawn = draw(origin, model, randomOf(seed, i));
      switches = drawn.switches;
      const found = await computeFigures(networkOf(origin, drawn), figures, atOnce, plainOptions);
      keys.forEach((key, k) => (values[(i - from) * keys.length + k] = own(found, key)?.value ?? NaN));
    }
    return { values, switches };
  },
};

/**
 * Compares figures of a network with those of `draws` random ones of a model. The network is read without loops and parallel ties, as random ones have none.
 * A Fault where the model cannot be drawn.  */
export async function againstChance(
  net: Network,
  ask: ChanceAsk,
  breath: Breath,
  options: MeasureOptions = plainOptions,
): Promise<Chance> {
  const origin = originOf(net);
  if (origin.nodes < 2) throw new Fault('Random networks need two nodes at least.');
  if (origin.source.length === 0) throw new Fault('There are no ties, so nothing can be thrown anew.');
  const draws = Math.max(1, Math.min(mostDraws, Math.round(ask.draws)));
  const keys = chanceKeys.filter((key) => !ask.figures || ask.figures.includes(key));
  const simple = networkOf(origin, { source: origin.source, target: origin.target, switches: 0 });
  const observed = await computeFigures(
    simple,
    wholeFigures.filter(({ key }) => keys.includes(key)),
    atOnce,
    options,
  );
  const all = keys.map(() => new Float64Array(draws));
  const parts = runs(draws, 200, 1);
  let switches = 0;
  await split(drawsTask, { origin, model: ask.model, seed: ask.seed, keys }, parts, breath, (found, p) => {
    switches = found.switches;
    for (let i = parts[p].from; i < parts[p].to; i++) {
      keys.forEach((_, k) => (all[k][i] = found.values[(i - parts[p].from) * keys.length + k]));
    }
  });
  return {
    model: ask.model,
    draws,
    seed: ask.seed,
    nodes: origin.nodes,
    ties: origin.source.length,
    directed: net.directed,
    switches,
    figures: keys.map((key, k) => heldAgainst(key, own(observed, key) ?? { value: null }, all[k])),
  };
}

/** Observed value, mean, spread, z and share of one figure. */
export function heldAgainst(key: string, { value, why }: FigureValue, draws: Float64Array): ChanceFigure {
  const defined = draws.filter((drawn) => !Number.isNaN(drawn));
  const none = { key, observed: value, mean: null, sd: null, z: null, share: null, draws, why };
  if (defined.length === 0) return none;
  let sum = 0;
  for (const drawn of defined) sum += drawn;
  const mean = sum / defined.length;
  let squares = 0;
  for (const drawn of defined) squares += (drawn - mean) ** 2;
  const sd = defined.length > 1 ? Math.sqrt(squares / (defined.length - 1)) : 0;
  // Sums of equal numbers can differ from them in the last bit.
  const still = sd <= 1e-12 * Math.max(1, Math.abs(mean));
  if (value === null) return { ...none, mean, sd: still ? 0 : sd };
  const margin = 1e-12 * Math.max(1, Math.abs(value));
  let beyond = 0;
  for (const drawn of defined) if (value >= mean ? drawn >= value - margin : drawn <= value + margin) beyond++;
  return {
    key,
    observed: value,
    mean,
    sd: still ? 0 : sd,
    z: still ? null : (value - mean) / sd,
    share: beyond / defined.length,
    draws,
  };
}

/** z of the 16 kinds of triads scaled to length 1; kinds without a z count 0 (Milo et al. 2004). */
export function significanceProfile(figures: readonly ChanceFigure[]): { key: string; value: number | null }[] {
  const triads = figures.filter(({ key }) => key.startsWith('triad_'));
  const length = Math.sqrt(triads.reduce((sum, { z }) => sum + (z ?? 0) ** 2, 0));
  return triads.map(({ key, z }) => ({ key, value: z === null || length === 0 ? null : z / length }));
}
