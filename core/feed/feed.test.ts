/** Messages: which are followed, the rows they become, and ties that are counted as they come as their table gives them. */
import * as fc from 'fast-check';
import { TableBuilder } from '../tables';
import { namedTable } from '../names';
import { atOnce } from '../measure';
import { makeTies } from '../ties';
import {
  type Message,
  type NameOf,
  type TieKind,
  columnsLacking,
  followSchema,
  following,
  messageColumns,
  messageSchema,
  rowsOf,
  tieKinds,
  tiesOf,
  tiesStep,
} from '.';

const message = (change: Partial<Message> = {}): Message => ({
  id: 7,
  time: '1936-02-01T10:42:18.250+01:00',
  writer: 'Tove Lorne',
  text: 'bere barley promised to Ewan Heddle by the mail boat',
  people: ['Ewan Heddle'],
  words: ['bere barley'],
  ...change,
});

describe('following', () => {
  const passes = (follow: object, change: Partial<Message> = {}): boolean =>
    following(followSchema.parse(follow))(message(change));

  test('a word is found whole, in the text or in what it is about, whatever its case', () => {
    expect(passes({ words: ['BERE'] })).toBe(true);
    expect(passes({ words: ['ber'] })).toBe(false);
    expect(passes({ words: ['bere barley'] })).toBe(true);
    expect(passes({ words: ['boat'] }, { text: 'boats' })).toBe(false);
    expect(passes({ words: ['kale'] }, { words: ['sea kale'] })).toBe(true);
    expect(passes({ words: ['möhre'] }, { text: 'Eine MÖHRE, bitte' })).toBe(true);
    expect(passes({ words: ['c++'] }, { text: 'about c++.' })).toBe(true);
    expect(passes({ words: ['(a'] }, { text: 'see (a)' })).toBe(true);
  });
  test('or is by a writer; where nothing is named, all pass', () => {
    expect(passes({ writers: ['tove lorne'] }, { text: '', words: [] })).toBe(true);
    expect(passes({ writers: ['Lorne'] })).toBe(false);
    expect(passes({ writers: ['Lorne'], words: ['barley'] })).toBe(true);
    expect(passes({})).toBe(true);
  });
});

test('what is no message is refused; what a source sends beside it is passed over', () => {
  const good = { id: 3, time: '2026-11-27T10:00:00Z', writer: 'A', text: '' };
  expect(messageSchema.parse({ ...good, likes: 4 })).toEqual({ ...good, people: [], words: [] });
  for (const bad of [
    { id: 0 },
    { id: 1.5 },
    { id: '3' },
    { time: 'today' },
    { writer: '' },
    { people: 'A' },
    { text: 4 },
  ])
    expect([bad, messageSchema.safeParse({ ...good, ...bad }).success]).toEqual([bad, false]);
});

test('rows are in the order of the table’s columns; a mark between names does not make two of one', () => {
  const columns = [...messageColumns, { name: 'mine', type: 'text' as const }].reverse();
  const row = rowsOf(columns)(message({ people: ['Heddle; Ewan', 'Dagny'], words: [] }));
  expect(row).toEqual([
    '',
    '',
    'Heddle, Ewan; Dagny',
    'bere barley promised to Ewan Heddle by the mail boat',
    'Tove Lorne',
    '1936-02-01T09:42:18Z',
    '7',
  ]);
  expect(columnsLacking(columns)).toEqual([]);
  expect(columnsLacking([{ name: 'text', type: 'text' }])).toEqual(['id', 'time', 'writer', 'people', 'words']);
});

/** The network that the step makes of the table of messages, as lines. */
async function ofTable(messages: Message[], kind: TieKind, entries: Record<string, string>): Promise<string[]> {
  const settings = tiesStep(kind, 'board');
  if (!settings) return [];
  const builder = new TableBuilder('board', messageColumns);
  for (const row of messages.map(rowsOf(messageColumns))) builder.push(row);
  const lists = [
    {
      id: 'l',
      name: 'L',
      version: 1,
      columns: ['writer', 'people'].map((column) => ({ table: 'board', column })),
      entries,
    },
  ];
  const table = namedTable(builder.done(), 'board', lists as never);
  const { network: net } = await makeTies(settings, { ...atOnce, step: 'ties', table: () => table });
  const ends = (e: number): string[] => {
    const two = [net.labels[net.source[e]], net.labels[net.target[e]]];
    return net.directed || kind === 'what' ? two : two.sort();
  };
  return [
    ...net.labels.map((one) => `node ${one}`),
    ...Array.from(net.weight, (w, e) => `${ends(e).join(' > ')} ${w}`),
  ].sort();
}
/** The same as it is counted while messages come. */
function asTheyCome(messages: Message[], kind: TieKind, nameOf: NameOf): string[] {
  const nodes = new Set<string>();
  const weights = new Map<string, number>();
  for (const one of messages) {
    const { nodes: seen, pairs } = tiesOf(one, kind, nameOf);
    for (const { kind: of, name } of seen) nodes.add(kind === 'what' ? `${of} ${name}` : name);
    for (const [a, b] of pairs) {
      const two = [seen[a].name, seen[b].name];
      const key = (kind === 'whom' || kind === 'what' ? two : two.sort()).join(' > ');
      weights.set(key, (weights.get(key) ?? 0) + 1);
    }
  }
  const called = [...nodes].map((one) => `node ${kind === 'what' ? one.slice(one.indexOf(' ') + 1) : one}`);
  return [...called, ...[...weights].map(([key, w]) => `${key} ${w}`)].sort();
}

test.each(tieKinds.filter((kind) => kind !== 'none'))(
  '%s: counted as they come, the ties are those of their table',
  async (kind) => {
    const names = fc.constantFrom('Ann', 'Bo', 'Cy', 'Cyrus', 'no name', 'kale');
    const one = fc.record({
      writer: names,
      people: fc.array(names, { maxLength: 4 }),
      words: fc.array(names, { maxLength: 4 }),
    });
    const entries: Record<string, string> = { Cyrus: 'Cy', 'no name': '' };
    const nameOf: NameOf = (column, name) => {
      if (column === 'words') return name;
      const form = Object.hasOwn(entries, name) ? entries[name] : name;
      return form === '' ? undefined : form;
    };
    await fc.assert(
      fc.asyncProperty(fc.array(one, { maxLength: 12 }), async (made) => {
        const messages = made.map((change, i) => message({ ...change, id: i + 1 }));
        expect(asTheyCome(messages, kind, nameOf)).toEqual(await ofTable(messages, kind, entries));
      }),
      { numRuns: 200 },
    );
  },
);

test('records only: no step and no ties', () => {
  expect(tiesStep('none', 'board')).toBeUndefined();
  expect(tiesOf(message(), 'none')).toEqual({ nodes: [], pairs: [] });
});
