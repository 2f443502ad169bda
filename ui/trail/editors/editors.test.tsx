/** @jest-environment jsdom */
/** The editors that are forms of their own: what they show of a step, and what they make of it. */
import { act, screen, waitFor, within } from '@testing-library/react';
import { dress, plainStyle } from '@/core/style';
import type { Trail } from '@/core/trail';
import { useQuestion } from '@/ui/science/use-question';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import type { Holdings } from '@/worker/client';
import type { EditorProps } from '../editor';
import { useBefore } from '@/ui/state/use-before';
import { CombineEditor } from './combine';
import { DeriveEditor } from './derive';
import { GroupList } from './groups/group-list';
import { Choices } from './measure/choices';
import { ProjectEditor } from './project';
import { before, shown } from './samples';

describe('Project', () => {
  const two = {
    ...before,
    sides: [
      { name: 'keeper', nodes: 30 },
      { name: 'society', nodes: 8 },
    ] as Holdings['sides'],
  };
  test('shows the side that is computed by default, and every side can be chosen', async () => {
    const it = shown(ProjectEditor, { kind: 'project' }, { holdings: two });
    expect(screen.getByRole('combobox', { name: 'Keep the side' }).textContent).toBe('keeper (30)');
    await it.choose('Keep the side', 'society (8)');
    expect(it.step()).toMatchObject({ side: 'society' });
    await it.choose('Keep the side', 'keeper (30)');
    expect(it.step()).toMatchObject({ side: 'keeper' });
  });
  test('how it counts, and the least weight', async () => {
    const it = shown(ProjectEditor, { kind: 'project' }, { holdings: two });
    await it.choose('Counting', /fractional/);
    await it.type('Edges weigh at least', '2,5');
    expect(it.step()).toMatchObject({ counting: 'fractional', minWeight: 2.5 });
  });
});

describe('Combine', () => {
  const networks = [
    { id: 'network', name: 'This', trail: trail() },
    { id: 'other', name: 'Seed sent later', trail: trail() },
    { id: 'unread', name: 'From tomorrow', fault: 'written by a later version' },
  ];
  test('without another network it says what to do', () => {
    shown(CombineEditor, { kind: 'combine', network: '' });
    expect(screen.getByText(/no other network/)).toBeTruthy();
  });
  test('every other network can be chosen, also one that cannot be read', async () => {
    const it = shown(CombineEditor, { kind: 'combine', network: '' }, { state: { networks } });
    await it.user.click(screen.getByRole('combobox', { name: 'The other network' }));
    expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual(['Seed sent later', 'From tomorrow']);
    await it.user.click(screen.getByRole('option', { name: 'Seed sent later' }));
    expect(it.step()).toMatchObject({ network: 'other' });
  });
  test('before and after offers a style of what changed, as a step of its own or in the one there is', async () => {
    const it = shown(CombineEditor, { kind: 'combine', network: 'other' }, { state: { networks } });
    expect(screen.queryByRole('button', { name: 'Style by what changed' })).toBeNull();
    await it.choose('What for', /before/);
    await it.user.click(screen.getByRole('button', { name: 'Style by what changed' }));
    expect(it.store.getState().trail.steps[2]).toMatchObject({
      kind: 'style',
      nodeColour: { by: 'category', column: 'change', colours: { vanished: '#B8475A' } },
    });
    await it.user.click(screen.getByRole('button', { name: 'Style by what changed' }));
    expect(it.store.getState().trail.steps).toHaveLength(3);
  });
  test('whose value is taken, and by what nodes are the same', async () => {
    const it = shown(CombineEditor, { kind: 'combine', network: 'other' }, { state: { networks } });
    await it.choose('Where values differ, take those of', 'the other network');
    await it.choose('Nodes are the same by', /their names/);
    expect(it.step()).toMatchObject({ prefer: 'other', by: 'name' });
  });
});

