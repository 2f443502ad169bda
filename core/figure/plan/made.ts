/** What a trail came to, with all that a figure says of it. */
import type { Network } from '../../graph';
import { type MethodNote, methodNote } from '../../method';
import { plainStyle, type StyleSettings } from '../../style';
import type { StepReport, Trail } from '../../trail';

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
