import { weightsOfZeroOrMore } from '../paths/lengths';
import type { Measure } from './measure';

const holes = (weighted: boolean): Measure => {
  const suffix = weighted ? '_weighted' : '';
  const title = weighted ? ', weighted' : '';
  return {
    key: `constraint${suffix}`,
    name: `Structural holes${title}`,
    question: 'bridges',
    on: 'nodes',
    cost: 'triangles',
    weighted,
    words:
      'How far a node’s contacts are tied among themselves and so leave it nothing to broker. Low constraint and a large effective size mark those who stand between circles.',
    formula:
      'c(i) = Σⱼ (p(i,j) + Σ_q p(i,q) p(q,j))²; effective size Σⱼ (1 − Σ_q p(i,q) m(j,q)); efficiency: effective size over contacts; hierarchy: disorder of the shares of constraint',
    source: 'Burt 1992',
    reads: weighted
      ? 'weights of both directions added, loops dropped, contacts only'
      : 'ties of both directions added (1 each, parallel ones once), loops dropped, contacts only',
    high: 'Constraint: the contacts are all tied to each other. Effective size: many circles that do not meet.',
    low: 'Constraint: free to broker. Effective size: the contacts are redundant.',
    beware:
      'Constraint can be over 1 with few contacts, and is not defined for isolates. It falls with the number of contacts, so hubs look free.',
    columns: [
      { key: `constraint${suffix}`, name: `Constraint${title}`, undefinedWhy: 'Isolates have no contacts.' },
      { key: `effective_size${suffix}`, name: `Effective size${title}`, undefinedWhy: 'Isolates have no contacts.' },
      { key: `efficiency${suffix}`, name: `Efficiency${title}`, undefinedWhy: 'Isolates have no contacts.' },
      {
        key: `hierarchy${suffix}`,
        name: `Hierarchy of constraint${title}`,
        undefinedWhy: 'It needs two contacts at least.',
      },
    ],
    async compute(net) {
      if (weighted) weightsOfZeroOrMore(net, 'Constraint');
      const { constraint, effectiveSize, efficiency, hierarchy } = (await import('./holes')).structuralHoles(
        net,
        weighted,
      );
      return [constraint, effectiveSize, efficiency, hierarchy];
    },
  };
};

export const constraint = holes(false);
export const constraintWeighted = holes(true);
