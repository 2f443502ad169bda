/** The network in which closed circles are nodes. */
import { type Network, type Records, edgeCount, groupedPairs, nodeCount, withColumn } from '../graph';
import { Fault } from '../fault';
import { type Column, cellText, extended, pick, rowsOf } from '../tables';
import type { Circle } from './circles';
import { circleId } from './ids';
import { tellingWords } from './words';

/** Strongest members that are named. */
const mostNamed = 5;
const mostWords = 3;

/**
 * Closed circles first, in their order, then the nodes that stand for themselves. Ties between the same two are one, their weights summed; ties inside a
 * circle are counted with it. A column's value stays where all of a circle have the same. New columns: `members`, `ties inside`, `density inside` (the share of
 * pairs of members that are tied), `strongest` members by the weight of their ties inside.
 * @throws Fault where a node that stands for itself is called as a circle is.
 * @param words Node column whose words name the circles; absent: they are named by their strongest members.
 */
export function gathered(
  net: Network,
  { closed, alone }: { closed: readonly Circle[]; alone: Uint32Array },
  step: string,
  words?: string,
): Network {
  const n = nodeCount(net);
  const circles = closed.length;
  const of = new Int32Array(n).fill(-1);
  closed.forEach(({ members }, c) => members.forEach((v) => (of[v] = c)));
  alone.forEach((v, i) => (of[v] = circles + i));
  const inside = insideOf(net, of, circles);
  const taken = new Set(closed.map(({ path }) => circleId(path)));
  for (const v of alone)
    if (taken.has(net.ids[v]))
      throw new Fault(`A node has the id “${net.ids[v]}”, which is that of a circle. Give it another one.`, step);
  const names = namesOf(net, closed, inside.strength, of, words);
  const size = circles + alone.length;
  const rows = new Uint32Array(size);
  closed.forEach(({ members }, c) => (rows[c] = members[0]));
  rows.set(alone, circles);
  const tied = between(net, of, circles, size);
  let made: Network = {
    ...net,
    ids: Array.from(rows, (v, i) => (i < circles ? circleId(closed[i].path) : net.ids[v])),
    labels: Array.from(rows, (v, i) => (i < circles ? names[i] : net.labels[v])),
    source: tied.source,
    target: tied.target,
    weight: tied.weight,
    nodeColumns: net.nodeColumns.map((col) => agreed(col, of, size)),
    edgeColumns: net.edgeColumns.map((col) => agreed(col, tied.of, tied.source.length)),
    nodeRecords: net.nodeRecords && united(net.nodeRecords, of, size),
    edgeRecords: net.edgeRecords && united(net.edgeRecords, tied.of, tied.source.length),
    ...{ positions: undefined, routes: undefined, guides: undefined },
  };
  const numbers = (name: string, value: (c: number) => number, other: number): void => {
    const values = Float64Array.from({ length: size }, (_, i) => (i < circles ? value(i) : other));
    made = withColumn(made, 'nodes', { type: 'number', name, values }, step, { derived: true });
  };
  const pairs = (c: number): number => {
    const m = closed[c].members.length;
    return net.directed ? m * (m - 1) : (m * (m - 1)) / 2;
  };
  numbers('members', (c) => closed[c].members.length, 1);
  numbers('ties inside', (c) => inside.ties[c], NaN);
  numbers('density inside', (c) => inside.pairs[c] / pairs(c), NaN);
  const dictionary = closed.map((circle) => strongest(net, circle, inside.strength, mostNamed).join(', '));
  const codes = Int32Array.from({ length: size }, (_, i) => (i < circles ? i : -1));
  made = withColumn(made, 'nodes', { type: 'text', name: 'strongest', codes, dictionary }, step, { derived: true });
  const ties = Float64Array.from(tied.count);
  return withColumn(made, 'edges', { type: 'number', name: 'ties', values: ties }, step, { derived: true });
}

/** A circle that is open. */
export interface Opened {
  path: string;
  name: string;
  members: number;
}

/** What open circles are called: as while they were closed. */
export function openedOnes(net: Network, opened: readonly Circle[], words?: string): Opened[] {
  const depth = ({ path }: Circle): number => path.split('.').length;
  const names = new Map<Circle, string>();
  for (const level of new Set(opened.map(depth))) {
    // Those of one depth have no member in common.
    const circles = opened.filter((circle) => depth(circle) === level);
    const of = new Int32Array(nodeCount(net)).fill(-1);
    circles.forEach(({ members }, c) => members.forEach((v) => (of[v] = c)));
    const { strength } = insideOf(net, of, circles.length);
    namesOf(net, circles, strength, of, words).forEach((name, c) => names.set(circles[c], name));
  }
  return opened.map((circle) => ({
    path: circle.path,
    name: names.get(circle) ?? '',
    members: circle.members.length,
  }));
}

