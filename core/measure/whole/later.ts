/** What figures are computed with, loaded where it is first needed. */
import { loaded } from '../../loaded';

export const census = loaded(() => import('../census'));
export const between = loaded(() => import('../between'));
export const sweeps = loaded(() => import('../../paths/sweep'));
