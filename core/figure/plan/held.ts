/** What trails came to, written down whole, so that a figure that holds it never changes: JSON, with arrays of numbers as their bytes. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { gunzipSync, gzipSync, strFromU8, strToU8 } from 'fflate';
import * as z from 'zod';
import { Fault } from '../../fault';
import { rowsOf } from '../../tables';
import { type StoredTrail, readTrail, stored } from '../../trail';
import { base64, fromBase64 } from '../../base64';
import type { Made } from './made';

/** Kinds of arrays by their names in the file: numbers in the order of their bytes from the least on. */
const kinds = {
  u1: Uint8Array,
  i1: Int8Array,
  u2: Uint16Array,
  i2: Int16Array,
  u4: Uint32Array,
  i4: Int32Array,
  f4: Float32Array,
  f8: Float64Array,
} as const;
type Kind = keyof typeof kinds;

/** Names of a file's arrays: an object has just these two keys. */
const [kindKey, bytesKey] = ['array', 'base64'];

const toPlain = (_key: string, value: unknown): unknown => {
  if (!ArrayBuffer.isView(value)) return value;
  const kind = (Object.keys(kinds) as Kind[]).find((one) => value instanceof kinds[one]);
  if (!kind) throw new Error(`a ${value.constructor.name} cannot be written`);
  return {
    [kindKey]: kind,
    [bytesKey]: base64(new Uint8Array(value.buffer, value.byteOffset, value.byteLength)),
  };
};

const fromPlain = (_key: string, value: unknown): unknown => {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value;
  const { [kindKey]: kind, [bytesKey]: bytes } = value as Record<string, unknown>;
  if (Object.keys(value).length !== 2 || typeof kind !== 'string' || typeof bytes !== 'string') return value;
  if (!Object.hasOwn(kinds, kind)) return value;
  const made = fromBase64(bytes);
  const array = kinds[kind as Kind];
  if (made.length % array.BYTES_PER_ELEMENT) throw new SyntaxError('an array does not end with a whole number');
  return new array(made.buffer);
};

const words = z.object({ id: z.string(), name: z.string() });
const heldSchema = z.object({
  format: z.literal('nunatak held 1'),
  made: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      version: z.number(),
      digest: z.string(),
      trail: z.unknown(),
      reports: z.array(
        z.looseObject({ id: z.string(), nodes: z.number(), edges: z.number(), notes: z.array(z.any()) }),
      ),
      network: z.looseObject({
        directed: z.boolean(),
        ids: z.array(z.string()),
        labels: z.array(z.string()),
        source: z.instanceof(Uint32Array),
        target: z.instanceof(Uint32Array),
        weight: z.instanceof(Float64Array),
        weightName: z.string(),
        nodeColumns: z.array(z.looseObject({ name: z.string(), type: z.string() })),
        edgeColumns: z.array(z.looseObject({ name: z.string(), type: z.string() })),
        positions: z.instanceof(Float32Array).optional(),
      }),
      style: z.looseObject({}).optional(),
      tables: z.array(z.object({ key: z.string(), name: z.string(), rows: z.number() })),
      networks: z.array(words),
      shortlists: z.array(words),
      spellings: z.number(),
    }),
  ),
});

/** The packed bytes: the same for the same. */
export function writeHeld(made: readonly Made[]): Uint8Array {
  const text = JSON.stringify(
    { format: 'nunatak held 1', made: made.map((one) => ({ ...one, trail: stored(one.trail) })) },
    toPlain,
  );
  return gzipSync(strToU8(text), { level: 6, mtime: 0 });
}

/** What they are kept under: the first half of their SHA-256. */
export const heldKey = (bytes: Uint8Array): string => bytesToHex(sha256(bytes)).slice(0, 32);

const largest = 1024 * 1024 * 1024;

/** What was written; a Fault where it is not what it should be. */
export function readHeld(bytes: Uint8Array): Made[] {
  const broken = (): Fault =>
    new Fault('What this figure holds cannot be read. Let it follow its networks again, or hold it anew.');
  let plain: unknown;
  try {
    // The last four bytes say how large it is when unpacked.
    const size = bytes.length > 18 ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(bytes.length - 4, true) : 0;
    if (size > largest || size > 1032 * bytes.length) throw broken();
    plain = JSON.parse(strFromU8(gunzipSync(bytes)), fromPlain);
  } catch {
    throw broken();
  }
  const read = heldSchema.safeParse(plain);
  if (!read.success || !read.data.made.every((one) => fits(one as unknown as Made))) throw broken();
  return read.data.made.map((one) => ({ ...one, trail: readTrail(one.trail as StoredTrail) }) as unknown as Made);
}

/** The same under the ids that the figure has for its networks: they are others where its study was opened from an archive. */
export const heldAs = (made: readonly Made[], of: readonly { network: string }[]): Made[] =>
  made.map((one, i) => ({ ...one, id: of.at(i)?.network ?? one.id }));

/** Whether the arrays of a network fit together. */
function fits({ network }: Made): boolean {
  const { ids, labels, source, target, weight, positions, nodeColumns, edgeColumns } = network;
  const [n, m] = [ids.length, source.length];
  const whole = (rows: number, columns: typeof nodeColumns): boolean =>
    columns.every((col) => {
      try {
        return rowsOf(col) === rows;
      } catch {
        return false;
      }
    });
  return (
    labels.length === n &&
    target.length === m &&
    weight.length === m &&
    source.every((v) => v < n) &&
    target.every((v) => v < n) &&
    (!positions || positions.length === 2 * n) &&
    whole(n, nodeColumns) &&
    whole(m, edgeColumns)
  );
}
