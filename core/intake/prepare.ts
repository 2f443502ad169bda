/** From a file's rows to what will be stored: a pure function of what was read, what was decided, and the study's tables. */
import {
  type Column,
  type ColumnSpec,
  type Misfits,
  type MadeIds,
  type RawColumn,
  type RawTable,
  type Sense,
  RawBuilder,
  cellText,
  datePrecision,
  isPlace,
  namesLatitude,
  namesLongitude,
  namesReference,
  rawCell,
  rawRow,
  readNumber,
  senseOf,
  typedColumn,
} from '../tables';
import type { ReadPart } from '../formats/read';
import { shapeOf, unrolled } from './matrix';
import { likelyReference, pointedTo } from './references';
import { type Aside, type Finding, type Remedies, byUrgency, noReferenceRemedy } from './remedies';
import { likelyIdentity } from './rows';
import { type Cells, assembled, doublesJoined, identitySettled } from './settle-rows';
import { type NamesChange, PrepareCache, type StudyTables, referenceSettled } from './settle-references';
import { own } from '../own';

export interface Prepared {
  table: RawTable;
  specs: ColumnSpec[];
  columns: Column[];
  misfits: Misfits[];
  /** By column name: rows whose cell is worth a look: several may be meant, or none is known, or a date that is not known to the day. */
  odd: Map<string, Uint8Array>;
  findings: Finding[];
  aside: Aside[];
  names: NamesChange[];
  /** Records to be made in other tables, by table: values of the column they are called by. */
  creates: { table: string; by: string; values: string[] }[];
  /** Ids to be made in other tables of so many rows, whose records could not be told apart. */
  ids: ({ table: string; rows: number } & MadeIds)[];
  /** Questions that must be answered before it can be stored. */
  open: number;
  /** Rows of the file. */
  all: number;
}

const mostExamples = 8;

/** Two number columns that hold latitude and longitude. */
function placeColumns(raw: RawTable): [RawColumn, RawColumn] | undefined {
  const latitude = raw.columns.find(({ name }) => namesLatitude(name));
  const longitude = raw.columns.find(({ name }) => namesLongitude(name));
  return latitude && longitude ? [latitude, longitude] : undefined;
}

function withPlace(raw: RawTable, [latitude, longitude]: [RawColumn, RawColumn]): RawTable {
  const builder = new RawBuilder(['place']);
  for (let r = 0; r < raw.rows; r++) {
    const [north, east] = [rawCell(latitude, r), rawCell(longitude, r)];
    const fits = isPlace(readNumber(north), readNumber(east));
    builder.push([
      north.trim() === '' && east.trim() === ''
        ? ''
        : fits
          ? `${readNumber(north)}, ${readNumber(east)}`
          : `${north}, ${east}`,
    ]);
  }
  const [place] = builder.done().columns;
  const columns = raw.columns.flatMap((column) =>
    column === latitude ? [place] : column === longitude ? [] : [column],
  );
  return { ...raw, columns };
}

/** What the columns are: as decided, else as the file says, else as found in the cells. */
function specsOf(
  raw: RawTable,
  part: ReadPart,
  remedies: Remedies,
  study: StudyTables,
  cache: PrepareCache,
): { specs: ColumnSpec[]; senses: Sense[] } {
  const senses = raw.columns.map((column) => cache.of(column, 'sense', () => senseOf(column)));
  const decided = new Map((remedies.columns ?? []).map((spec) => [spec.name, spec]));
  const identity = remedies.makeIds
    ? []
    : (remedies.identity ??
      cache.of(raw, 'identity', () => {
        const likely = likelyIdentity(raw);
        return likely === undefined ? [] : [likely];
      }));
  const specs = raw.columns.map((column, c): ColumnSpec => {
    const given = decided.get(column.name);
    const id = identity.includes(column.name) ? { id: true } : {};
    if (given) {
      const { id: _id, ...rest } = given;
      return { ...rest, ...id };
    }
    const said = own<Omit<ColumnSpec, 'name'>>(part.types, column.name);
    if (said) return { name: column.name, ...said, ...id };
    const pointed = pointedTo(own(part.points ?? {}, column.name), study.tables);
    if (pointed) return { name: column.name, type: 'reference', ...pointed, ...id };
    const found = senses[c].spec;
    if ((found.type === 'text' || (found.type === 'number' && namesReference(column.name))) && !('id' in id)) {
      const versions = study.tables.map(({ key }) => key).join();
      const reference = cache.of(column, `reference ${versions}`, () =>
        likelyReference(
          column,
          study.tables.filter(({ key }) => key !== remedies.into?.table),
        ),
      );
      if (reference) return { name: column.name, type: 'reference', ...reference };
    }
    return { ...found, ...id };
  });
  return { specs, senses };
}

