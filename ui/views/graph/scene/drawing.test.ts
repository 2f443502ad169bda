/** @jest-environment node */
import { network } from '@/core/graph';
import { type Scene, sceneOf } from '@/core/scene';
import { drawingOn } from './drawing';

const mockTold: string[] = [];
jest.mock('@/worker/client', () => {
  const easel = new Proxy(
    {},
    {
      get: (_easel, name: string) => () => {
        mockTold.push(name);
        return Promise.resolve();
      },
    },
  );
  return {
    startSceneWorker: () => ({ service: {}, onDeath: () => undefined }),
    openEasel: () => easel,
    releaseEasel: () => mockTold.push('released'),
    handing: (what: unknown) => what,
    newsOf: jest.requireActual<typeof import('@/worker/scene/sending')>('@/worker/scene/sending').newsOf,
  };
});

const few = sceneOf(network({ nodes: 3, edges: [[0, 1]] }));
const many: Scene = { ...few, source: new Uint32Array(600_000), target: new Uint32Array(600_000) };
const canvas = { remove: () => undefined } as unknown as Parameters<typeof drawingOn>[0];
const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 1));

function drawing() {
  mockTold.length = 0;
  Object.assign(globalThis, { window: { location: { search: '' } } });
  const made = drawingOn(
    canvas,
    () => undefined,
    () => undefined,
  );
  mockTold.length = 0;
  return made;
}
afterAll(() => delete (globalThis as { window?: unknown }).window);

test('a scene goes to the thread at once; a large one in the task after, and what comes after it keeps its place', async () => {
  const made = drawing();
  made.setScene(few);
  made.setCamera({ scale: 1, x: 0, y: 0 });
  expect(mockTold).toEqual(['setScene', 'setCamera']);
  made.setScene(many);
  made.setCamera({ scale: 2, x: 0, y: 0 });
  made.setScene(few);
  made.setPositions(few.positions);
  made.setFocus(undefined);
  expect(mockTold).toHaveLength(2);
  await nextTask();
  expect(mockTold.slice(2)).toEqual(['setScene', 'setCamera', 'setScene', 'setPositions', 'setFocus']);
  made.setCamera({ scale: 3, x: 0, y: 0 });
  expect(mockTold).toHaveLength(8);
});

test('of one that is gone nothing more is told', async () => {
  const made = drawing();
  made.setScene(many);
  made.dispose();
  await nextTask();
  expect(mockTold).toEqual(['dispose', 'released']);
});
