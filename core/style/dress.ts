/** From settings to looks: one value per node and edge, and the legend that explains them. */
import { type Column, cellText, rowsOf } from '../tables';
import { type Network, edgeColumn, edgeCount, nodeColumn, nodeCount } from '../graph';
import { columnTitle } from '../measure';
import { Fault, grouped } from '../fault';
import { type Rgb, amountPalettes, categoryPalettes, hex, inks, otherColour, rgb } from './colour';
import { type Amounts, shares } from './amount';
import { type Pattern, type Shape, type StyleSettings, patterns, shapes } from './settings';
import { own } from '../own';

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
  /** Index into `shapes`. */
  shape: Uint8Array;
  /** Nodes that may be labelled, most important first. */
  labelled: Uint32Array;
  labelSize: number;
  /** Red, green, blue, opacity of each edge. */
  edgeColour: Uint8Array;
  /** Map units. */
  edgeWidth: Float32Array;
  /** Index into `patterns`. */
  edgePattern: Uint8Array;
  curve: number;
  /** Which of several edges from one node to another each is, from 0: each bows farther than the one before. */
  lane: Uint8Array;
  arrows: boolean;
  ground: StyleSettings['ground'];
  legend: LegendPart[];
}

/** Above this many edges curves no longer tell ties apart, and are drawn straight. */
const mostCurves = 20000;

/** Looks for every node and edge. A Fault, placed at `step`, where a column is missing or of the wrong type. */
export function dress(net: Network, style: StyleSettings, step?: string): Looks {
  const legend: LegendPart[] = [];
  const fill = nodeFill(net, style, legend, step);
  const shape = nodeShape(net, style, legend, step);
  const radius = nodeRadius(net, style, legend, step);
  const pattern = edgePattern(net, style, legend, step);
  const width = edgeWidth(net, style, legend, step);
  return {
    radius,
    fill,
    shape,
    labelled: labelled(net, style, radius, step),
    labelSize: style.labels.size,
    edgeColour: edgeColour(net, style, fill, step),
    edgeWidth: width,
    edgePattern: pattern,
    curve: edgeCount(net) > mostCurves ? 0 : style.curve,
    lane: lanes(net, style.curve),
    arrows: style.arrows && net.directed,
    ground: style.ground,
    legend: style.legend ? legend : [],
  };
}

/** Lanes that can be told apart; further edges share the last. */
export const mostLanes = 15;

/** Parallel edges are numbered, so that none lies on another; straight ones of both directions together. */
function lanes(net: Network, curve: number): Uint8Array {
  const m = edgeCount(net);
  const found = new Uint8Array(m);
  if (m > mostCurves) return found;
  const n = nodeCount(net);
  const met = new Map<number, number>();
  for (let e = 0; e < m; e++) {
    let [a, b] = [net.source[e], net.target[e]];
    if (a === b) continue;
    if (curve === 0 && a > b) [a, b] = [b, a];
    const before = met.get(a * n + b) ?? 0;
    found[e] = Math.min(mostLanes, before);
    met.set(a * n + b, before + 1);
  }
  return found;
}

/** Values of a column with their counts, most frequent first, equal counts as in the dictionary; an empty cell is no value. */
export function categories(col: Column): { value: string; count: number }[] {
  const counts = new Map<string, number>();
  const rows = rowsOf(col);
  if (col.type === 'text') {
    const tally = new Uint32Array(col.dictionary.length);
    for (const code of col.codes) if (code >= 0) tally[code]++;
    col.dictionary.forEach((value, code) => tally[code] && counts.set(value, tally[code]));
  } else {
    for (let r = 0; r < rows; r++) {
      const text = cellText(col, r);
      if (text !== '') counts.set(text, (counts.get(text) ?? 0) + 1);
    }
  }
  return Array.from(counts, ([value, count]) => ({ value, count })).sort((a, b) => b.count - a.count);
}

/** A number for the value of each row, −1 where it is empty. */
export function categoryCodes(col: Column): Int32Array {
  if (col.type === 'text') return col.codes;
  const numbers = new Map<string, number>();
  return Int32Array.from({ length: rowsOf(col) }, (_, r) => {
    const text = cellText(col, r);
    if (text === '') return -1;
    const known = numbers.get(text);
    if (known !== undefined) return known;
    numbers.set(text, numbers.size);
    return numbers.size - 1;
  });
}

/** Colour of each value: set by hand, else from the palette in the order of frequency, or at the place that belongs to the value; grey beyond the palette's end. */
export function categoryColours(
  col: Column,
  rule: Extract<StyleSettings['nodeColour'], { by: 'category' }>,
): { value: string; count: number; colour: string }[] {
  const palette = categoryPalettes[rule.palette];
  const marks = new Map(col.type === 'text' ? col.marks?.map((mark, code) => [col.dictionary[code], mark]) : []);
  return categories(col).map(({ value, count }, i) => {
    const mark = marks.get(value);
    return {
      value,
      count,
      colour: own(rule.colours, value) ?? mark?.colour ?? palette[mark?.slot ?? i] ?? otherColour,
    };
  });
}

