/** What was computed from a network's edges, kept as long as the network. */
import { picked } from '../tables';
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

/** Networks that are the part of another one among some of its nodes, by their edges; `edges` are the places there. */
const parts = new WeakMap<Uint32Array, { of: Network; edges: Uint32Array }>();

/** Notes that the edges `source` are all those of `of` among the nodes that stay, at the places `edges` there. */
export function keptAsIn(of: Network, source: Uint32Array, edges: Uint32Array): void {
  parts.set(source, { of, edges });
}

/**
 * As {@link keptFor}, for what each edge has whatever other nodes there are: in a part of a network it is what it is in the whole. It is found there where it is at hand, and where the part is
 * the most of it, so that the next part has it at hand.
 */
export function keptByEdge(net: Network, key: string, make: (net: Network) => Uint8Array): Uint8Array {
  return keptFor(net, key, () => {
    const part = parts.get(net.source);
    if (!part || part.of.directed !== net.directed) return make(net);
    const { of, edges } = part;
    if (!kept.get(of.source)?.has(full(of, key)) && 2 * edges.length < of.source.length) return make(net);
    return picked(keptByEdge(of, key, make), edges);
  });
}
