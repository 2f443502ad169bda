/** @jest-environment jsdom */
/** The editors that are forms of their own: what they show of a step, and what they make of it. */
import { act, screen, waitFor, within } from '@testing-library/react';
import type { ComponentType } from 'react';
import { keepKinds } from '@/core/keep';
import { dress, plainStyle } from '@/core/style';
import { type Step, stepKinds } from '@/core/trail';
import { useQuestion } from '@/ui/science/use-question';
import { groupingColumns, nodesOf } from '@/ui/science/node-set';
import type { NodeSet } from '@/ui/state/paths';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { inWorkbench, keepers, text, trail } from '@/ui/testing';
import type { Holdings } from '@/worker/client';
import { holdingsOf } from '@/worker/holdings';
import type { EditorProps } from '../editor';
import { useBefore } from '@/ui/state/use-before';
import { CombineEditor } from './combine';
import { DeriveEditor } from './derive';
import { GroupList } from './groups/group-list';
import { KeepEditor } from './keep/keep';
import { Choices } from './measure/choices';
import { ProjectEditor } from './project';

const before: Holdings = holdingsOf(keepers);

/** An editor on the second step of a trail. */
function shown<K extends Step['kind']>(
  Editor: ComponentType<EditorProps<K>>,
  settings: { kind: K } & Record<string, unknown>,
  { holdings = before, state = {} }: { holdings?: Holdings; state?: object } = {},
) {
  function Its() {
    const step = useWorkbench((all) => all.trail.steps[1]) as EditorProps<K>['step'];
    const store = useWorkbenchStore();
    return (
      <Editor step={step} before={holdings} set={(change, merge) => store.getState().setStep(step.id, change, merge)} />
    );
  }
  const it = inWorkbench(<Its />, { trail: trail(settings), ...state });
  const choose = async (label: string, option: string | RegExp): Promise<void> => {
    await it.user.click(screen.getByRole('combobox', { name: label }));
    await it.user.click(screen.getByRole('option', { name: option }));
  };
  const type = async (label: string, words: string): Promise<void> => {
    const field = screen.getByLabelText(label);
    await it.user.clear(field);
    await it.user.type(field, `${words}{Enter}`);
  };
  return { ...it, choose, type, step: () => it.store.getState().trail.steps[1] };
}

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
    expect(screen.getAllByRole('option')).toHaveLength(4);
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

