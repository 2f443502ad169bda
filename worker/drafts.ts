/** Files that are coming in: read, prepared under their remedies, compared with what is there, and stored. */
import { type ColumnSpec, type RawTable } from '@/core/tables';
import {
  type Aside,
  type Differences,
  type Finding,
  type KnownTable,
  PrepareCache,
  type Prepared,
  type Remedies,
  alike,
  appended,
  columnsMatched,
  differences,
  handles,
  prepare,
  withColumnsMatched,
} from '@/core/intake';
import type { ReadPart, ReadSettings } from '@/core/formats/read';
import { readBounded } from './bounded-read';
import { csvRows } from '@/core/formats';
import type { NamesList } from '@/core/names';
import { Fault } from '@/core/fault';
import type { TableAddress } from './protocol';
import { type DraftSource, joinedPart, nameOf } from './joined';
import { pause } from './pause';
import { sendTable } from './send-table';
import { fetchWritten } from './written';

/** What was found in files that were dropped together: one entry for each table they seem to be. */
export interface Surveyed {
  sources: DraftSource[];
  name: string;
  rows: number;
}

export interface StudyContext {
  study: string;
  tables: readonly TableAddress[];
  names: readonly NamesList[];
}

/** A draft under its remedies. */
export interface DraftPreview {
  how: string;
  specs: ColumnSpec[];
  findings: Finding[];
  rows: number;
  all: number;
  aside: Aside[];
  asideCount: number;
  open: number;
  /** Records that will be made in other tables, and names that will be joined. */
  creates: number;
  joins: number;
}

interface Draft {
  part: ReadPart;
  cache: PrepareCache;
  prepared?: Prepared;
  /** What was decided last, being worked in or done. */
  newest?: Promise<Prepared>;
  /** The table of the study that gets the records. */
  into?: Remedies['into'];
}

const shownAside = 300;

export class Drafts {
  private readonly drafts = new Map<string, Draft>();
  private readonly stopped = new Set<string>();
  private readonly read = new Map<string, ReadPart[]>();

  /**
   * Reads files, small ones first so that a long one keeps none waiting, and says which tables they are; parts with mostly the same columns are one. A file
   * that cannot be read, or whose reading is stopped, ends in a Fault of its own, and the others are read all the same.
   */
  async survey(
    id: string,
    files: readonly File[],
    settings: ReadSettings,
    progress: (share: number, file: string) => void,
  ): Promise<{ found: Surveyed[]; faults: string[] }> {
    const groups: { parts: { source: DraftSource; part: ReadPart }[] }[] = [];
    const faults: string[] = [];
    const read = new Map<File, ReadPart[]>();
    const whole = files.reduce((sum, { size }) => sum + size, 0) || 1;
    let before = 0;
    for (const file of [...files].sort((a, b) => a.size - b.size)) {
      progress(before / whole, file.name);
      this.stopped.delete(id);
      try {
        read.set(
          file,
          await this.partsOf(id, file, settings, (share) => progress((before + share * file.size) / whole, file.name)),
        );
      } catch (error) {
        if (!(error instanceof Fault)) throw error;
        faults.push(error.message);
      }
      before += file.size;
    }
    for (const file of files) {
      for (const part of read.get(file) ?? []) {
        const entry = { source: { file, part: part.name }, part };
        const group = groups.find(({ parts: [first] }) => alike(first.part.table, part.table));
        if (group) group.parts.push(entry);
        else groups.push({ parts: [entry] });
      }
    }
    const found = groups.map(({ parts }) => ({
      sources: parts.map(({ source }) => source),
      name: nameOf(
        parts.map(({ source }) => source),
        groups.length,
      ),
      rows: parts.reduce((sum, { part }) => sum + part.table.rows, 0),
    }));
    return { found, faults };
  }

  stop(id: string): void {
    this.stopped.add(id);
  }

