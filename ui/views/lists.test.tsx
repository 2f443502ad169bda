/** @jest-environment jsdom */
/** Lists that are taken away as CSV: whole, with the names that are shown, and without formulas. */
import { screen, waitFor } from '@testing-library/react';
import { Agreement } from '@/ui/trail/editors/groups/agreement';
import { GroupList } from '@/ui/trail/editors/groups/group-list';
import type { EditorProps } from '@/ui/trail/editor';
import { shown } from '@/ui/trail/editors/samples';
import type { Session } from '@/ui/state/session';
import { freshPaths } from '@/ui/state/paths';
import { inWorkbench, keepers, text, trail } from '@/ui/testing';
import type { Comparison } from '@/worker/client';
import { alone, answer } from '@/worker/questions';
import { CompareView } from './compare/compare-view';
import { ContactsView } from './contacts/contacts-view';
import { PathsView } from './paths/paths-view';

const mockSaved: { name: string; blob: Blob }[] = [];
jest.mock('@/ui/kit/save-file', () => ({ saveFile: (blob: Blob, name: string) => mockSaved.push({ name, blob }) }));
jest.mock('@/server/actions', () => ({}));
jest.mock('next/navigation', () => ({ useRouter: () => ({}) }));
beforeEach(() => void (mockSaved.length = 0));

/** One of the keepers has a name that a spreadsheet would compute. */
const net = {
  ...keepers,
  labels: ['Alban Pell', '=Tove', 'Ragna Wick', 'Maud Oxley'],
  nodeColumns: [text('island', 'Ness', 'Ness', 'Holm', ''), text('group', 'a', 'a', 'b', 'b')],
};
const session = {
  service: {
    ask: (kind: never, _trail: unknown, _at: string, ask: never) => answer(kind, net, ask, alone, () => undefined),
  },
} as unknown as Session;

/** Lines of the one file that was saved. */
async function saved(name: string): Promise<string[]> {
  expect(mockSaved.map((one) => one.name)).toEqual([name]);
  const lines = await new Promise<string>((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.readAsText(mockSaved[0].blob);
  });
  return lines.trimEnd().split('\r\n');
}

describe('paths', () => {
  const found = async (state: object, find: string): Promise<string[]> => {
    const it = inWorkbench(<PathsView />, { net, paths: { ...freshPaths, ...state } }, session);
    await it.user.click(screen.getByRole('button', { name: /^Find / }));
    await it.user.click(await screen.findByRole('button', { name: 'As CSV' }));
    return saved(`Who sent seed to whom ${find}.csv`);
  };
  const node = (id: string) => ({ from: 'nodes' as const, ids: [id] });
  const ends = { from: node('k1'), to: node('k2') };
  test('one in a row, with what is along it', async () => {
    expect(await found({ ...ends, find: 'all' }, 'paths')).toEqual([
      'from,to,steps,length,weakest tie,packets along the way,nodes,ids,weights',
      "Alban Pell,'=Tove,1,1,3,3,Alban Pell; =Tove,k1; k2,3",
      "Alban Pell,'=Tove,2,2,1,6,Alban Pell; Ragna Wick; =Tove,k1; k3; k2,1; 5",
    ]);
  });
  test('of a flow the ties of the smallest cut', async () => {
    expect(await found({ ...ends, find: 'flow' }, 'smallest cut')).toEqual([
      'from,to,packets',
      "Alban Pell,'=Tove,3",
      'Alban Pell,Ragna Wick,1',
    ]);
  });
  test('of a tree its ties', async () => {
    expect(await found({ find: 'tree' }, 'spanning tree')).toEqual([
      'from,to,packets',
      "Alban Pell,'=Tove,3",
      "Ragna Wick,'=Tove,5",
    ]);
  });
  test('who is around', async () => {
    const it = inWorkbench(<PathsView />, { net, paths: { ...freshPaths, ...ends, find: 'around', longest: 1 } });
    await it.user.click(screen.getByRole('button', { name: 'As CSV' }));
    expect(await saved('Who sent seed to whom downstream.csv')).toEqual([
      'node,id',
      'Alban Pell,k1',
      "'=Tove,k2",
      'Ragna Wick,k3',
    ]);
  });
});

