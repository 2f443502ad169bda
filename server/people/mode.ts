/** Whether somebody who has not signed in is let in. */

const loopback = new Set(['127.0.0.1', 'localhost', '::1', '[::1]']);

/**
 * True where `NUNATAK_ACCOUNTS` is `required`, and wherever others can reach the server: it listens beyond loopback (`NUNATAK_LISTEN`), or goes by other names
 * (`NUNATAK_HOSTS`), as behind a proxy.
 */
export function accountsRequired(env: Record<string, string | undefined> = process.env): boolean {
  const listens = (env.NUNATAK_LISTEN ?? '').trim();
  return (
    env.NUNATAK_ACCOUNTS === 'required' ||
    (env.NUNATAK_HOSTS ?? '').trim() !== '' ||
    (listens !== '' && !loopback.has(listens))
  );
}