function nodeFill(net: Network, style: StyleSettings, legend: LegendPart[], step?: string): Uint8Array {
  const n = nodeCount(net);
  const fill = new Uint8Array(3 * n);
  const rule = style.nodeColour;
  if (rule.by === 'all') {
    const one = rgb(rule.colour);
    for (let v = 0; v < n; v++) fill.set(one, 3 * v);
    return fill;
  }
  const col = nodeColumn(net, rule.column, step);
  const other = rgb(otherColour);
  if (rule.by === 'category') {
    const entries = categoryColours(col, rule);
    const colours = new Map<string, Rgb>(entries.map(({ value, colour }) => [value, rgb(colour)]));
    for (let v = 0; v < n; v++) fill.set(colours.get(cellText(col, v)) ?? other, 3 * v);
    legend.push({
      kind: 'colours',
      title: columnTitle(col.name),
      entries: [...legendColours(entries), ...noGroup(col)],
    });
    return fill;
  }
  const amounts = shares(numbers(col, step), rule.scale);
  const palette = amountPalettes[rule.palette];
  const table = Array.from({ length: 256 }, (_, i) => rgb(palette(i / 255)));
  for (let v = 0; v < n; v++) {
    const share = amounts.shares[v];
    fill.set(Number.isNaN(share) ? other : table[Math.round(share * 255)], 3 * v);
  }
  if (!Number.isNaN(amounts.low)) {
    const stops = Array.from({ length: 5 }, (_, i) => hex(table[Math.round((i / 4) * 255)]));
    legend.push({ kind: 'ramp', title: columnTitle(col.name), stops, ...ends(amounts) });
  }
  return fill;
}

/** The legend names up to twelve colours and sums up the rest. */
function legendColours(entries: { value: string; colour: string }[]): { label: string; colour: string }[] {
  const shown = entries.slice(0, 12).map(({ value, colour }) => ({ label: value, colour }));
  if (entries.length > 12) shown.push({ label: `${entries.length - 12} more`, colour: otherColour });
  return shown;
}

/** Nodes that are in no group are one line of the legend. */
function noGroup(col: Column): { label: string; colour: string }[] {
  if (col.type !== 'text' || !col.marks) return [];
  const left = col.codes.reduce((sum, code) => sum + (code < 0 ? 1 : 0), 0);
  return left ? [{ label: `in no group (${grouped(left)})`, colour: otherColour }] : [];
}

function nodeShape(net: Network, style: StyleSettings, legend: LegendPart[], step?: string): Uint8Array {
  const n = nodeCount(net);
  const rule = style.nodeShape;
  if (rule.by === 'all') return new Uint8Array(n).fill(shapes.indexOf(rule.shape));
  const col = nodeColumn(net, rule.column, step);
  const entries = chosenShapes(col, rule);
  const byValue = new Map(entries.map(({ label, shape }) => [label, shapes.indexOf(shape)]));
  legend.push({ kind: 'shapes', title: columnTitle(col.name), entries: shapeLegend(entries) });
  return Uint8Array.from({ length: n }, (_, v) => byValue.get(cellText(col, v)) ?? 0);
}

/** Values that were given no shape of their own are circles; the legend sums them up. */
function chosenShapes(
  col: Column,
  rule: Extract<StyleSettings['nodeShape'], { by: 'category' }>,
): { label: string; shape: Shape }[] {
  const byHand = Object.keys(rule.shapes).length > 0;
  return categories(col).map(({ value }, i) => ({
    label: value,
    shape: own(rule.shapes, value) ?? (byHand ? 'circle' : shapes[Math.min(i, shapes.length - 1)]),
  }));
}

function shapeLegend(entries: { label: string; shape: Shape }[]): { label: string; shape: Shape }[] {
  return shapes.flatMap((shape) => {
    const labels = entries.filter((entry) => entry.shape === shape).map(({ label }) => label);
    if (labels.length === 0) return [];
    return [{ label: labels.length > 2 ? `${labels[0]} and ${labels.length - 1} others` : labels.join(', '), shape }];
  });
}

function nodeRadius(net: Network, style: StyleSettings, legend: LegendPart[], step?: string): Float32Array {
  const rule = style.nodeSize;
  if (rule.by === 'all') return new Float32Array(nodeCount(net)).fill(rule.radius);
  const col = nodeColumn(net, rule.column, step);
  const amounts = shares(numbers(col, step), rule.scale);
  if (!Number.isNaN(amounts.low)) {
    legend.push({ kind: 'sizes', title: columnTitle(col.name), ...ends(amounts), min: rule.min, max: rule.max });
  }
  return Float32Array.from(amounts.shares, (share) =>
    Number.isNaN(share) ? rule.min : rule.min + (rule.max - rule.min) * share,
  );
}

