/** @jest-environment jsdom */
/** A view is a component and a line in the list of views: tabs, keys, finding, the address and the panes take it from there. */
import { fireEvent, screen } from '@testing-library/react';
import { addressOf } from '@/ui/state/address';
import { useShown } from '@/ui/state/shown';
import { inWorkbench, keepers } from '@/ui/testing';
import { Panes } from '@/ui/views/panes';
import { views } from '@/ui/views/registry';
import { ViewBar } from '@/ui/views/view-bar';
import type { View } from '@/ui/views/view';
import { Found } from './find-list';
import { useWorkbenchKeys } from './workbench-keys';

jest.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }));
function MockRows() {
  const { net } = useShown();
  return (
    <ul>
      {net?.labels.map((label) => (
        <li key={label}>{label}</li>
      ))}
    </ul>
  );
}
jest.mock('@/ui/views/all', () => {
  const { views: others } = jest.requireActual<{ views: View[] }>('@/ui/views/all');
  const rows = { key: 'rows', title: 'Rows', does: 'Show the rows', component: () => <MockRows /> };
  return { views: [others[1], rows, ...others.slice(2)] };
});

function Whole() {
  useWorkbenchKeys();
  return (
    <>
      <ViewBar />
      <Panes />
    </>
  );
}
const inRows = (): (string | null)[] => screen.queryAllByRole('listitem').map(({ textContent }) => textContent);

test('it has a tab and a digit, and is shown with the network', async () => {
  const { user, store } = inWorkbench(<Whole />, { net: keepers, panes: ['rows'] });
  expect(inRows()).toEqual(keepers.labels);
  await user.click(screen.getByRole('tab', { name: 'Table' }));
  expect(inRows()).toEqual([]);
  await user.click(screen.getByRole('tab', { name: 'Rows' }));
  expect(inRows()).toEqual(keepers.labels);
  fireEvent.keyDown(document.body, { key: '1' });
  expect(store.getState().panes).toEqual(['table']);
  fireEvent.keyDown(document.body, { key: '2' });
  expect(store.getState().panes).toEqual(['rows']);
});

test('it is found among the things to do', async () => {
  const { user, store } = inWorkbench(<Found close={() => undefined} onKeys={() => undefined} />, {
    net: keepers,
    panes: ['table'],
  });
  await user.click(screen.getByRole('option', { name: 'Show the rows' }));
  expect(store.getState().panes).toEqual(['rows']);
});

test('the address holds it', () => {
  const { store } = inWorkbench(<Whole />, { panes: ['rows'] });
  expect(addressOf(store.getState(), 's1')).toBe('?view=rows');
  expect(views.map(({ key }) => key)).toContain('rows');
});
