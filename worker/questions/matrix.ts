import { csvList } from '@/core/formats/csv-write';
import type { Matrix, MatrixAsk } from '@/core/matrix';
import type { Question } from './question';

/** The network as a matrix, in an order. */
export const matrix: Question<MatrixAsk, Matrix> = async (net, ask) =>
  (await import('@/core/matrix')).matrixOf(net, ask);

/** The same, or the sums between its groups, as CSV. */
export const matrixFile: Question<MatrixAsk & { sums: boolean }, Blob> = async (net, ask) => {
  const { heads, rows } = (await import('@/core/matrix')).writtenMatrix(net, ask);
  return new Blob([csvList(heads, rows)], { type: 'text/csv' });
};
