/** Which requests are let in: those that name this server by a name of its own, and changes that its own pages ask for. */

const loopback = ['localhost', '127.0.0.1', '[::1]'];

/** Names under which the server may be asked, without ports: `NUNATAK_HOSTS`, divided by commas, beside those of this machine. */
export function hostsFrom(setting: string | undefined): Set<string> {
  const more = (setting ?? '').split(',').map((name) => name.trim().toLowerCase());
  return new Set([...loopback, ...more.filter((name) => name !== '')]);
}

const nameOf = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

/** A page of another site can make a browser send requests here, and can give its own name this machine's address: both are told by what the browser writes. */
export function refusal(
  request: { method: string; headers: { get(name: string): string | null } },
  hosts = hostsFrom(process.env.NUNATAK_HOSTS),
): string | undefined {
  const host = request.headers.get('host');
  if (host !== null && !hosts.has(nameOf(host))) {
    return `This server does not go by the name “${nameOf(host).slice(0, 100)}”. Its names are set in NUNATAK_HOSTS.`;
  }
  if (request.method === 'GET' || request.method === 'HEAD') return undefined;
  const site = request.headers.get('sec-fetch-site');
  const origin = request.headers.get('origin');
  // Programs write neither.
  const foreign =
    (site !== null && site !== 'same-origin' && site !== 'none') ||
    (origin !== null && !(URL.canParse(origin) && new URL(origin).host === (host ?? '').toLowerCase()));
  return foreign ? 'This request came from another site and was not carried out.' : undefined;
}
