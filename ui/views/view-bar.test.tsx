/** @jest-environment jsdom */
import { act, screen } from '@testing-library/react';
import { inWorkbench, keepers } from '@/ui/testing';
import { PaneTabs } from './pane-tabs';
import { Panes } from './panes';
import { ViewBar } from './view-bar';

jest.mock('./registry', () => {
  const views = [
    { key: 'graph', title: 'Graph', component: () => 'a graph' },
    { key: 'table', title: 'Table', component: () => 'a table' },
    { key: 'cards', title: 'Cards', component: () => 'some cards' },
    { key: 'paths', title: 'Paths', aside: true, whole: true, component: () => 'paths' },
    { key: 'chance', title: 'Chance', aside: true, component: () => 'chance' },
    { key: 'compare', title: 'Compare', asked: true, component: () => 'compared' },
  ];
  return { views, viewOf: (name: string) => views.find(({ key }) => key === name) };
});
const bar = (
  <>
    <PaneTabs pane={0} />
    <ViewBar />
  </>
);

const tabs = (): (string | null)[] => screen.getAllByRole('tab').map((one) => one.textContent);

test('a tab for each view; one that is asked for has its own only while it is shown', () => {
  const first = inWorkbench(bar);
  expect(tabs()).toEqual(['Graph', 'Table', 'Cards']);
  expect(screen.getByRole('tab', { selected: true }).textContent).toBe('Graph');
  first.unmount();
  inWorkbench(bar, { panes: ['compare'] });
  expect(tabs()).toEqual(['Graph', 'Table', 'Cards', 'Compare']);
});

test('the rest stand under More; the last of them that was shown keeps its tab', async () => {
  const { user, store } = inWorkbench(bar);
  await user.click(screen.getByRole('button', { name: 'More views' }));
  expect(screen.getAllByRole('menuitem').map(({ textContent }) => textContent)).toEqual(['Paths', 'Chance']);
  await user.click(screen.getByRole('menuitem', { name: 'Chance' }));
  expect(store.getState().panes).toEqual(['chance']);
  expect(tabs()).toEqual(['Graph', 'Table', 'Cards', 'Chance']);
  await user.click(screen.getByRole('tab', { name: 'Graph' }));
  expect(tabs()).toEqual(['Graph', 'Table', 'Cards', 'Chance']);
  await user.click(screen.getByRole('button', { name: 'More views' }));
  await user.click(screen.getByRole('menuitem', { name: 'Paths' }));
  expect(tabs()).toEqual(['Graph', 'Table', 'Cards', 'Paths']);
});

test('a tab shows its view; the shortlists and the reading panel come and go', async () => {
  const { user, store } = inWorkbench(bar, { reading: false });
  await user.click(screen.getByRole('tab', { name: 'Table' }));
  await user.click(screen.getByRole('button', { name: 'Shortlists' }));
  expect(store.getState()).toMatchObject({ panes: ['table'], lists: true });
  expect(screen.getByRole('button', { name: 'Shortlists' }).getAttribute('aria-pressed')).toBe('true');
  await user.click(screen.getByRole('button', { name: /Open the reading panel/ }));
  expect(store.getState().reading).toBe(true);
});

