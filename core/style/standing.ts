/** What an entry of the legend stands for. */
import { type Network, edgeColumn, nodeColumn } from '../graph';
import { type Column, cellText, rowsOf } from '../tables';
import { numbers } from '../amounts';
import { channelTitle } from './dress';
import { firstThatHolds } from './look';
import type { LegendPart, Stands } from './looks';
import type { ChannelName, StyleSettings } from './registry';

/** The places of the nodes or edges that an entry stands for, ascending. A Fault where its column or rule cannot be read. */
export function standsFor(
  net: Network,
  style: StyleSettings,
  { channel, of = 'nodes', column }: Pick<LegendPart, 'channel' | 'of' | 'column'>,
  stands: Stands,
): Uint32Array {
  const { rule } = stands;
  if (rule !== undefined && channel) {
    const found = firstThatHolds(
      net,
      of,
      style.rules[channel as ChannelName] ?? [],
      channelTitle(channel as ChannelName),
    );
    return placesWhere(found.length, (i) => found[i] === rule);
  }
  if (column === undefined) return new Uint32Array(0);
  const { from, to } = stands;
  if (from !== undefined || to !== undefined) {
    const values =
      of === 'edges' && column === 'weight'
        ? net.weight
        : numbers(of === 'nodes' ? nodeColumn(net, column) : edgeColumn(net, column));
    return placesWhere(values.length, (i) => values[i] >= (from ?? -Infinity) && values[i] <= (to ?? Infinity));
  }
  const col: Column = of === 'nodes' ? nodeColumn(net, column) : edgeColumn(net, column);
  const values = new Set(stands.values);
  const but = new Set(stands.but);
  return placesWhere(rowsOf(col), (i) => {
    const text = cellText(col, i);
    if (text === '') return stands.empty === true;
    return stands.but ? !but.has(text) : values.has(text);
  });
}

const placesWhere = (size: number, holds: (place: number) => boolean): Uint32Array =>
  Uint32Array.from({ length: size }, (_, i) => i).filter(holds);
