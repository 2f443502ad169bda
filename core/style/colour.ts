/** Colours and palettes. */
import { brownTealStops, byStops, cividisAt, glacierAt, infernoStops, redBlueStops, viridisAt } from './ramps';

/** Red, green, blue, each 0 to 255. */
export type Rgb = readonly [number, number, number];

/** Reads `#rgb` or `#rrggbb`; grey where it is neither. */
export function rgb(colour: string): Rgb {
  const [, short, long] = /^#(?:([0-9a-f]{3})|([0-9a-f]{6}))$/i.exec(colour) ?? [];
  const digits = long ?? short?.replace(/./g, '$&$&') ?? '9aa5aa';
  return [parseInt(digits.slice(0, 2), 16), parseInt(digits.slice(2, 4), 16), parseInt(digits.slice(4, 6), 16)];
}

const hexes = Array.from({ length: 256 }, (_, part) => part.toString(16).padStart(2, '0'));

/** `#rrggbb`, of whole parts from 0 to 255. */
export const hex = ([r, g, b]: Rgb): string => `#${hexes[r]}${hexes[g]}${hexes[b]}`;

/**
 * Category palettes in order of use. The first is measured: its nearest pair is far apart in CIEDE2000 for all kinds of sight. The second is the one that
 * studies were begun with before it. The others: Okabe & Ito 2008; Tol 2021, “bright” and “muted”; greys, for print without
 * colours.
 */
export const categoryPalettes = {
  moraine: [
    '#377393', '#CA791B', '#8E2642', '#41AE8F', '#57561A', '#B789E6', '#959F65', '#5A745A', '#45459D', '#779FB0', '#6C5067', '#BB7B7D',
    '#075449', '#7370DC', '#8A7948', '#901308', '#BDA434', '#7A493C', '#8B7990', '#7E1B6D', '#567506', '#976373', '#BB9BA3', '#B357AD',
  ], // prettier-ignore
  nunatak: [
    '#2F6F8F',
    '#C9772B',
    '#8A5A9E',
    '#6B8E3D',
    '#B8475A',
    '#7A7F35',
    '#3F8F86',
    '#A0673F',
    '#5566A8',
    '#C05A97',
    '#4E7A4A',
    '#8C6D1F',
  ],
  'Okabe–Ito': ['#0072B2', '#E69F00', '#009E73', '#D55E00', '#CC79A7', '#56B4E9', '#F0E442'],
  'Tol muted': ['#CC6677', '#332288', '#DDCC77', '#117733', '#88CCEE', '#882255', '#44AA99', '#999933', '#AA4499'],
  greys: ['#1F2A30', '#6B777D', '#A9B2B6', '#3F4C53', '#8A959A', '#C6CDD0'],
  'Tol bright': ['#4477AA', '#EE6677', '#228833', '#CCBB44', '#66CCEE', '#AA3377'],
} as const;
export type CategoryPalette = keyof typeof categoryPalettes;
export const defaultPalette: CategoryPalette = 'moraine';

/** What lies beyond the palette, and what has no value. */
export const otherColour = '#9AA5AA';

/** Sequential palettes, from low (0) to high (1), and two that diverge from a pale middle. */
export const amountPalettes: Record<
  'glacier' | 'viridis' | 'cividis' | 'inferno' | 'grey' | 'blue–red' | 'brown–teal',
  (share: number) => string
> = {
  glacier: glacierAt,
  viridis: viridisAt,
  cividis: cividisAt,
  inferno: byStops(infernoStops),
  grey: byStops(['#e6e6e6', '#1a1a1a']),
  'blue–red': byStops(redBlueStops),
  'brown–teal': byStops(brownTealStops),
};

/** What is drawn on a ground: node rims, labels and their halos, ties between groups. */
export interface Inks {
  ground: string;
  ink: string;
  quiet: string;
  tie: string;
  line: string;
}

/** The three grounds. */
export const inks: Record<'paper' | 'white' | 'night', Inks> = {
  paper: { ground: '#FBFAF7', ink: '#17242B', quiet: '#5B6A72', tie: '#8E999D', line: '#E2DFD6' },
  white: { ground: '#FFFFFF', ink: '#17242B', quiet: '#5B6A72', tie: '#8E999D', line: '#E2DFD6' },
  night: { ground: '#10191E', ink: '#E8ECEA', quiet: '#9FB0B5', tie: '#6C7B82', line: '#2B3940' },
};
export type Ground = keyof typeof inks;

/** A colour between two, by its parts in red, green and blue. */
export function mixed(from: string, to: string, share: number): string {
  const parts = (colour: string): number[] => [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16));
  const [a, b] = [parts(from), parts(to)];
  return `#${a
    .map((one, i) =>
      Math.round(one + (b[i] - one) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}
