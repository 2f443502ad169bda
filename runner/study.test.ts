/** The runner on the archive of a study: every network and figure, other settings, and whether all is reproduced. */
import { execFileSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { packed, readStudyArchive, runnable, studyFiles } from '@/core/archive';
import { sampleStudy } from '@/core/archive/samples';
import { Fault } from '@/core/fault';
import { xlsxFile } from '@/core/formats/write/xlsx';
import { trailSchema } from '@/core/trail';
import { withFiles } from './archive-files';
import { checkCommand } from './check';
import { runCommand } from './run';
import { parseSetting, withSetting } from './set';

// Whole studies are run several times over.
jest.setTimeout(30_000);

let folder: string;
let files: Record<string, Uint8Array>;
beforeAll(async () => {
  const parts: Uint8Array[] = [];
  await packed(studyFiles(await sampleStudy()), (bytes) => void parts.push(bytes));
  files = unzipSync(Uint8Array.from(Buffer.concat(parts)));
});
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'nunatak-study-'))));
afterEach(() => rmSync(folder, { recursive: true }));

function archive(change: Record<string, Uint8Array> = {}, name = 'study.zip'): string {
  const path = join(folder, name);
  writeFileSync(path, zipSync({ ...files, ...change }));
  return path;
}
const changed = (path: string, change: (value: Record<string, unknown>) => object): Record<string, Uint8Array> => ({
  [path]: strToU8(JSON.stringify(change(JSON.parse(strFromU8(files[path])) as Record<string, unknown>))),
});
const out = (...path: string[]): string => join(folder, 'out', ...path);
const run = (...words: string[]): Promise<string> => runCommand([archive(), '--out', out(), ...words]);

test('every network and every figure, each in its files', async () => {
  const said = await run();
  expect(said).toContain('Sample: 2 networks and 2 figures');
  expect(said).toContain('Main: 3 nodes, 3 edges; networks/Main');
  expect(readdirSync(out('networks', 'Main')).sort()).toEqual([
    'edges.csv',
    'map.svg',
    'method.txt',
    'network.graphml',
    'network.json',
    'network.ndjson',
    'network.xlsx',
    'nodes.csv',
    'references.bib',
    'report.json',
  ]);
  expect(readdirSync(out('figures')).sort()).toEqual(
    ['Following', 'Held'].flatMap((name) => ['html', 'pdf', 'png', 'svg'].map((ending) => `${name}.${ending}`)),
  );
  const svg = readFileSync(out('figures', 'Following.svg'), 'utf8');
  const first = readFileSync(join('core', 'archive', 'fixtures', 'study-1.svg'), 'utf8');
  // With the typefaces inside, as the page gives it.
  expect(svg.replace(/<style>.*?<\/style>\n?/s, '')).toBe(
    first.replace('<title>Page</title>', '<title>Following</title>'),
  );
  expect(svg).toContain('@font-face');
  execFileSync('qpdf', ['--check', out('figures', 'Held.pdf')]);
  expect(execFileSync('pdftotext', [out('figures', 'Held.pdf'), '-'], { encoding: 'utf8' })).toContain('Few keepers');
  expect(readFileSync(out('figures', 'Held.html'), 'utf8')).toContain('Ragna Wick');
  const png = readFileSync(out('figures', 'Held.png'));
  // 174 × 175 mm at 300 dots per inch.
  expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([2055, 2067]);
  expect(JSON.parse(readFileSync(out('report.json'), 'utf8'))).toMatchObject({
    study: 'Sample',
    networks: [{ name: 'Main', nodes: 3 }, { name: 'Other' }],
    figures: [{ name: 'Held', notes: [] }, {}],
  });
});

test('only what is named, out of a folder as well', async () => {
  await run('--network', 'Other');
  expect([readdirSync(out('networks')), existsSync(out('figures'))]).toEqual([['Other'], false]);
  for (const [path, bytes] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, 'unpacked', path)), { recursive: true });
    writeFileSync(join(folder, 'unpacked', path), bytes);
  }
  await runCommand([join(folder, 'unpacked'), '--out', out('again'), '--figure', 'Held', '--figure', 'Following']);
  expect([readdirSync(out('again')).sort(), readdirSync(out('again', 'figures'))]).toEqual([
    ['figures', 'report.json'],
    expect.arrayContaining(['Held.svg', 'Following.svg']),
  ]);
  await expect(run('--network', 'Nobody')).rejects.toThrow(
    'There is no network “Nobody”. There are “Main” and “Other”.',
  );
  await expect(run('--figure', 'Nothing')).rejects.toThrow('There is no figure “Nothing”.');
  symlinkSync('/etc/passwd', join(folder, 'unpacked', 'link'));
  await expect(runCommand([join(folder, 'unpacked'), '--out', out()])).rejects.toThrow(/“link” is a link/);
});

test('another setting changes the network and the figures that follow it, and not one that holds it', async () => {
  await run();
  const before = ['Following', 'Held'].map((name) => readFileSync(out('figures', `${name}.svg`), 'utf8'));
  await run('--set', 'arrange.settings.room=90', '--set', 's1.directed=true');
  const [following, held] = ['Following', 'Held'].map((name) => readFileSync(out('figures', `${name}.svg`), 'utf8'));
  expect(following).not.toBe(before[0]);
  expect(held).toBe(before[1]);
  // Of another network alone it changes nothing here.
  await run('--set', 's1.directed=true', '--network', 'Other');
  expect(readFileSync(out('networks', 'Other', 'network.graphml'), 'utf8')).toContain('edgedefault="directed"');
});