const specKey = (spec: ColumnSpec): string => JSON.stringify(spec);

/**
 * Applies the remedies in their order: shape, types, rows that do not fit, cells that do not fit, records found twice, identity, references. Findings
 * speak of the state in which their remedy works.
 */
export async function prepare(
  part: ReadPart,
  remedies: Remedies,
  study: StudyTables,
  cache: PrepareCache,
  breathe: (share: number) => Promise<void> | void = () => undefined,
): Promise<Prepared> {
  const findings: Finding[] = part.notes.map((text) => ({ kind: 'note', text }));
  const aside = new Map<number, string>();
  let raw = part.table;
  const all = raw.rows;

  // Shape.
  const found = cache.of(raw, 'shape', () => shapeOf(raw));
  const shape = remedies.shape ?? 'table';
  const isMatrix = shape !== 'table';
  const offered = isMatrix ? shape : found;
  if (offered !== 'table') {
    const flat = cache.of(raw, `unrolled ${offered}`, () => unrolled(part.table, offered));
    findings.push({
      kind: 'shape',
      shape: offered,
      symmetric: flat.symmetric,
      misfits: flat.misfits,
      ties: flat.table.rows,
    });
    if (isMatrix) raw = flat.table;
  }
  const pair = placeColumns(raw);
  if (pair) {
    findings.push({ kind: 'place', latitude: pair[0].name, longitude: pair[1].name });
    if (remedies.place) raw = cache.of(raw, 'place', () => withPlace(raw, pair));
  }

  // Rows with too few or too many cells.
  if (!isMatrix && part.faulty.length) {
    findings.push({
      kind: 'faulty',
      count: part.faulty.length,
      examples: part.faulty
        .slice(0, 200)
        .map(({ line, reason, cells }) => ({ line, reason, text: cells.join(' | ').slice(0, 200) })),
    });
    for (const { row, reason } of part.faulty)
      if (remedies.faulty === 'aside' || reason === 'repeats the header') aside.set(row, reason);
  }
  await breathe(0.1);

  // Types and what does not fit them.
  const { specs, senses } = specsOf(raw, part, remedies, study, cache);
  const changed: Cells = { rows: new Map() };
  const cellsOf = (row: number): string[] => {
    let cells = changed.rows.get(row);
    if (!cells) changed.rows.set(row, (cells = rawRow(raw, row)));
    return cells;
  };
  for (const [c, spec] of specs.entries()) {
    const { asks, offers, digits } = senses[c];
    const settled = remedies.answered.includes(spec.name);
    if (digits !== undefined && spec.type === 'text' && !settled)
      findings.push({ kind: 'digits', column: spec.name, example: digits });
    if (offers && !settled && (spec.type === 'text' || spec.type === 'list')) {
      findings.push({ kind: 'list', column: spec.name, ...offers, done: spec.type === 'list' });
    }
    if (asks && (asks.what === 'place' || spec.type === 'date' || spec.type === 'number')) {
      findings.push({
        kind: 'asks',
        column: spec.name,
        what: asks.what,
        examples: asks.examples,
        answered: settled,
      });
    }
    const { column, misfits } = cache.of(raw.columns[c], specKey(spec), () => typedColumn(raw.columns[c], spec));
    await breathe(0.1 + (0.3 * c) / specs.length);
    if (misfits) misfitsFound(raw, spec, misfits, senses[c].filled, remedies, findings, aside, cellsOf, c);
    if (column.type === 'date') impreciseFound(column, spec, findings);
  }
  let rows = Array.from({ length: raw.rows }, (_, row) => row).filter((row) => !aside.has(row));

  // Records found twice.
  rows = doublesJoined(raw, specs, rows, remedies, findings, aside, changed);
  await breathe(0.5);

  // Identity.
  const made = identitySettled(raw, specs, rows, remedies, findings, aside, changed);
  rows = rows.filter((row) => !aside.has(row));
  await breathe(0.6);

  // What will be stored.
  let table = assembled(raw, rows, changed);
  const finalSpecs = [...specs];
  if (made) {
    table = { ...table, columns: [made.column(rows), ...table.columns] };
    finalSpecs.unshift({ name: made.name, type: 'text', id: true });
    for (const [c, spec] of finalSpecs.entries()) if (c > 0 && spec.id) finalSpecs[c] = { ...spec, id: undefined };
  }

  // References.
  const odd = new Map<string, Uint8Array>();
  const names: NamesChange[] = [];
  const creates: Prepared['creates'] = [];
  const ids: Prepared['ids'] = [];
  for (const spec of [...finalSpecs]) {
    const target = spec.type === 'reference' ? study.tables.find(({ key }) => key === spec.table) : undefined;
    if (!target || spec.by === undefined) continue;
    const remedy = own(remedies.references, spec.name) ?? noReferenceRemedy;
    const settled = await referenceSettled(table, spec, target, remedy, study, cache, findings, breathe);
    table = settled.table;
    if (settled.written) {
      table = withWritten(table, settled.written);
      const { name } = settled.written;
      if (!finalSpecs.some((one) => one.name === name)) finalSpecs.push({ name, type: 'text' });
    }
    odd.set(spec.name, settled.odd);
    if (settled.change.joins.length || settled.change.drops.length) names.push(settled.change);
    if (settled.made && !ids.some((one) => one.table === target.key))
      ids.push({ table: target.key, rows: target.raw.rows, ...settled.made });
    if (settled.created.length) creates.push({ table: target.key, by: spec.by, values: settled.created });
  }
  await breathe(0.9);

  const typed = table.columns.map((column, c) =>
    cache.of(column, specKey(finalSpecs[c]), () => typedColumn(column, finalSpecs[c])),
  );
  for (const { column } of typed) {
    if (column.type !== 'date') continue;
    odd.set(
      column.name,
      Uint8Array.from(column.precision, (precision, r) =>
        (precision > 0 && precision < datePrecision.day) || column.doubtful[r] ? 1 : 0,
      ),
    );
  }
  const open = findings.filter((finding) => finding.kind === 'asks' && !finding.answered).length;
  return {
    table,
    specs: finalSpecs,
    columns: typed.map(({ column }) => column),
    misfits: typed.flatMap(({ misfits }) => misfits ?? []),
    odd,
    findings: byUrgency(findings),
    aside: Array.from(aside, ([row, reason]) => ({
      line: raw.lines[row] ?? row + 1,
      reason,
      cells: rawRow(raw, row),
    })).sort((a, b) => a.line - b.line),
    names,
    creates,
    ids,
    open,
    all: isMatrix ? raw.rows : all,
  };
}

