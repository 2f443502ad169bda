/** @jest-environment jsdom */
/** An open figure is saved one save at a time, so that nobody is in conflict with themselves. */
import { firstFigure } from '@/core/figure/plan';
import { startFigureSession } from './session';
import { createFigureStore } from './store';

const mockSaves: { base: number; width: number; answer: (kind: 'saved' | 'conflict') => void }[] = [];
const mockDrawings: { tell: (share: number) => void; answer: () => void }[] = [];
jest.mock('@/server/actions', () => ({
  saveFigure: (_study: string, _id: string, base: number, figure: { width: number }) =>
    new Promise((resolve) =>
      mockSaves.push({
        base,
        width: figure.width,
        answer: (kind) => resolve({ ok: true, value: { kind, version: base + 1, settings: figure } }),
      }),
    ),
}));
jest.mock('@/ui/kit/pictures', () => ({ sheetForThreads: () => Promise.resolve({}) }));
jest.mock('@/worker/client', () => ({
  hearing: jest.requireActual<typeof import('@/worker/hearing')>('@/worker/hearing').hearing,
  startFigureWorker: () => ({
    service: {
      open: () => undefined,
      pictures: () => Promise.resolve(),
      draw: (_figure: unknown, _factor: number, heard: (share: number) => void) =>
        new Promise((resolve) =>
          mockDrawings.push({ tell: heard, answer: () => resolve({ bitmap: 'picture', pictures: [] }) }),
        ),
    },
    end: () => undefined,
    onDeath: () => undefined,
  }),
}));

const start = {
  study: { id: 's', name: 'Orrin Sound' },
  figure: { id: 'f', name: 'Figure 1', version: 1, settings: firstFigure({ id: 'one', name: 'One' }) },
  others: [],
  networks: [],
  tables: [],
  names: [],
  shortlists: [],
};
const settled = () => new Promise((resolve) => setTimeout(resolve));
function opened() {
  mockSaves.length = 0;
  const store = createFigureStore(start);
  return { store, session: startFigureSession(store, start) };
}

test('a change while a save is under way is saved on the version which that one gives', async () => {
  const { store, session } = opened();
  store.getState().change((figure) => ({ ...figure, width: 84 }));
  void session.saveNow();
  await settled();
  store.getState().change((figure) => ({ ...figure, width: 129 }));
  void session.saveNow();
  await settled();
  expect(mockSaves.map(({ base, width }) => [base, width])).toEqual([[1, 84]]);
  mockSaves[0].answer('saved');
  await settled();
  expect(mockSaves.map(({ base, width }) => [base, width])).toEqual([
    [1, 84],
    [2, 129],
  ]);
  mockSaves[1].answer('saved');
  await settled();
  expect(store.getState()).toMatchObject({ save: 'saved', version: 3 });
});

test('what somebody else stored is taken only when that is chosen', async () => {
  const { store, session } = opened();
  store.getState().change((figure) => ({ ...figure, width: 84 }));
  void session.saveNow();
  await settled();
  mockSaves[0].answer('conflict');
  await settled();
  expect(store.getState().save).toBe('conflict');
  store.getState().change((figure) => ({ ...figure, width: 200 }));
  await session.saveNow();
  expect(mockSaves).toHaveLength(1);
  session.takeTheirs();
  expect(store.getState()).toMatchObject({ save: 'saved', version: 2, past: [] });
});

test('a page that is drawn says so, whatever is told of the drawing afterwards', async () => {
  const { store, session } = opened();
  mockDrawings.length = 0;
  session.shown(1, () => undefined);
  mockDrawings[0].tell(0.4);
  expect(store.getState().drawing).toBe(0.4);
  mockDrawings[0].answer();
  await settled();
  mockDrawings[0].tell(0.5);
  expect(store.getState().drawing).toBeUndefined();
});
