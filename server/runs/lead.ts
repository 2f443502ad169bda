/** Runs a trail for whoever asked: what takes long is kept under its digest, and what splits goes to all who take parts. */
import { Fault } from '@/core/fault';
import { type Inquiry, answerInquiry, inquiryKey } from '@/core/inquiry';
import type { Crew } from '@/core/split';
import type { Table } from '@/core/tables';
import {
  type KeyedWork,
  type Source,
  type StoredTrail,
  type Trail,
  TrailCache,
  type TrailRun,
  readTrail,
  runTrail,
} from '@/core/trail';
import type { Person } from '@/server/people/person';
import { spread } from './parts';
import { isKept, keepResult, keptValue, resultDigest } from './results';
import { readingOf } from './source';

export interface Leading {
  id: string;
  study: string;
  trail: StoredTrail;
  /** What is asked of the network that the trail comes to. */
  inquiry: Inquiry | null;
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
  const crew = spread(run.id);
  const breathe = async (step: string, share: number): Promise<void> => {
    if (performance.now() - yielded < 50) return;
    heard(step, share);
    await new Promise((resolve) => setImmediate(resolve));
    yielded = performance.now();
  };
  const ran = await runTrail(source, trail, {
    cache: at.cache,
    crew,
    breathe,
    kept: (work) => (work.seconds < worthKeeping ? Promise.resolve(undefined) : keptValue(run.study, digest(work))),
    async done(work, make) {
      const value = await make();
      if (work.seconds >= worthKeeping) await keepResult(run.study, digest(work), value);
      return value;
    },
  });
  if (run.inquiry) await inquire(run, run.inquiry, source, trail, ran, { crew, breathe });
}

/** Answers what is asked of the network that the trail came to, where that is not kept already. */
async function inquire(
  { study }: Leading,
  inquiry: Inquiry,
  source: Source,
  trail: Trail,
  { state, reports }: TrailRun,
  { crew, breathe }: { crew: Crew; breathe(step: string, share: number): Promise<void> },
): Promise<void> {
  const fault = reports.find((one) => one.fault !== undefined && !one.lacking)?.fault;
  if (!state || fault !== undefined) throw new Fault(fault ?? 'The trail is empty.');
  const key = resultDigest(inquiryKey(source, trail, inquiry));
  if (await isKept(study, key)) return;
  const answer = await answerInquiry(state.network, inquiry, {
    crew,
    breathe: (share) => breathe(inquiry.kind, share),
  });
  await keepResult(study, key, answer);
}

const digest = ({ key }: KeyedWork): string => resultDigest(key);
