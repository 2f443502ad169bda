/** @jest-environment jsdom */
/** What is taken of a figure: which file, with which columns, and what is said where it cannot be had. */
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Tooltip } from 'radix-ui';
import { firstFigure } from '@/core/figure/plan';
import type { FigureFile, MadeFile } from '@/worker/figure-files';
import '@/ui/testing';
import { FigureContext } from './context';
import type { FigureSession } from './session';
import { SizePanel } from './size-panel';
import { type OpenedFigure, createFigureStore } from './store';

const mockSaved: string[] = [];
const mockSaid: string[] = [];
jest.mock('@/server/actions', () => ({}));
jest.mock('@/worker/client', () => ({}));
jest.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }));
jest.mock('@/ui/kit/save-file', () => ({ saveFile: (_blob: Blob, name: string) => mockSaved.push(name) }));
jest.mock('@/ui/kit', () => ({
  ...jest.requireActual<object>('@/ui/kit'),
  saveFile: (_blob: Blob, name: string) => mockSaved.push(name),
}));
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign((text: string) => mockSaid.push(text), { error: (text: string) => mockSaid.push(text) }),
}));

const drawn = {
  width: 658,
  height: 661,
  magnified: 1,
  boxes: [],
  problems: [],
  smallest: { letter: 7.5, line: 0.3 },
  columns: [
    {
      network: 'one',
      nodes: [
        { name: 'degree', type: 'number', values: 0 },
        { name: 'portrait', type: 'text', values: 9, picture: true },
        { name: 'island', type: 'text', values: 2 },
      ],
      edges: [{ name: 'year', type: 'number', values: 0 }],
    },
  ],
} as unknown as OpenedFigure['drawn'];

function opened(
  take: (what: FigureFile) => Promise<MadeFile | undefined> = () =>
    Promise.resolve({ blob: new Blob(['x']), notes: [] }),
  role: 'editor' | 'reader' = 'editor',
) {
  mockSaved.length = mockSaid.length = 0;
  const asked: FigureFile[] = [];
  let stopped = 0;
  const session = {
    take: (what: FigureFile) => {
      asked.push(what);
      return take(what);
    },
    stop: () => stopped++,
  };
  const store = createFigureStore({
    study: { id: 's', name: 'Orrin Sound', role },
    figure: { id: 'f', name: 'Figure 1', version: 1, settings: firstFigure({ id: 'one', name: 'Net' }) },
    others: [],
    networks: [],
    tables: [],
    names: [],
    shortlists: [],
  });
  store.setState({ drawn });
  render(
    <Tooltip.Provider>
      <FigureContext.Provider value={{ store, session: { current: session as unknown as FigureSession } }}>
        <SizePanel />
      </FigureContext.Provider>
    </Tooltip.Provider>,
  );
  return { user: userEvent.setup(), asked, stopped: () => stopped };
}
const press = (name: RegExp) => screen.getByRole('button', { name });

test('every format under the figure’s name, an SVG with its fonts unless they are not wanted', async () => {
  const { user, asked } = opened();
  await user.click(press(/^PDF/));
  await waitFor(() => expect(mockSaved).toEqual(['Figure 1.pdf']));
  await user.click(screen.getByRole('switch', { name: 'SVG brings its fonts' }));
  await user.click(press(/^SVG/));
  await waitFor(() => expect(mockSaved).toHaveLength(2));
  await user.click(screen.getByRole('switch', { name: 'PNG without ground' }));
  await user.click(press(/^PNG/));
  await waitFor(() => expect(mockSaved).toHaveLength(3));
  expect(asked).toEqual([
    { kind: 'format', key: 'pdf', name: 'Figure 1', wishes: { fonts: true } },
    { kind: 'format', key: 'svg', name: 'Figure 1', wishes: { fonts: false } },
    { kind: 'png', name: 'Figure 1', dpi: 300, transparent: true },
  ]);
});

test('the page to explore tells of the columns that stay ticked; pictures are not among them', async () => {
  const { user, asked } = opened();
  await user.click(screen.getByText('All 3 columns'));
  expect(screen.queryByRole('checkbox', { name: 'portrait' })).toBeNull();
  await user.click(screen.getByRole('checkbox', { name: 'island' }));
  await user.click(press(/^Page to explore/));
  await waitFor(() => expect(mockSaved).toEqual(['Figure 1.html']));
  expect(asked).toEqual([
    {
      kind: 'format',
      key: 'html',
      name: 'Figure 1',
      wishes: { fonts: true, columns: { nodes: ['degree'], edges: ['year'] } },
    },
  ]);
});

