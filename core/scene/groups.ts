/** Groups on the map: their outlines, and where their names stand. */
import { hex } from '../style';
import type { Scene } from './scene';

/** Map units between nodes and the outline of their group. */
const room = 14;
/** Groups beyond these, by size, have neither. */
const most = 24;

interface Group {
  code: number;
  nodes: number[];
  colour: string;
}

/** The largest groups of two nodes or more, each with the colour of its first node. */
function groupsOf({ group, fill }: Scene): Group[] {
  if (!group) return [];
  const found = new Map<number, number[]>();
  group.forEach((code, v) => {
    if (code < 0) return;
    const nodes = found.get(code);
    if (nodes) nodes.push(v);
    else found.set(code, [v]);
  });
  return Array.from(found, ([code, nodes]) => ({
    code,
    nodes,
    colour: hex([fill[3 * nodes[0]], fill[3 * nodes[0] + 1], fill[3 * nodes[0] + 2]]),
  }))
    .filter(({ nodes }) => nodes.length > 1)
    .sort((a, b) => b.nodes.length - a.nodes.length || a.code - b.code)
    .slice(0, most);
}

/** The convex outline of each group with some room around its nodes: x and y in turn, map units. */
export function hullsOf(scene: Scene): { points: number[]; colour: string }[] {
  const { positions, radius } = scene;
  return groupsOf(scene).map(({ nodes, colour }) => {
    const around = nodes.flatMap((v) =>
      Array.from({ length: 12 }, (_, i): [number, number] => {
        const angle = (i * Math.PI) / 6;
        const r = radius[v] + room;
        return [positions[2 * v] + r * Math.cos(angle), positions[2 * v + 1] + r * Math.sin(angle)];
      }),
    );
    return { points: hull(around).flat(), colour };
  });
}

/** The corners of the convex hull in turn (Andrew 1979). */
export function hull(points: readonly (readonly [number, number])[]): [number, number][] {
  const sorted = points.map(([x, y]): [number, number] => [x, y]).sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (of: readonly [number, number][]): [number, number][] => {
    const chain: [number, number][] = [];
    for (const p of of) {
      while (chain.length > 1 && turn(chain[chain.length - 2], chain[chain.length - 1], p) <= 0) chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return sorted.length < 3 ? sorted : [...half(sorted), ...half([...sorted].reverse())];
}

const turn = (a: readonly [number, number], b: readonly [number, number], c: readonly [number, number]): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

/** Where the name of each group stands: on top of its nodes, over their middle. */
export function namesOfGroups(scene: Scene): { name: string; x: number; y: number; colour: string }[] {
  const { groupNames, positions, radius } = scene;
  if (!groupNames) return [];
  return groupsOf(scene).map(({ code, nodes, colour }) => {
    let [x, y] = [0, Infinity];
    for (const v of nodes) {
      x += positions[2 * v] / nodes.length;
      y = Math.min(y, positions[2 * v + 1] - radius[v] - room);
    }
    return { name: groupNames[code] ?? '', x, y, colour };
  });
}
