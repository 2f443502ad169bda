/** A small study as it is handed over to be written, for tests. */
import { figureSchema, heldKey, madeOf, writeHeld } from '../figure/plan';
import { plainStyle } from '../style';
import { TableBuilder } from '../tables';
import { runTrail, sourceOf, stored, trailSchema } from '../trail';
import type { StudyToWrite } from './write';

/** Ids as a database gives them. */
export const sampleIds = {
  few: '7f1f8a8e-6a3c-4c1e-9d53-000000000001',
  sea: '7f1f8a8e-6a3c-4c1e-9d53-000000000002',
  main: '7f1f8a8e-6a3c-4c1e-9d53-000000000003',
  other: '7f1f8a8e-6a3c-4c1e-9d53-000000000004',
  held: '7f1f8a8e-6a3c-4c1e-9d53-000000000005',
  following: '7f1f8a8e-6a3c-4c1e-9d53-000000000006',
};

const rows = [
  ['Alban Pell', 'Tove Lorne', '3'],
  ['Tove Lorne', 'Ragna Wick', '2'],
  ['Ragna Wick', 'A. Pell', '5'],
  ['# a remark that is none', 'Tove Lorne', '1'],
  ['Maud Oxley', 'Alban Pell', ''],
  ['Maud Oxley', 'Ragna Wick', '4'],
];

// eslint-disable-next-line @typescript-eslint/require-await
async function* each<T>(...values: T[]): AsyncGenerator<T> {
  yield* values;
}

export async function sampleStudy(change: Partial<StudyToWrite> = {}): Promise<StudyToWrite> {
  const { few, sea, main, other, held, following } = sampleIds;
  const columns = [
    { name: 'from', type: 'text' as const },
    { name: 'to', type: 'text' as const },
    { name: 'packets', type: 'number' as const },
  ];
  const table = {
    key: 'sendings',
    name: 'Sendings',
    origin: 'from sendings.csv',
    version: 3,
    rows: 6,
    columns,
    aside: [],
  };
  const names = [
    {
      name: 'People',
      version: 2,
      columns: ['from', 'to'].map((column) => ({ table: 'sendings', column })),
      rejected: [],
      entries: { 'A. Pell': 'Alban Pell' },
    },
  ];
  const nodes = ['Alban Pell', 'Tove Lorne', 'Ragna Wick'].map((id) => ({ id, label: id }));
  const shortlists = [{ id: few, name: 'Few', folder: '', version: 1, nodes }];
  const step = (id: string, kind: string, settings: object): object => ({ id, kind, on: true, ...settings });
  const ties = step('s1', 'ties', { table: 'sendings', from: 'from', to: 'to' });
  const trails = {
    other: trailSchema.parse({ steps: [ties] }),
    main: trailSchema.parse({
      steps: [
        ties,
        step('s2', 'combine', { network: other }),
        step('s3', 'keep', { rule: { by: 'shortlist', shortlist: few } }),
        step('s4', 'measure', { measures: ['degree'] }),
        step('s5', 'arrange', { method: 'circle' }),
        step('s6', 'style', {
          ...plainStyle,
          nodeSize: { by: 'amount', column: 'degree' },
          follows: { id: sea, name: 'Sea', version: 1, style: plainStyle, columns: [] },
        }),
      ],
    }),
  };
  const networks = [
    { id: main, name: 'Main', version: 2, trail: trails.main },
    { id: other, name: 'Other', version: 1, trail: trails.other },
  ];
  const builder = new TableBuilder('sendings', columns);
  rows.forEach((cells) => builder.push(cells));
  const built = builder.done();
  const source = sourceOf([{ key: 'sendings', version: '3' }], () => built, names, { shortlists, networks });
  const run = await runTrail(source, trails.main);
  const made = madeOf(networks[0], run, { tables: [table], names, shortlists, networks });
  if (!made) throw new Error('the sample came to nothing');
  const { positions = new Float32Array() } = made.network;
  const bytes = writeHeld([made]);
  const page = figureSchema.parse({
    parts: [
      { id: 't', kind: 'title', text: 'Few keepers' },
      { id: 'm', kind: 'map', network: main },
      { id: 'l', kind: 'legend' },
      { id: 'n', kind: 'method' },
    ],
  });
  const figure = (id: string, name: string, settings: object) => ({ id, name, version: 1, settings: { ...settings } });
  return {
    name: 'Sample',
    tables: [{ ...table, rowsWritten: () => each(rows.slice(0, 2), rows.slice(2)) }],
    names,
    shortlists,
    kept: [{ id: sea, kind: 'look', name: 'Sea', version: 1, value: plainStyle }],
    networks: networks.map((one) => ({
      ...{ id: one.id, name: one.name, version: one.version, trail: { ...stored(one.trail) } },
      versions: () => each({ version: one.version, at: '2026-01-02T03:04:05.000Z', trail: { ...stored(one.trail) } }),
      ...(one.id === main
        ? {
            result: {
              digest: run.digest,
              nodes: made.network.ids.length,
              edges: made.network.source.length,
              groups: null,
              picture: 'data:image/svg+xml;base64,PHN2Zy8+',
              layout: '0'.repeat(32),
            },
            positions: () => Promise.resolve(new Uint8Array(positions.slice().buffer)),
          }
        : {}),
    })),
    figures: [
      {
        ...figure(held, 'Held', { ...page, held: { key: heldKey(bytes), of: [{ network: main, version: 2 }] } }),
        held: () => Promise.resolve(bytes),
      },
      figure(following, 'Following', page),
    ],
    ...change,
  };
}
