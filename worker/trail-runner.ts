/** The trail's service: one run at a time, the latest wins. */
import * as Comlink from 'comlink';
import type { Placement } from '@/core/arrange';
import { type Network, mainPart } from '@/core/graph';
import { type FigureValue, atOnce, computeFigures, figuresFor, plainOptions, quick } from '@/core/measure';
import { type ConditionGroup, holds } from '@/core/keep';
import type { Made } from '@/core/ties';
import {
  type Shortlist,
  type KeyedWork,
  type StepReport,
  type Laid,
  type Trail,
  TrailCache,
  type TrailRun,
  type Whereabouts,
  digestsOf,
  laidIn,
  runTrail,
} from '@/core/trail';
import { frameOf } from '@/core/scene';
import { dressed, plainStyle } from '@/core/style';
import { chosenTable, csv } from '@/core/formats';
import { Fault } from '@/core/fault';
import { isInquiry } from '@/core/inquiry';
import { Ahead } from './ahead';
import { browserCrew } from './crew';
import { type Away, Elsewhere, type Place } from './elsewhere';
import { comparison } from './compare';
import { inquired } from './inquire';
import { emptyNetwork, holdingsOf } from './holdings';
import { type Drawn, handedOver, pack, pieces } from './parcel';
import { pause, pausing } from './pause';
import type {
  Answerable,
  AwayNews,
  Comparison,
  Holdings,
  Listener,
  RecordTexts,
  Result,
  StudyAddress,
  Taken,
  TiesView,
  TrailService,
} from './protocol';
import { type Questions, answer } from './questions';
import { spread } from './spread';
import { StudyData } from './study';
import { taken } from './take';
import { candidatesCsv, exampleTies, made, mostForExamples, tiesView } from './ties-view';
import { Turns, unlessStopped } from './turns';

const betweenPictures = 30;
/** Figures of a stand-in wait for the real thing where others are shown and that takes no more seconds than these: nodes find their places the sooner. */
const brief = 5;
/** The picture of so many ties has the machine to itself for so many milliseconds before its nodes begin to move. */
const alone = { ties: 20_000, ms: 150 };
/** Milliseconds without a change after which what was computed here is offered to the server. */
const keepAfter = 10_000;

/** Rows of a table that is read beside those of the trail. */
const mostOfOther = 200_000;

export class TrailRunner implements TrailService {
  private readonly data = new StudyData();
  private readonly turns = new Turns<'run' | 'ties' | keyof Questions>();
  private readonly cache = new TrailCache();
  private readonly crew = browserCrew();
  private readonly elsewhere = new Elsewhere();
  private readonly working = new Ahead();
  private chosen: ReadonlyMap<string, Place> = new Map();
  private last: { run: TrailRun; network: Network } | undefined;
  /** What the page has. */
  private sent: Drawn | undefined;
  /** Whether what is shown came of a trail without a fault. */
  private whole = false;

  open(address: StudyAddress): void {
    this.data.open(address);
    this.sent = undefined;
  }

  stop(step?: string): void {
    this.turns.end('run');
    const digest = step === undefined ? undefined : this.digests.get(step);
    if (digest) this.stopped.add(digest);
  }

  resume(step: string): void {
    const digest = this.digests.get(step);
    if (digest) this.stopped.delete(digest);
  }
  /** Digests of the steps as they were last run, and of those that were stopped. */
  private digests = new Map<string, string>();
  private readonly stopped = new Set<string>();
  /** Where the cache holds the layout of the trail as it was last run. */
  private laid: Laid | undefined;
  private keeping: ReturnType<typeof setTimeout> | undefined;
  /** Where nodes are drawn at present. */
  private where: Whereabouts | undefined;

  run(trail: Trail, listener: Listener): Promise<'done' | 'stopped'> {
    const going = this.turns.begin('run', (share, step = '') => listener.progress(step, share));
    const breathe = (step: string, share: number): Promise<void> => going(share, step);
    clearTimeout(this.keeping);
    this.working.begin();
    return unlessStopped(async () => {
      const source = await this.data.source(trail);
      const kept = await this.data.keptLayout(source, trail, this.cache);
      this.laid = kept;
      const layout = kept?.layout;
      await going();
      const { crew, cache, stopped } = this;
      const digests = digestsOf(source, trail);
      this.digests = new Map(trail.steps.map(({ id }, i) => [id, digests[i]]));
      const report = (one: StepReport): void => listener.report(one);
      const places = this.chosen;
      const running = {
        ...{ study: this.data.study, network: this.data.network, trail, source, places, breathe },
        threads: crew?.size ?? 1,
        heard: (step: string, away: Away | undefined) => listener.away(step, away),
      };
      const keptOf = (work: KeyedWork): Promise<unknown> => this.elsewhere.kept(running, work);
      const done = <T>(work: KeyedWork, make: () => Promise<T> | T): Promise<T> =>
        this.elsewhere.done(running, work, make);
      const common = { cache, breathe, crew, stopped, where: this.where, report, kept: keptOf, done };
      this.elsewhere.begin();
      // Where something is shown already its stand-in need not wait for an answer of the server.
      const asked = this.where ? { kept: undefined } : {};
      const sketch = await runTrail(source, trail, { ...common, ...asked, sketch: true });
      this.working.sketched();
      const needsLayout = sketch.reports.some(({ result, fault }) => result === '' && !fault);
      if (needsLayout && sketch.state) {
        if (!sketch.unlike) {
          await this.send(sketch, listener, layout, true);
          if (sketch.state.network.source.length > alone.ties) await pause(alone.ms);
        }
        let shown = performance.now();
        const positions = (at: Float32Array): void => {
          // A network that is not shown yet has no places on the map.
          if (at.length !== this.where?.positions.length) return;
          this.where = { ...this.where, positions: at.slice() };
          if (performance.now() - shown < betweenPictures) return;
          shown = performance.now();
          listener.positions(at);
        };
        const run = await runTrail(source, trail, { ...common, where: this.where, positions });
        await this.send(run, listener, layout, false);
        this.keeping = setTimeout(() => void this.elsewhere.keep(running), keepAfter);
      } else await this.send(sketch, listener, layout, false);
      return 'done' as const;
    }, 'stopped' as const);
  }

