import { Fault, counted } from '../../fault';
import { type Format, type PlacedFaulty, type ReadPart, RecordRows, wholeText } from './format';
import { isCsl, readCsl } from './csl';
import { isGeo, readGeo } from './geojson';
import { withWrittenNumbers } from './json-numbers';

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type JsonObject = Record<string, Json>;

const deepest = 20;
const isObject = (value: Json | undefined): value is JsonObject =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const scalar = (value: Json): string =>
  value === null
    ? ''
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : typeof value === 'string'
        ? value
        : JSON.stringify(value);

/** Fields of a record: objects inside it as `outer.inner`, lists of plain values as one list cell, everything deeper as it is written. */
function fields(record: JsonObject, lists: Set<string>, prefix = '', depth = 0): [string, string][] {
  return Object.entries(record).flatMap(([key, value]): [string, string][] => {
    const name = prefix + key;
    if (isObject(value) && depth < deepest) return fields(value, lists, `${name}.`, depth + 1);
    if (Array.isArray(value) && value.every((one) => !isObject(one) && !Array.isArray(one))) {
      lists.add(name);
      return [[name, value.map((one) => scalar(one).replaceAll(';', ',')).join('; ')]];
    }
    return [[name, typeof value === 'object' && value !== null ? JSON.stringify(value) : scalar(value)]];
  });
}

function part(name: string, records: readonly (Json | undefined)[], lines: readonly number[], how: string): ReadPart {
  const rows = new RecordRows();
  const lists = new Set<string>();
  const faulty: PlacedFaulty[] = [];
  records.forEach((record, i) => {
    if (isObject(record)) rows.push(fields(record, lists), lines[i]);
    else {
      const reason = record === undefined ? 'is no JSON' : 'is no object';
      faulty.push({ line: lines[i], reason, cells: [JSON.stringify(record ?? '').slice(0, 200)], row: rows.count });
      rows.push([], lines[i]);
    }
  });
  const types = Object.fromEntries([...lists].map((key) => [key, { type: 'list' as const }]));
  return { name, table: rows.done(), faulty, notes: rows.notes, how, types };
}

const counting = (records: readonly unknown[]): number[] => records.map((_, i) => i + 1);

/** The arrays of objects that a JSON value is or holds. */
function partsOf(value: Json, name: string): ReadPart[] {
  if (Array.isArray(value)) {
    if (isCsl(value)) return [readCsl(value)];
    return [part('', value, counting(value), `JSON, ${counted(value.length, 'record')}`)];
  }
  if (isObject(value)) {
    if (isGeo(value)) return [readGeo(value)];
    const arrays = Object.entries(value).filter(
      (entry): entry is [string, Json[]] => Array.isArray(entry[1]) && entry[1].some(isObject),
    );
    if (arrays.length) {
      return arrays.map(([key, records]) =>
        part(arrays.length > 1 ? key : '', records, counting(records), `JSON, the records under “${key}”`),
      );
    }
    return [part('', [value], [1], 'JSON, one record')];
  }
  throw new Fault(`“${name}” holds no records. Bring in JSON with an array of objects.`, name);
}

function parsed(text: string): Json | undefined {
  try {
    return JSON.parse(text) as Json;
  } catch {
    return undefined;
  }
}

/** A JSON array of objects, an object with such arrays, or one object in each line (NDJSON); CSL-JSON and GeoJSON by what they hold. */
export const jsonFormat: Format = {
  key: 'json',
  title: 'JSON',
  endings: ['json', 'ndjson', 'jsonl', 'geojson'],
  fits: (_head, text) => /^\ufeff?\s*(\[\s*[[{\]]|\{\s*["}])/.test(text),
  async read(source, context) {
    const { text: written, notes } = await wholeText(source, context);
    const text = written.replace(/^\ufeff/, '');
    await context.breathe(0.35);
    const exact = withWrittenNumbers(text);
    await context.breathe(0.4);
    const whole = parsed(exact);
    const noted = (parts: ReadPart[]): ReadPart[] => parts.map((one) => ({ ...one, notes: [...notes, ...one.notes] }));
    if (whole !== undefined) return noted(partsOf(whole, source.name));
    const lines = exact.split(/\r\n?|\n/);
    const filled = lines.flatMap((line, i) => (line.trim() === '' ? [] : [i]));
    const records: (Json | undefined)[] = [];
    for (const i of filled) {
      records.push(parsed(lines[i]));
      if (i % 5000 === 0) await context.breathe(0.4 + (0.5 * i) / lines.length);
    }
    const objects = records.filter((record) => isObject(record)).length;
    // One object in each line, not the lines of one broken value.
    if (objects > 0 && objects * 2 >= records.length) {
      const lineNumbers = filled.map((i) => i + 1);
      return noted([part('', records, lineNumbers, `NDJSON, ${counted(objects, 'record')}`)]);
    }
    throw new Fault(
      `“${source.name}” is no complete JSON: ${whyBroken(text)}. Mend it, or save it anew, and bring it in again.`,
      source.name,
    );
  },
};

function whyBroken(text: string): string {
  try {
    JSON.parse(text);
    return 'it cannot be read';
  } catch (error) {
    const at = /position (\d+)/.exec(String(error));
    if (!at) return 'it ends too early';
    const before = text.slice(0, Number(at[1])).split('\n');
    return `it breaks in line ${before.length}, at character ${before[before.length - 1].length + 1}`;
  }
}
