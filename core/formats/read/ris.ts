import { Fault, counted } from '../../fault';
import { type BibliographicRecord, bibliographicPart } from './bibliography';
import { type Format, wholeText } from './format';
import { own } from '../../own';

const tagLine = /^\ufeff?([A-Z][A-Z0-9])\s{1,2}-(?:\s(.*)|\s*)$/;

const kinds: Record<string, string> = {
  JOUR: 'article',
  BOOK: 'book',
  CHAP: 'chapter',
  CONF: 'paper in proceedings',
  CPAPER: 'paper in proceedings',
  THES: 'thesis',
  RPRT: 'report',
  NEWS: 'newspaper article',
  MGZN: 'magazine article',
  GEN: 'other',
};
const authorTags = new Set(['AU', 'A1']);
const singles: Readonly<Record<string, 'id' | 'title' | 'journal' | 'doi' | 'link' | 'year' | undefined>> = {
  ID: 'id',
  TI: 'title',
  T1: 'title',
  CT: 'title',
  JO: 'journal',
  JF: 'journal',
  JA: 'journal',
  T2: 'journal',
  DO: 'doi',
  UR: 'link',
  L1: 'link',
  PY: 'year',
  Y1: 'year',
  DA: 'year',
};
/** Tags that become columns under a name of their own. */
const named: ReadonlyMap<string, string> = new Map([
  ['VL', 'volume'],
  ['IS', 'issue'],
  ['SN', 'issn'],
  ['LA', 'language'],
  ['PB', 'publisher'],
  ['AB', 'abstract'],
  ['N2', 'abstract'],
]);
const passed = new Set(['ER', 'TY']);

/** `1911/03/02/` as RIS writes dates. */
const date = (text: string): string =>
  text
    .split('/')
    .slice(0, 3)
    .map((part) => part.trim())
    .filter(Boolean)
    .join('-');

function take(record: BibliographicRecord, tag: string, value: string): void {
  const single = own(singles, tag);
  if (authorTags.has(tag)) (record.authors ??= []).push(value);
  else if (tag === 'KW') (record.keywords ??= []).push(...value.split(/\s*;\s*/));
  else if (tag === 'CR' || tag === 'RF') (record.references ??= []).push(...value.split(/\s*;\s*/));
  else if (tag === 'TY') record.kind = own(kinds, value) ?? value.toLowerCase();
  else if (single === 'year') record.year ??= date(value);
  else if (single) record[single] ??= value;
  else if (tag === 'SP') other(record, 'pages', value, '; ');
  else if (tag === 'EP') other(record, 'pages', value, '–');
  else if (!passed.has(tag)) other(record, named.get(tag) ?? tag, value, '; ');
}

/** A field without a column of its own; what is there already comes before it. */
function other(record: BibliographicRecord, name: string, value: string, between: string): void {
  const others = (record.others ??= []);
  const known = others.find((one) => one[0] === name);
  if (!known) others.push([name, value]);
  // The last page may stand in both.
  else if (!known[1].endsWith(value)) known[1] += between + value;
}

/** RIS: a tag and a value in each line, records from TY to ER; lines without a tag go on with the line before. References stand under CR or RF. */
export const risFormat: Format = {
  key: 'ris',
  title: 'RIS',
  endings: ['ris'],
  fits: (_head, text) => /^\ufeff?\s*TY {1,2}-/.test(text),
  async read(source, context) {
    const { text, notes } = await wholeText(source, context);
    const lines = text.split(/\r\n?|\n/);
    const records: BibliographicRecord[] = [];
    let current: BibliographicRecord | undefined;
    let tag = '';
    let value = '';
    let unended = 0;
    let stray = 0;
    const settle = (): void => {
      if (current && tag) take(current, tag, value.trim());
      tag = '';
      value = '';
    };
    for (let i = 0; i < lines.length; i++) {
      if (i % 5000 === 0) await context.breathe(0.3 + (0.6 * i) / lines.length);
      const found = tagLine.exec(lines[i]);
      if (!found) {
        if (lines[i].trim() === '') continue;
        if (current && tag) value += ` ${lines[i].trim()}`;
        else stray++;
        continue;
      }
      settle();
      [, tag, value = ''] = found;
      if (tag === 'TY') {
        if (current) unended++;
        current = { line: i + 1 };
        records.push(current);
      } else if (!current) {
        stray++;
        tag = '';
      } else if (tag === 'ER') {
        tag = '';
        current = undefined;
      }
    }
    settle();
    if (current) unended++;
    if (!records.length) throw new Fault(`“${source.name}” has no record: no line begins with “TY  - ”.`, source.name);
    if (unended) notes.push(`${counted(unended, 'record')} without an end (ER): what stands there was taken.`);
    if (stray) notes.push(`${counted(stray, 'line')} outside of a record left out.`);
    return [bibliographicPart(records, `RIS, ${counted(records.length, 'record')}`, notes)];
  },
};
