/**
 * Trails as they are stored: with the version of their format. What was stored by an earlier version is brought up to today's, one step of the format at a
 * time; opening, combining, archives and the runner all read trails here.
 */
import * as z from 'zod';
import { Fault } from '../../fault';
import { type Trail, trailSchema } from '../registry';
import { fromVersion1 } from './from-1';

/** Of the format that is written today. */
export const trailVersion = 2;

/** A trail as some version wrote it. */
export interface StoredTrail {
  version: number;
  steps: unknown[];
}

/** By the version that it starts from. Pure; each leaves what it does not know as it is. */
const migrations = new Map<number, (steps: unknown[]) => unknown[]>([[1, fromVersion1]]);

/** A trail as it is to be stored. */
export const stored = (trail: Trail): StoredTrail => ({ version: trailVersion, steps: trail.steps });

const outline = z.object({ version: z.number().int().min(1).default(1), steps: z.array(z.unknown()) });

/** The trail that was stored, in today's format. A Fault where it comes from a later version, or is no trail. */
export function readTrail(value: unknown): Trail {
  const found = outline.safeParse(value);
  if (!found.success) throw new Fault('This is no trail: its list of steps is missing.');
  const { version } = found.data;
  if (version > trailVersion) {
    throw new Fault(
      `This trail was written by a later version of the application (its format is ${version}; formats up to ${trailVersion} are known here). Open it there, or bring this one up to date.`,
    );
  }
  let { steps } = found.data;
  for (let from = version; from < trailVersion; from++) steps = migrations.get(from)?.(steps) ?? steps;
  const read = trailSchema.safeParse({ steps });
  if (read.success) return read.data;
  const [{ path, message }] = read.error.issues;
  throw new Fault(`This trail cannot be read: ${path.join('.') || 'its top'} does not fit (${message}).`);
}

/** Like {@link readTrail}, with what is wrong in place of a Fault. */
export function readTrailOrFault(value: unknown): { trail: Trail } | { fault: string } {
  try {
    return { trail: readTrail(value) };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { fault: error.message };
  }
}

/** For schemas of larger things that hold a trail. */
export const storedTrailSchema = z.unknown().transform((value, check): Trail => {
  const read = readTrailOrFault(value);
  if ('trail' in read) return read.trail;
  check.addIssue({ code: 'custom', message: read.fault });
  return z.NEVER;
});
