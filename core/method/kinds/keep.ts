import { keepKindOf } from '../../keep';
import type { Telling } from '../told';
import { left } from './words';

export const keep: Telling<'keep'> = {
  sentences({ rule }, told) {
    const what =
      rule.by === 'shortlist'
        ? `${rule.leave ? 'all but the' : 'the'} shortlist “${told.shortlistName(rule.shortlist)}”`
        : rule.by === 'component'
          ? rule.min
            ? `the connected parts of at least ${rule.min} nodes`
            : 'the largest connected part'
          : keepKindOf(rule).summary(rule);
    return [`Kept: ${what}; ${left(told)} remain.`];
  },
  sources({ rule }) {
    if (rule.by === 'backbone') return ['Serrano, Boguñá & Vespignani 2009'];
    return rule.by === 'core' ? ['Seidman 1983'] : [];
  },
};
