/** Which sources may be asked: those that the administrator names, and the practice feed on this machine. */
import { Fault } from '@/core/fault';

/** Where `npm run demo` starts the practice feed. */
const practiceAddress = (): string => `http://127.0.0.1:${process.env.NUNATAK_FEED_PORT ?? '4600'}`;
/** It, with its key, which is no secret. */
export const practice = (): { address: string; key: string } => ({
  address: practiceAddress(),
  key: 'harbour-practice',
});

/** `NUNATAK_FEEDS`: origins, divided by commas. Absent: the practice feed alone. */
export function allowedSources(setting = process.env.NUNATAK_FEEDS): string[] {
  if (setting === undefined) return [practiceAddress()];
  return setting.split(',').flatMap((one) => {
    const text = one.trim();
    if (!URL.canParse(text)) return [];
    const { protocol, origin } = new URL(text);
    return protocol === 'https:' || protocol === 'http:' ? [origin] : [];
  });
}

/**
 * The address of a source as it is kept: origin and path. Only named origins are asked, and nothing that they lead on to, so that nobody can make this
 * server ask its own network for them. @throws Fault
 */
export function sourceAddress(written: string): string {
  const text = written.trim();
  if (!URL.canParse(text))
    throw new Fault('This is no address. It begins with https:// and names where the feed is.', 'address');
  const { origin, pathname, username, password, search, hash } = new URL(text);
  if (username || password) throw new Fault('The key has a field of its own; take it out of the address.', 'address');
  if (search || hash)
    throw new Fault('The address ends before the question mark: what is followed is set below.', 'address');
  if (!allowedSources().includes(origin))
    throw new Fault(
      `Feeds at ${origin} are not allowed here. Who runs this server names them in NUNATAK_FEEDS.`,
      'address',
    );
  return `${origin}${pathname.replace(/\/+$/, '')}`;
}
