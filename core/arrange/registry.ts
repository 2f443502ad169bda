/** All layouts, in the order in which they are offered. */
import { amounts } from './layouts/amounts';
import { boxes } from './layouts/boxes';
import { circle } from './layouts/circle';
import { force } from './layouts/force';
import { given } from './layouts/given';
import { layers, rightAngles } from './layouts/layers';
import { places } from './layouts/places';
import { rings } from './layouts/rings';
import { rows } from './layouts/rows';
import { stress } from './layouts/stress';
import { time } from './layouts/time';
import { tree } from './layouts/tree';

export const layouts = {
  force,
  stress,
  layers,
  rings,
  circle,
  boxes,
  rows,
  tree,
  'right angles': rightAngles,
  places,
  time,
  amounts,
  given,
} as const;
