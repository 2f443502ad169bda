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

describe('archives', () => {
  const zip = new File(['PK'], 'orrin.zip', { type: 'application/zip' });
  const answers = (answer: Partial<Response> | Error) => {
    const asked: [string, RequestInit | undefined][] = [];
    globalThis.fetch = ((address: string, how?: RequestInit) => {
      asked.push([address, how]);
      return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer);
    }) as typeof fetch;
    return asked;
  };
  const json = (value: unknown, ok = true) => ({ ok, json: () => Promise.resolve(value) });

  test('a file is opened as a study; what was left out of it stays to be read', async () => {
    const asked = answers(json({ id: 'new', name: 'Orrin (2)', notes: ['1 file was left out.'] }));
    const user = shown(<StudiesPage studies={[]} />);
    await user.upload(screen.getByLabelText('Archive of a study'), zip);
    const link = await screen.findByRole('link', { name: 'Orrin (2)' });
    expect(link.getAttribute('href')).toBe('/studies/new/networks');
    expect(screen.getByRole('status').textContent).toContain('1 file was left out.');
    expect(asked).toMatchObject([['/api/studies?name=orrin.zip', { method: 'POST', body: zip }]]);
    expect(mockWent).toEqual(['refresh']);
    await user.click(screen.getByRole('button', { name: 'Close' }));
    expect(screen.queryByRole('status')).toBeNull();
  });

  test('why one was not opened is said where it can be read; so is a server that is away', async () => {
    answers(json({ detail: '“orrin.zip” is no archive of a study.' }, false));
    const user = shown(<StudiesPage studies={[]} />);
    await user.upload(screen.getByLabelText('Archive of a study'), zip);
    expect((await screen.findByRole('alert')).textContent).toContain('no archive of a study');
    answers(new Error('away'));
    await user.upload(screen.getByLabelText('Archive of a study'), zip);
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('not reached'));
  });

  test('opening can be stopped', async () => {
    globalThis.fetch = ((_address: string, how: RequestInit) =>
      new Promise((_, reject) => how.signal?.addEventListener('abort', () => reject(new Error('stopped'))))) as never;
    const user = shown(<StudiesPage studies={[]} />);
    await user.upload(screen.getByLabelText('Archive of a study'), zip);
    expect((await screen.findByRole('status')).textContent).toContain('Opening “orrin.zip”');
    expect(screen.getByRole('button', { name: 'Open an archive' }).hasAttribute('disabled')).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Stop' }));
    await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
  });

  test('a study is taken away under its name, or it is said why not', async () => {
    const saved: string[] = [];
    URL.createObjectURL = () => 'blob:x';
    HTMLAnchorElement.prototype.click = function (this: HTMLAnchorElement) {
      saved.push(this.download);
    };
    const asked = answers({ ok: true, blob: () => Promise.resolve(new Blob(['PK'])) });
    const user = shown(<StudiesPage studies={[study()]} />);
    const take = async (): Promise<void> => {
      await user.click(screen.getByRole('button', { name: 'Orrin Sound seed circle: more' }));
      await user.click(await screen.findByRole('menuitem', { name: 'Take away as an archive' }));
    };
    await take();
    await waitFor(() => expect(saved).toEqual(['Orrin Sound seed circle.zip']));
    expect(asked[0][0]).toBe('/api/studies/orrin/archive');
    answers(json({ detail: 'This study is not there.' }, false));
    await take();
    await waitFor(() => expect(mockSaid.at(-1)?.text).toBe('This study is not there.'));
  });
});
