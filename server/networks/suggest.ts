/** Makes a network of what the study holds, to be changed afterwards. */
import { namedTable } from '@/core/names';
import { suggestTrail } from '@/core/trail';
import { Fault } from '@/core/fault';
import { openNames } from '@/server/names';
import { listTables } from '@/server/tables';
import { readTable } from '@/server/tables/read';
import { createNetwork, listNetworks } from '.';

export async function createSuggestedNetwork(studyId: string): Promise<{ id: string }> {
  const heads = await listTables(studyId);
  const tables = [];
  const names = await openNames(studyId);
  for (const { key } of heads) tables.push(namedTable(await readTable(studyId, key), key, names));
  const trail = suggestTrail(tables);
  if (!trail)
    throw new Fault('A network needs a table with two columns at least. Bring one in on the Records page.', 'tables');
  const count = (await listNetworks(studyId)).length;
  return createNetwork(studyId, count ? `Network ${count + 1}` : 'First network', trail);
}
