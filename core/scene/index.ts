/** The scene: what is drawn, where its labels stand and how its legend is laid out, the same for the screen and for pages. */
export * from './scene';
export * from './framing';
export * from './labels';
export * from './legend';
export { textWidth } from '../letters';
export { middlePiece, wayOf } from './ways';
export * from './groups';
export * from './part';
