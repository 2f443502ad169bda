/** Feeds: messages that come in while they are posted, and the network that grows of them. */
export * from './message';
export * from './table';
export * from './ties';
