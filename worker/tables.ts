/** Fetches the study's tables, each version once. */
import { type Table } from '@/core/tables';
import { fromArrow } from '@/core/formats';
import { Fault } from '@/core/fault';

const held = new Map<string, Promise<Table>>();

/** The table's columns at a version. A Fault where the server says why it cannot be had. */
export function fetchTable(study: string, key: string, version: number): Promise<Table> {
  const address = `/api/studies/${study}/tables/${encodeURIComponent(key)}/${version}`;
  let table = held.get(address);
  if (!table) {
    table = load(address).catch((error: unknown) => {
      held.delete(address);
      throw error;
    });
    held.set(address, table);
  }
  return table;
}

async function load(address: string): Promise<Table> {
  const answer = await fetch(address);
  if (!answer.ok) {
    const problem = (await answer.json().catch(() => ({}))) as { detail?: string };
    throw new Fault(problem.detail ?? 'The table could not be fetched. Check that the server runs, and try again.');
  }
  return fromArrow(await unpacked(new Uint8Array(await answer.arrayBuffer())));
}

/** What gzip packed, by its first two bytes (RFC 1952), or the bytes as they are. */
async function unpacked(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
  if (bytes[0] !== 0x1f || bytes[1] !== 0x8b) return bytes;
  const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('gzip'));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}
