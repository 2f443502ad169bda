/** How the nodes of circles are named. */
export const circleId = (path: string): string => `circle ${path}`;
/** The path of a circle, by its node's id; undefined of any other node. */
export const circlePath = (id: string): string | undefined => (id.startsWith('circle ') ? id.slice(7) : undefined);