  ahead(trails: readonly Trail[]): Promise<void> {
    return this.working.go(trails, (trail) => this.data.source(trail), { cache: this.cache, stopped: this.stopped });
  }

  private async send(run: TrailRun, listener: Listener, layout: string | undefined, partial: boolean): Promise<void> {
    const faulty = run.reports.some(({ fault, lacking }) => fault !== undefined && !lacking);
    if (!run.state || (faulty && this.whole)) {
      // A step could not do its work: the last good picture stays, and the report says why.
      listener.result({ digest: run.digest, reports: run.reports, partial });
      return;
    }
    // A trail that stops before its layout is shown on an even spread.
    const { network } = run.state.network.positions ? run.state : spread(run.state);
    const looks = dressed(network, run.state.style ?? plainStyle);
    const drawn: Drawn = { network, looks, main: this.mainOf(network) };
    const first = !this.sent;
    const fresh = network !== this.sent?.network;
    const result: Result = { digest: run.digest, layout, reports: run.reports, partial };
    // Of a stand-in the picture comes first, its figures right after it.
    if (fresh && !partial) result.figures = await this.figuresOf(network);
    const { copy, memory, texts } = handedOver(pack(drawn, this.sent), true);
    result.parcel = copy;
    result.frame = frameOf(drawn);
    for (const [list, piece] of pieces(texts)) listener.texts(list, piece);
    listener.result(Comlink.transfer(result, memory));
    // From here on the page has it, whatever becomes of the run.
    this.sent = drawn;
    const seconds = run.reports.reduce((sum, report) => sum + (report.seconds ?? 0), 0);
    if (fresh && partial && (first || seconds > brief)) {
      await pause();
      const figures = await this.figuresOf(network);
      listener.result({ digest: run.digest, reports: run.reports, partial, figures });
    }
    this.where = network.positions && { ids: network.ids, positions: network.positions };
    if (!partial) [this.whole, this.last] = [!faulty, { run, network }];
  }

  private mainOf({ source, ...network }: Network): Uint8Array | undefined {
    if (this.parted?.source !== source) this.parted = { source, main: mainPart({ source, ...network }) };
    return this.parted.main;
  }
  private parted: { source: Uint32Array; main: Uint8Array | undefined } | undefined;

  /** Figures follow from nodes and edges alone: another layout or column needs none anew. */
  private async figuresOf(network: Network): Promise<Record<string, FigureValue>> {
    if (this.figured?.source !== network.source || this.figured.ids !== network.ids) {
      const cheap = figuresFor(network, plainOptions).filter(({ cost }) => quick.includes(cost));
      const values = await computeFigures(network, cheap, atOnce, plainOptions);
      this.figured = { source: network.source, ids: network.ids, values };
    }
    return this.figured.values;
  }
  private figured: { source: Uint32Array; ids: string[]; values: Record<string, FigureValue> } | undefined;

  places(places: ReadonlyMap<string, Place>): void {
    this.chosen = places;
  }

  shortlists(lists: readonly Shortlist[]): void {
    this.data.shortlists(lists);
  }

  async ties(trail: Trail): Promise<TiesView | undefined> {
    const found = await this.madeTies(trail);
    return found && tiesView(found.made, found.table);
  }

  private madeTies(trail: Trail): Promise<{ made: Made; table: string } | undefined> {
    const breathe = this.turns.begin('ties');
    return unlessStopped(async () => {
      const [first] = trail.steps;
      if (first?.kind !== 'ties') return undefined;
      const source = await this.data.source(trail);
      const table = (key: string): ReturnType<typeof source.table> => {
        if (!source.keys().includes(key)) throw new Fault(`The study has no table “${key}”.`);
        return source.table(key);
      };
      try {
        const found = await made(first, { table }, { breathe });
        return { made: found, table: this.data.tables.find(({ key }) => key === first.table)?.name ?? first.table };
      } catch (error) {
        // The run says what is wrong; here there is only nothing to show.
        if (error instanceof Fault) return undefined;
        throw error;
      }
    }, undefined);
  }

