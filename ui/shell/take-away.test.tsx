/** @jest-environment jsdom */
import { screen, waitFor } from '@testing-library/react';
import { inWorkbench, keepers, trail } from '@/ui/testing';
import type { Taken } from '@/worker/client';
import { edgeIdOf } from '@/core/graph';
import { partsOf } from './take-away-data';
import { TakeAwayFiles } from './take-away-files';

const mockSaved: string[] = [];
const mockSaid: string[] = [];
jest.mock('@/ui/kit', () => ({
  ...jest.requireActual<object>('@/ui/kit'),
  saveFile: (_blob: Blob, name: string) => mockSaved.push(name),
}));
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign((text: string) => mockSaid.push(text), { error: (text: string) => mockSaid.push(text) }),
}));

const wishes = { shape: '1200x900', factor: '2', transparent: false };
function opened(state: object = {}, take?: () => Promise<Blob>) {
  mockSaved.length = mockSaid.length = 0;
  const asked: Taken[] = [];
  const service = {
    take: (what: Taken) => {
      asked.push(what);
      return take ? take() : Promise.resolve(new Blob(['x']));
    },
  };
  const it = inWorkbench(<TakeAwayFiles wishes={wishes} onWish={() => undefined} />, state, { service } as never);
  return { ...it, asked };
}

test('every written format has its button, and a file of the network’s name', async () => {
  const { user, asked } = opened();
  for (const title of ['Nodes CSV', 'Edges CSV', 'GraphML']) {
    await user.click(screen.getByRole('button', { name: title }));
  }
  await waitFor(() => expect(mockSaved).toHaveLength(3));
  expect(asked).toEqual([
    { kind: 'data', format: 'nodes' },
    { kind: 'data', format: 'edges' },
    { kind: 'data', format: 'graphml' },
  ]);
  expect(mockSaved).toEqual([
    'Who sent seed to whom nodes.csv',
    'Who sent seed to whom edges.csv',
    'Who sent seed to whom.graphml',
  ]);
});

test('pictures have the page’s size and title, a PNG its factor', async () => {
  const { user, asked } = opened();
  await user.click(screen.getByRole('button', { name: 'SVG' }));
  await waitFor(() => expect(mockSaved).toHaveLength(1));
  await user.click(screen.getByRole('button', { name: 'PNG' }));
  await waitFor(() => expect(mockSaved).toHaveLength(2));
  const page = { width: 1200, height: 900, title: 'Who sent seed to whom' };
  expect(asked).toEqual([
    { kind: 'svg', ...page },
    { kind: 'png', ...page, factor: 2, transparent: false },
  ]);
});

test('while something is sifted the files hold the whole network, and that is said, with a part as a way out', () => {
  const plain = opened();
  expect(screen.queryByText(/hold the whole network/)).toBeNull();
  plain.unmount();
  opened({ inView: { nodes: new Uint8Array(4), edges: new Uint8Array(4), counts: {}, cards: {}, net: keepers, untied: 'dimmed', narrows: true } }); // prettier-ignore
  expect(screen.getByText(/hold the whole network/)).toBeTruthy();
});

test('what cannot be had is told', async () => {
  const { user } = opened({}, () => Promise.reject(new Error('no room')));
  await user.click(screen.getByRole('button', { name: 'SVG' }));
  await waitFor(() => expect(mockSaid).toHaveLength(1));
  expect(mockSaved).toEqual([]);
});

describe('under a trail that failed', () => {
  const failing = {
    trail: trail({ kind: 'keep', rule: { by: 'degree', min: 9 } }),
    reports: { s2: { id: 's2', nodes: 0, edges: 0, result: '', notes: [], fault: 'No node passes.' } },
  };
  test('nothing is handed out unless it is asked for, and then the file says which step failed', async () => {
    const { user, asked } = opened(failing);
    const button = screen.getByRole<HTMLButtonElement>('button', { name: 'GraphML' });
    expect(button.disabled).toBe(true);
    expect(screen.getByRole('alert').textContent).toContain('“Keep” failed');
    await user.click(screen.getByRole('switch', { name: 'Hand it out all the same' }));
    expect(button.disabled).toBe(false);
    await user.click(button);
    await waitFor(() => expect(mockSaved).toEqual(['Who sent seed to whom, before Keep failed.graphml']));
    expect(asked).toEqual([{ kind: 'data', format: 'graphml', note: 'Who sent seed to whom, before Keep failed' }]);
  });
});

