import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import {
  type Column,
  type ColumnType,
  type Table,
  TableBuilder,
  cellText,
  column,
  rowsOf,
  senseOf,
  typedTable,
} from '../tables';
import { bytesSource, readFile } from '../formats/read';
import { graphml, nodeTable } from '../formats';
import type { Network } from '../graph';
import type { NamesList } from '../names';
import { endsByValues, offer, offerByHand, questions } from '../ties';
import {
  type RunOptions,
  type Source,
  type Trail,
  TrailCache,
  digestsOf,
  newStep,
  runTrail,
  sourceOf,
  suggestTrail,
  summaryOf,
  trailSchema,
} from '.';
import { trailJsonSchema } from './json-schema';

function table(name: string, names: Record<string, ColumnType>, rows: string[][]): Table {
  const builder = new TableBuilder(
    name,
    Object.entries(names).map(([key, type]) => ({ name: key, type })),
  );
  for (const row of rows) builder.push(row);
  return builder.done();
}

const keepers = table('keepers', { id: 'text', name: 'text', island: 'text' }, [
  ['K1', 'Ann', 'Ness'],
  ['K2', 'Bo', 'Ness'],
  ['K3', 'Cy', 'Holm'],
  ['K4', 'Di', 'Holm'],
]);
const parcels = table('parcels', { from: 'text', to: 'text', packets: 'number', sent: 'date', certainty: 'text' }, [
  ['Ann', 'Bo', '3', '1911', 'recorded'],
  ['Ann', 'Bo', '4', '1909', 'hearsay'],
  ['Bo', 'Ann', '1', '', 'hearsay'],
  ['Bo', 'Cy', 'ten', '1912', 'recorded'],
  ['Cy', 'Cy', '2', '1913', 'recorded'],
  ['Ann', 'Eva', '5', '1914', 'recorded'],
  ['', 'Ann', '5', '1914', 'recorded'],
]);

function source(tables: Table[] = [keepers, parcels], version = '1'): Source {
  const held = new Map(tables.map((one) => [one.name, one]));
  return { keys: () => [...held.keys()], version: () => version, table: (key) => held.get(key) as Table };
}

const ties = (change: object = {}): object => ({
  id: 's1',
  kind: 'ties',
  on: true,
  table: 'parcels',
  from: 'from',
  to: 'to',
  nodes: { table: 'keepers', match: 'name' },
  ...change,
});
const trail = (...steps: object[]): Trail => trailSchema.parse({ steps: steps.length ? steps : [ties()] });
async function end(one: Trail, options: RunOptions = {}): Promise<Network> {
  const { state, reports } = await runTrail(source(), one, options);
  const fault = reports.find((report) => report.fault)?.fault;
  if (!state || fault) throw new Error(fault ?? 'no state');
  return state.network;
}
const edges = (net: Network): string[] =>
  Array.from(net.source, (a, e) => `${net.labels[a]}>${net.labels[net.target[e]]}:${net.weight[e]}`);
const texts = (columns: Column[], name: string): string[] => {
  const col = column({ columns }, name);
  return col ? Array.from({ length: rowsOf(col) }, (_, r) => cellText(col, r)) : [];
};

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

