/** Sets of nodes with more ties inside than chance would give. */
export * from '../graph/partition';
export * from './leiden';
export * from './others';
export * from './methods';
export * from './find';
export * from './explore';
export * from './estimate';
export * from './carry';
