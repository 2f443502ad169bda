/** What a Ties step comes to, for its editor. */
import {
  type Candidates,
  type Made,
  type Question,
  type TableOffer,
  type TiesSettings,
  endsByValues,
  makeTies,
  offer,
  questions,
  sampleTies,
  tieWords,
  tiesSchema,
} from '@/core/ties';
import { type Table, pick } from '@/core/tables';
import { edgeCount, nodeCount } from '@/core/graph';
import { csvRows } from '@/core/formats';
import { Fault } from '@/core/fault';
import type { NamesList } from '@/core/names';
import type { Breath } from '@/core/measure';
import type { Answerable, CandidateRow, TableAddress, TiesView } from './protocol';

const samples = 10;
const mostCandidates = 2000;
/** Examples are made from so many records; larger tables than this give none, as they would have to be fetched for them. */
const exampleRows = 200;
export const mostForExamples = 50_000;

type Source = { table(key: string): Table };

export function made(settings: TiesSettings, source: Source, breath: Breath): Promise<Made> {
  return makeTies(settings, { step: settings.id, table: (key) => source.table(key), breathe: breath.breathe });
}

function inOrder({ records, strength, labels }: Candidates): number[] {
  return Array.from(labels.keys()).sort(
    (a, b) => records[b] - records[a] || strength[b] - strength[a] || (labels[a] < labels[b] ? -1 : 1),
  );
}

export function tiesView({ network, candidates, notes }: Made, records: string): TiesView {
  const rows = inOrder(candidates)
    .slice(0, mostCandidates)
    .map((i): CandidateRow => ({
      id: candidates.ids[i],
      label: candidates.labels[i],
      records: candidates.records[i],
      strength: candidates.strength[i],
      state: candidates.state[i],
    }));
  return {
    nodes: nodeCount(network),
    edges: edgeCount(network),
    samples: sampleTies(network, samples).map((e) => tieWords(network, e, records)),
    candidates: rows,
    all: candidates.ids.length,
    passing: candidates.state.reduce((sum, one) => sum + (one === 1 ? 1 : 0), 0),
    notes,
  };
}

const states = ['too few records', 'passes', 'taken out by hand', 'not among the strongest'];

/** All candidates as CSV: who passes, with records and strength. */
export function candidatesCsv({ candidates }: Made): string {
  const rows = inOrder(candidates).map((i) => [
    candidates.ids[i],
    candidates.labels[i],
    String(candidates.records[i]),
    String(candidates.strength[i]),
    states[candidates.state[i]],
  ]);
  return csvRows([['id', 'name', 'records', 'strength', 'state'], ...rows]);
}

/** For each question the settings that the tables answer it with, and a tie in words from their first records. */
export async function exampleTies(
  tables: readonly TableAddress[],
  names: readonly NamesList[],
  first: string | undefined,
  table: (key: string) => Promise<Table | undefined>,
): Promise<Partial<Record<Question, Answerable>>> {
  const found: Partial<Record<Question, Answerable>> = {};
  const offers: TableOffer[] = [];
  for (const { key, columns } of tables) {
    const held = await table(key);
    offers.push({ key, columns, ends: held && endsByValues(held) });
  }
  for (const { key } of questions) {
    const asked = offer(key, offers, names, first);
    if (!asked) continue;
    found[key] = { settings: asked };
    const settings = tiesSchema.parse({
      id: 'example',
      kind: 'ties',
      on: true,
      ...asked,
      nodes: undefined,
      others: undefined,
    });
    const whole = await table(settings.table);
    if (!whole) continue;
    const rows = Uint32Array.from({ length: Math.min(whole.rows, exampleRows) }, (_, r) => r);
    const head: Table = { ...whole, rows: rows.length, columns: whole.columns.map((col) => pick(col, rows)) };
    try {
      const { network } = await made(settings, { table: () => head }, { breathe: () => undefined });
      if (edgeCount(network))
        found[key].example = tieWords(network, sampleTies(network, 1)[0], 'records').split(':')[0];
    } catch (error) {
      // A table that cannot answer after all gives no example.
      if (!(error instanceof Fault)) throw error;
    }
  }
  return found;
}