function misfitsFound(
  raw: RawTable,
  spec: ColumnSpec,
  misfits: Misfits,
  filled: number,
  remedies: Remedies,
  findings: Finding[],
  aside: Map<number, string>,
  cellsOf: (row: number) => string[],
  c: number,
): void {
  const byText = new Map<string, number[]>();
  misfits.rows.forEach((row, i) => {
    const lines = byText.get(misfits.texts[i]);
    const line = raw.lines[row] ?? row + 1;
    if (lines) lines.push(line);
    else byText.set(misfits.texts[i], [line]);
  });
  const examples = Array.from(byText, ([text, lines]) => ({
    text: text.slice(0, 80),
    lines: lines.slice(0, 5),
    times: lines.length,
  }))
    .sort((a, b) => b.times - a.times)
    .slice(0, mostExamples)
    .map(({ text, lines }) => ({ text, lines }));
  findings.push({ kind: 'misfits', column: spec.name, type: spec.type, count: misfits.rows.length, filled, examples });
  const what = Object.hasOwn(remedies.misfits, spec.name) ? own(remedies.misfits, spec.name) : 'keep';
  misfits.rows.forEach((row, i) => {
    if (what === 'aside' && !aside.has(row))
      aside.set(row, `“${misfits.texts[i].slice(0, 80)}” in ${spec.name} is no ${spec.type}`);
    if (what === 'empty') cellsOf(row)[c] = '';
  });
}

function impreciseFound(column: Extract<Column, { type: 'date' }>, spec: ColumnSpec, findings: Finding[]): void {
  const examples = new Set<string>();
  let count = 0;
  let days = 0;
  for (let r = 0; r < column.day.length; r++) {
    if (column.precision[r] >= datePrecision.day && !column.doubtful[r]) days++;
    else if (column.precision[r] !== datePrecision.none) {
      count++;
      if (examples.size < 3) examples.add(cellText(column, r));
    }
  }
  if (count && days) findings.push({ kind: 'imprecise', column: spec.name, count, examples: [...examples] });
}

/** The table with what was written in cells that were decided; where some were decided before, their texts stay in the same column. */
function withWritten(table: RawTable, written: RawColumn): RawTable {
  const at = table.columns.findIndex(({ name }) => name === written.name);
  if (at < 0) return { ...table, columns: [...table.columns, written] };
  const builder = new RawBuilder([written.name]);
  for (let row = 0; row < table.rows; row++) builder.push([rawCell(table.columns[at], row) || rawCell(written, row)]);
  const [column] = builder.done().columns;
  return { ...table, columns: table.columns.map((one, c) => (c === at ? column : one)) };
}
