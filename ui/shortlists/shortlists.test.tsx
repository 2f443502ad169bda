/** @jest-environment jsdom */
import { act, screen, waitFor, within } from '@testing-library/react';
import type { ShortlistRow } from '@/server/shortlists';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import { ShortlistsPanel } from './panel';

const mockWent: string[] = [];
const mockSaid: { text: string; undo?: () => void }[] = [];
const mockAsked: unknown[][] = [];
const mockFiles: string[] = [];
let mockAnswer: (name: string) => unknown = () => ({ ok: true, value: undefined });
jest.mock('next/navigation', () => ({ useRouter: () => ({ push: (to: string) => mockWent.push(to) }) }));
jest.mock('@/ui/kit', () => ({
  ...jest.requireActual<object>('@/ui/kit'),
  saveFile: (_blob: Blob, name: string) => mockFiles.push(name),
}));
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign(
    (text: string, more?: { action: { onClick: () => void } }) => mockSaid.push({ text, undo: more?.action.onClick }),
    { error: (text: string) => mockSaid.push({ text }) },
  ),
}));
jest.mock('@/server/actions', () =>
  Object.fromEntries(
    [
      'changeShortlist',
      'createNetwork',
      'createShortlist',
      'deleteShortlist',
      'listShortlists',
      'restoreShortlist',
    ].map((name) => [
      name,
      (...given: unknown[]) => {
        mockAsked.push([name, ...given]);
        return Promise.resolve(mockAnswer(name));
      },
    ]),
  ),
);

const list = (id: string, name: string, folder: string, ...ids: string[]): ShortlistRow => ({
  id,
  name,
  folder,
  seen: 'everybody',
  version: 3,
  nodes: ids.map((one) => ({ id: one, label: one.toUpperCase() })),
});
const lists = [
  list('l1', 'Founders', 'Union', 'k1', 'k2'),
  list('l2', 'Later members', 'Union', 'k2', 'k3', 'gone'),
  list('l3', 'Harbour', '', 'k4'),
];
beforeEach(() => {
  mockWent.length = mockSaid.length = mockAsked.length = mockFiles.length = 0;
  mockAnswer = (name) => ({ ok: true, value: name === 'listShortlists' ? lists : { kind: 'saved' } });
});

const shown = (state: object = {}, session: object = {}) => {
  const it = inWorkbench(<ShortlistsPanel />, { shortlists: lists, ...state }, session);
  const menu = async (name: string, entry: string): Promise<void> => {
    await it.user.click(screen.getByRole('button', { name: `${name}: more` }));
    await it.user.click(await screen.findByRole('menuitem', { name: entry }));
  };
  return { ...it, menu };
};

test('lists stand in their folders, with how many of them are in this network', () => {
  shown();
  const text = screen.getByRole('region', { name: 'Lists' }).textContent ?? '';
  expect(text).toContain('Union');
  expect(text).toContain('Founders2');
  expect(text).toContain('Later members2 of 3');
});

test('without lists it says how to make one', () => {
  shown({ shortlists: [] });
  expect(screen.getByText(/None yet. Select nodes/)).toBeTruthy();
});

test('a list is selected; what is not in this network is said', async () => {
  const { user, store } = shown();
  await user.click(screen.getByRole('button', { name: /^Founders ?2/ }));
  expect(store.getState().selection.nodes).toEqual(['k1', 'k2']);
  expect(mockSaid).toEqual([]);
  await user.click(screen.getByRole('button', { name: /^Later members ?2 of/ }));
  expect(store.getState().selection.nodes).toEqual(['k2', 'k3']);
  expect(mockSaid[0].text).toBe('1 node of the list is not in this network.');
});

test.each([
  ['Union', ['k1', 'k2', 'k3']],
  ['Overlap', ['k2']],
  ['First without the others', ['k1']],
])('%s of two lists', async (operation, wanted) => {
  const { user, store } = shown();
  await user.click(screen.getByRole('checkbox', { name: 'Tick Founders' }));
  await user.click(screen.getByRole('checkbox', { name: 'Tick Later members' }));
  await user.click(screen.getByRole('button', { name: operation }));
  expect([...store.getState().selection.nodes].sort()).toEqual(wanted);
});

test('membership becomes a column before the layout, and the colour of the nodes', async () => {
  const { user, store } = shown({
    trail: trail({ kind: 'arrange', method: 'force' }, { kind: 'style', arrows: true }),
  });
  await user.click(screen.getByRole('checkbox', { name: 'Tick Founders' }));
  await user.click(screen.getByRole('button', { name: 'Colour by membership' }));
  const { steps } = store.getState().trail;
  expect(steps.map(({ kind }) => kind)).toEqual(['ties', 'derive', 'arrange', 'style']);
  expect(steps[1]).toMatchObject({ name: 'membership', how: { by: 'shortlists', shortlists: ['l1'] } });
  expect(steps[3]).toMatchObject({ nodeColour: { by: 'category', column: 'membership' }, arrows: true });
  // Another choice changes the step that is there.
  await user.click(screen.getByRole('checkbox', { name: 'Tick Harbour' }));
  await user.click(screen.getByRole('button', { name: 'Colour by membership' }));
  expect(store.getState().trail.steps).toHaveLength(4);
  expect(store.getState().trail.steps[1]).toMatchObject({ how: { shortlists: ['l1', 'l3'] } });
});

