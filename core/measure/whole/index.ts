/** Figures of the whole network. To add one: an entry in the file of its part; a part is a file and a line here. */
import { sizeFigures } from './size';
import { densityFigures } from './density';
import { partFigures } from './parts';
import { distanceFigures } from './distance';
import { centralisationFigures } from './centralisation';
import { mixingFigures } from './mixing';
import { dyadFigures } from './dyads';
import { triadFigures } from './triads';
import { twoModeFigures } from './two-mode';
import type { WholeFigure } from './figure';

export const wholeFigures: readonly WholeFigure[] = [
  ...sizeFigures,
  ...densityFigures,
  ...partFigures,
  ...distanceFigures,
  ...centralisationFigures,
  ...mixingFigures,
  ...dyadFigures,
  ...triadFigures,
  ...twoModeFigures,
];

export type { WholeFigure } from './figure';
export { density } from './density';
export { assortativity, categoryAssortativity, externalInternal } from './mixing';
