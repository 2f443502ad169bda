import { Fault } from '@/core/fault';
import type { Network } from '@/core/graph';
import type { Events, LaneOrder, When } from '@/core/lanes';
import type { Sifting } from '@/core/sift';
import type { Column } from '@/core/tables';
import type { Question, Surroundings } from './question';
import { sifterFor } from './sift';

export interface LanesAsk {
  sifting: Sifting;
  /** What says when; absent: the likeliest. */
  when?: When;
  order: LaneOrder;
  /** Only these nodes have lanes; absent: all in view. */
  only?: readonly string[];
  /** Columns of nodes from which on and until when they live; drawn on their lanes. */
  life?: { column: string; until: string };
}

export interface LanesAnswer {
  when: When;
  offers: When[];
  lives: { column: string; until: string }[];
  /** The node of each lane. */
  nodes: Uint32Array;
  events: Events;
  /** When each lane's node begins and ends; NaN where it has no life. */
  life?: { from: Float64Array; until: Float64Array };
  /** Nodes that have no room for a lane. */
  left: number;
}

/** The lanes of a network; or that nothing of it says when. */
export const lanes: Question<LanesAsk, LanesAnswer | { never: true }> = async (net, ask, around) => {
  const core = await import('@/core/lanes');
  const sifting = (await import('@/core/sift')).siftingSchema.parse(ask.sifting);
  const offers = core.whenOffers(net, around.table);
  const when = ask.when ?? offers[0];
  if (!when) return { never: true };
  const times = timesBy(core, net, when, around);
  const sifter = await sifterFor(net, sifting, around);
  // At once, before the sifter answers somebody else.
  const view = sifter.answer(sifting);
  const shown = when.of === 'records' ? sifter.rowsBehind(when.table ?? '') : undefined;
  await around.breathe(0.3);
  const wanted = ask.only && new Set(ask.only);
  const marks = new Uint8Array(net.ids.length);
  for (let v = 0; v < marks.length; v++) {
    const dated = when.of === 'nodes' && times.from[v] === times.from[v];
    marks[v] = view.nodes[v] === 1 && !dated && (!wanted || wanted.has(net.ids[v])) ? 1 : 0;
  }
  const eventsOver = (nodes: Uint32Array): Events => {
    const lane = new Int32Array(net.ids.length).fill(-1);
    nodes.forEach((v, i) => (lane[v] = i));
    return shown && when.table !== undefined
      ? core.recordEvents(net, when.table, times, lane, shown, view.edges)
      : core.nodeEvents(net, times, lane, view.edges);
  };
  const all = Uint32Array.from(marks.keys()).filter((v) => marks[v] === 1);
  const first = eventsOver(all);
  const known = core.eventsByNode(first, all, marks.length);
  await around.breathe(0.6);
  // Where lanes are not asked for one by one, those without an event are left away.
  if (!wanted) for (const v of all) if (known.many[v] === 0) marks[v] = 0;
  const nodes = core.laneOrder(net, ask.order, marks, known);
  const life = ask.life && livesBy(core, net, ask.life);
  return {
    when,
    offers,
    lives: core.lifeOffers(net),
    nodes,
    // Those whose nodes have no lane for the want of a date are among the undated too.
    events: { ...eventsOver(nodes), undated: first.undated },
    ...(life ? { life: { from: nodesOf(life.from, nodes), until: nodesOf(life.until, nodes) } } : {}),
    left: marks.reduce((sum, one) => sum + one, 0) - nodes.length,
  };
};

type Core = typeof import('@/core/lanes');

function timesBy(core: Core, net: Network, { of, table, column, until }: When, around: Surroundings) {
  if (of === 'records' && !net.edgeRecords?.tables.includes(table ?? ''))
    throw new Fault('The ties no longer rest on the table that says when. Choose again what does.');
  const columns = of === 'nodes' ? net.nodeColumns : around.table(table ?? '').columns;
  const begin = named(columns, column);
  return until === undefined ? core.timesOf(begin) : core.durations(begin, named(columns, until));
}

/** Lives, where their columns are still there. */
function livesBy(core: Core, net: Network, { column, until }: { column: string; until: string }) {
  const [begin, end] = [column, until].map((name) => net.nodeColumns.find((col) => col.name === name));
  return begin && end ? core.durations(begin, end) : undefined;
}

function named(columns: readonly Column[], name: string): Column {
  const found = columns.find((col) => col.name === name);
  if (!found) throw new Fault(`There is no column “${name}” any more. Choose again what says when.`);
  return found;
}

const nodesOf = (values: Float64Array, nodes: Uint32Array): Float64Array => Float64Array.from(nodes, (v) => values[v]);