describe('selecting', () => {
  const choose = async (entry: string, nodes: string[]) => {
    const it = inWorkbench(<ViewBar />, { selection: { nodes } });
    await it.user.click(screen.getByRole('button', { name: nodes.length ? `${nodes.length} selected` : 'Select' }));
    await it.user.click(await screen.findByRole('menuitem', { name: new RegExp(`^${entry}`) }));
    return it.store.getState();
  };
  test.each([
    ['All', [], ['k1', 'k2', 'k3', 'k4']],
    ['None', ['k1'], []],
    ['Invert', ['k1', 'k3'], ['k2', 'k4']],
    ['Add the neighbours', ['k3'], ['k1', 'k2', 'k3']],
  ])('%s', async (entry, before, after) => {
    const { selection } = await choose(entry, before);
    expect([...selection.nodes].sort()).toEqual(after);
  });
  test('what is selected is left out as a step', async () => {
    const { trail } = await choose('Leave out', ['k2']);
    expect(trail.steps.at(-1)).toMatchObject({ kind: 'keep', rule: { by: 'nodes', nodes: ['k2'], leave: true } });
  });
  test('several open as lanes', async () => {
    const { lanes, panes } = await choose('As lanes', ['k1', 'k3']);
    expect([lanes.only, panes]).toEqual([['k1', 'k3'], ['lanes']]);
  });
  test('by rule, and into a shortlist, lead to the lists', async () => {
    expect((await choose('By rule', [])).lists).toBe(true);
    document.body.replaceChildren();
    expect((await choose('Into a shortlist', ['k1'])).lists).toBe(true);
  });
});

test('while something is sifted, all are all in view, and inverted within it', async () => {
  const inView = { nodes: Uint8Array.of(1, 0, 1, 2), edges: new Uint8Array(4), counts: {}, cards: {}, net: keepers, untied: 'dimmed', narrows: true } as never; // prettier-ignore
  const { user, store } = inWorkbench(bar, { inView });
  const choose = async (entry: string): Promise<readonly string[]> => {
    await user.click(screen.getByRole('button', { name: /^(Select|\d selected)$/ }));
    await user.click(await screen.findByRole('menuitem', { name: entry }));
    return store.getState().selection.nodes;
  };
  expect(await choose('All')).toEqual(['k1', 'k3']);
  act(() => store.getState().select({ nodes: ['k1'] }));
  expect(await choose('Invert')).toEqual(['k3']);
});

test('two views stand side by side, none beside itself; each is changed and closed, and the divider is moved by keys', async () => {
  const { user, store, container } = inWorkbench(<Panes />);
  await user.click(screen.getByRole('button', { name: 'Two views side by side' }));
  expect(screen.getAllByRole('region').map((one) => one.getAttribute('aria-label'))).toEqual(['Graph', 'Table']);
  await user.click(await screen.findByRole('button', { name: 'View 2: Table' }));
  expect(screen.getAllByRole('menuitem').map(({ textContent }) => textContent)).toEqual([
    'Table',
    'Cards',
    'Paths',
    'Chance',
    'Graph as it is now, held',
  ]);
  await user.click(screen.getByRole('menuitem', { name: 'Cards' }));
  expect(store.getState()).toMatchObject({ panes: ['graph', 'cards'], pane: 1 });
  // Asked for where it stands already, a view is gone to.
  act(() => store.getState().show('graph'));
  expect(store.getState()).toMatchObject({ panes: ['graph', 'cards'], pane: 0 });
  (await screen.findByRole('separator')).focus();
  await user.keyboard('{ArrowRight}{ArrowRight}');
  expect(store.getState().divide).toBeCloseTo(0.6);
  await user.keyboard('{ArrowLeft>12}');
  expect(store.getState().divide).toBeCloseTo(0.2);
  await user.click(screen.getByRole('button', { name: 'Close Graph' }));
  expect(container.textContent).toContain('some cards');
  expect(store.getState()).toMatchObject({ panes: ['cards'], pane: 0 });
});

test('a view of the whole network says so while something is sifted', () => {
  const inView = { net: keepers, nodes: new Uint8Array(4), edges: new Uint8Array(4), narrows: true } as never;
  const { container, store } = inWorkbench(<Panes />, { panes: ['paths'], inView });
  expect(container.textContent).toContain('sifts narrow nothing here');
  act(() => store.getState().show('graph'));
  expect(container.textContent).not.toContain('sifts narrow nothing here');
  act(() => store.setState({ panes: ['paths'], inView: undefined }));
  expect(container.textContent).not.toContain('sifts narrow nothing here');
});
