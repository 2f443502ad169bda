import { seeded } from '../../random';
import { brokenFile, outcomeOf } from './fuzz';

test('500 broken files: each ends in tables or in a sentence', async () => {
  const random = seeded(1931);
  const seen = { tables: 0, sentence: 0 };
  for (let i = 0; i < 500; i++) {
    const source = brokenFile(random);
    const outcome = await outcomeOf(source);
    if (outcome.kind === 'defect') throw new Error(`case ${i}, ${source.name}`, { cause: outcome.error });
    if (outcome.kind === 'sentence') expect(outcome.text).toMatch(/^“.+”.* .*\.$/s);
    seen[outcome.kind]++;
  }
  // Both happen, or the wounds would be too light or too deep to say anything.
  expect(Math.min(seen.tables, seen.sentence)).toBeGreaterThan(50);
});
