/** The kit: controls that all places share. */
export * from './button';
export * from './field';
export * from './menu';
export * from './science';
export * from './words';
export * from './save-file';
