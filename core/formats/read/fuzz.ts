/** Broken files in any number: mutations of sound ones, for tests and the bench. */
import { strToU8, zipSync } from 'fflate';
import type { Random } from '../../random';
import { type FileSource, bytesSource, readFile } from '.';
import { xlsx } from '../xlsx-write';

const csv = 'id,name,sent on,packets\n1,"Pell, Alban",1911-03-02,6\n2,Zoë "the ""first""",1911?,ten\n3,,,\n';
const odsSample = zipSync({
  mimetype: [strToU8('application/vnd.oasis.opendocument.spreadsheet'), { level: 0 }],
  'content.xml': strToU8(
    '<o:document xmlns:o="o" xmlns:t="t" xmlns:x="x"><o:body><t:table t:name="one"><t:table-row><t:table-cell><x:p>a</x:p></t:table-cell><t:table-cell t:number-columns-repeated="2"><x:p>b</x:p></t:table-cell></t:table-row><t:table-row t:number-rows-repeated="3"><t:table-cell o:value-type="float" o:value="1.5"><x:p>1,50</x:p></t:table-cell></t:table-row></t:table></o:body></o:document>',
  ),
});
const samples: readonly { name: string; bytes: Uint8Array }[] = [
  { name: 'a.csv', bytes: strToU8(csv) },
  { name: 'a.tsv', bytes: strToU8(csv.replaceAll(',', '\t')) },
  { name: 'latin.csv', bytes: Uint8Array.from(csv, (letter) => letter.charCodeAt(0) & 255) },
  {
    name: 'utf16.csv',
    bytes: new Uint8Array(Uint16Array.from(`\ufeff${csv}`, (letter) => letter.charCodeAt(0)).buffer),
  },
  {
    name: 'a.xlsx',
    bytes: xlsx([
      {
        name: 'one',
        rows: [
          ['a', 'b'],
          ['x', 1],
          ['y', { day: 4 }],
        ],
      },
      { name: 'two', rows: [['p'], ['q']] },
    ]),
  },
  { name: 'a.ods', bytes: odsSample },
  { name: 'a.json', bytes: strToU8('[{"a":1,"b":{"c":["x","y"]}},{"a":null,"d":[{"e":1}]}]') },
  { name: 'a.ndjson', bytes: strToU8('{"a":1}\n{"a":"é","b":[1,2]}\n') },
  {
    name: 'a.geojson',
    bytes: strToU8(
      '{"type":"FeatureCollection","features":[{"type":"Feature","properties":{"n":1},"geometry":{"type":"Point","coordinates":[1,2]}}]}',
    ),
  },
  {
    name: 'csl.json',
    bytes: strToU8(
      '[{"id":"x","type":"book","author":[{"family":"Pell"}],"issued":{"date-parts":[[1911]]},"title":"t"}]',
    ),
  },
  {
    name: 'a.ris',
    bytes: strToU8('TY  - JOUR\r\nAU  - Pell, A.\r\nTI  - On kale\r\nPY  - 1911\r\nKW  - kale; neep\r\nER  - \r\n'),
  },
  {
    name: 'a.bib',
    bytes: strToU8(
      '@string{k = {Kale}}\n@article{x, author = {Pell, Alban and {\\\'E}lise Holm}, title = {On {K}ale \\& neep}, year = 1911, journal = k # " A"}\n',
    ),
  },
  {
    name: 'a.graphml',
    bytes: strToU8(
      '<?xml version="1.0"?><graphml><key id="k" for="all" attr.name="n" attr.type="int"><default>1</default></key><graph edgedefault="directed"><node id="a"><data key="k">2</data></node><edge source="a" target="b"/></graph></graphml>',
    ),
  },
];

const spices = [
  '"',
  "'",
  '\0',
  '\r',
  '\n',
  '\ufeff',
  ',',
  ';',
  '\t',
  '{',
  '}',
  '[',
  ']',
  '<',
  '>',
  '&',
  '\\',
  '@',
  '=',
  '-',
  '9'.repeat(30),
  '𝕏',
  '\ud800',
  '<!ENTITY a "b">',
  '"'.repeat(5),
].map((text) => strToU8(text));

/** A sound file with one to six wounds: cut, doubled, overwritten, spiced, shuffled. */
export function brokenFile(random: Random): FileSource {
  const { name, bytes } = samples[random.below(samples.length)];
  let now = bytes;
  for (let wounds = 1 + random.below(6); wounds > 0; wounds--) {
    const at = random.below(now.length + 1);
    const to = Math.min(now.length, at + random.below(40));
    const between = (middle: Uint8Array, end: number): Uint8Array => {
      const next = new Uint8Array(at + middle.length + now.length - end);
      next.set(now.subarray(0, at));
      next.set(middle, at);
      next.set(now.subarray(end), at + middle.length);
      return next;
    };
    switch (random.below(6)) {
      case 0:
        now = now.subarray(0, at);
        break;
      case 1:
        now = between(now.subarray(at, to), at);
        break;
      case 2:
        now = between(
          Uint8Array.from({ length: 1 + random.below(4) }, () => random.below(256)),
          to,
        );
        break;
      case 3:
        now = between(spices[random.below(spices.length)], at);
        break;
      case 4:
        now = between(new Uint8Array(0), to);
        break;
      default:
        now = between(samples[random.below(samples.length)].bytes.subarray(0, 200), to);
    }
  }
  // Half of the workbooks are broken inside an archive that is whole.
  if (name === 'a.xlsx' && random.below(2))
    now = zipSync({ 'xl/workbook.xml': now.subarray(0, 400), '[Content_Types].xml': now.subarray(400) });
  return bytesSource(name, now);
}

export type Outcome =
  { kind: 'tables'; rows: number } | { kind: 'sentence'; text: string } | { kind: 'defect'; error: unknown };

/** What becomes of a file: tables, a sentence, or a defect of ours. */
export async function outcomeOf(source: FileSource): Promise<Outcome> {
  try {
    const parts = await readFile(source, { settings: {}, breathe: () => undefined });
    for (const { table, faulty } of parts) {
      const lengths = new Set(table.columns.map(({ codes }) => codes.length));
      const names = new Set(table.columns.map(({ name }) => name));
      const sound =
        [...lengths].every((length) => length === table.rows) &&
        names.size === table.columns.length &&
        faulty.every(({ row }) => row < table.rows) &&
        table.columns.every(({ codes, dictionary }) => codes.every((code) => code < dictionary.length));
      if (!sound) throw new Error('the table does not fit together');
    }
    return { kind: 'tables', rows: parts.reduce((sum, { table }) => sum + table.rows, 0) };
  } catch (error) {
    if (error instanceof Error && error.name === 'Fault') return { kind: 'sentence', text: error.message };
    return { kind: 'defect', error };
  }
}
