/** How the network is shown as a matrix; it stays while other views are looked at. */
import type { MatrixOrder } from '@/core/matrix';

export interface MatrixState {
  /** The column under whose values rows and columns stand; undefined: the groups, where there are some; '' for none. */
  group?: string;
  then: MatrixOrder;
  /** Whether the sums between groups stand in place of the ties. */
  sums: boolean;
}

export const freshMatrix: MatrixState = { then: { by: 'degree' }, sums: false };
