import { Fault, counted, grouped } from '../../fault';
import { type BibliographicRecord, bibliographicPart } from './bibliography';
import { type Format, wholeText } from './format';
import { partedOutside, plainText } from './tex';

/** Fields as they are written, by their names in small letters. */
type Fields = Map<string, string>;
interface Entry {
  kind: string;
  key: string;
  fields: Fields;
  line: number;
}

/** An entry, or what its strings come to, that is longer is no bibliography. */
const longestValue = 1_000_000;
const mostExpanded = 64_000_000;
/** After so many entries that are never closed the rest is not looked at any more. */
const mostUnclosed = 50;

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Thrown where an entry ends before its time. */
class Broken extends Error {}

/** Reads entries one behind the other: `@kind{key, name = value # value, …}`, after Patashnik 1988. */
class BibTeXScanner {
  readonly entries: Entry[] = [];
  /** Lines where entries begin that are never closed. */
  readonly broken: number[] = [];
  private at = 0;
  private readonly strings = new Map<string, string>(months.map((name) => [name, name]));
  private expanded = 0;
  private lineAt = 0;
  private line = 1;

  constructor(
    private readonly text: string,
    private readonly name: string,
  ) {}

  /** Takes up the next entry; false at the end. */
  next(): boolean {
    const { text } = this;
    const start = text.indexOf('@', this.at);
    if (start < 0 || this.broken.length >= mostUnclosed) return false;
    const opening = /@\s*([A-Za-z]+)\s*([{(])/y;
    opening.lastIndex = start;
    const found = opening.exec(text);
    if (!found) {
      this.at = start + 1;
      return true;
    }
    const line = this.lineOf(start);
    this.at = opening.lastIndex;
    try {
      this.entry(found[1].toLowerCase(), found[2] === '{' ? '}' : ')', line);
    } catch (error) {
      if (!(error instanceof Broken)) throw error;
      this.broken.push(line);
      const next = text.indexOf('\n', start);
      this.at = Math.max(next < 0 ? text.length : next, this.resume);
    }
    return true;
  }
  private resume = 0;
  get share(): number {
    return this.at / this.text.length;
  }

  private lineOf(place: number): number {
    for (let i = this.text.indexOf('\n', this.lineAt); i >= 0 && i < place; i = this.text.indexOf('\n', i + 1)) {
      this.line++;
      this.lineAt = i + 1;
    }
    return this.line;
  }

  private entry(kind: string, close: string, line: number): void {
    if (kind === 'comment') {
      this.group(close);
      return;
    }
    if (kind === 'preamble') {
      this.value(close);
      this.end(close);
      return;
    }
    if (kind === 'string') {
      const { name, value } = this.field(close);
      this.strings.set(name, value);
      this.skip(/[\s,]*/y);
      this.end(close);
      return;
    }
    const key = this.skip(/[^,\s})]*/y);
    const fields: Fields = new Map();
    for (;;) {
      this.skip(/[\s,]*/y);
      if (this.text[this.at] === close) break;
      const { name, value } = this.field(close);
      if (!fields.has(name)) fields.set(name, value);
    }
    this.at++;
    this.entries.push({ kind, key, fields, line });
  }

