import { Fault, counted } from '../../fault';
import { type BibliographicRecord, bibliographicPart } from './bibliography';
import { type Format, wholeText } from './format';

const tagLine = /^\ufeff?([A-Z]{2,4}) {0,2}- (.*)$/;

const kinds: ReadonlyMap<string, string> = new Map([['journal article', 'article']]);
const singles: ReadonlyMap<string, 'id' | 'title' | 'journal' | 'year'> = new Map([
  ['PMID', 'id'],
  ['TI', 'title'],
  ['JT', 'journal'],
  ['DP', 'year'],
]);
/** Fields that become columns under a name of their own. */
const named: ReadonlyMap<string, string> = new Map([
  ['VI', 'volume'],
  ['IP', 'issue'],
  ['PG', 'pages'],
  ['LA', 'language'],
  ['AB', 'abstract'],
]);

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** `1911 Mar 4` as a date; what cannot be one as far as its year. */
function dateOf(text: string): string {
  const [, year = '', month = '', day = ''] = /^(\d{4})(?: ([A-Za-z]{3}))?(?: (\d{1,2}))?/.exec(text) ?? [];
  const number = months.indexOf(month.toLowerCase()) + 1;
  if (!number) return year;
  return `${year}-${String(number).padStart(2, '0')}${day ? `-${day.padStart(2, '0')}` : ''}`;
}

/** Tagged records that begin with PMID: four signs, a hyphen and a value in each line; lines that begin with blanks go on with the one before. */
export const nbibFormat: Format = {
  key: 'nbib',
  title: 'NBIB',
  endings: ['nbib'],
  fits: (_head, text) => /^\ufeff?\s*PMID- ?\d/.test(text),
  async read(source, context) {
    const { text, notes } = await wholeText(source, context);
    const records: BibliographicRecord[] = [];
    const short: string[][] = [];
    let current: BibliographicRecord | undefined;
    let tag = '';
    let value = '';
    const settle = (): void => {
      const single = singles.get(tag);
      if (!current || tag === '') return;
      if (single) current[single] ??= single === 'year' ? dateOf(value) : value;
      else if (tag === 'FAU') (current.authors ??= []).push(value);
      else if (tag === 'AU') short[records.length - 1].push(value);
      else if (tag === 'MH' || tag === 'OT') (current.keywords ??= []).push(value.replaceAll('*', ''));
      else if (tag === 'PT') current.kind ??= kinds.get(value.toLowerCase()) ?? value.toLowerCase();
      else if ((tag === 'AID' || tag === 'LID') && value.endsWith('[doi]')) current.doi ??= value.slice(0, -5).trim();
      else if (named.has(tag)) (current.others ??= []).push([named.get(tag) as string, value]);
      tag = '';
    };
    const lines = text.split(/\r\n?|\n/);
    for (let i = 0; i < lines.length; i++) {
      if (i % 5000 === 0) await context.breathe(0.3 + (0.7 * i) / lines.length);
      const found = tagLine.exec(lines[i]);
      if (!found) {
        if (/^\s+\S/.test(lines[i])) value += ` ${lines[i].trim()}`;
        continue;
      }
      settle();
      [, tag, value] = found;
      if (tag === 'PMID') {
        current = { line: i + 1 };
        records.push(current);
        short.push([]);
      }
    }
    settle();
    if (!records.length) throw new Fault(`“${source.name}” has no record: no line begins with “PMID- ”.`, source.name);
    // Where no full names are given, the short ones.
    records.forEach((record, i) => (record.authors ??= short[i]));
    return [bibliographicPart(records, `NBIB, ${counted(records.length, 'record')}`, notes)];
  },
};
