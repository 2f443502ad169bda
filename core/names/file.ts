/** Names as a file of two columns: a variant, and the form it counts as; an empty form drops it. */
import { Fault, counted } from '../fault';
import { csvRows } from '../formats/csv-write';
import { CsvReader } from '../formats/csv-read';
import { type Entries, split } from './names';
import { own } from '../own';

/** CSV with a header `variant,preferred`, by preferred form and variant. */
export function namesFile(entries: Entries): string {
  const rows = Object.entries(entries).sort(([a, x], [b, y]) => (x < y ? -1 : x > y ? 1 : a < b ? -1 : 1));
  return csvRows([['variant', 'preferred'], ...rows]);
}

const mostEntries = 500_000;

/** The entries of a file, and what was done to read it. A Fault where it has no two columns, says two different things of one variant, or leads in a circle. */
export function readNamesFile(bytes: Uint8Array, name: string): { entries: Entries; passed: number; notes: string[] } {
  const notes: string[] = [];
  const rows: { cells: string[]; line: number }[] = [];
  let passed = 0;
  const reader: CsvReader = new CsvReader(
    name,
    {
      rows: (cells, line) => rows.push({ cells, line }),
      faulty: ({ cells, line }) => {
        // A line with the variant alone drops it.
        if (cells.length === 1) rows.push({ cells: [cells[0], ''], line });
        else passed++;
      },
    },
    'aside',
    { header: true },
  );
  reader.push(bytes);
  const { columns } = reader.end();
  const place = (names: readonly string[]): number =>
    columns.findIndex((column) => names.includes(column.toLowerCase()));
  let variant = place(['variant', 'variants', 'spelling', 'value', 'label']);
  let preferred = place(['preferred', 'preferred form', 'name', 'replace by', 'form']);
  if (variant < 0 || preferred < 0) {
    if (columns.length !== 2)
      throw new Fault(
        `“${name}” needs two columns, “variant” and “preferred”; it has ${counted(columns.length, 'column')}. Name them so.`,
        name,
      );
    [variant, preferred] = [0, 1];
    // Nothing is lost where there is no header; a header in other words is an entry that no cell has.
    rows.unshift({ cells: [...columns], line: 1 });
    notes.push('it has no header “variant, preferred”, so its first line was taken as an entry');
  }
  if (rows.length > mostEntries) throw new Fault(`“${name}” has over 500,000 lines. Split it.`, name);
  const entries = new Map<string, string>();
  for (const { cells, line } of rows) {
    const from = (cells[variant] ?? '').trim();
    const to = (cells[preferred] ?? '').trim();
    if (from === '') passed++;
    else if ((entries.get(from) ?? to) !== to)
      throw new Fault(
        `“${name}”, line ${line}: “${from}” is to be “${to}” here and “${entries.get(from)}” above. Decide for one.`,
        name,
      );
    else entries.set(from, to);
  }
  const circle = circleIn(entries);
  if (circle)
    throw new Fault(
      `“${name}” leads in a circle: ${circle.map((one) => `“${one}”`).join(' to ')}. Decide which of them stays.`,
      name,
    );
  return { entries: settled(Object.fromEntries(entries)), passed, notes };
}

/** Variants that lead back to themselves, the first again at the end. */
function circleIn(entries: ReadonlyMap<string, string>): string[] | undefined {
  const ended = new Set<string>();
  for (const first of entries.keys()) {
    const path: string[] = [];
    const places = new Map<string, number>();
    for (let at: string | undefined = first; at !== undefined && !ended.has(at); at = entries.get(at)) {
      const before = places.get(at);
      // A variant that names itself stays as it is.
      if (before !== undefined && path.length - before > 1) return [...path.slice(before), at];
      if (before !== undefined) break;
      places.set(at, path.length);
      path.push(at);
    }
    for (const one of path) ended.add(one);
  }
  return undefined;
}

/** Follows chains to their ends, so that every variant names the form it counts as in the end. */
function settled(entries: Entries): Entries {
  const end = (value: string): string => {
    const seen = new Set<string>();
    let at = value;
    for (let next = own(entries, at); next !== undefined && !seen.has(at); next = own(entries, at)) {
      seen.add(at);
      at = next;
    }
    return at;
  };
  return Object.fromEntries(
    Object.keys(entries).flatMap((value) => (end(value) === value ? [] : [[value, end(value)]])),
  );
}

/** The list with a file's entries over its own. */
export function withFile(entries: Entries, file: Entries): Entries {
  const kept = split(entries, Object.keys(file));
  const moved = Object.fromEntries(Object.entries(kept).map(([value, form]) => [value, own(file, form) ?? form]));
  return settled({ ...moved, ...file });
}
