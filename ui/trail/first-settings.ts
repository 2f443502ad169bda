/** What a new step begins with, from what the network holds. */
import type { Network } from '@/core/graph';
import type { Step } from '@/core/trail';

export function firstSettings(kind: Step['kind'], net: Network | undefined): object {
  const has = (name: string): boolean => net?.nodeColumns.some((col) => col.name === name) ?? false;
  switch (kind) {
    case 'keep':
      return { rule: { by: 'degree', min: 2 } };
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
