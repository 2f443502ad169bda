/** Where accounts are needed and no administrator can sign in yet: prints the link by which the first one sets a password. */
import './outside';
import { and, eq, isNull } from 'drizzle-orm';
import { account, database, person, pool } from '@/server/db';
import { makeLink } from '@/server/people/links';
import { accountsRequired } from '@/server/people/mode';
import { standingPerson } from '@/server/people/person';

const [address = ''] = process.argv.slice(2);
try {
  const entering = await database()
    .select({ id: person.id })
    .from(person)
    .innerJoin(account, eq(account.userId, person.id))
    .where(and(eq(person.administrator, true), isNull(person.deactivatedAt)));
  if (accountsRequired() && entering.length === 0) {
    const token = await makeLink((await standingPerson()).id, 'first');
    process.stdout.write(
      `The first administrator sets a password, once, within 7 days, at\n${address}/link/${token}\n`,
    );
  }
} finally {
  await pool().end();
}
