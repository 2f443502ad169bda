/** The column that a Derive step makes; loaded when one is run. */
import { type Given, byBands, byClasses, byFormula, byHand, byMembership, byTable } from '../../derive';
import { type Network, edgeCount, edgeIdOfKey, edgePlaces, nodeCount } from '../../graph';
import type { Column } from '../../tables';
import { Fault, counted } from '../../fault';
import type { Note, StepContext } from '../step';
import type { DeriveSettings } from './derive';

export function columnBy(
  net: Network,
  { of, name, how }: DeriveSettings,
  context: StepContext,
): { column: Column; notes: Note[] } {
  const nodes = of === 'nodes';
  const rows = nodes ? nodeCount(net) : edgeCount(net);
  const columns = nodes ? net.nodeColumns : net.edgeColumns;
  const own: Column[] = nodes
    ? [textColumn('name', net.labels), textColumn('id', net.ids)]
    : [{ type: 'number', name: 'weight', values: net.weight }];
  // What every network has stands behind the columns of the same name.
  const input: Given = { columns: [...columns, ...own], rows, step: context.step };
  switch (how.by) {
    case 'classes':
      return {
        column: byClasses(
          input,
          name,
          how.column,
          how.classes,
          how.others === 'keep' ? { keep: true } : { text: how.others === 'empty' ? '' : how.otherName },
        ),
        notes: [],
      };
    case 'table':
      return byTable(input, name, how.column, context.table(how.table), how.match, how.take);
    case 'bands':
      return { column: byBands(input, name, how.column, how.bounds, how.names), notes: [] };
    case 'formula':
      return { column: byFormula(input, name, how.formula), notes: [] };
    case 'shortlists':
      if (!nodes) throw new Fault('Shortlists hold nodes, not edges. Derive the column of the nodes.', context.step);
      return {
        column: byMembership(
          name,
          net.ids,
          how.shortlists.map((id) => context.shortlist(id)),
        ),
        notes: [],
      };
    case 'hand':
      return handSet(net, of, input, name, how);
  }
}

function handSet(
  net: Network,
  of: 'nodes' | 'edges',
  input: Given,
  name: string,
  { from, classes }: Extract<DeriveSettings['how'], { by: 'hand' }>,
): { column: Column; notes: Note[] } {
  const rowOf = new Map(of === 'nodes' ? net.ids.map((id, v) => [id, v]) : []);
  const places = classes.map(({ on }) => {
    if (of === 'nodes') return Int32Array.from(on, (id) => rowOf.get(id) ?? -1);
    return edgePlaces(
      net,
      on.map((key) => edgeIdOfKey(key) ?? { from: '', to: '' }),
    );
  });
  const gone = places.reduce((sum, rows) => sum + rows.reduce((all, r) => all + (r < 0 ? 1 : 0), 0), 0);
  const noun = of === 'nodes' ? 'node' : 'edge';
  const column = byHand(
    input,
    name,
    from,
    classes.map((one) => one.class),
    places,
  );
  const note = `${counted(gone, `${noun} with a class set by hand is`, `${noun}s with a class set by hand are`)} not in the network at this step.`;
  return { column, notes: gone ? [{ text: note }] : [] };
}

function textColumn(name: string, texts: readonly string[]): Column {
  return { type: 'text', name, codes: Int32Array.from(texts.keys()), dictionary: [...texts] };
}
