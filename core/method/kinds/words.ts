/** Counts as sentences end with them. */
import { counted } from '../../fault';
import type { Told } from '../told';

/** `240 nodes and 1,118 ties` */
export const left = ({ report }: Told): string =>
  `${counted(report.nodes, 'node')} and ${counted(report.edges, 'tie')}`;

/** `a, b and c` */
export const and = (values: readonly string[]): string =>
  values.length < 2 ? values.join('') : `${values.slice(0, -1).join(', ')} and ${values[values.length - 1]}`;
