/** New columns: by classes, by another table, by bands, by membership, by a formula. */
export * from './derive';
export { functionNames } from './functions';
