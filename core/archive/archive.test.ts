/** What is written is read again, to the byte; what is no archive is refused. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import * as z from 'zod';
import { figureFormat } from '../figure/files';
import { type ArchiveFile, type Files, checkEntries, packed, readStudyArchive, rootOf, runnable, studyFiles } from '.';
import { archiveSchemas } from './json-schemas';
import { sampleIds, sampleStudy } from './samples';

async function zipped(files: Iterable<ArchiveFile>): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  await packed(files, (bytes) => void parts.push(bytes));
  return Uint8Array.from(Buffer.concat(parts));
}
/** Files in memory, in pieces of a few bytes. */
function held(zip: Uint8Array, change: Record<string, string> = {}): Files {
  const files: Record<string, Uint8Array> = {
    ...unzipSync(zip),
    ...Object.fromEntries(Object.entries(change).map(([path, text]) => [path, strToU8(text)])),
  };
  return {
    entries: Object.entries(files).map(([path, { length }]) => ({ path, size: length, packed: length })),
    // eslint-disable-next-line @typescript-eslint/require-await
    async *pieces(path) {
      for (let at = 0; at < files[path].length; at += 13) yield files[path].slice(at, at + 13);
    },
  };
}
async function drawn(zip: Uint8Array, name: string): Promise<string> {
  const archive = await readStudyArchive(held(zip), 'a.zip');
  const { settings, laid } = await (
    await runnable(archive)
  ).figure(archive.figures.find((one) => one.name === name)?.id ?? '');
  const made = await figureFormat('svg')?.make(laid, settings, 'Page', {}, { fonts: new Map(), script: '' });
  return strFromU8(made?.bytes ?? new Uint8Array());
}

test('the same study gives the same bytes, whatever its ids are', async () => {
  const one = await zipped(studyFiles(await sampleStudy()));
  expect(await zipped(studyFiles(await sampleStudy()))).toEqual(one);
  const text = Object.values(unzipSync(one))
    .map((file) => strFromU8(file))
    .join();
  for (const id of Object.values(sampleIds)) expect(text).not.toContain(id);
});

test('everything is read as it was written', async () => {
  const archive = await readStudyArchive(held(await zipped(studyFiles(await sampleStudy()))), 'a.zip');
  expect(archive).toMatchObject({
    name: 'Sample',
    tables: [{ key: 'sendings', version: 3, rows: 6 }],
    names: [{ name: 'People', entries: { 'A. Pell': 'Alban Pell' } }],
    shortlists: [{ name: 'Few', nodes: [{}, {}, {}] }],
    kept: [{ kind: 'look', name: 'Sea' }],
    networks: [{ name: 'Main', version: 2 }, { name: 'Other' }],
    figures: [{ name: 'Held' }, { name: 'Following' }],
    unknown: [],
  });
  const [main, other] = archive.networks;
  expect(main.trail.steps).toMatchObject([
    {},
    { network: other.id },
    { rule: { shortlist: archive.shortlists[0].id } },
    {},
    {},
    { follows: { id: archive.kept[0].id } },
  ]);
  expect(await archive.versions(main.versions ?? '')).toEqual([
    { version: 2, at: '2026-01-02T03:04:05.000Z', trail: main.trail },
  ]);
});

test('its networks run to what they were, and its figures are drawn alike, held or not', async () => {
  const zip = await zipped(studyFiles(await sampleStudy()));
  const archive = await readStudyArchive(held(zip), 'a.zip');
  const { run, made } = await (await runnable(archive)).network(archive.networks[0].id);
  expect(run.digest).toBe(archive.networks[0].result?.digest);
  expect(made?.network.labels).toEqual(['Alban Pell', 'Tove Lorne', 'Ragna Wick']);
  const svg = await drawn(zip, 'Following');
  expect(await drawn(zip, 'Held')).toBe(svg);
  expect(svg).toContain('Few keepers');
});

