import {} from 'node:path';
import {} from '../tables';
import { graphml, nodeTable } from '../formats';
import type { Network } from '../graph';
import type { NamesList } from '../names';
import { type RunOptions, type Source, type Trail, runTrail, sourceOf, summaryOf } from '.';
import { edges, keepers, parcels, source, table, texts, ties, trail } from './samples';

async function end(one: Trail, options: RunOptions = {}): Promise<Network> {
  const { state, reports } = await runTrail(source(), one, options);
  const fault = reports.find((report) => report.fault)?.fault;
  if (!state || fault) throw new Error(fault ?? 'no state');
  return state.network;
}

describe('Names', () => {
  const spelled = table('parcels', { from: 'text', to: 'text' }, [
    ['Ann', 'Bo'],
    ['ANN', 'Bo'],
    ['Ann', '?'],
    ['K2', 'Cy'],
  ]);
  const lists = (version = 1): NamesList[] => [
    {
      name: 'Keepers',
      version,
      columns: [
        { table: 'parcels', column: 'from' },
        { table: 'parcels', column: 'to' },
        { table: 'keepers', column: 'name' },
      ],
      entries: { ANN: 'Ann', '?': '' },
      rejected: [],
    },
  ];
  const own = { ...keepers, identity: ['id'] };
  const read = (named: NamesList[]): Source =>
    sourceOf(
      [
        { key: 'keepers', version: '1' },
        { key: 'parcels', version: '1' },
      ],
      (key) => (key === 'keepers' ? own : spelled),
      named,
    );

  test('spellings are joined and drops left out before anything is counted; the version is said', async () => {
    const plain = await runTrail(read([]), trail());
    expect(plain.state && edges(plain.state.network)).toEqual(['Ann>Bo:1', 'ANN>Bo:1', 'Ann>?:1', 'Bo>Cy:1']);
    const named = await runTrail(read(lists()), trail());
    expect(named.state && edges(named.state.network)).toEqual(['Ann>Bo:2', 'Bo>Cy:1']);
    expect(named.reports[0].notes[0].text).toBe('Names as joined in Keepers (version 1).');
  });

  test('another version of the names is another network; the same gives the same digest', async () => {
    const digest = async (named: NamesList[]): Promise<string> => (await runTrail(read(named), trail())).digest;
    expect(await digest(lists())).toBe(await digest(lists()));
    expect(await digest(lists(2))).not.toBe(await digest(lists()));
  });

  test('a node’s id is its record’s identity; ties may name either', async () => {
    const { state } = await runTrail(read(lists()), trail());
    expect(state?.network.ids).toEqual(['K1', 'K2', 'K3', 'K4']);
    expect(state?.network.labels).toEqual(['Ann', 'Bo', 'Cy', 'Di']);
  });
});

