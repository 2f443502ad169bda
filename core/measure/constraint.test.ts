import fc from 'fast-check';
import { type Network, network } from '../graph';
import { structuralHoles } from './holes';

/** Burt 1992, line by line on the whole matrix. */
function byDefinition(net: Network, weighted: boolean) {
  const n = net.ids.length;
  const tie = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  net.source.forEach((a, e) => {
    const b = net.target[e];
    if (a === b) return;
    tie[a][b] += weighted ? net.weight[e] : 1;
    tie[b][a] += weighted ? net.weight[e] : 1;
  });
  const share = tie.map((row) => {
    const sum = row.reduce((all, w) => all + w, 0);
    return row.map((w) => (sum > 0 ? w / sum : 0));
  });
  return tie.map((row, i) => {
    const contacts = row.flatMap((w, j) => (w > 0 ? [j] : []));
    const of = contacts.map(
      (j) => (share[i][j] + share[i].reduce((all, p, q) => (q === i || q === j ? all : all + p * share[q][j]), 0)) ** 2,
    );
    const constraint = of.reduce((all, c) => all + c, 0);
    const mean = constraint / contacts.length;
    const disorder = of.reduce((all, c) => all + (c / mean) * Math.log(c / mean), 0);
    return {
      constraint,
      hierarchy: disorder / (contacts.length * Math.log(contacts.length)),
      contacts: contacts.length,
    };
  });
}

test('constraint and hierarchy are those of the definition', () => {
  const edges = fc.uniqueArray(fc.tuple(fc.nat(6), fc.nat(6)), {
    maxLength: 14,
    selector: ([a, b]) => `${Math.min(a, b)} ${Math.max(a, b)}`,
  });
  fc.assert(
    fc.property(
      edges,
      fc.boolean(),
      fc.array(fc.integer({ min: 1, max: 8 }), { minLength: 14, maxLength: 14 }),
      (pairs, weighted, weight) => {
        const net = network({ nodes: 7, edges: pairs, weight: weight.slice(0, pairs.length) });
        const found = structuralHoles(net, weighted);
        byDefinition(net, weighted).forEach(({ constraint, hierarchy, contacts }, v) => {
          if (contacts === 0) expect(found.constraint[v]).toBeNaN();
          else expect(found.constraint[v]).toBeCloseTo(constraint, 10);
          if (contacts < 2) expect(found.hierarchy[v]).toBeNaN();
          else expect(found.hierarchy[v]).toBeCloseTo(hierarchy, 10);
        });
      },
    ),
  );
});

test('hierarchy is 0 where all contacts constrain alike, and lies between 0 and 1', () => {
  const star = network({
    nodes: 5,
    edges: [
      [0, 1],
      [0, 2],
      [0, 3],
      [0, 4],
    ],
  });
  expect(structuralHoles(star, false).hierarchy[0]).toBeCloseTo(0, 12);
  const one = network({ nodes: 5, edges: [[0, 1], [0, 2], [0, 3], [0, 4]], weight: [100, 1, 1, 1] }); // prettier-ignore
  const { hierarchy } = structuralHoles(one, true);
  expect(hierarchy[0]).toBeGreaterThan(0.8);
  expect(hierarchy[0]).toBeLessThanOrEqual(1);
});
