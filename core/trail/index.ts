/** The trail: ordered steps from tables to a styled network. */
export * from './registry';
export * from './run';
export * from './source';
export * from './step';
export type { TiesSettings } from './steps/ties';
export { type KeepSettings, type KeepRule } from './steps/keep';
export type { MeasureSettings } from './steps/measure';
export { type GroupsSettings, groupColumn } from './steps/groups';
export { type ArrangeSettings, layoutKey } from './steps/arrange';
export type { StyleStepSettings } from './steps/style';
export * from './suggest';
