/** The trail: ordered steps from tables to a styled network. */
export * from './cache';
export * from './canonical';
export * from './migrate';
export * from './registry';
export * from './run';
export * from './source';
export * from './step';
export { type ProjectSettings, defaultSide } from './steps/project';
export type { CombineSettings } from './steps/combine';
export type { DeriveSettings } from './steps/derive';
export { type KeepSettings, type KeepRule } from './steps/keep';
export type { MeasureSettings } from './steps/measure';
export { type GroupsSettings, groupColumn } from './steps/groups';
export { type ArrangeSettings, layoutKey } from './steps/arrange';
export type { StyleStepSettings } from './steps/style';
export * from './suggest';
