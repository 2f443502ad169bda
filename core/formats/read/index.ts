/** Readers of files, one format each. */
import { Fault } from '../../fault';
import { arrowFormat } from './arrow';
import { bibtexFormat } from './bibtex';
import { csvFormat } from './csv';
import type { FileSource, Format, ReadContext, ReadPart } from './format';
import { graphmlFormat } from './graphml';
import { jsonFormat } from './json';
import { nbibFormat } from './nbib';
import { odsFormat } from './ods';
import { parquetFormat } from './parquet';
import { risFormat } from './ris';
import { sqliteFormat } from './sqlite';
import { xlsxFormat } from './xlsx';

/** In the order in which they are tried; the last fits every text. */
export const formats: readonly Format[] = [
  sqliteFormat,
  arrowFormat,
  parquetFormat,
  odsFormat,
  xlsxFormat,
  graphmlFormat,
  jsonFormat,
  risFormat,
  nbibFormat,
  bibtexFormat,
  csvFormat,
];

const headSize = 4096;

async function headOf(source: FileSource): Promise<Uint8Array> {
  for await (const piece of source.chunks()) if (piece.length) return piece.slice(0, headSize);
  return new Uint8Array(0);
}

function looseText(head: Uint8Array): string {
  const marked =
    head[0] === 0xff && head[1] === 0xfe ? 'utf-16le' : head[0] === 0xfe && head[1] === 0xff ? 'utf-16be' : 'utf-8';
  return new TextDecoder(marked).decode(head);
}

/** The format of the file: of those that its beginning fits, the one that its name ends with, else the first. */
async function formatOf(source: FileSource): Promise<Format> {
  const head = await headOf(source);
  if (head.length === 0) throw new Fault(`“${source.name}” is empty. Choose a file with records in it.`, source.name);
  if (head[0] === 0xd0 && head[1] === 0xcf)
    throw new Fault(
      `“${source.name}” is a workbook of the old binary kind. Save it as XLSX or CSV, and bring it in again.`,
      source.name,
    );
  const text = looseText(head);
  // What is known to be something else is not taken for a table because of its name.
  if (/^%PDF-/.test(text)) {
    throw new Fault(
      `“${source.name}” is a PDF document, which holds no table that can be read. Bring in the table it was made from.`,
      source.name,
    );
  }
  if (/^\ufeff?\s*(<!--[\s\S]*?-->\s*)?<(!doctype html|html|head|body)[\s>]/i.test(text)) {
    throw new Fault(
      `“${source.name}” is a web page, no table; often an address asks for a sign-in first. Save the table itself as CSV, and bring it in again.`,
      source.name,
    );
  }
  const fitting = formats.filter((format) => format.fits(head, text));
  const ending = source.name.slice(source.name.lastIndexOf('.') + 1).toLowerCase();
  const named = fitting.find(({ endings }) => endings.includes(ending));
  if (!named && /^\ufeff?\s*<\?xml|^\ufeff?\s*<!DOCTYPE/i.test(text) && fitting.length === 1)
    throw new Fault(
      `“${source.name}” is XML, but no GraphML. Bring in GraphML, or save the table as CSV.`,
      source.name,
    );
  // Nothing but the name says what it is: its own reader says best what is wrong.
  const claimed = fitting.length === 1 ? formats.find(({ endings }) => endings.includes(ending)) : undefined;
  return named ?? claimed ?? fitting[0];
}

/** Whether the file is of a format whose library may not come back from a broken one. */
export const mayHang = async (source: FileSource): Promise<boolean> => (await formatOf(source)).mayHang === true;

/** The tables in a file. A Fault, in one sentence, where it cannot be read. */
export async function readFile(source: FileSource, context: ReadContext): Promise<ReadPart[]> {
  const format = await formatOf(source);
  try {
    return await format.read(source, context);
  } catch (error) {
    if (error instanceof RangeError)
      throw new Fault(
        `“${source.name}” is nested too deeply, or too large, to be read. Split it, or save it in a flatter form.`,
        source.name,
      );
    throw error;
  }
}

export type { FileSource, Format, ReadContext, ReadPart, ReadSettings } from './format';
/** Bytes that are there already, as a source. */
export function bytesSource(name: string, bytes: Uint8Array): FileSource {
  return {
    name,
    size: bytes.length,
    async *chunks() {
      yield await Promise.resolve(bytes);
    },
  };
}
