/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import { type Shown, inWorkbench, keepers, trail } from '@/ui/testing';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { Holdings } from '@/worker/client';
import { holdingsOf } from '@/worker/holdings';
import { StyleEditor } from './style';

const before: Holdings = holdingsOf(keepers);

function Editor({ holdings }: { holdings: Holdings | undefined }) {
  const step = useWorkbench((state) => state.trail.steps[1]);
  const store = useWorkbenchStore();
  if (step.kind !== 'style') return null;
  return (
    <StyleEditor
      step={step}
      before={holdings}
      set={(change, merge) => store.getState().setStep(step.id, change, merge)}
    />
  );
}
const shown = (settings: object = {}, holdings: Holdings | undefined = before): Shown =>
  inWorkbench(<Editor holdings={holdings} />, { trail: trail({ kind: 'style', ...settings }) });
const style = ({ store }: Shown) => store.getState().trail.steps[1];

const section = (title: string): HTMLElement =>
  screen.getByRole('heading', { name: title }).closest('section') as HTMLElement;
async function choose({ user }: Shown, title: string, label: string, option: string): Promise<void> {
  await user.click(within(section(title)).getByRole('combobox', { name: label }));
  await user.click(screen.getByRole('option', { name: option }));
}

test('everything that can be set stands under what it belongs to', () => {
  shown();
  const labels = (title: string): (string | null)[] =>
    within(section(title))
      .getAllByRole('combobox')
      .map((one) => one.getAttribute('aria-label'));
  expect(labels('Nodes')).toEqual(['Colour', 'Size', 'Shape', 'Shape of all nodes']);
  expect(labels('Labels')).toEqual(['Show', 'Most important by']);
  expect(labels('Edges')).toEqual(['Colour', 'Width', 'Line', 'Line of all edges']);
  expect(labels('Page')).toEqual(['Ground']);
});

test('colour by category begins with the groups, or the first column; its colours are set one by one', async () => {
  const it = shown();
  await choose(it, 'Nodes', 'Colour', 'by category');
  expect(style(it)).toMatchObject({
    nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours: {} },
  });
  expect(screen.getByLabelText<HTMLInputElement>('Colour of Ness').value).toBe('#377393');
  expect(screen.getByRole('list', { name: 'Colours' }).textContent).toBe('NessHolm');
  await choose(it, 'Nodes', 'Palette', 'Okabe–Ito');
  expect(screen.getByLabelText<HTMLInputElement>('Colour of Ness').value).toBe('#0072b2');
  await choose(it, 'Nodes', 'Colour', 'one for all');
  expect(style(it)).toMatchObject({ nodeColour: { by: 'all', colour: '#377393' } });
});

test('size by amount begins with the degree, its bounds beside each other', async () => {
  const it = shown();
  await choose(it, 'Nodes', 'Size', 'by amount');
  expect(style(it)).toMatchObject({ nodeSize: { by: 'amount', column: 'degree', min: 4, max: 13, scale: 'sqrt' } });
  await it.user.clear(screen.getByLabelText('Largest'));
  await it.user.type(screen.getByLabelText('Largest'), '20{Enter}');
  await choose(it, 'Nodes', 'Scale', 'logarithm');
  expect(style(it)).toMatchObject({ nodeSize: { column: 'degree', min: 4, max: 20, scale: 'log' } });
});

test('shapes and lines go by value; another column lets go of what was set', async () => {
  const it = shown({
    nodeShape: { by: 'category', column: 'island', shapes: {} },
    edgePattern: { by: 'category', column: 'certainty' },
  });
  const of = (name: string): string | null => screen.getByRole('combobox', { name }).textContent;
  expect([of('Shape of Ness'), of('Shape of Holm')]).toEqual(['circle', 'square']);
  await it.user.click(screen.getByRole('combobox', { name: 'Shape of Holm' }));
  await it.user.click(screen.getByRole('option', { name: 'diamond' }));
  expect(style(it)).toMatchObject({ nodeShape: { shapes: { Holm: 'diamond' } } });
  // The others are circles from now on.
  expect(of('Shape of Ness')).toBe('circle');
  expect([of('Line of recorded'), of('Line of hearsay')]).toEqual(['solid', 'dashed']);
  const column = within(section('Edges')).getByRole('combobox', { name: 'Column' });
  await it.user.click(column);
  await it.user.click(screen.getByRole('option', { name: 'Certainty' }));
  expect(style(it)).toMatchObject({ edgePattern: { by: 'category', column: 'certainty', patterns: {} } });
});

test('labels show what belongs to the choice', async () => {
  const it = shown();
  expect(screen.getByRole('slider', { name: 'How many' })).toBeTruthy();
  await choose(it, 'Labels', 'Show', 'all that fit');
  expect(screen.queryByRole('slider', { name: 'How many' })).toBeNull();
  await choose(it, 'Labels', 'Most important by', 'Degree');
  expect(style(it)).toMatchObject({ labels: { show: 'all', by: 'degree' } });
  await choose(it, 'Labels', 'Most important by', 'size of the node');
  expect((style(it) as { labels: { by?: string } }).labels.by).toBeUndefined();
  await choose(it, 'Labels', 'Show', 'none');
  expect(screen.queryByRole('slider', { name: 'Letter size' })).toBeNull();
});

test('edges: width by weight, opacity by itself or set, arrowheads only where there is a direction', async () => {
  const it = shown();
  await choose(it, 'Edges', 'Width', 'by amount');
  expect(style(it)).toMatchObject({ edgeWidth: { by: 'amount', column: 'weight', min: 0.8, max: 4 } });
  await it.user.click(screen.getByRole('switch', { name: 'Opacity by density' }));
  expect(style(it)).toMatchObject({ edgeOpacity: 0.5 });
  await it.user.click(screen.getByRole('switch', { name: 'Opacity by density' }));
  expect((style(it) as { edgeOpacity?: number }).edgeOpacity).toBeUndefined();
  await it.user.click(screen.getByRole('switch', { name: 'Arrowheads' }));
  expect(style(it)).toMatchObject({ arrows: true });
  it.unmount();
  shown({}, { ...before, directed: false });
  expect(screen.queryByRole('switch', { name: 'Arrowheads' })).toBeNull();
});

test('without knowing what the network holds everything can still be read', () => {
  shown({ nodeColour: { by: 'category', column: 'island' } }, undefined);
  expect(within(section('Nodes')).getAllByRole('combobox').length).toBeGreaterThan(3);
});