describe('running', () => {
  const long = trail(
    ties(),
    { id: 's2', kind: 'measure', on: true, measures: ['betweenness'] },
    { id: 's3', kind: 'arrange', on: true, method: 'force' },
    { id: 's4', kind: 'style', on: true },
  );
  const counting = () => {
    const ran: string[] = [];
    return {
      ran,
      breathe: (step: string, share: number) => void (share === 0 && !ran.includes(step) && ran.push(step)),
    };
  };

  test('an edited step recomputes only what comes after it', async () => {
    const cache = new TrailCache();
    await runTrail(source(), long, { cache });
    const styled = trail(...long.steps.map((one) => (one.id === 's4' ? { ...one, curve: 0.3 } : one)));
    const second = counting();
    await runTrail(source(), styled, { cache, breathe: second.breathe });
    expect(second.ran).toEqual(['s4']);
    const third = counting();
    await runTrail(source([keepers, parcels], '2'), styled, { cache, breathe: third.breathe });
    expect(third.ran).toEqual(['s1', 's2', 's3', 's4']);
  });

  test('moving a node by hand does not lay the network out again', async () => {
    const cache = new TrailCache();
    const seen: number[] = [];
    await runTrail(source(), long, { cache });
    const moved = trail(...long.steps.map((one) => (one.id === 's3' ? { ...one, placed: { Ann: [1, 1] } } : one)));
    const { state } = await runTrail(source(), moved, { cache, sketch: true, positions: (at) => seen.push(at.length) });
    expect(seen).toEqual([]);
    expect([...(state?.network.positions ?? [])].slice(0, 2)).toEqual([1, 1]);
    const settled = (await runTrail(source(), long, { cache })).state?.network.positions;
    expect(state?.network.positions?.slice(2)).toEqual(settled?.slice(2));
  });

  test('the digest follows settings and tables, not the order of keys', async () => {
    const digest = async (one: Trail, version = '1'): Promise<string> =>
      (await runTrail(source([keepers, parcels], version), one)).digest;
    const turned = { steps: [Object.fromEntries(Object.entries(trail().steps[0]).reverse())] } as Trail;
    expect(await digest(turned)).toBe(await digest(trail()));
    expect(await digest(trail(), '2')).not.toBe(await digest(trail()));
    expect(await digest(trail(ties({ loops: 'keep' })))).not.toBe(await digest(trail()));
  });

  test('a step that is off passes on what it got', async () => {
    const off = trail(ties(), { id: 's2', kind: 'keep', on: false, rule: { by: 'degree', min: 99 } });
    const { reports, digest } = await runTrail(source(), off);
    expect(reports[1]).toMatchObject({ nodes: 5, result: 'off' });
    expect(digest).toBe((await runTrail(source(), trail())).digest);
  });

  test('whatever breathe throws ends the run', async () => {
    const stop = new Error('stop');
    await expect(
      runTrail(source(), long, {
        breathe: (step) => {
          if (step === 's3') throw stop;
        },
      }),
    ).rejects.toBe(stop);
  });

  test('a sketch stands in for a layout that is not at hand, and spoils no cache', async () => {
    const cache = new TrailCache();
    const sketch = await runTrail(source(), long, { cache, sketch: true });
    const real = await runTrail(source(), long, { cache });
    const again = await runTrail(source(), long, { cache, sketch: true });
    expect(sketch.state?.network.positions).not.toEqual(real.state?.network.positions);
    expect(again.state?.network.positions).toEqual(real.state?.network.positions);
    expect(sketch.reports[2].result).toBe('');
  });

  test('a stopped step is passed over and said, and nothing after it is kept', async () => {
    const cache = new TrailCache();
    const stopped = new Set([digestsOf(source(), long)[1]]);
    const run = await runTrail(source(), long, { cache, stopped });
    expect(run.reports.map(({ stopped: one }) => one ?? false)).toEqual([false, true, false, false]);
    expect(run.state?.network.nodeColumns.some(({ name }) => name === 'betweenness')).toBe(false);
    expect(run.state?.network.positions).toBeDefined();
    const whole = await runTrail(source(), long, { cache });
    expect(whole.state?.network.nodeColumns.some(({ name }) => name === 'betweenness')).toBe(true);
  });

  test('what rests on a stand-in is never kept, as its digest is that of the real thing', async () => {
    const kept: string[] = [];
    class Watched extends TrailCache {
      override set(key: string, value: unknown): void {
        kept.push(key);
        super.set(key, value);
      }
    }
    const late = trail(
      ties(),
      { id: 's2', kind: 'arrange', on: true, method: 'force' },
      { id: 's3', kind: 'measure', on: true, measures: ['betweenness'] },
    );
    const cache = new Watched();
    await runTrail(source(), late, { cache, sketch: true });
    expect(kept).toHaveLength(1);
    await runTrail(source(), late, { cache });
    expect(kept.filter((key) => key.includes('measure betweenness'))).toHaveLength(1);
  });

  test('an empty trail has no state', async () => {
    expect((await runTrail(source(), { steps: [] })).state).toBeUndefined();
  });
});

