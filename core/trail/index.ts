/** The trail: ordered steps from tables to a styled network. */
export * from './cache';
export * from './canonical';
export * from './migrate';
export * from './registry';
export * from './run';
export * from './source';
export * from './step';
export { defaultSide } from './steps/project';
export type { DeriveSettings } from './steps/derive';
export { type KeepRule } from './steps/keep';
export { closedWith, openedWith } from './steps/gather';
export { groupColumn } from './steps/groups';
export { digestOf } from './digest';
export * from './laid';
export { carryPlaces } from './carry-places';
export * from './suggest';
export * from './carry-groups';
