/** The five seed societies, who belonged to them and who met. In 1931 two of them merge; who follows had dealings with the founders before. */
import type { Random } from '@/core/random';
import type { Consignment } from './consignments';
import { asWritten } from './consignments';
import type { Island, Keeper } from './people';

export const societies: Record<string, Island[]> = {
  'Ness Garden Society': ['Ness'],
  'Tarrow Seed Guild': ['Tarrow'],
  'Holm and Voe Growers': ['Holm', 'Voe'],
  'Braid Bean Club': ['Braid', 'Lunder'],
  'Skerry Kailyard Society': ['Skerry'],
};
export const union = 'Growers’ Union';
const merging = ['Ness Garden Society', 'Tarrow Seed Guild'];

export interface Membership {
  keeper: string;
  society: string;
  joined: string;
  left: string;
  office: string;
}
export interface Meeting {
  id: string;
  heldOn: string;
  place: string;
  present: string[];
  subject: string;
}

const livesIn = (keeper: Keeper, year: number): boolean => year >= keeper.born + 18 && year <= (keeper.died ?? 2000);
const pick = <T>(items: readonly T[], random: Random): T => items[random.below(items.length)];
const subjects = [
  'bean weevil',
  'the spring list',
  'seed potatoes and blight',
  'boats and freight',
  'a show of roots',
  'bere barley',
  'names of kale',
  'the school garden',
  'the fire at Ness',
  'a common store',
];

/** The founders of the union: active keepers of the two societies that merge. */
export function foundersOf(keepers: readonly Keeper[]): Keeper[] {
  return ['Ness', 'Tarrow'].flatMap((island) =>
    keepers
      .filter((keeper) => keeper.island === island && livesIn(keeper, 1929) && livesIn(keeper, 1936))
      .sort((a, b) => b.activity - a.activity || (a.id < b.id ? -1 : 1))
      .slice(0, 4),
  );
}

/** 160 meetings, by date. */
export function makeMeetings(keepers: readonly Keeper[], random: Random): Meeting[] {
  const founders = foundersOf(keepers);
  const meetings: Omit<Meeting, 'id'>[] = [];
  while (meetings.length < 160) {
    const year = 1904 + Math.floor(34 * random.unit());
    const [society, around] = pick(Object.entries(societies), random);
    const founding = (year === 1929 || year === 1930) && merging.includes(society) && random.below(3) > 0;
    const near = keepers.filter((keeper) => around.includes(keeper.island) && livesIn(keeper, year));
    if (near.length < 6) continue;
    const present = new Set<Keeper>(founding ? founders.filter(() => random.below(3) > 0) : []);
    const size = 4 + random.below(9);
    for (let tries = 0; present.size < size && tries < 60; tries++) present.add(pick(near, random));
    const month = String(1 + random.below(12)).padStart(2, '0');
    const day = String(1 + random.below(28)).padStart(2, '0');
    meetings.push({
      heldOn: random.below(14) === 0 ? `${year}-${month}` : `${year}-${month}-${day}`,
      place: pick(near, random).garden?.name ?? `${around[0]} schoolhouse`,
      present: Array.from(present, ({ name }) => asWritten(name, random)),
      subject: founding ? 'a union of growers' : pick(subjects, random),
    });
  }
  meetings.sort((a, b) => (a.heldOn < b.heldOn ? -1 : a.heldOn > b.heldOn ? 1 : 0));
  return meetings.map((meeting, i) => ({ id: `M${String(i + 1).padStart(3, '0')}`, ...meeting }));
}

/** How often each keeper dealt with a founder in 1929 and 1930: packets sent either way. */
export function dealings(consignments: readonly Consignment[], founders: readonly Keeper[]): Map<string, number> {
  const names = new Set(founders.map(({ name }) => name));
  const counts = new Map<string, number>();
  for (const { sentOn, trueFrom, trueTo } of consignments) {
    if (!/^19(29|30)/.test(sentOn)) continue;
    for (const [one, other] of [
      [trueFrom, trueTo],
      [trueTo, trueFrom],
    ])
      if (names.has(one)) counts.set(other, (counts.get(other) ?? 0) + 1);
  }
  return counts;
}

/** 420 memberships, by keeper. */
export function makeMemberships(
  keepers: readonly Keeper[],
  consignments: readonly Consignment[],
  random: Random,
): Membership[] {
  const founders = foundersOf(keepers);
  const dealt = dealings(consignments, founders);
  const memberships: (Membership & { order: number })[] = [];
  const taken = new Set<string>();
  const add = (keeper: Keeper, society: string, joined: number, left: string, office: string): void => {
    if (taken.has(`${keeper.id} ${society}`)) return;
    taken.add(`${keeper.id} ${society}`);
    memberships.push({
      order: keepers.indexOf(keeper),
      keeper: asWritten(keeper.name, random),
      society,
      joined: String(joined),
      left,
      office,
    });
  };
  const end = (keeper: Keeper, society: string): string =>
    merging.includes(society) && (keeper.died ?? 2000) > 1931
      ? '1931'
      : keeper.died !== undefined && keeper.died <= 1938
        ? String(keeper.died)
        : '';
  // The union first: those who dealt with its founders, and few others.
  for (const keeper of keepers) {
    if (!livesIn(keeper, 1931)) continue;
    const founder = founders.includes(keeper);
    const near = (dealt.get(keeper.name) ?? 0) > 0;
    if (!founder && random.below(100) >= (near ? 82 : 6)) continue;
    const office =
      founder && keeper === founders[0] ? 'president' : founder && keeper === founders[4] ? 'secretary' : '';
    add(keeper, union, founder ? 1931 : 1931 + random.below(3), '', office);
  }
  for (const keeper of keepers) {
    const own = Object.entries(societies).find(([, islands]) => islands.includes(keeper.island))?.[0];
    if (own && random.below(10) < 9)
      add(
        keeper,
        own,
        Math.max(1902, keeper.born + 18 + random.below(12)),
        end(keeper, own),
        random.below(30) === 0 ? pick(['treasurer', 'secretary', 'president'], random) : '',
      );
  }
  while (memberships.length < 420) {
    const keeper = pick(keepers, random);
    const society = pick(Object.keys(societies), random);
    add(keeper, society, Math.max(1902, keeper.born + 20 + random.below(20)), end(keeper, society), '');
  }
  memberships.length = 420;
  memberships.sort((a, b) => a.order - b.order || (a.joined < b.joined ? -1 : 1));
  return memberships.map(({ order: _order, ...membership }) => membership);
}
