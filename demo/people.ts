/** The keepers and gardens of the Orrin Sound seed circle. All of it is made up. */
import type { Random } from '@/core/random';

export const islands = ['Ness', 'Tarrow', 'Holm', 'Braid', 'Skerry', 'Voe', 'Lunder'] as const;
export type Island = (typeof islands)[number];

/** Middle of each island, in degrees, on open sea. */
export const places: Record<Island, [number, number]> = {
  Ness: [48.62, -31.4],
  Tarrow: [48.55, -30.72],
  Holm: [48.3, -31.18],
  Braid: [48.86, -31.02],
  Skerry: [48.74, -30.6],
  Voe: [48.22, -30.66],
  Lunder: [48.44, -31.72],
};

/** How many of the 240 keepers live on each island. */
const peopled: Record<Island, number> = { Ness: 58, Tarrow: 50, Holm: 36, Braid: 30, Skerry: 28, Voe: 26, Lunder: 12 };

const firstNames = [
  'Alban',
  'Tove',
  'Osric',
  'Jorunn',
  'Signe',
  'Maud',
  'Isolde',
  'Piers',
  'Brand',
  'Elspeth',
  'Hesper',
  'Edwin',
  'Halvard',
  'Sunniva',
  'Torben',
  'Dagny',
  'Linnea',
  'Ewan',
  'Ragna',
  'Merrin',
  'Aldis',
  'Cuthbert',
  'Ysolde',
  'Gunnar',
  'Petra',
  'Leif',
];
const women = new Set([
  'Tove',
  'Jorunn',
  'Signe',
  'Maud',
  'Isolde',
  'Elspeth',
  'Hesper',
  'Sunniva',
  'Dagny',
  'Linnea',
  'Ragna',
  'Merrin',
  'Aldis',
  'Ysolde',
  'Petra',
]);
const surnames = [
  'Pell',
  'Wick',
  'Lorne',
  'Oxley',
  'Quill',
  'Sandison',
  'Heddle',
  'Corrie',
  'Yarrow',
  'Marwick',
  'Thrave',
  'Farrow',
  'Holm',
  'Orde',
];
const gardenWords = [
  'Walled Garden',
  'Manse',
  'Kailyard',
  'Schoolhouse',
  'Toft',
  'Brae',
  'Croft',
  'Glebe',
  'Haven',
  'Mill',
];

export interface Garden {
  id: string;
  name: string;
  island: Island;
  latitude: number;
  longitude: number;
  kind: string;
  founded: number;
  closed?: number;
}

export interface Keeper {
  id: string;
  name: string;
  born: number;
  died?: number;
  gender: string;
  role: string;
  garden?: Garden;
  island: Island;
  note: string;
  /** How much the keeper trades. */
  activity: number;
  /** Whether packets between islands go through this keeper's hands. */
  carrier: boolean;
}

const pickOne = <T>(items: readonly T[], random: Random): T => items[random.below(items.length)];

export function makeGardens(random: Random): Garden[] {
  const gardens: Garden[] = [];
  for (let i = 0; i < 60; i++) {
    const island = islands[i < 7 ? i : [0, 0, 1, 1, 2, 2, 3, 4, 5, 6][random.below(10)]];
    const words = gardenWords[Math.floor(i / 7) % gardenWords.length];
    const nursery = i < 6 || random.below(9) === 0;
    const founded = 1840 + random.below(70);
    gardens.push({
      id: `G${String(i + 1).padStart(2, '0')}`,
      name: `${pickOne(['Upper', 'Nether', 'Old', 'North', 'South', 'East'], random)} ${island} ${words}`,
      island,
      latitude: round(places[island][0] + (random.unit() - 0.5) * 0.09),
      longitude: round(places[island][1] + (random.unit() - 0.5) * 0.13),
      kind: nursery ? 'nursery' : pickOne(['cottage garden', 'walled garden', 'school garden', 'glebe'], random),
      founded,
      closed: random.below(5) === 0 ? founded + 30 + random.below(60) : undefined,
    });
  }
  // The nursery of the story: it burns down in 1921.
  gardens[0] = { ...gardens[0], name: 'Ness Walled Garden', kind: 'nursery', founded: 1871, closed: 1921 };
  gardens[1] = { ...gardens[1], name: 'Tarrow Nursery', kind: 'nursery', founded: 1898, closed: undefined };
  return gardens;
}

const round = (degrees: number): number => Math.round(degrees * 10000) / 10000;

export function makeKeepers(gardens: readonly Garden[], random: Random): Keeper[] {
  const names = new Uint32Array(firstNames.length * surnames.length).map((_, i) => i);
  random.shuffle(names);
  const keepers: Keeper[] = [];
  for (const island of islands) {
    const local = gardens.filter((garden) => garden.island === island);
    for (let i = 0; i < peopled[island]; i++) {
      const code = names[keepers.length];
      const first = firstNames[code % firstNames.length];
      const born = 1838 + random.below(72);
      const owner = i < 2;
      const role = owner
        ? 'nursery owner'
        : pickOne(
            ['keeper', 'keeper', 'keeper', 'keeper', 'keeper', 'botanist', 'schoolteacher', "ship's mate"],
            random,
          );
      const garden = owner
        ? (local.find(({ kind }) => kind === 'nursery') ?? local[0])
        : random.below(5) < 3
          ? pickOne(local, random)
          : undefined;
      keepers.push({
        id: `K${String(keepers.length + 1).padStart(3, '0')}`,
        name: `${first} ${surnames[Math.floor(code / firstNames.length)]}`,
        born,
        died: born + 48 + random.below(44) > 1940 ? undefined : Math.max(1903, born + 48 + random.below(44)),
        gender: women.has(first) ? 'woman' : 'man',
        role,
        garden,
        island,
        note: '',
        activity: owner ? 9 : 0.25 + 3.2 / (1 + random.below(12)),
        carrier: owner || role === "ship's mate" || random.below(14) === 0,
      });
    }
  }
  return keepers;
}
