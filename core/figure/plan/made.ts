/** What a trail came to, with all that a figure says of it. */
import type { Network } from '../../graph';
import { type MethodNote, methodNote, spellingsJoined } from '../../method';
import type { NamesList } from '../../names';
import { plainStyle, type StyleSettings } from '../../style';
import { type OtherNetwork, type Shortlist, type StepReport, type Trail, type TrailRun, allReads } from '../../trail';

export interface Made {
  /** The network's id, name and version. */
  id: string;
  name: string;
  version: number;
  /** Of its trail with all that it read: another one where anything of that changed. */
  digest: string;
  trail: Trail;
  reports: StepReport[];
  network: Network;
  style?: StyleSettings;
  /** What its trail reads, by keys and ids. */
  tables: { key: string; name: string; rows: number }[];
  networks: { id: string; name: string }[];
  shortlists: { id: string; name: string }[];
  /** Spellings joined in the columns that it reads. */
  spellings: number;
}

/** What of a study networks read. */
export interface StudyRead {
  tables: readonly { key: string; name: string; rows: number }[];
  names: readonly NamesList[];
  shortlists: readonly Shortlist[];
  networks: readonly OtherNetwork[];
}

/** What a run of a network came to, with what it read of the study; undefined where it came to nothing. */
export function madeOf(
  { id, name, version, trail }: { id: string; name: string; version: number; trail: Trail },
  { state, reports, digest }: TrailRun,
  { tables, names, shortlists, networks }: StudyRead,
): Made | undefined {
  if (!state) return undefined;
  const reads = allReads(trail, (other) => networks.find((one) => one.id === other)?.trail);
  const called = (list: readonly { id: string; name: string }[], ids: string[]) =>
    list.filter((one) => ids.includes(one.id)).map((one) => ({ id: one.id, name: one.name }));
  return {
    ...{ id, name, version, digest, trail, reports },
    network: state.network,
    ...(state.style ? { style: state.style } : {}),
    tables: tables
      .filter(({ key }) => reads.tables.includes(key))
      .map(({ key, name: title, rows }) => ({ key, name: title, rows })),
    networks: called(networks, reads.networks),
    shortlists: called(shortlists, reads.shortlists),
    spellings: spellingsJoined(trail, names),
  };
}

export const styleOf = (made: Made): StyleSettings => made.style ?? plainStyle;

/** The step at which the trail stopped with a fault. */
export const faultOf = ({ reports }: Made): string | undefined =>
  reports.find(({ fault, lacking }) => fault !== undefined && !lacking)?.fault;

/** How it was made, in sentences. */
export function noteOf({ trail, reports, network, tables, networks, shortlists, spellings }: Made): MethodNote {
  const called = (list: readonly { id: string; name: string }[], id: string): string =>
    list.find((one) => one.id === id)?.name ?? id;
  return methodNote(trail, reports, {
    network,
    table: (key) => tables.find((one) => one.key === key) ?? { name: key, rows: 0 },
    networkName: (id) => called(networks, id),
    shortlistName: (id) => called(shortlists, id),
    spellings,
  });
}
