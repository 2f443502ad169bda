/** The demo study as files: the same bytes every time. */
import { csvCell } from '@/core/formats';
import { type SheetCell, xlsx } from '@/core/formats/xlsx-write';
import { seeded } from '@/core/random';
import { datePrecision, readDate } from '@/core/tables';
import { bulletinsBibtex, bulletinsRis, makeBulletins } from './bulletins';
import { type Consignment, makeConsignments, makeLaterConsignments } from './consignments';
import { islandOutlines, parishRegister } from './islands';
import { makeCrossReferences, makeMailing } from './mailing';
import { makeNotices } from './notices';
import { makeGardens, makeKeepers } from './people';
import { portrait } from './portraits';
import { makeMeetings, makeMemberships } from './societies';

export interface DemoFile {
  name: string;
  bytes: Uint8Array;
  /** The table it is stored as; files without one are for practice. */
  stored?: string;
  /** What it is good for, in words. */
  about: string;
}

type Cell = string | number | undefined;

function csvText(header: readonly string[], rows: readonly (readonly Cell[])[], delimiter = ','): string {
  const line = (cells: readonly Cell[]): string =>
    cells.map((cell) => csvCell(String(cell ?? ''), delimiter)).join(delimiter);
  return [header, ...rows].map(line).join('\n') + '\n';
}

const consignmentHeader = [
  'id',
  'sent_on',
  'from',
  'to',
  'varieties',
  'packets',
  'carried_by',
  'certainty',
  'ledger',
  'folio',
  'remark',
];
const consignmentRow = (c: Consignment): Cell[] => [
  c.id,
  c.sentOn,
  c.from,
  c.to,
  c.varieties.join('; '),
  c.packets,
  c.carriedBy,
  c.certainty,
  c.ledger,
  c.folio,
  c.remark,
];

/** A ledger as a sheet: days that are known are days, counts are numbers, all else is as it was written. */
function ledgerSheet(name: string, consignments: readonly Consignment[]): { name: string; rows: SheetCell[][] } {
  const rows = consignments.map((one) =>
    consignmentRow(one).map((cell, c): SheetCell => {
      const text = String(cell ?? '');
      const date = c === 1 ? readDate(text) : undefined;
      if (date && date.precision === datePrecision.day && !date.doubtful) return { day: date.day };
      return (c === 5 || c === 9) && /^\d+$/.test(text) ? Number(text) : text;
    }),
  );
  return { name, rows: [consignmentHeader, ...rows] };
}

const windows1252 = (text: string): Uint8Array =>
  Uint8Array.from(text, (letter) => ({ '’': 0x92, '–': 0x96 })[letter] ?? letter.charCodeAt(0));

/** A day in figures, as the union’s clerk writes it: 2.3.1934. */
const inFigures = (text: string): string =>
  text.replace(
    /^(\d{4})-(\d\d)-(\d\d)$/,
    (_all, year: string, month: string, day: string) => `${Number(day)}.${Number(month)}.${year}`,
  );

