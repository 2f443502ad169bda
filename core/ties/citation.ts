/** Who cites whom: the references of records matched to records. */
import { type Column, type Table, cellText } from '../tables';
import { type Network, bundled, groupedPairs, renumbered, sizesOf, subnetwork, transposed } from '../graph';
import { words } from '../names/keys';
import { Fault, counted, grouped } from '../fault';
import { recordCounts, gatheredByType } from './gather';
import {
  type Made,
  type Note,
  type TiesContext,
  cases,
  finished,
  gatheredAsAsked,
  needed,
  passing,
  passingNotes,
  recordSide,
} from './make';
import { Nodes } from './nodes';
import type { CitationTies } from './settings';
import { type RowValues, valuesOf } from './values';

const doiForm = /10\.\d{4,9}\/[^\s"<>;,]+/i;
/** The DOI in a text, in small letters and without what surrounds it; empty where there is none. */
export const doiOf = (text: string): string =>
  doiForm
    .exec(text)?.[0]
    .toLowerCase()
    .replace(/[.)\]]+$/, '') ?? '';

const years = (text: string): string[] => text.match(/\b(1[4-9]|20)\d\d\b/g) ?? [];

/** Of the title's words this share must stand in the reference, where the reference gives a title. */
const titleShare = 0.75;

type Way = 'key' | 'doi' | 'author, year and title';

/** By reference: the record it names and how it was found; absent where none, or where several fit as well. */
export function matchReferences(
  references: readonly string[],
  table: Table,
  columns: { key?: Column; doi?: Column; authors?: Column; year?: Column; title?: Column },
): Map<number, { row: number; way: Way }> {
  const { key, doi, authors, year, title } = columns;
  const keys = new Map<string, number>();
  const dois = new Map<string, number>();
  const byAuthor = new Map<string, number[]>();
  const titles: string[][] = [];
  for (let r = 0; r < table.rows; r++) {
    const own = key ? cellText(key, r).trim().toLowerCase() : '';
    if (own !== '' && !keys.has(own)) keys.set(own, r);
    const found = doi ? doiOf(cellText(doi, r)) : '';
    if (found !== '' && !dois.has(found)) dois.set(found, r);
    titles.push(title ? words(cellText(title, r)) : []);
    if (!authors || !year) continue;
    const surname = surnameOf(cellText(authors, r).split(';')[0]);
    for (const when of new Set(years(cellText(year, r)))) {
      const at = `${surname} ${when}`;
      const held = byAuthor.get(at);
      if (held) held.push(r);
      else byAuthor.set(at, [r]);
    }
  }
  const matches = new Map<number, { row: number; way: Way }>();
  references.forEach((reference, i) => {
    const row = keys.get(reference.trim().toLowerCase());
    if (row !== undefined) return void matches.set(i, { row, way: 'key' });
    const held = doiOf(reference);
    const same = held === '' ? undefined : dois.get(held);
    if (same !== undefined) return void matches.set(i, { row: same, way: 'doi' });
    if (!byAuthor.size) return;
    const said = words(reference);
    const candidates = new Set<number>();
    for (const when of years(reference))
      for (const word of said) for (const r of byAuthor.get(`${word} ${when}`) ?? []) candidates.add(r);
    const fits = [...candidates].filter((r) => titleFits(titles[r], said));
    if (fits.length === 1) matches.set(i, { row: fits[0], way: 'author, year and title' });
  });
  return matches;
}

/** The last word of `Pell, Alban` before the comma, or of `Alban Pell`. */
function surnameOf(author: string): string {
  const [before, after] = author.split(',');
  const parts = words(after === undefined ? author : before);
  return parts.at(-1) ?? '';
}

/** A reference of few words gives no title; a longer one must say most of the record's. */
function titleFits(title: readonly string[], said: readonly string[]): boolean {
  if (!title.length || said.length <= 4) return true;
  const held = new Set(said);
  return title.filter((word) => held.has(word)).length >= titleShare * title.length;
}

