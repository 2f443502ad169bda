/** Networks put together and held against each other. */
export * from './combine';
export * from './change';
