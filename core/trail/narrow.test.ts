/** Project, Combine, Derive, and Keep by shortlist, as steps of a trail. */
import { type Column, type ColumnType, type Table, TableBuilder, cellText, column, rowsOf } from '../tables';
import { type Network, edgeIdOf, edgeKey } from '../graph';
import { type OtherNetwork, type Trail, allReads, defaultSide, digestsOf, runTrail, sourceOf, trailSchema } from '.';

function table(name: string, names: Record<string, ColumnType>, rows: string[][]): Table {
  const builder = new TableBuilder(
    name,
    Object.entries(names).map(([key, type]) => ({ name: key, type })),
  );
  for (const row of rows) builder.push(row);
  return builder.done();
}
const texts = (columns: readonly Column[], name: string): string[] => {
  const col = column({ columns }, name);
  return col ? Array.from({ length: rowsOf(col) }, (_, r) => cellText(col, r)) : [];
};
const edges = (net: Network): string[] =>
  Array.from(net.source, (a, e) => `${net.labels[a]}-${net.labels[net.target[e]]}:${net.weight[e]}`);

const rows = ['A', 'B', 'C', 'D', 'E'].map((p) => [p, 'first']).concat(['D', 'E', 'F', 'G'].map((p) => [p, 'second']));
const tables = new Map(
  [
    table('memberships', { person: 'text', society: 'text' }, rows),
    table('early', { from: 'text', to: 'text' }, [
      ['Ann', 'Bo'],
      ['Bo', 'Cy'],
      ['Cy', 'Ann'],
    ]),
    table('late', { from: 'text', to: 'text' }, [
      ['Bo', 'Cy'],
      ['Cy', 'Di'],
      ['Bo', 'Cy'],
    ]),
    table('people', { name: 'text', island: 'text', born: 'number' }, [
      ['Ann', 'Ness', '1880'],
      ['Bo', 'Ness', '1890'],
      ['Cy', 'Holm', ''],
    ]),
    table('later', { name: 'text', island: 'text' }, [
      ['Bo', 'Tarrow'],
      ['Cy', 'Holm'],
      ['Di', 'Voe'],
    ]),
    table('ferries', { island: 'text', boat: 'text' }, [
      ['Ness', 'Auk'],
      ['Ness', 'Tern'],
      ['Holm', 'Skua'],
    ]),
  ].map((one) => [one.name, one]),
);
const step = (id: string, kind: string, settings: object): object => ({ id, kind, on: true, ...settings });
const trail = (...steps: object[]): Trail => trailSchema.parse({ steps });
const early = step('s1', 'ties', { table: 'early', from: 'from', to: 'to', nodes: { table: 'people', match: 'name' } });
const late = trail(
  step('s1', 'ties', { table: 'late', from: 'from', to: 'to', nodes: { table: 'later', match: 'name' } }),
  step('s2', 'arrange', { method: 'force' }),
);
const shortlists = [
  { id: 'N', name: 'Ness', version: 1, nodes: ['Ann', 'Bo'].map((id) => ({ id, label: id })) },
  { id: 'T', name: 'Tarrow', version: 1, nodes: [{ id: 'Bo', label: 'Bo' }] },
];
const itself = trail(early, step('s2', 'combine', { network: 'itself' }));
const networks = [
  { id: 'late', name: 'Late', trail: late },
  { id: 'itself', name: 'Itself', trail: itself },
];
const source = (lists = shortlists, others: readonly OtherNetwork[] = networks) =>
  sourceOf(
    [...tables.keys()].map((key) => ({ key, version: '1' })),
    (key) => tables.get(key) as Table,
    [],
    { shortlists: lists, networks: others },
  );
async function run(...steps: object[]): Promise<{ net: Network; notes: string; fault?: string }> {
  const { state, reports } = await runTrail(source(), trail(...steps));
  if (!state) throw new Error(reports[0].fault);
  const last = reports.at(-1);
  return { net: state.network, notes: last?.notes.map(({ text }) => text).join(' ') ?? '', fault: last?.fault };
}