describe('the selection', () => {
  const chosen = { selection: { nodes: ['k1', 'k3'] } };
  const card = (): HTMLElement => screen.getByRole('region', { name: 'The selection' });

  test('becomes a list with a name and a folder, with the nodes’ names', async () => {
    const { user } = shown(chosen);
    const make = screen.getByRole<HTMLButtonElement>('button', { name: 'Make a shortlist' });
    expect(make.disabled).toBe(true);
    await user.type(screen.getByLabelText('Name of the new shortlist'), 'Growers');
    await user.type(screen.getByLabelText('Folder'), 'North');
    await user.click(make);
    await waitFor(() => expect(mockAsked.map(([name]) => name)).toEqual(['createShortlist', 'listShortlists']));
    expect(mockAsked[0].slice(1)).toEqual([
      'study',
      'Growers',
      'North',
      [
        { id: 'k1', label: 'Alban Pell' },
        { id: 'k3', label: 'Ragna Wick' },
      ],
    ]);
    expect(screen.getByLabelText<HTMLInputElement>('Name of the new shortlist').value).toBe('');
  });

  test('a name that is refused stays to be mended', async () => {
    mockAnswer = (name) =>
      name === 'createShortlist' ? { ok: false, fault: 'There is one of this name.' } : { ok: true, value: lists };
    const { user } = shown(chosen);
    await user.type(screen.getByLabelText('Name of the new shortlist'), 'Founders{Enter}');
    await waitFor(() => expect(mockSaid).toEqual([{ text: 'There is one of this name.', undo: undefined }]));
    expect(screen.getByLabelText<HTMLInputElement>('Name of the new shortlist').value).toBe('Founders');
  });

  test.each([
    ['Keep these', false],
    ['Leave out', true],
  ])('%s is a step before what is measured', async (label, leave) => {
    const { user, store } = shown({ ...chosen, trail: trail({ kind: 'measure', measures: ['degree'] }) });
    await user.click(within(card()).getByRole('button', { name: label }));
    const { steps } = store.getState().trail;
    expect(steps.map(({ kind }) => kind)).toEqual(['ties', 'keep', 'measure']);
    expect(steps[1]).toMatchObject({ rule: { by: 'nodes', nodes: ['k1', 'k3'], leave } });
    expect(store.getState()).toMatchObject({ step: steps[1].id, lists: false });
  });

  test('goes into a file', async () => {
    const taken: unknown[] = [];
    const service = {
      holdings: () => new Promise(() => undefined),
      take: (what: unknown) => Promise.resolve((taken.push(what), new Blob(['x']))),
    };
    const { user } = shown(chosen, { service });
    await user.click(within(card()).getByRole('button', { name: 'CSV' }));
    await waitFor(() => expect(mockFiles).toEqual(['Who sent seed to whom, selection.csv']));
    expect(taken).toEqual([
      {
        kind: 'chosen',
        nodes: [
          { id: 'k1', label: 'Alban Pell' },
          { id: 'k3', label: 'Ragna Wick' },
        ],
      },
    ]);
  });

  test('with nothing selected there is nothing to do', () => {
    shown();
    for (const label of ['Keep these', 'Leave out', 'CSV', 'Make a shortlist'])
      expect(within(card()).getByRole<HTMLButtonElement>('button', { name: label }).disabled).toBe(true);
  });
});

