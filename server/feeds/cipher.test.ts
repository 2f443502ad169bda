/** @jest-environment node */
/** Keys of sources: enciphered, bound to their feed, and readable with the same secret alone. */
import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deciphered, enciphered } from './cipher';

beforeEach(() => {
  delete process.env.NUNATAK_SECRET;
  process.env.NUNATAK_KEY_FILE = join(mkdtempSync(join(tmpdir(), 'nunatak-cipher-')), 'deeper', 'key');
});
afterAll(() => {
  delete process.env.NUNATAK_SECRET;
  delete process.env.NUNATAK_KEY_FILE;
});

test('what is enciphered is read again, is another text each time, and shows nothing of what it was', () => {
  const [one, two] = [enciphered('harbour-ключ', 'a'), enciphered('harbour-ключ', 'a')];
  expect(one).not.toBe(two);
  expect(Buffer.from(one, 'base64url').toString('latin1')).not.toContain('harbour');
  expect([deciphered(one, 'a'), deciphered(two, 'a'), deciphered(enciphered('', 'b'), 'b')]).toEqual([
    'harbour-ключ',
    'harbour-ключ',
    '',
  ]);
});

test('the secret lies in a file that its owner alone may read, made once', () => {
  const kept = enciphered('k', 'a');
  const file = process.env.NUNATAK_KEY_FILE ?? '';
  expect(statSync(file).mode & 0o777).toBe(0o600);
  const secret = readFileSync(file, 'utf8');
  expect(secret.length).toBeGreaterThan(40);
  expect(deciphered(kept, 'a')).toBe('k');
  expect(readFileSync(file, 'utf8')).toBe(secret);
});

test.each([
  ['of another feed', (kept: string) => deciphered(kept, 'b')],
  [
    'with another secret',
    (kept: string) => {
      process.env.NUNATAK_SECRET = 'another';
      return deciphered(kept, 'a');
    },
  ],
  ['with a bit turned', (kept: string) => deciphered(`${kept.slice(0, -2)}${kept.endsWith('AA') ? 'BB' : 'AA'}`, 'a')],
  ['cut short', (kept: string) => deciphered(kept.slice(0, 12), 'a')],
  ['nothing', () => deciphered('', 'a')],
])('one %s cannot be read, and what to do is said', (_name, read) => {
  process.env.NUNATAK_SECRET = 'one';
  const kept = enciphered('harbour', 'a');
  expect(deciphered(kept, 'a')).toBe('harbour');
  expect(() => read(kept)).toThrow(/Write it in again/);
});

test('where no file can be, it is said which settings are missing', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'nunatak-cipher-')), 'file');
  writeFileSync(file, 'no folder');
  process.env.NUNATAK_KEY_FILE = join(file, 'key');
  expect(() => enciphered('k', 'a')).toThrow(/set NUNATAK_SECRET/);
});
