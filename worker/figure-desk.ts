/** Figures off the page's thread: runs the trails of their networks, lays their pages and makes their files. */
import * as Comlink from 'comlink';
import { type Sheet, canvasPen } from '@/core/figure';
import {
  type FigureSettings,
  type LaidFigure,
  type Made,
  heldAs,
  layFigure,
  madeOf,
  networksOf,
  readHeld,
  watched,
  writeHeld,
} from '@/core/figure/plan';
import { Fault } from '@/core/fault';
import { type OtherNetwork, type Shortlist, type Source, TrailCache, digestsOf, runTrail } from '@/core/trail';
import type { NamesList } from '@/core/names';
import type { Table } from '@/core/tables';
import { browserCrew } from './crew';
import { Elsewhere, type Place } from './elsewhere';
import { type FigureFile, type MadeFile, figureFile } from './figure-files';
import { type DrawnFigure, toldOf } from './figure-drawn';
import { loadFonts } from './fonts';
import { pausing } from './pause';
import { figurePng } from './picture';
import type { TableAddress } from './protocol';
import { StudyData } from './study';
import { Turns, unlessStopped } from './turns';

export type FigureNetwork = OtherNetwork & { version: number; layout: string | null };

export interface FigureAddress {
  study: string;
  figure: string;
  tables: TableAddress[];
  names: readonly NamesList[];
  shortlists: readonly Shortlist[];
  networks: readonly FigureNetwork[];
}

export interface FigureService {
  open(address: FigureAddress): void;
  /** The page at so many dots for each of its pixels; undefined where another drawing took over. */
  draw(figure: FigureSettings, factor: number, heard?: (share: number) => void): Promise<DrawnFigure | undefined>;
  /** A file of it; undefined where it was stopped. */
  take(figure: FigureSettings, what: FigureFile, heard?: (share: number) => void): Promise<MadeFile | undefined>;
  stop(): void;
  /** The pictures on nodes, which threads cannot decode themselves. */
  pictures(sheet: Sheet): void;
  /** What its networks come to by now, to be held. */
  hold(figure: FigureSettings): Promise<{ bytes: Uint8Array; of: { network: string; version: number }[] }>;
  /** A small picture of the page. */
  picture(figure: FigureSettings): Promise<Blob>;
}

export class FigureDesk implements FigureService {
  private address: FigureAddress | undefined;
  private readonly turns = new Turns<'draw' | 'take'>();
  private readonly cache = new TrailCache();
  private readonly crew = browserCrew();
  private readonly elsewhere = new Elsewhere();
  private readonly ran = new Map<string, Promise<Made | undefined>>();
  /** What networks were made from, by their ids. */
  private readonly sources = new Map<string, Source>();
  private readonly held = new Map<string, Promise<Made[]>>();

  open(address: FigureAddress): void {
    this.address = address;
    this.ran.clear();
  }

  private get at(): FigureAddress {
    if (!this.address) throw new Error('no figure is open');
    return this.address;
  }

  private dataOf(network: FigureNetwork): StudyData {
    const data = new StudyData();
    data.open({ ...this.at, network: network.id, layout: network.layout });
    return data;
  }

  /** Who is told how far the trails are. */
  private told: ((share: number) => void) | undefined;

  /** What a network's trail comes to, run once for all who wait for it: a drawing that is given up does not end it. */
  private run(id: string): Promise<Made | undefined> {
    let going = this.ran.get(id);
    if (!going) {
      going = this.make(id).catch((error: unknown) => {
        this.ran.delete(id);
        throw error;
      });
      this.ran.set(id, going);
    }
    return going;
  }

  private async make(id: string): Promise<Made | undefined> {
    const network = this.at.networks.find((one) => one.id === id);
    if (!network?.trail) return undefined;
    const { trail } = network;
    const data = this.dataOf(network);
    const source = await data.source(trail);
    this.sources.set(id, source);
    await data.keptLayout(source, trail, this.cache);
    const rest = pausing();
    const breathe = (_step: string, share: number): Promise<void> | void => {
      this.told?.(share);
      return rest();
    };
    const running = {
      ...{ study: this.at.study, network: id, trail, source, breathe, places: new Map<string, Place>() },
      threads: this.crew?.size ?? 1,
      heard: () => undefined,
    };
    const run = await runTrail(source, trail, {
      ...{ cache: this.cache, crew: this.crew, breathe },
      kept: (work) => this.elsewhere.kept(running, work),
      done: (work, make) => this.elsewhere.done(running, work, make),
    });
    return madeOf({ ...network, trail }, run, this.at);
  }

  private heldOf({ key, of }: NonNullable<FigureSettings['held']>): Promise<Made[]> {
    let made = this.held.get(key);
    if (!made) {
      const { study, figure } = this.at;
      made = fetch(`/api/studies/${study}/figures/${figure}/held/${key}`)
        .then(async (answer) => {
          if (!answer.ok) {
            const { detail } = (await answer.json().catch(() => ({}))) as { detail?: string };
            throw new Fault(detail ?? 'What this figure holds could not be fetched. Try again.');
          }
          return heldAs(readHeld(new Uint8Array(await answer.arrayBuffer())), of);
        })
        .catch((error: unknown) => {
          this.held.delete(key);
          throw error;
        });
      this.held.set(key, made);
    }
    return made;
  }

