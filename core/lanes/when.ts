/** What says when something happened: a column of the records behind ties, or of nodes. */
import * as z from 'zod';
import type { Network } from '../graph';
import { isTime } from '../sift/dates';
import type { Column } from '../tables';

/** The column with the time, or with its beginning where the end stands in another; of records their table's key. */
export const whenSchema = z.object({
  of: z.enum(['records', 'nodes']),
  table: z.string().optional(),
  column: z.string(),
  until: z.string().optional(),
});
export type When = z.infer<typeof whenSchema>;

/** In words: `sent_on`, `joined – left`. */
export const whenWords = ({ column, until }: When): string => (until === undefined ? column : `${column} – ${until}`);

/** Headers of columns that say when something ended. */
const endings =
  /(^|[\s_.-])(end(ed|s)?|until|till|to|left|closed|died|death|bis|ende|austritt|gestorben|fin|jusqu\S*|mort|fine|morte|fin(al)?|hasta|slutt?|til|eind|tot|koniec|do)([\s_.-]|$)/i;

/** All columns of times among these, a column with the end of another as its end first. */
function among(columns: readonly Column[], rest: Pick<When, 'of' | 'table'>): When[] {
  const times = columns.filter(isTime);
  const ends = times.filter(({ name }) => endings.test(name));
  const begins = times.filter((col) => !ends.includes(col));
  const lasting =
    begins.length === 1 && ends.length === 1 ? [{ ...rest, column: begins[0].name, until: ends[0].name }] : [];
  return [...lasting, ...times.map(({ name }) => ({ ...rest, column: name }))];
}

/** Everything by which events can be found: columns of the records first, then those of nodes that are not all of one kind. */
export function whenOffers(net: Network, table: (key: string) => { columns: readonly Column[] }): When[] {
  const behind = (net.edgeRecords?.tables ?? []).flatMap((key) =>
    among(table(key).columns, { of: 'records', table: key }),
  );
  return [...behind, ...(net.sides ? among(net.nodeColumns, { of: 'nodes' }) : [])];
}

/** Begins and ends of nodes, as of lives: pairs of columns of times. */
export const lifeOffers = (net: Network): { column: string; until: string }[] =>
  among(net.nodeColumns, { of: 'nodes' }).flatMap(({ column, until }) =>
    until === undefined ? [] : [{ column, until }],
  );
