import type { Step, Trail } from '@/core/trail';
import { foresightFor } from './foresight';
import type { WorkbenchStore } from './store';

const step = (id: string, min: number) =>
  ({ id, kind: 'keep', on: true, rule: { by: 'degree', min } }) as unknown as Step;

function at(running: boolean) {
  const state = { running, trail: { steps: [step('a', 1), step('b', 5)] } };
  const asked: Trail[][] = [];
  const store = { getState: () => state } as unknown as WorkbenchStore;
  return { state, asked, foresight: foresightFor(store, (trails) => asked.push(trails)) };
}

test('while nothing runs it is asked for at once, each step in its place', () => {
  const { asked, foresight } = at(false);
  foresight.foresee([step('b', 6), step('b', 4)]);
  expect(asked).toEqual([[{ steps: [step('a', 1), step('b', 6)] }, { steps: [step('a', 1), step('b', 4)] }]]);
  foresight.idle();
  expect(asked).toHaveLength(1);
});

test('while a run goes on it waits for its end, and only the last is asked for, in the trail as it is then', () => {
  const { state, asked, foresight } = at(true);
  foresight.foresee([step('b', 6)]);
  foresight.foresee([step('b', 7)]);
  foresight.idle();
  expect(asked).toEqual([]);
  state.trail = { steps: [step('a', 2), step('b', 6)] };
  state.running = false;
  foresight.idle();
  foresight.idle();
  expect(asked).toEqual([[{ steps: [step('a', 2), step('b', 7)] }]]);
});
