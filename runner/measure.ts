/** The command `measure`. */
import { type Measure, atOnce, measures, wholeFigures } from '@/core/measure';
import { Fault, listed } from '@/core/fault';
import { readNetwork } from './read';
import { parseWords } from './words';

/** JSON knows no NaN and no infinity. */
const jsonNumber = (value: number): number | null => (Number.isFinite(value) ? value : null);

/** Measures to compute for the keys asked; a key of a column brings its measure. */
function chosen(
  keys: string | undefined,
  weighted: boolean,
): { measures: Measure[]; wanted: (key: string) => boolean } {
  if (keys === undefined || keys === 'all') {
    return { measures: measures.filter((one) => weighted || !one.weighted), wanted: () => true };
  }
  const asked = keys.split(',').map((key) => key.trim());
  const known = [
    ...measures.flatMap(({ columns }) => columns.map(({ key }) => key)),
    ...wholeFigures.map(({ key }) => key),
  ];
  for (const key of asked) {
    if (!known.includes(key)) throw new Fault(`There is no measure “${key}”. The measures are ${listed(known, 100)}.`);
  }
  const found = measures.filter((one) => one.columns.some(({ key }) => asked.includes(key)));
  const needsWeight = found.find((one) => one.weighted);
  if (needsWeight && !weighted)
    throw new Fault(`“${needsWeight.key}” needs --weight with the column of the edges' weights.`);
  return { measures: found, wanted: (key) => asked.includes(key) };
}

/** The JSON text, and the file it is to go to, if one was named. */
export async function measureCommand(words: readonly string[]): Promise<{ text: string; file?: string }> {
  const options = parseWords(words, {
    flags: ['directed'],
    values: ['nodes', 'edges', 'id', 'source', 'target', 'weight', 'measures', 'json'],
  });
  if (options.rest.length)
    throw new Fault(`“${options.rest[0]}” stands alone; files are named with --nodes and --edges.`);
  const edges = options.value('edges');
  if (edges === undefined) throw new Fault('Name the file of edges with --edges. --help explains all options.');
  const weight = options.value('weight');
  const asked = chosen(options.value('measures'), weight !== undefined);
  const net = readNetwork({
    nodes: options.value('nodes'),
    edges,
    id: options.value('id') ?? 'id',
    source: options.value('source') ?? 'source',
    target: options.value('target') ?? 'target',
    directed: options.has('directed'),
    weight,
  });
  const columns: { key: string; values: Float64Array }[] = [];
  const undefinedValues: Record<string, string> = {};
  for (const one of asked.measures) {
    try {
      const values = await one.compute(net, atOnce);
      one.columns.forEach(({ key }, i) => asked.wanted(key) && columns.push({ key, values: values[i] }));
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      for (const { key } of one.columns) {
        if (!asked.wanted(key)) continue;
        undefinedValues[key] = error.message;
        columns.push({ key, values: new Float64Array(net.ids.length).fill(NaN) });
      }
    }
  }
  const nodes = net.ids.map((id, v) => ({
    id,
    ...Object.fromEntries(columns.map(({ key, values }) => [key, jsonNumber(values[v])])),
  }));
  const ends = Array.from(net.source, (from, e) => ({ source: net.ids[from], target: net.ids[net.target[e]] }));
  const figures = wholeFigures
    .filter(({ key }) => asked.wanted(key))
    .map(({ key, compute }) => [key, jsonNumber(compute(net))]);
  const result = {
    nodes,
    edges: ends,
    network: Object.fromEntries(figures) as Record<string, number | null>,
    ...(Object.keys(undefinedValues).length ? { undefined: undefinedValues } : {}),
  };
  return { text: JSON.stringify(result) + '\n', file: options.value('json') };
}
