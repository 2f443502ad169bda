/** Every version that a network's trail has had: looked at, and brought back by saving it anew. */
import { and, desc, eq, inArray, lt } from 'drizzle-orm';
import { readTrailOrFault } from '@/core/trail';
import { changesOf } from '@/core/trail/changes';
import { type Trail, readTrail } from '@/core/trail';
import { NotFound } from '@/server/access';
import { seenIn } from '@/server/access/things';
import { database, network, networkVersion, person } from '@/server/db';

/** Versions that are listed at once. */
const some = 50;

export interface NetworkVersion {
  version: number;
  at: string;
  /** Null where that is not known. */
  who: string | null;
  /** What was changed from the one before, in words. */
  what: string;
}

const its = async (study: string, id: string) =>
  inArray(
    networkVersion.networkId,
    database()
      .select({ id: network.id })
      .from(network)
      .where(await seenIn('network', study, 'read', { id })),
  );

/** The newest first, those before version `before`; empty at the end. */
export async function networkVersions(study: string, id: string, before = 2 ** 31 - 1): Promise<NetworkVersion[]> {
  const rows = await database()
    .select({
      version: networkVersion.version,
      at: networkVersion.changedAt,
      who: person.name,
      trail: networkVersion.trail,
    })
    .from(networkVersion)
    .leftJoin(person, eq(person.id, networkVersion.personId))
    .where(and(await its(study, id), lt(networkVersion.version, before)))
    .orderBy(desc(networkVersion.version))
    // One more, to say what the last of them changed.
    .limit(some + 1);
  return rows.slice(0, some).map(({ version, at, who, trail }, i) => {
    const earlier = rows.at(i + 1)?.trail;
    return { version, at: at.toISOString(), who, what: earlier ? whatOf(earlier, trail) : 'made' };
  });
}

function whatOf(before: unknown, after: unknown): string {
  const [was, is] = [readTrailOrFault(before), readTrailOrFault(after)];
  if ('fault' in was || 'fault' in is) return 'cannot be read';
  return changesOf(was.trail, is.trail) || 'nothing changed';
}

/** A former trail. A Fault where it cannot be read. */
export async function networkVersionOf(study: string, id: string, version: number): Promise<{ trail: Trail }> {
  const [found] = await database()
    .select({ trail: networkVersion.trail })
    .from(networkVersion)
    .where(and(await its(study, id), eq(networkVersion.version, version)));
  if (!found) throw new NotFound('This version is not there.');
  return { trail: readTrail(found.trail) };
}