/** The network as it is, with the columns that a gathered one has: every node stands for itself. */
export function ungathered(net: Network, step: string): Network {
  const n = nodeCount(net);
  const named = (name: string): Column => ({ type: 'number', name, values: new Float64Array(n).fill(NaN) });
  const nobody: Column = { type: 'text', name: 'strongest', codes: new Int32Array(n).fill(-1), dictionary: [] };
  const ones: Column = { type: 'number', name: 'members', values: new Float64Array(n).fill(1) };
  const ties: Column = { type: 'number', name: 'ties', values: new Float64Array(edgeCount(net)).fill(1) };
  const nodes = [ones, named('ties inside'), named('density inside'), nobody].reduce(
    (so, col) => withColumn(so, 'nodes', col, step, { derived: true }),
    net,
  );
  return withColumn(nodes, 'edges', ties, step, { derived: true });
}

/** Of each circle (`of` is another number for who is in none): the ties inside (loops too), the pairs of members that are tied, and what each node's ties inside weigh. */
function insideOf(
  net: Network,
  of: Int32Array,
  circles: number,
): { ties: Float64Array; pairs: Float64Array; strength: Float64Array } {
  const ties = new Float64Array(circles);
  const pairs = new Float64Array(circles);
  const strength = new Float64Array(of.length);
  const from = new Uint32Array(edgeCount(net));
  const to = new Uint32Array(edgeCount(net));
  let found = 0;
  for (let e = 0; e < from.length; e++) {
    const [a, b] = [net.source[e], net.target[e]];
    if (of[a] !== of[b] || of[a] < 0 || of[a] >= circles) continue;
    ties[of[a]]++;
    if (a === b) continue;
    strength[a] += net.weight[e];
    strength[b] += net.weight[e];
    from[found] = net.directed ? a : Math.min(a, b);
    to[found++] = net.directed ? b : Math.max(a, b);
  }
  const { of: pair, count } = groupedPairs(from.slice(0, found), to.slice(0, found), of.length);
  const seen = new Uint8Array(count);
  pair.forEach((p, k) => {
    if (seen[p]) return;
    seen[p] = 1;
    pairs[of[from[k]]]++;
  });
  return { ties, pairs, strength };
}

/** Ties between different nodes of the new network: one for each two, in the order in which they first stand; `of` names it for each edge, −1 for those inside. */
function between(
  net: Network,
  of: Int32Array,
  circles: number,
  size: number,
): { source: Uint32Array; target: Uint32Array; weight: Float64Array; count: Uint32Array; of: Int32Array } {
  const m = edgeCount(net);
  const kept = new Uint32Array(m);
  let staying = 0;
  for (let e = 0; e < m; e++) {
    const [a, b] = [net.source[e], net.target[e]];
    // A loop of a node that stands for itself stays.
    if (of[a] !== of[b] || (a === b && of[a] >= circles)) kept[staying++] = e;
  }
  const edges = kept.subarray(0, staying);
  const ends = (e: number): [number, number] => {
    const [a, b] = [of[net.source[e]], of[net.target[e]]];
    return net.directed || a <= b ? [a, b] : [b, a];
  };
  const from = edges.map((e) => ends(e)[0]);
  const to = edges.map((e) => ends(e)[1]);
  const { of: pair, count } = groupedPairs(from, to, size);
  const found = {
    source: new Uint32Array(count),
    target: new Uint32Array(count),
    weight: new Float64Array(count),
    count: new Uint32Array(count),
    of: new Int32Array(m).fill(-1),
  };
  edges.forEach((e, k) => {
    const p = pair[k];
    found.source[p] = from[k];
    found.target[p] = to[k];
    found.weight[p] += net.weight[e];
    found.count[p]++;
    found.of[e] = p;
  });
  return found;
}

/** The column of what several rows become: the value that all of them have, and none where they differ; `of` names the new row of each. */
function agreed(col: Column, of: Int32Array, size: number): Column {
  const none = rowsOf(col);
  const first = new Int32Array(size).fill(-1);
  const differs = new Uint8Array(size);
  const same = sameIn(col);
  for (let row = 0; row < of.length; row++) {
    const to = of[row];
    if (to < 0) continue;
    if (first[to] < 0) first[to] = row;
    else if (!differs[to] && !same(first[to], row)) differs[to] = 1;
  }
  const rows = Uint32Array.from(first, (row, i) => (row < 0 || differs[i] ? none : row));
  return tight(pick(extended(col, none + 1), rows));
}

