/** Networks as matrices. */
export * from './matrix';
export * from './seriation';
export * from './written';
