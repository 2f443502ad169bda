/** A drawn network as one that figures can be computed of. */
import type { Network } from '../graph';
import type { Drawn, Origin } from './models';

const names = new Map<number, string[]>();

/** Nodes have numbers for names, made once for each size. */
function numbers(n: number): string[] {
  let made = names.get(n);
  if (!made) {
    names.clear();
    names.set(n, (made = Array.from({ length: n }, (_, v) => String(v))));
  }
  return made;
}

export function networkOf({ nodes, directed }: Origin, { source, target }: Drawn): Network {
  const ids = numbers(nodes);
  return {
    directed,
    ids,
    labels: ids,
    source,
    target,
    weight: new Float64Array(source.length).fill(1),
    weightName: 'weight',
    nodeColumns: [],
    edgeColumns: [],
  };
}
