/** What a new step begins with, from what the network holds. */
import type { Network } from '@/core/graph';
import type { Step } from '@/core/trail';

export function firstSettings(kind: Step['kind'], net: Network | undefined): object {
  const has = (name: string): boolean => net?.nodeColumns.some((col) => col.name === name) ?? false;
  switch (kind) {
    case 'keep':
      return { rule: { by: 'degree', min: 2 } };
    case 'combine':
      return { network: '' };
    case 'derive':
      return { name: 'class', how: { by: 'classes', column: categorical(net) } };
    case 'measure':
      return { measures: ['degree', 'betweenness'] };
    case 'style':
      return {
        ...(has('group') ? { nodeColour: { by: 'category', column: 'group' } } : {}),
        ...(has('degree') ? { nodeSize: { by: 'amount', column: 'degree' } } : {}),
      };
    default:
      return {};
  }
}

/** A column of few values, to begin with. */
function categorical(net: Network | undefined): string {
  const found = net?.nodeColumns.find(
    (col) => col.type === 'text' && col.dictionary.length > 1 && col.dictionary.length < 60,
  );
  return found?.name ?? net?.nodeColumns[0]?.name ?? '';
}
