/** A network as lanes: one for each node, events between them in the order of time. */
export * from './axis';
export * from './events';
export * from './order';
export * from './when';
export { durations, timesOf } from '../sift/dates';