describe('a list’s menu', () => {
  test('adds the selection and takes it out, on top of the version that is shown', async () => {
    const { menu } = shown({ selection: { nodes: ['k2', 'k4'] } });
    await menu('Founders', 'Add the selection');
    await waitFor(() => expect(mockAsked.length).toBeGreaterThan(1));
    const [, study, id, version, change] = mockAsked[0] as [
      string,
      string,
      string,
      number,
      { nodes: { id: string }[] },
    ];
    expect([study, id, version]).toEqual(['study', 'l1', 3]);
    expect(change.nodes.map((one) => one.id)).toEqual(['k1', 'k2', 'k2', 'k4']);
    mockAsked.length = 0;
    await menu('Founders', 'Take the selection out');
    await waitFor(() => expect(mockAsked.length).toBeGreaterThan(1));
    expect((mockAsked[0][4] as { nodes: { id: string }[] }).nodes.map((one) => one.id)).toEqual(['k1']);
  });

  test('somebody else’s change is not written over, and said', async () => {
    mockAnswer = (name) =>
      name === 'changeShortlist' ? { ok: true, value: { kind: 'conflict', size: 7 } } : { ok: true, value: lists };
    const { menu } = shown({ selection: { nodes: ['k4'] } });
    await menu('Founders', 'Add the selection');
    await waitFor(() => expect(mockSaid[0]?.text).toContain('now holds 7 nodes'));
    expect(mockSaid[0].text).toContain('nothing was written over');
  });

  test('makes a network of its nodes, alone or with what is around them', async () => {
    mockAnswer = (name) => ({ ok: true, value: name === 'createNetwork' ? { id: 'made' } : lists });
    const { menu } = shown();
    await menu('Founders', 'As a network, 1 step around');
    await waitFor(() => expect(mockWent).toEqual(['/studies/study/networks/made']));
    expect(mockAsked[0].slice(0, 3)).toEqual(['createNetwork', 'study', 'Who sent seed to whom, Founders']);
    expect((mockAsked[0][3] as { steps: object[] }).steps[1]).toMatchObject({
      rule: { by: 'ego', nodes: ['k1', 'k2'], distance: 1 },
    });
    await menu('Founders', 'As a network, alone');
    await waitFor(() => expect(mockWent).toHaveLength(2));
    expect((mockAsked[1][3] as { steps: object[] }).steps[1]).toMatchObject({
      rule: { by: 'nodes', nodes: ['k1', 'k2'] },
    });
  });

  test('deletes it, with a way back', async () => {
    const { menu } = shown();
    await menu('Harbour', 'Delete');
    await waitFor(() => expect(mockSaid[0]?.text).toBe('“Harbour” deleted.'));
    await act(async () => {
      mockSaid[0].undo?.();
      await Promise.resolve();
    });
    await waitFor(() => expect(mockAsked.map(([name]) => name)).toContain('restoreShortlist'));
  });
});

test('a network that is not there yet knows no names, and none are made up', () => {
  shown({ net: undefined, selection: { nodes: [] } });
  expect(screen.getByRole('region', { name: 'Lists' }).textContent).toContain('Founders0 of 2');
  expect(keepers.ids).toHaveLength(4);
});

describe('classes by hand', () => {
  const derived = (it: ReturnType<typeof shown>) =>
    it.store.getState().trail.steps.filter((step) => step.kind === 'derive');

  test('set on the selection, and taken off again', async () => {
    const it = shown({ selection: { nodes: ['k1', 'k3'] } });
    await it.user.click(screen.getByText('Classes by hand'));
    await it.user.type(screen.getByLabelText('Class'), 'carrier');
    await it.user.click(screen.getByRole('button', { name: 'Set on 2 nodes' }));
    expect(derived(it)).toMatchObject([
      { name: 'class', of: 'nodes', how: { by: 'hand', from: '', classes: [{ class: 'carrier', on: ['k1', 'k3'] }] } },
    ]);
    expect(mockSaid.at(-1)?.text).toBe('2 nodes “carrier” in “class”.');
    await it.user.click(screen.getByRole('button', { name: 'Take it off' }));
    expect(derived(it)).toMatchObject([{ how: { classes: [] } }]);
  });
  test('over a column of that name the rest keeps what it says', async () => {
    const it = shown({ selection: { nodes: ['k1'] } });
    await it.user.click(screen.getByText('Classes by hand'));
    const column = screen.getByLabelText('Column of the classes');
    await it.user.clear(column);
    await it.user.type(column, 'island');
    await it.user.type(screen.getByLabelText('Class'), 'mainland{Enter}');
    expect(derived(it)).toMatchObject([{ name: 'island', how: { from: 'island' } }]);
  });
  test('set on ties that are selected by themselves', async () => {
    const edges = [{ from: keepers.ids[keepers.source[0]], to: keepers.ids[keepers.target[0]] }];
    const it = shown({ selection: { nodes: [], edges } });
    await it.user.click(screen.getByText('Classes by hand'));
    await it.user.type(screen.getByLabelText('Class'), 'kin');
    await it.user.click(screen.getByRole('button', { name: 'Set on 1 tie' }));
    expect(derived(it)).toMatchObject([{ of: 'edges', how: { classes: [{ class: 'kin' }] } }]);
  });
  test('pasted from a spreadsheet, with what was not found', async () => {
    const it = shown();
    await it.user.click(screen.getByText('Classes by hand'));
    await it.user.click(screen.getByLabelText('Classes from a spreadsheet'));
    await it.user.paste('who\trank\nk1\telder\nnobody\tyoung\n');
    await it.user.click(screen.getByRole('button', { name: 'Set these classes' }));
    expect(derived(it)).toMatchObject([{ name: 'rank', how: { classes: [{ class: 'elder', on: ['k1'] }] } }]);
    expect(mockSaid.at(-1)?.text).toBe('1 node in “rank”. 1 name is not in the network: nobody.');
    await it.user.paste('nobody\tyoung');
    expect(derived(it)).toHaveLength(1);
  });
});
