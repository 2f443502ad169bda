/** Before each file of tests: the demo study's things as they were loaded, and no other study. What one file leaves changed must not make another fail. In a throw-away database only. */
import pg from 'pg';

/** Each after those that it refers to. Records stay as they are: what is edited there is taken back by whoever edits it. */
const things = [
  ...['network', 'network_version', 'snapshot', 'figure', 'figure_held', 'names_list', 'names_change'],
  ...['shortlist', 'kept', 'member', 'team', 'team_member', 'thing_team'],
];
/** Refers to them, and is not there in a study that was just loaded. */
const later = ['guest_link', 'run', 'feed', 'presence'];

async function asLoaded(): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  const each = async (names: readonly string[], text: (name: string) => string): Promise<void> => {
    for (const name of names) await client.query(text(name));
  };
  try {
    await client.query('begin');
    const { rows } = await client.query("select 1 from pg_namespace where nspname = 'as_loaded'");
    if (rows.length === 0) {
      await client.query('create schema as_loaded');
      await each(['study', ...things], (name) => `create table as_loaded.${name} as table public.${name}`);
    } else {
      await client.query(
        'update study set deleted_at = now() where deleted_at is null and id not in (select id from as_loaded.study)',
      );
      await each([...later, ...[...things].reverse()], (name) => `delete from public.${name}`);
      await each(things, (name) => `insert into public.${name} table as_loaded.${name}`);
    }
    await client.query('commit');
  } finally {
    await client.end();
  }
}

if (process.env.NUNATAK_THROW_AWAY) beforeAll(asLoaded, 60_000);
