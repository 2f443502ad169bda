/** A reader that does not come back is ended, and the file is told as what it is. */
import { Table, tableToIPC, vectorFromArray } from 'apache-arrow';
import { type BoundedReader, readBounded } from './bounded-read';

const arrow = (): File =>
  new File([tableToIPC(new Table({ a: vectorFromArray(['x', 'y']) }), 'file') as never], 'a.arrow');
const quiet = { settings: {}, breathe: (): void => undefined };

function started(read: BoundedReader['read']) {
  let [begun, ended] = [0, 0];
  const start = () => {
    begun++;
    return { reader: { read }, end: () => void ended++ };
  };
  return { start, counts: () => [begun, ended] };
}

test('files of formats that always come back are read here, others on a thread that is ended afterwards', async () => {
  const { start, counts } = started(() => Promise.resolve({ parts: [] }));
  expect((await readBounded(new File(['a,b\n1,2\n'], 'a.csv'), quiet, start))[0].table.rows).toBe(1);
  expect(counts()).toEqual([0, 0]);
  expect(await readBounded(arrow(), quiet, start)).toEqual([]);
  expect(counts()).toEqual([1, 1]);
  // Where there are no threads it is read here as well.
  expect((await readBounded(arrow(), quiet, undefined))[0].table.rows).toBe(2);
});

test('one that says nothing any more is ended; one that goes on is waited for', async () => {
  jest.useFakeTimers();
  try {
    const silent = started(() => new Promise(() => undefined));
    const given = expect(readBounded(arrow(), quiet, silent.start, 1000)).rejects.toThrow(
      /“a\.arrow” could not be read to its end/,
    );
    await jest.advanceTimersByTimeAsync(1001);
    await given;
    expect(silent.counts()).toEqual([1, 1]);
    const slow = started(async (_file, _settings, heard) => {
      for (let i = 0; i < 6; i++) {
        await jest.advanceTimersByTimeAsync(900);
        await heard(i / 6);
      }
      return { parts: [] };
    });
    expect(await readBounded(arrow(), quiet, slow.start, 1000)).toEqual([]);
  } finally {
    jest.useRealTimers();
  }
});

test('what it found wrong, and a stop, end it with their sentence', async () => {
  const faulty = started(() => Promise.resolve({ fault: '“a.arrow” has no rows.' }));
  await expect(readBounded(arrow(), quiet, faulty.start)).rejects.toThrow('“a.arrow” has no rows.');
  const stopped = started(async (_file, _settings, heard) => {
    await heard(0.5);
    return new Promise(() => undefined);
  });
  const breathe = (): never => {
    throw new Error('stopped');
  };
  await expect(readBounded(arrow(), { settings: {}, breathe }, stopped.start)).rejects.toThrow('stopped');
  expect(stopped.counts()).toEqual([1, 1]);
});