function edgePattern(net: Network, style: StyleSettings, legend: LegendPart[], step?: string): Uint8Array {
  const m = edgeCount(net);
  const rule = style.edgePattern;
  if (rule.by === 'all') return new Uint8Array(m).fill(patterns.indexOf(rule.pattern));
  const col = edgeColumn(net, rule.column, step);
  const entries = categories(col).map(({ value }, i) => ({
    label: value,
    pattern: own(rule.patterns, value) ?? patterns[Math.min(i, patterns.length - 1)],
  }));
  const byValue = new Map(entries.map(({ label, pattern }) => [label, patterns.indexOf(pattern)]));
  if (entries.length) legend.push({ kind: 'lines', title: columnTitle(col.name), entries: entries.slice(0, 8) });
  return Uint8Array.from({ length: m }, (_, e) => byValue.get(cellText(col, e)) ?? 0);
}

function edgeWidth(net: Network, style: StyleSettings, legend: LegendPart[], step?: string): Float32Array {
  const rule = style.edgeWidth;
  if (rule.by === 'all') return new Float32Array(edgeCount(net)).fill(rule.width);
  const values = rule.column === 'weight' ? net.weight : numbers(edgeColumn(net, rule.column, step), step);
  const amounts = shares(values, rule.scale);
  if (!Number.isNaN(amounts.low) && amounts.low < amounts.high) {
    const title = columnTitle(rule.column === 'weight' ? net.weightName : rule.column);
    legend.push({ kind: 'widths', title, ...ends(amounts), min: rule.min, max: rule.max });
  }
  return Float32Array.from(amounts.shares, (share) =>
    Number.isNaN(share) ? rule.min : rule.min + (rule.max - rule.min) * share,
  );
}

/** Opacity falls with the number of edges, so that many read as shading. */
export function edgeOpacity(edges: number, style: StyleSettings): number {
  return style.edgeOpacity ?? Math.max(0.02, Math.min(0.55, 12 / Math.sqrt(Math.max(1, edges))));
}

function edgeColour(net: Network, style: StyleSettings, fill: Uint8Array, step?: string): Uint8Array {
  const m = edgeCount(net);
  const colours = new Uint8Array(4 * m);
  const opacity = Math.round(255 * edgeOpacity(m, style));
  const rule = style.edgeColour;
  const one = rgb(rule.by === 'all' ? rule.colour : inks[style.ground].tie);
  const { source, target } = net;
  // Where all nodes look alike, an edge has no group to take its colour from. Groups are told apart by their codes: two of them may look the same.
  const group =
    rule.by === 'ends' && style.nodeColour.by === 'category'
      ? categoryCodes(nodeColumn(net, style.nodeColour.column, step))
      : undefined;
  for (let e = 0; e < m; e++) {
    const a = 3 * source[e];
    const inside = group !== undefined && group[source[e]] >= 0 && group[source[e]] === group[target[e]];
    colours[4 * e] = inside ? fill[a] : one[0];
    colours[4 * e + 1] = inside ? fill[a + 1] : one[1];
    colours[4 * e + 2] = inside ? fill[a + 2] : one[2];
    colours[4 * e + 3] = opacity;
  }
  return colours;
}

function labelled(net: Network, style: StyleSettings, radius: Float32Array, step?: string): Uint32Array {
  const { show, top, by } = style.labels;
  if (show === 'none') return new Uint32Array(0);
  const importance = by === undefined ? Float64Array.from(radius) : numbers(nodeColumn(net, by, step), step);
  const order = Uint32Array.from({ length: nodeCount(net) }, (_, v) => v);
  order.sort((a, b) => (importance[b] || 0) - (importance[a] || 0) || a - b);
  return show === 'top' ? order.slice(0, top) : order;
}

function numbers(col: Column, step?: string): Float64Array {
  if (col.type === 'number') return col.values;
  if (col.type === 'date') return col.day;
  throw new Fault(`“${col.name}” holds no amounts. Choose a number or date column, or set this by category.`, step);
}

function ends({ low, high }: Amounts): { low: string; high: string } {
  return { low: shortNumber(low), high: shortNumber(high) };
}

/** At most four significant digits, thousands separated. */
export function shortNumber(value: number): string {
  if (!Number.isFinite(value)) return '–';
  const whole = Number.isInteger(value) && Math.abs(value) < 1e15;
  const text = whole
    ? value.toLocaleString('en-GB')
    : Number(value.toPrecision(4)).toLocaleString('en-GB', { maximumSignificantDigits: 4 });
  return text.replace('-', '−');
}