describe('Keep', () => {
  const rule = (of: object) => ({ kind: 'keep' as const, rule: of });
  const list = { id: 'l1', name: 'Founders', folder: 'Union', nodes: [], version: 1 };

  test('every rule can be chosen, and begins with what there is', async () => {
    const it = shown(KeepEditor, rule({ by: 'degree', min: 2 }), { state: { shortlists: [list] } });
    await it.user.click(screen.getByRole('combobox', { name: 'Keep' }));
    const titles = screen.getAllByRole('option').map((one) => one.textContent ?? '');
    await it.user.keyboard('{Escape}');
    expect(titles.length).toBe(Object.keys(keepKinds).length);
    for (const { by, title } of Object.values(keepKinds)) {
      await it.choose('Keep', title);
      expect(it.step()).toMatchObject({ rule: { by } });
      expect(stepKinds.keep.schema.safeParse(it.step()).success).toBe(true);
    }
  });

  test('what stays is said beside the whole', () => {
    const reports = { s2: { id: 's2', nodes: 3, edges: 1, result: '', notes: [] } };
    shown(KeepEditor, rule({ by: 'degree', min: 2 }), { state: { reports } });
    expect(document.body.textContent).toContain('3 of 4 nodes (75 %) and 1 of 4 edges (25 %) stay.');
  });

  test('degree: bounds as a slider and as numbers; an upper bound at the highest is none', async () => {
    const it = shown(KeepEditor, rule({ by: 'degree', min: 1 }));
    await it.type('At most', '2');
    expect(it.step()).toMatchObject({ rule: { min: 1, max: 2 } });
    await it.type('At most', '9');
    expect(it.step()).toMatchObject({ rule: { by: 'degree', min: 1, max: undefined } });
  });

  test('values: all, none, one by one; another column begins with all of its own', async () => {
    const it = shown(KeepEditor, rule({ by: 'values', column: 'island', values: ['Ness', 'Holm'] }));
    await it.user.click(screen.getByRole('checkbox', { name: /Ness/ }));
    expect(it.step()).toMatchObject({ rule: { values: ['Holm'] } });
    await it.user.click(screen.getByRole('button', { name: 'None' }));
    expect(it.step()).toMatchObject({ rule: { values: [] } });
    await it.user.click(screen.getByRole('button', { name: 'All' }));
    expect(it.step()).toMatchObject({ rule: { values: ['Ness', 'Holm'] } });
  });

  test('a number column: of nodes or edges, an empty field is no bound', async () => {
    const it = shown(KeepEditor, rule({ by: 'number', on: 'nodes', column: 'degree' }));
    await it.type('At least', '1,5');
    expect(it.step()).toMatchObject({ rule: { on: 'nodes', column: 'degree', min: 1.5 } });
    await it.type('At least', ' ');
    expect((it.step() as { rule: { min?: number } }).rule.min).toBeUndefined();
    await it.choose('Number', 'weight of edges');
    expect(it.step()).toMatchObject({ rule: { by: 'number', on: 'edges', column: 'weight' } });
  });

  test('a shortlist stands with its folder; without one it says how to make one', async () => {
    const it = shown(KeepEditor, rule({ by: 'shortlist', shortlist: '' }), { state: { shortlists: [list] } });
    await it.choose('Shortlist', 'Union / Founders');
    await it.choose('They', 'are left out');
    expect(it.step()).toMatchObject({ rule: { shortlist: 'l1', leave: true } });
    it.unmount();
    shown(KeepEditor, rule({ by: 'shortlist', shortlist: '' }));
    expect(screen.getByText(/no shortlist yet/)).toBeTruthy();
  });

  test('between two sets: the length of paths, simple ones at first, the direction where there is one', async () => {
    const it = shown(KeepEditor, rule({ by: 'between', from: ['k1'], to: ['k2'] }));
    expect(screen.queryByRole('switch', { name: /Simple paths only/ })).toBeNull();
    await it.type('At most so many steps (0: the shortest paths)', '4');
    expect(it.step()).toMatchObject({ rule: { longest: 4, simple: true } });
    await it.user.click(screen.getByRole('switch', { name: /Simple paths only/ }));
    await it.user.click(screen.getByRole('switch', { name: 'Along the direction of edges' }));
    expect(it.step()).toMatchObject({ rule: { simple: false } });
    await it.type('At most so many steps (0: the shortest paths)', '0');
    expect((it.step() as { rule: { longest?: number } }).rule.longest).toBeUndefined();
  });

  test('the rest by their numbers', async () => {
    const it = shown(KeepEditor, rule({ by: 'sample', count: 3 }));
    await it.type('Nodes', '2');
    await it.type('Seed', '9');
    expect(it.step()).toMatchObject({ rule: { by: 'sample', count: 2, seed: 9 } });
    await it.choose('Keep', keepKinds.backbone.title);
    await it.type('Significance level', '0,01');
    expect(it.step()).toMatchObject({ rule: { by: 'backbone', level: 0.01 } });
    await it.choose('Keep', keepKinds.component.title);
    await it.type('All of at least so many nodes (0: the largest alone)', '12');
    expect(it.step()).toMatchObject({ rule: { by: 'component', min: 12 } });
  });

  test('without knowing the network before it nothing is changed', async () => {
    const it = inWorkbench(
      <KeepEditor
        step={{ id: 's2', kind: 'keep', on: true, rule: { by: 'degree', min: 2 } }}
        before={undefined}
        set={() => {
          throw new Error('changed');
        }}
      />,
    );
    await it.user.click(screen.getByRole('combobox', { name: 'Keep' }));
    await it.user.click(screen.getAllByRole('option')[2]);
    expect(screen.getByRole('combobox', { name: 'Keep' })).toBeTruthy();
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
  test('what a network holds before a step comes anew with every run; a late answer is not taken', async () => {
    const answers: ((holdings: Holdings) => void)[] = [];
    const service = { before: () => new Promise<Holdings>((resolve) => answers.push(resolve)) };
    const Its = () => <p role="status">{useBefore('s2')?.nodes ?? 'nothing yet'}</p>;
    const { store } = inWorkbench(<Its />, { trail: trail({ kind: 'groups' }) }, { service } as never);
    expect(screen.getByRole('status').textContent).toBe('nothing yet');
    act(() => store.setState({ reports: {} }));
    await waitFor(() => expect(answers).toHaveLength(2));
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

describe('sets of nodes', () => {
  const lists = [{ id: 'l1', nodes: [{ id: 'k4' }, { id: 'gone' }, { id: 'k1' }] }];
  test.each<[string, NodeSet, string[]]>([
    ['as they were selected', { from: 'nodes', ids: ['k3', 'gone', 'k1'] }, ['k1', 'k3']],
    ['of a shortlist', { from: 'shortlist', id: 'l1' }, ['k1', 'k4']],
    ['of a shortlist that is gone', { from: 'shortlist', id: 'l9' }, []],
    ['by a value', { from: 'value', column: 'island', value: 'Ness' }, ['k1', 'k2']],
    ['by a column that is gone', { from: 'value', column: 'shore', value: 'Ness' }, []],
  ])('%s', (_name, set, ids) => {
    expect(nodesOf(keepers, set, lists)).toEqual(ids);
  });
  test('columns of few values can be chosen, the most frequent first; those of many cannot', () => {
    const many = Array.from({ length: 90 }, (_, i) => `name ${i}`);
    const net = {
      ...keepers,
      ids: many,
      labels: many,
      nodeColumns: [text('name', ...many), text('side', ...many.map((_, i) => (i % 3 ? 'b' : 'a')))],
    };
    expect(groupingColumns(net)).toEqual([{ name: 'side', values: ['b', 'a'] }]);
    expect(groupingColumns(keepers)).toEqual([{ name: 'island', values: ['Ness', 'Holm'] }]);
  });
});
