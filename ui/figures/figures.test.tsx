/** @jest-environment jsdom */
/** The figure page: parts, sizes and sights change the figure and nothing else; every change can be taken back. */
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import { figureSchema, firstFigure } from '@/core/figure/plan';
import '@/ui/testing';
import { FigureContext } from './context';
import { newPart } from './new-part';
import { PartsPanel } from './parts-panel';
import type { FigureSession } from './session';
import { sightMatrix } from './sights';
import { SizePanel } from './size-panel';
import { type OpenedFigure, createFigureStore } from './store';

jest.mock('@/server/actions', () => ({}));
jest.mock('@/worker/client', () => ({}));
jest.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }));

const networks = [
  { id: 'one', name: 'Who wrote to whom', version: 4, layout: null, fault: 'x' },
  { id: 'two', name: 'After', version: 1, layout: null, fault: 'x' },
];
const column = (name: string, type: string, values = 0) => ({ name, type, values });
const drawn: OpenedFigure['drawn'] = {
  width: 658,
  height: 661,
  magnified: 1,
  ground: '#ffffff',
  boxes: [],
  problems: [],
  smallest: { letter: 7.5, line: 0.3 },
  columns: [
    {
      network: 'one',
      nodes: [column('degree', 'number'), column('island', 'text', 2), column('role', 'text', 3)],
      edges: [column('year', 'number')],
    },
  ],
  legends: [{ part: 'legend', lines: [{ line: 'nodeColour', title: 'Island' }], words: ['Island', 'Ness', 'Holm'] }],
  cameras: [],
  note: { text: 'A tie leads from “from” to “to”.', digest: 'd1' },
  summaries: [{ part: 'title', says: 'Who wrote to whom' }],
  pictures: [],
  wouldChange: [],
};

function opened(what: ReactNode, state: Partial<OpenedFigure> = {}, session: Partial<FigureSession> = {}) {
  const store = createFigureStore({
    study: { id: 's', name: 'Orrin Sound' },
    figure: { id: 'f', name: 'Figure 1', version: 1, settings: firstFigure(networks[0]) },
    others: [],
    networks,
    tables: [],
    names: [],
    shortlists: [],
  });
  store.setState({ drawn, ...state });
  render(
    <Tooltip.Provider>
      <FigureContext.Provider value={{ store, session: { current: session as FigureSession } }}>
        {what}
      </FigureContext.Provider>
    </Tooltip.Provider>,
  );
  return { store, user: userEvent.setup(), figure: () => store.getState().figure };
}
const part = (it: { figure: () => ReturnType<typeof firstFigure> }, id: string) =>
  it.figure().parts.find((one) => one.id === id) as unknown as Record<string, unknown>;

describe('parts', () => {
  test('a part is hidden, and brought back by undo', async () => {
    const it = opened(<PartsPanel />);
    await it.user.click(screen.getByRole('button', { name: 'Hide Legend' }));
    expect(part(it, 'legend').hidden).toBe(true);
    it.store.getState().undo();
    expect(part(it, 'legend').hidden).toBe(false);
    it.store.getState().redo();
    expect(part(it, 'legend').hidden).toBe(true);
    expect(it.store.getState().save).toBe('waiting');
  });

  test('a title is written and sized; what is left by Escape is not taken', async () => {
    const it = opened(<PartsPanel />, { selected: 'title' });
    const text = screen.getByRole('textbox', { name: 'Text' });
    await it.user.clear(text);
    await it.user.type(text, 'Letters');
    await it.user.tab();
    expect(part(it, 'title').text).toBe('Letters');
    const size = screen.getByRole('textbox', { name: 'Letters, in points' });
    await it.user.type(size, '18,5{Enter}');
    expect(part(it, 'title').size).toBe(18.5);
    await it.user.clear(size);
    await it.user.type(size, '{Enter}');
    expect(part(it, 'title').size).toBeUndefined();
  });

  test('legend lines are left out and told in other words', async () => {
    const it = opened(<PartsPanel />, { selected: 'legend' });
    await it.user.click(screen.getByRole('switch', { name: 'Island' }));
    expect(part(it, 'legend').without).toEqual(['nodeColour']);
    await it.user.click(screen.getByText('Its words'));
    const word = screen.getByRole('textbox', { name: 'Ness in words' });
    await it.user.clear(word);
    await it.user.type(word, 'The island of Ness{Enter}');
    expect(part(it, 'legend').words).toEqual([{ was: 'Ness', says: 'The island of Ness' }]);
  });

  test('a method note edited by hand keeps what it was written on, and says when that has changed', async () => {
    const it = opened(<PartsPanel />, { selected: 'method' });
    const note = screen.getByRole('textbox', { name: 'Written from the trail' });
    await it.user.type(note, ' And by hand.');
    await it.user.tab();
    expect(part(it, 'method')).toMatchObject({ text: expect.stringContaining('And by hand.') as string, from: 'd1' });
    expect(screen.queryByText(/trail has moved on/)).toBeNull();
    it.store.setState({ drawn: { ...drawn, note: { text: 'Another tie.', digest: 'd2' } } });
    expect(await screen.findByText(/trail has moved on/)).toBeTruthy();
    await it.user.click(screen.getByRole('button', { name: 'It is right as it is' }));
    expect(part(it, 'method').from).toBe('d2');
    await it.user.click(screen.getByRole('button', { name: 'Write it anew from the trail' }));
    expect(part(it, 'method').text).toBeUndefined();
  });

  test('problems of a part stand with it', () => {
    opened(<PartsPanel />, {
      drawn: { ...drawn, problems: [{ part: 'map', says: 'The network of this map is gone.' }] },
    });
    expect(screen.getByRole('alert').textContent).toBe('The network of this map is gone.');
  });

  test('held: asked of the session, told with its version and with what would change', async () => {
    const it = opened(
      <PartsPanel />,
      {},
      {
        hold: () => {
          it.store.getState().change((figure) => ({
            ...figure,
            held: { key: 'a'.repeat(32), of: [{ network: 'one', version: 4 }] },
          }));
          return Promise.resolve();
        },
      },
    );
    await it.user.click(screen.getByRole('switch', { name: 'Hold at version 4' }));
    expect(await screen.findByRole('switch', { name: 'Held at version 4' })).toBeTruthy();
    expect(screen.getByRole('list', { name: 'What would change' }).textContent).toContain('Nothing would change');
    it.store.setState({ drawn: { ...drawn, wouldChange: ['“After” is not there any more.'] } });
    expect(await screen.findByText('“After” is not there any more.')).toBeTruthy();
    await it.user.click(screen.getByRole('switch', { name: 'Held at version 4' }));
    expect(it.figure().held).toBeUndefined();
  });

  test('a part is taken off the page', async () => {
    const it = opened(<PartsPanel />, { selected: 'credit' });
    await it.user.click(screen.getByRole('button', { name: 'Take it off the page' }));
    expect(it.figure().parts.map(({ id }) => id)).not.toContain('credit');
  });
});

