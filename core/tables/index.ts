/** Relational data: as it was written, and as typed columns. */
export * from './column';
export * from './picked';
export * from './spec';
export * from './cell';
export * from './date';
export * from './number';
export * from './place';
export * from './degrees';
export * from './raw';
export * from './build';
export * from './detect';
export * from './order';
export * from './distribution';
export * from './overlay';
export * from './headers';
export * from './years';
export * from './made-ids';
