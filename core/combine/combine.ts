/** Two networks as one: nodes matched by id or name, edges by their ends, and where each comes from. */
import { type Column, Dictionary, asText, cellText, isFilled, overlaid, rowsOf } from '../tables';
import { type Network, type Records, edgeCount, givenName, nodeCount } from '../graph';

export interface CombineAsk {
  by: 'id' | 'name';
  /** Whose value is taken where both have one and they differ. */
  prefer: 'this' | 'other';
  names: [string, string];
}

export interface Combined {
  network: Network;
  /** Place of each node and edge of the result in the two networks; −1 where it is not there. */
  nodes: [Int32Array, Int32Array];
  edges: [Int32Array, Int32Array];
  /** Nodes with differing values: `Alban Pell, island: Ness, Tarrow`. */
  conflicts: string[];
  /** Names that stand for several nodes of one network, so that they were not matched. */
  ambiguous: string[];
}

/** The column that says where each node or edge comes from. */
export const originColumn = (places: [Int32Array, Int32Array], [one, other]: [string, string]): Column => ({
  type: 'text',
  name: 'origin',
  codes: Int32Array.from(places[0], (_, i) => originOf(places, i)),
  dictionary: [one, other, `${one} + ${other}`],
});

/** 0 in the first alone, 1 in the second alone, 2 in both. */
export const originOf = ([a, b]: [Int32Array, Int32Array], i: number): 0 | 1 | 2 => (a[i] < 0 ? 1 : b[i] < 0 ? 0 : 2);

/** Names alone may not tell nodes apart; those that stand twice match nothing. */
function keysOf(net: Network, by: 'id' | 'name'): { keys: (string | undefined)[]; twice: string[] } {
  if (by === 'id') return { keys: net.ids, twice: [] };
  const counts = new Map<string, number>();
  for (const label of net.labels) counts.set(label, (counts.get(label) ?? 0) + 1);
  const twice = [...counts].filter(([, count]) => count > 1).map(([label]) => label);
  return { keys: net.labels.map((label) => (counts.get(label) === 1 ? label : undefined)), twice };
}

export function combined(first: Network, second: Network, ask: CombineAsk): Combined {
  const { place, ids, labels, nodes, ambiguous } = matchedNodes(first, second, ask.by);
  // Where one of the two knows no directions, together they have none.
  const directed = first.directed && second.directed;
  const { source, target, edges } = matchedEdges([first, second], place, directed);
  const weight = Float64Array.from(
    source,
    (_, e) => (edges[0][e] < 0 ? 0 : first.weight[edges[0][e]]) + (edges[1][e] < 0 ? 0 : second.weight[edges[1][e]]),
  );
  const conflicts: string[] = [];
  const nodeColumns = laidOver(first.nodeColumns, second.nodeColumns, nodes, ask.prefer, (name, i, a, b) =>
    conflicts.push(`${labels[i]}, ${name}: ${a}, ${b}`),
  );
  const edgeColumns = laidOver(first.edgeColumns, second.edgeColumns, edges, ask.prefer);
  const weightOf = (which: 0 | 1): Column => ({
    type: 'number',
    name: `weight in ${ask.names[which]}`,
    values: Float64Array.from(edges[which], (e) => (e < 0 ? NaN : (which ? second : first).weight[e])),
  });
  const network: Network = {
    directed,
    ids,
    labels,
    source,
    target,
    weight,
    weightName: first.weightName === second.weightName ? first.weightName : 'weight',
    nodeColumns,
    edgeColumns: [...edgeColumns, weightOf(0), weightOf(1)],
    edgeRecords: joinedRecords(first.edgeRecords, second.edgeRecords, edges),
    nodeRecords: joinedRecords(first.nodeRecords, second.nodeRecords, nodes),
    ...(first.sides && second.sides && first.sides.join('\n') === second.sides.join('\n')
      ? { sides: first.sides }
      : {}),
  };
  return { network, nodes, edges, conflicts, ambiguous };
}

function matchedNodes(first: Network, second: Network, by: 'id' | 'name') {
  const a = keysOf(first, by);
  const b = keysOf(second, by);
  const places = new Map<string, number>();
  a.keys.forEach((key, v) => key !== undefined && places.set(key, v));
  const taken = new Set(first.ids);
  const ids = [...first.ids];
  const labels = [...first.labels];
  const place = new Uint32Array(nodeCount(second));
  b.keys.forEach((key, v) => {
    const at = key === undefined ? undefined : places.get(key);
    if (at !== undefined) {
      place[v] = at;
      return;
    }
    let id = second.ids[v];
    for (let i = 2; taken.has(id); i++) id = `${second.ids[v]} (${i})`;
    taken.add(id);
    labels.push(second.labels[v]);
    place[v] = ids.push(id) - 1;
  });
  const nodes: [Int32Array, Int32Array] = [
    Int32Array.from({ length: ids.length }, (_, v) => (v < nodeCount(first) ? v : -1)),
    new Int32Array(ids.length).fill(-1),
  ];
  place.forEach((at, v) => (nodes[1][at] = v));
  return { place, ids, labels, nodes, ambiguous: [...new Set([...a.twice, ...b.twice])] };
}

