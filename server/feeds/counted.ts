/** The nodes of a feed's network by number, as its reader has them at hand. */
import { eq } from 'drizzle-orm';
import { type Message, type NameOf, type NodeKind, type TieKind, tieWords, tiesOf } from '@/core/feed';
import { database, feedNode } from '@/server/db';

/** Nodes by what they are and are called; what a piece adds is kept once it is stored. */
export class Counted {
  private nodes = new Map<string, number>();
  nameOf: NameOf = (_column, name) => name;

  static async of(id: string): Promise<Counted> {
    const found = new Counted();
    const rows = await database().select().from(feedNode).where(eq(feedNode.feedId, id));
    for (const { kind, name, node } of rows) found.nodes.set(`${kind} ${name}`, node);
    return found;
  }

  /** Takes over what was counted anew. */
  become({ nodes, nameOf }: Counted): void {
    this.nodes = nodes;
    this.nameOf = nameOf;
  }

  get size(): number {
    return this.nodes.size;
  }

  /** Counts a piece beside what is there, until `keep`. */
  piece(): {
    add(message: Message, kind: TieKind, most: number): boolean;
    fresh: [number, NodeKind, string][];
    ties: Map<string, [number, number, number]>;
    keep(): void;
  } {
    const { nodes, nameOf } = this;
    const added = new Map<string, number>();
    const fresh: [number, NodeKind, string][] = [];
    const ties = new Map<string, [number, number, number]>();
    return {
      fresh,
      ties,
      add(message, kind, most) {
        const seen = tiesOf(message, kind, nameOf);
        const keys = seen.nodes.map(({ kind: of, name }) => `${of} ${name}`);
        const unknown = keys.filter((key) => !nodes.has(key) && !added.has(key)).length;
        if (nodes.size + added.size + unknown > most) return false;
        const places = keys.map((key, i) => {
          const known = nodes.get(key) ?? added.get(key);
          if (known !== undefined) return known;
          const node = nodes.size + added.size;
          added.set(key, node);
          fresh.push([node, seen.nodes[i].kind, seen.nodes[i].name]);
          return node;
        });
        for (const [i, j] of seen.pairs) {
          const [a, b] = [places[i], places[j]];
          const [first, second] = tieWords[kind].directed || a < b ? [a, b] : [b, a];
          const tie = ties.get(`${first} ${second}`);
          if (tie) tie[2]++;
          else ties.set(`${first} ${second}`, [first, second, 1]);
        }
        return true;
      },
      keep() {
        for (const [key, node] of added) nodes.set(key, node);
      },
    };
  }
}
