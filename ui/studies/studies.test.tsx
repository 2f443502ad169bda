/** @jest-environment jsdom */
import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import type { StudyCard } from '@/server/studies';
import '@/ui/testing';
import { deleteWithUndo } from './card';
import { StudiesPage } from './studies-page';

const mockWent: string[] = [];
const mockSaid: { text: string; undo?: () => void }[] = [];
const mockDone: unknown[][] = [];
let mockFault: string | undefined;
jest.mock('next/navigation', () => ({
  useRouter: () => ({ push: (to: string) => mockWent.push(to), refresh: () => mockWent.push('refresh') }),
}));
jest.mock('@/ui/kit/top-bar', () => ({ TopBar: () => null }));
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign(
    (text: string, more?: { action: { onClick: () => void } }) => mockSaid.push({ text, undo: more?.action.onClick }),
    { error: (text: string) => mockSaid.push({ text }) },
  ),
}));
jest.mock('@/server/actions', () => {
  const act =
    (name: string, value?: unknown) =>
    (...given: unknown[]) => {
      mockDone.push([name, ...given]);
      return Promise.resolve(mockFault === undefined ? { ok: true, value } : { ok: false, fault: mockFault });
    };
  return {
    createStudy: act('create', { id: 'new' }),
    renameStudy: act('rename'),
    deleteStudy: act('delete'),
    restoreStudy: act('restore'),
  };
});
beforeEach(() => {
  mockWent.length = mockSaid.length = mockDone.length = 0;
  mockFault = undefined;
});

const study = (change: object = {}): StudyCard =>
  ({
    id: 'orrin',
    name: 'Orrin Sound seed circle',
    changedAt: new Date(),
    tables: 8,
    records: 19600,
    networks: [{ name: 'Who sent seed to whom', nodes: 125, edges: 830, groups: 6, picture: null }],
    ...change,
  }) as unknown as StudyCard;
const shown = (what: ReactNode) => {
  render(<Tooltip.Provider>{what}</Tooltip.Provider>);
  return userEvent.setup();
};

test('a card says what is in a study and leads to its networks, or to its records where there are none', () => {
  shown(
    <StudiesPage studies={[study(), study({ id: 'empty', name: 'Empty', tables: 1, records: 1, networks: [] })]} />,
  );
  expect(screen.getByText('8 tables, 19,600 records, 1 network')).toBeTruthy();
  expect(screen.getByText(/^Who sent seed to whom: 125/)).toBeTruthy();
  expect(screen.getByText('1 table, 1 record, 0 networks')).toBeTruthy();
  const to = (name: string): string | null => screen.getByRole('link', { name }).getAttribute('href');
  expect(to('Orrin Sound seed circle')).toBe('/studies/orrin/networks');
  expect(to('Empty')).toBe('/studies/empty/records');
});

test('without studies it says how to begin', () => {
  shown(<StudiesPage studies={[]} />);
  expect(screen.getByText(/No study yet/)).toBeTruthy();
});

test('a study is made and opened; what is refused is said', async () => {
  const user = shown(<StudiesPage studies={[]} />);
  await user.click(screen.getByRole('button', { name: 'New study' }));
  await user.type(screen.getByLabelText('Name of the new study'), 'Harbours{Enter}');
  await waitFor(() => expect(mockWent).toEqual(['/studies/new/records']));
  expect(mockDone).toEqual([['create', 'Harbours']]);
  mockFault = 'A study needs a name.';
  await user.clear(screen.getByLabelText('Name of the new study'));
  await user.click(screen.getByRole('button', { name: 'Create' }));
  await waitFor(() => expect(mockSaid).toEqual([{ text: 'A study needs a name.' }]));
  await user.type(screen.getByLabelText('Name of the new study'), '{Escape}');
  expect(screen.queryByLabelText('Name of the new study')).toBeNull();
});

test('a study gets another name from its menu', async () => {
  const user = shown(<StudiesPage studies={[study()]} />);
  await user.click(screen.getByRole('button', { name: 'Orrin Sound seed circle: more' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Rename' }));
  const field = await screen.findByLabelText('Name of the study');
  await user.clear(field);
  await user.type(field, 'Seeds{Enter}');
  await waitFor(() => expect(mockDone).toEqual([['rename', 'orrin', 'Seeds']]));
});

describe('deleting', () => {
  const work = () => {
    const went: string[] = [];
    return {
      went,
      remove: () =>
        Promise.resolve(
          mockFault === undefined ? { ok: true as const, value: undefined } : { ok: false as const, fault: mockFault },
        ),
      restore: () => Promise.resolve({ ok: true as const, value: undefined }),
      gone: () => void went.push('gone'),
      back: () => void went.push('back'),
    };
  };
  test('is said, with a way back', async () => {
    const doing = work();
    await deleteWithUndo('Seeds', doing);
    expect(mockSaid[0].text).toBe('“Seeds” deleted.');
    await act(async () => {
      mockSaid[0].undo?.();
      await Promise.resolve();
    });
    await waitFor(() => expect(doing.went).toEqual(['gone', 'back']));
  });
  test('that is refused takes nothing away', async () => {
    mockFault = 'It is open elsewhere.';
    const doing = work();
    await deleteWithUndo('Seeds', doing);
    expect(mockSaid).toEqual([{ text: 'It is open elsewhere.' }]);
    expect(doing.went).toEqual([]);
  });
});
