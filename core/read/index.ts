/** What is read off a network while it is looked at. */
export * from './incident';
export * from './ranks';
export * from './stands-out';
export * from './strongest';
export * from './table';
export * from './summary';
