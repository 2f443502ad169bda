/** The runner as it is called: what it prints, and its exit codes. */
import { chanceCommand } from './chance';
import { measureCommand } from './measure';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'nunatak-runner-'));
afterAll(() => rmSync(folder, { recursive: true }));
const edges = join(folder, 'edges.csv');
writeFileSync(edges, 'source,target,w\na,b,1\nb,c,2\n');
writeFileSync(join(folder, 'empty.csv'), '');

const runner = (...words: string[]) => {
  const { status, stdout, stderr } = spawnSync(join('node_modules', '.bin', 'tsx'), ['runner/main.ts', ...words], {
    encoding: 'utf8',
  });
  return { status, stdout, stderr };
};

test('figures go to standard output, or to a file', () => {
  const { status, stdout, stderr } = runner('measure', '--edges', edges, '--directed');
  expect([status, stderr]).toEqual([0, '']);
  expect(JSON.parse(stdout)).toMatchObject({ network: { nodes: 3, edges: 2 } });
  const out = join(folder, 'out.json');
  expect(runner('measure', '--edges', edges, '--json', out)).toMatchObject({ status: 0, stdout: '' });
  expect(JSON.parse(readFileSync(out, 'utf8'))).toMatchObject({ network: { density: 2 / 3 } });
});

test.each([
  [['measure', '--edges', join(folder, 'empty.csv')], /is empty/],
  [['measure', '--edges', edges, '--weight', 'x'], /no column “x”/],
  [['measure', '--edges', edges, '--measures', 'fame'], /no measure “fame”/],
  [['fly'], /no command “fly”/],
])('%j: one sentence, exit code 2', (words, sentence) => {
  const { status, stdout, stderr } = runner(...words);
  expect([status, stdout]).toEqual([2, '']);
  expect(stderr).toMatch(sentence);
  expect(stderr.trim().split('\n')).toHaveLength(1);
});

test('threads change no bit', async () => {
  const long = join(folder, 'long.csv');
  const rows = Array.from({ length: 900 }, (_, i) => `${i % 601},${(i * i + 7) % 601},${1 + (i % 5)}`);
  writeFileSync(long, `source,target,w\n${rows.join('\n')}\n`);
  const words = [
    '--edges',
    long,
    '--directed',
    '--weight',
    'w',
    '--measures',
    'betweenness,closeness_weighted,harmonic_closeness,betweenness_weighted',
  ];
  expect(runner('measure', ...words).stdout).toBe((await measureCommand(words)).text);
  const chance = ['--edges', long, '--directed', '--draws', '30', '--figures', 'transitivity,triad_300'];
  expect(runner('chance', ...chance).stdout).toBe((await chanceCommand(chance)).text);
});

test('help', () => {
  expect(runner('--help')).toMatchObject({ status: 0, stdout: expect.stringContaining('--measures') as string });
});
