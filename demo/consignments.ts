/** The consignments of seed, as ledgers have them: with other spellings, dates known to the month or the year, and hearsay. */
import { type Random, seeded } from '@/core/random';
import type { Island, Keeper } from './people';

const varieties = [
  'kale',
  'bere barley',
  'field bean',
  'scarlet runner',
  'neep',
  'turnip',
  'seed potato',
  'oats, black',
  'carrot',
  'pea, grey',
  'cabbage, Ness',
  'leek',
  'skirret',
  'sea kale',
  'beans',
  'field beans',
  'peas',
  'parsnip',
  'rhubarb',
  'onion, Tarrow',
  'beet',
  'radish',
  'lettuce, winter',
  'mustard',
  'marrow',
];
const boats = ['Petrel', 'Kittiwake', 'Fulmar', 'Good Intent', 'Isabella', 'Skua', 'mail boat'];

export interface Consignment {
  id: string;
  sentOn: string;
  from: string;
  to: string;
  varieties: string[];
  packets: string;
  carriedBy: string;
  certainty: 'recorded' | 'inferred' | 'hearsay';
  ledger: string;
  folio: number;
  remark: string;
  /** Whom the ledger means; not in any file. */
  trueFrom: string;
  trueTo: string;
}

/** Draws with the given weights. */
function weighted<T>(items: readonly T[], weight: (item: T) => number, random: Random): T {
  let sum = 0;
  for (const item of items) sum += weight(item);
  let drawn = random.unit() * sum;
  for (const item of items) {
    drawn -= weight(item);
    if (drawn < 0) return item;
  }
  return items[items.length - 1];
}

/** A name as a clerk might have written it. */
export function asWritten(name: string, random: Random): string {
  if (random.below(100) >= 4) return name;
  const [first, last] = name.split(' ');
  switch (random.below(6)) {
    case 0:
      return `${last}, ${first}`;
    case 1:
      return `${first[0]}. ${last}`;
    case 2:
      return name.toUpperCase();
    case 3:
      return `${first} ${last.slice(0, -2)}${last.at(-1)}${last.at(-2)}`;
    case 4:
      return `${first}  ${last} `;
    default:
      return `${first} ${last.replace(/(.)\1/, '$1')}${/(.)\1/.test(last) ? '' : 'e'}`;
  }
}

/** A variety as a clerk might have written it. */
function varietyAsWritten(name: string, random: Random): string {
  const kind = random.below(100);
  if (kind < 3 && !name.endsWith('s')) return name.endsWith('o') ? `${name}es` : `${name}s`;
  if (kind < 5 && name.includes(', ')) return name.split(', ').reverse().join(' ');
  if (kind < 6) return name.charAt(0).toUpperCase() + name.slice(1);
  if (kind < 7 && name === 'bere barley') return 'bear barley';
  if (kind < 8 && name.length > 6) return name.slice(0, 2) + name[3] + name[2] + name.slice(4);
  return kind < 9 && name.includes(' ') ? name.replace(' ', '-') : name;
}

function dateOf(year: number, random: Random): string {
  const month = String(1 + random.below(12)).padStart(2, '0');
  const kind = random.below(100);
  if (kind < 3) return `${year}?`;
  if (kind < 5) return String(year);
  if (kind < 12) return `${year}-${month}`;
  return `${year}-${month}-${String(1 + random.below(28)).padStart(2, '0')}`;
}

/** Islands that trade with each other; Lunder and Skerry are linked by hearsay alone. */
const lanes: Record<Island, Island[]> = {
  Ness: ['Tarrow', 'Holm', 'Braid', 'Voe'],
  Tarrow: ['Ness', 'Skerry', 'Voe', 'Braid'],
  Holm: ['Ness', 'Voe', 'Lunder'],
  Braid: ['Ness', 'Skerry', 'Tarrow'],
  Skerry: ['Tarrow', 'Braid'],
  Voe: ['Holm', 'Tarrow'],
  Lunder: ['Holm', 'Ness'],
};

