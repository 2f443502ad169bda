/** Before and after: what appeared, vanished and stayed, and who changed group. */
import type { Column, TextColumn } from '../tables';
import type { Network } from '../graph';
import { type Combined, originOf } from './combine';

export const changes = ['vanished', 'appeared', 'stayed'] as const;

/** The column `change`, from before (the first network) to after (the second). */
export function changeColumn(places: [Int32Array, Int32Array]): Column {
  return {
    type: 'text',
    name: 'change',
    codes: Int32Array.from(places[0], (_, i) => originOf(places, i)),
    dictionary: [...changes],
  };
}

/** For each group after: the group before that it continues, by most shared nodes, each continued once; −1 where none. */
export function continued(before: TextColumn, after: TextColumn, nodes: [Int32Array, Int32Array]): Int32Array {
  const rows = before.dictionary.length;
  const shared = new Uint32Array(rows * after.dictionary.length);
  for (let i = 0; i < nodes[0].length; i++) {
    if (nodes[0][i] < 0 || nodes[1][i] < 0) continue;
    const a = before.codes[nodes[0][i]];
    const b = after.codes[nodes[1][i]];
    if (a >= 0 && b >= 0) shared[b * rows + a]++;
  }
  const of = new Int32Array(after.dictionary.length).fill(-1);
  const taken = new Uint8Array(rows);
  const order = Array.from(shared.keys()).filter((k) => shared[k] > 0);
  order.sort((x, y) => shared[y] - shared[x] || x - y);
  for (const k of order) {
    const b = Math.floor(k / rows);
    const a = k % rows;
    if (of[b] >= 0 || taken[a]) continue;
    of[b] = a;
    taken[a] = 1;
  }
  return of;
}

/** `group before`, `group after` and `changed group`, where both networks have groups. A group after counts as the one before that it continues. */
export function groupChange(first: Network, second: Network, { nodes }: Combined): Column[] {
  const find = (net: Network): TextColumn | undefined =>
    net.nodeColumns.find((col): col is TextColumn => col.name === 'group' && col.type === 'text');
  const before = find(first);
  const after = find(second);
  if (!before || !after) return [];
  const of = continued(before, after, nodes);
  const code = (col: TextColumn, at: number): number => (at < 0 ? -1 : col.codes[at]);
  return [
    { type: 'text', name: 'group before', codes: nodes[0].map((v) => code(before, v)), dictionary: before.dictionary },
    { type: 'text', name: 'group after', codes: nodes[1].map((v) => code(after, v)), dictionary: after.dictionary },
    {
      type: 'yesno',
      name: 'changed group',
      values: Int8Array.from(nodes[0], (v, i) => {
        const a = code(before, v);
        const b = code(after, nodes[1][i]);
        return a < 0 || b < 0 ? -1 : of[b] === a ? 0 : 1;
      }),
    },
  ];
}
