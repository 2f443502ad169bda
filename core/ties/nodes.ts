/** The nodes of a network that is being made: values find or make them, tables describe them. */
import { type Column, type Table, Dictionary, asText, cellText, column, overlaid } from '../tables';
import { type Network, kindColumn } from '../graph';

/** A table whose rows are things: matched by a column or by identity, called by another. */
export interface Described {
  table: Table;
  match: Column;
  label?: Column;
  /** What its things are, in a word. */
  kind: string;
}

/** One kind of end: its tables, and what becomes of values that none of them has. */
export interface SideAsk {
  kind: string;
  described: readonly Described[];
  unmatched: 'create' | 'leave';
}

interface Home {
  described: Described;
  start: number;
  ids: Map<string, number>;
  names: Map<string, number>;
}

/** All nodes; sides share them, so that no id stands twice. */
export class Nodes {
  readonly ids: string[] = [];
  private readonly labelled: string[] = [];
  private readonly kinds = new Dictionary();
  private readonly kindOf: number[] = [];
  private readonly taken = new Set<string>();
  private readonly homes: Home[] = [];

  /** A node with the wanted id, or, where that is taken by another kind or row, with a word behind it. */
  add(id: string, label: string, kind: string, other: string): number {
    let free = id;
    if (this.taken.has(free)) free = `${id} (${kind})`;
    if (this.taken.has(free)) free = other;
    for (let i = 2; this.taken.has(free); i++) free = `${other} ${i}`;
    this.taken.add(free);
    this.kindOf.push(this.kinds.code(kind));
    this.labelled.push(label);
    return this.ids.push(free) - 1;
  }

  side(ask: SideAsk): Side {
    return new Side(
      this,
      ask,
      ask.described.map((one) => this.home(one)),
    );
  }

  /** The rows of a describing table as nodes; made once, also where both sides use it. */
  private home(described: Described): Home {
    const known = this.homes.find(
      (one) =>
        one.described.table === described.table &&
        one.described.match.name === described.match.name &&
        one.described.kind === described.kind,
    );
    if (known) return known;
    const { table, match, label, kind } = described;
    const start = this.ids.length;
    const ids = new Map<string, number>();
    const names = new Map<string, number>();
    const single = table.identity?.length === 1 ? column(table, table.identity[0]) : undefined;
    for (let r = 0; r < table.rows; r++) {
      const key = cellText(match, r);
      const own = single ? cellText(single, r) : '';
      const first = key !== '' && !names.has(key);
      if (first) names.set(key, start + r);
      const id = own || (first ? key : `${key}#${r + 1}`);
      const fits = !this.taken.has(id);
      // A row without a key, or with one that stood before, stays a node of its own that no tie names.
      const v = this.add(id, (label && cellText(label, r)) || key || id, kind, `${key}#${r + 1}`);
      if (own && fits) ids.set(own, v);
    }
    const home = { described, start, ids, names };
    this.homes.push(home);
    return home;
  }

  /** Ids, labels and columns: those of the describing tables, and `kind` where there are several. */
  parts(): Pick<Network, 'ids' | 'labels' | 'nodeColumns'> {
    const n = this.ids.length;
    const layers = new Map<string, { home: Home; col: Column }[]>();
    for (const home of this.homes) {
      for (const col of home.described.table.columns) {
        const at = layers.get(col.name);
        if (at) at.push({ home, col });
        else layers.set(col.name, [{ home, col }]);
      }
    }
    const rowsOf = ({ start, described }: Home): Int32Array => {
      const rows = new Int32Array(n).fill(-1);
      for (let r = 0; r < described.table.rows; r++) rows[start + r] = r;
      return rows;
    };
    const several = this.kinds.texts.length > 1;
    const nodeColumns: Column[] = several
      ? [{ type: 'text', name: kindColumn, codes: Int32Array.from(this.kindOf), dictionary: this.kinds.texts }]
      : [];
    for (const [name, held] of layers) {
      const alike = held.every(({ col }) => col.type === held[0].col.type);
      const own = several && name === kindColumn ? `${name} of ${held[0].home.described.kind}` : name;
      nodeColumns.push(
        overlaid(
          own,
          held.map(({ home, col }) => ({
            column: alike ? col : asText(col, home.described.table.rows),
            rows: rowsOf(home),
          })),
          n,
        ),
      );
    }
    return { ids: this.ids, labels: this.labelled, nodeColumns };
  }

  /** What stands in several rows of a describing table, with the number of rows. */
  doubles(): { table: string; values: Map<string, number> }[] {
    return this.homes.map(({ described }) => {
      const counts = new Map<string, number>();
      for (let r = 0; r < described.table.rows; r++) {
        const key = cellText(described.match, r);
        if (key !== '') counts.set(key, (counts.get(key) ?? 0) + 1);
      }
      for (const [key, count] of counts) if (count === 1) counts.delete(key);
      return { table: described.table.name, values: counts };
    });
  }
}

/** One kind of end. */
export class Side {
  private readonly made = new Map<string, number>();
  constructor(
    private readonly nodes: Nodes,
    private readonly ask: SideAsk,
    private readonly homes: readonly Home[],
  ) {}

  get described(): boolean {
    return this.homes.length > 0;
  }
  get kind(): string {
    return this.ask.kind;
  }
  /** The describing tables' names, in words. */
  get where(): string {
    return this.homes.map(({ described }) => described.table.name).join(' or ');
  }
  /** The node of a row of the first describing table. */
  ofRow(row: number): number {
    return this.homes[0].start + row;
  }
  /** Whether the value became a node because no table has it. */
  isMade(value: string): boolean {
    return this.made.has(value);
  }

  /** The node a value names, made where it may be; −1 where it is left out. */
  place(value: string): number {
    for (const { ids, names } of this.homes) {
      const found = ids.get(value) ?? names.get(value);
      if (found !== undefined) return found;
    }
    const known = this.made.get(value);
    if (known !== undefined) return known;
    if (this.homes.length && this.ask.unmatched === 'leave') return -1;
    const v = this.nodes.add(value, value, this.ask.kind, `${value} (${this.ask.kind})`);
    this.made.set(value, v);
    return v;
  }
}
