/** A list of names on the desk: its values counted, suggestions found. */
import type { Table } from '@/core/tables';
import {
  type ColumnRef,
  type Entries,
  type Form,
  type Suggestion,
  type Values,
  formsOf,
  gatherValues,
  suggestions,
} from '@/core/names';
import { fetchTable } from './tables';
import type { TableAddress } from './protocol';

export interface NamesView {
  forms: Form[];
  dropped: { value: string; count: number }[];
  /** Records by written value, before anything was joined: how many values stand in how many. */
  before: number[];
}

const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

export class NamesDesk {
  private held: Values | undefined;
  private turn = 0;
  private openings = 0;

  /** Gathers the values of a list's columns; columns that are not there any more are passed over. */
  async open(study: string, tables: readonly TableAddress[], refs: readonly ColumnRef[]): Promise<void> {
    const turn = ++this.openings;
    const wanted = new Map<string, Table>();
    for (const { key, version } of tables) {
      if (refs.some((ref) => ref.table === key)) wanted.set(key, await fetchTable(study, key, version));
    }
    // What was asked for last lies on the desk, however long each took.
    if (turn === this.openings) this.held = gatherValues(wanted, refs);
  }

  /** The forms that entries make of the values. */
  view(entries: Entries): NamesView {
    if (!this.held) return { forms: [], dropped: [], before: [] };
    return { ...formsOf(this.held, entries), before: Array.from(this.held.counts) };
  }

  /** What is perhaps the same among the forms; undefined where a later call took over. */
  async suggest(
    entries: Entries,
    rejected: readonly string[],
    progress: (share: number) => void,
  ): Promise<Suggestion[] | undefined> {
    const turn = ++this.turn;
    const { forms } = this.view(entries);
    let last = performance.now();
    try {
      return await suggestions(forms, new Set(rejected), async (share) => {
        if (performance.now() - last < 30) return;
        progress(share);
        await pause();
        last = performance.now();
        if (turn !== this.turn) throw new Stopped();
      });
    } catch (error) {
      if (error instanceof Stopped) return undefined;
      throw error;
    }
  }
}

class Stopped extends Error {}
