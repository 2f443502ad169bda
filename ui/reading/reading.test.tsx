/** @jest-environment jsdom */
import { act, screen, waitFor, within } from '@testing-library/react';
import type { Network } from '@/core/graph';
import { dress, plainStyle } from '@/core/style';
import { inWorkbench, keepers, number, trail } from '@/ui/testing';
import { EdgeReading } from './edge-reading';
import { NodeReading } from './node-reading';
import { ReadingPanel } from './reading-panel';
import { SeveralReading } from './several-reading';
import { WholeReading } from './whole-reading';

const measured: Network = {
  ...keepers,
  nodeColumns: [
    keepers.nodeColumns[0],
    { ...number('degree', 3, 3, 2, 0), computed: { step: 's2', nodes: 4, edges: 4 } },
  ],
  edgeRecords: {
    tables: ['consignments'],
    offsets: Uint32Array.of(0, 2, 3, 4, 5),
    items: Uint32Array.of(7, 9, 1, 2, 3),
  },
};

describe('one node', () => {
  test('who it is, its measures with ranks, its ties with the heaviest first', () => {
    inWorkbench(<NodeReading net={measured} node={1} />);
    expect(screen.getByRole('heading', { name: 'Tove Lorne' })).toBeTruthy();
    expect(screen.getByText('Island')).toBeTruthy();
    expect(screen.getByText('Ness')).toBeTruthy();
    expect(screen.getByText('3 · 1st of 4')).toBeTruthy();
    const ties = screen.getAllByRole('button').map((one) => one.textContent);
    // Both directions of a pair are one line.
    expect(ties).toEqual(['⇄ Alban Pell5 packets', '← Ragna Wick5 packets']);
  });

  test('a tie that is chosen is selected, opened by the heavier of its two directions', async () => {
    const { user, store } = inWorkbench(<NodeReading net={measured} node={1} />);
    await user.click(screen.getByRole('button', { name: /Alban Pell/ }));
    expect(store.getState().selection).toMatchObject({ nodes: [], edges: [{ from: 'k1', to: 'k2' }] });
  });

  test('a figure that is not defined says so, and one of another network says of which', () => {
    const other = { ...number('closeness', NaN, 1, 2, 3), computed: { step: 's2', nodes: 3481, edges: 9000 } };
    const net = { ...measured, nodeColumns: [...measured.nodeColumns, other as Network['nodeColumns'][number]] };
    const { unmount } = inWorkbench(<NodeReading net={net} node={0} />);
    expect(screen.getByText('undefined')).toBeTruthy();
    unmount();
    inWorkbench(<NodeReading net={net} node={1} />);
    expect(screen.getByText('1 · 3rd of 3,481 nodes')).toBeTruthy();
  });

  test('it has the colour that it has in the graph', () => {
    const style = { ...plainStyle, nodeColour: { by: 'all', colour: '#aa3311' } } as const;
    const { container } = inWorkbench(<NodeReading net={measured} node={3} />, { looks: dress(measured, style) });
    expect(container.querySelector<HTMLElement>('.rounded-full')?.style.borderColor).toBe('rgb(170, 51, 17)');
  });
});