describe('Derive', () => {
  const classes = { kind: 'derive' as const, name: 'class', how: { by: 'classes', column: 'island' } };
  test('values stand by their classes', async () => {
    const it = shown(DeriveEditor, classes);
    const rows = within(screen.getByRole('table')).getAllByRole('row');
    expect(rows.slice(1).map((row) => row.textContent)).toEqual([
      expect.stringContaining('Ness'),
      expect.stringContaining('Holm'),
    ]);
    await it.type('New column', 'shore');
    expect(it.step()).toMatchObject({ name: 'shore' });
  });
  test.each([
    ['bands of a number', { by: 'bands', column: 'degree' }],
    ['hand, on what is selected', { by: 'hand', from: '', classes: [] }],
    ['a formula', { by: 'formula', formula: 'if(empty(name), "none", name)' }],
    ['membership in shortlists', { by: 'shortlists', shortlists: [] }],
    ['another table, joined on a column', { by: 'table', table: 'consignments' }],
  ])('%s begins with what there is', async (option, how) => {
    const it = shown(DeriveEditor, classes);
    await it.choose('Made by', option);
    expect(it.step()).toMatchObject({ how });
  });
  test('of edges there are no shortlists', async () => {
    const it = shown(DeriveEditor, classes);
    await it.choose('Of', 'edges');
    await it.user.click(screen.getByRole('combobox', { name: 'Made by' }));
    expect(screen.getAllByRole('option')).toHaveLength(5);
  });
  test('classes by hand are renamed, selected and taken off', async () => {
    const classes = [
      { class: 'elder', on: ['k1', 'k2'] },
      { class: 'young', on: ['k3'] },
    ];
    const it = shown(DeriveEditor, { kind: 'derive', name: 'rank', how: { by: 'hand', classes } });
    await it.user.click(screen.getByRole('button', { name: 'Select 2 nodes of elder' }));
    expect(it.store.getState().selection.nodes).toEqual(['k1', 'k2']);
    await it.type('Class young', 'elder');
    expect(it.step()).toMatchObject({ how: { classes: [{ class: 'elder', on: ['k1', 'k2', 'k3'] }] } });
    await it.choose('Where none is set, the value of', 'island');
    await it.user.click(screen.getByRole('button', { name: 'Take elder off' }));
    expect(it.step()).toMatchObject({ how: { from: 'island', classes: [] } });
  });
});

describe('Measure', () => {
  test('measures stand by the questions they answer, are found by name, and chosen', async () => {
    const it = shown(Choices, { kind: 'measure', measures: ['degree'] });
    expect(screen.getByText('Who is central?').textContent).toContain('1 chosen');
    await it.user.click(screen.getByRole('checkbox', { name: 'PageRank' }));
    await it.user.click(screen.getByRole('checkbox', { name: 'Degree' }));
    expect(it.step()).toMatchObject({ measures: ['pagerank'] });
    await it.user.type(screen.getByLabelText('Find a measure by name'), 'core number');
    expect(screen.getAllByRole('checkbox').map((one) => one.closest('label')?.textContent)).toEqual(['Core number']);
    await it.user.type(screen.getByLabelText('Find a measure by name'), ' xyz');
    expect(screen.getByText('No measure has these letters.')).toBeTruthy();
  });
  test('what only directed networks have is offered only there, unless it is chosen already', () => {
    const first = shown(Choices, { kind: 'measure', measures: ['degree'] });
    expect(screen.getByRole('checkbox', { name: 'In-degree' })).toBeTruthy();
    first.unmount();
    const second = shown(
      Choices,
      { kind: 'measure', measures: ['degree'] },
      { holdings: { ...before, directed: false } },
    );
    expect(screen.queryByRole('checkbox', { name: 'In-degree' })).toBeNull();
    second.unmount();
    shown(Choices, { kind: 'measure', measures: ['in_degree'] }, { holdings: { ...before, directed: false } });
    expect(screen.getByRole('checkbox', { name: 'In-degree' })).toBeTruthy();
  });
});

describe('the list of groups', () => {
  const marks = [
    { id: 0, slot: 0 },
    { id: 1, slot: 1 },
  ];
  const grouped = {
    ...keepers,
    nodeColumns: [
      ...keepers.nodeColumns,
      {
        type: 'text',
        name: 'group',
        codes: Int32Array.of(0, 0, 1, -1),
        dictionary: ['Ness', 'Holm'],
        marks,
      } as (typeof keepers.nodeColumns)[number],
    ],
  };
  const style = {
    ...plainStyle,
    nodeColour: { by: 'category', column: 'group', palette: 'moraine', colours: {} },
  } as const;
  function groups(settings: object = {}) {
    const List = ({ step, set }: EditorProps<'groups'>) => <GroupList step={step} set={set} />;
    const known = [
      { id: 0, slot: 0, anchors: ['k1', 'k2'] },
      { id: 1, slot: 1, anchors: ['k3'] },
    ];
    return shown(
      List,
      { kind: 'groups', known, ...settings },
      { state: { net: grouped, looks: dress(grouped, style) } },
    );
  }

  test('by size, with their colours, their strongest members, ties inside and out', () => {
    groups();
    const rows = within(screen.getByRole('list', { name: 'Groups' })).getAllByRole('listitem');
    expect(rows[0].textContent).toContain('NessTove Lorne, Alban Pell2 inside, 2 out2');
    expect(rows[1].textContent).toContain('HolmRagna Wick0 inside, 2 out1');
    expect(screen.getByLabelText<HTMLInputElement>('Colour of Ness').value).toBe('#377393');
  });

  test('a click selects the members', async () => {
    const it = groups();
    await it.user.click(screen.getByRole('button', { name: /^Ness/ }));
    expect(it.store.getState().selection.nodes).toEqual(['k2', 'k1']);
  });

  test('a name given by hand is kept with the group', async () => {
    const it = groups();
    await it.user.dblClick(screen.getByRole('button', { name: /^Holm/ }));
    await it.type('Name of Holm', 'The harbour');
    expect((it.step() as { known: { id: number; name?: string }[] }).known.find(({ id }) => id === 1)?.name).toBe(
      'The harbour',
    );
  });

  test('two are merged, one is dissolved, and all comes back as it was found', async () => {
    const it = groups();
    const menu = async (group: string, entry: string): Promise<void> => {
      await it.user.click(screen.getByRole('button', { name: `Change ${group}` }));
      await it.user.click(await screen.findByRole('menuitem', { name: entry }));
    };
    await menu('Ness', 'Mark to merge');
    await menu('Holm', 'Mark to merge');
    await it.user.click(screen.getByRole('button', { name: 'Merge 2 groups' }));
    expect(it.step()).toMatchObject({ byHand: { k3: 0 } });
    await menu('Ness', 'Dissolve');
    expect(it.step()).toMatchObject({ byHand: { k3: 0, k1: -1, k2: -1 } });
    await it.user.click(screen.getByRole('button', { name: 'Back to the groups as found' }));
    expect((it.step() as { byHand?: object }).byHand).toBeUndefined();
  });

  test('without groups there is no list', () => {
    const List = ({ step, set }: EditorProps<'groups'>) => <GroupList step={step} set={set} />;
    const { container } = shown(List, { kind: 'groups' });
    expect(container.textContent).toBe('');
  });
});

