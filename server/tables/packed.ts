/** The columns of tables as they are sent: made once for each version, compressed, kept in the database, and at hand as long as there is room. */
import { gzip } from 'node:zlib';
import { setImmediate as breathe } from 'node:timers/promises';
import { promisify } from 'node:util';
import { and, eq, lt } from 'drizzle-orm';
import { toArrow } from '@/core/formats';
import { type ColumnSpec, type Table, TableBuilder } from '@/core/tables';
import { log } from '@/server/answer';
import { database, packedColumns } from '@/server/db';
import { headAt, readTable } from './read';

const compressed = promisify(gzip);

/** Bytes that are at hand in all. */
const room = 256 * 1024 * 1024;
/** Larger ones are made anew after a restart: the database is not filled with them. */
const mostKept = 128 * 1024 * 1024;

/** Characters of rows that come in which are at hand, for each import. */
const mostAtHand = 64_000_000;

interface Packed {
  bytes: Promise<Uint8Array>;
  size: number;
}

/** The longest unused first. */
const held = new Map<string, Packed>();

/** Lets go of what is at hand; the database keeps it. */
export function letGo(): void {
  held.clear();
}

function makeRoom(): void {
  let size = 0;
  for (const packed of held.values()) size += packed.size;
  for (const [key, packed] of held) {
    if (size <= room || held.size === 1) return;
    held.delete(key);
    size -= packed.size;
  }
}

/**
 * A table's columns at a version, as a gzip-compressed Arrow stream. Requests that come while it is made wait for the same bytes. A NotFound where the
 * table has another version by now; rights are looked at each time.
 */
export async function packedTable(studyId: string, key: string, version: number): Promise<Uint8Array> {
  const head = await headAt(studyId, key, version);
  return atHand(
    head,
    version,
    async () => (await stored(head.id, version)) ?? packedOf(await readTable(studyId, key, version), head.id, version),
  );
}

interface Which {
  id: number;
  setId: number;
}

/** The bytes at hand; where there are none, those that `make` gives, for all who ask meanwhile. */
function atHand({ id, setId }: Which, version: number, make: () => Promise<Uint8Array>): Promise<Uint8Array> {
  const name = `${id} ${setId} ${version}`;
  const known = held.get(name);
  if (known) {
    held.delete(name);
    held.set(name, known);
    return known.bytes;
  }
  const bytes = make();
  const packed: Packed = { bytes, size: 0 };
  held.set(name, packed);
  bytes.then(
    ({ length }) => {
      packed.size = length;
      makeRoom();
    },
    () => held.delete(name),
  );
  return bytes;
}

async function stored(tableId: number, version: number): Promise<Uint8Array | undefined> {
  const [found] = await database()
    .select({ bytes: packedColumns.bytes })
    .from(packedColumns)
    .where(and(eq(packedColumns.tableId, tableId), eq(packedColumns.version, version)));
  return found?.bytes;
}

async function packedOf(table: Table, tableId: number, version: number): Promise<Uint8Array> {
  const bytes = await compressed(await toArrow(table, breathe), { level: 3 });
  if (bytes.length <= mostKept) await keep(tableId, version, bytes);
  return bytes;
}

/** Columns that cannot be kept are sent all the same: they are made anew another time. */
async function keep(tableId: number, version: number, bytes: Buffer): Promise<void> {
  try {
    await database()
      .insert(packedColumns)
      .values({ tableId, version, bytes })
      .onConflictDoUpdate({
        target: packedColumns.tableId,
        set: { version, bytes },
        setWhere: lt(packedColumns.version, version),
      });
  } catch (error) {
    log.warn({ error, tableId }, 'columns were not kept');
  }
}

/** Makes a table's columns ready before somebody asks for them, behind what is going on; what goes wrong is made good at the first asking. */
export function packAhead(studyId: string, key: string, version: number): void {
  behind(key, () => packedTable(studyId, key, version));
}

/** Rows as they come in, at hand as long as they are few: several large imports at once would fill the memory. */
export class Incoming {
  private table?: TableBuilder;
  private size = 0;
  constructor(columns: readonly ColumnSpec[]) {
    this.table = new TableBuilder('', columns);
  }
  /** A row, of about `length` characters. */
  push(cells: readonly string[], length: number): void {
    this.size += length;
    if (this.size > mostAtHand) this.table = undefined;
    else this.table?.push(cells);
  }
  all(): TableBuilder | undefined {
    return this.table;
  }
}

/** The same from rows that came in, which then need not be read back; false where they are not at hand. */
export function packThese(head: Which & { key: string }, version: number, incoming: Incoming): boolean {
  const builder = incoming.all();
  if (!builder) return false;
  behind(head.key, () =>
    atHand(head, version, async () =>
      packedOf({ ...(await builder.doneInParts(breathe)), name: head.key }, head.id, version),
    ),
  );
  return true;
}

function behind(key: string, pack: () => Promise<unknown>): void {
  breathe()
    .then(pack)
    .catch((error: unknown) => log.info({ error, key }, 'columns were not made ready'));
}