describe('the schema', () => {
  test('a trail that is empty, too long or says an id twice is refused in a sentence', () => {
    const first = { id: 's1', kind: 'ties', on: true, table: 'parcels', from: 'from', to: 'to' };
    const more = (count: number): object[] =>
      Array.from({ length: count }, (_, i) => ({ id: `m${i}`, kind: 'measure', on: true, measures: ['degree'] }));
    const fault = (steps: unknown): string | undefined => trailSchema.safeParse({ steps }).error?.issues[0].message;
    expect(fault([])).toMatch(/begins with a Ties step/);
    expect(fault([first, ...more(199)])).toBeUndefined();
    expect(fault([first, ...more(200)])).toMatch(/200 steps at most/);
    expect(fault([first, ...more(1), ...more(1)])).toBe('Two steps have the id m0.');
    expect(fault(more(1))).toMatch(/begins with its one Ties step/);
  });

  test('a trail begins with its one Ties step, and ids are distinct', () => {
    expect(trailSchema.safeParse({ steps: [{ id: 'a', kind: 'groups', on: true }] }).success).toBe(false);
    expect(trailSchema.safeParse({ steps: [ties(), ties({ id: 's2' })] }).success).toBe(false);
    expect(trailSchema.safeParse({ steps: [ties(), { id: 's1', kind: 'groups', on: true }] }).success).toBe(false);
    expect(trailSchema.safeParse({ steps: [ties({ table: 5 })] }).success).toBe(false);
  });

  test('a new step gets an id of its own', () => {
    expect(newStep(trail(), 'groups', {}).id).toBe('s2');
    expect(newStep(trail(ties({ id: 's2' })), 'groups', {}).id).toBe('s3');
  });

  test('docs/trail.schema.json is the present one', () => {
    const written = z
      .unknown()
      .parse(JSON.parse(readFileSync(join(process.cwd(), 'docs', 'trail.schema.json'), 'utf8')));
    expect(written).toEqual(trailJsonSchema());
  });
});

describe('the ends of ties are found by what columns hold', () => {
  const of = (names: string[], ...rows: string[][]) =>
    endsByValues(table('t', Object.fromEntries(names.map((name) => [name, 'text'])), rows));
  const pairs: string[][] = [
    ['Ann', 'Bo'],
    ['Bo', 'Cy'],
    ['Cy', 'Ann'],
    ['Di', 'Ann'],
  ];
  test.each([
    [
      ['Absender', 'Empfänger'],
      ['Absender', 'Empfänger'],
    ],
    [
      ['person', 'reports to'],
      ['person', 'reports to'],
    ],
    [
      ['origin', 'destination'],
      ['origin', 'destination'],
    ],
    [
      ['Empfänger', 'Absender'],
      ['Absender', 'Empfänger'],
    ],
    [
      ['expéditeur', 'destinataire'],
      ['expéditeur', 'destinataire'],
    ],
    [
      ['spalte eins', 'spalte zwei'],
      ['spalte eins', 'spalte zwei'],
    ],
    [
      ['column 1', 'column 2'],
      ['column 1', 'column 2'],
    ],
  ])('%j', (names, wanted) => expect(of(names, ...pairs)).toEqual(wanted));
  test('not where they hold different things, or years and amounts', () => {
    expect(of(['keeper', 'society'], ['Ann', 'Union'], ['Bo', 'Union'], ['Cy', 'Guild'])).toBeUndefined();
    expect(of(['a', 'b'], ['x', '1'], ['y', '2'])).toBeUndefined();
    const years = table('t', { founded: 'number', closed: 'number' }, [
      ['1900', '1902'],
      ['1902', '1904'],
      ['1904', '1900'],
    ]);
    expect(endsByValues(years)).toBeUndefined();
  });
  test('any two columns by hand, in every question', () => {
    const offered = {
      key: 't',
      columns: [
        { name: 'p', type: 'text' as const },
        { name: 'q', type: 'date' as const },
      ],
    };
    for (const { key } of questions) {
      expect([key, offer(key, [offered], [])]).toEqual([key, undefined]);
      expect(
        trailSchema.safeParse({ steps: [{ id: 's1', kind: 'ties', on: true, ...offerByHand(key, offered) }] }).success,
      ).toBe(true);
    }
    expect(offerByHand('sent', offered)).toMatchObject({ from: 'p', to: 'q' });
  });
  test('an amount is taken as the weight', () => {
    const flights = table('flights', { origin: 'text', destination: 'text', count: 'number' }, [
      ['A', 'B', '3'],
      ['B', 'A', '4'],
    ]);
    expect(suggestTrail([flights])?.steps[0]).toMatchObject({ from: 'origin', to: 'destination', weight: 'count' });
  });
  test('large tables get a first trail without searches from every node', () => {
    const rows = Array.from({ length: 21_000 }, (_, i) => [String(i), String(i + 1)]);
    const step = suggestTrail([table('roads', { source: 'text', target: 'text' }, rows)])?.steps[1];
    expect(step).toMatchObject({ kind: 'measure', measures: ['degree', 'pagerank'] });
  });
});

