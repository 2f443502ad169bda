/** The trail's service: one run at a time, the latest wins. */
import { type Table, cellText } from '@/core/tables';
import type { Network } from '@/core/graph';
import { type FigureValue, atOnce, computeFigures, figuresFor, plainOptions, quick } from '@/core/measure';
import { type ConditionGroup, holds } from '@/core/keep';
import type { Made } from '@/core/ties';
import { namedTable } from '@/core/names';
import {
  type Shortlist,
  type Source,
  type StepReport,
  type Trail,
  TrailCache,
  type TrailRun,
  type TrailState,
  type Whereabouts,
  allReads,
  digestOf,
  digestsOf,
  layoutKey,
  memoKey,
  runTrail,
  sourceOf,
  stepKinds,
} from '@/core/trail';
import { dress, plainStyle } from '@/core/style';
import { chosenTable, csv } from '@/core/formats';
import { Fault } from '@/core/fault';
import { fetchTable } from './tables';
import { emptyNetwork, holdingsOf } from './holdings';
import { pause, pausing, slice } from './pause';
import { taken } from './take';
import { type Questions, answer } from './questions';
import { comparison } from './compare';
import { browserCrew } from './crew';
import { candidatesCsv, exampleTies, made, mostForExamples, tiesView } from './ties-view';
import type {
  Answerable,
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

/** Thrown out of a run that a later one replaces. */
class Stopped extends Error {}

const betweenPictures = 30;

export class TrailRunner implements TrailService {
  private address: StudyAddress | undefined;
  private readonly cache = new TrailCache();
  private readonly crew = browserCrew();
  private current = 0;
  private last: { run: TrailRun; network: Network } | undefined;
  private sent: Network | undefined;
  /** Whether what is shown came of a trail without a fault. */
  private whole = false;

  open(address: StudyAddress): void {
    this.address = address;
    this.sent = undefined;
  }

  stop(step?: string): void {
    this.current++;
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
  /** Where nodes are drawn at present. */
  private where: Whereabouts | undefined;

  async run(trail: Trail, listener: Listener): Promise<'done' | 'stopped'> {
    const turn = ++this.current;
    let yielded = performance.now();
    const breathe = async (step: string, share: number): Promise<void> => {
      const now = performance.now();
      if (now - yielded < slice) return;
      listener.progress(step, share);
      await pause();
      yielded = performance.now();
      if (turn !== this.current) throw new Stopped();
    };
    try {
      const source = await this.source(trail);
      const layout = await this.keptLayout(source, trail);
      if (turn !== this.current) return 'stopped';
      const { crew, cache, stopped } = this;
      const digests = digestsOf(source, trail);
      this.digests = new Map(trail.steps.map(({ id }, i) => [id, digests[i]]));
      const report = (one: StepReport): void => listener.report(one);
      const common = { cache, breathe, crew, stopped, where: this.where, report };
      const sketch = await runTrail(source, trail, { ...common, sketch: true });
      const sketched = sketch.state?.network;
      const needsLayout = sketch.reports.some(({ result, fault }) => result === '' && !fault);
      if (needsLayout && sketched) {
        await this.send(sketch, listener, layout, true);
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
      } else await this.send(sketch, listener, layout, false);
      return 'done';
    } catch (error) {
      if (error instanceof Stopped) return 'stopped';
      throw error;
    }
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
    const looks = dress(network, run.state?.style ?? plainStyle);
    const result: Result = { digest: run.digest, layout, reports: run.reports, looks, partial };
    const fresh = network !== this.sent;
    if (fresh) result.network = network;
    // Of a stand-in the picture comes first, its figures right after it.
    if (fresh && !partial) result.figures = await this.figuresOf(network);
    listener.result(result);
    if (fresh && partial) {
      await pause();
      const figures = await this.figuresOf(network);
      listener.result({ digest: run.digest, reports: run.reports, partial, figures });
    }
    this.where = network.positions && { ids: network.ids, positions: network.positions };
    this.sent = network;
    if (!partial) this.whole = !faulty;
    if (!partial) this.last = { run, network };
  }

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

  shortlists(lists: readonly Shortlist[]): void {
    if (this.address) this.address = { ...this.address, shortlists: lists };
  }

  /** The tables that the trail reads, also by way of other networks, fetched. */
  private async source(trail: Trail): Promise<Source> {
    const { study, tables, names, shortlists, networks } = this.address ?? nowhere;
    const wanted = allReads(trail, (id) => networks.find((one) => one.id === id)?.trail).tables;
    const held = new Map<string, Table>();
    for (const { key, version } of tables) {
      if (wanted.includes(key)) held.set(key, await fetchTable(study, key, version));
    }
    const versions = tables.map(({ key, version }) => ({ key, version: String(version) }));
    return sourceOf(versions, (key) => held.get(key) as Table, names, { shortlists, networks });
  }

  /** Digest of the layout the trail asks for; where the server keeps its positions, they are put where the run will look for them. */
  private async keptLayout(source: Source, trail: Trail): Promise<string | undefined> {
    const digests = digestsOf(source, trail);
    const i = trail.steps.findLastIndex((step) => step.kind === 'arrange' && step.on);
    const step = trail.steps[i];
    if (step?.kind !== 'arrange') return undefined;
    const key = memoKey(digests[i - 1], layoutKey(step));
    const layout = digestOf(key);
    if (this.address?.layout !== layout || this.cache.get(key)) return layout;
    const { study, network } = this.address;
    const answer = await fetch(`/api/studies/${study}/networks/${network}/positions/${layout}`);
    if (answer.ok) {
      const positions = new Float32Array(await answer.arrayBuffer());
      this.cache.set(key, { value: positions });
    }
    return layout;
  }

  async ties(trail: Trail): Promise<TiesView | undefined> {
    const found = await this.madeTies(trail);
    return found && tiesView(found.made, found.table);
  }

  private async madeTies(trail: Trail): Promise<{ made: Made; table: string } | undefined> {
    const [first] = trail.steps;
    if (first?.kind !== 'ties') return undefined;
    const mine = ++this.asked;
    const source = await this.source(trail);
    let yielded = performance.now();
    try {
      const breathe = async (): Promise<void> => {
        if (performance.now() - yielded < slice) return;
        await pause();
        yielded = performance.now();
        if (mine !== this.asked) throw new Stopped();
      };
      const found = await made(first, { table: (key) => tableOf(source, key) }, { breathe });
      return { made: found, table: this.address?.tables.find(({ key }) => key === first.table)?.name ?? first.table };
    } catch (error) {
      // The run says what is wrong; here there is only nothing to show.
      if (error instanceof Fault || error instanceof Stopped) return undefined;
      throw error;
    }
  }
  private asked = 0;

  async examples(trail: Trail): Promise<Partial<Record<string, Answerable>>> {
    const { study, tables, names } = this.address ?? nowhere;
    const [first] = trail.steps;
    return exampleTies(tables, names, first?.kind === 'ties' ? first.table : undefined, async (key) => {
      const address = tables.find((one) => one.key === key);
      if (!address || address.rows > mostForExamples) return undefined;
      return namedTable(await fetchTable(study, key, address.version), key, names);
    });
  }

  async matching(trail: Trail, where: ConditionGroup): Promise<string[]> {
    const source = await this.source(trail);
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
    const { networks } = this.address ?? nowhere;
    const there = networks.find((one) => one.id === other);
    if (!there) throw new Fault('The other network is not there any more. Choose another one.');
    if (!there.trail) throw new Fault(`“${there.name}” cannot be read: ${there.fault}`);
    const ends = [];
    for (const one of [trail, there.trail]) {
      const { state, reports } = await runTrail(await this.source(one), one, { cache: this.cache, sketch: true });
      const fault = reports.find((report) => report.fault)?.fault;
      if (!state) throw new Fault(fault ?? 'The trail is empty.');
      ends.push(state.network);
    }
    return comparison(ends[0], ends[1], there.name, { breathe: pausing(), crew: this.crew });
  }

  async ask<K extends keyof Questions>(
    kind: K,
    trail: Trail,
    at: string,
    ask: Questions[K]['ask'],
    heard?: (news: Questions[K]['news'] | number) => void,
  ): Promise<Questions[K]['answer'] | undefined> {
    const turn = (this.turns.get(kind) ?? 0) + 1;
    this.turns.set(kind, turn);
    let yielded = performance.now();
    const breathe = async (share: number): Promise<void> => {
      if (performance.now() - yielded >= slice) {
        heard?.(share);
        await pause();
        yielded = performance.now();
      }
      if (this.turns.get(kind) !== turn) throw new Stopped();
    };
    try {
      const upTo = at === 'end' ? trail.steps.length : trail.steps.findIndex(({ id }) => id === at) + 1;
      const shorter = { steps: trail.steps.slice(0, upTo) };
      const source = await this.source(shorter);
      const { state, reports } = await runTrail(source, shorter, {
        cache: this.cache,
        crew: this.crew,
        sketch: true,
        breathe: (_step, share) => breathe(share),
      });
      if (!state) throw new Fault(reports.find(({ fault }) => fault)?.fault ?? 'The trail is empty.');
      return await answer(kind, state.network, ask, { breathe, crew: this.crew }, (news) => heard?.(news));
    } catch (error) {
      if (error instanceof Stopped) return undefined;
      throw error;
    }
  }
  private readonly turns = new Map<keyof Questions, number>();

  hush(kind: keyof Questions): void {
    this.turns.set(kind, (this.turns.get(kind) ?? 0) + 1);
  }

  async before(trail: Trail, step: string): Promise<Holdings> {
    const upTo = step === 'end' ? trail.steps.length : trail.steps.findIndex(({ id }) => id === step);
    const shorter = { steps: trail.steps.slice(0, Math.max(0, upTo)) };
    const run = await runTrail(await this.source(trail), shorter, { cache: this.cache, sketch: true });
    return holdingsOf(run.state?.network ?? emptyNetwork);
  }

  async records(key: string, rows: number[]): Promise<RecordTexts> {
    const found = this.address?.tables.find((table) => table.key === key);
    if (!found || !this.address) throw new Fault(`The table “${key}” is not there any more.`);
    const table = await fetchTable(this.address.study, key, found.version);
    return {
      columns: table.columns.map(({ name }) => name),
      rows: rows.map((row) => ({ row, cells: table.columns.map((col) => cellText(col, row)) })),
    };
  }

  async take(what: Taken): Promise<Blob> {
    if (what.kind === 'candidates') {
      const found = await this.madeTies(what.trail);
      if (!found) throw new Fault('There is no list to take away yet. Mend the Ties step first.');
      return new Blob([candidatesCsv(found.made)], { type: 'text/csv' });
    }
    if (what.kind === 'chosen')
      return new Blob([csv(chosenTable(this.last?.network ?? emptyNetwork, what.nodes))], { type: 'text/csv' });
    if (!this.last) throw new Fault('There is no network to take away yet. Let the trail run to its end first.');
    return taken(what, this.last.network, this.last.run.state?.style);
  }
}

function tableOf(source: Source, key: string): Table {
  if (!source.keys().includes(key)) throw new Fault(`The study has no table “${key}”.`);
  return source.table(key);
}

const nowhere: StudyAddress = {
  study: '',
  network: '',
  tables: [],
  names: [],
  shortlists: [],
  networks: [],
  layout: null,
};

const spread = (state: TrailState): TrailState =>
  stepKinds.arrange.sketch?.(
    state,
    stepKinds.arrange.schema.parse({ id: '', kind: 'arrange', on: true, method: 'force' }),
  ) ?? state;
