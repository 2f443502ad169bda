/** Where nodes are drawn: the layouts there are. How each works stands in a file of its own, loaded when it is used. */
export * from './layout';
export * from './registry';
export * from './adjust';
export * from './begun';
export * from './onto';
export { longestPacked, mostPacked } from './packed';
/** Above this many edges bundles are not computed. */
export const mostBundled = 20_000;
