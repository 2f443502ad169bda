/** Archives that were made to do harm, or are broken: refused in a sentence, with nothing stored. */
import { strToU8, unzipSync, zipSync } from 'fflate';
import { pool } from '../db';
import { migrateDatabase } from '../db/migrate';
import { networkTrails } from '../networks';
import { fullStudy, opened, said, studies, taken } from './samples';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

describe('hostile and broken archives', () => {
  let files: Record<string, Uint8Array>;
  beforeAll(async () => {
    files = unzipSync(await taken((await fullStudy('Hostile')).id));
  });
  const json = (value: unknown): Uint8Array => strToU8(JSON.stringify(value));
  const changed = (path: string, change: (value: Record<string, unknown>) => unknown): Record<string, Uint8Array> => ({
    ...files,
    [path]: json(change(JSON.parse(new TextDecoder().decode(files[path])) as Record<string, unknown>)),
  });
  const without = (path: string): Record<string, Uint8Array> =>
    Object.fromEntries(Object.entries(files).filter(([one]) => one !== path));
  const cases: [string, () => Record<string, Uint8Array>, RegExp][] = [
    ['no study', () => ({ 'a.txt': json(1) }), /no archive of a study/],
    ['a network', () => ({ 'network.json': json({}) }), /archive of one network/],
    ['a later version', () => changed('study.json', (it) => ({ ...it, format: 'nunatak study 2' })), /later version/],
    ['no JSON', () => ({ ...files, 'networks/1.json': strToU8('{') }), /networks\/1\.json is no JSON/],
    ['no UTF-8', () => ({ ...files, 'networks/1.json': Uint8Array.of(255, 254) }), /no text in UTF-8/],
    ['other JSON', () => ({ ...files, 'networks/1.json': json([]) }), /networks\/1\.json does not fit/],
    ['depths', () => ({ ...files, 'kept/1.json': strToU8('['.repeat(1e6)) }), /nested too deeply/],
    [
      'depths in order',
      () =>
        changed('networks/1.json', (it) => ({
          ...it,
          trail: { steps: [JSON.parse('['.repeat(4000) + ']'.repeat(4000))] },
        })),
      /nested too deeply/,
    ],
    ['a table that is not there', () => without('tables/sendings.csv'), /no tables\/sendings\.csv/],
    ['fewer rows', () => changed('tables/sendings.json', (it) => ({ ...it, rows: 7 })), /6 rows, and 7/],
    [
      'other columns',
      () => changed('tables/sendings.json', (it) => ({ ...it, columns: [{ name: 'a', type: 'text' }] })),
      /other columns/,
    ],
    [
      'two tables of a key',
      () => changed('tables/one-column.json', (it) => ({ ...it, key: 'sendings' })),
      /two tables with the key/,
    ],
    [
      'ids twice',
      () => changed('networks/2.json', (it) => ({ ...it, id: '00000000-0000-8000-8003-000000000001' })),
      /two things with the id/,
    ],
    [
      'a path that climbs',
      () => changed('study.json', (it) => ({ ...it, shortlists: ['../../etc/passwd'] })),
      /does not fit at shortlists\.0/,
    ],
    ['a climbing file', () => ({ ...files, '../x': json(1) }), /leads out of it/],
    ['an absolute file', () => ({ ...files, '/etc/x': json(1) }), /leads out of it/],
    ['a bomb', () => ({ ...files, 'tables/sendings.csv': new Uint8Array(60_000_000) }), /would grow to/],
    ['a picture that is none', () => ({ ...files, 'figures/1.held.json.gz': json(1) }), /is not in the archive/],
    ['positions of others', () => ({ ...files, 'networks/1.positions': new Uint8Array(8) }), /do not fit its nodes/],
    ['a name of nothing', () => changed('networks/1.json', (it) => ({ ...it, name: ' ' })), /a name/],
    [
      'versions out of order',
      () => ({
        ...files,
        'networks/1.versions.ndjson': strToU8(
          '{"version":2,"at":"2026-01-01T00:00:00.000Z","trail":{"steps":[]}}\n'.repeat(2),
        ),
      }),
      /follow one another/,
    ],
  ];
  test.each(cases)('%s: refused in a sentence, nothing stored', async (_what, make, sentence) => {
    const before = await studies();
    const says = await said(opened(zipSync(make(), { level: 6 }), 'hostile.zip'));
    expect(says).toMatch(sentence);
    expect(says).toMatch(/^[^\n]{20,400}\.$/);
    expect(await studies()).toBe(before);
  });

  test('100,000 files, links, damage and what was cut off', async () => {
    const many = zipSync(Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`f${i}`, new Uint8Array(0)])), {
      level: 0,
    });
    expect(await said(opened(many))).toMatch(/it has [\d,]+ files, and no archive/);
    const link = zipSync({ ...files, link: [strToU8('/etc/passwd'), { os: 3, attrs: (0o120777 << 16) >>> 0 }] });
    expect(await said(opened(link))).toMatch(/“link” is a link/);
    const whole = zipSync(files, { level: 0 });
    const at = Buffer.from(whole).indexOf('two\r\nlines');
    const bent = Uint8Array.from(whole);
    bent[at] ^= 1;
    expect(await said(opened(bent))).toMatch(/sendings\.csv cannot be unpacked/);
    for (const size of [0, 10, 2000, whole.length - 5])
      expect(await said(opened(whole.subarray(0, size)))).toMatch(/no ZIP that can be opened/);
  });

  test('what a program put around it, or beside it, does no harm and is told', async () => {
    const inside = Object.fromEntries(Object.entries(files).map(([path, file]) => [`Hostile/${path}`, file]));
    const { name, notes } = await opened(zipSync({ ...inside, '__MACOSX/Hostile/._study.json': strToU8('x') }));
    expect(name).toMatch(/^Hostile/);
    expect(notes.join()).toMatch(/1 file in the archive .* left out: .*_study\.json/);
  });

  test('a trail of a later version stays as it is, and is told', async () => {
    const later = changed('networks/1.json', (it) => ({ ...it, trail: { version: 99, steps: [] } }));
    const { id, notes } = await opened(zipSync(later));
    expect(notes.join()).toMatch(/“Main” is kept as it is, and cannot be opened: .*later version/);
    expect((await networkTrails(id)).find((one) => one.name === 'Main')?.fault).toMatch(/later version/);
  });

  test('broken in any place, it is refused or opened, never half stored', async () => {
    const whole = zipSync(files, { level: 6 });
    for (let i = 0; i < 60; i++) {
      const bent = Uint8Array.from(whole);
      for (let k = 0; k < 3; k++) bent[(i * 7919 + k * 104729) % bent.length] ^= 1 << ((i + k) % 8);
      const before = await studies();
      const says = await said(opened(bent));
      if (says !== 'nothing was refused') {
        expect(says).toMatch(/^[^\n]{20,600}\.$/);
        expect(await studies()).toBe(before);
      }
    }
  });
});
