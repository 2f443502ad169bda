/** Which networks read which columns. */
import { and, eq, isNull } from 'drizzle-orm';
import type { ColumnRef } from '@/core/names';
import { columnsRead } from '@/core/ties';
import { readTrailOrFault } from '@/core/trail';
import { studyFor } from '@/server/access';
import { database, network } from '@/server/db';

export interface NetworkUse {
  id: string;
  name: string;
  columns: ColumnRef[];
}

/** The columns from which each network of the study makes its nodes and ties. */
export async function networksByColumn(studyId: string): Promise<NetworkUse[]> {
  await studyFor(studyId, 'read');
  const rows = await database()
    .select({ id: network.id, name: network.name, trail: network.trail })
    .from(network)
    .where(and(eq(network.studyId, studyId), isNull(network.deletedAt)))
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
