/** What a figure holds: the same when it is read again, and nothing that could break a page. */
import fc from 'fast-check';
import { gunzipSync, gzipSync, strFromU8, strToU8 } from 'fflate';
import { svgDocument } from '../svg';
import { firstFigure, heldKey, layFigure, readHeld, writeHeld } from '.';
import { sample } from './samples';

const settings = firstFigure({ id: 'one', name: 'Who wrote to whom' });
const drawn = (made: ReturnType<typeof sample>): Promise<string> => {
  const laid = layFigure(settings, () => made);
  return svgDocument(laid, (pen) => laid.draw(pen));
};

test('draws the same page to the byte, under a key that follows from its bytes', async () => {
  const bytes = writeHeld([sample()]);
  expect(writeHeld([sample()])).toEqual(bytes);
  expect(heldKey(bytes)).toBe(heldKey(bytes.slice()));
  expect(heldKey(writeHeld([sample({ version: 5 })]))).not.toBe(heldKey(bytes));
  const [made] = readHeld(bytes);
  expect(made.network.source).toEqual(sample().network.source);
  expect(made.network.edgeColumns[0]).toEqual(sample().network.edgeColumns[0]);
  expect(await drawn(made)).toBe(await drawn(sample()));
});

const changed = (change: (text: string) => string): Uint8Array =>
  gzipSync(strToU8(change(strFromU8(gunzipSync(writeHeld([sample()]))))));

test.each<[string, (text: string) => string]>([
  ['an edge that leaves the network', (text) => text.replace('"ids":["0","1","2","3"]', '"ids":["0","1"]')],
  ['another format', (text) => text.replace('nunatak held 1', 'nunatak held 9')],
  ['an array cut short', (text) => text.replace(/("array":"u4","base64":"\w{3})\w+/, '$1')],
  ['no network', (text) => text.replace('"network":', '"net":')],
  ['no JSON', (text) => text.slice(1)],
])('%s is refused in a sentence', (_name, change) => {
  expect(() => readHeld(changed(change))).toThrow(/^What this figure holds cannot be read/);
});

test('broken bytes are refused in a sentence, whatever they are', () => {
  const whole = writeHeld([sample()]);
  fc.assert(
    fc.property(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 255 }), fc.boolean(), (at, by, cut) => {
      const bytes = cut ? whole.slice(0, at) : whole.map((byte, i) => (i === at ? byte ^ by : byte));
      try {
        readHeld(bytes);
      } catch (error) {
        expect((error as Error).name).toBe('Fault');
      }
    }),
    { numRuns: 300, seed: 7 },
  );
});
