/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { Fault } from '@/core/fault';
import { useAsked } from './use-asked';

/** A question whose answers are given by hand. */
function question(): {
  ask: () => Promise<string>;
  tell(answer: string): Promise<void>;
  fail(why: string): Promise<void>;
} {
  let [tell, fail] = [(_: string): void => undefined, (_: Error): void => undefined];
  const answer = new Promise<string>((resolve, reject) => ([tell, fail] = [resolve, reject]));
  answer.catch(() => undefined);
  const then = (work: () => void) => act(async () => (work(), await answer.catch(() => undefined), undefined));
  return { ask: () => answer, tell: (text) => then(() => tell(text)), fail: (why) => then(() => fail(new Fault(why))) };
}

test('the answer before stays until the next is there, and one that is late is not heard', async () => {
  const [first, second, third] = [question(), question(), question()];
  const { result, rerender } = renderHook(({ ask }) => useAsked(ask), { initialProps: { ask: first.ask } });
  expect(result.current).toEqual({});
  await first.tell('one');
  expect(result.current).toEqual({ answer: 'one' });
  rerender({ ask: second.ask });
  rerender({ ask: third.ask });
  await second.tell('two');
  expect(result.current).toEqual({ answer: 'one' });
  await third.tell('three');
  expect(result.current).toEqual({ answer: 'three' });
});

test('what goes wrong is said beside the answer before, and gone with the next answer', async () => {
  const [first, second, third] = [question(), question(), question()];
  const { result, rerender } = renderHook(({ ask }) => useAsked(ask), { initialProps: { ask: first.ask } });
  await first.tell('one');
  rerender({ ask: second.ask });
  await second.fail('The table is not there any more.');
  expect(result.current).toEqual({ answer: 'one', fault: 'The table is not there any more.' });
  rerender({ ask: third.ask });
  await third.tell('three');
  expect(result.current).toEqual({ answer: 'three' });
});

test('without a question nothing is asked; after the end nothing is heard', async () => {
  const first = question();
  const { result, unmount } = renderHook(() => useAsked(undefined));
  expect(result.current).toEqual({});
  unmount();
  const { result: other, unmount: end } = renderHook(() => useAsked(first.ask));
  end();
  await first.tell('late');
  expect(other.current).toEqual({});
});
