import type { FontFiles } from '../fonts';
import type { Table } from '../../tables';
import type { FigureSettings, LaidFigure } from '../plan';

/** What files are made with beside the figure itself. */
export interface Around {
  fonts: FontFiles;
  /** The program of pages to explore. */
  script: string;
  /** PNG files by the addresses of the pictures on nodes. */
  pictures?: ReadonlyMap<string, Uint8Array>;
  /** The table of a key, with names joined; absent where records are not at hand. */
  table?: (key: string) => { name: string; table: Table };
  breathe?: (share: number) => Promise<void> | void;
}

export interface FileWishes {
  /** An SVG brings its typefaces along. */
  fonts?: boolean;
  /** Columns of nodes and ties that a page to explore tells of. */
  columns?: { nodes: string[]; edges: string[] };
  /** A page to explore brings the records behind its ties along. */
  records?: boolean;
}

/** What is wished for as long as nobody says otherwise. */
export const plainWishes: FileWishes = { fonts: true };

/** A format in which a figure is written without a canvas. To add one: a file here and a line in the registry; page and runner take it from there. */
export interface FigureFormat {
  key: string;
  title: string;
  /** What comes behind the figure's name. */
  ending: string;
  /** Media type. */
  type: string;
  /** Which of what stands around it needs. */
  needs: readonly ('fonts' | 'script' | 'pictures')[];
  /** The whole file and what it could not show; the same bytes for the same figure. */
  make(
    laid: LaidFigure,
    figure: FigureSettings,
    name: string,
    wishes: FileWishes,
    around: Around,
  ): Promise<{ bytes: Uint8Array; notes: string[] }>;
}
