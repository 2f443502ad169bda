/**
 * What stands for a part whose code is still being read. Named as its `loading`, it keeps the wait to the part itself: without it the nearest
 * boundary around it is hidden, a whole panel or the map, and everything moves for a moment.
 */
export const nothing = (): null => null;
