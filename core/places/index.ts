/** Nodes on the earth: where they are, and a map of it. */
export * from './bundles';
export * from './gather';
export * from './inside';
export * from './map';
export * from './outlines';
export * from './projection';
export * from './where';
