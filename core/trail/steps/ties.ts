/** Ties: how records become nodes and edges. */
import { type TiesSettings, columnsRead, makeTies, tablesRead, tiesSchema } from '../../ties';
import { edgeCount, nodeCount } from '../../graph';
import { Fault, counted, grouped } from '../../fault';
import { column, isFilled } from '../../tables';
import type { Note, StepContext, StepKind } from '../step';

export const ties: StepKind<TiesSettings> = {
  kind: 'ties',
  title: 'Ties',
  help: 'What do you want to know of these records?',
  schema: tiesSchema,
  goesBefore: [],
  reads: (settings) => ({ tables: tablesRead(settings) }),
  summary(settings) {
    switch (settings.make) {
      case 'incidence': {
        const right = settings.right.join(', ');
        const left = settings.left.join(', ') || 'records';
        if (settings.result === 'two-mode') return `${left} and ${right}`;
        return settings.result === 'right' ? `${right} together` : `${left} by ${right}`;
      }
      case 'citation':
        return `${settings.references} cited`;
      default:
        return `${settings.from} ${settings.directed ? '→' : '–'} ${settings.to}`;
    }
  },
  async run(_state, settings, context) {
    const { network, notes } = await makeTies(settings, context);
    if (nodeCount(network) === 0) throw new Fault(nothing(settings, context, notes), context.step);
    // A list that the network does not use has no part in it.
    const names = new Set(
      tablesRead(settings).flatMap((key) =>
        context.names(
          key,
          columnsRead(settings).flatMap(({ table, column: name }) => (table === key ? [name] : [])),
        ),
      ),
    );
    return {
      state: { network },
      result: `${grouped(nodeCount(network))} · ${counted(edgeCount(network), 'tie')}`,
      notes: names.size ? [{ text: `Names as joined in ${[...names].join(', ')}.` }, ...notes] : notes,
    };
  },
};

/** Why no network came of the records, and what to do. */
function nothing(settings: TiesSettings, context: StepContext, notes: readonly Note[]): string {
  const table = context.table(settings.table);
  if (table.rows === 0) return `The table “${table.name}” has no rows. Bring some in on the Records page.`;
  const empty = columnsRead(settings).find(({ table: key, column: name }) => {
    const col = key === settings.table && column(table, name);
    return col && !Array.from({ length: table.rows }).some((_, r) => isFilled(col, r));
  });
  if (empty) return `The column “${empty.column}” has nothing in it. Choose another column.`;
  const reason = notes.find(({ text }) => /^(No node passes|Every record)/.test(text)) ?? notes[0];
  return `No network comes of this. ${reason?.text ?? 'Choose other columns.'}`;
}