  private async partsOf(
    id: string,
    file: File,
    settings: ReadSettings,
    progress: (share: number) => void,
  ): Promise<ReadPart[]> {
    const key = `${file.name} ${file.size} ${file.lastModified} ${JSON.stringify(settings)}`;
    let parts = this.read.get(key);
    if (!parts) {
      let last = performance.now();
      const breathe = async (share: number): Promise<void> => {
        if (performance.now() - last < 40) return;
        progress(share);
        await pause();
        last = performance.now();
        if (this.stopped.delete(id)) throw new Fault(`“${file.name}” was stopped. Nothing of it was taken in.`);
      };
      parts = await readBounded(file, { settings, breathe });
      // What was read is held for a while only: another reading of the same file is rare.
      this.read.clear();
      this.read.set(key, parts);
    }
    return parts;
  }

  /** Reads a draft's rows, where they are not at hand. */
  async open(
    id: string,
    sources: readonly DraftSource[],
    settings: ReadSettings,
    progress: (share: number) => void,
  ): Promise<void> {
    if (this.drafts.has(id)) return;
    const parts: { file: string; part: ReadPart }[] = [];
    for (const { file, part: wanted } of sources) {
      const all = await this.partsOf(id, file, settings, progress);
      const part = all.find(({ name }) => name === wanted) ?? all[0];
      parts.push({ file: sources.every((one) => one.file === file) ? wanted : file.name, part });
    }
    this.drafts.set(id, { part: joinedPart(parts, sources), cache: new PrepareCache() });
  }

  /** Takes a draft's rows away; `sources` may be read again under other settings. */
  forget(id: string): void {
    this.drafts.delete(id);
    this.stopped.add(id);
  }

  /** Lays rows that are stored already under the same findings as those that come in. */
  async openStored(id: string, study: string, table: TableAddress): Promise<RawTable> {
    const raw = await fetchWritten(study, table);
    const held = this.drafts.get(id);
    if (held?.part.table === raw) return raw;
    const part: ReadPart = { name: '', table: raw, faulty: [], notes: [], how: '', types: {} };
    this.drafts.set(id, { part, cache: new PrepareCache() });
    return raw;
  }

  private async known({ study, tables }: StudyContext, without?: string): Promise<KnownTable[]> {
    const known: KnownTable[] = [];
    for (const table of tables) {
      const called = table.columns.some(({ name, id }) => id === true || /^(name|title|label)$/i.test(name));
      if (table.key === without || !called || table.rows > 200_000) continue;
      known.push({ key: table.key, name: table.name, raw: await fetchWritten(study, table), specs: table.columns });
    }
    return known.filter((table) => handles(table).length > 0);
  }

  /** The draft under its remedies. What was decided last is what is compared and stored, whichever of several is ready first. */
  async prepare(id: string, remedies: Remedies, context: StudyContext, without?: string): Promise<Prepared> {
    const draft = this.held(id);
    const work = async (): Promise<Prepared> => {
      const tables = await this.known(context, without);
      return prepare(draft.part, remedies, { tables, names: context.names }, draft.cache, pauseNow());
    };
    const mine = (draft.newest = work());
    const prepared = await mine;
    if (mine === draft.newest) [draft.prepared, draft.into] = [prepared, remedies.into];
    return prepared;
  }

  preview(id: string, prepared: Prepared): DraftPreview {
    return {
      how: this.held(id).part.how,
      specs: prepared.specs,
      findings: prepared.findings,
      rows: prepared.table.rows,
      all: prepared.all,
      aside: prepared.aside.slice(0, shownAside),
      asideCount: prepared.aside.length,
      open: prepared.open,
      creates: prepared.creates.reduce((sum, { values }) => sum + values.length, 0),
      joins: prepared.names.reduce((sum, { joins, drops }) => sum + joins.length + drops.length, 0),
    };
  }

  private held(id: string): Draft {
    const draft = this.drafts.get(id);
    if (!draft) throw new Fault('This file is not at hand any more. Bring it in again.');
    return draft;
  }

