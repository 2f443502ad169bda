/** How the nodes of circles are named. */
const mark = '◯ ';
export const circleId = (path: string): string => `${mark}${path}`;
/** The path of a circle, by its node's id; undefined of any other node. */
export const circlePath = (id: string): string | undefined => (id.startsWith(mark) ? id.slice(mark.length) : undefined);
