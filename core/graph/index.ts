/** Networks as typed arrays, their compressed rows and their parts. */
export * from './network';
export * from './kept';
export * from './adjacency';
export * from './components';
export * from './falling';
export * from './strong';
export * from './subnetwork';
export * from './rows';
export * from './reach';
export * from './cores';
export * from './choose';
export * from './by-name';
export * from './edge-id';
