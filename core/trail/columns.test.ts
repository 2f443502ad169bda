import { stepsThatRead, withColumns } from './columns';
import { type Trail, trailSchema } from './registry';

const on = true;
const trail = (...steps: object[]): Trail =>
  trailSchema.parse({ steps: steps.map((step, i) => ({ id: `s${i}`, on, ...step })) });
const letters = {
  kind: 'ties',
  table: 'letters',
  from: 'sender',
  to: 'receiver',
  weight: 'pages',
  gather: [{ column: 'year', as: 'first' }],
  nodes: { table: 'people', match: 'name', label: 'full name' },
};
const whole = trail(
  letters,
  {
    kind: 'keep',
    rule: {
      by: 'condition',
      on: 'nodes',
      where: {
        match: 'all',
        rules: [
          { is: 'filled', column: 'year' },
          {
            match: 'any',
            rules: [
              { is: 'is', column: 'island', value: 'island' },
              { about: 'name', is: 'is', value: 'year', column: 'year' },
            ],
          },
        ],
      },
    },
  },
  { kind: 'keep', rule: { by: 'number', on: 'edges', column: 'year', min: 3 } },
  {
    kind: 'derive',
    of: 'nodes',
    name: 'old',
    how: { by: 'formula', formula: 'if(year < 1900, "year", [island]) + max(year, 2)' },
  },
  { kind: 'groups', method: 'column', column: 'island', nameBy: 'year' },
  { kind: 'measure', measures: ['degree'], options: { by: 'island' } },
  {
    kind: 'style',
    nodeColour: { by: 'category', column: 'island' },
    edgeWidth: { by: 'amount', column: 'year' },
    labels: { show: 'top', by: 'year' },
  },
);
const called = (from: string, to: string) => (name: string) => (name === from ? to : name);

test('a column of the node table is followed where nodes are meant, and left where ties are', () => {
  const { steps } = withColumns(whole, 'people', called('year', 'born'));
  const text = steps.map((step) => JSON.stringify(step));
  expect(text[0]).toContain('"column":"year"');
  expect(steps[1]).toMatchObject({
    rule: {
      where: {
        rules: [
          { column: 'born' },
          {
            rules: [
              { column: 'island', value: 'island' },
              { about: 'name', value: 'year', column: 'year' },
            ],
          },
        ],
      },
    },
  });
  expect(text[2]).toContain('"column":"year"');
  expect(steps[3]).toMatchObject({ how: { formula: 'if(born < 1900, "year", [island]) + max(born, 2)' } });
  expect(steps[4]).toMatchObject({ column: 'island', nameBy: 'born' });
  expect(steps[6]).toMatchObject({ edgeWidth: { column: 'year' }, labels: { by: 'born' } });
  expect(trailSchema.safeParse({ steps }).success).toBe(true);
});

test('a column of the records is followed in Ties and where ties are meant', () => {
  const { steps } = withColumns(whole, 'letters', called('year', 'sent in'));
  expect(steps[0]).toMatchObject({ gather: [{ column: 'sent in' }] });
  expect(steps[1]).toEqual(whole.steps[1]);
  expect(steps[2]).toMatchObject({ rule: { column: 'sent in' } });
  expect(steps[6]).toMatchObject({ edgeWidth: { column: 'sent in' }, labels: { by: 'year' } });
  expect(withColumns(whole, 'letters', called('sender', 'by')).steps[0]).toMatchObject({ from: 'by', to: 'receiver' });
});

test('names that are no single word stand in brackets in a formula', () => {
  const { steps } = withColumns(whole, 'people', called('year', 'year of birth'));
  expect(steps[3]).toMatchObject({
    how: { formula: 'if([year of birth] < 1900, "year", [island]) + max([year of birth], 2)' },
  });
});

test('the ends, the matching and the looking up follow; another table changes nothing', () => {
  expect(withColumns(whole, 'people', called('name', 'who')).steps[0]).toMatchObject({
    nodes: { match: 'who', label: 'full name' },
  });
  expect(withColumns(whole, 'islands', called('island', 'x'))).toEqual(whole);
  const looked = trail(letters, {
    kind: 'derive',
    of: 'nodes',
    name: 'county',
    how: { by: 'table', column: 'island', table: 'islands', match: 'name', take: 'county' },
  });
  expect(withColumns(looked, 'islands', called('name', 'island name')).steps[1]).toMatchObject({
    how: { column: 'island', match: 'island name', take: 'county' },
  });
  const both = trail({
    kind: 'ties',
    table: 'meetings',
    make: 'incidence',
    left: [],
    right: ['present'],
    nodes: [
      { table: 'people', match: 'name' },
      { table: 'guests', match: 'name' },
    ],
  });
  expect(withColumns(both, 'guests', called('name', 'guest')).steps[0]).toMatchObject({
    nodes: [{ match: 'name' }, { match: 'guest' }],
  });
});

