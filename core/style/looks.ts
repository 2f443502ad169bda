/** How every node and edge looks: a buffer for each channel, and the legend that explains them. */
import { type Network, edgeCount, nodeCount } from '../graph';
import type { Ground } from './colour';
import type { Pattern, Shape } from './marks';

/** One line of the legend. */
export type LegendPart =
  | { kind: 'colours'; title: string; entries: { label: string; colour: string }[] }
  | { kind: 'ramp'; title: string; stops: string[]; low: string; high: string }
  | { kind: 'shapes'; title: string; entries: { label: string; shape: Shape }[] }
  | { kind: 'sizes'; title: string; low: string; high: string; min: number; max: number }
  | { kind: 'lines'; title: string; entries: { label: string; pattern: Pattern }[] }
  | { kind: 'widths'; title: string; low: string; high: string; min: number; max: number };

export interface Looks {
  /** Map units. */
  radius: Float32Array;
  /** Red, green, blue of each node. */
  fill: Uint8Array;
  /** The group that gives each node its colour, −1 for none; absent where colours tell no groups. */
  group?: Int32Array;
  /** Index into `shapes`. */
  shape: Uint8Array;
  /** Nodes that may be labelled, most important first. */
  labelled: Uint32Array;
  /** Height of each node's label in pixels. */
  labelSize: Float32Array;
  /** Red, green, blue, opacity of each edge. */
  edgeColour: Uint8Array;
  /** 1 where an edge has the ground's own colour for ties, and changes with the ground. */
  edgeGround: Uint8Array;
  /** Map units. */
  edgeWidth: Float32Array;
  /** Index into `patterns`. */
  edgePattern: Uint8Array;
  /** How far each edge bows to the left of its direction, as a share of its length. */
  bow: Float64Array;
  /** 1 where an edge ends in an arrowhead. */
  arrow: Uint8Array;
  ground: Ground;
  legend: LegendPart[];
}

/** Above this many edges curves no longer tell ties apart, and are drawn straight. */
export const mostCurves = 20000;

/** Looks without any, to be filled. */
export function blankLooks(net: Network): Looks {
  const [n, m] = [nodeCount(net), edgeCount(net)];
  return {
    radius: new Float32Array(n),
    fill: new Uint8Array(3 * n),
    shape: new Uint8Array(n),
    labelled: new Uint32Array(0),
    labelSize: new Float32Array(n),
    edgeColour: new Uint8Array(4 * m),
    edgeGround: new Uint8Array(m),
    edgeWidth: new Float32Array(m),
    edgePattern: new Uint8Array(m),
    bow: new Float64Array(m),
    arrow: new Uint8Array(m),
    ground: 'paper',
    legend: [],
  };
}
