/** From what was read of a file to what is stored: findings, and the remedies for them. */
export * from './remedies';
export * from './prepare';
export { type NamesChange, PrepareCache, type StudyTables } from './settle-references';
export * from './references';
export * from './differences';
export * from './columns';
export { shapeOf, unrolled } from './matrix';
export { rowLines } from './lines';
