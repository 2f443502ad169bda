/** @jest-environment jsdom */
/** Stored tables as files: the one that is open, or all. */
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Fault } from '@/core/fault';
import type { TableHead } from '@/server/tables';
import '@/ui/testing';
import { TakeTables } from './take-tables';

const mockSaved: string[] = [];
const mockSaid: string[] = [];
jest.mock('@/ui/kit', () => ({
  ...jest.requireActual<object>('@/ui/kit'),
  saveFile: (_blob: Blob, name: string) => mockSaved.push(name),
}));
jest.mock('@/ui/kit/toast', () => ({ toast: { error: (text: string) => mockSaid.push(text) } }));

const head = (key: string): TableHead => ({ key, name: `The ${key}`, columns: [], rows: 1, version: 1, origin: '' });
const tables = [head('keepers'), head('letters')];

function opened(shown: TableHead | undefined, fault?: string) {
  mockSaved.length = mockSaid.length = 0;
  const asked: unknown[] = [];
  const desk = () => ({
    storedFile: (study: string, which: TableHead[], format: string) => {
      asked.push([study, which.map(({ key }) => key), format]);
      return fault === undefined ? Promise.resolve(new Blob(['x'])) : Promise.reject(new Fault(fault));
    },
  });
  const study = { id: 's', name: 'Orrin Sound' };
  render(<TakeTables study={study} tables={tables} shown={shown} desk={desk as never} />);
  const user = userEvent.setup();
  const choose = async (name: string): Promise<void> => {
    await user.click(screen.getByRole('button', { name: 'Take tables away' }));
    await user.click(await screen.findByRole('menuitem', { name }));
  };
  return { user, asked, choose };
}

test('the open table in each format, and all tables as one database', async () => {
  const { asked, choose } = opened(tables[1]);
  await choose('“The letters” as CSV');
  await choose('“The letters” as Arrow');
  await choose('All tables as SQLite');
  await waitFor(() => expect(mockSaved).toEqual(['The letters.csv', 'The letters.arrow', 'Orrin Sound.sqlite']));
  expect(asked).toEqual([
    ['s', ['letters'], 'csv'],
    ['s', ['letters'], 'arrow'],
    ['s', ['keepers', 'letters'], 'sqlite'],
  ]);
});

test('without an open table only all can be taken', async () => {
  const { user } = opened(undefined);
  await user.click(screen.getByRole('button', { name: 'Take tables away' }));
  expect((await screen.findAllByRole('menuitem')).map((item) => item.textContent)).toEqual(['All tables as SQLite']);
});

test('what cannot be had is said', async () => {
  const { choose } = opened(tables[0], 'The table has changed meanwhile.');
  await choose('“The keepers” as CSV');
  await waitFor(() => expect(mockSaid).toEqual(['The table has changed meanwhile.']));
  expect(mockSaved).toEqual([]);
});