  private field(close: string): { name: string; value: string } {
    const name = this.skip(/[^\s=,{}()"#]+/y).toLowerCase();
    this.skip(/\s*/y);
    if (name === '' || this.text[this.at] !== '=') throw new Broken();
    this.at++;
    return { name, value: this.value(close) };
  }

  /** Pieces joined by `#`: in braces, in quotes, figures, or the name of a string. */
  private value(close: string): string {
    let value = '';
    for (;;) {
      this.skip(/\s*/y);
      const letter = this.text[this.at];
      if (letter === '{') {
        this.at++;
        value += this.group('}');
      } else if (letter === '"') {
        this.at++;
        value += this.group('"');
      } else {
        const word = this.skip(/[^\s,#{}()"=]+/y);
        if (word === '') {
          if (letter === close || letter === ',') return value;
          throw new Broken();
        }
        value += /^\d+$/.test(word) ? word : (this.strings.get(word.toLowerCase()) ?? word);
      }
      this.expanded += value.length;
      if (value.length > longestValue || this.expanded > mostExpanded) {
        throw new Fault(
          `“${this.name}”: the entry on line ${grouped(this.lineOf(this.at))} has a value of over a million characters. Shorten it, or leave it out, and bring the file in again.`,
          this.name,
        );
      }
      this.skip(/\s*/y);
      if (this.text[this.at] !== '#') return value;
      this.at++;
    }
  }

  /** What stands up to the closing mark, braces inside paired. */
  private group(close: string): string {
    const { text } = this;
    const start = this.at;
    let depth = 0;
    for (let i = start; i < text.length; i++) {
      const letter = text[i];
      if (letter === '\\') i++;
      else if (depth === 0 && letter === close) {
        this.at = i + 1;
        return text.slice(start, i);
      } else if (letter === '{') depth++;
      else if (letter === '}') {
        if (depth === 0) throw new Broken();
        depth--;
      } else if (letter === '@' && begins(text, i)) {
        // Another entry on a line of its own: this one was never closed.
        this.resume = i;
        throw new Broken();
      } else if (i - start > longestValue) throw new Broken();
    }
    throw new Broken();
  }

  private end(close: string): void {
    this.skip(/\s*/y);
    if (this.text[this.at] !== close) throw new Broken();
    this.at++;
  }

  private skip(pattern: RegExp): string {
    pattern.lastIndex = this.at;
    const [found] = pattern.exec(this.text) ?? [''];
    this.at += found.length;
    return found;
  }
}

/** Whether an entry begins at this sign, on a line of its own. */
function begins(text: string, at: number): boolean {
  let i = at - 1;
  while (i >= 0 && (text[i] === ' ' || text[i] === '\t')) i--;
  if (i >= 0 && text[i] !== '\n') return false;
  const opening = /@\s{0,20}[A-Za-z]{2,40}\s{0,20}[{(]/y;
  opening.lastIndex = at;
  return opening.test(text);
}

/** `Pell, Alban` from any of the three orders; undefined for “and others”. */
function nameOf(written: string): string | undefined {
  const name = written.trim();
  if (name === '' || /^others$/i.test(name)) return undefined;
  // A name all in braces is that of a body, and has no parts.
  if (/^\{[^{}]*\}$/.test(name)) return plainText(name).replaceAll(',', '');
  const parts = partedOutside(name, /,/y).map((part) => part.trim());
  const clean = (text: string): string => plainText(text).replace(/\s+/g, ' ').trim();
  if (parts.length >= 3) return `${clean(`${parts[0]} ${parts[1]}`)}, ${clean(parts.slice(2).join(' '))}`;
  if (parts.length === 2) return [parts[0], parts[1]].map(clean).filter(Boolean).join(', ');
  const words = partedOutside(name, /[\s~]+/y).filter(Boolean);
  const small = words.findIndex((word, i) => i < words.length - 1 && /^\p{Ll}/u.test(clean(word)));
  const from = small >= 0 ? small : words.length - 1;
  return [words.slice(from).join(' '), words.slice(0, from).join(' ')].map(clean).filter(Boolean).join(', ');
}

const listed = (value: string): string[] =>
  plainText(value)
    .split(/\s*[,;]\s*/)
    .filter(Boolean);

const referenceFields = ['references', 'cites', 'cited', 'related', 'xref'];
/** Fields with columns of their own. */
const known = new Set([
  'title',
  'date',
  'year',
  'author',
  'editor',
  'keywords',
  'journal',
  'journaltitle',
  'booktitle',
  'url',
  'doi',
  ...referenceFields,
]);
/** Fields that are addresses: nothing in them is markup but an escaped sign. */
const verbatim = new Set(['url', 'doi', 'file', 'eprint', 'howpublished']);

function recordOf({ kind, key, fields, line }: Entry): { record: BibliographicRecord; others: boolean } {
  const text = (name: string): string => {
    const value = fields.get(name) ?? '';
    return verbatim.has(name)
      ? value.replace(/\\([_%&#$~])/g, '$1').replace(/^\\url\{(.*)\}$/, '$1')
      : plainText(value);
  };
  const first = (...names: string[]): string => names.map(text).find((value) => value.trim() !== '') ?? '';
  const cited = referenceFields.find((name) => fields.has(name));
  const people = partedOutside(fields.get('author') ?? fields.get('editor') ?? '', /\s+and\s+/iy);
  const authors = people.map(nameOf);
  return {
    others: people.some((name) => /^\s*others\s*$/i.test(name)),
    record: {
      line,
      id: key,
      title: text('title'),
      year: first('date', 'year'),
      authors: authors.filter((name) => name !== undefined),
      keywords: listed(fields.get('keywords') ?? ''),
      references: cited ? listed(fields.get(cited) ?? '') : [],
      journal: first('journaltitle', 'journal', 'booktitle'),
      kind: kind === 'inproceedings' || kind === 'conference' ? 'paper in proceedings' : kind,
      link: text('url'),
      doi: text('doi'),
      others: [...fields.keys()].flatMap((name): [string, string][] =>
        known.has(name) || text(name).trim() === '' ? [] : [[name === 'number' ? 'issue' : name, text(name)]],
      ),
    },
  };
}

/** BibTeX and BibLaTeX, with strings, braces, accents and all orders of names. Cited keys stand in a field `references`, `cites` or `cited`. */
export const bibtexFormat: Format = {
  key: 'bibtex',
  title: 'BibTeX',
  endings: ['bib', 'bibtex'],
  fits: (_head, text) =>
    /^[^,;]{0,2000}?@\s*[A-Za-z]+\s*[{(][^@]*?[=,]/.test(text) && /@\s*[A-Za-z]+\s*[{(]/.test(text),
  async read(source, context) {
    const { text, notes } = await wholeText(source, context);
    const scanner = new BibTeXScanner(text.replace(/\r\n?/g, '\n'), source.name);
    for (let i = 0; scanner.next(); i++) if (i % 100 === 0) await context.breathe(0.3 + 0.4 * scanner.share);
    const records: BibliographicRecord[] = [];
    let unnamed = 0;
    for (const [i, entry] of scanner.entries.entries()) {
      if (i % 200 === 0) await context.breathe(0.7 + (0.3 * i) / scanner.entries.length);
      const { record, others } = recordOf(entry);
      records.push(record);
      if (others) unnamed++;
    }
    const { broken } = scanner;
    if (!records.length) {
      const [first] = broken;
      throw new Fault(
        first === undefined
          ? `“${source.name}” has no entry that can be read as BibTeX.`
          : `“${source.name}” has no entry that can be read as BibTeX: the one that begins on line ${grouped(first)} is never closed. Close its braces, and bring the file in again.`,
        source.name,
      );
    }
    if (broken.length) {
      notes.push(
        `${counted(broken.length, 'entry is', 'entries are')} never closed and left out (from line ${broken.slice(0, 5).map(grouped).join(', ')}).`,
      );
      if (broken.length >= mostUnclosed)
        notes.push('What stands after them was not looked at. Close them, and bring the file in again.');
    }
    if (unnamed)
      notes.push(
        `${counted(unnamed, 'entry ends', 'entries end')} with “and others”: who these are is not known, so they are no authors.`,
      );
    return [bibliographicPart(records, `BibTeX, ${counted(records.length, 'entry', 'entries')}`, notes)];
  },
};
