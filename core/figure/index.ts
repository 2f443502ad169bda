/** Pages to publish: one drawing, whatever pen draws it. */
export * from './pen';
export * from './page';
export * from './around';
export * from './svg';
export * from './canvas';
export * from './thumbnail';
