/** Views by their names, and those that have tabs. */
import { views } from './all';
import type { View } from './view';

export { views } from './all';

export const viewOf = (name: string): View => views.find(({ key }) => key === name) ?? views[0];

/** Those that can be chosen at any time; the digits on the keyboard are in their order. */
export const tabs: readonly View[] = views.filter(({ asked }) => !asked);
