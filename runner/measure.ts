/** The command `measure`. */
import {
  type Measure,
  type MeasureOptions,
  atOnce,
  computeFigures,
  edgeMeasures,
  figuresFor,
  nodeMeasures,
  optionsSchema,
  wholeFigures,
} from '@/core/measure';
import { type GroupMethod, findGroups, groupMethods } from '@/core/groups';
import type { Network } from '@/core/graph';
import type { Breath } from '@/core/split';
import { Fault, listed } from '@/core/fault';
import { readNetwork } from './read';
import { numberOption, parseWords, type Words } from './words';

/** JSON knows no NaN and no infinity. */
const jsonNumber = (value: number | null): number | null => (value !== null && Number.isFinite(value) ? value : null);

const columnKeys = (all: readonly Measure[]): string[] => all.flatMap(({ columns }) => columns.map(({ key }) => key));
const grouped = ['group', 'modularity', 'groups'];

/** All keys that can be asked for. */
export const knownKeys = (): string[] => [
  ...new Set([
    ...columnKeys(nodeMeasures),
    ...columnKeys(edgeMeasures),
    ...wholeFigures.map(({ key }) => key),
    ...grouped,
  ]),
];

/** What the keys asked for come to. “all” is what needs no column that is not there. */
function wanted(keys: string | undefined, weighted: boolean): { all: boolean; has: (key: string) => boolean } {
  if (keys === undefined || keys === 'all') return { all: true, has: () => true };
  const asked = keys.split(',').map((key) => key.trim());
  const known = knownKeys();
  for (const key of asked) {
    if (!known.includes(key)) throw new Fault(`There is no measure “${key}”. The measures are ${listed(known, 200)}.`);
  }
  const needsWeight = [...nodeMeasures, ...edgeMeasures].find(
    (one) => one.weighted && one.columns.some(({ key }) => asked.includes(key)),
  );
  if (needsWeight && !weighted) {
    throw new Fault(`“${needsWeight.key}” needs --weight with the column of the edges' weights.`);
  }
  return { all: false, has: (key) => asked.includes(key) };
}

interface Columns {
  values: Record<string, (number | boolean | null)[]>;
  undefined: Record<string, string>;
}

/** Columns of all measures of a list that are asked for and can be had; those that cannot are null with the reason. */
async function columnsOf(
  list: readonly Measure[],
  net: Network,
  ask: { has: (key: string) => boolean; all: boolean; weighted: boolean },
  options: MeasureOptions,
  breath: Breath,
): Promise<Columns> {
  const found: Columns = { values: {}, undefined: {} };
  const count = (one: Measure): number => (one.on === 'nodes' ? net.ids : net.source).length;
  for (const one of list) {
    const keys = one.columns.map(({ key }) => key);
    if (!keys.some(ask.has) || (one.weighted && !ask.weighted)) continue;
    if (ask.all && one.needs && !(one.needs === 'by' && options.by !== undefined)) continue;
    try {
      const values = await one.compute(net, breath, options);
      one.columns.forEach(({ key, yesNo, undefinedWhy }, i) => {
        if (!ask.has(key) || i >= values.length) return;
        found.values[key] = Array.from(values[i], (value) => (yesNo ? value === 1 : jsonNumber(value)));
        if (values[i].some(Number.isNaN))
          found.undefined[key] = `Not defined for some ${one.on}. ${undefinedWhy ?? ''}`.trim();
      });
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      for (const key of keys.filter(ask.has)) {
        found.undefined[key] = error.message;
        found.values[key] = new Array<null>(count(one)).fill(null);
      }
    }
  }
  return found;
}

/** The options of a measure that the command's words set. */
function optionsOf(options: Words): MeasureOptions {
  const as = options.value('weight-as') ?? 'strength';
  if (as !== 'strength' && as !== 'distance') throw new Fault('--weight-as is strength or distance.');
  return optionsSchema.parse({
    weightAs: as,
    by: options.value('by'),
    seed: numberOption(options, 'seed', 1),
    steps: numberOption(options, 'steps', 2),
    alpha: options.value('alpha') === undefined ? undefined : numberOption(options, 'alpha', 0),
    damping: numberOption(options, 'damping', 0.85),
    p: numberOption(options, 'p', 2),
    q: numberOption(options, 'q', 2),
    pivots: options.value('pivots') === undefined ? undefined : numberOption(options, 'pivots', 2),
  });
}

