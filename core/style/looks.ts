/** How every node and edge looks: a buffer for each channel, and the legend that explains them. */
import { type Network, edgeCount, nodeCount } from '../graph';
import type { Ground } from './colour';
import type { Pattern, Shape } from './marks';

/** What an entry of the legend stands for: values of the line's column, all values but some, rows without one, or a rule of the line's channel by its place. */
export interface Stands {
  values?: readonly string[];
  but?: readonly string[];
  empty?: boolean;
  rule?: number;
  /** Amounts from this one, and up to this one; a side that is open has none. */
  from?: number;
  to?: number;
}

/** One thing that a line of the legend explains. `was` is what it says where nothing else is told. */
interface Entry {
  label: string;
  was?: string;
  stands?: Stands;
}

/** A round amount on a scale, and where between its least and its largest look it lies. */
export interface LegendTick {
  label: string;
  share: number;
}

/** One line of the legend: of which channel, of nodes or edges, along which column, and whether of its rules. */
export type LegendPart = {
  title: string;
  was?: string;
  channel?: string;
  of?: 'nodes' | 'edges';
  column?: string;
  rules?: boolean;
} & (
  | { kind: 'colours'; entries: (Entry & { colour: string })[] }
  | { kind: 'rims'; entries: (Entry & { colour: string })[] }
  | { kind: 'shapes'; entries: (Entry & { shape: Shape; colour?: string })[] }
  | { kind: 'lines'; entries: (Entry & { pattern: Pattern })[] }
  | { kind: 'discs'; entries: (Entry & { share: number })[] }
  | { kind: 'strokes'; entries: (Entry & { width: number })[] }
  | { kind: 'ramp'; stops: string[]; low: string; high: string; ticks?: LegendTick[] }
  | { kind: 'sizes'; low: string; high: string; min: number; max: number; ticks?: LegendTick[] }
  | { kind: 'widths'; low: string; high: string; min: number; max: number; ticks?: LegendTick[] }
);

export interface Looks {
  /** Map units. */
  radius: Float32Array;
  /** Red, green, blue of each node. */
  fill: Uint8Array;
  /** The group that gives each node its colour, −1 for none; absent where colours tell no groups. */
  group?: Int32Array;
  /** The column of those groups. */
  groupColumn?: string;
  /** Index into `shapes`. */
  shape: Uint8Array;
  /** Data addresses of pictures, and which of them each node has in its circle or square, −1 for none; absent: none has. */
  pictures?: { addresses: string[]; of: Int32Array };
  /** Opacity of each node. */
  opacity: Uint8Array;
  /** Red, green, blue of each node's rim, and its width in map units; below 0 where it is the ground's own, as wide as the node bears. */
  rimColour: Uint8Array;
  rimWidth: Float32Array;
  /** Width of the soft ground behind each node over that of the node, 0 where there is none; absent: none has. */
  shade?: Float32Array;
  /** Nodes that may be labelled, most important first. */
  labelled: Uint32Array;
  /** Height of each node's label in pixels. */
  labelSize: Float32Array;
  /** What is written at each node; absent: its name. */
  labelText?: string[];
  /** Red, green, blue of each label, and 0 where it has the ground's ink; absent: all have. */
  labelColour?: Uint8Array;
  /** Red, green, blue of the ground under each label, and 0 where there is none; absent: none has. */
  labelGround?: Uint8Array;
  labelWeight: 400 | 600;
  /** Where labels stand in relation to their nodes: where there is room, or there first. */
  labelPlace: 'auto' | 'above' | 'below' | 'right' | 'left' | 'over';
  /** x and y in map units from each node to the middle of its label, NaN where it finds its place itself; absent: all do. */
  labelOffset?: Float32Array;
  /** 1 for each node that holds its label, whose letters grow as it does; absent: none does. */
  labelInside?: Uint8Array;
  /** Whether letters grow with the map. */
  labelsOnMap: boolean;
  /** What is written at each edge; absent: nothing. */
  edgeLabel?: string[];
  /** Red, green, blue, opacity of each edge. */
  edgeColour: Uint8Array;
  /** Red, green, blue of each edge where it ends, from what it has where it begins; absent: each is of one colour. */
  edgeColourTo?: Uint8Array;
  /** 1 where an edge has the ground's own colour for ties, and changes with the ground. */
  edgeGround: Uint8Array;
  /** Map units. */
  edgeWidth: Float32Array;
  /** Index into `patterns`. */
  edgePattern: Uint8Array;
  /** How far each edge bows to the left of its direction, as a share of its length. */
  bow: Float64Array;
  /** Size of the arrowhead of each edge over that of a plain one: at its end, or below 0 at its middle; 0 where it has none. */
  arrow: Float32Array;
  ground: Ground;
  /** A colour in place of the ground's own. */
  groundColour?: string;
  /** Whether groups have a soft ground, and their names on the map. */
  hulls: boolean;
  groupNames?: string[];
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
    opacity: new Uint8Array(n).fill(255),
    rimColour: new Uint8Array(3 * n),
    rimWidth: new Float32Array(n).fill(-1),
    labelled: new Uint32Array(0),
    labelSize: new Float32Array(n),
    edgeColour: new Uint8Array(4 * m),
    edgeGround: new Uint8Array(m),
    edgeWidth: new Float32Array(m),
    edgePattern: new Uint8Array(m),
    bow: new Float64Array(m),
    arrow: new Float32Array(m),
    ground: 'paper',
    labelWeight: 600,
    labelPlace: 'auto',
    labelsOnMap: false,
    hulls: false,
    legend: [],
  };
}