/** Without the entries of its dictionary that no row has, where these are most of them. */
function tight(col: Column): Column {
  if ((col.type !== 'text' && col.type !== 'list') || col.dictionary.length <= 2 * col.codes.length) return col;
  const place = new Int32Array(col.dictionary.length).fill(-1);
  for (const code of col.codes) if (code >= 0) place[code] = 0;
  const used = col.dictionary.flatMap((_, code) => (place[code] === 0 ? code : []));
  used.forEach((code, i) => (place[code] = i));
  const dictionary = used.map((code) => col.dictionary[code]);
  if (col.type === 'list') return { ...col, dictionary, codes: col.codes.map((code) => place[code]) };
  const codes = col.codes.map((code) => (code < 0 ? -1 : place[code]));
  const { marks } = col;
  return { ...col, dictionary, codes, ...(marks ? { marks: used.map((code) => marks[code]) } : {}) };
}

/** Whether two rows of a column have the same value. */
function sameIn(col: Column): (a: number, b: number) => boolean {
  if (col.type === 'text') return (a, b) => col.codes[a] === col.codes[b];
  if (col.type === 'number' || col.type === 'yesno') return (a, b) => Object.is(col.values[a], col.values[b]);
  return (a, b) => cellText(col, a) === cellText(col, b);
}

/** The records of all that become the same, each once. */
function united(records: Records, of: Int32Array, size: number): Records {
  const n = of.length;
  const offsets = new Uint32Array(size + 1);
  for (let v = 0; v < n; v++) if (of[v] >= 0) offsets[of[v] + 1] += records.offsets[v + 1] - records.offsets[v];
  for (let i = 0; i < size; i++) offsets[i + 1] += offsets[i];
  const next = offsets.slice(0, size);
  const items = new Uint32Array(offsets[size]);
  const from = records.from && new Uint8Array(offsets[size]);
  for (let v = 0; v < n; v++) {
    if (of[v] < 0) continue;
    for (let k = records.offsets[v]; k < records.offsets[v + 1]; k++) {
      const at = next[of[v]]++;
      items[at] = records.items[k];
      if (from && records.from) from[at] = records.from[k];
    }
  }
  return distinct({ ...records, offsets, items, ...(from ? { from } : {}) });
}

/** Each record once in a row, in the order of tables and rows. */
function distinct(records: Records): Records {
  const { offsets, items, from } = records;
  const starts = new Uint32Array(offsets.length);
  const table = 2 ** 32;
  const keys = Float64Array.from(items, (item, k) => item + table * (from ? from[k] : 0));
  let kept = 0;
  for (let i = 0; i + 1 < offsets.length; i++) {
    const row = keys.subarray(offsets[i], offsets[i + 1]).sort();
    for (let k = 0; k < row.length; k++) if (k === 0 || row[k] !== row[k - 1]) keys[kept++] = row[k];
    starts[i + 1] = kept;
  }
  const chosen = keys.subarray(0, kept);
  return {
    ...records,
    offsets: starts,
    items: Uint32Array.from(chosen, (key) => key % table),
    ...(from ? { from: Uint8Array.from(chosen, (key) => key / table) } : {}),
  };
}

/** Labels of the strongest members, by what their ties inside weigh. */
function strongest(net: Network, { members }: Circle, strength: Float64Array, most: number): string[] {
  const best: number[] = [];
  for (const v of members) {
    let at = best.length;
    while (
      at > 0 &&
      (strength[v] > strength[best[at - 1]] || (strength[v] === strength[best[at - 1]] && v < best[at - 1]))
    )
      at--;
    if (at >= most) continue;
    best.splice(at, 0, v);
    best.length = Math.min(best.length, most);
  }
  return best.map((v) => net.labels[v]);
}

function namesOf(
  net: Network,
  closed: readonly Circle[],
  strength: Float64Array,
  of: Int32Array,
  words: string | undefined,
): string[] {
  const col = words === undefined ? undefined : net.nodeColumns.find(({ name }) => name === words);
  const telling =
    col &&
    tellingWords(
      net.labels.map((_, v) => cellText(col, v)),
      // Who is in none of them is the rest that all are told from.
      of.map((c) => (c >= 0 && c < closed.length ? c : closed.length)),
      closed.length + 1,
      mostWords,
    );
  return closed.map((circle, c) => {
    if (circle.name !== undefined) return circle.name;
    if (circle.parts) return `${circle.parts.length} small groups`;
    const told = telling?.[c] ?? [];
    if (told.length) return told.map(({ word }) => word).join(', ');
    return strongest(net, circle, strength, 2).join(', ');
  });
}
