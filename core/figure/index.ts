/** Pages to publish: one drawing, whatever pen draws it. */
export * from './page';
export * from './svg';
export * from './canvas';
export * from './thumbnail';
