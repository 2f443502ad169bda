import { Fault } from '../fault';
import { crewOver, threadSide } from './crew';

type Work = (shared: unknown, part: unknown) => Promise<unknown>;

/** Threads that are none: messages take a turn each way. */
function crew(size: number, work: Work) {
  const threads: { listen: (message: unknown) => void; broke: (why: string) => void; got: string[]; ended: boolean }[] =
    [];
  const made = crewOver((listen, broke) => {
    const thread = { listen, broke, got: [] as string[], ended: false };
    threads.push(thread);
    const side = threadSide(
      (task, shared, part) => work(shared, part).then((result) => `${task} ${String(result)}`),
      (answer) => queueMicrotask(() => listen(answer)),
    );
    return {
      post(message) {
        thread.got.push((message as { kind: string }).kind);
        queueMicrotask(() => side(message));
      },
      end: () => (thread.ended = true),
    };
  }, size);
  return { crew: made, threads };
}

test('parts go to free threads, what is shared to each once; results come with their numbers', async () => {
  const { crew: made, threads } = crew(2, (shared, part) => Promise.resolve(Number(shared) * Number(part)));
  expect(threads).toHaveLength(0);
  const results: [number, unknown][] = [];
  await made.run('times', 10, [1, 2, 3, 4, 5], (result, number) => void results.push([number, result]));
  expect(results.sort(([a], [b]) => a - b)).toEqual([1, 2, 3, 4, 5].map((part, i) => [i, `times ${10 * part}`]));
  expect(threads).toHaveLength(2);
  for (const { got } of threads)
    expect([got[0], got.filter((kind) => kind === 'job').length, got.at(-1)]).toEqual(['job', 1, 'done']);
  expect(threads.flatMap(({ got }) => got.filter((kind) => kind === 'part'))).toHaveLength(5);
  // Threads are kept for the next job.
  await made.run('more', 1, [7], (result) => expect(result).toBe('more 7'));
  expect(threads).toHaveLength(2);
});

test('two jobs at once do not mix what they share', async () => {
  const { crew: made } = crew(2, async (shared, part) => {
    await Promise.resolve();
    return `${String(shared)}${String(part)}`;
  });
  const taken: Record<string, unknown[]> = { a: [], b: [] };
  await Promise.all(
    ['a', 'b'].map((name) => made.run(name, name, [0, 1, 2, 3], (result, i) => void (taken[name][i] = result))),
  );
  expect(taken).toEqual({ a: [0, 1, 2, 3].map((i) => `a a${i}`), b: [0, 1, 2, 3].map((i) => `b b${i}`) });
});

test('a fault comes back as a fault with its sentence, and no further part is begun', async () => {
  const begun: unknown[] = [];
  const { crew: made } = crew(1, (_shared, part) => {
    begun.push(part);
    return part === 1 ? Promise.reject(new Fault('One is too few.')) : Promise.resolve(part);
  });
  const run = made.run('x', undefined, [0, 1, 2, 3], () => undefined);
  await expect(run).rejects.toThrow(Fault);
  await expect(run).rejects.toThrow('One is too few.');
  expect(begun).toEqual([0, 1]);
  const other = crew(1, () => Promise.reject(new TypeError('no'))).crew.run('x', undefined, [0], () => undefined);
  await expect(other).rejects.not.toBeInstanceOf(Fault);
});

test('a thread that breaks ends what waits with its reason; an ended crew starts anew', async () => {
  const { crew: made, threads } = crew(1, () => new Promise(() => undefined));
  const run = made.run('x', undefined, [0], () => undefined);
  await Promise.resolve();
  threads[0].broke('out of memory');
  await expect(run).rejects.toThrow('out of memory');
  made.end();
  expect(threads[0].ended).toBe(true);
  const again = made.run('x', undefined, [0], () => undefined);
  await Promise.resolve();
  expect(threads).toHaveLength(2);
  threads[1].broke('again');
  await expect(again).rejects.toThrow('again');
});
