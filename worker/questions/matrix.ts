import type { Matrix, MatrixAsk } from '@/core/matrix';
import type { Question } from './question';

/** The network as a matrix, in an order. */
export const matrix: Question<MatrixAsk, Matrix> = async (net, ask) =>
  (await import('@/core/matrix')).matrixOf(net, ask);