test('what could not be shown, or made, is said; one that is being made can be stopped', async () => {
  const noted = opened(() =>
    Promise.resolve({ blob: new Blob(['x']), notes: ['2 letters are not in the typefaces.'] }),
  );
  await noted.user.click(press(/^PDF/));
  await waitFor(() => expect(mockSaid).toEqual(['2 letters are not in the typefaces.']));
});

test('a file that is given up saves nothing', async () => {
  let end: (file: MadeFile | undefined) => void = () => undefined;
  const { user, stopped } = opened(() => new Promise((resolve) => (end = resolve)));
  await user.click(press(/^PDF/));
  expect(await screen.findByText('Being made …')).toBeTruthy();
  await user.click(press(/^Stop$/));
  expect(stopped()).toBe(1);
  end(undefined);
  await waitFor(() => expect(screen.queryByText('Being made …')).toBeNull());
  expect(mockSaved).toEqual([]);
});

test('a picture goes to the clipboard, or it is said how else it can be had', async () => {
  const written: unknown[] = [];
  let allowed = true;
  (globalThis as { ClipboardItem?: unknown }).ClipboardItem = class {
    constructor(readonly parts: Record<string, Promise<Blob>>) {}
  };
  const { user, asked } = opened();
  Object.defineProperty(navigator, 'clipboard', {
    configurable: true,
    value: {
      write: (items: unknown[]) =>
        allowed ? Promise.resolve(void written.push(...items)) : Promise.reject(new Error('no')),
    },
  });
  await user.click(press(/^To the clipboard/));
  await waitFor(() => expect(mockSaid).toEqual(['The picture is in the clipboard.']));
  expect([written.length, asked[0].kind]).toEqual([1, 'png']);
  Object.assign((globalThis as unknown as { ClipboardItem: object }).ClipboardItem, {
    supports: (type: string) => type === 'image/svg+xml',
  });
  await user.click(press(/^To the clipboard/));
  await waitFor(() => expect(mockSaid.at(-1)).toBe('The page is in the clipboard, as a picture and as SVG.'));
  expect(Object.keys((written[1] as { parts: object }).parts)).toEqual(['image/png', 'image/svg+xml']);
  await waitFor(() => expect(asked.slice(1)).toMatchObject([{ kind: 'png' }, { kind: 'format', key: 'svg' }]));
  allowed = false;
  await user.click(press(/^To the clipboard/));
  await waitFor(() => expect(mockSaid.at(-1)).toMatch(/does not let the page write to the clipboard/));
});

describe('a link for outsiders', () => {
  const sent: [string, RequestInit | undefined][] = [];
  let answer: () => Promise<Response>;
  beforeEach(() => {
    sent.length = 0;
    globalThis.fetch = ((address: string, init?: RequestInit) => {
      sent.push([address, init]);
      return answer();
    }) as typeof fetch;
  });
  const told = (value: object) => Promise.resolve({ json: () => Promise.resolve(value) } as Response);

  test('is made of the page with the columns that were left, and shown this once', async () => {
    answer = () => told({ token: 'abc' });
    const { user, asked } = opened();
    await user.click(screen.getByRole('checkbox', { name: 'year' }));
    await user.click(press(/^A link for outsiders/));
    await user.clear(screen.getByLabelText('Days'));
    await user.type(screen.getByLabelText('Days'), '30');
    await user.click(press(/^Make the link/));
    const field = await screen.findByLabelText<HTMLInputElement>('Link for outsiders', { selector: 'input' });
    expect(field.value).toBe('http://localhost/shared/abc');
    expect(sent[0][0]).toBe('/api/studies/s/figures/f/links?days=30');
    expect(asked[0]).toMatchObject({ key: 'html', wishes: { columns: { nodes: ['degree', 'island'], edges: [] } } });
    await user.click(press(/^Done/));
    expect(screen.queryByLabelText('Link for outsiders', { selector: 'input' })).toBeNull();
  });

  test('what was refused, and what could not be reached, is said', async () => {
    answer = () => told({ detail: 'The page is too large for a link.' });
    const { user } = opened();
    await user.click(press(/^A link for outsiders/));
    await user.click(press(/^Make the link/));
    expect(await screen.findByText('The page is too large for a link.')).toBeTruthy();
    answer = () => Promise.reject(new TypeError('network'));
    await user.click(press(/^Make the link/));
    expect(await screen.findByText('The server does not answer. Try again in a moment.')).toBeTruthy();
  });

  test('is none of a reader’s', () => {
    opened(undefined, 'reader');
    expect(screen.queryByRole('button', { name: /link for outsiders/ })).toBeNull();
  });
});
