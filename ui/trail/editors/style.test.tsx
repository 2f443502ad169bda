/** @jest-environment jsdom */
import { screen, waitFor, within } from '@testing-library/react';
import { plainStyle } from '@/core/style';
import { lookFile } from '@/core/style/look-file';
import { type Shown, inWorkbench, keepers, trail } from '@/ui/testing';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { Holdings } from '@/worker/client';
import { holdingsOf } from '@/worker/holdings';
import { StyleEditor } from './style';

jest.mock('@/server/actions', () => ({ listKept: () => Promise.resolve({ ok: true, value: [] }) }));

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
/** Opens a channel's line, unless it is open. */
async function open({ user }: Shown, title: string, channel: string): Promise<void> {
  const line = within(section(title)).getByRole('button', { name: new RegExp(`^${channel}`) });
  if (line.getAttribute('aria-expanded') === 'false') await user.click(line);
}
async function choose(it: Shown, title: string, channel: string, label: string, option: string): Promise<void> {
  await open(it, title, channel);
  await it.user.click(within(section(title)).getByRole('combobox', { name: label }));
  await it.user.click(screen.getByRole('option', { name: option }));
}
const lines = (title: string): string[] =>
  within(section(title))
    .getAllByRole('button')
    .map((one) => one.textContent ?? '');

test('a line for each thing that can be seen says its setting in words; one is open at a time', async () => {
  const it = shown({
    nodeSize: { by: 'amount', column: 'degree', min: 4, max: 13, scale: 'sqrt' },
    rules: { edgeColour: [{ where: { match: 'all', rules: [] }, look: '#112233', words: '' }] },
  });
  expect(lines('Nodes')).toEqual(['Colourall alike', 'Sizeby Degree, √, 4 to 13', 'With its labeloff', 'Shapeall circle', 'Picturenone', 'Rimthe ground’s colour', 'Opacityall 1', 'Shadenone']); // prettier-ignore
  expect(lines('Labels').slice(0, 2)).toEqual(['Which are written25 by size, 12', 'Text{name}']);
  expect(lines('Edges')[0]).toBe('Colour1 rule, else of its ends; grey between groups');
  expect(lines('Page').at(-1)).toBe('Legendon');
  await open(it, 'Nodes', 'Colour');
  expect(screen.getByRole('combobox', { name: 'Colour' })).toBeTruthy();
  await open(it, 'Nodes', 'Shape');
  expect(screen.queryByRole('combobox', { name: 'Colour' })).toBeNull();
});

test('what is opened near the end of the list comes into view', async () => {
  const seen: string[] = [];
  const proto = HTMLElement.prototype as { scrollIntoView?: unknown };
  const before = proto.scrollIntoView;
  proto.scrollIntoView = function (this: HTMLElement) {
    seen.push(this.querySelector('span')?.textContent ?? '');
  };
  const it = shown();
  await open(it, 'Page', 'Legend');
  proto.scrollIntoView = before;
  expect(seen).toEqual(['Legend']);
});

test('colour by category begins with the groups, or the first column; its colours are set one by one', async () => {
  const it = shown();
  await choose(it, 'Nodes', 'Colour', 'Colour', 'by category');
  expect(style(it)).toMatchObject({
    nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours: {} },
  });
  expect(screen.getByLabelText<HTMLInputElement>('Colour of Ness').value).toBe('#377393');
  expect(screen.getByRole('list', { name: 'Colours' }).textContent).toBe('NessHolm');
  await choose(it, 'Nodes', 'Colour', 'Palette', 'Okabe–Ito');
  expect(screen.getByLabelText<HTMLInputElement>('Colour of Ness').value).toBe('#0072b2');
  await choose(it, 'Nodes', 'Colour', 'Colour', 'one for all');
  expect(style(it)).toMatchObject({ nodeColour: { by: 'all', colour: '#377393' } });
});

