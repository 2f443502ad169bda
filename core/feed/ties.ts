/** What becomes a tie of a message: counted as messages come, and as the step Ties that makes the same network of their table. */
import type { TiesSettings } from '../ties';
import { tiesSchema } from '../ties';
import type { Message } from './message';

export const tieKinds = ['whom', 'together', 'what', 'all', 'none'] as const;
export type TieKind = (typeof tieKinds)[number];

export interface TieWords {
  title: string;
  says: string;
  directed: boolean;
}
export const tieWords: Record<TieKind, TieWords> = {
  whom: { title: 'Who names whom', says: 'writer → person named', directed: true },
  together: { title: 'Words named together', says: 'two in one message', directed: false },
  what: { title: 'Who names what', says: 'writer – word, two-mode', directed: false },
  all: { title: 'All of it', says: 'people and words that stand in one message', directed: false },
  none: { title: 'No network', says: 'records only', directed: false },
};

/** What a node is: where all stands in one network, people and words of one name are one, as in the network of the table. */
export type NodeKind = 'person' | 'word' | 'any';
export interface SeenNode {
  kind: NodeKind;
  name: string;
}

/** The nodes that a message names, each once, and its ties as pairs of their places. */
export interface SeenTies {
  nodes: SeenNode[];
  pairs: [number, number][];
}

/** What names count as: the spellings joined in the study; undefined where a name is dropped. */
export type NameOf = (column: 'writer' | 'people' | 'words', name: string) => string | undefined;
const asWritten: NameOf = (_column, name) => name;

export function tiesOf(message: Message, kind: TieKind, nameOf: NameOf = asWritten): SeenTies {
  const nodes: SeenNode[] = [];
  const places = new Map<string, number>();
  const place = (of: NodeKind, name: string): number => {
    const key = `${of} ${name}`;
    let at = places.get(key);
    if (at === undefined) {
      at = nodes.push({ kind: of, name }) - 1;
      places.set(key, at);
    }
    return at;
  };
  const named = (column: 'people' | 'words', of: NodeKind): number[] => [
    ...new Set(message[column].flatMap((one) => nameAt(column, one, of))),
  ];
  const nameAt = (column: 'writer' | 'people' | 'words', written: string, of: NodeKind): number[] => {
    const name = nameOf(column, written.trim())?.trim();
    return name === undefined || name === '' ? [] : [place(of, name)];
  };
  const pairs: [number, number][] = [];
  const among = (all: readonly number[]): void => {
    for (let i = 0; i < all.length; i++) for (let j = i + 1; j < all.length; j++) pairs.push([all[i], all[j]]);
  };
  switch (kind) {
    case 'whom': {
      const [writer] = nameAt('writer', message.writer, 'person');
      // Whoever names nobody has no part in it, and nobody a tie to themselves.
      const people = writer === undefined ? [] : named('people', 'person');
      if (!people.length) return { nodes: [], pairs };
      for (const person of people) if (person !== writer) pairs.push([writer, person]);
      break;
    }
    case 'what': {
      const writers = nameAt('writer', message.writer, 'person');
      for (const writer of writers) for (const word of named('words', 'word')) pairs.push([writer, word]);
      if (!pairs.length) return { nodes: [], pairs };
      break;
    }
    case 'together':
      among(named('words', 'word'));
      break;
    case 'all':
      among([
        ...new Set([...nameAt('writer', message.writer, 'any'), ...named('people', 'any'), ...named('words', 'any')]),
      ]);
      break;
    case 'none':
  }
  return { nodes, pairs };
}

/** The step that makes the same network of a table of messages; undefined where none is made. */
export function tiesStep(kind: TieKind, table: string): TiesSettings | undefined {
  const step = { id: 'ties', kind: 'ties', on: true, table };
  switch (kind) {
    case 'whom':
      return tiesSchema.parse({ ...step, from: 'writer', to: 'people', directed: true });
    case 'together':
      return tiesSchema.parse({ ...step, make: 'incidence', right: ['words'], result: 'right' });
    case 'what':
      return tiesSchema.parse({
        ...step,
        ...{ make: 'incidence', left: ['writer'], right: ['words'], result: 'two-mode', kinds: ['writer', 'word'] },
      });
    case 'all':
      return tiesSchema.parse({ ...step, make: 'incidence', right: ['writer', 'people', 'words'], result: 'right' });
    default:
      return undefined;
  }
}
