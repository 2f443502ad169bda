import { readerWords } from './uses';

jest.mock('@/server/actions', () => ({}));

const network = (name: string, ...steps: string[]): { name: string; steps: string[] } => ({ name, steps });

test('who reads a column is said in a sentence, or nothing', () => {
  expect(readerWords({ networks: [], lists: [] }, 'name')).toBe('');
  expect(readerWords({ networks: [network('One', 'Ties', 'Keep')], lists: [] }, 'name')).toBe(
    'name is read by “One” (Ties, Keep).',
  );
  expect(readerWords({ networks: [network('One', 'Ties'), network('Two', 'Ties')], lists: ['People'] }, 'name')).toBe(
    'name is read by “One” (Ties) and 1 other network and the names “People”.',
  );
  expect(readerWords({ networks: [], lists: ['People', 'Places'] }, 'keepers')).toBe(
    'keepers is read by 2 lists of names.',
  );
});
