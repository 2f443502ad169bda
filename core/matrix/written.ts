/** A matrix as rows of cells. */
import type { Network } from '../graph';
import { type Matrix, type MatrixAsk, matrixOf, summed } from './matrix';

/** Cells up to which a matrix is written in full, a column for each of its columns: 2,000 × 2,000. */
export const mostCells = 4_000_000;

export interface WrittenMatrix {
  heads: string[];
  rows: Iterable<(string | number)[]>;
}

/**
 * The matrix of a network with the labels of its nodes, or with its groups where the sums between them are wanted.
 * In full, 0 where there is no tie; above `most` cells a row for each cell with ties.
 */
export function writtenMatrix(
  net: Network,
  { sums, ...ask }: MatrixAsk & { sums?: boolean },
  most = mostCells,
): WrittenMatrix {
  const single = matrixOf(net, ask);
  const grouped = Boolean(sums && single.rowBlocks.length);
  const matrix = grouped ? summed(single) : single;
  const names = (which: 'row' | 'column'): string[] => {
    const [nodes, blocks] = which === 'row' ? [single.rows, single.rowBlocks] : [single.columns, single.columnBlocks];
    return grouped ? blocks.map(({ title }) => title || 'without a value') : Array.from(nodes, (v) => net.labels[v]);
  };
  const [down, across] = [names('row'), names('column')];
  return down.length * across.length > most
    ? { heads: ['row', 'column', net.weightName], rows: cells(matrix, down, across) }
    : { heads: ['', ...across], rows: full(matrix, down, across.length) };
}

function* full({ offsets, column, value }: Matrix, names: readonly string[], width: number) {
  for (let i = 0; i < names.length; i++) {
    const row: (string | number)[] = [names[i], ...new Array<number>(width).fill(0)];
    for (let k = offsets[i]; k < offsets[i + 1]; k++) row[column[k] + 1] = value[k];
    yield row;
  }
}

function* cells({ offsets, column, value }: Matrix, down: readonly string[], across: readonly string[]) {
  for (let i = 0; i < down.length; i++) {
    for (let k = offsets[i]; k < offsets[i + 1]; k++) yield [down[i], across[column[k]], value[k]];
  }
}