describe('a first trail', () => {
  test('finds the ends by their names and the node table by what it holds', async () => {
    const found = suggestTrail([keepers, parcels]);
    expect(found?.steps[0]).toMatchObject({
      table: 'parcels',
      from: 'from',
      to: 'to',
      nodes: { table: 'keepers', match: 'name' },
    });
    expect((await runTrail(source(), found as Trail)).reports.every(({ fault }) => fault === undefined)).toBe(true);
  });
  test('by id with names as labels; edges alone; nothing to make one of', () => {
    const byId = table('ties', { source_id: 'text', target_id: 'text' }, [['K1', 'K3']]);
    expect(suggestTrail([byId, keepers])?.steps[0]).toMatchObject({
      from: 'source_id',
      nodes: { match: 'id', label: 'name' },
    });
    const alone = suggestTrail([byId])?.steps[0];
    expect(alone).toBeDefined();
    expect((alone as { nodes?: object }).nodes).toBeUndefined();
    expect(suggestTrail([])).toBeUndefined();
    expect(suggestTrail([table('t', { a: 'text' }, [])])).toBeUndefined();
  });
});

describe('a first trail for tables without two ends', () => {
  const run = async (one: Table): Promise<Network> => {
    const found = suggestTrail([one]);
    const { state, reports } = await runTrail(source([one]), found as Trail);
    expect(reports.map(({ fault }) => fault)).toEqual(reports.map(() => undefined));
    return state?.network as Network;
  };
  test('authors of bibliographic records are tied when on one record', async () => {
    const net = await run(
      table('papers', { title: 'text', authors: 'list', keywords: 'list' }, [
        ['On bere', 'Pell; Wick', 'bere'],
        ['On kale', 'Wick; Orde', 'kale'],
      ]),
    );
    expect(edges(net)).toEqual(['Pell>Wick:1', 'Wick>Orde:1']);
  });
  test('a matrix of ties, square and two-mode, as its cells come in: with its weights', async () => {
    const square = await run(
      table('matrix', { from: 'text', to: 'text', weight: 'number' }, [
        ['a', 'b', '2'],
        ['b', 'a', '3'],
      ]),
    );
    expect(edges(square)).toEqual(['a>b:2', 'b>a:3']);
    const two = await run(
      table('matrix', { keeper: 'text', 'belongs to': 'text', weight: 'number' }, [
        ['Ann', 'Club', '2'],
        ['Bo', 'Club', '1'],
      ]),
    );
    expect([edges(two), two.sides]).toEqual([
      ['Ann>Club:2', 'Bo>Club:1'],
      ['keeper', 'belongs to'],
    ]);
  });
  test('GraphML as a network, with the attributes of nodes and edges', async () => {
    const bytes = new TextEncoder().encode(
      `<graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="n" for="node" attr.name="island" attr.type="string"/><key id="w" for="edge" attr.name="weight" attr.type="double"/><graph edgedefault="directed"><node id="a"><data key="n">Ness</data></node><node id="b"/><edge source="a" target="b"><data key="w">2.5</data></edge></graph></graphml>`,
    );
    const parts = await readFile(bytesSource('net.graphml', bytes), { settings: {}, breathe: () => undefined });
    const tables = parts.map(({ name, table: raw }) =>
      typedTable(
        name,
        raw,
        raw.columns.map((col) => senseOf(col).spec),
      ),
    );
    const found = suggestTrail(tables);
    const { state } = await runTrail(source(tables), found as Trail);
    expect(state && edges(state.network)).toEqual(['a>b:2.5']);
    expect(state && texts(state.network.nodeColumns, 'island')).toEqual(['Ness', '']);
  });
});