  /** What the networks of a figure come to: as it holds them, else as they are now. */
  private async madeFor(
    figure: FigureSettings,
    breathe: (share?: number) => Promise<void>,
  ): Promise<Map<string, Made>> {
    const found = new Map<string, Made>();
    if (figure.held) for (const made of await this.heldOf(figure.held)) found.set(made.id, made);
    for (const id of networksOf(figure)) {
      if (found.has(id)) continue;
      const made = await this.run(id);
      if (made) found.set(id, made);
      await breathe();
    }
    return found;
  }

  private async laid(figure: FigureSettings, breathe: (share?: number) => Promise<void>): Promise<LaidFigure> {
    await loadFonts();
    const made = await this.madeFor(figure, breathe);
    return layFigure(figure, (id) => made.get(id));
  }

  draw(figure: FigureSettings, factor: number, heard?: (share: number) => void): Promise<DrawnFigure | undefined> {
    this.told = heard;
    const breathe = this.turns.begin('draw', heard);
    return unlessStopped(async () => {
      const laid = await this.laid(figure, breathe);
      const { width, height, magnified, boxes, problems, page } = laid;
      const canvas = new OffscreenCanvas(
        Math.max(1, Math.round(width * factor)),
        Math.max(1, Math.round(height * factor)),
      );
      const context = canvas.getContext('2d', { willReadFrequently: true });
      if (!context) throw new Fault('The page is too large for this browser. Choose a smaller one.');
      context.scale(factor, factor);
      const seen = watched(canvasPen(context, laid, this.sheet), magnified);
      await laid.draw(seen.pen, breathe);
      const drawn: DrawnFigure = {
        bitmap: canvas.transferToImageBitmap(),
        width,
        height,
        magnified,
        ground: page.ground,
        boxes,
        problems: [...problems, ...(await this.unheld(figure))],
        smallest: seen.seen(),
        ...toldOf(laid, figure),
        wouldChange: await this.wouldChange(figure),
      };
      return Comlink.transfer(drawn, [drawn.bitmap]);
    }, undefined);
  }

  /** Networks on the page that came after it was held. */
  private async unheld(figure: FigureSettings): Promise<DrawnFigure['problems']> {
    if (!figure.held) return [];
    const held = await this.heldOf(figure.held);
    return figure.parts.flatMap((part) =>
      'network' in part && !part.hidden && !held.some(({ id }) => id === part.network)
        ? [
            {
              part: part.id,
              says: 'This part shows a network that is not held: it follows it. Hold the figure anew to hold it too.',
            },
          ]
        : [],
    );
  }

  private async wouldChange(figure: FigureSettings): Promise<string[]> {
    if (!figure.held) return [];
    const says: string[] = [];
    for (const made of await this.heldOf(figure.held)) {
      const network = this.at.networks.find(({ id }) => id === made.id);
      if (!network) {
        says.push(`“${made.name}” is not there any more.`);
        continue;
      }
      if (!network.trail) continue;
      const digest = digestsOf(await this.dataOf(network).source(network.trail), network.trail).at(-1);
      if (digest === made.digest) continue;
      const same = network.version === made.version;
      says.push(
        same
          ? `Records, names or shortlists that “${network.name}” reads have changed.`
          : `“${network.name}” is at version ${network.version}; held is version ${made.version}.`,
      );
    }
    return says;
  }

  take(figure: FigureSettings, what: FigureFile, heard?: (share: number) => void): Promise<MadeFile | undefined> {
    const breathe = this.turns.begin('take', heard);
    return unlessStopped(async () => {
      const laid = await this.laid(figure, breathe);
      return figureFile(laid, figure, what, this.sheet, breathe, (key) => this.tableBehind(figure, key));
    }, undefined);
  }

  /** A table that the figure's networks were made from. */
  private tableBehind(figure: FigureSettings, key: string): { name: string; table: Table } {
    if (figure.held)
      throw new Fault(
        'A figure that is held keeps no records. Let it follow its networks, or leave the records out.',
        'records',
      );
    for (const id of networksOf(figure)) {
      const source = this.sources.get(id);
      if (!source?.keys().includes(key)) continue;
      const name = this.at.tables.find((one) => one.key === key)?.name ?? key;
      return { name, table: source.table(key) };
    }
    throw new Fault(`The study has no table “${key}” any more. It may have been deleted.`);
  }

  stop(): void {
    this.turns.end('take');
  }

  private sheet: Sheet | undefined;

  pictures(sheet: Sheet): void {
    this.sheet = sheet;
  }

  async hold(figure: FigureSettings): Promise<{ bytes: Uint8Array; of: { network: string; version: number }[] }> {
    const made: Made[] = [];
    for (const id of networksOf(figure)) {
      const one = await this.run(id);
      if (one) made.push(one);
    }
    const bytes = writeHeld(made);
    return Comlink.transfer({ bytes, of: made.map(({ id, version }) => ({ network: id, version })) }, [bytes.buffer]);
  }

  async picture(figure: FigureSettings): Promise<Blob> {
    const goOn = (): Promise<void> => Promise.resolve();
    const laid = await this.laid(figure, goOn);
    const factor = 320 / Math.max(laid.width, laid.height * 1.6);
    const size = { width: Math.round(laid.width * factor), height: Math.round(laid.height * factor) };
    return figurePng(laid, figure, { ...size, ...(this.sheet ? { sheet: this.sheet } : {}) }, goOn);
  }
}
