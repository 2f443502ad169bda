/** Empty tables to be typed in. */
import type { ColumnSpec } from '@/core/tables';
import { Fault } from '@/core/fault';

async function stored(study: string, name: string, columns: ColumnSpec[], rows: number): Promise<string> {
  const head = { name, origin: 'typed in', columns, rows };
  const row = JSON.stringify(columns.map(() => ''));
  const answer = await fetch(`/api/studies/${study}/tables`, {
    method: 'POST',
    body: [JSON.stringify(head), ...new Array<string>(rows).fill(row)].join('\n'),
  });
  const said = (await answer.json()) as { key: string; detail?: string };
  if (!answer.ok) throw new Fault(said.detail ?? 'The table could not be made. Try again.');
  return said.key;
}

const firstRows = 3;

/** Makes an empty table; or two, for the nodes and ties of a small network, in which the ties name the nodes. */
export async function typeIn(study: string, what: 'table' | 'network'): Promise<{ table: string; ties?: string }> {
  if (what === 'table') {
    const columns: ColumnSpec[] = [
      { name: 'name', type: 'text' },
      { name: 'column 2', type: 'text' },
    ];
    return { table: await stored(study, 'new table', columns, firstRows) };
  }
  const table = await stored(
    study,
    'nodes',
    [
      { name: 'name', type: 'text', id: true },
      { name: 'kind', type: 'text' },
    ],
    firstRows,
  );
  const end = (name: string): ColumnSpec => ({ name, type: 'reference', table, by: 'name' });
  const ties = await stored(study, 'ties', [end('from'), end('to'), { name: 'weight', type: 'number' }], firstRows);
  return { table, ties };
}
