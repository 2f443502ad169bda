export { type Bar, type Count, type DateUnit, type SiftMeasure, type Tally, type Whose, dateUnits } from './sift';
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
export { type SiftAnswer, type SiftGround, Sifter, inView, outOfView, withoutTies } from './sifter';
export { unitBegin, unitLater, windowWords } from './dates';
