/** Lays a figure's parts on its page, and draws them with any pen. */
import { Fault } from '../../fault';
import { type Bounds, type Scene, boundsOfScene, sceneOf } from '../../scene';
import { type LegendPart, inks } from '../../style';
import type { Box, Pen } from '../pen';
import { type Made, styleOf } from './made';
import type { AnyPart, Breathe, Laid, MapOnPage, Page } from './part';
import { kindOfPart } from './parts';
import type { MapPart } from './parts/map';
import type { FigureSettings } from './settings';
import { magnification, pixelsPerMillimetre, pointsPerPixel, textShare } from './sizes';

export interface LaidFigure {
  /** Pixels that it is drawn in, and how many times larger it is printed. */
  width: number;
  height: number;
  magnified: number;
  /** Where its parts stand. */
  boxes: { id: string; kind: string; box: Box }[];
  problems: { part?: string; says: string; /** Millimetres of height that would do. */ height?: number }[];
  /** The page as its parts see it. */
  page: Page;
  /** What each part holds in a few words, hidden ones too. */
  summaries(): { part: string; says: string }[];
  draw(pen: Pen, breathe?: Breathe): Promise<void>;
  /** Draws the first part of a kind alone, at its place. */
  drawOnly(kind: string, pen: Pen): Promise<void>;
}

const gap = 14;
/** Rounds in which maps and what is told in their sizes settle. */
const rounds = 3;

interface LaidPart {
  part: AnyPart;
  laid: Laid;
  box: Box;
}

/** The scenes of the maps of a page, each made once. */
class Maps {
  private readonly scenes = new Map<string, MapOnPage | undefined>();
  private readonly plain = new Map<Made, Scene>();
  readonly faults = new Map<string, string>();

  constructor(
    private readonly parts: readonly MapPart[],
    private readonly made: (id: string) => Made | undefined,
  ) {}

  of(id: string | undefined): MapOnPage | undefined {
    const part = id === undefined ? this.parts.find(({ hidden }) => !hidden) : this.parts.find((one) => one.id === id);
    if (!part) return undefined;
    if (!this.scenes.has(part.id)) this.scenes.set(part.id, this.make(part));
    return this.scenes.get(part.id);
  }

  private make(part: MapPart): MapOnPage | undefined {
    const made = this.made(part.network);
    if (!made) return undefined;
    const scene = this.placed(part, made);
    if (!scene) return undefined;
    const legend: LegendPart[] = scene.legend;
    return { made, scene, legend, scale: 1, bounds: () => this.bounds(part) };
  }

  private plainScene(made: Made): Scene {
    let scene = this.plain.get(made);
    if (!scene) this.plain.set(made, (scene = sceneOf(made.network, styleOf(made))));
    return scene;
  }

  /** The map whose places a map takes; itself where it has its own. */
  private root(part: MapPart): MapPart {
    const other = part.places === undefined ? undefined : this.parts.find(({ id }) => id === part.places);
    return other && other.id !== part.id && other.places === undefined ? other : part;
  }

  private placed(part: MapPart, made: Made): Scene | undefined {
    try {
      const scene = this.plainScene(made);
      const root = this.root(part);
      const from = root === part ? undefined : this.made(root.network);
      if (!from || from === made) return scene;
      const there = this.plainScene(from);
      const place = new Map(from.network.ids.map((id, v) => [id, v]));
      const positions = scene.positions.slice();
      made.network.ids.forEach((id, v) => {
        const at = place.get(id);
        if (at !== undefined) positions.set(there.positions.subarray(2 * at, 2 * at + 2), 2 * v);
      });
      return { ...scene, positions, routes: undefined, guides: undefined };
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      this.faults.set(part.id, error.message);
      return undefined;
    }
  }

  /** What all maps that share places take up together. */
  private bounds(part: MapPart): Bounds {
    const root = this.root(part);
    const all = this.parts.filter((one) => this.root(one) === root).map((one) => this.of(one.id));
    const bounds = all.flatMap((one) => (one ? [boundsOfScene(one.scene)] : []));
    return {
      left: Math.min(...bounds.map(({ left }) => left)),
      right: Math.max(...bounds.map(({ right }) => right)),
      top: Math.min(...bounds.map(({ top }) => top)),
      bottom: Math.max(...bounds.map(({ bottom }) => bottom)),
    };
  }
}

