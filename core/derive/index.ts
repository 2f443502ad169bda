/** New columns: by classes, by another table, by bands, by membership, by a formula, by hand. */
export * from './by-hand';
export * from './derive';
export type { Given } from './given';
export { functionNames } from './functions';
