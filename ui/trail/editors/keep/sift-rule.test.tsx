/** @jest-environment jsdom */
import { screen, waitFor } from '@testing-library/react';
import { keepRuleSchema } from '@/core/keep';
import { inWorkbench, trail } from '@/ui/testing';
import { SiftRule } from './sift-rule';

const mockSaid: string[] = [];
jest.mock('@/ui/kit/toast', () => ({ toast: { error: (text: string) => mockSaid.push(text) } }));

const shown = (more: object) => {
  const rule = keepRuleSchema.parse({ by: 'sift', ...more });
  if (rule.by !== 'sift') throw new Error('another rule');
  const its = trail({ kind: 'keep', rule });
  return inWorkbench(<SiftRule id={its.steps[1].id} rule={rule} />, { trail: its });
};
const values = { id: 'v', kind: 'values', on: true, of: 'nodes', column: 'island', values: ['Ness'] };

test('says which sifts, and takes them up again in place of the step', async () => {
  const it = shown({ sifts: [values], words: ['Ness'], weigh: { column: 'packets', by: 'sum' } });
  expect(screen.getByRole('list', { name: 'Sifts that were kept' }).textContent).toBe('Ness');
  expect(screen.getByText(/weigh by the packets of their records/)).toBeTruthy();
  await it.user.click(screen.getByRole('button', { name: 'Take up as sifts again' }));
  await waitFor(() => expect(it.store.getState().sifting.sifts).toMatchObject([{ values: ['Ness'], on: true }]));
  expect(it.store.getState().trail.steps.map(({ kind }) => kind)).toEqual(['ties']);
  expect(it.store.getState().step).toBe('sift');
});

test('sifts of another kind than there is stay a step; without any it says what to do', async () => {
  const it = shown({ sifts: [{ kind: 'riddle', of: 'nodes' }] });
  await it.user.click(screen.getByRole('button', { name: 'Take up as sifts again' }));
  await waitFor(() => expect(mockSaid.at(-1)).toMatch(/cannot be read/));
  expect(it.store.getState().trail.steps).toHaveLength(2);
  it.unmount();
  shown({ sifts: [] });
  expect(screen.getByText(/Press S to sift/)).toBeTruthy();
});
