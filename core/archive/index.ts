/** The archive of a study: everything in one zip of open formats. */
export * from './files';
export * from './layout';
export * from './read';
export * from './write';
export * from './zip';
export * from './run';
