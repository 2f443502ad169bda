/** Events in words, and as what is selected. */
import { type EdgeId, type Network, edgeIdOf } from '@/core/graph';
import { shapesOfEvents, whenWords } from '@/core/lanes';
import { windowWords } from '@/core/sift';
import { counted, grouped } from '@/ui/kit/words';
import type { Selection } from '@/ui/state/selection';
import type { LanesAnswer } from '@/worker/client';

/** Whether an answer speaks of this network: while another one comes, the last is still there. */
export function answerFits(net: Network, { nodes, events }: LanesAnswer): boolean {
  return nodes.every((v) => v < net.ids.length) && events.edges.every((e) => e < net.source.length);
}

const namesOf = (net: Network, { events, nodes }: LanesAnswer, i: number): string[] =>
  Array.from(events.lanes.subarray(events.offsets[i], events.offsets[i + 1]), (lane) => net.labels[nodes[lane]]);

/** An event in words: `Hesper Sandison → Alban Thrave · 1921-11-18`. */
export function eventWords(net: Network, answer: LanesAnswer, i: number): string {
  const { events, when } = answer;
  const names = namesOf(net, answer, i);
  const [first, ...others] = names;
  const who =
    events.shape[i] === shapesOfEvents.arrows && others.length
      ? `${first} → ${others.join(', ')}`
      : when.of === 'nodes'
        ? `${net.labels[events.row[i]]}: ${names.join(', ')}`
        : names.join(' – ');
  const finite = (day: number): number | undefined => (Number.isFinite(day) ? day : undefined);
  return `${who} · ${windowWords(finite(events.from[i]), finite(events.until[i]))}${events.doubtful[i] ? ', doubtful' : ''}`;
}

/** What the lanes show, and what not, in a line. */
export function summary({ events, nodes, left, when }: LanesAnswer, quiet: number): string {
  const said = [
    `${counted(events.row.length, 'event')} between ${counted(nodes.length, 'lane')} by ${whenWords(when)}`,
  ];
  if (quiet) said.push(`${counted(quiet, 'quiet time')} folded`);
  if (events.undated) said.push(`${grouped(events.undated)} without a date`);
  if (events.outside) said.push(`${grouped(events.outside)} that lead elsewhere`);
  if (left) said.push(`${grouped(left)} nodes without room for a lane`);
  return said.join(' · ');
}

/** 1 for each event that is selected: its record, or, where no records are, its tie. */
export function chosenEvents(net: Network, { events, when }: LanesAnswer, selection: Selection): Uint8Array {
  const found = new Uint8Array(events.row.length);
  if (when.of === 'records' && selection.records?.length) {
    const rowsChosen = new Set(selection.records.filter(({ table }) => table === when.table).map(({ row }) => row));
    return found.map((_, i) => (rowsChosen.has(events.row[i]) ? 1 : 0));
  }
  if (when.of === 'nodes') {
    const ids = new Set(selection.nodes);
    return found.map((_, i) => (ids.has(net.ids[events.row[i]]) ? 1 : 0));
  }
  if (selection.nodes.length || !selection.edges?.length) return found;
  const pairs = new Set(selection.edges.map(({ from, to }) => JSON.stringify([from, to])));
  for (let i = 0; i < found.length; i++) {
    for (let k = events.edgeOffsets[i]; k < events.edgeOffsets[i + 1]; k++) {
      const e = events.edges[k];
      if (pairs.has(JSON.stringify([net.ids[net.source[e]], net.ids[net.target[e]]]))) found[i] = 1;
    }
  }
  return found;
}

/** What is selected when events are chosen: their records with the ties that these stand behind, or the nodes that they are. */
export function selectionOf(
  net: Network,
  { events, when }: LanesAnswer,
  before: Selection,
  chosen: readonly number[],
  adding: boolean,
): Selection {
  if (when.of === 'nodes') {
    const ids = chosen.map((i) => net.ids[events.row[i]]);
    return { nodes: adding ? [...new Set([...before.nodes, ...ids])] : ids };
  }
  const { table = '' } = when;
  const records = chosen.map((i) => ({ table, row: events.row[i] }));
  const edges = new Map<string, EdgeId>();
  const take = (edge: EdgeId): void => void edges.set(JSON.stringify(edge), edge);
  if (adding && before.records) before.edges?.forEach(take);
  for (const i of chosen) {
    for (let k = events.edgeOffsets[i]; k < events.edgeOffsets[i + 1]; k++) take(edgeIdOf(net, events.edges[k]));
  }
  const kept = adding
    ? (before.records ?? []).filter(
        (one) => !records.some((other) => one.table === other.table && one.row === other.row),
      )
    : [];
  if (!records.length && !kept.length) return { nodes: [] };
  return { nodes: [], edges: [...edges.values()], records: [...kept, ...records] };
}
