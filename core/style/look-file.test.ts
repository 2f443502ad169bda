import { plainStyle } from '.';
import { columnsOfLook, lookFile, readLook, repointed } from './look-file';

const where = { match: 'any' as const, rules: [{ match: 'all' as const, rules: [{ about: 'column' as const, column: 'office', is: 'filled' as const, value: '', to: '' }] }] }; // prettier-ignore
const style = {
  ...plainStyle,
  nodeColour: { by: 'category' as const, column: 'island', palette: 'moraine' as const, colours: {} },
  labels: { show: 'top' as const, top: 5, by: 'born', size: 12 },
  labelText: '{name}, {born}',
  edgeWidth: { by: 'amount' as const, column: 'weight', min: 1, max: 4, scale: 'sqrt' as const },
  rules: {
    nodeRim: [{ where, look: { colour: '#112233', width: 2 }, words: '' }],
    edgeColour: [{ where, look: '#112233', words: '' }],
  },
  byHand: { nodeSize: { k1: 9 } },
};

test('a look comes back from its file as it was, without what was set by hand', () => {
  const { name, style: read } = readLook(lookFile('Ledger', style));
  expect(name).toBe('Ledger');
  expect(read).toEqual({ ...style, byHand: {} });
});

test.each([
  ['{', /no JSON/],
  ['[]', /holds no look/],
  ['{"kind":"look","version":2,"name":"","style":{}}', /later version/],
  [
    '{"kind":"look","version":1,"name":"","style":{"nodeSize":{"by":"all","radius":-4}}}',
    /damaged at “nodeSize radius”/,
  ],
])('%s is answered with a sentence', (text, sentence) => {
  expect(() => readLook(text)).toThrow(sentence);
});

test('all columns that it reads are listed, and can be pointed to others: settings, patterns and rules', () => {
  const columns = columnsOfLook(style);
  expect(columns.map(({ of, name }) => `${of} ${name}`).sort()).toEqual(['edges office', 'nodes born', 'nodes island', 'nodes office']); // prettier-ignore
  const to = new Map([['nodes born', 'year'], ['nodes island', 'place'], ['nodes office', 'post']]); // prettier-ignore
  const other = repointed(style, to);
  expect(other).toMatchObject({ nodeColour: { column: 'place' }, labels: { by: 'year' }, labelText: '{name}, {year}' });
  expect(columnsOfLook(other).map(({ of, name }) => `${of} ${name}`).sort()).toEqual(['edges office', 'nodes place', 'nodes post', 'nodes year']); // prettier-ignore
  expect(repointed(style, new Map())).toEqual(style);
});
