/** Runs a trail for whoever asked: what takes long is kept under its digest, and what splits goes to all who take parts. */
import type { Table } from '@/core/tables';
import { type KeyedWork, TrailCache, readTrail, runTrail } from '@/core/trail';
import type { StoredTrail } from '@/core/trail';
import type { Person } from '@/server/people/person';
import { spread } from './parts';
import { keepResult, keptValue, resultDigest } from './results';
import { readingOf } from './source';

export interface Leading {
  id: string;
  study: string;
  trail: StoredTrail;
  person: Person;
}

/** What is computed at least as fast as it is fetched is not kept. */
export const worthKeeping = 0.3;

/** Tables and results of the study that was run last, for its next run. */
const at = { study: '', cache: new TrailCache(), tables: new Map<string, Table>() };

/**
 * Computes the trail to its end, where no step is at fault before. `heard` is told what is worked on and the share done.
 * @throws BrokenPart; NotFound where a table has changed meanwhile; what the database throws
 */
export async function lead(run: Leading, heard: (step: string, share: number) => void): Promise<void> {
  if (at.study !== run.study) Object.assign(at, { study: run.study, cache: new TrailCache(), tables: new Map() });
  const trail = readTrail(run.trail);
  const reading = await readingOf(run.study, trail);
  const source = await reading.read(at.tables);
  let yielded = performance.now();
  await runTrail(source, trail, {
    cache: at.cache,
    crew: spread(run.id),
    async breathe(step, share) {
      if (performance.now() - yielded < 50) return;
      heard(step, share);
      await new Promise((resolve) => setImmediate(resolve));
      yielded = performance.now();
    },
    kept: (work) => (work.seconds < worthKeeping ? Promise.resolve(undefined) : keptValue(run.study, digest(work))),
    async done(work, make) {
      const value = await make();
      if (work.seconds >= worthKeeping) await keepResult(run.study, digest(work), value);
      return value;
    },
  });
}

const digest = ({ key }: KeyedWork): string => resultDigest(key);