/** @param made What the trails of its networks came to, by their ids; undefined where one is not there. */
export function layFigure(figure: FigureSettings, made: (network: string) => Made | undefined): LaidFigure {
  const magnified = magnification(figure.width);
  const width = (figure.width * pixelsPerMillimetre) / magnified;
  const height = (figure.height * pixelsPerMillimetre) / magnified;
  const margin = figure.margin * width;
  const seen = figure.parts.filter(({ hidden }) => !hidden);
  const maps = new Maps(
    figure.parts.filter((part): part is MapPart & { kind: 'map' } => part.kind === 'map'),
    made,
  );
  const first = maps.of(undefined)?.scene;
  const ink = inks[first?.ground ?? 'paper'];
  const shown = [...new Set(seen.flatMap((part) => ('network' in part ? [part.network] : [])))].flatMap(
    (id) => made(id) ?? [],
  );
  const inPrint = (points = 0): number => points / magnified / pointsPerPixel;
  const leastLetter = inPrint(figure.leastLetter);
  const page: Page = {
    ink,
    ground: first?.groundColour ?? ink.ground,
    letters: (plain, size) => Math.max(leastLetter, (size === undefined ? plain : size / magnified) / pointsPerPixel),
    share: textShare(figure.width),
    leastLetter,
    made,
    map: (id) => maps.of(id),
    shown,
  };
  const inner = { x: margin, y: margin, width: width - 2 * margin, height: height - 2 * margin };
  let laid = layRows(seen, inner, page, maps.faults);
  for (let round = 1; round < rounds; round++) {
    for (const { part, laid: one, box } of laid.placed) {
      const map = part.kind === 'map' ? maps.of(part.id) : undefined;
      if (map && one.scaleIn) map.scale = one.scaleIn(box);
    }
    laid = layRows(seen, inner, page, maps.faults);
  }
  const { placed, problems, over } = laid;
  if (over > 0.5) {
    const enough = Math.ceil(((height + over) * magnified) / pixelsPerMillimetre);
    problems.unshift({
      says: `The page is too low for its parts, which need ${enough} mm. Make it taller, or hide some of them.`,
      height: enough,
    });
  }
  return {
    width,
    height,
    magnified,
    boxes: placed.map(({ part, box }) => ({ id: part.id, kind: part.kind, box })),
    problems,
    page,
    summaries: () => figure.parts.map((part) => ({ part: part.id, says: kindOfPart(part).summary(part, page) })),
    async drawOnly(kind, given) {
      const one = placed.find(({ part }) => part.kind === kind);
      await one?.laid.draw(one.box, atLeast(given, inPrint(figure.leastLine)));
    },
    async draw(given, breathe) {
      const pen = atLeast(given, inPrint(figure.leastLine));
      pen.fillPage(page.ground);
      for (const [i, { laid: one, box }] of placed.entries()) {
        // Maps take nearly all of the time.
        await one.draw(box, pen, (share) => breathe?.((i + share) / placed.length));
      }
    },
  };
}

/** The pen with no line thinner than so many pixels. */
function atLeast(pen: Pen, least: number): Pen {
  if (least <= 0) return pen;
  const raised = <S extends { width: number }>(stroke: S): S =>
    stroke.width < least ? { ...stroke, width: least } : stroke;
  return {
    ...pen,
    line: (x1, y1, x2, y2, control, stroke) => pen.line(x1, y1, x2, y2, control, raised(stroke)),
    path: (along, stroke) => pen.path(along, raised(stroke)),
  };
}

interface Rows {
  placed: LaidPart[];
  problems: LaidFigure['problems'];
  /** Pixels by which the parts are taller than the page. */
  over: number;
}

/** Parts in rows from the top of the box on: each is as tall as it needs to be, maps share what is left. */
function layRows(parts: readonly AnyPart[], inner: Box, page: Page, faults: ReadonlyMap<string, string>): Rows {
  const problems: Rows['problems'] = [];
  const rows: AnyPart[][] = [];
  for (const part of parts) {
    const last = rows.at(-1);
    if (part.beside && last) last.push(part);
    else rows.push([part]);
  }
  const laidRows = rows.flatMap((row) => {
    const wide = (inner.width - gap * (row.length - 1)) / row.length;
    const laid = row.flatMap((part) => {
      const one = laidOne(part, Math.max(1, wide), page);
      if (one) {
        const problem = faults.get(part.id) ?? one.problem;
        if (problem !== undefined) problems.push({ part: part.id, says: problem });
      }
      return one ? [{ part, laid: one }] : [];
    });
    // What is not there leaves its room to those beside it.
    const again = laid.length < row.length && laid.length > 0;
    const width = (inner.width - gap * (laid.length - 1)) / Math.max(1, laid.length);
    const row2 = again ? laid.flatMap(({ part }) => [{ part, laid: laidOne(part, width, page) as Laid }]) : laid;
    return row2.length ? [{ row: row2, width }] : [];
  });
  const stretch = (row: { laid: Laid }[]): number => Math.max(...row.map(({ laid }) => laid.stretches ?? 0));
  const need = (row: { laid: Laid }[]): number => Math.max(...row.map(({ laid }) => laid.height));
  const above = (row: { laid: Laid }[], i: number): number =>
    i === 0 ? 0 : Math.max(...row.map(({ laid }) => laid.above));
  const fixed = laidRows.reduce((sum, { row }, i) => sum + above(row, i) + (stretch(row) ? 0 : need(row)), 0);
  const shares = laidRows.reduce((sum, { row }) => sum + stretch(row), 0);
  const left = inner.height - fixed;
  let y = inner.y;
  const placed: LaidPart[] = [];
  laidRows.forEach(({ row, width }, i) => {
    y += above(row, i);
    const share = stretch(row);
    const height = share ? Math.max(need(row), (left * share) / shares) : need(row);
    row.forEach(({ part, laid }, k) => {
      const own = laid.stretches ? height : laid.height;
      placed.push({ part, laid, box: { x: inner.x + k * (width + gap), y, width, height: own } });
    });
    y += height;
  });
  return { placed, problems, over: y - inner.y - inner.height };
}

/** A part laid; one that cannot be has a line of room, and says why. */
function laidOne(part: AnyPart, width: number, page: Page): Laid | undefined {
  try {
    return kindOfPart(part as never).lay(part, width, page);
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { height: 24, above: 10, problem: error.message, draw: () => undefined };
  }
}
