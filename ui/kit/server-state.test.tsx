/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import { ServerState, useTold } from './server-state';

test('asked once for each version, shared by all who show it; a fault is told, and a wait for it ends', async () => {
  const asked: string[] = [];
  const ask = (what: string) => () => {
    asked.push(what);
    return Promise.resolve(
      what === 'b 1' ? { ok: false as const, fault: 'No right to read it.' } : { ok: true as const, value: what },
    );
  };
  const { result, rerender } = renderHook(
    ({ thing }) => [useTold(['thing', thing], ask(thing)), useTold(['thing', thing], ask(thing))],
    { initialProps: { thing: 'a 1' }, wrapper: ServerState },
  );
  await waitFor(() => expect(result.current.map(({ value }) => value)).toEqual(['a 1', 'a 1']));
  expect(asked).toEqual(['a 1']);
  rerender({ thing: 'a 2' });
  // What is of another version is not shown for it.
  expect(result.current[0].value).toBeUndefined();
  await waitFor(() => expect(result.current[1].value).toBe('a 2'));
  rerender({ thing: 'b 1' });
  await waitFor(() => expect(result.current[0].fault).toBe('No right to read it.'), { timeout: 3000 });
  let known: unknown = 'not yet';
  await act(async () => void (known = await result.current[0].known()));
  expect(known).toBeUndefined();
  rerender({ thing: 'a 1' });
  expect(result.current[0].value).toBe('a 1');
  expect(asked.filter((what) => what === 'a 1')).toHaveLength(1);
});