/** The JSON text, and the file it is to go to, if one was named. */
export async function measureCommand(
  words: readonly string[],
  breath: Breath = atOnce,
): Promise<{ text: string; file?: string }> {
  const options = parseWords(words, {
    flags: ['directed'],
    values: [
      'nodes',
      'edges',
      'id',
      'source',
      'target',
      'weight',
      'weight-as',
      'measures',
      'json',
      'groups',
      'resolution',
      'count',
      'seed',
      'by',
      'steps',
      'alpha',
      'damping',
      'pivots',
      'p',
      'q',
    ],
  });
  const weight = options.value('weight');
  const ask = { ...wanted(options.value('measures'), weight !== undefined), weighted: weight !== undefined };
  const said: string[] = [];
  const net = networkOf(options, said);
  const settings = optionsOf(options);
  const nodes = await columnsOf(nodeMeasures, net, ask, settings, breath);
  const edges = await columnsOf(edgeMeasures, net, ask, settings, breath);
  const figures = await computeFigures(
    net,
    figuresFor(net, settings).filter(({ key }) => ask.has(key)),
    breath,
    settings,
  );
  const network: Record<string, number | null> = {};
  const undefinedValues = { ...edges.undefined, ...nodes.undefined };
  for (const [key, { value, why }] of Object.entries(figures)) {
    network[key] = jsonNumber(value);
    if (why !== undefined) undefinedValues[key] = why;
  }
  const method = options.value('groups');
  if (method !== undefined) {
    if (!Object.hasOwn(groupMethods, method)) {
      throw new Fault(`--groups is one of ${Object.keys(groupMethods).join(', ')}.`);
    }
    await addGroups(net, method as GroupMethod, options, breath, nodes, network);
  }
  const rows = (columns: Columns, i: number): Record<string, number | boolean | null> =>
    Object.fromEntries(Object.entries(columns.values).map(([key, values]) => [key, values[i]]));
  const result = {
    nodes: net.ids.map((id, v) => ({ id, ...rows(nodes, v) })),
    edges: Array.from(net.source, (from, e) => ({
      source: net.ids[from],
      target: net.ids[net.target[e]],
      ...rows(edges, e),
    })),
    network,
    ...(said.length ? { notes: said } : {}),
    ...(Object.keys(undefinedValues).length ? { undefined: undefinedValues } : {}),
  };
  return { text: JSON.stringify(result) + '\n', file: options.value('json') };
}

/** The network of the files that the words name; what was taken that was not asked for is added to `said`. */
export function networkOf(options: Words, said: string[]): Network {
  if (options.rest.length)
    throw new Fault(`“${options.rest[0]}” stands alone; files are named with --nodes and --edges.`);
  const edges = options.value('edges');
  if (edges === undefined) throw new Fault('Name the file of edges with --edges. --help explains all options.');
  return readNetwork(
    {
      nodes: options.value('nodes'),
      edges,
      id: options.value('id'),
      source: options.value('source') ?? 'source',
      target: options.value('target') ?? 'target',
      directed: options.has('directed'),
      weight: options.value('weight'),
    },
    said,
  );
}

async function addGroups(
  net: Network,
  method: GroupMethod,
  options: Words,
  breath: Breath,
  nodes: Columns,
  network: Record<string, number | null>,
): Promise<void> {
  const found = await findGroups(
    net,
    {
      method,
      resolution: numberOption(options, 'resolution', 1),
      seed: numberOption(options, 'seed', 1),
      weights: options.value('weight') !== undefined,
      directed: false,
      count: numberOption(options, 'count', 6),
    },
    breath,
  );
  nodes.values.group = Array.from(found.of, (g) => g + 1);
  network.modularity = jsonNumber(found.quality ?? NaN);
  network.groups = found.count;
}
