/** Reference columns under their remedies. */
import {
  type ColumnSpec,
  type MadeIds,
  type RawColumn,
  type RawTable,
  RawBuilder,
  idsFor,
  madeId,
  rawCell,
  rawRow,
} from '../tables';
import { type Entries, type NamesList, dropped, joinedAll } from '../names';
import { type KnownTable, byRule, likelyRules, referenceState, targetOf } from './references';
import type { Finding, ReferenceRemedy } from './remedies';
import { own } from '../own';

const mostListed = 300;

/** Work that need not be done again when only remedies change; hold one for each draft. */
export class PrepareCache {
  private readonly kept = new WeakMap<object, Map<string, unknown>>();
  of<T>(owner: object, key: string, make: () => T): T {
    let own = this.kept.get(owner);
    if (!own) this.kept.set(owner, (own = new Map<string, unknown>()));
    if (!own.has(key)) own.set(key, make());
    return own.get(key) as T;
  }
}

export interface StudyTables {
  tables: readonly KnownTable[];
  names: readonly NamesList[];
}

/** What a list of names gets when the table is stored. */
export interface NamesChange {
  /** The table and column pointed to, and the column that points. */
  table: string;
  by: string;
  column: string;
  joins: { from: string; to: string }[];
  drops: string[];
}

interface SettledReference {
  table: RawTable;
  /** What was written in the cells that were decided. */
  written?: RawColumn;
  odd: Uint8Array;
  change: NamesChange;
  created: string[];
  /** Ids that the records of the target get, since cells were decided for which it has none. */
  made?: MadeIds;
}