test('contacts of two groups, and of several', async () => {
  const it = inWorkbench(<ContactsView />, { net, selection: { nodes: ['k1'], edges: [] } }, session);
  const set = async (label: string, from: RegExp, value: string): Promise<void> => {
    await it.user.click(screen.getByRole('combobox', { name: `${label} from` }));
    await it.user.click(screen.getByRole('option', { name: from }));
    await it.user.click(await screen.findByRole('combobox', { name: `${label}: value` }));
    await it.user.click(await screen.findByRole('option', { name: value }));
  };
  await set('First group', /island/, 'Ness');
  await set('Second group', /island/, 'Holm');
  await it.user.click(await screen.findByRole('button', { name: 'As CSV' }));
  expect(await saved('Who sent seed to whom contacts.csv')).toEqual([
    'contact,from,to,weight,ties to the first,ties to the second,pairs,kind',
    "direct,Ragna Wick,'=Tove,5,,,,nodes",
    'direct,Alban Pell,Ragna Wick,1,,,,nodes',
  ]);

  mockSaved.length = 0;
  await it.user.click(screen.getByRole('button', { name: 'Several against one' }));
  await it.user.click(await screen.findByRole('combobox', { name: 'The groups of' }));
  await it.user.click(screen.getByRole('option', { name: 'group' }));
  await set('Against', /island/, 'Holm');
  await it.user.click(await screen.findByRole('button', { name: 'As CSV' }));
  expect(await saved('Who sent seed to whom contacts of groups.csv')).toEqual([
    'Group,Nodes,Direct ties,Third nodes,Pairs through them',
    'a,2,2,0,0',
    'b,2,0,0,0',
  ]);
});

describe('groups', () => {
  test('with their size, ties and strongest members', async () => {
    const List = ({ step, set }: EditorProps<'groups'>) => <GroupList step={step} set={set} />;
    const column = text('group', 'Ness', 'Ness', 'Holm', '');
    const marks = [0, 1].map((id) => ({ id, slot: id }));
    const grouped = { ...net, nodeColumns: [{ ...column, marks } as never] };
    const known = [0, 1].map((id) => ({ id, slot: id, anchors: [] }));
    const it = shown(List, { kind: 'groups', known }, { state: { net: grouped } });
    await it.user.click(screen.getByRole('button', { name: 'Take the groups away as CSV' }));
    expect(await saved('Who sent seed to whom groups.csv')).toEqual([
      'group,nodes,ties inside,ties out,strongest members',
      "Ness,2,2,2,'=Tove; Alban Pell",
      'Holm,1,0,2,Ragna Wick',
    ]);
  });
  test('against a known column as a cross-table, with all its columns', async () => {
    const it = inWorkbench(<Agreement columns={['island']} />, { net }, session);
    await it.user.click(screen.getByRole('combobox', { name: 'Known column' }));
    await it.user.click(screen.getByRole('option', { name: 'island' }));
    await it.user.click(await screen.findByRole('button', { name: 'Take the cross-table away as CSV' }));
    expect(await saved('Who sent seed to whom groups by island.csv')).toEqual(['group,Ness,Holm', 'a,2,0', 'b,0,1']);
  });
});

test('two networks side by side: every figure, and every node that is in one alone', async () => {
  const here = Array.from({ length: 700 }, (_, i) => `n${i}`);
  const comparison: Comparison = {
    name: 'Later',
    figures: [{ key: 'nodes', name: 'Nodes', words: '', here: 4, there: null }],
    nodes: { both: 2, here, there: ['=x'] },
    edges: { both: 1, here: 2, there: 3 },
    measures: [{ column: 'degree', rows: [{ label: 'Alban Pell', here: 3, there: 2 }] }],
    jaccard: { value: NaN, both: 0, either: 0 },
    flow: [{ from: 'a', to: 'b', count: 2 }],
  };
  const compare = { service: { compare: () => Promise.resolve(comparison) } } as unknown as Session;
  const networks = [{ id: 'later', name: 'Later', trail: trail() }];
  const it = inWorkbench(<CompareView />, { net, networks }, compare);
  await it.user.click(await screen.findByRole('button', { name: 'As CSV' }));
  const lines = await saved('Who sent seed to whom and Later.csv');
  expect(lines.slice(0, 8)).toEqual([
    'what,of,Who sent seed to whom,Later',
    'figure,Nodes,4,',
    'figure,nodes in both,2,2',
    'figure,edges in both,1,1',
    'figure,edges in one alone,2,3',
    'likeness,Jaccard index of ties,,',
    'degree,Alban Pell,3,2',
    'nodes by group,a → b,2,2',
  ]);
  expect(lines).toHaveLength(8 + 701);
  expect(lines.at(-1)).toBe("node in one alone,'=x,0,1");
  await waitFor(() => expect(screen.getByText(/700 nodes/)).toBeTruthy());
});
