/** Ways between nodes: shortest and other paths, trees, flows, and what stands between sets. */
export * from './lengths';
export * from './list';
export * from './tree';
export * from './contacts';