/** Looks a reference column up under its remedies, and reports what is left. */
export async function referenceSettled(
  table: RawTable,
  spec: ColumnSpec,
  target: KnownTable,
  remedy: ReferenceRemedy,
  study: StudyTables,
  cache: PrepareCache,
  findings: Finding[],
  breathe: (share: number) => Promise<void> | void,
): Promise<SettledReference> {
  const by = spec.by ?? '';
  const at = table.columns.findIndex(({ name }) => name === spec.name);
  const column = table.columns[at];
  const list = study.names.find(({ columns }) => columns.some((ref) => ref.table === target.key && ref.column === by));
  const entries: Entries = list?.entries ?? {};
  // Under the column and the target's rows themselves: another version of either is looked up anew.
  const states = cache.of(column, 'states', () => new PrepareCache());
  const state = await states.of(target.raw, `${by} ${list?.version}`, () =>
    referenceState(column, target, by, { entries, rejected: list?.rejected ?? [] }, breathe),
  );
  const { name } = spec;
  const change: NamesChange = { table: target.key, by, column: name, joins: [], drops: [] };
  for (const { value, to } of state.near)
    if (remedy.near && !Object.hasOwn(remedy.values, value)) change.joins.push({ from: value, to });
  for (const [from, to] of Object.entries(remedy.values)) change.joins.push({ from, to });
  const joinedNow = new Set(change.joins.map(({ from }) => from));
  const lacking = [...state.unmatched, ...state.near].filter(({ value }) => !joinedNow.has(value));
  const alone = state.unmatched.filter(({ value }) => !joinedNow.has(value));
  const created = remedy.unmatched === 'create' ? alone.map(({ value }) => value) : [];
  if (remedy.unmatched === 'leave') change.drops.push(...alone.map(({ value }) => value));
  const settledEntries = dropped(joinedAll(entries, change.joins), change.drops);

  // Which of several: by hand, by rule, or the first of them.
  const ids = targetOf(target, by);
  const without = state.ambiguous.some(({ candidates }) => {
    const known = new Set(candidates.map((row) => ids.id(row)));
    return known.has('') || known.size < candidates.length;
  });
  const made = without ? idsFor(target.name, ids.rows) : undefined;
  const known = (row: number): string => ids.id(row) || ids.name(row);
  const idOf = (row: number): string => (made ? madeId(made, row) : known(row));
  const several = new Map(state.ambiguous.map((one) => [one.value, one.candidates]));
  const decided = new Map<number, string>();
  const cases: { row: number; value: string; chosen?: string }[] = [];
  const rules = several.size ? likelyRules(table, target, name) : [];
  const decides = rules.map(() => 0);
  let cells = 0;
  /** Whether any was decided to be one of several, not all taken for one. */
  let apart = false;
  if (several.size) {
    for (let row = 0; row < table.rows; row++) {
      const value = rawCell(column, row).trim();
      const candidates = several.get(value);
      if (!candidates) continue;
      cells++;
      rules.forEach((rule, i) => {
        if (byRule(table, row, candidates, target, rule) !== undefined) decides[i]++;
      });
      const byHand = remedy.cells[`${table.lines[row] ?? row + 1} ${value}`] as string | undefined;
      const ruled = remedy.rule && byRule(table, row, candidates, target, remedy.rule);
      const chosen = byHand ?? (ruled !== undefined ? idOf(ruled) : remedy.first ? known(candidates[0]) : undefined);
      if (byHand !== undefined || ruled !== undefined) apart = true;
      if (chosen !== undefined) decided.set(row, chosen);
      cases.push({ row, value, chosen });
    }
  }
  findings.push({
    kind: 'reference',
    column: name,
    table: target.key,
    tableName: target.name,
    by,
    filled: state.filled,
    matched:
      state.matched +
      decided.size +
      change.joins.reduce(
        (sum, { from }) => sum + ([...state.near, ...state.unmatched].find(({ value }) => value === from)?.count ?? 0),
        0,
      ),
  });
  if (several.size) {
    const shown = (row: number): string =>
      rawRow(target.raw, row)
        .filter((text) => text.trim() !== '')
        .slice(0, 5)
        .join(', ');
    findings.push({
      kind: 'ambiguous',
      column: name,
      tableName: target.name,
      values: state.ambiguous.slice(0, mostListed).map(({ value, count, candidates }) => ({
        value,
        count,
        candidates: candidates.map((row) => ({ id: idOf(row), text: shown(row) })),
      })),
      cases: cases.slice(0, mostListed).map(({ row, value, chosen }) => ({
        line: table.lines[row] ?? row + 1,
        value,
        chosen,
        text: rawRow(table, row)
          .filter((text) => text.trim() !== '')
          .slice(0, 6)
          .join(' · '),
      })),
      cells,
      open: cases.filter(({ chosen }) => chosen === undefined).length,
      rules: rules
        .map((rule, i) => ({ ...rule, decides: decides[i] }))
        .filter((rule) => rule.decides > 0)
        .sort((a, b) => b.decides - a.decides),
    });
  }
  if (state.near.length)
    findings.push({ kind: 'near', column: name, tableName: target.name, values: state.near.slice(0, mostListed) });
  if (state.unmatched.length) {
    const known = Array.from({ length: Math.min(ids.rows, 2000) }, (_, row) => ids.name(row)).filter(Boolean);
    findings.push({
      kind: 'unmatched',
      column: name,
      tableName: target.name,
      known: [...new Set(known)].sort(),
      values: state.unmatched.slice(0, mostListed).map((one) => ({ ...one, to: own(remedy.values, one.value) })),
    });
  }

  const open = new Set([...lacking.map(({ value }) => value), ...several.keys()]);
  for (const value of created) open.delete(value);
  for (const value of open) if (own(settledEntries, value) === '') open.delete(value);
  const oddCode = column.dictionary.map((text) => open.has(text.trim()));
  const odd = Uint8Array.from(column.codes, (code, row) => (oddCode[code] && !decided.has(row) ? 1 : 0));
  if (!decided.size) return { table, odd, change, created };
  const builder = new RawBuilder(['resolved', 'written']);
  for (let row = 0; row < table.rows; row++) {
    const chosen = decided.get(row);
    builder.push([chosen ?? rawCell(column, row), chosen === undefined ? '' : rawCell(column, row)]);
  }
  const [resolved, written] = builder.done().columns;
  const columns = table.columns.map((one, c) => (c === at ? { ...resolved, name } : one));
  return {
    table: { ...table, columns },
    written: { ...written, name: `${name} as written` },
    odd,
    change,
    created,
    ...(apart && made ? { made } : {}),
  };
}
