/** How views were set comes back as it was; what cannot be read is as at first. */
import { freshCards } from './cards';
import { type KeptViews, readViews, writtenViews } from './kept-views';
import { freshLanes } from './lanes';
import { freshMatrix } from './matrix';
import { freshPlaces } from './places';
import { freshTables } from './table';

const fresh: KeptViews = {
  lanes: freshLanes,
  places: freshPlaces,
  matrix: freshMatrix,
  cards: freshCards,
  tableView: freshTables,
  divide: 0.5,
};
const set: KeptViews = {
  lanes: {
    when: { of: 'records', table: 't', column: 'sent_on' },
    group: '',
    then: { by: 'hand', ids: ['b', 'a'] },
    fold: false,
    life: { column: 'born', until: 'died' },
    only: ['a', 'b'],
  },
  places: { where: { by: 'place', column: 'home' }, bundled: true, hidden: ['islands'] },
  matrix: { group: 'island', then: { by: 'column', column: 'age' }, sums: true },
  cards: { sort: 'age', descending: true, group: 'island', columns: ['age', '__proto__'], size: 'large' },
  tableView: {
    ...freshTables,
    records: {
      columns: ['to', 'from'],
      pinned: ['to'],
      widths: new Map([['__proto__', 90]]),
      sort: [{ name: 'constructor', descending: true }],
    },
  },
  divide: 0.35,
};

test.each([
  ['as at first', fresh],
  ['as it was set', set],
])('comes back %s', (_name, views) => {
  expect(readViews(writtenViews(views))).toEqual(views);
});

test('each part by itself: one that cannot be read leaves the others', () => {
  const text = JSON.stringify({ ...(JSON.parse(writtenViews(set)) as object), lanes: { then: 7 }, divide: 40 });
  const { lanes, divide, ...rest } = readViews(text);
  expect([lanes, divide]).toEqual([undefined, undefined]);
  expect(rest).toEqual({ places: set.places, matrix: set.matrix, cards: set.cards, tableView: set.tableView });
  for (const odd of ['', 'null', '[]', '7', '{"lanes":', '"x"']) expect(readViews(odd)).toEqual({});
});

test('lanes of very many nodes are not kept: there is no room for them', () => {
  const only = Array.from({ length: 3000 }, (_, i) => String(i));
  expect(readViews(writtenViews({ ...set, lanes: { ...set.lanes, only } })).lanes).toEqual({
    ...set.lanes,
    only: undefined,
  });
});
