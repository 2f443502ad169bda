/** Fetches the study's tables as they were written, each version once. */
import { RawBuilder, type RawTable } from '@/core/tables';
import { Fault } from '@/core/fault';
import type { TableAddress } from './protocol';

const held = new Map<string, Promise<RawTable>>();
/** More are let go, the first fetched first. */
const mostHeld = 12;

const addressOf = (study: string, key: string, version: number): string =>
  `/api/studies/${study}/tables/${encodeURIComponent(key)}/${version}/written`;

/** The table's rows at a version. A Fault where the server says why they cannot be had. */
export function fetchWritten(
  study: string,
  { key, version, columns }: Pick<TableAddress, 'key' | 'version' | 'columns'>,
): Promise<RawTable> {
  const address = addressOf(study, key, version);
  let table = held.get(address);
  if (!table) {
    const names = columns.map(({ name }) => name);
    table = load(address, names).catch((error: unknown) => {
      held.delete(address);
      throw error;
    });
    held.set(address, table);
    for (const [first] of held) if (held.size > mostHeld) held.delete(first);
  }
  return table;
}

/** Keeps a table under a version that this page made itself. */
export function keepWritten(study: string, key: string, version: number, table: RawTable): void {
  held.set(addressOf(study, key, version), Promise.resolve(table));
}

async function load(address: string, names: readonly string[]): Promise<RawTable> {
  const answer = await fetch(address);
  if (!answer.ok || !answer.body) {
    const problem = (await answer.json().catch(() => ({}))) as { detail?: string };
    throw new Fault(problem.detail ?? 'The table could not be fetched. Check that the server runs, and try again.');
  }
  const builder = new RawBuilder(names);
  const reader = answer.body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const piece = await reader.read();
    const text = rest + decoder.decode(piece.value, { stream: !piece.done });
    const lines = text.split('\n');
    rest = piece.done ? '' : (lines.pop() ?? '');
    for (const line of lines) if (line !== '') builder.push(JSON.parse(line) as string[]);
    if (piece.done) return builder.done();
  }
}
