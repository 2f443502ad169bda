export { type Bar, type DateUnit, type LastingRows, type SiftMeasure, type Tally, dateUnits } from './sift';
export {
  type Sift,
  type SiftKindName,
  type SiftOf,
  type Sifting,
  kindOf,
  mostSifts,
  narrows,
  noSifting,
  siftKinds,
  siftingSchema,
  untied,
} from './registry';
export { type SiftAnswer, Sifter, inView, outOfView, withoutTies } from './sifter';
export { unitBegin, unitLater, windowWords } from './dates';