test('records that are selected: how many, between whom, what stands in them; their nodes go into a shortlist', async () => {
  const service = {
    records: (_table: string, rows: number[]) =>
      Promise.resolve({ columns: ['id'], rows: rows.map((row) => ({ row, cells: [`C${row}`] })) }),
  };
  const records = [
    { table: 'consignments', row: 9 },
    { table: 'consignments', row: 3 },
  ];
  const edges = [
    { from: 'k1', to: 'k2' },
    { from: 'k3', to: 'k2' },
  ];
  const { user, store } = inWorkbench(<ReadingPanel />, { net: measured, selection: { nodes: [], edges, records } }, {
    service,
  } as never);
  expect(await screen.findByRole('heading', { name: '2 records' })).toBeTruthy();
  expect(screen.getByText('between 3 nodes')).toBeTruthy();
  expect(await screen.findByText('C3')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Into a shortlist' }));
  expect(store.getState()).toMatchObject({ lists: true, selection: { nodes: ['k1', 'k2', 'k3'] } });
  act(() => store.getState().select({ nodes: [], edges: edges.slice(0, 1), records: records.slice(0, 1) }));
  expect(await screen.findByText('Alban Pell → Tove Lorne')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Table' }));
  expect(store.getState().panes).toEqual(['table']);
});

describe('one tie', () => {
  test('its ends can be chosen; the records behind it come from the service', async () => {
    const asked: [string, number[]][] = [];
    const service = {
      records: (table: string, rows: number[]) => {
        asked.push([table, rows]);
        return Promise.resolve({
          columns: ['from', 'remark'],
          rows: rows.map((row) => ({ row, cells: ['Alban Pell', `remark ${row}`] })),
        });
      },
    };
    const { user, store } = inWorkbench(<EdgeReading net={measured} edge={0} />, {}, { service } as never);
    expect(screen.getByText('a tie of 2 records')).toBeTruthy();
    await waitFor(() => expect(screen.getByText(/remark 7/)).toBeTruthy());
    expect(asked).toEqual([['consignments', [7, 9]]]);
    await user.click(screen.getByRole('button', { name: 'Tove Lorne' }));
    expect(store.getState().selection).toEqual({ nodes: ['k2'] });
  });
});

describe('several nodes', () => {
  test('ties among them and to others, what they share, their means', async () => {
    const { user, store } = inWorkbench(<SeveralReading net={measured} nodes={[0, 1]} />);
    expect(screen.getByText('2 ties among them, 2 ties to others')).toBeTruthy();
    expect(screen.getByText('Ness, 2 of 2')).toBeTruthy();
    const mean = screen.getByRole('heading', { name: 'Mean' }).nextElementSibling as HTMLElement;
    expect(within(mean).getByText('3')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Alban Pell' }));
    expect(store.getState().selection.nodes).toEqual(['k1']);
  });

  test('beyond a hundred they are counted', () => {
    const n = 130;
    const many: Network = {
      ...keepers,
      ids: Array.from({ length: n }, (_, i) => `n${i}`),
      labels: Array.from({ length: n }, (_, i) => `Node ${i}`),
      nodeColumns: [],
    };
    inWorkbench(<SeveralReading net={many} nodes={Array.from({ length: n }, (_, i) => i)} />);
    expect(screen.getByText('and 30 more')).toBeTruthy();
  });
});

describe('the whole network', () => {
  const figures = {
    nodes: { value: 4 },
    edges: { value: 4 },
    density: { value: 1 / 3 },
    transitivity: { value: null, why: 'no triples' },
  };

  test('its figures, what is undefined, and the best connected', async () => {
    const { user, store } = inWorkbench(<WholeReading net={keepers} />, { figures });
    expect(screen.getByText('the whole network, directed')).toBeTruthy();
    expect(screen.getByText('0.3333')).toBeTruthy();
    expect(screen.getByText('undefined').closest('div')?.title).toContain('no triples');
    const list = screen.getByRole('heading', { name: 'Most ties' }).nextElementSibling as HTMLElement;
    expect(within(list).getAllByRole('button')[0].textContent).toBe('Alban Pell3');
    await user.click(within(list).getAllByRole('button')[1]);
    expect(store.getState().selection.nodes).toEqual(['k2']);
    await user.click(screen.getByRole('button', { name: 'All figures, and chance' }));
    expect(store.getState().panes).toEqual(['chance']);
  });

  test('figures that are of before say so', () => {
    inWorkbench(<WholeReading net={keepers} />, { figures, figuresBefore: true });
    expect(screen.getByTitle('Of before the change; being computed anew')).toBeTruthy();
  });

  test('a network of no nodes says what to do', () => {
    inWorkbench(
      <WholeReading
        net={{ ...keepers, ids: [], labels: [], source: new Uint32Array(0), target: new Uint32Array(0) }}
      />,
    );
    expect(screen.getByText(/No node is left/)).toBeTruthy();
  });
});

describe('the panel', () => {
  test('follows the selection, forgets nodes that are gone, and closes', async () => {
    const { user, store } = inWorkbench(<ReadingPanel />, { selection: { nodes: ['k3'] } });
    expect(await screen.findByRole('heading', { name: 'Ragna Wick' })).toBeTruthy();
    act(() => store.getState().select({ nodes: ['gone'] }));
    await waitFor(() => expect(screen.getByText('the whole network, directed')).toBeTruthy());
    await user.click(screen.getByRole('button', { name: /Close the reading panel/ }));
    expect(store.getState().reading).toBe(false);
  });

  test('under a trail that failed it says of what it speaks', () => {
    const reports = { s2: { id: 's2', nodes: 4, edges: 4, result: '', notes: [], fault: 'No node passes.' } };
    const { container } = inWorkbench(<ReadingPanel />, {
      trail: trail({ kind: 'keep', rule: { by: 'degree', min: 9 } }),
      reports,
    });
    expect(screen.getByText('“Keep” failed: this is the last network that came out whole.')).toBeTruthy();
    expect(container.querySelector('.opacity-60')).not.toBeNull();
  });
});
