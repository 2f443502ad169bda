/** @jest-environment jsdom */
/** Versions of a network and of a list of names: listed, looked at, brought back. */
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { own } from '@/core/own';
import { Former } from '@/ui/names/former';
import { ServerState } from '@/ui/kit/server-state';
import { inWorkbench, trail } from '@/ui/testing';
import { Versions } from './versions';

const mockSent: unknown[][] = [];
const mockSaid: string[] = [];
let mockAnswers: Record<string, unknown> = {};
jest.mock('@/server/actions', () =>
  Object.fromEntries(
    ['networkVersions', 'networkVersionOf', 'namesVersions', 'namesThen', 'bringBackNames'].map((name) => [
      name,
      (...given: unknown[]) => {
        mockSent.push([name, ...given]);
        return Promise.resolve(own(mockAnswers, name));
      },
    ]),
  ),
);
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign((words: string) => mockSaid.push(words), { error: (words: string) => mockSaid.push(words) }),
}));
jest.mock('@/ui/kit/author', () => ({ author: () => 'me' }));
beforeEach(() => {
  mockSent.length = mockSaid.length = 0;
});

const at = '2026-03-01T10:20:00.000Z';
const former = trail({ kind: 'keep', rule: { by: 'degree', min: 9 } });

describe('of a network', () => {
  const opened = (role: 'editor' | 'reader' = 'editor') => {
    mockAnswers = {
      networkVersions: {
        ok: true,
        value: [
          { version: 1, at, who: 'B. Lyng', what: 'Keep changed' },
          { version: 0, at, who: null, what: 'made' },
        ],
      },
      networkVersionOf: { ok: true, value: { trail: former } },
    };
    const closed = jest.fn();
    const study = { id: 'study', name: 'Sound', role };
    return { ...inWorkbench(<Versions onClose={closed} />, { study }), closed };
  };

  test('say who saved them and what was changed; the stored one has nothing to be brought back', async () => {
    const { store } = opened();
    const rows = (await screen.findAllByRole('listitem')).map((one) => one.textContent);
    expect(store.getState().network.version).toBe(1);
    expect(rows).toEqual([
      '1 Keep changedB. Lyng · 1 Mar 2026, 10:20 UTCas it is stored',
      '0 made1 Mar 2026, 10:20 UTCLookBring back',
    ]);
  });
  test('one is put beside', async () => {
    const { user, store, closed } = opened();
    await user.click(await screen.findByRole('button', { name: 'Look at version 0' }));
    await waitFor(() => expect(store.getState().beside).toMatchObject({ trail: former }));
    expect(store.getState().beside?.name).toMatch(/, version 0$/);
    expect(closed).toHaveBeenCalled();
  });
  test('one is brought back as a change that can be undone', async () => {
    const { user, store } = opened();
    const before = store.getState().trail;
    await user.click(await screen.findByRole('button', { name: 'Bring version 0 back' }));
    await waitFor(() =>
      expect(store.getState().trail.steps.map(({ kind }) => kind)).toEqual(former.steps.map(({ kind }) => kind)),
    );
    store.getState().undo();
    expect(store.getState().trail).toEqual(before);
  });
  test('a reader looks and brings nothing back; what does not do is said', async () => {
    const { user } = opened('reader');
    expect(await screen.findByRole('button', { name: 'Look at version 0' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Bring/ })).toBeNull();
    mockAnswers.networkVersionOf = { ok: false, fault: 'This version is not there.' };
    await user.click(screen.getByRole('button', { name: 'Look at version 0' }));
    expect((await screen.findByRole('alert')).textContent).toContain('This version is not there.');
  });
});

describe('of a list of names', () => {
  const shown = (onBack?: () => void) => {
    mockAnswers = {
      namesVersions: {
        ok: true,
        value: [
          { version: 3, at, who: 'B. Lyng', what: 'joined more', values: 2 },
          { version: 2, at, who: null, what: 'joined A. Pell', values: 1 },
        ],
      },
      namesThen: { ok: true, value: [{ value: 'x', then: '', now: null }] },
      bringBackNames: { ok: true, value: { version: 4 } },
    };
    render(
      <ServerState>
        <Former study="s" list="l" version={3} onBack={onBack} />
      </ServerState>,
    );
    return userEvent.setup();
  };
  test('how it was then, where it is otherwise now; and back to it', async () => {
    const back = jest.fn();
    const user = shown(back);
    const rows = within(await screen.findByRole('list', { name: 'What was changed' }));
    await user.click(rows.getByRole('button', { name: 'What came after: joined A. Pell' }));
    expect(await screen.findByText('“x” was dropped, now itself')).toBeTruthy();
    expect(rows.queryByRole('button', { name: 'Back to: joined more' })).toBeNull();
    await user.click(rows.getByRole('button', { name: 'Back to: joined A. Pell' }));
    await waitFor(() => expect(back).toHaveBeenCalled());
    expect(mockSent.at(-1)).toEqual(['bringBackNames', 's', 'l', 2, 'me']);
    mockAnswers.bringBackNames = { ok: false, fault: 'It is as it was.' };
    await user.click(rows.getByRole('button', { name: 'Back to: joined A. Pell' }));
    await waitFor(() => expect(mockSaid).toEqual(['It is as it was.']));
  });
  test('a reader only looks', async () => {
    shown();
    expect(await screen.findByText('joined more')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Back/ })).toBeNull();
  });
});