  examples(trail: Trail): Promise<Partial<Record<string, Answerable>>> {
    const [first] = trail.steps;
    const { tables, names } = this.data;
    return exampleTies(tables, names, first?.kind === 'ties' ? first.table : undefined, (key) =>
      this.data.smallTable(key, mostForExamples),
    );
  }

  async matching(trail: Trail, where: ConditionGroup): Promise<string[]> {
    const source = await this.data.source(trail);
    const { state } = await runTrail(source, trail, { cache: this.cache, sketch: true });
    if (!state) return [];
    const marks = holds(state.network, 'nodes', where, {
      step: '',
      shortlist: (id) => {
        const found = source.shortlist?.(id);
        if (!found) throw new Fault('This shortlist is not there any more. Choose another one.');
        return found;
      },
    });
    return state.network.ids.filter((_, v) => marks[v] === 1);
  }

  async compare(trail: Trail, other: string): Promise<Comparison> {
    const there = this.data.networks.find((one) => one.id === other);
    if (!there) throw new Fault('The other network is not there any more. Choose another one.');
    if (!there.trail) throw new Fault(`“${there.name}” cannot be read: ${there.fault}`);
    const ends = [];
    for (const one of [trail, there.trail]) {
      const { state, reports } = await runTrail(await this.data.source(one), one, { cache: this.cache, sketch: true });
      const fault = reports.find((report) => report.fault)?.fault;
      if (!state) throw new Fault(fault ?? 'The trail is empty.');
      ends.push(state.network);
    }
    return comparison(ends[0], ends[1], there.name, { breathe: pausing(), crew: this.crew });
  }

  ask<K extends keyof Questions>(
    kind: K,
    trail: Trail,
    at: string,
    ask: Questions[K]['ask'],
    heard?: (news: Questions[K]['news'] | number | AwayNews) => void,
    place?: Place,
  ): Promise<Questions[K]['answer'] | undefined> {
    const breathe = this.turns.begin(kind, heard);
    return unlessStopped(async () => {
      const upTo = at === 'end' ? trail.steps.length : trail.steps.findIndex(({ id }) => id === at) + 1;
      const shorter = { steps: trail.steps.slice(0, upTo) };
      const source = await this.data.source(shorter);
      const { state, reports } = await runTrail(source, shorter, {
        cache: this.cache,
        crew: this.crew,
        sketch: true,
        breathe: (_step, share) => breathe(share),
      });
      if (!state) throw new Fault(reports.find(({ fault }) => fault)?.fault ?? 'The trail is empty.');
      const [first] = trail.steps;
      const weighs =
        first?.kind === 'ties' && 'weight' in first && first.weight
          ? { column: first.weight, by: first.weightBy }
          : undefined;
      const other = (key: string) => this.data.smallTable(key, mostOfOther);
      const around = { breathe, crew: this.crew, table: source.table, other, ...(weighs ? { weighs } : {}) };
      const made = (): Promise<Questions[K]['answer']> =>
        Promise.resolve(answer(kind, state.network, ask, around, (news) => heard?.(news)));
      if (!isInquiry(kind)) return made();
      const { data, digests, stopped } = this;
      const asking = {
        ...{ study: data.study, network: data.network, trail: shorter, source, digests, stopped, breathe, place },
        threads: this.crew?.size ?? 1,
        heard: (away: Away | undefined) => heard?.({ away }),
      };
      const found = await inquired(this.elsewhere, asking, state.network, { kind, ask }, made);
      return found;
    }, undefined);
  }

  hush(kind: keyof Questions): void {
    this.turns.end(kind);
  }

  async holdings(trail: Trail): Promise<Holdings> {
    const run = await runTrail(await this.data.source(trail), trail, { cache: this.cache, sketch: true });
    return holdingsOf(run.state?.network ?? emptyNetwork);
  }

  records(key: string, rows: number[]): Promise<RecordTexts> {
    return this.data.records(key, rows);
  }

  async take(what: Taken): Promise<Blob> {
    if (what.kind === 'candidates') {
      const found = await this.madeTies(what.trail);
      if (!found) throw new Fault('There is no list to take away yet. Mend the Ties step first.');
      return new Blob([candidatesCsv(found.made)], { type: 'text/csv' });
    }
    if (what.kind === 'chosen')
      return new Blob([csv(chosenTable(this.last?.network ?? emptyNetwork, what.nodes))], { type: 'text/csv' });
    if (what.kind === 'layout') {
      const { positions, routes } = laidIn(this.cache, this.laid) ?? ({} as Partial<Placement>);
      return new Blob(positions && !routes ? [positions as Float32Array<ArrayBuffer>] : []);
    }
    if (!this.last) throw new Fault('There is no network to take away yet. Let the trail run to its end first.');
    return taken(what, this.last.network, this.last.run.state?.style, (key) => this.data.table(key));
  }
}