test('after a step that makes a column of the name it is this one that is meant', () => {
  const made = trail(
    letters,
    { kind: 'derive', of: 'nodes', name: 'island', how: { by: 'classes', column: 'island', classes: {} } },
    { kind: 'groups', method: 'column', column: 'island' },
  );
  const { steps } = withColumns(made, 'people', called('island', 'home'));
  expect(steps[1]).toMatchObject({ name: 'island', how: { column: 'home' } });
  expect(steps[2]).toMatchObject({ column: 'island' });
});

test('it is said which steps read a column, and a table', () => {
  expect(stepsThatRead(whole, 'people', 'island')).toEqual(['Keep', 'Derive', 'Groups', 'Measure', 'Style']);
  expect(stepsThatRead(whole, 'letters', 'sender')).toEqual(['Ties']);
  expect(stepsThatRead(whole, 'people', 'shoe size')).toEqual([]);
  expect(stepsThatRead(whole, 'islands')).toEqual([]);
  expect(stepsThatRead(whole, 'letters')).toContain('Ties');
});

test('sifts that were kept follow too: of records by their table, of nodes and ties by what became theirs; so do classes by hand', () => {
  const sifts = [
    { id: 'a', kind: 'dates', of: 'records', table: 'letters', column: 'year', until: 'year', rows: { label: 'year' } },
    { id: 'b', kind: 'words', of: 'records', table: 'cards', columns: ['year'] },
    { id: 'c', kind: 'values', of: 'nodes', column: 'year', measure: { by: 'distinct', column: 'year' } },
    { id: 'd', kind: 'numbers', of: 'edges', column: 'year' },
  ];
  const hand = { kind: 'derive', of: 'nodes', name: 'x', how: { by: 'hand', from: 'year', classes: [] } };
  const kept = trail(
    letters,
    { kind: 'keep', rule: { by: 'sift', sifts, weigh: { column: 'year', by: 'sum' } } },
    hand,
  );
  const mine = withColumns(kept, 'letters', called('year', 'sent'));
  expect(mine.steps[1]).toMatchObject({
    rule: {
      sifts: [
        { column: 'sent', until: 'sent', rows: { label: 'sent' } },
        { columns: ['year'] },
        { column: 'year', measure: { column: 'year' } },
        { column: 'sent' },
      ],
      weigh: { column: 'sent' },
    },
  });
  expect(mine.steps[2]).toEqual(kept.steps[2]);
  const people = withColumns(kept, 'people', called('year', 'born'));
  expect(people.steps[1]).toMatchObject({
    rule: {
      sifts: [
        { column: 'year' },
        { columns: ['year'] },
        { column: 'born', measure: { column: 'born' } },
        { column: 'year' },
      ],
      weigh: { column: 'year' },
    },
  });
  expect(people.steps[2]).toMatchObject({ how: { from: 'born' } });
  expect(stepsThatRead(kept, 'letters', 'year')).toContain('Keep');
  expect(stepsThatRead(kept, 'cards', 'year')).toEqual(['Keep']);
});

test('an area that was kept follows the table in which places stand, and the column that names them', () => {
  const where = { column: 'island', table: 'islands', by: 'name', latitude: 'north', longitude: 'east' };
  const near = { id: 'a', kind: 'area', of: 'nodes', where };
  const own = { id: 'b', kind: 'area', of: 'nodes', where: { place: 'north' } };
  const kept = trail(letters, { kind: 'keep', rule: { by: 'sift', sifts: [near, own] } });
  const sifts = (table: string, from: string, to: string) =>
    (withColumns(kept, table, called(from, to)).steps[1] as { rule: { sifts: unknown[] } }).rule.sifts;
  expect(sifts('islands', 'north', 'lat')).toMatchObject([{ where: { ...where, latitude: 'lat' } }, own]);
  expect(sifts('people', 'island', 'isle')).toMatchObject([{ where: { ...where, column: 'isle' } }, own]);
  expect(sifts('people', 'north', 'lat')).toMatchObject([near, { where: { place: 'lat' } }]);
  expect(withColumns(kept, 'letters', called('north', 'lat'))).toEqual(kept);
});
