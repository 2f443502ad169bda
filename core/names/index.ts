/** Names: spellings joined before anything is counted. */
export * from './names';
export * from './counts';
export * from './suggest';
export * from './file';
export * from './match';
