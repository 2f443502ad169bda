/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import { ServerState } from '@/ui/kit/server-state';
import { columnReaders, readerWords, useUses } from './uses';

let mockAnswer: Promise<unknown> = Promise.resolve({ ok: false });
jest.mock('@/server/actions', () => ({ usesOf: () => mockAnswer }));

const network = (name: string, ...steps: string[]): { name: string; steps: string[] } => ({ name, steps });

const nobody = { networks: [], lists: [] };
const network1 = { networks: [network('One', 'Ties')], lists: [] };

test('who reads a column is said in a sentence, or nothing', () => {
  expect(readerWords({ networks: [], lists: [] }, 'name')).toBe('');
  expect(readerWords({ networks: [network('One', 'Ties', 'Keep')], lists: [] }, 'name')).toBe(
    'name is read by “One” (Ties, Keep).',
  );
  expect(readerWords({ networks: [network('One', 'Ties'), network('Two', 'Ties')], lists: ['People'] }, 'name')).toBe(
    'name is read by “One” (Ties) and 1 other network and the names “People”.',
  );
  expect(columnReaders({ ...nobody, columns: [network1] }, 0, 'name')).toBe('name is read by “One” (Ties).');
  expect(columnReaders({ ...nobody, columns: [nobody] }, 0, 'name')).toBe('');
  expect(columnReaders(undefined, 0, 'name')).toBe(readerWords(undefined, 'name'));
  expect(readerWords(undefined, 'name')).toContain('could not be learned');
  expect(readerWords({ networks: [], lists: ['People', 'Places'] }, 'keepers')).toBe(
    'keepers is read by 2 lists of names.',
  );
});

describe('before something goes', () => {
  const uses = { networks: [network('One', 'Ties')], lists: [], columns: [] };

  test('what reads it is waited for, also where it is asked before it is known', async () => {
    let tell: (answer: unknown) => void = () => undefined;
    mockAnswer = new Promise((resolve) => (tell = resolve));
    const { result } = renderHook(() => useUses('study', { key: 'people', version: 1 }), { wrapper: ServerState });
    expect(result.current.value).toBeUndefined();
    const known = result.current.known();
    await act(async () => {
      tell({ ok: true, value: uses });
      await known;
    });
    expect(await known).toBe(uses);
    await waitFor(() => expect(result.current.value).toBe(uses));
  });

  test.each([
    ['refused', Promise.resolve({ ok: false, fault: 'no' })],
    ['lost on the way', Promise.reject(new TypeError('no line'))],
  ])('where the answer is %s it is not waited for for ever', async (_name, answer) => {
    answer.catch(() => undefined);
    mockAnswer = answer;
    const { result } = renderHook(() => useUses('study', { key: 'people', version: 1 }), { wrapper: ServerState });
    let found: unknown = 'not yet';
    await act(async () => {
      found = await result.current.known();
    });
    expect(found).toBeUndefined();
  });
});
