/** How steady the groups of a step are: said where it is asked for, from runs with seeds of their own. */
import { adjustedRand, crossTable } from '../compare/groupings';
import { groupingOf } from '../measure/grouping';
import { groupColumn, runTrail, sourceOf } from '.';
import { table, ties, trail } from './samples';

/** A ring of 24 without any border, and two cliques that leave no choice. */
const ring = Array.from({ length: 24 }, (_, i) => [`r${i}`, `r${(i + 1) % 24}`]);
const cliques = ['a', 'b'].flatMap((name) =>
  [0, 1, 2, 3].flatMap((i) => [0, 1, 2, 3].filter((j) => j > i).map((j) => [`${name}${i}`, `${name}${j}`])),
);
const of = (rows: string[][]) =>
  sourceOf([{ key: 'parcels', version: '1' }], () => table('parcels', { from: 'text', to: 'text' }, rows), []);
const plain = ties({ directed: false, nodes: undefined });
const asked = (settings: object) => trail(plain, { id: 'g', kind: 'groups', on: true, seed: 3, ...settings });
const said = async (rows: string[][], settings: object): Promise<string | undefined> => {
  const { reports } = await runTrail(of(rows), asked(settings));
  expect(reports.map(({ fault }) => fault)).toEqual([undefined, undefined]);
  return reports[1].notes.map(({ text }) => text).find((text) => text.includes('different seeds'));
};

test('one where all runs are the same', async () => {
  expect(await said(cliques, { runs: 5 })).toBe(
    '5 runs with different seeds agree by 1.000 (mean adjusted Rand index; 1 is the same).',
  );
});

test('less where they are not: the mean over all pairs of runs, the one that counts among them', async () => {
  const runs: { of: Int32Array; names: string[] }[] = [];
  for (let i = 0; i < 4; i++) {
    const { state } = await runTrail(of(ring), asked({ seed: 3 + 104729 * i }));
    if (!state) throw new Error('no state');
    runs.push(groupingOf(state.network, groupColumn));
  }
  const pairs = runs.flatMap((a, i) => runs.slice(0, i).map((b) => adjustedRand(crossTable(a.of, b.of))));
  const mean = pairs.reduce((sum, one) => sum + one, 0) / pairs.length;
  expect(mean).toBeLessThan(0.9);
  expect(await said(ring, { runs: 4 })).toContain(`agree by ${mean.toFixed(3)} `);
});

test('nothing unless it is asked for, nor where no seed has a part', async () => {
  expect(await said(ring, {})).toBeUndefined();
  expect(await said(ring, { runs: 3, method: 'components' })).toBeUndefined();
});

test('asking for it leaves the groups as they are', async () => {
  const groups = async (settings: object) => {
    const { state } = await runTrail(of(ring), asked(settings));
    return state && [...groupingOf(state.network, groupColumn).of];
  };
  expect(await groups({ runs: 3 })).toEqual(await groups({}));
});
