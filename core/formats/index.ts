/** Readers and writers of files. */
export * from './headed-rows';
export * from './csv-read';
export * from './csv-write';
export * from './graphml';
export * from './network-tables';
export * from './arrow';