describe('a new part', () => {
  const state = { figure: firstFigure(networks[0]), networks, drawn } as never;
  test('is of the network that is there, with columns that it has', () => {
    expect(newPart('ranking', state)).toMatchObject({ kind: 'ranking', network: 'one', column: 'degree', count: 10 });
    expect(newPart('cross', state)).toMatchObject({ rows: 'island', columns: 'role' });
    expect(newPart('map', state)).toMatchObject({ network: 'one', places: 'map' });
  });
  test('has an id of its own each time', () => {
    const once = newPart('caption', state);
    const figure = firstFigure(networks[0]);
    const again = newPart('caption', {
      figure: { ...figure, parts: [...figure.parts.slice(1), once] },
      networks,
      drawn,
    });
    expect(again.id).not.toBe(once.id);
  });
  test('says what is missing', () => {
    const bare = { ...(state as object), drawn: { ...drawn, columns: [] } } as never;
    expect(() => newPart('ranking', bare)).toThrow(/no column of numbers to rank by/);
    expect(() => newPart('map', { figure: figureSchema.parse({}), networks: [], drawn })).toThrow(/no network yet/);
  });
});

describe('size and form', () => {
  test('a preset sets width and height, a height of one’s own is no preset', async () => {
    const it = opened(<SizePanel />);
    await it.user.click(screen.getByRole('combobox', { name: 'Page' }));
    await it.user.click(screen.getByRole('option', { name: /One column/ }));
    expect([it.figure().width, it.figure().height]).toEqual([84, 105]);
    const height = screen.getByRole('textbox', { name: 'Height in mm' });
    await it.user.clear(height);
    await it.user.type(height, '5{Enter}');
    // No page is lower than 20 mm.
    expect(it.figure().height).toBe(20);
    expect(screen.getByRole('combobox', { name: 'Page' }).textContent).toBe('A size of its own');
  });

  test('what is too small in print is told and raised, and let be again', async () => {
    const it = opened(<SizePanel />, { drawn: { ...drawn, smallest: { letter: 5.1, line: 0.18 } } });
    const print = within(screen.getByRole('region', { name: 'In print' }));
    expect(print.getByText(/6 pt letters and 0.25 pt lines/)).toBeTruthy();
    await it.user.click(print.getByRole('button', { name: 'Raise it' }));
    expect(it.figure()).toMatchObject({ leastLetter: 6, leastLine: 0.25 });
    await it.user.click(print.getByRole('button', { name: 'Let them be' }));
    expect(it.figure().leastLetter).toBeUndefined();
  });

  test('a page that is too low is made as high as it has to be', async () => {
    const it = opened(<SizePanel />, {
      drawn: { ...drawn, problems: [{ says: 'The page is too low.', height: 211 }] },
    });
    await it.user.click(screen.getByRole('button', { name: 'Make it 211 mm tall' }));
    expect(it.figure().height).toBe(211);
  });

  test('dots that no picture can have are refused with the most that works', async () => {
    const it = opened(<SizePanel />, { figure: figureSchema.parse({ width: 841, height: 1189, dpi: 2400 }) });
    await it.user.click(screen.getByRole('button', { name: /^Take \d+$/ }));
    expect(it.figure().dpi).toBeLessThan(400);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('another sight changes the picture, never the figure', async () => {
    const it = opened(<SizePanel />);
    const before = it.figure();
    await it.user.click(screen.getByRole('radio', { name: 'red-blind' }));
    expect(it.store.getState().seen).toBe('red');
    expect(it.figure()).toBe(before);
    expect(sightMatrix('red').split(' ')).toHaveLength(20);
    expect(sightMatrix('red')).not.toBe(sightMatrix('green'));
  });
});

test('changes of the same thing right after each other are taken back as one', () => {
  const it = opened(null);
  for (const letters of [0.8, 0.9, 1]) it.store.getState().part('map', { letters }, 'letters');
  expect(it.store.getState().past).toHaveLength(1);
  it.store.getState().undo();
  expect(part(it, 'map').letters).toBe(0.75);
});