describe('Ties', () => {
  test('rows with the same ends are summed, by records', async () => {
    const net = await end(trail());
    expect(net.ids).toEqual(['Ann', 'Bo', 'Cy', 'Di', 'Eva']);
    expect(edges(net)).toEqual(['Ann>Bo:2', 'Bo>Ann:1', 'Bo>Cy:1', 'Ann>Eva:1']);
    expect(texts(net.nodeColumns, 'island').slice(0, 5)).toEqual(['Ness', 'Ness', 'Holm', 'Holm', '']);
  });

  test('a number column is summed; rows without a number are left out and said', async () => {
    const { state, reports } = await runTrail(source(), trail(ties({ weight: 'packets' })));
    expect(state && edges(state.network)).toEqual(['Ann>Bo:7', 'Bo>Ann:1', 'Ann>Eva:5']);
    expect(reports[0].notes.map(({ text }) => text).join(' ')).toMatch(/1 row without a number in “packets” left out/);
  });

  test('undirected: both ways are one edge', async () => {
    expect(edges(await end(trail(ties({ directed: false }))))).toEqual(['Ann>Bo:3', 'Bo>Cy:1', 'Ann>Eva:1']);
  });

  test('parallel edges and loops are kept where asked', async () => {
    const net = await end(trail(ties({ parallel: 'keep', loops: 'keep' })));
    expect(edges(net)).toEqual(['Ann>Bo:1', 'Ann>Bo:1', 'Bo>Ann:1', 'Bo>Cy:1', 'Cy>Cy:1', 'Ann>Eva:1']);
    expect(texts(net.edgeColumns, 'certainty').slice(0, 3)).toEqual(['recorded', 'hearsay', 'hearsay']);
  });

  test('records are gathered: how many, sums, first and last dates, the most frequent value; and remembered', async () => {
    const net = await end(trail());
    expect(texts(net.edgeColumns, 'records').slice(0, 2)).toEqual(['2', '1']);
    expect(texts(net.edgeColumns, 'packets').slice(0, 2)).toEqual(['7', '1']);
    expect(texts(net.edgeColumns, 'first sent').slice(0, 2)).toEqual(['1909', '']);
    expect(texts(net.edgeColumns, 'last sent').slice(0, 2)).toEqual(['1911', '']);
    expect(texts(net.edgeColumns, 'certainty').slice(0, 2)).toEqual(['recorded', 'hearsay']);
    expect(net.edgeRecords && [...net.edgeRecords.items.subarray(0, 2)]).toEqual([0, 1]);
  });

  test('unmatched ends become nodes, or are left out with their rows; either way they are listed', async () => {
    const made = await runTrail(source(), trail());
    expect(made.reports[0].notes[0]).toEqual({
      text: '1 name is not in keepers and became nodes of their own.',
      values: [{ value: 'Eva', count: 1 }],
    });
    const left = await runTrail(source(), trail(ties({ unmatched: 'leave' })));
    expect(left.state?.network.ids).toEqual(['Ann', 'Bo', 'Cy', 'Di']);
    expect(left.reports[0].notes[0].text).toBe('1 row left out: 1 name is not in keepers.');
  });

  test('a node table that none of the ends match goes, and it is said', async () => {
    const others = table('catalogue', { id: 'text', name: 'text' }, [
      ['1', 'Lathyrus'],
      ['2', 'Vicia'],
    ]);
    const { state, reports } = await runTrail(
      source([others, parcels]),
      trail(ties({ nodes: { table: 'catalogue', match: 'name' }, unmatched: 'leave' })),
    );
    expect([...(state?.network.ids ?? [])].sort()).toEqual(['Ann', 'Bo', 'Cy', 'Eva']);
    expect(reports[0].notes[0].text).toContain('The table “catalogue” has none of these names by “name”');
  });

  test('matched by id, called by name; without a node table the ends are the nodes', async () => {
    const byId = table('parcels', { from: 'text', to: 'text' }, [['K1', 'K3']]);
    const { state } = await runTrail(
      source([keepers, byId]),
      trail(ties({ nodes: { table: 'keepers', match: 'id', label: 'name' } })),
    );
    expect(state?.network.ids.slice(0, 2)).toEqual(['K1', 'K2']);
    expect(state && edges(state.network)).toEqual(['Ann>Cy:1']);
    const alone = await end(trail(ties({ nodes: undefined })));
    expect(alone.ids).toEqual(['Ann', 'Bo', 'Cy', 'Eva']);
  });

  test('a key that stands twice keeps both nodes, ties the first, and is said', async () => {
    const twice = table('keepers', { name: 'text' }, [['Ann'], ['Ann'], ['Bo']]);
    const { state, reports } = await runTrail(source([twice, parcels]), trail(ties()));
    expect(state?.network.ids.slice(0, 3)).toEqual(['Ann', 'Ann#2', 'Bo']);
    expect(reports[0].notes.map(({ text }) => text).join(' ')).toContain('1 name stands in several rows of keepers');
  });

  test.each([
    [{ table: 'nowhere' }, /no table “nowhere”. Choose one of “keepers” and “parcels”/],
    [{ from: 'sender' }, /no column “sender”/],
    [{ weight: 'certainty' }, /“certainty” is no number column/],
  ])('%j is a fault in a sentence', async (change, sentence) => {
    const { reports, state } = await runTrail(source(), trail(ties(change)));
    expect(reports[0].fault).toMatch(sentence);
    expect(state).toBeUndefined();
  });
});

