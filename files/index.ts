/** Archives on disk, packed or not. */
export * from './folder';
export * from './zip';
