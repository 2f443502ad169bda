/** Will it read? What a reader of the printed picture may trip over, and what helps. */
import {
  type Color,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  parse,
  wcagContrast,
} from 'culori';
import { type Network, nodeColumn, nodeCount } from '../graph';
import { counted } from '../fault';
import { categoryColours, paletteOf } from './modes/colours';
import { categoryPalettes, defaultPalette, hex, inks } from './colour';
import type { Looks } from './looks';
import { categories } from './modes/category';
import type { StyleSettings } from './registry';

export interface Remark {
  title: string;
  words: string;
  /** What helps, on a button, and the change of the style that it makes; absent where only another choice helps. */
  remedy?: { words: string; change: Partial<StyleSettings> };
}

/** Readers of these kinds of sight, and what share of them there is: of men, about (Birch 2012). */
const sights = [
  { who: 'readers who see no red', filter: filterDeficiencyProt(1) },
  { who: 'readers who see no green', filter: filterDeficiencyDeuter(1) },
  { who: 'readers who see no blue', filter: filterDeficiencyTrit(1) },
];
/** Two colours nearer than this in CIEDE2000 cannot be told apart on small marks. */
const leastApart = 8;
/** So many categories are looked at, and that many can be told apart at all. */
const mostCategories = 24;
/** Millimetres of a map unit where the picture is as wide as a page, and what is the least that prints well. */
const pageWide = 160;
const [leastNode, leastLine] = [1, 0.1];
/** WCAG's least contrast of large letters. */
const leastContrast = 3;

const apart = differenceCiede2000();

/** Every remark there is to make, the worst first; none where all is well. */
export function remarks(net: Network, style: StyleSettings, looks: Looks): Remark[] {
  if (nodeCount(net) === 0) return [];
  return [
    coloursTooNear,
    tooManyCategories,
    rawIds,
    smallNodes,
    thinLines,
    faintLabels,
    tooManyLabels,
    hiddenNodes,
    wordless,
  ].flatMap((check) => check(net, style, looks) ?? []);
}

type Check = (net: Network, style: StyleSettings, looks: Looks) => Remark | undefined;

const byCategory = ({ nodeColour }: StyleSettings) => (nodeColour.by === 'category' ? nodeColour : undefined);

const coloursTooNear: Check = (net, style) => {
  const rule = byCategory(style);
  const col = rule && net.nodeColumns.find(({ name }) => name === rule.column);
  if (!rule || !col) return undefined;
  const entries = categoryColours(col, rule).slice(0, mostCategories);
  for (const { who, filter } of [{ who: 'all readers', filter: (one: Color) => one }, ...sights]) {
    const seen = entries.map(({ colour }) => filter(parse(colour) as Color));
    for (let a = 0; a < seen.length; a++)
      for (let b = 0; b < a; b++) {
        if (apart(seen[a], seen[b]) >= leastApart) continue;
        return {
          title: 'Colours',
          words: `${entries[b].value} and ${entries[a].value} are hard to tell apart for ${who}.`,
          ...(rule.palette !== defaultPalette || rule.own || Object.keys(rule.colours).length
            ? {
                remedy: {
                  words: 'Use the measured palette',
                  change: { nodeColour: { ...rule, palette: defaultPalette, own: undefined, colours: {} } },
                },
              }
            : {}),
        };
      }
  }
  return undefined;
};

const tooManyCategories: Check = (net, style) => {
  const rule = byCategory(style);
  if (!rule) return undefined;
  const col = net.nodeColumns.find(({ name }) => name === rule.column);
  const count = col ? categories(col).length : 0;
  const there = paletteOf(rule).length;
  if (count <= there) return undefined;
  const larger = there < categoryPalettes[defaultPalette].length;
  return {
    title: 'More categories than colours',
    words: `${counted(count, 'category', 'categories')} share ${counted(there, 'colour')}; those beyond are grey.`,
    ...(larger
      ? {
          remedy: {
            words: 'Use the largest palette',
            change: { nodeColour: { ...rule, palette: defaultPalette, own: undefined } },
          },
        }
      : {}),
  };
};

/** Nearly every node has a value of its own: such a colour tells nothing. */
const rawIds: Check = (net, style) => {
  const rule = byCategory(style);
  if (!rule) return undefined;
  const n = nodeCount(net);
  const count = categories(nodeColumn(net, rule.column)).length;
  return n >= 10 && count > 0.8 * n
    ? {
        title: 'Colour by an id',
        words: `Nearly every node has a value of its own in “${rule.column}”: its colour says nothing. Choose a column whose values are shared.`,
      }
    : undefined;
};

