import { trailSchema } from '@/core/trail';
import { createWorkbench, type WorkbenchStart } from './store';

const start: WorkbenchStart = {
  study: { id: 'a', name: 'Study' },
  network: { id: 'b', name: 'Network', version: 1, layout: null },
  networks: [],
  tables: [],
  names: [],
  shortlists: [],
  trail: trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' },
      { id: 's2', kind: 'arrange', on: true, method: 'force' },
      { id: 's3', kind: 'style', on: true },
    ],
  }),
};

function bench() {
  let time = 0;
  const store = createWorkbench(start, () => time);
  const curve = (): number => {
    const step = store.getState().trail.steps.find(({ kind }) => kind === 'style');
    return step?.kind === 'style' ? step.curve : NaN;
  };
  return { store, curve, pass: (ms: number) => (time += ms) };
}

test('undo and redo walk through every change', () => {
  const { store, curve } = bench();
  store.getState().setStep('s3', { curve: 0.2 });
  store.getState().setStep('s3', { curve: 0.3 });
  store.getState().undo();
  expect(curve()).toBe(0.2);
  store.getState().undo();
  expect(curve()).toBe(0.1);
  store.getState().undo();
  store.getState().redo();
  store.getState().redo();
  expect(curve()).toBe(0.3);
  expect(store.getState().save.kind).toBe('waiting');
});

test('a slider moved in one go is one change to undo; after a pause it is another', () => {
  const { store, curve, pass } = bench();
  for (const value of [0.12, 0.14, 0.16]) store.getState().setStep('s3', { curve: value }, 'curve');
  pass(5000);
  store.getState().setStep('s3', { curve: 0.4 }, 'curve');
  store.getState().undo();
  expect(curve()).toBe(0.16);
  store.getState().undo();
  expect(curve()).toBe(0.1);
});

test('a change after an undo ends the way forward', () => {
  const { store } = bench();
  store.getState().setStep('s3', { curve: 0.2 });
  store.getState().undo();
  store.getState().setStep('s3', { curve: 0.3 });
  expect(store.getState().future).toHaveLength(0);
});

test('a new step stands before the layout and the style, and is opened', () => {
  const { store } = bench();
  store.getState().addStep('keep', { rule: { by: 'component' } });
  expect(store.getState().trail.steps.map(({ kind }) => kind)).toEqual(['ties', 'keep', 'arrange', 'style']);
  expect(store.getState().step).toBe('s4');
  store.getState().addStep('style', {});
  expect(store.getState().trail.steps.map(({ kind }) => kind)).toEqual(['ties', 'keep', 'arrange', 'style', 'style']);
  expect(trailSchema.safeParse(store.getState().trail).success).toBe(true);
});