describe('the other steps', () => {
  const step = (id: string, kind: string, settings: object): object => ({ id, kind, on: true, ...settings });

  test('Keep: largest component, degree between, values', async () => {
    const keep = async (rule: object): Promise<string[]> =>
      (await end(trail(ties(), step('s2', 'keep', { rule })))).ids;
    expect(await keep({ by: 'component' })).toEqual(['Ann', 'Bo', 'Cy', 'Eva']);
    expect(await keep({ by: 'degree', min: 2 })).toEqual(['Ann', 'Bo']);
    expect(await keep({ by: 'degree', min: 0, max: 1 })).toEqual(['Cy', 'Di', 'Eva']);
    expect(await keep({ by: 'values', column: 'island', values: ['Holm', ''] })).toEqual(['Cy', 'Di', 'Eva']);
  });

  test('a Keep step nobody passes says so, and the last network stays', async () => {
    const { reports, state } = await runTrail(
      source(),
      trail(
        ties(),
        step('s2', 'keep', { rule: { by: 'degree', min: 99 } }),
        step('s3', 'arrange', { method: 'force' }),
      ),
    );
    expect(reports[1]).toMatchObject({ nodes: 5, edges: 4 });
    expect(reports[1].fault).toMatch(/No node passes degree at least 99/);
    expect(state?.network.ids).toHaveLength(5);
  });

  test('Measure adds columns that say what they were computed on', async () => {
    const net = await end(
      trail(
        ties(),
        step('s2', 'measure', { measures: ['degree', 'betweenness'] }),
        step('s3', 'keep', { rule: { by: 'component' } }),
      ),
    );
    expect(texts(net.nodeColumns, 'degree').slice(0, 4)).toEqual(['3', '3', '1', '1']);
    expect(net.nodeColumns.find(({ name }) => name === 'degree')?.computed).toEqual({ step: 's2', nodes: 5, edges: 4 });
  });

  test('a column of the data keeps its values beside a computed one of its name, and steps before read it', async () => {
    const known = table('keepers', { id: 'text', name: 'text', group: 'text', degree: 'text' }, [
      ['K1', 'Ann', 'elders', 'Dr'],
      ['K2', 'Bo', 'elders', ''],
      ['K3', 'Cy', 'youth', 'BA'],
    ]);
    const { state, reports } = await runTrail(
      source([known, parcels]),
      trail(
        ties({ nodes: { table: 'keepers', match: 'name' } }),
        step('s2', 'groups', { method: 'column', column: 'group' }),
        step('s3', 'measure', { measures: ['degree'] }),
        step('s4', 'derive', { name: 'name', how: { by: 'formula', formula: 'upper(name)' } }),
      ),
    );
    const { nodeColumns } = state?.network as Network;
    expect(texts(nodeColumns, 'group (given)').slice(0, 3)).toEqual(['elders', 'elders', 'youth']);
    expect(texts(nodeColumns, 'degree (given)').slice(0, 3)).toEqual(['Dr', '', 'BA']);
    expect(texts(nodeColumns, 'degree').slice(0, 3)).toEqual(['3', '3', '1']);
    expect(texts(nodeColumns, 'name (given)')[0]).toBe('Ann');
    expect(texts(nodeColumns, 'name')[0]).toBe('ANN');
    expect(reports[1].groups).toBe(3);
  });

  test('a narrowed network says in its exports on which network a figure rests', async () => {
    const net = await end(
      trail(
        ties(),
        step('s2', 'measure', { measures: ['degree'] }),
        step('s3', 'keep', { rule: { by: 'nodes', nodes: ['Ann', 'Bo'] } }),
      ),
    );
    expect(nodeTable(net).map(({ name }) => name)).toContain('degree (of 5 nodes)');
    expect(graphml(net)).toContain('attr.name="degree (of 5 nodes)"');
    const again = await end(
      trail(
        ties(),
        step('s2', 'measure', { measures: ['degree'] }),
        step('s3', 'keep', { rule: { by: 'nodes', nodes: ['Ann', 'Bo'] } }),
        step('s4', 'measure', { measures: ['degree'] }),
      ),
    );
    expect(nodeTable(again).map(({ name }) => name)).toContain('degree');
  });

  test('estimates and walks from chosen nodes say so on their columns', async () => {
    const options = { pivots: 2, start: ['Ann'] };
    const net = await end(
      trail(ties(), step('s2', 'measure', { measures: ['betweenness', 'pagerank', 'degree'], options })),
    );
    const said = (name: string): string | undefined => net.nodeColumns.find((col) => col.name === name)?.computed?.said;
    expect([said('betweenness'), said('pagerank'), said('degree')]).toEqual([
      'estimated from 2 sources',
      'walks begin at Ann',
      undefined,
    ]);
  });

  test('Groups leave out who has no ties, and tell their number as a number', async () => {
    const lone = table('keepers', { name: 'text' }, [['Ann'], ['Bo'], ['Zed'], ['Yan']]);
    const { state, reports } = await runTrail(
      source([lone, parcels]),
      trail(ties({ nodes: { table: 'keepers', match: 'name' } }), step('s2', 'groups', {})),
    );
    const net = state?.network as Network;
    const groups = texts(net.nodeColumns, 'group');
    expect(groups[net.labels.indexOf('Zed')]).toBe('');
    expect(new Set(groups.filter((text) => text !== '')).size).toBe(reports[1].groups);
    expect(reports[1].notes.map(({ text }) => text)).toContain('2 nodes without ties to others are in no group.');
  });

  test('Groups are named by number or by a column', async () => {
    const net = await end(trail(ties(), step('s2', 'groups', {})));
    expect(new Set(texts(net.nodeColumns, 'group').slice(0, 5))).toContain('Group 1');
    const named = await end(trail(ties(), step('s2', 'groups', { nameBy: 'island' })));
    expect(texts(named.nodeColumns, 'group')[0]).toBe('Ness');
  });

  test('Arrange: same seed, same places; nodes placed by hand stay there', async () => {
    const one = await end(trail(ties(), step('s2', 'arrange', { method: 'force', placed: { Bo: [7, -3] } })));
    const two = await end(trail(ties(), step('s2', 'arrange', { method: 'force' })));
    expect([...(one.positions ?? [])].slice(2, 4)).toEqual([7, -3]);
    expect(one.positions?.slice(4)).toEqual(two.positions?.slice(4));
  });

  test('Style names a missing column at its step, and the state before it is kept', async () => {
    const { reports, state } = await runTrail(
      source(),
      trail(ties(), step('s2', 'style', { nodeColour: { by: 'category', column: 'gone' } })),
    );
    expect(reports[1].fault).toMatch(/no column “gone”/);
    expect(state?.network.ids).toHaveLength(5);
  });

  test('summaries are a few words', () => {
    const all = trail(
      ties(),
      step('s2', 'keep', { rule: { by: 'component' } }),
      step('s3', 'measure', { measures: ['degree'] }),
      step('s4', 'groups', {}),
      step('s5', 'arrange', { method: 'force' }),
      step('s6', 'style', {}),
    );
    expect(all.steps.map(summaryOf)).toEqual([
      'from → to',
      'largest component',
      'Degree',
      'Leiden, resolution 1',
      'forces, seed 7',
      'all alike',
    ]);
  });
});