/** Millimetres of a map unit on a page as wide as a text column. */
function millimetres(net: Network): number {
  const { positions } = net;
  if (!positions?.length) return 0;
  let [left, right] = [Infinity, -Infinity];
  for (let i = 0; i < positions.length; i += 2)
    [left, right] = [Math.min(left, positions[i]), Math.max(right, positions[i])];
  // Beyond its own size nothing is enlarged much.
  return right > left ? Math.min(0.4, pageWide / (right - left)) : 0.4;
}

const least = (values: Float32Array): number => values.reduce((low, value) => Math.min(low, value), Infinity);

const smallNodes: Check = (net, { nodeSize }, looks) => {
  const unit = millimetres(net);
  const small = 2 * least(looks.radius) * unit;
  if (unit === 0 || small >= leastNode) return undefined;
  const radius = Math.min(100, Math.ceil((leastNode / 2 / unit) * 10) / 10);
  const change: Partial<StyleSettings> =
    nodeSize.by === 'all'
      ? { nodeSize: { ...nodeSize, radius } }
      : { nodeSize: { ...nodeSize, min: radius, max: Math.max(radius, nodeSize.max) } };
  return {
    title: 'Sizes',
    words: `The smallest nodes print at ${small.toFixed(1)} mm on a page 16 cm wide.`,
    remedy: { words: `Raise to ${leastNode} mm`, change },
  };
};

const thinLines: Check = (net, { edgeWidth }, looks) => {
  const unit = millimetres(net);
  const thin = least(looks.edgeWidth) * unit;
  if (unit === 0 || !net.source.length || thin >= leastLine) return undefined;
  const width = Math.min(30, Math.ceil((leastLine / unit) * 10) / 10);
  const change: Partial<StyleSettings> =
    edgeWidth.by === 'all'
      ? { edgeWidth: { ...edgeWidth, width } }
      : { edgeWidth: { ...edgeWidth, min: width, max: Math.max(width, edgeWidth.max) } };
  return {
    title: 'Lines',
    words: `The thinnest ties print at ${thin.toFixed(2)} mm on a page 16 cm wide.`,
    remedy: { words: `Raise to ${leastLine} mm`, change },
  };
};

const faintLabels: Check = (_net, { labelColour, ground, groundColour }, looks) => {
  const { labelColour: colours, labelled } = looks;
  if (!colours || labelColour.by === 'ink') return undefined;
  const page = groundColour ?? inks[ground].ground;
  const faint = Array.from(labelled).filter((v) => {
    const colour = hex([colours[4 * v], colours[4 * v + 1], colours[4 * v + 2]]);
    return colours[4 * v + 3] > 0 && wcagContrast(colour, page) < leastContrast;
  }).length;
  return faint
    ? {
        title: 'Labels',
        words: `${counted(faint, 'label')} in a colour that hardly stands out from the page.`,
        remedy: { words: 'Write them in ink', change: { labelColour: { by: 'ink' } } },
      }
    : undefined;
};

const tooManyLabels: Check = (net, { labels }) =>
  labels.show === 'all' && nodeCount(net) > 300
    ? {
        title: 'Labels',
        words: `Of ${counted(nodeCount(net), 'label')} only those that fit are written, and which these are changes with the size of the page.`,
        remedy: { words: 'Label the 40 most important', change: { labels: { ...labels, show: 'top', top: 40 } } },
      }
    : undefined;

/** Many dark edges hide nodes. */
const hiddenNodes: Check = (net, _style, looks) => {
  const m = net.source.length;
  if (m < 2000) return undefined;
  let strong = 0;
  for (let e = 0; e < m; e++) if (looks.edgeColour[4 * e + 3] > 110) strong++;
  return strong > m / 2
    ? {
        title: 'Ties over nodes',
        words: `${counted(m, 'tie')} this strong hide nodes and each other.`,
        remedy: { words: 'Opacity by density', change: { edgeOpacity: undefined } },
      }
    : undefined;
};

/** Signs of the legend beside which nothing is written. */
const wordless: Check = (_net, { legendLines }, { legend }) => {
  const without = legend.reduce((sum, part) => {
    const entries = 'entries' in part ? part.entries.filter(({ label }) => label.trim() === '').length : 0;
    const bare = !('entries' in part) && part.title.trim() === '' ? 1 : 0;
    return sum + entries + bare;
  }, 0);
  if (!without) return undefined;
  const words = `${counted(without, 'sign')} of the legend ${without === 1 ? 'has' : 'have'} no words.`;
  return legendLines.length
    ? { title: 'Legend', words, remedy: { words: 'Use the words of the columns', change: { legendLines: [] } } }
    : { title: 'Legend', words };
};
