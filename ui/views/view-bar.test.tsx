/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import { inWorkbench } from '@/ui/testing';
import { ViewBar } from './view-bar';

jest.mock('./registry', () => ({
  views: [
    { key: 'graph', title: 'Graph' },
    { key: 'table', title: 'Table' },
    { key: 'compare', title: 'Compare', asked: true },
  ],
}));

const tabs = (): (string | null)[] => screen.getAllByRole('tab').map((one) => one.textContent);

test('a tab for each view; one that is asked for has its own only while it is shown', () => {
  const first = inWorkbench(<ViewBar />);
  expect(tabs()).toEqual(['Graph', 'Table']);
  expect(screen.getByRole('tab', { selected: true }).textContent).toBe('Graph');
  first.unmount();
  inWorkbench(<ViewBar />, { panes: ['compare'] });
  expect(tabs()).toEqual(['Graph', 'Table', 'Compare']);
});

test('a tab shows its view; the shortlists and the reading panel come and go', async () => {
  const { user, store } = inWorkbench(<ViewBar />, { reading: false });
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
  test('by rule, and into a shortlist, lead to the lists', async () => {
    expect((await choose('By rule', [])).lists).toBe(true);
    document.body.replaceChildren();
    expect((await choose('Into a shortlist', ['k1'])).lists).toBe(true);
  });
});
