/** Making ties from many records, against the least that counting their pairs takes; and Keep on a large network. */
import { type Table } from '@/core/tables';
import { makeTies, tiesSchema } from '@/core/ties';
import { type KeepRule, keepKinds, keepKindOf } from '@/core/keep';
import { subnetwork } from '@/core/graph';
import { seeded } from '@/core/random';
import { dense } from './networks';
import { type Line, milliseconds } from './clock';

/** Records with so many values each, drawn so that a few are frequent and most are rare. */
function records(rows: number, each: number, distinct: number): Table {
  const random = seeded(5);
  const codes = new Uint32Array(rows * each);
  for (let r = 0; r < rows; r++) {
    const held = new Set<number>();
    while (held.size < each) held.add(Math.floor(distinct * random.unit() ** 1.6));
    let k = r * each;
    for (const code of held) codes[k++] = code;
  }
  const dictionary = Array.from({ length: distinct }, (_, i) => `word ${i}`);
  const offsets = Uint32Array.from({ length: rows + 1 }, (_, r) => r * each);
  return { name: 't', rows, columns: [{ type: 'list', name: 'words', offsets, codes, dictionary }], misfits: [] };
}

/** Counts every pair in one hash map. */
function bare(table: Table): number {
  const [col] = table.columns;
  if (col.type !== 'list') return 0;
  const { offsets, codes, dictionary } = col;
  const n = dictionary.length;
  const counts = new Map<number, number>();
  for (let r = 0; r < table.rows; r++) {
    for (let i = offsets[r]; i < offsets[r + 1]; i++) {
      for (let j = i + 1; j < offsets[r + 1]; j++) {
        const key = codes[i] < codes[j] ? codes[i] * n + codes[j] : codes[j] * n + codes[i];
        counts.set(key, (counts.get(key) ?? 0) + 1);
      }
    }
  }
  return counts.size;
}

const ties = (table: Table, minWeight: number, shares: number[] = []) =>
  makeTies(
    tiesSchema.parse({ id: 's', kind: 'ties', on: true, make: 'incidence', table: 't', right: ['words'], minWeight }),
    { step: 's', table: () => table, breathe: (share) => void shares.push(share) },
  );

/** A rule of each kind on a network. */
function rules(): KeepRule[] {
  const nodes = ['0', '1', '2'];
  const asked = {
    nodes,
    from: nodes,
    to: ['7', '8'],
    column: 'x',
    values: ['a'],
    shortlist: 'l',
    sifts: [],
    where: { match: 'all', rules: [{ about: 'degree', is: 'at least', value: '90' }] },
  };
  return Object.values(keepKinds).map(({ by, schema }) => schema.parse({ by, ...asked }));
}

export async function tiesLines(): Promise<Line[]> {
  const words = records(50_000, 10, 20_000);
  const pairs = bare(words);
  const wordTies = await milliseconds(() => ties(words, 0));
  const wordBare = await milliseconds(() => bare(words));
  const papers = records(5000, 50, 80_000);
  const shares: number[] = [];
  const before = process.memoryUsage().rss;
  const cited = await milliseconds(() => ties(papers, 2, shares), 1, false);
  const grown = (process.resourceUsage().maxRSS * 1024 - before) / 2 ** 20;
  const net = dense();
  const x = Int32Array.from(net.ids, (_, v) => v % 3);
  const large = {
    ...net,
    nodeColumns: [...net.nodeColumns, { type: 'text' as const, name: 'x', codes: x, dictionary: ['a', 'b', 'c'] }],
  };
  const numbered = { ...net, nodeColumns: [{ type: 'number' as const, name: 'x', values: Float64Array.from(x) }] };
  const kept: { by: string; took: number }[] = [];
  for (const rule of rules()) {
    const on = rule.by === 'number' ? numbered : large;
    const kind = keepKindOf(rule);
    const took = await milliseconds(() => {
      // A new array of sources: nothing built for an earlier rule is at hand.
      const fresh = { ...on, source: on.source.slice() };
      const { nodes, edges } = kind.marks(fresh, rule, {
        step: 's',
        shortlist: () => ({ id: 'l', name: 'l', version: 1, nodes: [{ id: '1', label: '1' }] }),
      });
      return subnetwork(fresh, nodes, edges);
    });
    kept.push({ by: rule.by, took });
  }
  kept.sort((a, b) => b.took - a.took);
  return [
    {
      what: 'words together, 50,000 × 10',
      ours: wordTies,
      against: { what: 'counting pairs in a hash map', took: wordBare },
      aim: 'at least 0.5×',
      note: `${pairs} pairs`,
    },
    {
      what: 'cited together, 5,000 × 50, weight ≥ 2',
      ours: cited,
      aim: 'under 2 GB, with progress',
      note: `memory grows by ${grown.toFixed(0)} MB, progress said ${shares.length} times`,
    },
    ...kept.slice(0, 3).map(({ by, took }) => ({
      what: `Keep: ${by}, 6,000 / 300,000`,
      ours: took,
      aim: 'under 100 ms',
      note: `of ${kept.length} rules`,
    })),
  ];
}