describe('Project', () => {
  const two = step('s1', 'ties', {
    make: 'incidence',
    table: 'memberships',
    left: ['person'],
    right: ['society'],
    result: 'two-mode',
  });
  test('to either side, with shared counts, names and records', async () => {
    const people = (await run(two, step('s2', 'project', { side: 'person' }))).net;
    expect(edges(people)).toHaveLength(15);
    const de = edges(people).indexOf('D-E:2');
    expect(texts(people.edgeColumns, 'shared society')[de]).toBe('first; second');
    const { offsets, items } = people.edgeRecords ?? { offsets: [], items: new Uint32Array(0) };
    expect([...items.subarray(offsets[de], offsets[de + 1])].sort()).toEqual([3, 4, 5, 6]);
    const societies = (await run(two, step('s2', 'project', { side: 'society' }))).net;
    expect(edges(societies)).toEqual(['first-second:2']);
    expect(societies.sides).toBeUndefined();
  });
  test('the same as projecting in the Ties step, normalised and in fractions', async () => {
    const how = { counting: 'fractional', normalise: 'cosine' };
    const here = await run(two, step('s2', 'project', how));
    const there = await run(
      step('s1', 'ties', {
        make: 'incidence',
        table: 'memberships',
        left: ['person'],
        right: ['society'],
        result: 'left',
        ...how,
      }),
    );
    expect(edges(here.net)).toEqual(edges(there.net));
  });
  test('the side that stays where none is chosen is the first, however the sides are called or sized', async () => {
    const chosen = async (settings: object): Promise<string> =>
      (await run(two, step('s2', 'project', settings))).net.ids.join();
    expect(await chosen({})).toBe(await chosen({ side: 'person' }));
    expect(await chosen({})).not.toBe(await chosen({ side: 'society' }));
    expect(defaultSide(['person', 'society'])).toBe('person');
  });
  test('after a Keep; and one kind of node is said to have no sides', async () => {
    const kept = step('s2', 'keep', { rule: { by: 'nodes', nodes: ['A'], leave: true } });
    expect(edges((await run(two, kept, step('s3', 'project', { side: 'person' }))).net)).toHaveLength(11);
    expect((await run(early, step('s2', 'project', {}))).fault).toMatch(/one kind of node/);
    expect((await run(two, step('s2', 'project', { side: 'boat' }))).fault).toMatch(/no side “boat”/);
  });
});

describe('Combine', () => {
  test('another network that cannot be read is told, and what there was stays', async () => {
    const unread = [{ id: 'late', name: 'Late', fault: 'It was written by a later version.' }];
    const { reports, state } = await runTrail(
      source([], unread),
      trail(early, step('s2', 'combine', { network: 'late' })),
    );
    expect(reports[1].fault).toBe('“Late” cannot be taken in: It was written by a later version.');
    expect(state?.network.ids.length).toBeGreaterThan(0);
  });
  test('nodes matched, columns joined, conflicts listed, origin on both', async () => {
    const { net, notes } = await run(early, step('s2', 'combine', { network: 'late' }));
    expect(net.ids).toEqual(['Ann', 'Bo', 'Cy', 'Di']);
    expect(edges(net)).toEqual(['Ann-Bo:1', 'Bo-Cy:3', 'Cy-Ann:1', 'Cy-Di:1']);
    expect(texts(net.nodeColumns, 'island')).toEqual(['Ness', 'Ness', 'Holm', 'Voe']);
    expect(texts(net.nodeColumns, 'origin')).toEqual([
      'this network',
      'this network + Late',
      'this network + Late',
      'Late',
    ]);
    expect(texts(net.edgeColumns, 'origin')).toEqual(['this network', 'this network + Late', 'this network', 'Late']);
    expect(notes).toContain('1 value differs');
    const { items, from, offsets, tables: keys } = net.edgeRecords ?? { items: [], offsets: [] };
    expect(
      Array.from(items.slice(offsets[1], offsets[2]), (row, i) => `${keys?.[from?.[offsets[1] + i] ?? 0]} ${row}`),
    ).toEqual(['early 1', 'late 0', 'late 2']);
    const other = await run(early, step('s2', 'combine', { network: 'late', by: 'name', prefer: 'other' }));
    expect(texts(other.net.nodeColumns, 'island')[1]).toBe('Tarrow');
  });
  test('before and after: appeared, vanished, stayed; and who changed group', async () => {
    const { net, notes } = await run(early, step('s2', 'combine', { network: 'late', as: 'change' }));
    expect(texts(net.nodeColumns, 'change')).toEqual(['vanished', 'stayed', 'stayed', 'appeared']);
    expect(texts(net.edgeColumns, 'change')).toEqual(['vanished', 'stayed', 'vanished', 'appeared']);
    expect(notes).toContain('Nodes: 1 vanished, 1 appeared, 2 stayed.');
    const grouped = [
      {
        id: 'late',
        name: 'Late',
        trail: trail(
          ...late.steps.slice(0, 1),
          step('s9', 'derive', {
            name: 'group',
            how: { by: 'classes', column: 'island', classes: { Tarrow: 'Holm' } },
          }),
        ),
      },
    ];
    const groups = step('s2', 'derive', { name: 'group', how: { by: 'classes', column: 'island' } });
    const { state } = await runTrail(
      source([], grouped),
      trail(early, groups, step('s3', 'combine', { network: 'late', as: 'change' })),
    );
    const columns = state?.network.nodeColumns ?? [];
    expect(texts(columns, 'group before')).toEqual(['Ness', 'Ness', 'Holm', '']);
    expect(texts(columns, 'group after')).toEqual(['', 'Holm', 'Holm', 'Voe']);
    // Holm after shares one node with each group before; it continues the first. Cy stayed in Holm by name but not by company.
    expect(texts(columns, 'changed group').filter((one) => one === 'yes')).toHaveLength(1);
  });
  test('a network that is gone, or made out of this one, is said', async () => {
    expect((await run(early, step('s2', 'combine', { network: 'gone' }))).fault).toMatch(/not there any more/);
    expect((await run(early, step('s2', 'combine', { network: 'itself' }))).fault).toMatch(/made out of this one/);
  });
  test('another trail of the other network is another digest; its layout is not', () => {
    const one = trail(early, step('s2', 'combine', { network: 'late' }));
    const digest = (steps: object[]): string | undefined =>
      digestsOf(source([], [{ id: 'late', name: 'Late', trail: trailSchema.parse({ steps }) }]), one).at(-1);
    expect(digest(late.steps)).toBe(digest(late.steps.slice(0, 1)));
    expect(digest(late.steps)).not.toBe(digest([...late.steps, step('s3', 'keep', { rule: { by: 'isolates' } })]));
    expect(allReads(one, (id) => networks.find((other) => other.id === id)?.trail).tables.sort()).toEqual([
      'early',
      'late',
      'later',
      'people',
    ]);
  });
});