test('size by amount begins with the degree, its bounds beside each other; reversed, in classes', async () => {
  const it = shown();
  await choose(it, 'Nodes', 'Size', 'Size', 'by amount');
  expect(style(it)).toMatchObject({ nodeSize: { by: 'amount', column: 'degree', min: 4, max: 13, scale: 'sqrt' } });
  await it.user.clear(screen.getByLabelText('Largest'));
  await it.user.type(screen.getByLabelText('Largest'), '20{Enter}');
  await choose(it, 'Nodes', 'Size', 'Scale', 'logarithm');
  await it.user.click(screen.getByRole('switch', { name: 'Reversed' }));
  await choose(it, 'Nodes', 'Size', 'Classes', 'of equally many');
  await it.user.click(screen.getByRole('slider', { name: 'How many classes' }));
  await it.user.keyboard('{ArrowRight}');
  expect(style(it)).toMatchObject({
    nodeSize: { column: 'degree', min: 4, max: 20, scale: 'log', reversed: true, classes: 'quantiles', count: 6 },
  });
});

test('classes begin where it is written; what is no number is said, and nothing changed', async () => {
  const it = shown({}, { ...before, nodeColumns: before.nodeColumns.map((col) => col.name === 'degree' ? { ...col, distribution: { filled: 9, distinct: 9, bars: [4, 3, 2], low: 0, high: 90 } } : col) }); // prettier-ignore
  await choose(it, 'Nodes', 'Size', 'Size', 'by amount');
  await choose(it, 'Nodes', 'Size', 'Classes', 'set by hand');
  const field = screen.getByLabelText('Classes begin at');
  await it.user.type(field, '50; 5 12,5{Enter}');
  expect(style(it)).toMatchObject({ nodeSize: { classes: 'hand', begins: [5, 12.5, 50] } });
  await it.user.clear(screen.getByLabelText('Classes begin at'));
  await it.user.type(screen.getByLabelText('Classes begin at'), '5; many{Enter}');
  expect(screen.getByRole('alert').textContent).toMatch(/“many” is no number/);
  expect(style(it)).toMatchObject({ nodeSize: { begins: [5, 12.5, 50] } });
});

/** Holdings with one far value in a hundred. */
const skewed: Holdings = {
  ...before,
  nodeColumns: before.nodeColumns.map((col) =>
    col.name === 'degree'
      ? { ...col, distribution: { filled: 100, distinct: 50, bars: [90, 9, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1], low: 0, high: 1600 } } // prettier-ignore
      : col,
  ),
};

test('where few values take most of the range its end is held, that is said, and undone in one click', async () => {
  const it = shown({}, skewed);
  await choose(it, 'Nodes', 'Size', 'Size', 'by amount');
  expect(style(it)).toMatchObject({ nodeSize: { column: 'degree', to: 200 } });
  expect(screen.getByRole('note').textContent).toMatch(/1 value takes more than half of the range; held at 200/);
  expect(screen.getByText('200 and over')).toBeTruthy();
  await it.user.click(screen.getByRole('button', { name: 'Undo' }));
  expect((style(it) as { nodeSize: { to?: number } }).nodeSize.to).toBeUndefined();
  await it.user.click(screen.getByRole('slider', { name: 'Held from' }));
  await it.user.keyboard('{PageUp}');
  expect((style(it) as { nodeSize: { from?: number } }).nodeSize.from).toBeGreaterThan(0);
  await it.user.click(screen.getByRole('button', { name: 'Hold at 200' }));
  expect(style(it)).toMatchObject({ nodeSize: { to: 200 } });
});

