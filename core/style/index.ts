/** Looks: from settings and columns to colours, sizes, lines and a legend. */
export * from './colour';
export * from './settings';
export * from './amount';
export * from './dress';
export * from './scene';
