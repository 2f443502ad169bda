/** The study's data as the worker has it: tables fetched when a trail reads them, kept layouts put where a run looks for them. */
import { Fault } from '@/core/fault';
import { namedTable } from '@/core/names';
import { type Table, cellText } from '@/core/tables';
import {
  type Shortlist,
  type Source,
  type Trail,
  type Laid,
  type TrailCache,
  allReads,
  laidBy,
  sourceOf,
} from '@/core/trail';
import type { RecordTexts, StudyAddress } from './protocol';
import { fetchTable } from './tables';

const nowhere: StudyAddress = {
  study: '',
  network: '',
  tables: [],
  names: [],
  shortlists: [],
  networks: [],
  layout: null,
};

export class StudyData {
  private address = nowhere;

  open(address: StudyAddress): void {
    this.address = address;
  }

  get study(): string {
    return this.address.study;
  }

  get network(): string {
    return this.address.network;
  }

  get networks(): StudyAddress['networks'] {
    return this.address.networks;
  }

  get tables(): StudyAddress['tables'] {
    return this.address.tables;
  }

  get names(): StudyAddress['names'] {
    return this.address.names;
  }

  shortlists(shortlists: readonly Shortlist[]): void {
    this.address = { ...this.address, shortlists };
  }

  /** The tables that the trail reads, also by way of other networks, fetched. */
  async source(trail: Trail): Promise<Source> {
    const { study, tables, names, shortlists, networks } = this.address;
    const wanted = allReads(trail, (id) => networks.find((one) => one.id === id)?.trail).tables;
    const held = new Map<string, Table>();
    for (const { key, version } of tables) {
      if (wanted.includes(key)) held.set(key, await fetchTable(study, key, version));
    }
    const versions = tables.map(({ key, version }) => ({ key, version: String(version) }));
    return sourceOf(versions, (key) => held.get(key) as Table, names, { shortlists, networks });
  }

  /** A table with names joined. A Fault where the study has none of the key. */
  async table(key: string): Promise<Table> {
    const { study, tables, names } = this.address;
    const found = tables.find((one) => one.key === key);
    if (!found) throw new Fault(`The study has no table “${key}” any more. It may have been deleted.`);
    return namedTable(await fetchTable(study, key, found.version), key, names);
  }

  /** A table with names joined, where it is there and has at most so many rows. */
  async smallTable(key: string, most: number): Promise<Table | undefined> {
    const found = this.tables.find((one) => one.key === key);
    return found && found.rows <= most ? this.table(key) : undefined;
  }

  /** Digest of the layout the trail asks for, and its key in the cache; where the server keeps its positions, they are put where the run will look for them. */
  async keptLayout(source: Source, trail: Trail, cache: TrailCache): Promise<Laid | undefined> {
    const laid = laidBy(source, trail);
    if (!laid || this.address.layout !== laid.layout || cache.get(laid.key)) return laid;
    const { study, network } = this.address;
    const answer = await fetch(`/api/studies/${study}/networks/${network}/positions/${laid.layout}`);
    if (answer.ok) cache.set(laid.key, { value: { positions: new Float32Array(await answer.arrayBuffer()) } });
    return laid;
  }

  async records(key: string, rows: readonly number[]): Promise<RecordTexts> {
    const found = this.address.tables.find((table) => table.key === key);
    if (!found) throw new Fault(`The table “${key}” is not there any more.`);
    const table = await fetchTable(this.address.study, key, found.version);
    return {
      columns: table.columns.map(({ name }) => name),
      rows: rows.map((row) => ({ row, cells: table.columns.map((col) => cellText(col, row)) })),
    };
  }
}
