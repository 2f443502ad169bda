/** @jest-environment jsdom */
import { act, screen } from '@testing-library/react';
import { trail, inWorkbench, keepers } from '@/ui/testing';
import { type WorkbenchStore } from '@/ui/state/store';
import { Panes } from '../panes';

const mockStarted: { store: WorkbenchStore; keeps: boolean; ended: boolean }[] = [];
const mockSaid: string[] = [];
jest.mock('@/ui/state/session', () => ({
  startSession: (store: WorkbenchStore, keeps: boolean) => {
    const one = { store, keeps, ended: false };
    mockStarted.push(one);
    return { end: () => (one.ended = true) };
  },
}));
jest.mock('@/ui/kit/toast', () => ({ toast: (text: string) => mockSaid.push(text) }));
jest.mock('@/ui/sift/work', () => ({ SiftWork: () => 'sifted' }));
jest.mock('../registry', () => {
  const views = [
    { key: 'graph', title: 'Graph', component: () => 'a graph' },
    { key: 'table', title: 'Table', component: () => 'a table' },
    { key: 'compare', title: 'Compare', asked: true, component: () => 'compared' },
  ];
  return { views, viewOf: (name: string) => views.find(({ key }) => key === name) };
});

const fork = { id: 'fork', name: 'After the fire', trail: trail({ kind: 'style' }) };
const few = { ...keepers, ids: ['k2', 'x', 'y', 'z'] };

beforeEach(() => void (mockStarted.length = mockSaid.length = 0));

async function opened() {
  const it = inWorkbench(<Panes />, { networks: [fork], panes: ['graph', 'table'] });
  await it.user.click(await screen.findByRole('button', { name: 'View 2: Table' }));
  await it.user.click(screen.getByRole('menuitem', { name: 'Graph of “After the fire”' }));
  await screen.findByRole('region', { name: 'Beside: After the fire' });
  return { ...it, other: mockStarted[0].store };
}

test('another network stands beside in the same view; it is run and looked at, and nothing of it is saved', async () => {
  const { store, other, user } = await opened();
  expect(mockStarted).toMatchObject([{ keeps: false }]);
  expect(other.getState().trail).toEqual(fork.trail);
  expect(store.getState()).toMatchObject({ panes: ['graph'], beside: { id: 'fork' } });
  act(() => other.getState().setStep(fork.trail.steps[0].id, { on: false }));
  expect(other.getState().trail).toEqual(fork.trail);
  expect(mockSaid[0]).toContain('Open it to change it');
  expect(screen.getByRole('link', { name: 'After the fire' }).getAttribute('href')).toMatch(/\/networks\/fork$/);
  await user.click(screen.getByRole('button', { name: 'View beside: Graph' }));
  await user.click(screen.getByRole('menuitem', { name: 'Table' }));
  expect(other.getState().panes).toEqual(['table']);
  expect(store.getState().panes).toEqual(['graph']);
  await user.click(screen.getByRole('button', { name: 'Close what stands beside' }));
  expect(mockStarted[0].ended).toBe(true);
  expect(screen.queryByRole('region', { name: /Beside/ })).toBeNull();
});

test('what is selected in one is selected in the other, as far as it is there; also what was before it came', async () => {
  const { store, other } = await opened();
  act(() => store.getState().select({ nodes: ['k1', 'k2'] }));
  act(() => other.setState({ net: few }));
  expect(other.getState().selection.nodes).toEqual(['k2']);
  expect(store.getState().selection.nodes).toEqual(['k1', 'k2']);
  act(() => other.getState().select({ nodes: ['k2', 'x'] }));
  expect(store.getState().selection.nodes).toEqual(['k2']);
  expect(other.getState().selection.nodes).toEqual(['k2', 'x']);
  act(() => store.getState().select({ nodes: [] }));
  expect(other.getState().selection.nodes).toEqual([]);
});

test('a network that comes anew beside, with less in it, takes nothing from the selection here', async () => {
  const { store, other } = await opened();
  act(() => other.setState({ net: keepers }));
  act(() => store.getState().select({ nodes: ['k1', 'k2'] }));
  expect(other.getState().selection.nodes).toEqual(['k1', 'k2']);
  // As the session does when a run ends.
  act(() => other.setState({ net: few, selection: { nodes: ['k2'] } }));
  expect(store.getState().selection.nodes).toEqual(['k1', 'k2']);
  act(() => other.setState({ net: keepers, selection: { nodes: ['k2'] } }));
  expect(other.getState().selection.nodes).toEqual(['k1', 'k2']);
});

test('sifts pass over both', async () => {
  const { store, other } = await opened();
  const sift = { id: 'a', kind: 'values', of: { over: 'nodes', column: 'island' }, on: true, values: ['Ness'] };
  act(() => store.getState().sift((now) => ({ ...now, sifts: [sift] as never })));
  expect(other.getState().sifting.sifts).toEqual([sift]);
  expect(screen.getByRole('region', { name: /Beside/ }).textContent).toContain('sifted');
});

test('the cameras are tied on demand, and parted again, also when it is closed', async () => {
  const { store, other, user } = await opened();
  await user.click(screen.getByRole('button', { name: 'Move both maps together' }));
  expect(store.getState().tie).toBeDefined();
  expect(other.getState().tie).toBe(store.getState().tie);
  await user.click(screen.getByRole('button', { name: 'Part the two cameras' }));
  expect(other.getState().tie).toBeUndefined();
  await user.click(screen.getByRole('button', { name: 'Move both maps together' }));
  await user.click(screen.getByRole('button', { name: 'Close what stands beside' }));
  expect(store.getState().tie).toBeUndefined();
});

test('this network is held as it is now, while it is changed', async () => {
  const it = inWorkbench(<Panes />, { panes: ['graph', 'table'] });
  const before = it.store.getState().trail;
  await it.user.click(await screen.findByRole('button', { name: 'View 2: Table' }));
  await it.user.click(screen.getByRole('menuitem', { name: 'Graph as it is now, held' }));
  await screen.findByRole('region', { name: /as it was/ });
  act(() => it.store.getState().setStep(before.steps[0].id, { on: false }));
  expect(mockStarted[0].store.getState().trail).toEqual(before);
  expect(it.store.getState().trail).not.toEqual(before);
});
