import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import { type Trail, TrailCache, digestsOf, newStep, runTrail, trailSchema } from '.';
import { trailJsonSchema } from './json-schema';
import { keepers, parcels, source, ties, trail } from './samples';

describe('running', () => {
  const long = trail(
    ties(),
    { id: 's2', kind: 'measure', on: true, measures: ['betweenness'] },
    { id: 's3', kind: 'arrange', on: true, method: 'force' },
    { id: 's4', kind: 'style', on: true },
  );
  const counting = () => {
    const ran: string[] = [];
    return {
      ran,
      breathe: (step: string, share: number) => void (share === 0 && !ran.includes(step) && ran.push(step)),
    };
  };

  test('an edited step recomputes only what comes after it', async () => {
    const cache = new TrailCache();
    await runTrail(source(), long, { cache });
    const styled = trail(...long.steps.map((one) => (one.id === 's4' ? { ...one, curve: 0.3 } : one)));
    const second = counting();
    await runTrail(source(), styled, { cache, breathe: second.breathe });
    expect(second.ran).toEqual(['s4']);
    const third = counting();
    await runTrail(source([keepers, parcels], '2'), styled, { cache, breathe: third.breathe });
    expect(third.ran).toEqual(['s1', 's2', 's3', 's4']);
  });

  test('moving a node by hand does not lay the network out again', async () => {
    const cache = new TrailCache();
    const seen: number[] = [];
    await runTrail(source(), long, { cache });
    const moved = trail(...long.steps.map((one) => (one.id === 's3' ? { ...one, placed: { Ann: [1, 1] } } : one)));
    const { state } = await runTrail(source(), moved, { cache, sketch: true, positions: (at) => seen.push(at.length) });
    expect(seen).toEqual([]);
    expect([...(state?.network.positions ?? [])].slice(0, 2)).toEqual([1, 1]);
    const settled = (await runTrail(source(), long, { cache })).state?.network.positions;
    expect(state?.network.positions?.slice(2)).toEqual(settled?.slice(2));
  });

  test('the digest follows settings and tables, not the order of keys', async () => {
    const digest = async (one: Trail, version = '1'): Promise<string> =>
      (await runTrail(source([keepers, parcels], version), one)).digest;
    const turned = { steps: [Object.fromEntries(Object.entries(trail().steps[0]).reverse())] } as Trail;
    expect(await digest(turned)).toBe(await digest(trail()));
    expect(await digest(trail(), '2')).not.toBe(await digest(trail()));
    expect(await digest(trail(ties({ loops: 'keep' })))).not.toBe(await digest(trail()));
  });

  test('a step that is off passes on what it got', async () => {
    const off = trail(ties(), { id: 's2', kind: 'keep', on: false, rule: { by: 'degree', min: 99 } });
    const { reports, digest } = await runTrail(source(), off);
    expect(reports[1]).toMatchObject({ nodes: 5, result: 'off' });
    expect(digest).toBe((await runTrail(source(), trail())).digest);
  });

  test('whatever breathe throws ends the run', async () => {
    const stop = new Error('stop');
    await expect(
      runTrail(source(), long, {
        breathe: (step) => {
          if (step === 's3') throw stop;
        },
      }),
    ).rejects.toBe(stop);
  });

  test('a sketch stands in for a layout that is not at hand, and spoils no cache', async () => {
    const cache = new TrailCache();
    const sketch = await runTrail(source(), long, { cache, sketch: true });
    const real = await runTrail(source(), long, { cache });
    const again = await runTrail(source(), long, { cache, sketch: true });
    expect(sketch.state?.network.positions).not.toEqual(real.state?.network.positions);
    expect(again.state?.network.positions).toEqual(real.state?.network.positions);
    expect(sketch.reports[2].result).toBe('');
  });

  test('a stopped step is passed over and said, and nothing after it is kept', async () => {
    const cache = new TrailCache();
    const stopped = new Set([digestsOf(source(), long)[1]]);
    const run = await runTrail(source(), long, { cache, stopped });
    expect(run.reports.map(({ stopped: one }) => one ?? false)).toEqual([false, true, false, false]);
    expect(run.state?.network.nodeColumns.some(({ name }) => name === 'betweenness')).toBe(false);
    expect(run.state?.network.positions).toBeDefined();
    const whole = await runTrail(source(), long, { cache });
    expect(whole.state?.network.nodeColumns.some(({ name }) => name === 'betweenness')).toBe(true);
  });

  test('costly work of a network that is taken in is work of the step that takes it', async () => {
    const other = trail(ties(), { id: 's9', kind: 'measure', on: true, measures: ['betweenness'] });
    const both = trail(ties(), { id: 's2', kind: 'combine', on: true, network: 'other' });
    const from = {
      ...source(),
      network: (id: string) => (id === 'other' ? { name: 'Other', trail: other } : undefined),
    };
    const told: string[] = [];
    const run = await runTrail(from, both, {
      async done(work, make) {
        told.push(`${work.step} ${work.name}`);
        return make();
      },
    });
    expect(run.reports.map(({ fault }) => fault)).toEqual([undefined, undefined]);
    expect(told).toEqual(['s2 Betweenness']);
  });

  test('what rests on a stand-in is never kept, as its digest is that of the real thing', async () => {
    const kept: string[] = [];
    class Watched extends TrailCache {
      override set(key: string, value: unknown): void {
        kept.push(key);
        super.set(key, value);
      }
    }
    const late = trail(
      ties(),
      { id: 's2', kind: 'arrange', on: true, method: 'force' },
      { id: 's3', kind: 'measure', on: true, measures: ['betweenness'] },
    );
    const cache = new Watched();
    await runTrail(source(), late, { cache, sketch: true });
    expect(kept).toHaveLength(1);
    await runTrail(source(), late, { cache });
    expect(kept.filter((key) => key.includes('measure betweenness'))).toHaveLength(1);
  });

  test('an empty trail has no state', async () => {
    expect((await runTrail(source(), { steps: [] })).state).toBeUndefined();
  });
});

