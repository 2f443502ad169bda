/** A workbook unpacked: its sheets, shared texts and the formats of its cells. */
import { unzipSync } from 'fflate';
import { Fault } from '../../fault';
import { type ReadContext, largestWhole, tooLarge } from './format';
import { readXml } from './xml';
import { own } from '../../own';

export type Files = Record<string, Uint8Array>;

/** Unpacks what a workbook is read from; sizes are taken from the archive's own list and held to a limit before anything is unpacked. */
export function unpacked(bytes: Uint8Array, name: string): Files {
  let sum = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ name: path, originalSize, size }) => {
        if (!/\.(xml|rels)$/.test(path) || /\/(drawings|charts|theme|media|printerSettings)\//.test(path)) return false;
        sum += originalSize;
        // A kilobyte that unpacks to a thousand is no sheet.
        if (sum > largestWhole || (originalSize > 32 * 1048576 && originalSize > size * 150)) throw tooLarge(name);
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault(`“${name}” is broken: it cannot be unpacked. Save it again, and bring it in anew.`, name);
  }
}

export interface Workbook {
  sheets: { name: string; path: string; hidden: boolean }[];
  /** Whether days count from 1904. */
  from1904: boolean;
  strings: string[];
  /** By the number of a cell's style: whether its number is a day, and whether it has a time. */
  dates: ('date' | 'time' | 'both' | undefined)[];
}

export const folderOf = (path: string): string => path.slice(0, path.lastIndexOf('/') + 1);

export const absolute = (target: string, folder: string): string => {
  if (target.startsWith('/')) return target.slice(1);
  const parts = `${folder}${target}`.split('/');
  const kept: string[] = [];
  for (const part of parts)
    if (part === '..') kept.pop();
    else if (part !== '.') kept.push(part);
  return kept.join('/');
};

export async function relations(
  files: Files,
  path: string,
  name: string,
): Promise<Map<string, { target: string; type: string }>> {
  const folder = folderOf(path);
  const bytes = files[`${folder}_rels/${path.slice(folder.length)}.rels`];
  const found = new Map<string, { target: string; type: string }>();
  if (!bytes) return found;
  await readXml(
    bytes,
    name,
    {
      open(tag, { Id, Target, Type }) {
        if (tag === 'Relationship') found.set(Id, { target: absolute(Target ?? '', folder), type: Type ?? '' });
      },
    },
    () => undefined,
  );
  return found;
}

/** Whether a number format shows a day or a time: its letters outside of quotes and brackets. */
export function dateFormat(code: string): 'date' | 'time' | 'both' | undefined {
  const bare = code
    .split(';')[0]
    .replace(/"[^"]*"|\\.|_.|\*./g, '')
    .replace(/\[(?!h|m|s)[^\]]*\]/gi, '')
    .toLowerCase();
  if (/general|@/.test(bare) || !/[dmyhs]/.test(bare)) return undefined;
  const day = /[dy]/.test(bare) || (/m/.test(bare) && !/[hs]/.test(bare));
  const time = /[hs]/.test(bare);
  return day && time ? 'both' : day ? 'date' : 'time';
}

export function builtInFormat(id: number): 'date' | 'time' | 'both' | undefined {
  if ((id >= 14 && id <= 17) || (id >= 27 && id <= 31) || id === 36 || (id >= 50 && id <= 58)) return 'date';
  if (id === 22) return 'both';
  return (id >= 18 && id <= 21) || (id >= 32 && id <= 35) || (id >= 45 && id <= 47) ? 'time' : undefined;
}

export async function workbookOf(files: Files, name: string, context: ReadContext): Promise<Workbook> {
  const roots = [...(await relations(files, '', name)).values()];
  const path = roots.find(({ type }) => type.endsWith('/officeDocument'))?.target ?? 'xl/workbook.xml';
  const bytes = own(files, path);
  if (!bytes)
    throw new Fault(`“${name}” is an archive without a workbook. Bring in XLSX, or the files in it one by one.`, name);
  const links = await relations(files, path, name);
  const book: Workbook = { sheets: [], from1904: false, strings: [], dates: [] };
  await readXml(
    bytes,
    name,
    {
      open(tag, attributes) {
        if (tag === 'workbookPr') book.from1904 = /^(1|true)$/.test(attributes.date1904 ?? '');
        if (tag !== 'sheet') return;
        const link = links.get(
          attributes['r:id'] ?? Object.entries(attributes).find(([key]) => key.endsWith(':id'))?.[1] ?? '',
        );
        if (link)
          book.sheets.push({
            name: attributes.name ?? '',
            path: link.target,
            hidden: /hidden/i.test(attributes.state ?? ''),
          });
      },
    },
    () => undefined,
  );
  const target = (ending: string): Uint8Array | undefined =>
    own(files, [...links.values()].find(({ type }) => type.endsWith(ending))?.target ?? '');
  const strings = target('/sharedStrings');
  if (strings) await readStrings(strings, name, book.strings, (share) => context.breathe(0.3 + 0.1 * share));
  const styles = target('/styles');
  if (styles) await readStyles(styles, name, book);
  return book;
}

export async function readStrings(
  bytes: Uint8Array,
  name: string,
  into: string[],
  breathe: (share: number) => Promise<void> | void,
): Promise<void> {
  let text = '';
  let taking = false;
  let phonetic = false;
  await readXml(
    bytes,
    name,
    {
      open(tag) {
        if (tag === 'si') text = '';
        else if (tag === 'rPh') phonetic = true;
        else if (tag === 't') taking = !phonetic;
      },
      text: (piece) => {
        if (taking) text += piece;
      },
      close(tag) {
        if (tag === 't') taking = false;
        else if (tag === 'rPh') phonetic = false;
        else if (tag === 'si') into.push(unescaped(text));
      },
    },
    breathe,
  );
}

export async function readStyles(bytes: Uint8Array, name: string, book: Workbook): Promise<void> {
  const codes = new Map<number, string>();
  let inCells = false;
  await readXml(
    bytes,
    name,
    {
      open(tag, attributes) {
        if (tag === 'numFmt') codes.set(Number(attributes.numFmtId), attributes.formatCode ?? '');
        else if (tag === 'cellXfs') inCells = true;
        else if (tag === 'xf' && inCells) {
          const id = Number(attributes.numFmtId ?? 0);
          const code = codes.get(id);
          book.dates.push(code === undefined ? builtInFormat(id) : dateFormat(code));
        }
      },
      close: (tag) => {
        if (tag === 'cellXfs') inCells = false;
      },
    },
    () => undefined,
  );
}

/** Characters that XML cannot hold stand as `_x000D_`. */
export const unescaped = (text: string): string =>
  text.includes('_x')
    ? text.replace(/_x([0-9A-Fa-f]{4})_/g, (_all, code: string) => String.fromCharCode(parseInt(code, 16)))
    : text;
