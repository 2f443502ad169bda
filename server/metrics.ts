/** What operators watch, in the Prometheus text format. */
import { timingSafeEqual } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { Gauge, Registry } from 'prom-client';
import { NotFound } from '@/server/access';
import { database } from '@/server/db';
import { metered } from '@/server/metered';
import { currentPerson } from '@/server/people/person';
import { resultsKept } from '@/server/runs/results';
import { workSummary } from '@/server/runs';

const states = ['waiting', 'running', 'done', 'failed', 'stopped'];

/** What all processes on the database share, read as it is asked for. */
async function fromDatabase(): Promise<Registry> {
  const registry = new Registry();
  const registers = [registry];
  const gauge = (name: string, help: string, labelNames: string[] = []): Gauge =>
    new Gauge({ name: `nunatak_${name}`, help, labelNames, registers });
  const { rows } = await database().execute<{ state: string; count: number }>(
    sql`select state, count(*)::int as count from run group by state`,
  );
  const runs = gauge('runs', 'Runs by state.', ['state']);
  for (const state of states) runs.set({ state }, rows.find((row) => row.state === state)?.count ?? 0);
  const { workers } = await workSummary();
  const same = workers.filter(({ sameVersion }) => sameVersion).length;
  const processes = gauge('workers', 'Processes that take runs, of the version of this one or another.', ['version']);
  processes.set({ version: 'same' }, same);
  processes.set({ version: 'other' }, workers.length - same);
  const { count, bytes } = await resultsKept();
  gauge('results', 'Results that are kept.').set(count);
  gauge('results_bytes', 'Bytes of results that are kept.').set(bytes);
  return registry;
}

/** For administrators, and for whoever has the key `NUNATAK_METRICS_KEY`. @throws NotFound */
export async function metricsText(authorization: string | null): Promise<{ type: string; text: string }> {
  const key = process.env.NUNATAK_METRICS_KEY;
  const right = key !== undefined && key !== '' && equal(authorization ?? '', `Bearer ${key}`);
  if (!right && !(await currentPerson())?.administrator) throw new NotFound('Only administrators can do that.');
  const { registry } = metered();
  const all = Registry.merge([registry, await fromDatabase()]);
  return { type: all.contentType, text: await all.metrics() };
}

function equal(a: string, b: string): boolean {
  const [given, wanted] = [Buffer.from(a), Buffer.from(b)];
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}

/** Whether the database answers and has the present schema. @throws what the database throws */
export async function ready(): Promise<void> {
  await database().execute(sql`select 1 from run limit 0`);
}