describe('Derive', () => {
  const derived = async (how: object, of = 'nodes'): Promise<string[]> => {
    const { net, fault } = await run(early, step('s2', 'derive', { name: 'new', of, how }));
    if (fault) throw new Error(fault);
    return texts(of === 'nodes' ? net.nodeColumns : net.edgeColumns, 'new');
  };
  test('classes; others kept, empty or named', async () => {
    const how = { by: 'classes', column: 'island', classes: { Ness: 'north' } };
    expect(await derived(how)).toEqual(['north', 'north', 'Holm']);
    expect(await derived({ ...how, others: 'empty' })).toEqual(['north', 'north', '']);
    expect(await derived({ ...how, others: 'name', otherName: 'south' })).toEqual(['north', 'north', 'south']);
  });
  test('from a table; a join that multiplies rows takes the first and says so', async () => {
    const how = { by: 'table', column: 'island', table: 'ferries', match: 'island', take: 'boat' };
    expect(await derived(how)).toEqual(['Auk', 'Auk', 'Skua']);
    const { notes } = await run(early, step('s2', 'derive', { name: 'boat', how }));
    expect(notes).toContain(
      '1 value stands in several rows of “ferries”, which would make several of one; the first row is taken.',
    );
  });
  test('bands', async () => {
    expect(await derived({ by: 'bands', column: 'born', bounds: [1885] })).toEqual(['under 1885', '1885 and more', '']);
    expect(await derived({ by: 'bands', column: 'born', bounds: [1885, 1880], names: ['a', 'b', 'c'] })).toEqual([
      'b',
      'c',
      '',
    ]);
    await expect(derived({ by: 'bands', column: 'island', bounds: [1] })).rejects.toThrow(/no number column/);
  });
  test('membership, overlaps named', async () => {
    expect(await derived({ by: 'shortlists', shortlists: ['N', 'T'] })).toEqual(['Ness', 'Ness + Tarrow', '']);
  });
  test('by hand, over a column or none; who is gone is told', async () => {
    const classes = [
      { class: 'broker', on: ['Bo', 'Zoe'] },
      { class: 'constructor', on: ['Cy'] },
    ];
    expect(await derived({ by: 'hand', classes })).toEqual(['', 'broker', 'constructor']);
    expect(await derived({ by: 'hand', classes, from: 'island' })).toEqual(['Ness', 'broker', 'constructor']);
    const { notes } = await run(early, step('s2', 'derive', { name: 'new', how: { by: 'hand', classes } }));
    expect(notes).toContain('1 node with a class set by hand is not in the network at this step.');
    await expect(derived({ by: 'hand', classes, from: 'nothing' })).rejects.toThrow(/no column “nothing”/);
    const { net } = await run(early);
    const tie = edgeKey(edgeIdOf(net, 1));
    expect(await derived({ by: 'hand', classes: [{ class: 'kin', on: [tie, 'no key', '[]'] }] }, 'edges')).toEqual([
      '',
      'kin',
      '',
    ]);
  });
  test.each([
    ['1900 - born', ['20', '10', '']],
    ['round(born / 7, 1)', ['268.6', '270', '']],
    ['born >= 1885 and island = "Ness"', ['no', 'yes', 'no']],
    ['born >= 1885 or island = "Ness"', ['yes', 'yes', '']],
    ['if(born >= 1885, "young", "old")', ['old', 'young', '']],
    ['if(not empty(born) and born >= 1885, "young", "old")', ['old', 'young', 'old']],
    ['born ^ 2 ≥ 3550000 and not (born ≠ 1890)', ['no', 'yes', '']],
    ['number("12") + 1', ['13', '13', '13']],
    ['if(born > 1885, 1, "")', ['', '1', '']],
    ['name + " of " + [island]', ['Ann of Ness', 'Bo of Ness', 'Cy of Holm']],
    ['join(upper(name), "-", length(island))', ['ANN-4', 'BO-4', 'CY-4']],
    ['empty(born) ? "?" : born', ['1880', '1890', '?']],
    ['-1 * 2 + 10 % 4', ['0', '0', '0']],
    ['born / 0', ['', '', '']],
    ['not contains(island, "ess")', ['no', 'no', 'yes']],
    ['min(born, 1885) <> born', ['no', 'yes', '']],
  ])('formula %s', async (formula, wanted) => expect(await derived({ by: 'formula', formula })).toEqual(wanted));
  test('a formula of numbers is a number column, also where nothing comes of it', async () => {
    const { net } = await run(
      early,
      step('s2', 'derive', { name: 'new', how: { by: 'formula', formula: 'born / 0' } }),
    );
    expect(net.nodeColumns.find(({ name }) => name === 'new')?.type).toBe('number');
  });
  test('a formula of edges', async () => {
    expect(await derived({ by: 'formula', formula: 'weight * 2' }, 'edges')).toEqual(['2', '2', '2']);
  });
  test.each([
    ['', /Write a formula/],
    ['born +', /cannot be read at character/],
    ['[]*2', /brackets at character 1 hold no name/],
    ['"12" + 1', /In “"12" \+ 1”: a text and a number cannot be added/],
    ['1 + name * 2', /In “name \* 2” at character 5: “name” is a text/],
    ['born + 1,5', /“1,5” at character 8: decimals stand behind a point, as in 1\.5/],
    ['born > name', /a number is compared with a text/],
    ['if(born, 1, 2)', /“born” is a number, and yes or no is needed/],
    ['born & 2', /sign & is not known/],
    ['fame * 2', /no column “fame”/],
    ['[first sent] + 1', /no column “first sent”/],
    ['eval("1")', /calls “eval”/],
    ['constructor.constructor("return 1")()', /cannot be computed|calls/],
    ['toString()', /calls “toString”/],
    ['round()', /takes 1 to 2 values, not 0/],
    ['[1,2][0]', /no column “1,2”|cannot/],
    ['x = 1; y', /cannot|no column/],
  ])('%s is a sentence', async (formula, sentence) => {
    await expect(derived({ by: 'formula', formula })).rejects.toThrow(sentence);
  });
});

