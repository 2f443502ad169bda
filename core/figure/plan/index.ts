/** Figures: pages of parts, laid out and drawn the same on the screen, in files and by the runner. */
export * from './camera';
export * from './held';
export * from './lay';
export * from './made';
export * from './part';
export * from './parts';
export { type LegendSettings, legendOf, wordsOf } from './parts/legend';
export { mostEach } from './parts/map';
export { noteDigest, toldByTrails } from './parts/method';
export * from './settings';
export * from './sizes';
export * from './watched';
