/** Looks: from settings and columns to colours, sizes, lines and a legend. */
export * from './channel';
export * from './colour';
export * from './dress';
export * from './look';
export * from './looks';
export * from './marks';
export * from './registry';
export * from './told';
export * from './words';
export { type ColourByCategory, categoryColours, paletteOf } from './modes/colours';
export { opacityOf } from './channels/edge-opacity';
export { shortNumber } from './modes/amount';
export { categories, lookOf } from './modes/category';