  /** What was prepared, its columns called as those of the table that they are. */
  private matchedTo(
    id: string,
    prepared: Prepared,
    there: readonly ColumnSpec[],
  ): { table: RawTable; specs: ColumnSpec[] } {
    const names = prepared.table.columns.map(({ name }) => name);
    const said = this.held(id).into?.columns;
    return withColumnsMatched(
      prepared.table,
      prepared.specs,
      columnsMatched(
        names,
        there.map(({ name }) => name),
        said,
      ),
    );
  }

  /** Rows set aside, as CSV with line and reason. */
  asideFile(id: string): Blob {
    const { prepared } = this.held(id);
    const names = prepared?.table.columns.map(({ name }) => name) ?? [];
    const rows = (prepared?.aside ?? []).map(({ line, reason, cells }) => [String(line), reason, ...cells]);
    return new Blob([csvRows([['line', 'reason', ...names], ...rows])], { type: 'text/csv' });
  }

  /** What the draft would change in a stored table. */
  async differences(id: string, study: string, table: TableAddress): Promise<Differences> {
    const { prepared } = this.held(id);
    if (!prepared) throw new Error('the draft is not prepared');
    const matched = this.matchedTo(id, prepared, table.columns);
    return differences(await fetchWritten(study, table), matched.table, matched.specs);
  }

  /** Sends the rows to be stored, under what was decided last though that may not be shown yet; resolves to the table's key. */
  async store(id: string, ask: StoreAsk, progress: (share: number) => void): Promise<{ key: string; rows: number }> {
    const prepared = await this.held(id).newest;
    if (!prepared) throw new Error('the draft is not prepared');
    if (prepared.open > 0) throw new Fault('A question is open. Answer it first.');
    return this.send(id, prepared, ask, progress);
  }

  /** Sends rows as they were prepared. */
  async send(
    id: string,
    prepared: Prepared,
    ask: StoreAsk,
    progress: (share: number) => void = () => undefined,
  ): Promise<{ key: string; rows: number }> {
    let { table, specs } = prepared;
    if (ask.into && ask.into.how !== 'mend') ({ table, specs } = this.matchedTo(id, prepared, ask.into.table.columns));
    if (ask.into?.how === 'append') {
      const coming = specs;
      table = appended(await fetchWritten(ask.study, ask.into.table), table, specs);
      specs = table.columns.map(
        ({ name }) => specOf(ask.into?.table.columns ?? [], name) ?? specOf(coming, name) ?? { name, type: 'text' },
      );
    }
    if (ask.keepIdentity) {
      const { keepIdentity } = ask;
      specs = specs.map(({ id: _id, ...spec }) => (keepIdentity.includes(spec.name) ? { ...spec, id: true } : spec));
    }
    const aside = prepared.aside
      .slice(0, 2000)
      .map((one) => ({ ...one, cells: one.cells.map((cell) => cell.slice(0, 2000)) }));
    const head = {
      name: ask.name,
      ...(ask.into ? {} : { token: id }),
      origin: ask.origin,
      columns: specs,
      rows: table.rows,
      aside,
      into: ask.into && {
        table: ask.into.table.key,
        version: ask.into.table.version,
        what: ask.into.what,
        keepsAside: ask.into.how !== 'replace',
      },
      names: prepared.names,
      creates: prepared.creates,
      ids: prepared.ids,
    };
    return sendTable(ask.study, head, table, progress, () => this.stopped.delete(id));
  }
}

export interface StoreAsk {
  study: string;
  name: string;
  origin: string;
  /** A newer file in its place, records added to it, or its own rows mended. */
  into?: { table: TableAddress; how: 'replace' | 'append' | 'mend'; what: string };
  /** Columns that tell records apart as before, where that was not what was decided. */
  keepIdentity?: string[];
}

const specOf = (specs: readonly ColumnSpec[], name: string): ColumnSpec | undefined =>
  specs.find((spec) => spec.name === name);

/** Hands the thread back now and then. */
function pauseNow(): () => Promise<void> {
  let last = performance.now();
  return async () => {
    if (performance.now() - last < 30) return;
    await pause();
    last = performance.now();
  };
}