describe('the method note', () => {
  const its = trail({ kind: 'measure', measures: ['degree'] });
  const report = (id: string) => ({ id, nodes: 4, edges: 4, result: '', notes: [] });
  const state = {
    trail: its,
    reports: { s1: report('s1'), s2: report('s2') },
    tables: [{ key: 'consignments', name: 'Consignments', version: 1, rows: 1900, columns: [] }],
    names: [
      {
        name: 'People',
        version: 1,
        columns: [{ table: 'consignments', column: 'from' }],
        entries: { 'A. Pell': 'Alban Pell' },
        rejected: [],
      },
      {
        name: 'Gardens',
        version: 1,
        columns: [{ table: 'gardens', column: 'name' }],
        entries: { x: 'y', z: 'y' },
        rejected: [],
      },
    ],
  };
  test('says how the network was made; taken as text, BibTeX and RIS', async () => {
    const { user } = opened(state);
    const section = screen.getByRole('region', { name: 'Method note' });
    expect(section.textContent).toContain('in each record of “Consignments” (1,900 records)');
    expect(section.textContent).toContain('1 spelling was joined');
    expect(section.textContent).toContain('degree (Freeman 1978)');
    for (const name of ['Text', 'BibTeX', 'RIS']) await user.click(screen.getByRole('button', { name }));
    expect(mockSaved).toEqual([
      'Who sent seed to whom, method.txt',
      'Who sent seed to whom, references.bib',
      'Who sent seed to whom, references.ris',
    ]);
    await user.click(screen.getByRole('button', { name: 'Copy' }));
    await waitFor(() => expect(mockSaid.at(-1)).toBe('The method note is in the clipboard.'));
    expect(await navigator.clipboard.readText()).toContain('References\nFreeman, L. C. (1978)');
  });
  test('while the trail runs there is none: it would speak of what was before', () => {
    opened({ ...state, stale: true });
    expect(screen.queryByRole('region', { name: 'Method note' })).toBeNull();
  });
});

describe('parts of the network', () => {
  const choose = async (user: ReturnType<typeof opened>['user'], entry: RegExp): Promise<void> => {
    await user.click(screen.getByRole('combobox', { name: 'Part' }));
    await user.click(await screen.findByRole('option', { name: entry }));
  };
  const ids = keepers.ids.slice(0, 2);

  test('selected nodes, their surroundings, a part for each value; the file says which', async () => {
    const { user, asked } = opened({ selection: { nodes: ids } });
    await choose(user, /^2 selected nodes/);
    await user.click(screen.getByRole('button', { name: 'XLSX' }));
    await choose(user, /^ego network of each selected node, 1 step$/);
    expect(screen.getByText(/^A file for each of 2, in one ZIP\./)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'GraphML' }));
    await waitFor(() => expect(mockSaved).toHaveLength(2));
    expect(asked).toEqual([
      { kind: 'data', format: 'xlsx', wish: { of: 'nodes', ids }, name: 'Who sent seed to whom, selected' },
      {
        kind: 'data',
        format: 'graphml',
        wish: { of: 'ego', ids, steps: 1 },
        name: 'Who sent seed to whom, ego networks',
      },
    ]);
    expect(mockSaved).toEqual(['Who sent seed to whom, selected.xlsx', 'Who sent seed to whom, ego networks.graphml']);
  });

  test('several files come as a ZIP, the records behind a part as CSV', async () => {
    const zip = new Blob(['PK'], { type: 'application/zip' });
    const { user, asked } = opened({ selection: { nodes: ids } }, () => Promise.resolve(zip));
    await choose(user, /2 steps$/);
    await user.click(screen.getByRole('button', { name: 'Records CSV' }));
    await waitFor(() => expect(mockSaved).toEqual(['Who sent seed to whom, ego networks, records.zip']));
    expect(asked).toMatchObject([{ format: 'records', wish: { of: 'ego', steps: 2 } }]);
  });

  test('only the columns that stay ticked are taken', async () => {
    const { user, asked } = opened();
    const [first, ...others] = keepers.nodeColumns.map(({ name }) => name);
    await user.click(screen.getByText(/^All \d+ columns?$/));
    await user.click(screen.getByRole('checkbox', { name: first }));
    await user.click(screen.getByRole('button', { name: 'Nodes CSV' }));
    await waitFor(() => expect(mockSaved).toHaveLength(1));
    const edges = keepers.edgeColumns.map(({ name }) => name);
    expect(asked).toEqual([{ kind: 'data', format: 'nodes', columns: { nodes: others, edges } }]);
    await user.click(screen.getByRole('checkbox', { name: first }));
    await user.click(screen.getByRole('button', { name: 'Nodes CSV' }));
    await waitFor(() => expect(asked.at(-1)).toEqual({ kind: 'data', format: 'nodes' }));
  });

  test('what can be taken follows what is selected, sifted and listed', () => {
    const told = (...given: Parameters<typeof partsOf>): string[] => partsOf(...given).map(({ label }) => label);
    expect(told(undefined, { nodes: [] }, undefined, [])).toEqual(['the whole network']);
    const edges = [edgeIdOf(keepers, 0)];
    expect(told(keepers, { nodes: [], edges }, undefined, [])).toContain('1 selected tie and their ends');
    const view = { nodes: new Uint8Array(4), edges: new Uint8Array(4) } as never;
    const all = told(keepers, { nodes: [keepers.ids[0]] }, view, [{ name: 'Few', nodes: [{ id: 'a' }] }]);
    expect(all).toEqual(expect.arrayContaining(['what is in view', 'a part for each shortlist (1)']));
  });
});
