/** @jest-environment jsdom */
/** The editors that are forms of their own: what they show of a step, and what they make of it. */
import { act, screen, waitFor, within } from '@testing-library/react';
import type { ComponentType } from 'react';
import { categories } from '@/core/style';
import { distribution } from '@/core/tables';
import type { Step } from '@/core/trail';
import { useQuestion } from '@/ui/science/use-question';
import { type NodeSet, groupingColumns, nodesOf } from '@/ui/science/node-set';
import { useWorkbench, useWorkbenchStore } from '@/ui/shell/workbench-context';
import { inWorkbench, keepers, number, text, trail } from '@/ui/testing';
import type { ColumnHoldings, Holdings } from '@/worker/client';
import type { EditorProps } from '../editor';
import { useBefore } from '../use-before';
import { CombineEditor } from './combine';
import { DeriveEditor } from './derive';
import { Choices } from './measure/choices';
import { ProjectEditor } from './project';

const held = (col: (typeof keepers.nodeColumns)[number]): ColumnHoldings => ({
  name: col.name,
  type: col.type,
  values: col.type === 'number' ? [] : categories(col),
  distribution: distribution(col),
});
const before: Holdings = {
  nodes: 4,
  edges: 4,
  directed: true,
  nodeColumns: keepers.nodeColumns.map(held),
  edgeColumns: keepers.edgeColumns.map(held),
  degree: distribution(number('degree', 3, 3, 2, 0)),
};

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