/** Edges with the same ends are one, the first with the first where there are parallel ones. */
function matchedEdges(nets: readonly [Network, Network], place: Uint32Array, directed: boolean) {
  const source: number[] = [];
  const target: number[] = [];
  const from: [number[], number[]] = [[], []];
  const open = new Map<string, number[]>();
  nets.forEach((net, which) => {
    for (let e = 0; e < edgeCount(net); e++) {
      let a = which ? place[net.source[e]] : net.source[e];
      let b = which ? place[net.target[e]] : net.target[e];
      if (!directed && a > b) [a, b] = [b, a];
      const key = `${a} ${b}`;
      const known = which ? open.get(key)?.shift() : undefined;
      if (known !== undefined) {
        from[1][known] = e;
        continue;
      }
      const at = source.push(a) - 1;
      target.push(b);
      from[which][at] = e;
      from[1 - which][at] = -1;
      if (which) continue;
      const held = open.get(key);
      if (held) held.push(at);
      else open.set(key, [at]);
    }
  });
  const edges: [Int32Array, Int32Array] = [Int32Array.from(from[0]), Int32Array.from(from[1])];
  return { source: Uint32Array.from(source), target: Uint32Array.from(target), edges };
}

/** Columns of both; of the same name and type they are one, of different types one of texts. */
function laidOver(
  first: readonly Column[],
  second: readonly Column[],
  places: [Int32Array, Int32Array],
  prefer: 'this' | 'other',
  conflict?: (name: string, i: number, a: string, b: string) => void,
): Column[] {
  const size = places[0].length;
  // What was computed in one and given in the other is not the same thing, whatever its name.
  const computed = new Set([...first, ...second].filter((col) => col.computed).map(({ name }) => name));
  const apart = (columns: readonly Column[]): readonly Column[] =>
    columns.map((col) => (!col.computed && computed.has(col.name) ? { ...col, name: givenName(col.name, []) } : col));
  [first, second] = [apart(first), apart(second)];
  const names = [...new Set([...first, ...second].map(({ name }) => name))];
  return names.map((name) => {
    let a = first.find((col) => col.name === name);
    let b = second.find((col) => col.name === name);
    // Values computed on two networks differ as the networks do; that is no conflict of data.
    const from = (prefer === 'this' ? (a ?? b) : (b ?? a))?.computed;
    if (a && b && a.type !== b.type) [a, b] = [asText(a, rowsOf(a)), asText(b, rowsOf(b))];
    if (a && b && conflict && !a.computed && !b.computed) {
      for (let i = 0; i < size; i++) {
        const [r, s] = [places[0][i], places[1][i]];
        if (r < 0 || s < 0 || !isFilled(a, r) || !isFilled(b, s)) continue;
        const [x, y] = [cellText(a, r), cellText(b, s)];
        if (x !== y) conflict(name, i, x, y);
      }
    }
    const layers = [...(a ? [{ column: a, rows: places[0] }] : []), ...(b ? [{ column: b, rows: places[1] }] : [])];
    return { ...overlaid(name, prefer === 'this' ? layers : layers.reverse(), size), computed: from };
  });
}

function joinedRecords(
  first: Records | undefined,
  second: Records | undefined,
  places: [Int32Array, Int32Array],
): Records | undefined {
  if (!first || !second) return undefined;
  const tables = new Dictionary([...first.tables]);
  const items: number[] = [];
  const from: number[] = [];
  const offsets = new Uint32Array(places[0].length + 1);
  const maps = [first, second].map((one) => one.tables.map((key) => tables.code(key)));
  for (let i = 0; i < places[0].length; i++) {
    const start = items.length;
    [first, second].forEach((records, which) => {
      const at = places[which][i];
      if (at < 0) return;
      for (let k = records.offsets[at]; k < records.offsets[at + 1]; k++) {
        const table = maps[which][records.from?.[k] ?? 0];
        const row = records.items[k];
        // The same record may stand behind both.
        let known = false;
        for (let p = start; p < items.length && !known; p++) known = items[p] === row && from[p] === table;
        if (known) continue;
        items.push(row);
        from.push(table);
      }
    });
    offsets[i + 1] = items.length;
  }
  return { offsets, items: Uint32Array.from(items), from: Uint8Array.from(from), tables: tables.texts };
}
