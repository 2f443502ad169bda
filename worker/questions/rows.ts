import { readingTable } from '@/core/read';
import { viewRows } from '@/core/tables';
import type { Question } from './question';

/** Which rows of the table of nodes or edges to show, and in which order. */
export const rows: Question<{ of: 'nodes' | 'edges' } & Parameters<typeof viewRows>[1], Uint32Array> = (
  net,
  { of, ...view },
) => viewRows(readingTable(net, of), view);
