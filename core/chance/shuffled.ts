/** Values of a column shuffled over the nodes, the ties left as they are. */
import { type Network, nodeColumn, nodeCount, tiesOf } from '../graph';
import {
  type FigureValue,
  type MeasureOptions,
  assortativity,
  categoryAssortativity,
  externalInternal,
  wholeFigures,
} from '../measure';
import { groupingOf } from '../measure/grouping';
import { type Breath, type Task, runs, split } from '../split';
import { Fault } from '../fault';
import { type ChanceFigure, heldAgainst, randomOf } from './chance';

/** The ties, and what is shuffled over their ends: amounts, or classes by number, −1 where there is none. */
interface Shared {
  net: Network;
  seed: number;
  amounts?: Float64Array;
  classes?: { of: Int32Array; count: number };
}

type Figures = Record<string, (order: Uint32Array) => number>;

/** What is computed for an order of the nodes' values. */
function figuresOf({ net, amounts, classes }: Shared): Figures {
  if (amounts)
    return {
      number_assortativity(order) {
        const values = Float64Array.from(order, (v) => amounts[v]);
        return assortativity(net, values, values);
      },
    };
  const { of, count } = classes ?? { of: new Int32Array(0), count: 0 };
  const classesAt = (order: Uint32Array): Int32Array => Int32Array.from(order, (v) => of[v]);
  return {
    category_assortativity: (order) => categoryAssortativity(net, classesAt(order), count),
    external_internal: (order) => externalInternal(net, classesAt(order)),
  };
}

/** The figures of some draws, one row after the other. Each draw has a random sequence of its own. */
export const shuffledTask: Task<Shared, { from: number; to: number }, Float64Array> = {
  name: 'shuffled',
  run(shared, { from, to }) {
    const figures = Object.values(figuresOf(shared));
    const values = new Float64Array((to - from) * figures.length);
    const order = new Uint32Array(nodeCount(shared.net));
    for (let i = from; i < to; i++) {
      for (let v = 0; v < order.length; v++) order[v] = v;
      randomOf(shared.seed, i).shuffle(order);
      figures.forEach((figure, k) => (values[(i - from) * figures.length + k] = defined(() => figure(order))));
    }
    return values;
  },
};

/**
 * Assortativity, or for classes assortativity and E–I index, by a column, held against the same ties with the column’s values in random order.
 * @throws Fault where the column is not there
 */
export async function againstShuffling(
  net: Network,
  by: string,
  draws: number,
  seed: number,
  breath: Breath,
  options: MeasureOptions,
): Promise<ChanceFigure[]> {
  const col = nodeColumn(net, by);
  const shared: Shared = { net: tiesOf(net), seed };
  if (col.type === 'number') shared.amounts = Float64Array.from(col.values);
  else {
    const { of, names } = groupingOf(net, by);
    shared.classes = { of, count: names.length };
  }
  const keys = Object.keys(figuresOf(shared));
  const drawn = keys.map(() => new Float64Array(draws));
  const parts = runs(draws, 64, 1);
  await split(shuffledTask, shared, parts, breath, (values, p) => {
    const { from, to } = parts[p];
    for (let i = from; i < to; i++) for (const k of keys.keys()) drawn[k][i] = values[(i - from) * keys.length + k];
  });
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
