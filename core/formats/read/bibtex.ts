import { BibLatexParser } from 'biblatex-csl-converter';
import { Fault, counted, grouped } from '../../fault';
import { type BibliographicRecord, bibliographicPart } from './bibliography';
import { type Format, wholeText } from './format';

type Node = { type?: string; text?: string };
type Name = Partial<Record<'family' | 'given' | 'prefix' | 'suffix' | 'literal', unknown>>;

/** Text of the parser's values: marked-up pieces, ranges, lists. */
function plain(value: unknown): string {
  if (typeof value === 'string' || typeof value === 'number') return String(value);
  if (Array.isArray(value)) {
    const pieces: unknown[] = value;
    return pieces.every((piece) => typeof piece === 'string') ? pieces.join('; ') : pieces.map(plain).join('');
  }
  return typeof value === 'object' && value !== null ? ((value as Node).text ?? '') : '';
}

function nameOf(name: Name): string {
  if (name.literal !== undefined) return plain(name.literal);
  const family = [name.prefix, name.family, name.suffix].map(plain).filter(Boolean).join(' ');
  return [family, plain(name.given)].filter(Boolean).join(', ');
}

const listed = (value: unknown): string[] =>
  Array.isArray(value) && value.every((one) => typeof one === 'string')
    ? value
    : plain(value).split(/\s*[,;]\s*/).filter(Boolean); // prettier-ignore

const referenceFields = ['references', 'cites', 'cited', 'related', 'xref'];
/** Fields with columns of their own, or of no interest to a network. */
const known = new Set([
  'title', 'date', 'year', 'author', 'editor', 'keywords', 'journaltitle', 'booktitle', 'url', 'doi', 'pages', 'volume', 'number', 'issn', 'isbn',
  'month', 'langid', 'location', 'publisher', ...referenceFields,
]); // prettier-ignore

/**
 * The entries whose braces pair, one behind the other, and the lines where those begin that are never closed. The parser is given sound entries only: it
 * does not come back from a file that ends inside one.
 */
function closedEntries(text: string): { sound: string; broken: number[] } {
  const starts = [...text.matchAll(/@\s*[A-Za-z]+\s*[{(]/g)];
  const broken: number[] = [];
  let sound = '';
  let passed = 0;
  for (const start of starts) {
    if (start.index < passed) continue;
    const end = endOf(text, start.index + start[0].length - 1);
    if (end === undefined) broken.push(text.slice(0, start.index).split('\n').length);
    else {
      sound += `${text.slice(start.index, end)}\n\n`;
      passed = end;
    }
  }
  return { sound, broken };
}

/** Where the entry ends that opens with a brace or parenthesis at `at`; undefined where it does not, or another begins on a line inside it. */
function endOf(text: string, at: number): number | undefined {
  const round = text[at] === '(';
  let depth = 0;
  let quotes = 0;
  for (let i = at; i < text.length; i++) {
    const letter = text[i];
    if (letter === '\\') i++;
    else if (letter === '{') depth++;
    else if (letter === '}') depth--;
    else if (letter === '"' && depth === (round ? 0 : 1)) quotes++;
    else if (
      letter === '@' &&
      /\n\s*$/.test(text.slice(Math.max(0, i - 80), i)) &&
      /^@\s*[A-Za-z]+\s*[{(]/.test(text.slice(i, i + 60))
    )
      return undefined;
    if (round ? letter === ')' && depth === 0 : depth === 0 && letter === '}') return quotes % 2 ? undefined : i + 1;
    if (depth < 0) return undefined;
  }
  return undefined;
}

/** BibTeX and BibLaTeX, with strings, braces, accents and both orders of names. Cited keys stand in a field `references`, `cites` or `cited`. */
export const bibtexFormat: Format = {
  key: 'bibtex',
  title: 'BibTeX',
  endings: ['bib', 'bibtex'],
  fits: (_head, text) =>
    /^[^,;]{0,2000}?@\s*[A-Za-z]+\s*[{(][^@]*?[=,]/.test(text) && /@\s*[A-Za-z]+\s*[{(]/.test(text),
  async read(source, context) {
    const text = await wholeText(source, context);
    await context.breathe(0.4);
    const { sound, broken } = closedEntries(text.replace(/\r\n?/g, '\n'));
    let result;
    try {
      result = new BibLatexParser(sound, { processUnexpected: true, processUnknown: true }).parse();
    } catch {
      throw new Fault(
        `“${source.name}” cannot be read as BibTeX: it breaks off or its braces do not pair. Mend it, and bring it in again.`,
        source.name,
      );
    }
    const keyLines = new Map<string, number>();
    text.split(/\r\n?|\n/).forEach((line, i) => {
      const key = /^\s*@\s*\w+\s*[{(]\s*([^,\s]+)/.exec(line)?.[1];
      if (key && !keyLines.has(key)) keyLines.set(key, i + 1);
    });
    const records = Object.values(result.entries).map((entry): BibliographicRecord => {
      const fields: Record<string, unknown> = { ...entry.fields, ...entry.unknown_fields, ...entry.unexpected_fields };
      const cited = referenceFields.find((name) => fields[name] !== undefined);
      return {
        line: keyLines.get(entry.entry_key) ?? 0,
        id: entry.entry_key,
        title: plain(fields.title),
        year: plain(fields.date) || plain(fields.year),
        authors: ((fields.author ?? fields.editor ?? []) as Name[]).map(nameOf),
        keywords: listed(fields.keywords),
        references: cited ? listed(fields[cited]) : [],
        journal: plain(fields.journaltitle) || plain(fields.booktitle),
        kind: entry.bib_type.replaceAll('-', ' '),
        link: plain(fields.url),
        doi: plain(fields.doi),
        others: Object.entries(fields).flatMap(([name, value]): [string, string][] =>
          known.has(name) || plain(value) === '' ? [] : [[name, plain(value)]],
        ),
      };
    });
    if (!records.length) throw new Fault(`“${source.name}” has no entry that can be read as BibTeX.`, source.name);
    const notes = broken.length
      ? [
          `${counted(broken.length, 'entry is', 'entries are')} never closed and left out (from line ${broken.slice(0, 5).map(grouped).join(', ')}).`,
        ]
      : []; // prettier-ignore
    return [bibliographicPart(records, `BibTeX, ${counted(records.length, 'entry', 'entries')}`, notes)];
  },
};