test('an archive of the first version opens, and gives the picture that it gave then', async () => {
  const fixtures = join(__dirname, 'fixtures');
  const zip = Uint8Array.from(readFileSync(join(fixtures, 'study-1.zip')));
  expect(await drawn(zip, 'Following')).toBe(readFileSync(join(fixtures, 'study-1.svg'), 'utf8'));
  expect(await drawn(zip, 'Held')).toBe(readFileSync(join(fixtures, 'study-1.svg'), 'utf8'));
});

test('its files are as the schemas say, and the schemas as they are written down', async () => {
  for (const [name, schema] of Object.entries(archiveSchemas()))
    expect([name, JSON.parse(readFileSync(join('docs', 'archive', `${name}.schema.json`), 'utf8'))]).toEqual([
      name,
      schema,
    ]);
  const files = unzipSync(await zipped(studyFiles(await sampleStudy())));
  const read = (path: string): unknown => JSON.parse(strFromU8(files[path]));
  for (const [name, path] of [
    ['study', 'study.json'],
    ['table', 'tables/sendings.json'],
    ['names', 'names/1.json'],
    ['shortlist', 'shortlists/1.json'],
    ['kept', 'kept/1.json'],
    ['network', 'networks/1.json'],
    ['figure', 'figures/1.json'],
  ])
    expect([name, z.fromJSONSchema(archiveSchemas()[name] as never).safeParse(read(path)).error]).toEqual([
      name,
      undefined,
    ]);
});

test.each([
  [{ 'networks/1.json': '{"id": 3}' }, /networks\/1\.json does not fit at id/],
  [{ 'networks/1.versions.ndjson': '{}\n' }, undefined],
  [{ 'names/1.csv': 'variant,preferred\r\na,b\r\na,c\r\n' }, /two entries in names\/1\.csv for “a”/],
  [
    { 'study.json': '{"format":"nunatak study 1","name":"x","networks":[{"file":"/etc/passwd"}]}' },
    /networks\.0\.file/,
  ],
  [{ 'study.json': '[]' }, /study\.json does not fit/],
  [{ 'study.json': `${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}` }, /nested too deeply/],
])('%j', async (change, sentence) => {
  const files = held(await zipped(studyFiles(await sampleStudy())), change);
  const work = readStudyArchive(files, 'a.zip');
  if (sentence) await expect(work).rejects.toThrow(sentence);
  else
    await expect((await work).versions('networks/1.versions.ndjson')).rejects.toThrow(
      /ndjson, line 1 does not fit at version/,
    );
});

describe('entries', () => {
  const entry = (path: string, more: object = {}) => ({ path, size: 1, packed: 1, ...more });
  test.each([
    [[entry('../a')], /leads out/],
    [[entry('a/../../b')], /leads out/],
    [[entry('C:/a')], /leads out/],
    [[entry('a\\b')], /leads out/],
    [[entry('a', { link: true })], /is a link/],
    [[entry('a'), entry('a')], /two files/],
    [[entry('a', { size: 60e6, packed: 6e4 })], /would grow to 60,000,000/],
    [Array.from({ length: 90 }, (_, i) => entry(`${i}`, { size: 49e6, packed: 49e6 })), /more than 4,294,967,296/],
    [Array.from({ length: 20_001 }, (_, i) => entry(`${i}`)), /20,001 files/],
  ])('are refused: %#', (entries, sentence) => expect(() => checkEntries(entries, 'a.zip')).toThrow(sentence));
  test('of real ones are not', () => {
    expect(() => checkEntries([entry('a b/c.csv', { size: 3e9, packed: 9e7 }), entry('..a')], 'a.zip')).not.toThrow();
    expect(rootOf([entry('x/study.json')], 'study.json')).toBe('x/');
    expect(rootOf([entry('x/study.json'), entry('y/study.json')], 'study.json')).toBeUndefined();
  });
});
