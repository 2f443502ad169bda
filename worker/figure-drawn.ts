/** What the editors of a figure need to know of it, told with each drawing. */
import {
  type CameraWish,
  type FigurePart,
  type FigureSettings,
  type LaidFigure,
  type LegendSettings,
  type Made,
  type Smallest,
  legendOf,
  networksOf,
  noteDigest,
  toldByTrails,
  wordsOf,
} from '@/core/figure/plan';
import type { Bounds } from '@/core/scene';
import { lineOf } from '@/core/style';

/** A column that parts can be made of. */
export interface ColumnHead {
  name: string;
  type: string;
  /** How many values it holds. */
  values: number;
  /** Its cells are pictures. */
  picture?: boolean;
}

/** A page as it was drawn, with what its editors need. */
export interface DrawnFigure {
  bitmap: ImageBitmap;
  width: number;
  height: number;
  magnified: number;
  /** The ground's colour, and that of its ink. */
  ground: string;
  boxes: LaidFigure['boxes'];
  problems: LaidFigure['problems'];
  smallest: Smallest;
  /** By network: the columns of its nodes and ties. */
  columns: { network: string; nodes: ColumnHead[]; edges: ColumnHead[] }[];
  /** By legend part: its lines, and its words before and after. */
  legends: { part: string; lines: { line: string; title: string }[]; words: string[] }[];
  /** By map: its camera, in pixels a map unit, the middle in map units, and how many times closer than the whole. */
  cameras: { part: string; scale: number; x: number; y: number; zoom: number }[];
  /** What the trails tell, and its digest. */
  note: { text: string; digest: string };
  summaries: { part: string; says: string }[];
  /** Addresses of the pictures on its nodes. */
  pictures: string[];
  /** What is different by now from what is held. */
  wouldChange: string[];
}

/** All of it that follows from the page as it is laid. */
export function toldOf(
  laid: LaidFigure,
  figure: FigureSettings,
): Pick<DrawnFigure, 'columns' | 'legends' | 'cameras' | 'note' | 'summaries' | 'pictures'> {
  const { page } = laid;
  return {
    columns: networksOf(figure).flatMap((network) => {
      const made = page.made(network);
      return made ? [{ network, ...columnsOf(made) }] : [];
    }),
    legends: figure.parts
      .filter((part): part is FigurePart & LegendSettings => part.kind === 'legend')
      .flatMap((part) => {
        const map = page.map(part.map);
        if (!map) return [];
        const lines = map.legend.map((line) => ({ line: lineOf(line), title: line.title }));
        return [{ part: part.id, lines, words: wordsOf(legendOf(map.legend, { ...part, words: [] })) }];
      }),
    cameras: figure.parts.flatMap((part) => {
      const map = part.kind === 'map' ? page.map(part.id) : undefined;
      return map ? [{ part: part.id, scale: map.scale, ...cameraOf(part, map.bounds()) }] : [];
    }),
    note: { text: toldByTrails(page.shown), digest: noteDigest(page.shown) },
    summaries: laid.summaries(),
    pictures: picturesOn(laid),
  };
}

const columnsOf = ({ network }: Made): { nodes: ColumnHead[]; edges: ColumnHead[] } => {
  const heads = (list: Made['network']['nodeColumns']): ColumnHead[] =>
    list.map((col) => ({
      name: col.name,
      type: col.type,
      values: 'dictionary' in col ? col.dictionary.length : 0,
      ...(col.type === 'text' && col.as === 'picture' ? { picture: true } : {}),
    }));
  return { nodes: heads(network.nodeColumns), edges: heads(network.edgeColumns) };
};

const cameraOf = (part: FigurePart, { left, right, top, bottom }: Bounds): CameraWish => {
  const wish = 'camera' in part ? part.camera : undefined;
  return wish ?? { x: (left + right) / 2, y: (top + bottom) / 2, zoom: 1 };
};

const picturesOn = ({ boxes, page }: LaidFigure): string[] => [
  ...new Set(boxes.flatMap(({ id, kind }) => (kind === 'map' ? (page.map(id)?.scene.pictures?.addresses ?? []) : []))),
];
