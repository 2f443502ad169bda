/** Which networks read which columns. */
import type { ColumnRef } from '@/core/names';
import { columnsRead } from '@/core/ties';
import { readTrailOrFault } from '@/core/trail';
import { seenIn } from '@/server/access/things';
import { database, network } from '@/server/db';

export interface NetworkUse {
  id: string;
  name: string;
  columns: ColumnRef[];
}

/** The columns from which each network that is seen makes its nodes and ties. */
export async function networksByColumn(studyId: string): Promise<NetworkUse[]> {
  const rows = await database()
    .select({ id: network.id, name: network.name, trail: network.trail })
    .from(network)
    .where(await seenIn('network', studyId, 'read'))
    .orderBy(network.name, network.id);
  return rows.map(({ id, name, trail }) => ({
    id,
    name,
    columns: readOf(trail),
  }));
}

/** A trail that cannot be read reads nothing. */
function readOf(trail: unknown): ColumnRef[] {
  const read = readTrailOrFault(trail);
  return 'trail' in read ? read.trail.steps.flatMap((step) => (step.kind === 'ties' ? columnsRead(step) : [])) : [];
}