/** 1,900 consignments, by date. */
export function makeConsignments(keepers: readonly Keeper[], random: Random): Consignment[] {
  const drawn: Omit<Consignment, 'id' | 'ledger' | 'folio'>[] = [];
  const weightIn = (keeper: Keeper, year: number): number => {
    if (year < keeper.born + 18 || year > (keeper.died ?? 2000)) return 0;
    // The Ness nursery burns down in 1921; its trade moves to the one on Tarrow.
    if (keeper.garden?.name === 'Ness Walled Garden' && keeper.role === 'nursery owner') return year < 1921 ? 22 : 1;
    if (keeper.garden?.name === 'Tarrow Nursery' && keeper.role === 'nursery owner') return year < 1921 ? 7 : 26;
    return keeper.activity;
  };
  const byIsland = new Map<Island, Keeper[]>();
  for (const keeper of keepers) byIsland.set(keeper.island, [...(byIsland.get(keeper.island) ?? []), keeper]);

  const draw = (
    year: number,
    sender: Keeper,
    receiver: Keeper,
    what: string[],
    certainty: Consignment['certainty'],
  ): void => {
    const packets =
      1 + Math.floor(14 * random.unit() * random.unit()) + (random.below(60) === 0 ? random.below(220) : 0);
    drawn.push({
      sentOn: dateOf(year, random),
      from: asWritten(sender.name, random),
      to: asWritten(receiver.name, random),
      varieties: what,
      packets: random.below(160) === 0 ? ['ten', 'a few', 'doz.'][random.below(3)] : String(packets),
      carriedBy: random.below(4) === 0 ? '' : boats[random.below(boats.length)],
      certainty,
      trueFrom: sender.name,
      trueTo: receiver.name,
      remark:
        random.below(30) === 0
          ? ['paid in eggs', 'half spoiled', 'for the school', 'by way of the manse'][random.below(4)]
          : '',
    });
  };

  // Before 1931 the rare “grey bere” leaves Ness by one keeper alone, for three islands.
  const bringer = keepers.find(({ island, role }) => island === 'Ness' && role === "ship's mate") ?? keepers[2];
  for (const island of ['Voe', 'Braid', 'Holm'] as const) {
    for (let i = 0; i < 2; i++) {
      const receiver = weighted(byIsland.get(island) ?? [], (keeper) => weightIn(keeper, 1913), random);
      draw(1911 + random.below(5), { ...bringer, name: bringer.name }, receiver, ['grey bere'], 'recorded');
    }
  }
  for (let i = 0; i < 9; i++) {
    const from = weighted(byIsland.get('Lunder') ?? [], (keeper) => weightIn(keeper, 1924), random);
    const to = weighted(byIsland.get('Skerry') ?? [], (keeper) => weightIn(keeper, 1924), random);
    draw(1922 + random.below(6), from, to, ['sea kale'], 'hearsay');
  }
  const strangers = ['Voe Nursery', 'Capt. Lorne', 'the minister', 'Mrs Thrave', 'Union store'];
  for (let i = 0; i < 16; i++) {
    const sender = weighted(keepers, (keeper) => weightIn(keeper, 1920), random);
    draw(1908 + random.below(28), sender, { ...sender, name: strangers[random.below(5)] }, ['kale'], 'recorded');
  }
  while (drawn.length < 1900) {
    const year = 1902 + Math.floor((37 * (random.unit() + random.unit() + random.unit())) / 3);
    const sender = weighted(keepers, (keeper) => weightIn(keeper, year), random);
    const abroad = sender.carrier && random.below(100) < 38;
    const island = abroad
      ? lanes[sender.island][Math.floor(lanes[sender.island].length * random.unit() * random.unit())]
      : sender.island;
    const others = (byIsland.get(island) ?? []).filter((keeper) => keeper !== sender);
    const receiver = weighted(
      others,
      (keeper) => weightIn(keeper, year) * (abroad && !keeper.carrier ? 0.25 : 1),
      random,
    );
    const count = 1 + Math.floor(3 * random.unit() * random.unit());
    const what = Array.from(
      { length: count },
      () => varieties[Math.floor(varieties.length * random.unit() * random.unit())],
    );
    const certainty = random.below(100) < 80 ? 'recorded' : random.below(4) === 0 && !abroad ? 'hearsay' : 'inferred';
    draw(year, sender, receiver, [...new Set(what)], certainty);
  }
  // Other spellings of varieties, and entries that are none; drawn apart, so that who sent to whom stays as it is.
  const clerk = seeded(1903);
  for (const one of drawn) {
    one.varieties = one.varieties.map((name) => (name === 'grey bere' ? name : varietyAsWritten(name, clerk)));
    if (clerk.below(160) === 0) one.varieties.push(['ditto', '?', 'Jr'][clerk.below(3)]);
  }
  drawn.sort((a, b) => (a.sentOn < b.sentOn ? -1 : a.sentOn > b.sentOn ? 1 : 0));
  return drawn.map((one, i) => ({
    id: `C${String(i + 1).padStart(4, '0')}`,
    ...one,
    ledger: 'ABCDE'[Math.min(4, Math.floor(i / 380))],
    folio: 1 + Math.floor((i % 380) / 4),
  }));
}

/** A second file of ledgers, 1931–1938: 460 new entries, 38 corrected ones of the first file, and two that stand in it twice. */
export function makeLaterConsignments(first: readonly Consignment[], random: Random): Consignment[] {
  const late = first.filter(({ sentOn }) => Number(sentOn.slice(0, 4)) >= 1931);
  const corrected = late.filter((_, i) => i % Math.max(1, Math.floor(late.length / 38)) === 0).slice(0, 38);
  const entries = corrected.map((one) => ({
    ...one,
    packets: String(1 + random.below(24)),
    certainty: 'recorded' as const,
  }));
  for (let i = 0; entries.length < 498; i++) {
    const model = late[random.below(late.length)];
    const other = late[random.below(late.length)];
    if (model.trueFrom === other.trueTo) continue;
    const year = 1931 + random.below(8);
    entries.push({
      ...model,
      id: `C${String(1901 + i).padStart(4, '0')}`,
      sentOn: dateOf(year, random),
      to: random.below(3) === 0 ? asWritten(other.trueTo, random) : model.to,
      trueTo: other.trueTo,
      packets: String(1 + random.below(20)),
      certainty: 'recorded',
      ledger: 'F',
      folio: 1 + Math.floor(i / 5),
    });
  }
  entries.sort((a, b) => (a.sentOn < b.sentOn ? -1 : a.sentOn > b.sentOn ? 1 : a.id < b.id ? -1 : 1));
  return [...entries, entries[7], entries[201]];
}
