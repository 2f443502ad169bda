/** What was computed from a network's edges, kept as long as the network. */
import { type Network, nodeCount } from './network';

const kept = new WeakMap<Uint32Array, Map<string, unknown>>();

function shelf(net: Network): Map<string, unknown> {
  let made = kept.get(net.source);
  if (!made) kept.set(net.source, (made = new Map<string, unknown>()));
  return made;
}

const full = (net: Network, key: string): string => `${key} ${net.directed} ${nodeCount(net)}`;

/** Made once for the network's edges and `key`; networks that share their edges share it. */
export function keptFor<T>(net: Network, key: string, make: () => T): T {
  const held = shelf(net);
  const name = full(net, key);
  if (!held.has(name)) held.set(name, make());
  return held.get(name) as T;
}

/** As {@link keptFor}, for long work: what fails or is stopped is not kept. */
export async function keptLong<T>(net: Network, key: string, make: () => Promise<T>): Promise<T> {
  const held = shelf(net);
  const name = full(net, key);
  if (held.has(name)) return held.get(name) as T;
  const value = await make();
  held.set(name, value);
  return value;
}
