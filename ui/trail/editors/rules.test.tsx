/** @jest-environment jsdom */
import { fireEvent, screen } from '@testing-library/react';
import { keepKinds } from '@/core/keep';
import { stepKinds } from '@/core/trail';
import { groupingColumns, nodesOf } from '@/ui/science/node-set';
import type { NodeSet } from '@/ui/state/paths';
import { inWorkbench, keepers, text } from '@/ui/testing';
import { KeepEditor } from './keep/keep';
import { shown } from './samples';

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

  test.each([
    ['Degree at least', { by: 'degree', min: 1 }, [{ min: 2 }, { min: 0 }]],
    ['k', { by: 'core', k: 2 }, [{ k: 3 }, { k: 1 }]],
    ['Steps', { by: 'ego', nodes: ['k1'], distance: 1 }, [{ distance: 2 }]],
    ['Edges of each node', { by: 'strongest', count: 3 }, [{ count: 4 }, { count: 2 }]],
  ])('%s: what the notches beside come to can be worked ahead', (label, of, next) => {
    const it = shown(KeepEditor, rule(of));
    fireEvent.focus(screen.getByRole('slider', { name: label }));
    expect(it.foreseen.at(-1)).toEqual(
      next.map((change) => ({ rule: expect.objectContaining({ ...of, ...change }) as object })),
    );
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
