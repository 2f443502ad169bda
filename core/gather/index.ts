/** Large networks read as groups of groups: circles that open. */
export * from './circles';
export * from './gather';
export * from './ids';
export * from './words';
