/** The columns of tables as they are sent: made once for each version, compressed, and kept as long as there is room. */
import { gzip } from 'node:zlib';
import { promisify } from 'node:util';
import { toArrow } from '@/core/formats';
import { headAt, readTable } from './read';

const compressed = promisify(gzip);

/** Bytes that are kept in all. */
const room = 256 * 1024 * 1024;

interface Packed {
  bytes: Promise<Uint8Array>;
  size: number;
}

/** The longest unused first. */
const kept = new Map<string, Packed>();

function makeRoom(): void {
  let held = 0;
  for (const { size } of kept.values()) held += size;
  for (const [key, { size }] of kept) {
    if (held <= room || kept.size === 1) return;
    kept.delete(key);
    held -= size;
  }
}

/**
 * A table's columns at a version, as a gzip-compressed Arrow stream. Requests that come while it is made wait for the same bytes. A NotFound where the table has another version by now; rights
 * are looked at each time.
 */
export async function packedTable(studyId: string, key: string, version: number): Promise<Uint8Array> {
  const head = await headAt(studyId, key, version);
  const name = `${head.id} ${head.setId} ${version}`;
  const known = kept.get(name);
  if (known) {
    kept.delete(name);
    kept.set(name, known);
    return known.bytes;
  }
  const bytes = readTable(studyId, key, version).then((table) => compressed(toArrow(table), { level: 3 }));
  const packed: Packed = { bytes, size: 0 };
  kept.set(name, packed);
  bytes.then(
    ({ length }) => {
      packed.size = length;
      makeRoom();
    },
    () => kept.delete(name),
  );
  return bytes;
}