describe('--set', () => {
  const ties = { id: 's1', kind: 'ties', on: true, table: 'a', from: 'from', to: 'to' };
  const keep = (id: string, least: number): object => ({
    id,
    kind: 'keep',
    on: true,
    rule: { by: 'degree', min: least },
  });
  const trail = trailSchema.parse({ steps: [ties, keep('s2', 1), keep('s3', 2)] });
  const set = (words: string): object => withSetting(trail, parseSetting(words), 'Net').steps;
  test('by the id of a step or by its kind', () => {
    expect(set('s3.rule.min=7')).toMatchObject([{}, { rule: { min: 1 } }, { rule: { min: 7 } }]);
    expect(set('ties.from=to=o')).toMatchObject([{ from: 'to=o' }, {}, {}]);
  });
  test.each([
    ['keep.rule.min=7', /“Net” has 2 steps of the kind keep\. Name one by its id: “s2” and “s3”/],
    ['s2.rule.most.deep=7', /no setting “rule\.most\.deep”\. It has “id”/],
    ['s2.rule.min=many', /--set s2\.rule\.min=many: /],
    ['ties.__proto__.x=1', /no setting/],
    ['least', /takes step\.setting=value/],
  ])('%s: a sentence', (words, sentence) => expect(() => set(words)).toThrow(sentence));
  test('of a step that nothing has', async () => {
    await expect(run('--set', 'groups.seed=1')).rejects.toThrow(/no step is called “groups”/);
  });
});

describe('check', () => {
  const check = (change = {}) => checkCommand([archive(change)]);
  test('all is as it was', async () => {
    const { text, same } = await check();
    expect(same).toBe(true);
    expect(text.split('\n')).toEqual([
      'Sample',
      '1 table (6 records), 1 list of names, 1 shortlist, 1 kept (looks, palettes, sifts, outlines), 2 networks, 2 figures',
      'Networks',
      '  Main: 3 nodes, 3 ties; as the application had it, positions to the bit',
      '  Other: 5 nodes, 6 ties; nothing is kept to compare it with',
      'Figures',
      '  Held: held, and its networks give the same page to the byte',
      '  Following: follows its networks, reproduced',
      'Everything is reproduced.',
      '',
    ]);
  });
  test('what differs is told, and what cannot be compared', async () => {
    const bent = Uint8Array.from(files['networks/1.positions']);
    bent[3] ^= 1;
    const moved = await check({ 'networks/1.positions': bent });
    expect(moved.same).toBe(false);
    expect(moved.text).toContain('Main: DIFFERS: nodes stand elsewhere');
    expect(moved.text).toContain('Following: DIFFERS: it shows “Main”');
    const result = (more: object) => (value: Record<string, unknown>) => ({
      ...value,
      result: { ...(value.result as object), ...more },
    });
    expect((await check(changed('networks/1.json', result({ nodes: 4 })))).text).toMatch(
      /DIFFERS: 3 nodes, kept are 4/,
    );
    const later = await check(changed('networks/1.json', result({ digest: 'a'.repeat(32) })));
    expect([later.same, later.text]).toEqual([true, expect.stringContaining('changed after its last run')]);
    const broken = await check(changed('networks/2.json', (value) => ({ ...value, trail: { steps: [] } })));
    expect([broken.same, broken.text]).toEqual([false, expect.stringContaining('Other: DIFFERS: ')]);
  });
  test('where nodes were put by hand, it is the layout before that which is compared', async () => {
    type Head = { trail: { steps: { kind: string }[] }; result: object };
    const placed = (digest: string) =>
      changed('networks/1.json', (value) => {
        const { trail, result } = value as unknown as Head;
        const steps = trail.steps.map((step) =>
          step.kind === 'arrange' ? { ...step, placed: { 'Tove Lorne': [900, 7] } } : step,
        );
        return { ...value, trail: { ...trail, steps }, result: { ...result, digest } };
      });
    const { run, made } = await withFiles(archive(placed('0'.repeat(32))), async (held) => {
      const read = await readStudyArchive(held, 'study.zip');
      return (await runnable(read)).network(read.networks.find(({ name }) => name === 'Main')?.id ?? '');
    });
    expect([...(made?.network.positions ?? [])]).toContain(900);
    const { text, same } = await check(placed(run.digest));
    expect(text).toContain('Main: 3 nodes, 3 ties; as the application had it, positions to the bit');
    expect(same).toBe(true);
  });
  test('a network that fails does not keep the others from being run', async () => {
    const path = archive(changed('networks/2.json', (value) => ({ ...value, trail: { steps: [] } })));
    const said = await runCommand([path, '--out', out()]);
    expect(said).toMatch(/Other: .*Ties step/);
    expect(existsSync(out('figures', 'Held.svg'))).toBe(true);
  });
  test.each([
    [['a', 'b'], /Give one archive/],
    [['/nowhere.zip'], /There is no “\/nowhere\.zip”/],
  ])('%j: a sentence', (words, sentence) => expect(checkCommand(words)).rejects.toThrow(sentence));
});

test('a network that a format cannot hold is written in all the others, and that is told', async () => {
  const none = jest.spyOn(xlsxFile, 'write').mockRejectedValue(new Fault('A sheet has 1,048,576 rows at most.'));
  try {
    await run('--network', 'Main');
  } finally {
    none.mockRestore();
  }
  expect(readdirSync(out('networks', 'Main'))).toEqual(
    expect.arrayContaining(['nodes.csv', 'network.ndjson', 'map.svg']),
  );
  expect(existsSync(out('networks', 'Main', 'network.xlsx'))).toBe(false);
  expect(JSON.parse(readFileSync(out('networks', 'Main', 'report.json'), 'utf8'))).toMatchObject({
    left: ['network.xlsx: A sheet has 1,048,576 rows at most.'],
  });
});
