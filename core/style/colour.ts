/** Colours and palettes. */
import { interpolateCividis, interpolateViridis } from 'd3-scale-chromatic';
import { formatHex, interpolate, modeOklab, modeRgb, parse, useMode as withMode } from 'culori/fn';

// What colours are written in, and what ramps are mixed in: further spaces would travel to the page for nothing.
for (const mode of [modeRgb, modeOklab]) withMode(mode);

/** Red, green, blue, each 0 to 255. */
export type Rgb = readonly [number, number, number];

/** Reads `#rgb`, `#rrggbb`, `rgb(…)` or a CSS colour name; grey where it is none. */
export function rgb(colour: string): Rgb {
  const hex = formatHex(parse(colour)) ?? '#9aa5aa';
  return [parseInt(hex.slice(1, 3), 16), parseInt(hex.slice(3, 5), 16), parseInt(hex.slice(5, 7), 16)];
}

/** `#rrggbb`. */
export const hex = ([r, g, b]: Rgb): string =>
  `#${[r, g, b].map((part) => part.toString(16).padStart(2, '0')).join('')}`;

/**
 * Category palettes in order of use. The first is measured: its nearest pair is far apart in CIEDE2000 for all kinds of sight. The second is the one that
 * studies were begun with before it. The others: Okabe & Ito 2008; Tol 2021, “bright”.
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
  'Tol bright': ['#4477AA', '#EE6677', '#228833', '#CCBB44', '#66CCEE', '#AA3377'],
} as const;
export type CategoryPalette = keyof typeof categoryPalettes;
export const defaultPalette: CategoryPalette = 'moraine';

/** What lies beyond the palette, and what has no value. */
export const otherColour = '#9AA5AA';

const glacier = interpolate(['#CFE0DF', '#6FA8A9', '#0E5A63', '#0A3138'], 'oklab');

/** Sequential palettes, from low (0) to high (1). */
export const amountPalettes: Record<'glacier' | 'viridis' | 'cividis', (share: number) => string> = {
  glacier: (share) => formatHex(glacier(share)),
  viridis: (share) => interpolateViridis(share),
  cividis: (share) => interpolateCividis(share),
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