/** All files, those of the study first. */
export function demoFiles(): DemoFile[] {
  const random = seeded(1902);
  const gardens = makeGardens(random);
  const keepers = makeKeepers(gardens, random);
  const consignments = makeConsignments(keepers, random);
  const faces = seeded(1904);
  const meetings = makeMeetings(keepers, seeded(1905));
  const memberships = makeMemberships(keepers, consignments, seeded(1906));
  const bulletins = makeBulletins(keepers, seeded(1907));
  const mailing = makeMailing(seeded(1908));
  const later = makeLaterConsignments(consignments, seeded(1909));
  const register = parishRegister(seeded(1910));
  const notices = makeNotices(keepers, seeded(1911));
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  const person = (i: number): string => `P${String(i + 1).padStart(4, '0')}`;
  const outward = ['Ness', 'Tarrow', 'Holm', 'Braid', 'Skerry', 'Voe', 'Lunder', 'mainland'];
  const points = gardens.map((g) => ({
    type: 'Feature',
    id: g.id,
    properties: { name: g.name, island: g.island, kind: g.kind, founded: g.founded, closed: g.closed ?? null },
    geometry: { type: 'Point', coordinates: [g.longitude, g.latitude] },
  }));
  return [
    {
      name: 'keepers.csv',
      stored: 'keepers',
      about: '240 keepers of garden seed',
      bytes: bytes(
        csvText(
          ['id', 'name', 'born', 'died', 'gender', 'role', 'garden', 'island', 'portrait', 'note'],
          keepers.map((k) => [
            k.id,
            k.name,
            k.born,
            k.died,
            k.gender,
            k.role,
            k.garden?.name,
            k.island,
            portrait(faces),
            k.note,
          ]),
        ),
      ),
    },
    {
      name: 'gardens.csv',
      stored: 'gardens',
      about: '60 gardens with their places',
      bytes: bytes(
        csvText(
          ['id', 'name', 'island', 'latitude', 'longitude', 'kind', 'founded', 'closed'],
          gardens.map((g) => [g.id, g.name, g.island, g.latitude, g.longitude, g.kind, g.founded, g.closed]),
        ),
      ),
    },
    {
      name: 'consignments.xlsx',
      stored: 'consignments',
      about: '1,900 entries of the ledgers, in two sheets',
      bytes: xlsx([
        ledgerSheet(
          'ledger A',
          consignments.filter(({ ledger }) => ledger === 'A'),
        ),
        ledgerSheet(
          'ledger B–E',
          consignments.filter(({ ledger }) => ledger !== 'A'),
        ),
      ]),
    },
    {
      name: 'memberships.csv',
      stored: 'memberships',
      about: '420 memberships in the societies',
      bytes: bytes(
        csvText(
          ['keeper', 'society', 'joined', 'left', 'office'],
          memberships.map((m) => [m.keeper, m.society, m.joined, m.left, m.office]),
        ),
      ),
    },
    {
      name: 'meetings.csv',
      stored: 'meetings',
      about: '160 meetings and who was there',
      bytes: bytes(
        csvText(
          ['id', 'held_on', 'place', 'present', 'subject'],
          meetings.map((m) => [m.id, m.heldOn, m.place, m.present.join('; '), m.subject]),
        ),
      ),
    },
    {
      name: 'bulletins.ris',
      stored: 'bulletins',
      about: '320 bulletins with authors, keywords and references',
      bytes: bytes(bulletinsRis(bulletins)),
    },
    {
      name: 'mailing people.csv',
      stored: 'mailing people',
      about: '7,000 people who were sent the seed list',
      bytes: bytes(
        csvText(
          ['id', 'place'],
          Array.from({ length: mailing.nodes }, (_, i) => [person(i), outward[(i * 7 + (i >> 4)) % outward.length]]),
        ),
      ),
    },
    {
      name: 'mailing ledger.csv',
      stored: 'mailing ledger',
      about: '9,500 mailings',
      bytes: bytes(
        csvText(
          ['from', 'to', 'year'],
          mailing.edges.map(([a, b], i) => [person(a), person(b), 1903 + (i % 35)]),
        ),
      ),
    },
    {
      name: 'consignments.csv',
      about: 'the same ledgers as CSV',
      bytes: bytes(csvText(consignmentHeader, consignments.map(consignmentRow))),
    },
    {
      name: 'consignments 1931–1938.csv',
      about: '500 later entries: semicolons, Windows-1252, days in figures, corrections and two doubles',
      bytes: windows1252(
        csvText(
          consignmentHeader,
          later.map((one) => consignmentRow({ ...one, sentOn: inFigures(one.sentOn) })),
          ';',
        ),
      ),
    },
    {
      name: 'parish register.csv',
      about: '37 people without ids, three of them of one name',
      bytes: bytes(csvText(['name', 'island', 'born'], register.people)),
    },
    {
      name: 'godparents.csv',
      about: '60 godparents by name: for the parish register',
      bytes: bytes(csvText(['godparent', 'child', 'island', 'year'], register.godparents)),
    },
    { name: 'bulletins.bib', about: 'the bulletins as BibTeX', bytes: bytes(bulletinsBibtex(bulletins)) },
    {
      name: 'bulletins.csv',
      about: 'the bulletins as CSV',
      bytes: bytes(
        csvText(
          ['id', 'title', 'year', 'authors', 'keywords', 'references', 'journal'],
          bulletins.map((b) => [
            b.id,
            b.title,
            b.year,
            b.authors.join('; '),
            b.keywords.join('; '),
            b.references.join('; '),
            b.journal,
          ]),
        ),
      ),
    },
    {
      name: 'gardens.geojson',
      about: 'the gardens as points',
      bytes: bytes(JSON.stringify({ type: 'FeatureCollection', features: points }, null, 1) + '\n'),
    },
    { name: 'islands.geojson', about: 'outlines of the seven islands', bytes: bytes(islandOutlines(seeded(1912))) },
    {
      name: 'notices.ndjson',
      about: '1,500 notices of the harbour boards, one JSON object in each line',
      bytes: bytes(notices.map((notice) => JSON.stringify(notice)).join('\n') + '\n'),
    },
  ];
}

/** Cross-references of the catalogue: 300,000 rows, made when asked for. */
export function crossReferences(): DemoFile {
  const { edges } = makeCrossReferences(seeded(1913));
  const entry = (i: number): string => `E${String(i + 1).padStart(4, '0')}`;
  const lines = edges.map(([a, b]) => `${entry(a)},${entry(b)}`);
  return {
    name: 'cross-references.csv',
    about: '300,000 references between 6,000 entries of the catalogue',
    bytes: new TextEncoder().encode(`entry,refers to\n${lines.join('\n')}\n`),
  };
}
