/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import { LooksReading } from './looks-reading';

const holm = { match: 'all', rules: [{ about: 'column', column: 'island', is: 'is', value: 'Holm', to: '' }] };
const settings = {
  nodeColour: { by: 'category', column: 'island' },
  rules: { nodeSize: [{ where: holm, look: 12, words: '' }] },
};
const shown = (nodes: number[], more: object = {}) => {
  const chosen = { nodes };
  const it = inWorkbench(<LooksReading net={keepers} chosen={chosen} />, {
    trail: trail({ kind: 'style', ...settings, ...more }),
    net: keepers,
  });
  return { ...it, byHand: () => (it.store.getState().trail.steps[1] as unknown as { byHand: object }).byHand };
};
const said = (title: string): string =>
  within(
    screen.getAllByRole('listitem', { hidden: true }).find((one) => one.textContent?.startsWith(title)) as HTMLElement,
  ).getByText(/./, { selector: 'span.text-quiet' }).textContent ?? '';

test('of each look it is said where it comes from: by hand, a rule, or the channel’s setting', () => {
  shown([2], { byHand: { nodeShape: { k3: 'star' } } });
  expect([said('Colour'), said('Size'), said('Shape')]).toEqual(['by Island', 'rule 1', 'by hand']);
});

test('several nodes are set by hand together, and go back to the rule', async () => {
  const { user, byHand } = shown([0, 1]);
  await user.click(screen.getByText('How it looks'));
  await user.click(screen.getByRole('button', { name: 'Set Size by hand' }));
  expect(byHand()).toEqual({ nodeSize: { k1: 10, k2: 10 } });
  await user.click(screen.getByRole('slider', { name: 'Radius' }));
  await user.keyboard('{ArrowRight}');
  expect(byHand()).toEqual({ nodeSize: { k1: 10.5, k2: 10.5 } });
  await user.click(screen.getByRole('button', { name: 'Size: back to the rule' }));
  expect(byHand()).toEqual({});
});

test('an edge is known by its ends', async () => {
  const it = inWorkbench(<LooksReading net={keepers} chosen={{ edge: 3 }} />, {
    trail: trail({ kind: 'style' }),
    net: keepers,
  });
  await it.user.click(screen.getByText('How it looks'));
  await it.user.click(screen.getByRole('button', { name: 'Set Line by hand' }));
  expect(it.store.getState().trail.steps[1]).toMatchObject({ byHand: { edgePattern: { '["k3","k2"]': 'dashed' } } });
});

test('without a Style step there is nothing to say', () => {
  const { container } = inWorkbench(<LooksReading net={keepers} chosen={{ nodes: [0] }} />, { trail: trail() });
  expect(container.textContent).toBe('');
});
