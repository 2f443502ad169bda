/** Where nodes are drawn. */
export * from './force';
export * from './apart';
