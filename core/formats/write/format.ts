import type { Network } from '../../graph';

/** A format in which a network is written. To add one: a file here and a line in the registry; interface, runner and tests take it from there. */
export interface WrittenFormat {
  key: string;
  /** What its button says. */
  title: string;
  /** What comes behind the network's name, and the file's name beside others of one network. */
  ending: string;
  file: string;
  /** Media type. */
  type: string;
  /** The whole file; `note` is said in it where the format has a place for it. The same for the same network. */
  write(net: Network, note?: string): Promise<string | Uint8Array>;
}