test('Keep by shortlist follows the shortlist: its version is part of the digest', async () => {
  const one = trail(early, step('s2', 'keep', { rule: { by: 'shortlist', shortlist: 'N' } }));
  const { state } = await runTrail(source(), one);
  expect(state?.network.ids).toEqual(['Ann', 'Bo']);
  const newer = [{ ...shortlists[0], version: 2, nodes: shortlists[0].nodes.slice(1) }];
  expect(digestsOf(source(newer), one)).not.toEqual(digestsOf(source(), one));
  expect((await runTrail(source([]), one)).reports[1].fault).toMatch(/shortlist of this step is not there/);
});

test('why nothing came of the records is said, with what to do', async () => {
  const blank = table('blank', { a: 'list', b: 'text' }, [['', 'x']]);
  const only = sourceOf([{ key: 'blank', version: '1' }], () => blank);
  const fault = async (settings: object): Promise<string | undefined> =>
    (await runTrail(only, trail(step('s1', 'ties', { table: 'blank', ...settings })))).reports[0].fault;
  expect(await fault({ make: 'incidence', right: ['a'] })).toBe(
    'The column “a” has nothing in it. Choose another column.',
  );
  expect(await fault({ from: 'b', to: 'a' })).toBe('The column “a” has nothing in it. Choose another column.');
  expect(await fault({ make: 'incidence', right: ['b'], minRecords: 3 })).toMatch(
    /^No network comes of this. No node passes./,
  );
});

test('what is read under another id has the same digest: an archive opened elsewhere changes no figure', () => {
  const rule = (id: string): object => step('s2', 'keep', { rule: { by: 'shortlist', shortlist: id } });
  const [one] = shortlists;
  const there = digestsOf(source([{ ...one, id: 'another' }]), trail(early, rule('another')));
  expect(there).toEqual(digestsOf(source([one]), trail(early, rule(one.id))));
  expect(digestsOf(source([{ ...one, id: 'another', nodes: [] }]), trail(early, rule('another')))).not.toEqual(there);
});
