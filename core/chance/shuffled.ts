/** Values of a column shuffled over the nodes, the ties left as they are. */
import type { Network } from '../graph';
import {
  type FigureValue,
  type MeasureOptions,
  assortativity,
  categoryAssortativity,
  externalInternal,
  wholeFigures,
} from '../measure';
import { groupingOf } from '../measure/grouping';
import { nodeColumn } from '../graph';
import { seeded } from '../random';
import type { Breath } from '../split';
import { Fault } from '../fault';
import { type ChanceFigure, heldAgainst } from './chance';

/** Assortativity and E–I index by a column, held against the same ties with the column’s values in random order. */
export async function againstShuffling(
  net: Network,
  by: string,
  draws: number,
  seed: number,
  breath: Breath,
  options: MeasureOptions,
): Promise<ChanceFigure[]> {
  const col = nodeColumn(net, by);
  const random = seeded(seed);
  const n = net.ids.length;
  const order = Uint32Array.from({ length: n }, (_, v) => v);
  const figures: Record<string, (order: Uint32Array) => number> = {};
  if (col.type === 'number') {
    figures.number_assortativity = (at) => {
      const values = Float64Array.from(at, (v) => col.values[v]);
      return assortativity(net, values, values);
    };
  } else {
    const { of, names } = groupingOf(net, by);
    figures.category_assortativity = (at) =>
      categoryAssortativity(
        net,
        Int32Array.from(at, (v) => of[v]),
        names.length,
      );
    figures.external_internal = (at) =>
      externalInternal(
        net,
        Int32Array.from(at, (v) => of[v]),
      );
  }
  const keys = Object.keys(figures);
  const drawn = keys.map(() => new Float64Array(draws));
  for (let i = 0; i < draws; i++) {
    await breath.breathe(i / draws);
    random.shuffle(order);
    Object.values(figures).forEach((figure, k) => (drawn[k][i] = defined(() => figure(order))));
  }
  const found: ChanceFigure[] = [];
  for (const [k, key] of keys.entries()) {
    const figure = wholeFigures.find((one) => one.key === key);
    let value: FigureValue;
    try {
      value = { value: (await figure?.compute(net, breath, { ...options, by })) ?? null };
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      value = { value: null, why: error.message };
    }
    found.push(heldAgainst(key, value, drawn[k]));
  }
  return found;
}

function defined(make: () => number): number {
  try {
    return make();
  } catch (error) {
    if (error instanceof Fault) return NaN;
    throw error;
  }
}
