/** Figures in the database: made, saved on top of what they were made from, held, and given back. */
import { figureSchema, heldKey, writeHeld } from '@/core/figure/plan';
import { sample } from '@/core/figure/plan/samples';
import { pool } from './db';
import { migrateDatabase } from './db/migrate';
import * as figures from './figures';
import * as kept from './figures/kept';
import { createNetwork } from './networks';
import { newStudy } from './samples';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]);
const settings = (width = 84) => figureSchema.parse({ width });

async function made(): Promise<{ study: string; id: string; network: string }> {
  const study = await newStudy();
  const network = (await createNetwork(study, 'Who wrote to whom', sample().trail)).id;
  const { id } = await figures.makeFigure(study, network);
  return { study, id, network };
}

test('is made of a network with its name as title; the next has the next number', async () => {
  const { study, id, network } = await made();
  const { name, version, settings: first } = await figures.openFigure(study, id);
  expect([name, version]).toEqual(['Figure 1', 1]);
  expect(first.parts[0]).toMatchObject({ kind: 'title', text: 'Who wrote to whom' });
  expect(first.parts.find(({ kind }) => kind === 'map')).toMatchObject({ network });
  await figures.deleteFigure(study, id);
  expect((await figures.makeFigure(study, network)).name).toBe('Figure 2');
});

test('two who save on top of the same version: the second is told, and nothing is overwritten', async () => {
  const { study, id } = await made();
  const both = await Promise.all([84, 129].map((width) => figures.saveFigure(study, id, 1, settings(width))));
  expect(both.map(({ kind }) => kind).sort()).toEqual(['conflict', 'saved']);
  const now = await figures.openFigure(study, id);
  expect(now.version).toBe(2);
  const lost = both.find(({ kind }) => kind === 'conflict');
  expect(lost).toMatchObject({ version: 2, settings: { width: now.settings.width } });
});

test('forty savings at once leave one of them whole', async () => {
  const { study, id } = await made();
  const all = await Promise.all(
    Array.from({ length: 40 }, (_, i) => figures.saveFigure(study, id, 1, settings(100 + i))),
  );
  expect(all.filter(({ kind }) => kind === 'saved')).toHaveLength(1);
});

test('is held only by what was kept of it; what is kept comes back as it was', async () => {
  const { study, id } = await made();
  const bytes = Buffer.from(writeHeld([]));
  const held = { key: heldKey(bytes), of: [] };
  await expect(figures.saveFigure(study, id, 1, { ...settings(), held })).rejects.toThrow(/Hold it again/);
  await expect(kept.keepHeld(study, id, Buffer.from('nothing'))).rejects.toThrow(/cannot be read/);
  expect(await kept.keepHeld(study, id, bytes)).toBe(held.key);
  expect(await kept.keepHeld(study, id, bytes)).toBe(held.key);
  expect(await figures.saveFigure(study, id, 1, { ...settings(), held })).toEqual({ kind: 'saved', version: 2 });
  expect((await kept.heldOf(study, id, held.key)).equals(bytes)).toBe(true);
  await expect(kept.heldOf(study, id, 'a'.repeat(32))).rejects.toThrow(/not there any more/);
  expect((await figures.listFigures(study))[0].size).toEqual({ width: 84, height: 175, maps: 0, held: true });
});

test('its picture is a PNG, at an address of its own', async () => {
  const { study, id } = await made();
  expect((await figures.listFigures(study))[0].picture).toBeNull();
  await expect(kept.keepFigurePicture(study, id, Buffer.from('<svg/>'))).rejects.toThrow(/no PNG/);
  await kept.keepFigurePicture(study, id, png);
  const address = (await figures.listFigures(study))[0].picture ?? '';
  const md5 = address.slice(address.lastIndexOf('/') + 1);
  expect((await kept.figurePicture(study, id, md5))?.equals(png)).toBe(true);
  expect(await kept.figurePicture(study, id, 'f'.repeat(32))).toBeUndefined();
});

test('deleted and brought back; renamed; one that cannot be read stays listed, and says so', async () => {
  const { study, id } = await made();
  await figures.renameFigure(study, id, 'Carriers');
  await figures.deleteFigure(study, id);
  expect(await figures.listFigures(study)).toEqual([]);
  await expect(figures.openFigure(study, id)).rejects.toThrow(/not there/);
  await figures.restoreFigure(study, id);
  await expect(figures.restoreFigure(study, id)).rejects.toThrow(/no deleted figure/);
  await pool().query('update figure set settings = $1 where id = $2', ['{"width":-1}', id]);
  expect(await figures.listFigures(study)).toMatchObject([{ name: 'Carriers', size: null }]);
  await expect(figures.openFigure(study, id)).rejects.toThrow(/This figure cannot be read: width/);
});
