/** A matrix as it is drawn, pointed at and chosen from. */
import { type EdgeId, type Network, edgeIdOf } from '@/core/graph';
import { type Matrix, cellAt } from '@/core/matrix';
import type { Looks } from '@/core/style';
import { counted, shortNumber } from '@/ui/kit/words';
import type { Picture } from './draw';
import type { Spot } from './matrix-stage';

/** Whether an answer speaks of this network: while another one comes, the last is still there. */
export const matrixFits = (net: Network, { rows, columns, edge }: Matrix): boolean =>
  rows.every((v) => v < net.ids.length) &&
  columns.every((v) => v < net.ids.length) &&
  edge.every((e) => e < net.source.length);

/** The nodes of a row or a column: one, or all of a group. */
export function nodesAt(answer: Matrix, shown: Matrix, which: 'row' | 'column', place: number): number[] {
  if (place < 0) return [];
  const [nodes, blocks] = which === 'row' ? [answer.rows, answer.rowBlocks] : [answer.columns, answer.columnBlocks];
  if (shown === answer) return [nodes[place]];
  const { from, to } = blocks[place];
  return [...nodes.subarray(from, to)];
}

/** A matrix with the names, colours and marks that it is drawn with; `answer` is the one of single nodes. */
export function pictureOf(
  net: Network,
  looks: Looks,
  matrix: Matrix,
  answer: Matrix,
  chosen: ReadonlySet<string>,
): Picture {
  const part = (which: 'row' | 'column', many: number) => {
    const nodes = Array.from({ length: many }, (_, i) => nodesAt(answer, matrix, which, i));
    const blocks = which === 'row' ? answer.rowBlocks : answer.columnBlocks;
    return {
      names: nodes.map(([v], i) => (matrix === answer ? net.labels[v] : blocks[i].title || 'without a value')),
      colour: Uint8Array.from(nodes.flatMap(([v]) => [...looks.fill.subarray(3 * v, 3 * v + 3)])),
      chosen: Uint8Array.from(nodes, (some) => (some.every((v) => chosen.has(net.ids[v])) ? 1 : 0)),
    };
  };
  const rows = part('row', matrix.rows.length);
  const columns = part('column', matrix.columns.length);
  return {
    matrix,
    rowNames: rows.names,
    columnNames: columns.names,
    rowColour: rows.colour,
    columnColour: columns.colour,
    rowChosen: rows.chosen,
    columnChosen: columns.chosen,
    written: matrix !== answer,
  };
}

/** All ties of a cell: parallel ones as well, and either way where they have no direction. */
export function edgesOfCell(net: Network, { rows, columns }: Matrix, { row, column }: Spot): EdgeId[] {
  const [a, b] = [rows[row], columns[column]];
  const found: EdgeId[] = [];
  for (let e = 0; e < net.source.length; e++) {
    const [from, to] = [net.source[e], net.target[e]];
    if ((from === a && to === b) || (!net.directed && from === b && to === a)) found.push(edgeIdOf(net, e));
  }
  return found;
}

/** What is pointed at: `Alban Pell → Tove Lorne: 12 packets`. */
export function spotWords(net: Network, { matrix, rowNames, columnNames }: Picture, { row, column }: Spot): string {
  if (row < 0) return columnNames[column] ?? '';
  if (column < 0) return rowNames[row] ?? '';
  const cell = cellAt(matrix, row, column);
  const pair = `${rowNames[row]} ${net.directed ? '→' : '–'} ${columnNames[column]}`;
  return cell < 0 ? `${pair}: no tie` : `${pair}: ${shortNumber(matrix.value[cell])} ${net.weightName}`;
}

/** What is shown, in a line. */
export const allWords = (net: Network, { matrix, written }: Picture): string =>
  written
    ? `${net.weightName} between ${counted(matrix.rows.length, 'group')}`
    : `${counted(matrix.column.length, 'cell')} of ${counted(matrix.rows.length, 'row')} and ${counted(matrix.columns.length, 'column')}${net.directed ? ', from row to column' : ''}`;
