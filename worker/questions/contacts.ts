import { kindColumn } from '@/core/graph';
import { contactsOf } from '@/core/paths';
import { cellText } from '@/core/tables';
import { type Question, placesOf } from './question';

export interface ContactAsk {
  first: string[];
  second: string[];
  /** Node column by which third nodes are counted; absent: their kind, where there are several. */
  by?: string;
}

export interface ContactAnswer {
  first: number;
  second: number;
  both: number;
  direct: { edge: number; from: string; to: string; weight: number; value: string }[];
  thirds: { id: string; label: string; kind: string; first: number; second: number; pairs: number }[];
  kinds: { value: string; direct: number; thirds: number; pairs: number }[];
  pairsDirect: number;
  pairsThrough: number;
}

/** Ties between two groups, and third nodes that both have ties to. */
export const contacts: Question<ContactAsk, ContactAnswer> = (net, { first, second, by }) => {
  const [a, b] = [placesOf(net, first), placesOf(net, second)];
  const found = contactsOf(net, a, b);
  const col = net.nodeColumns.find(({ name }) => name === (by ?? kindColumn));
  const edgeCol = by === undefined ? undefined : net.edgeColumns.find(({ name }) => name === by);
  const kindOf = (v: number): string => (col && cellText(col, v)) || (by === undefined ? 'nodes' : 'no value');
  const kinds = new Map<string, { value: string; direct: number; thirds: number; pairs: number }>();
  const kind = (value: string): { value: string; direct: number; thirds: number; pairs: number } => {
    const one = kinds.get(value) ?? { value, direct: 0, thirds: 0, pairs: 0 };
    kinds.set(value, one);
    return one;
  };
  const inFirst = new Set(a);
  const direct = found.direct.map((edge) => {
    const [x, y] = [net.source[edge], net.target[edge]];
    const end = inFirst.has(x) ? y : x;
    const value = edgeCol ? cellText(edgeCol, edge) || 'no value' : kindOf(end);
    kind(value).direct++;
    return { edge, from: net.labels[x], to: net.labels[y], weight: net.weight[edge], value };
  });
  const thirds = found.thirds.map(({ node, ...counts }) => {
    const one = kind(kindOf(node));
    one.thirds++;
    one.pairs += counts.pairs;
    return { id: net.ids[node], label: net.labels[node], kind: kindOf(node), ...counts };
  });
  return {
    first: a.length,
    second: b.length,
    both: b.filter((v) => inFirst.has(v)).length,
    direct: direct.sort((x, y) => y.weight - x.weight || x.edge - y.edge),
    thirds,
    kinds: [...kinds.values()].sort((x, y) => y.direct + y.pairs - x.direct - x.pairs),
    pairsDirect: found.pairsDirect,
    pairsThrough: found.pairsThrough,
  };
};

interface TouchingAsk {
  groups: { name: string; nodes: string[] }[];
  one: string[];
}
interface Touching {
  name: string;
  nodes: number;
  direct: number;
  thirds: number;
  pairs: number;
}

/** Several groups against one. */
export const touching: Question<TouchingAsk, Touching[]> = (net, { groups, one }) => {
  const against = placesOf(net, one);
  const inside = new Set(one);
  const others = groups.filter(({ nodes }) => nodes.some((id) => !inside.has(id)));
  return others.map(({ name, nodes }) => {
    const found = contactsOf(net, placesOf(net, nodes), against);
    return {
      name,
      nodes: nodes.length,
      direct: found.direct.length,
      thirds: found.thirds.length,
      pairs: found.pairsThrough,
    };
  });
};
