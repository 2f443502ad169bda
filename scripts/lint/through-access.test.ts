/** What the lint rule lets pass, and what it finds. */
import { Linter } from 'eslint';
import tseslint from 'typescript-eslint';
import { throughAccess } from './through-access.mjs';

const head =
  "import { database, figure, network } from '@/server/db';\nimport { seenIn } from '@/server/access/things';\n";
function found(code: string): (string | undefined)[] {
  const rules = { 'through-access': throughAccess } as never;
  return new Linter()
    .verify(
      `${head}${code}`,
      [
        {
          files: ['**/*.ts'],
          languageOptions: { parser: tseslint.parser },
          plugins: { nunatak: { rules } },
          rules: { 'nunatak/through-access': 'error' },
        },
      ],
      'server/x.ts',
    )
    .map(({ messageId }) => messageId);
}

test.each([
  "await database().select().from(network).where(await seenIn('network', study, 'read'));",
  "const mine = await seenIn('network', study, 'edit'); await database().update(network).set({}).where(and(mine, eq(a, b)));",
  "await database().select().from(member).leftJoin(figure, eq(a, b)).where(and(await seenIn('figure', study, 'read'), good));",
  'await database().select().from(snapshot).where(eq(snapshot.networkId, id));',
  '{ const { network } = given; Array.from(network); }',
  'const a = sql`select id from study`;',
])('passes: %s', (code) => {
  expect(found(code)).toEqual([]);
});

test.each([
  'await database().select().from(network);',
  'await database().select().from(network).where(eq(network.id, id));',
  'await database().update(figure).set({}).where(eq(figure.id, id)).returning();',
  'await database().delete(network).where(eq(network.studyId, study));',
  'const mine = eq(network.id, id); await database().update(network).set({}).where(mine);',
  'await database().select().from(snapshot).innerJoin(figure, eq(a, b)).where(good);',
])('finds: %s', (code) => {
  expect(found(code)).toEqual(['access']);
});

test('finds SQL that is written out', () => {
  expect(found('const a = sql`select name from network where id = ${id}`;')).toEqual(['written']);
  expect(found('const a = sql`(select 1 from x join figure on figure.id = x.id)`;')).toEqual(['written']);
});
