/** A study with something of everything, dirty as real ones are, for the tests of archives. */
import { figureSchema, madeOf, heldKey, writeHeld } from '@/core/figure/plan';
import { plainStyle } from '@/core/style';
import { type Trail, runTrail, sourceOf, trailSchema } from '@/core/trail';
import type { Table } from '@/core/tables';
import { createFigure, openFigure, saveFigure } from '../figures';
import { keepHeld } from '../figures/kept';
import { createKept } from '../kept';
import { changeNames, createNames, openNames } from '../names';
import { fileThings } from '../filing';
import { createNetwork, networkTrails, saveTrail } from '../networks';
import { keepSnapshot } from '../networks/snapshot';
import { database, study } from '../db';
import { bringIn, each, text } from '../samples';
import { createShortlist, listShortlists } from '../shortlists';
import { createStudy } from '../studies';
import { listTables } from '../tables';
import { editTable } from '../tables/edit';
import { readTable } from '../tables/read';
import { openStudy } from './open';
import { takeStudy } from './take';

const step = (id: string, kind: string, settings: object): object => ({ id, kind, on: true, ...settings });

export interface FullStudy {
  id: string;
  /** The network that reads a shortlist and another network, and the other. */
  main: string;
  other: string;
  shortlist: string;
  look: string;
  /** It holds its network. */
  figure: string;
}

/** Rows that a spreadsheet, or a careless reader, would spoil. */
export const dirtyRows = [
  ['Ann', 'Bo', '=1+1'],
  ['# Bo', 'Cy', 'two\r\nlines, and a "quote"'],
  ['Bo ', ' Ann', '\ufeff'],
  ['', '', ''],
  ['Ann', 'Cy', 'é̀ 種 🌱'],
  ['Ann', 'Bö', "'a'"],
];

export async function fullStudy(name: string): Promise<FullStudy> {
  const { id } = await createStudy(name);
  const columns = [text('from'), text('to'), text('note')];
  await bringIn(id, dirtyRows, {
    name: 'Sendings',
    columns,
    aside: [{ line: 9, reason: 'too few cells', cells: ['x'] }],
  });
  await bringIn(id, [[''], ['a'], ['']], { name: 'One column', columns: [text('only')] });
  const base = { author: '11111111-1111-4111-8111-111111111111', token: '22222222-2222-4222-8222-222222222222' };
  await editTable(
    id,
    'sendings',
    1,
    { kind: 'cells', edits: [{ row: 5, column: 1, text: 'Bo' }], what: 'mended' },
    base,
  );
  const list = await createNames(id, 'People', [
    { table: 'sendings', column: 'from' },
    { table: 'sendings', column: 'to' },
  ]);
  await changeNames(id, list.id, 1, {
    entries: { 'Bo ': 'Bo', '# Bo': 'Bo', ' Ann': 'Ann', Cy: null },
    reject: ['Ann\nBo'],
    what: 'joined',
  });
  const shortlist = await createShortlist(id, {
    name: 'Few',
    folder: 'a',
    nodes: ['Ann', 'Bo'].map((one) => ({ id: one, label: one })),
  });
  const look = await createKept(id, 'look', 'Sea', plainStyle);
  await createKept(id, 'palette', 'Two', ['#112233', '#445566']);
  const ties = step('s1', 'ties', { table: 'sendings', from: 'from', to: 'to' });
  const trail = (...more: object[]): Trail => trailSchema.parse({ steps: [ties, ...more] });
  const other = await createNetwork(id, 'Other', trail());
  const steps = [
    step('s2', 'combine', { network: other.id }),
    step('s3', 'keep', { rule: { by: 'shortlist', shortlist: shortlist.id } }),
    step('s4', 'arrange', { method: 'circle' }),
    step('s5', 'style', {
      ...plainStyle,
      follows: { id: look.id, name: 'Sea', version: 1, style: plainStyle, columns: [] },
    }),
  ];
  const main = await createNetwork(id, 'Main', trail(...steps.slice(0, 2)));
  await saveTrail(id, main.id, 1, trail(...steps));
  const figure = figureSchema.parse({
    parts: [
      { id: 'm', kind: 'map', network: main.id },
      { id: 'l', kind: 'legend' },
      { id: 'n', kind: 'method' },
    ],
  });
  const made = await createFigure(id, figure, 'Held');
  await createFigure(id, figure, 'Following');
  const bytes = Buffer.from(await heldBytes(id, main.id));
  const key = await keepHeld(id, made.id, bytes);
  await saveFigure(id, made.id, (await openFigure(id, made.id)).version, {
    ...figure,
    held: { key, of: [{ network: main.id, version: 2 }] },
  });
  const hex = heldKey(bytes);
  await keepSnapshot(
    id,
    main.id,
    { digest: hex, nodes: 2, edges: 1, groups: null, picture: 'data:image/svg+xml;base64,PHN2Zy8+', layout: hex },
    Buffer.from(new Float32Array([1, 2, 3, 4]).buffer),
  );
  await fileThings(
    id,
    [
      { kind: 'network', id: main.id },
      { kind: 'figure', id: made.id },
      { kind: 'kept', id: look.id },
    ],
    { folder: 'maps/old' },
  );
  return { id, main: main.id, other: other.id, shortlist: shortlist.id, look: look.id, figure: made.id };
}

/** What a network comes to by now, as a figure holds it. */
async function heldBytes(study: string, network: string): Promise<Uint8Array> {
  const made = await madeHere(study, network);
  return writeHeld([made]);
}

/** What a network comes to, read from the database as the pages read it. */
export async function madeHere(study: string, network: string): Promise<NonNullable<ReturnType<typeof madeOf>>> {
  const heads = await listTables(study);
  const tables = new Map<string, Table>();
  for (const { key } of heads) tables.set(key, await readTable(study, key));
  const [names, shortlists, networks] = [
    await openNames(study),
    await listShortlists(study),
    await networkTrails(study),
  ];
  const versions = heads.map(({ key, version }) => ({ key, version: String(version) }));
  const source = sourceOf(versions, (key) => tables.get(key) as Table, names, { shortlists, networks });
  const one = networks.find(({ id }) => id === network);
  if (!one?.trail) throw new Error('no such network');
  const made = madeOf(one, await runTrail(source, one.trail), { tables: heads, names, shortlists, networks });
  if (!made) throw new Error('it came to nothing');
  return made;
}

/** All bytes of a study's archive. */
export async function taken(id: string): Promise<Buffer> {
  const { file, size } = await takeStudy(id);
  try {
    const bytes = Buffer.alloc(size);
    await file.read(bytes, 0, size, 0);
    return bytes;
  } finally {
    await file.close();
  }
}
/** Opens an archive in memory. */
export const opened = (bytes: Uint8Array, name = 'study.zip') => openStudy(each(bytes), name);
/** How many studies there have ever been. */
export const studies = async (): Promise<number> => (await database().select({ id: study.id }).from(study)).length;
/** The sentence that work was refused with. */
export const said = async (work: Promise<unknown>): Promise<string> => {
  try {
    await work;
  } catch (error) {
    return (error as Error).message;
  }
  return 'nothing was refused';
};
