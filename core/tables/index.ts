/** Relational data as typed columns. */
export * from './column';
export * from './cell';
export * from './build';
export * from './detect';
export * from './order';
export * from './distribution';
