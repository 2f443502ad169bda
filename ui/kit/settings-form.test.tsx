/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { own } from '@/core/own';
import type { SettingField } from '@/core/settings';
import '@/ui/testing';
import { SettingsForm } from './settings-form';

const fields: SettingField[] = [
  { key: 'pull', kind: 'slide', title: 'Pull', help: 'How hard.', from: 0, to: 1, step: 0.1, digits: 1 },
  { key: 'rounds', kind: 'number', title: 'Rounds', min: 1, max: 50, whole: true },
  {
    key: 'seed',
    kind: 'number',
    title: 'Seed',
    help: 'Same seed, same picture.',
    min: -9,
    max: 9,
    whole: true,
    beside: 'rounds',
  },
  { key: 'along', kind: 'yesno', title: 'Along the ties' },
  {
    key: 'way',
    kind: 'choice',
    title: 'Way',
    choices: [
      { value: 'up', label: 'upward' },
      { value: 'down', label: 'down' },
    ],
  },
  { key: 'steps', kind: 'number', title: 'Steps', min: 0, max: 5, whole: true, when: { way: ['down'] } },
  { key: 'ink', kind: 'colour', title: 'Ink' },
  { key: 'size', kind: 'slide', title: 'Size', from: 1, to: 9, step: 1, auto: { title: 'By itself', first: 4 } },
  { key: 'column', kind: 'column', title: 'Column', column: { of: 'nodes', as: 'amount' } },
];
const values = { pull: 0.3, rounds: 7, seed: 2, along: false, way: 'up', ink: '#112233', column: 'degree' };

function form(change: object = {}) {
  const heard: [Record<string, unknown>, string | undefined][] = [];
  render(
    <SettingsForm
      fields={fields}
      values={{ ...values, ...change }}
      onChange={(next, merge) => void heard.push([next, merge])}
      more={(field, all) => <p>{`${field.title} is ${String(own(all, field.key))}`}</p>}
    />,
  );
  return { heard, user: userEvent.setup() };
}

test('every field stands there with its words and its value', () => {
  form();
  expect(screen.getByText('Pull')).toBeTruthy();
  expect(screen.getByText('0.3')).toBeTruthy();
  expect(screen.getByText('How hard.')).toBeTruthy();
  expect(screen.getByText('Same seed, same picture.')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('Rounds').value).toBe('7');
  expect(screen.getByLabelText<HTMLInputElement>('Ink').value).toBe('#112233');
  expect(screen.getByRole('combobox', { name: 'Way' }).textContent).toBe('upward');
  expect(screen.getByText('Column is degree')).toBeTruthy();
});

test('a field that stands beside another shares its row', () => {
  form();
  const row = (label: string): Element | null => screen.getByLabelText(label).closest('.grid');
  expect(row('Seed')).not.toBeNull();
  expect(row('Seed')).toBe(row('Rounds'));
  expect(row('Along the ties')).toBeNull();
});

test('what depends on another setting comes with it', () => {
  form();
  expect(screen.queryByLabelText('Steps')).toBeNull();
  form({ way: 'down' });
  expect(screen.getByLabelText('Steps')).toBeTruthy();
});

test('changes are told by key; those of sliders and colours are one to undo', async () => {
  const { heard, user } = form();
  await user.click(screen.getByRole('switch', { name: 'Along the ties' }));
  await user.click(screen.getByRole('combobox', { name: 'Way' }));
  await user.click(screen.getByRole('option', { name: 'down' }));
  screen.getByRole('slider', { name: 'Pull' }).focus();
  await user.keyboard('{ArrowRight}');
  expect(heard).toEqual([
    [{ along: true }, undefined],
    [{ way: 'down' }, undefined],
    [{ pull: 0.4 }, 'pull'],
  ]);
});

test.each([
  ['12', 12],
  ['0', 1],
  ['900', 50],
  ['3.6', 4],
  ['3,4', 3],
])('a number is taken over when it is left, within its bounds: %s', async (typed, wanted) => {
  const { heard, user } = form();
  const field = screen.getByLabelText('Rounds');
  await user.clear(field);
  await user.type(field, `${typed}{Enter}`);
  expect(heard).toEqual([[{ rounds: wanted }, undefined]]);
});

test.each(['', 'many', '1e999'])('what is no number is not taken over: “%s”', async (typed) => {
  const { heard, user } = form();
  const field = screen.getByLabelText('Rounds');
  await user.clear(field);
  await user.type(field, `${typed}{Enter}`);
  expect(heard).toEqual([]);
});

test('Escape brings the old number back', async () => {
  const { heard, user } = form();
  const field = screen.getByLabelText<HTMLInputElement>('Rounds');
  await user.type(field, '99{Escape}');
  expect(field.value).toBe('7');
  expect(heard).toEqual([]);
});

test('a setting that can be left out has a switch for it', async () => {
  const first = form();
  expect(screen.queryByRole('slider', { name: 'Size' })).toBeNull();
  await first.user.click(screen.getByRole('switch', { name: 'By itself' }));
  expect(first.heard).toEqual([[{ size: 4 }, undefined]]);
});

test('and goes back to none', async () => {
  const { heard, user } = form({ size: 6 });
  expect(screen.getByRole('slider', { name: 'Size' }).getAttribute('aria-valuenow')).toBe('6');
  await user.click(screen.getByRole('switch', { name: 'By itself' }));
  expect(heard).toEqual([[{ size: undefined }, undefined]]);
});
