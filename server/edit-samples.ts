/** What these tests share. */
import { randomUUID } from 'node:crypto';
import { createStudy } from './studies';
import { listTables } from './tables';
import { allWrittenRows } from './tables/read';
import { storeTable } from './tables/store';

export const ann = { author: randomUUID() };

export async function people(count = 3): Promise<string> {
  const { id } = await createStudy('Edits');
  async function* rows(): AsyncGenerator<string> {
    for (let i = 0; i < count; i++) yield await Promise.resolve(JSON.stringify([`Person ${i}`, String(i)]));
  }
  const columns = [
    { name: 'name', type: 'text' as const },
    { name: 'packets', type: 'number' as const },
  ];
  await storeTable(id, { name: 'people', origin: 'x', columns, rows: count }, rows());
  return id;
}

export const now = (id: string): Promise<string[][]> => allWrittenRows(id, 'people');

export const version = async (id: string): Promise<number> => (await listTables(id))[0].version;
