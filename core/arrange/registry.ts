/** All layouts, in the order in which they are offered. */
import { force } from './layouts/force';

export const layouts = { force } as const;
