import { Stopped, Turns, unlessStopped } from './turns';

/** Lets so much time pass that work hands the thread back. */
function late(): void {
  const now = performance.now();
  jest.spyOn(performance, 'now').mockReturnValue(now + 1000);
}
afterEach(() => jest.restoreAllMocks());

test('the latest of a kind wins, whatever else goes on', async () => {
  const turns = new Turns<'run' | 'chance'>();
  const first = turns.begin('run');
  const other = turns.begin('chance');
  await first();
  const second = turns.begin('run');
  await expect(first()).rejects.toBeInstanceOf(Stopped);
  await second();
  await other();
});

test('what is ended throws, and nothing of it is told', async () => {
  const turns = new Turns<string>();
  const told = jest.fn();
  const going = turns.begin('run', told);
  turns.end('run');
  await expect(going(0.5, 's1')).rejects.toBeInstanceOf(Stopped);
  expect(told).not.toHaveBeenCalled();
});

test('how far it is is told when the thread is handed back, and no oftener', async () => {
  const told = jest.fn();
  const going = new Turns<string>().begin('run', told);
  await going(0.1, 's1');
  expect(told).not.toHaveBeenCalled();
  late();
  await going(0.4, 's2');
  expect(told.mock.calls).toEqual([[0.4, 's2']]);
  await going(0.5, 's2');
  expect(told).toHaveBeenCalledTimes(1);
});

test('others are heard while it works: a stop comes through in the middle', async () => {
  const turns = new Turns<string>();
  const going = turns.begin('run');
  late();
  const working = going(0.2);
  turns.end('run');
  await expect(working).rejects.toBeInstanceOf(Stopped);
});

test('stopped work has its own answer; a defect stays one', async () => {
  expect(await unlessStopped(() => Promise.resolve(7), undefined)).toBe(7);
  expect(await unlessStopped(() => Promise.reject(new Stopped()), 'stopped')).toBe('stopped');
  await expect(unlessStopped(() => Promise.reject(new Error('broken')), 'stopped')).rejects.toThrow('broken');
});