test('shapes and lines go by value; another column lets go of what was set', async () => {
  const it = shown({
    nodeShape: { by: 'category', column: 'island', shapes: {} },
    edgePattern: { by: 'category', column: 'certainty' },
  });
  const of = (name: string): string | null => screen.getByRole('combobox', { name }).textContent;
  await open(it, 'Nodes', 'Shape');
  expect([of('Shape of Ness'), of('Shape of Holm')]).toEqual(['circle', 'square']);
  await it.user.click(screen.getByRole('combobox', { name: 'Shape of Holm' }));
  await it.user.click(screen.getByRole('option', { name: 'star' }));
  expect(style(it)).toMatchObject({ nodeShape: { shapes: { Holm: 'star' } } });
  // The others are circles from now on.
  expect(of('Shape of Ness')).toBe('circle');
  await open(it, 'Edges', 'Line');
  expect([of('Line of recorded'), of('Line of hearsay')]).toEqual(['solid', 'dashed']);
  await choose(it, 'Edges', 'Line', 'Column', 'Certainty');
  expect(style(it)).toMatchObject({ edgePattern: { by: 'category', column: 'certainty', patterns: {} } });
});

test('labels show what belongs to the choice; their text is a pattern of columns', async () => {
  const it = shown();
  await open(it, 'Labels', 'Which are written');
  expect(screen.getByRole('slider', { name: 'How many' })).toBeTruthy();
  await choose(it, 'Labels', 'Which', 'Show', 'all that fit');
  expect(screen.queryByRole('slider', { name: 'How many' })).toBeNull();
  await choose(it, 'Labels', 'Which', 'Most important by', 'Degree');
  expect(style(it)).toMatchObject({ labels: { show: 'all', by: 'degree' } });
  await choose(it, 'Labels', 'Which', 'Most important by', 'size of the node');
  expect((style(it) as { labels: { by?: string } }).labels.by).toBeUndefined();
  await choose(it, 'Labels', 'Which', 'Show', 'none');
  expect(screen.queryByRole('slider', { name: 'Letter size' })).toBeNull();
  await open(it, 'Labels', 'Text');
  expect(screen.getByText(/There are: \{name\}, \{island\}, \{degree\}/)).toBeTruthy();
  await it.user.clear(screen.getByLabelText('Text'));
  await it.user.type(screen.getByLabelText('Text'), '{{name}, {{island}{Enter}');
  expect(style(it)).toMatchObject({ labelText: '{name}, {island}' });
});

test('edges: width by weight, opacity by itself or set, arrowheads only where there is a direction', async () => {
  const it = shown();
  await choose(it, 'Edges', 'Width', 'Width', 'by amount');
  expect(style(it)).toMatchObject({ edgeWidth: { by: 'amount', column: 'weight', min: 0.8, max: 4 } });
  await open(it, 'Edges', 'Opacity');
  await it.user.click(screen.getByRole('switch', { name: 'Opacity by density' }));
  expect(style(it)).toMatchObject({ edgeOpacity: 0.5 });
  await it.user.click(screen.getByRole('switch', { name: 'Opacity by density' }));
  expect((style(it) as { edgeOpacity?: number }).edgeOpacity).toBeUndefined();
  await open(it, 'Edges', 'Arrowheads');
  await it.user.click(screen.getByRole('switch', { name: 'Arrowheads' }));
  expect(style(it)).toMatchObject({ arrows: true });
  it.unmount();
  shown({}, { ...before, directed: false });
  expect(lines('Edges').some((words) => words.startsWith('Arrowheads'))).toBe(false);
});

test('rules: a condition and a look, in order; moved up, taken out, named in the legend', async () => {
  const it = shown();
  await open(it, 'Nodes', 'Shape');
  await it.user.click(screen.getByRole('button', { name: 'Rule' }));
  await it.user.click(screen.getByRole('button', { name: 'Rule' }));
  const second = screen.getByRole('listitem', { name: 'Rule 2' });
  await it.user.click(within(second).getByRole('button', { name: 'Condition' }));
  await it.user.click(within(second).getByRole('combobox', { name: 'Shape' }));
  await it.user.click(screen.getByRole('option', { name: 'cross' }));
  await it.user.type(within(second).getByLabelText('In the legend'), 'from Ness{Enter}');
  const rules = () => (style(it) as { rules: { nodeShape?: object[] } }).rules.nodeShape;
  expect(rules()).toMatchObject([{ look: 'circle' }, { look: 'cross', words: 'from Ness', where: { rules: [{}] } }]);
  await it.user.click(screen.getByRole('button', { name: 'Rule 2 before the one above' }));
  expect(rules()).toMatchObject([{ look: 'cross' }, { look: 'circle' }]);
  await it.user.click(screen.getByRole('button', { name: 'Without rule 2' }));
  await it.user.click(screen.getByRole('button', { name: 'Without rule 1' }));
  expect(rules()).toBeUndefined();
});

