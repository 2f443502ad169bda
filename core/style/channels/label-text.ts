import * as z from 'zod';
import { type Network, nodeColumn, nodeCount } from '../../graph';
import { cellText } from '../../tables';
import type { Channel } from '../channel';

const schema = z.string().max(200).default('{name}').meta({
  title: 'Text',
  pattern: 'nodes',
  description: 'Names of columns in braces, as in {name}, {born}. What is empty is left out with what parts it.',
});

/** The columns that a pattern names; `name` is the node's own. */
export const patternColumns = (pattern: string): string[] =>
  [...pattern.matchAll(/\{([^{}]*)\}/g)].map(([, name]) => name).filter((name) => name !== 'name');

/**
 * A pattern filled in for each node: columns in braces by their values. Where a value is empty, the text between it and the one before is left out too; a text
 * without braces is written at all nodes.
 */
export function filledIn(net: Network, pattern: string, step?: string): string[] {
  const parts = pattern.split(/\{([^{}]*)\}/);
  const values = parts.map((part, i) => {
    if (i % 2 === 0) return undefined;
    if (part === 'name') return (v: number): string => net.labels[v];
    const col = nodeColumn(net, part, step);
    return (v: number): string => cellText(col, v);
  });
  return Array.from({ length: nodeCount(net) }, (_, v) => {
    let text = '';
    let between = parts[0];
    let any = false;
    for (let i = 1; i < parts.length; i += 2) {
      const value = values[i]?.(v) ?? '';
      if (value !== '') {
        text += (any || i === 1 ? between : '') + value;
        any = true;
      }
      between = parts[i + 1];
    }
    return parts.length === 1 ? pattern : any ? text + between : '';
  });
}

export const labelText: Channel<typeof schema> = {
  whose: 'labels',
  schema,
  turn: 58,
  columns: (pattern) => patternColumns(pattern).map((name) => ({ of: 'nodes', name, at: '' })),
  fill(net, pattern, looks, step) {
    if (pattern !== '{name}') looks.labelText = filledIn(net, pattern, step);
    return [];
  },
};
