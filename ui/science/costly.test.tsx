/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import { inWorkbench } from '@/ui/testing';
import type { Away } from '@/worker/client';
import { Costly } from './costly';

const away: Away = {
  state: 'running',
  step: 'chance',
  share: 0.5,
  since: 60,
  before: 0,
  workers: 2,
  at: 2,
  seconds: 200,
};
const props = {
  name: 'Random networks',
  where: 'Where they are drawn',
  seconds: 200,
  onPlace: jest.fn(),
  onStop: jest.fn(),
};
beforeEach(() => jest.clearAllMocks());

test('while it runs elsewhere it says where and how long, and can be stopped or run here', async () => {
  const { user } = inWorkbench(<Costly {...props} share={0.5} away={away} />, {});
  expect(screen.getByRole('progressbar', { name: 'Random networks' }).getAttribute('aria-valuenow')).toBe('50');
  expect(screen.getByRole('status').textContent).toMatch(
    /^Runs on the server, 2 of 2 workers, about 60 seconds.*ask again later, and the answer is there/,
  );
  await user.click(screen.getByRole('button', { name: 'Run it here instead' }));
  expect(props.onPlace).toHaveBeenCalledWith('here');
  await user.click(screen.getByRole('button', { name: 'Stop' }));
  expect(props.onStop).toHaveBeenCalled();
});

test('before it is asked, its place can be chosen where it takes long; of a moment’s work nothing is said', async () => {
  const shown = inWorkbench(<Costly {...props} />, {});
  expect(screen.getByText(/Takes about 3 minutes on one thread/)).toBeTruthy();
  await shown.user.click(screen.getByRole('combobox', { name: 'Where they are drawn' }));
  await shown.user.click(await screen.findByRole('option', { name: 'on the server' }));
  expect(props.onPlace).toHaveBeenCalledWith('server');
  shown.unmount();
  const again = inWorkbench(<Costly {...props} place="server" seconds={1} />, {});
  await again.user.click(screen.getByRole('combobox'));
  await again.user.click(await screen.findByRole('option', { name: 'by its size' }));
  expect(props.onPlace).toHaveBeenLastCalledWith(undefined);
  again.unmount();
  inWorkbench(<Costly {...props} seconds={1} />, {});
  expect(screen.queryByRole('combobox')).toBeNull();
});