test('what was set by hand is counted and named, and goes back to the rule', async () => {
  const it = inWorkbench(<Editor holdings={before} />, {
    trail: trail({ kind: 'style', byHand: { nodeColour: { k2: '#112233', k4: '#112233' }, nodeSize: { k1: 9 } } }),
    net: keepers,
  });
  await open(it, 'Nodes', 'Colour');
  expect(screen.getByText(/By hand, 2 nodes/).textContent).toContain('Tove Lorne, Maud Oxley');
  await it.user.click(screen.getByRole('button', { name: 'back to the rule' }));
  expect(style(it)).toMatchObject({ byHand: { nodeSize: { k1: 9 } } });
  expect((style(it) as { byHand: object }).byHand).not.toHaveProperty('nodeColour');
});

test('without knowing what the network holds everything can still be read', async () => {
  const it = shown({ nodeColour: { by: 'category', column: 'island' } }, undefined);
  await open(it, 'Nodes', 'Colour');
  expect(within(section('Nodes')).getAllByRole('combobox').length).toBeGreaterThan(1);
});

describe('a whole look', () => {
  const other = {
    id: 'other',
    name: 'Who met with whom',
    trail: trail({
      kind: 'style',
      nodeShape: { by: 'all', shape: 'star' },
      nodeColour: { by: 'category', column: 'office' },
    }),
  };
  const withOther = () =>
    inWorkbench(<Editor holdings={before} />, { trail: trail({ kind: 'style', byHand: { nodeSize: { k1: 9 } } }), networks: [other] }); // prettier-ignore
  const fromOther = async (it: Shown) => {
    await it.user.click(screen.getByRole('button', { name: 'Look' }));
    await it.user.click(await screen.findByRole('menuitem', { name: 'As in “Who met with whom”' }));
  };

  test('of another network: missing columns are listed and pointed to others; what was set by hand stays', async () => {
    const it = withOther();
    await fromOther(it);
    await it.user.click(screen.getByRole('combobox', { name: 'office of nodes' }));
    await it.user.click(screen.getByRole('option', { name: 'island' }));
    await it.user.click(screen.getByRole('button', { name: 'Use the look' }));
    expect(style(it)).toMatchObject({
      nodeShape: { shape: 'star' },
      nodeColour: { by: 'category', column: 'island' },
      byHand: { nodeSize: { k1: 9 } },
    });
  });

  test('or what rests on them is left out, or all stays as it was', async () => {
    const it = withOther();
    await fromOther(it);
    await it.user.click(screen.getByRole('button', { name: 'Keep mine' }));
    expect(style(it)).toMatchObject({ nodeShape: { shape: 'circle' } });
    await fromOther(it);
    await it.user.click(screen.getByRole('button', { name: 'Use the look' }));
    expect(style(it)).toMatchObject({ nodeShape: { shape: 'star' }, nodeColour: { by: 'all' } });
  });

  test('from a file; one that holds none is answered with a sentence and changes nothing', async () => {
    const it = shown();
    const input = screen.getByLabelText('File of a look');
    const file = (text: string): File =>
      Object.assign(new File([text], 'a.json', { type: 'application/json' }), { text: () => Promise.resolve(text) });
    await it.user.upload(input, file(lookFile('Plain', { ...plainStyle, arrows: true })));
    await waitFor(() => expect(style(it)).toMatchObject({ arrows: true }));
    const past = it.store.getState().past.length;
    await it.user.upload(input, file('{'));
    expect(it.store.getState().past).toHaveLength(past);
  });
});