describe('what editors ask of the worker', () => {
  test('what a network holds before a step comes anew when that has changed, not with changes of the step; a late answer is not taken', async () => {
    const answers: ((holdings: Holdings) => void)[] = [];
    const asked: string[][] = [];
    const service = {
      holdings({ steps }: Trail) {
        asked.push(steps.map(({ id }) => id));
        return new Promise<Holdings>((resolve) => answers.push(resolve));
      },
    };
    const Its = () => <p role="status">{useBefore('s2')?.nodes ?? 'nothing yet'}</p>;
    const { store } = inWorkbench(<Its />, { trail: trail({ kind: 'groups' }) }, { service } as never);
    expect(screen.getByRole('status').textContent).toBe('nothing yet');
    const report = (id: string, nodes: number) => ({ id, nodes, edges: 3, result: '', notes: [] });
    act(() => store.getState().setStep('s2', { on: false }));
    act(() => store.setState({ reports: { s2: report('s2', 4) } }));
    expect(asked).toEqual([['s1']]);
    act(() => store.setState({ reports: { s1: report('s1', 8), s2: report('s2', 4) } }));
    act(() => store.setState({ reports: { s1: report('s1', 8), s2: report('s2', 5) } }));
    await waitFor(() => expect(answers).toHaveLength(2));
    act(() => store.setState({ shortlists: [] }));
    await waitFor(() => expect(answers).toHaveLength(3));
    answers.shift();
    await act(async () => {
      answers[1]({ ...before, nodes: 12 });
      answers[0]({ ...before, nodes: 99 });
      await Promise.resolve();
    });
    expect(screen.getByRole('status').textContent).toBe('12');
  });

  test('of questions of a kind the last one counts; a fault is said', async () => {
    const asked: [string, (answer: unknown) => void, (error: Error) => void][] = [];
    const service = {
      ask: (_kind: string, _trail: object, at: string) =>
        new Promise((resolve, reject) => asked.push([at, resolve, reject])),
    };
    function Its() {
      const { answer, fault, share, ask } = useQuestion('named');
      return (
        <>
          <p role="status">{fault ?? answer?.text ?? (share === undefined ? 'idle' : `asked ${share}`)}</p>
          <button type="button" onClick={() => void ask('end', { text: 'a', most: 3 })}>
            ask
          </button>
        </>
      );
    }
    const { user } = inWorkbench(<Its />, {}, { service } as never);
    expect(screen.getByRole('status').textContent).toBe('idle');
    await user.click(screen.getByRole('button', { name: 'ask' }));
    await user.click(screen.getByRole('button', { name: 'ask' }));
    expect(screen.getByRole('status').textContent).toBe('asked 0');
    await act(async () => {
      asked[1][1]({ text: 'second', nodes: [], missed: [] });
      asked[0][1]({ text: 'first', nodes: [], missed: [] });
      await Promise.resolve();
    });
    expect(screen.getByRole('status').textContent).toBe('second');
    await user.click(screen.getByRole('button', { name: 'ask' }));
    await act(async () => {
      asked[2][2](new Error('The trail is empty.'));
      await Promise.resolve();
    });
    await waitFor(() => expect(screen.getByRole('status').textContent).not.toBe('second'));
  });
});