export async function citationNetwork(settings: CitationTies, context: TiesContext): Promise<Made> {
  const table = context.table(settings.table);
  const { step } = context;
  const named = (name: string | undefined): Column | undefined => (name ? needed(table, name, step) : undefined);
  const references: RowValues = valuesOf(table, [needed(table, settings.references, step)]);
  const columns = {
    key: named(settings.key ?? table.identity?.[0]),
    doi: named(settings.doi),
    authors: named(settings.authors),
    year: named(settings.year),
    title: named(settings.title),
  };
  if (!columns.key && !columns.doi && !(columns.authors && columns.year)) {
    throw new Fault('Say by which column references name their records: a key, a DOI, or authors and year.', step);
  }
  const matches = matchReferences(references.texts, table, columns);
  await context.breathe(0.4);
  const nodes = new Nodes();
  const records = recordSide(nodes, table, settings.label, settings.table, step);
  const outside = nodes.side({ kind: 'outside', described: [], unmatched: 'create' });
  const held = sizesOf(transposed(references, references.texts.length));
  const ways = new Map<Way, number>();
  const missing = new Map<string, number>();
  const place = Int32Array.from(references.texts, (text, code) => {
    const match = matches.get(code);
    if (match) {
      ways.set(match.way, (ways.get(match.way) ?? 0) + 1);
      return records.ofRow(match.row);
    }
    missing.set(text, held[code]);
    return settings.unmatched === 'leave' ? -1 : outside.place(text);
  });
  const cited = renumbered(references, place);
  const source: number[] = [];
  const target: number[] = [];
  const rows: number[] = [];
  let loops = 0;
  for (let r = 0; r < table.rows; r++) {
    for (let k = cited.offsets[r]; k < cited.offsets[r + 1]; k++) {
      const to = cited.items[k];
      if (to === records.ofRow(r)) loops++;
      else {
        source.push(records.ofRow(r));
        target.push(to);
        rows.push(r);
      }
    }
  }
  const parts = nodes.parts();
  const n = parts.ids.length;
  const pairs = { a: Uint32Array.from(source), b: Uint32Array.from(target) };
  const { of, count } = groupedPairs(pairs.a, pairs.b, n);
  const behind = bundled(of, Uint32Array.from(rows), count);
  const own = Uint32Array.from({ length: table.rows }, (_, r) => records.ofRow(r));
  const nodeRecords = bundled(Uint32Array.from([...own, ...pairs.b]), Uint32Array.from([...own.keys(), ...rows]), n);
  const times = sizesOf(nodeRecords);
  const candidates = passing(settings, { ...parts, records: times }, (passes) => {
    const sums = new Float64Array(n);
    for (let k = 0; k < pairs.a.length; k++) {
      if (!passes[pairs.a[k]] || !passes[pairs.b[k]]) continue;
      sums[pairs.a[k]]++;
      sums[pairs.b[k]]++;
    }
    return sums;
  });
  const notes: Note[] = [
    ...(ways.size
      ? [
          {
            text: `References matched: ${[...ways].map(([way, times]) => `${grouped(times)} by ${way === 'doi' ? 'DOI' : way}`).join(', ')}.`,
          },
        ]
      : [
          {
            text: 'No reference names a record of this table. Choose other columns to match by, or join their spellings in Names.',
          },
        ]),
    ...(missing.size
      ? [
          {
            text: `${counted(missing.size, 'reference is', 'references are')} not in the table and ${settings.unmatched === 'leave' ? 'left out' : 'became nodes of their own'}.`,
            values: cases(missing),
          },
        ]
      : []),
    ...(loops ? [{ text: `${counted(loops, 'reference')} of a record to itself left out.` }] : []),
    ...passingNotes(candidates, settings.minRecords),
  ];
  const full: Network = {
    directed: true,
    ...parts,
    source: pairs.a,
    target: pairs.b,
    weight: Float64Array.from(sizesOf(behind)),
    weightName: 'records',
    edgeColumns: [
      recordCounts(behind),
      ...(settings.gather
        ? gatheredAsAsked(table, settings.gather, behind, step)
        : gatheredByType(
            table.columns.filter((col) => col.type === 'date'),
            behind,
          )),
    ],
    edgeRecords: { ...behind, tables: [settings.table] },
    nodeRecords: { ...nodeRecords, tables: [settings.table] },
  };
  const chosen = subnetwork(
    full,
    candidates.state.map((one) => (one === 1 ? 1 : 0)),
  );
  return { network: finished(chosen, settings, notes), notes, candidates };
}
