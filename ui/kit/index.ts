/** The kit: controls that all places share. */
export * from './button';
export * from './choose';
export * from './field';
export * from './slide';
export * from './text-field';
export * from './toggle';
export * from './menu';
export * from './nothing';
export * from './science';
export * from './words';
export * from './save-file';