describe('the schema', () => {
  test('a trail that is empty, too long or says an id twice is refused in a sentence', () => {
    const first = { id: 's1', kind: 'ties', on: true, table: 'parcels', from: 'from', to: 'to' };
    const more = (count: number): object[] =>
      Array.from({ length: count }, (_, i) => ({ id: `m${i}`, kind: 'measure', on: true, measures: ['degree'] }));
    const fault = (steps: unknown): string | undefined => trailSchema.safeParse({ steps }).error?.issues[0].message;
    expect(fault([])).toMatch(/begins with a Ties step/);
    expect(fault([first, ...more(199)])).toBeUndefined();
    expect(fault([first, ...more(200)])).toMatch(/200 steps at most/);
    expect(fault([first, ...more(1), ...more(1)])).toBe('Two steps have the id m0.');
    expect(fault(more(1))).toMatch(/begins with its one Ties step/);
  });

  test('a trail begins with its one Ties step, and ids are distinct', () => {
    expect(trailSchema.safeParse({ steps: [{ id: 'a', kind: 'groups', on: true }] }).success).toBe(false);
    expect(trailSchema.safeParse({ steps: [ties(), ties({ id: 's2' })] }).success).toBe(false);
    expect(trailSchema.safeParse({ steps: [ties(), { id: 's1', kind: 'groups', on: true }] }).success).toBe(false);
    expect(trailSchema.safeParse({ steps: [ties({ table: 5 })] }).success).toBe(false);
  });

  test('a new step gets an id of its own', () => {
    expect(newStep(trail(), 'groups', {}).id).toBe('s2');
    expect(newStep(trail(ties({ id: 's2' })), 'groups', {}).id).toBe('s3');
  });

  test('docs/trail.schema.json is the present one', () => {
    const written = z
      .unknown()
      .parse(JSON.parse(readFileSync(join(process.cwd(), 'docs', 'trail.schema.json'), 'utf8')));
    expect(written).toEqual(trailJsonSchema());
  });
});
