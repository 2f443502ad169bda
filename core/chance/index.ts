/** What chance alone would give. */
export { type ChanceModel, chanceModels, draw, originOf, switchesPerTie } from './models';
export * from './chance';
export * from './estimate';
export * from './shuffled';
export * from './profiles';
