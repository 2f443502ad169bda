import { isNews } from './use-news';

const tables = [{ key: 'people', version: 3 }];
const names = [{ id: 'l1', version: 2 }];

test.each([
  ['the same', { tables: { people: 3 }, names: { l1: 2 } }, false],
  ['a table that went on', { tables: { people: 4 }, names: { l1: 2 } }, true],
  ['a list that went on', { tables: { people: 3 }, names: { l1: 5 } }, true],
  ['a table that is behind this page', { tables: { people: 2 }, names: { l1: 2 } }, false],
  ['a table more', { tables: { people: 3, ties: 1 }, names: { l1: 2 } }, true],
  ['another table of the same number', { tables: { ties: 1 }, names: { l1: 2 } }, true],
  ['a table less', { tables: {}, names: { l1: 2 } }, true],
])('%s', (_name, now, news) => {
  expect(isNews(now as never, tables, names)).toBe(news);
});
