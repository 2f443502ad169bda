/** Measures, groupings and networks held side by side. */
export * from './groupings';
export * from './ranks';
export * from './networks';
