/** All layouts, in the order in which they are offered. */
import { amounts } from './layouts/amounts';
import { circle } from './layouts/circle';
import { force } from './layouts/force';
import { given } from './layouts/given';
import { rings } from './layouts/rings';
import { rows } from './layouts/rows';
import { time } from './layouts/time';

export const layouts = { force, circle, rings, rows, time, amounts, given } as const;
