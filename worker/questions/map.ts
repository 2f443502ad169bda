import { Fault } from '@/core/fault';
import type { KnownPlaces, Outline, PlacesMap, Spots, Where } from '@/core/places';
import type { Table } from '@/core/tables';
import type { Question } from './question';

export interface MapAsk {
  /** Absent: the likeliest of all ways. */
  where?: Where;
  tables: readonly KnownPlaces[];
  outlines: readonly Outline[];
  /** How far apart nodes of one spot stand, in map units. */
  room: number;
}

export interface MapAnswer {
  where: Where;
  /** The other ways in which nodes may have places. */
  offers: Where[];
  spots: Spots;
  map: PlacesMap;
}

/** A text names places of a table where at least this share of it is found there. */
const leastNamed = 0.3;

/** The nodes on a map; or that there is no way in which they could have places. */
export const map: Question<MapAsk, MapAnswer | { nowhere: true }> = async (
  net,
  { where, tables, outlines, room },
  around,
) => {
  const { fitted, placesMap, shareNamed, spotsOf, whereOffers } = await import('@/core/places');
  const { landOf } = await import('@/core/places/land');
  // Each table is read, and its names joined, once for all the ways that lead to it.
  const read = new Map<string, Promise<Table | undefined>>();
  const tableOf = ({ table }: Where): Promise<Table | undefined> => {
    if (table === undefined) return Promise.resolve(undefined);
    const held = read.get(table) ?? around.other(table);
    read.set(table, held);
    return held;
  };
  const all = whereOffers(net, tables);
  const offers: Where[] = [];
  for (const offer of all) {
    const table = await tableOf(offer);
    if (offer.table === undefined || (table && shareNamed(net, offer, table) >= leastNamed)) offers.push(offer);
    await around.breathe(0);
  }
  const chosen = where ?? offers[0];
  if (!chosen) return { nowhere: true };
  const table = await tableOf(chosen);
  if (chosen.table !== undefined && !table)
    throw new Fault(`The table “${chosen.table}”, which says where nodes are, is not there any more. Choose again.`);
  const spots = spotsOf(net, chosen, table);
  await around.breathe(0.3);
  const { spec } = fitted(spots.latitude, spots.longitude, 1);
  const land = await landOf(spec.kind);
  await around.breathe(0.6);
  return { where: chosen, offers, spots, map: placesMap(spots, room, land, outlines) };
};
