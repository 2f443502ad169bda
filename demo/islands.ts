/** Outlines of the seven islands, and the parish register of one: all of it made up. */
import type { Random } from '@/core/random';
import { type Island, islands, places } from './people';

/** GeoJSON polygons on open sea. */
export function islandOutlines(random: Random): string {
  const features = islands.map((name: Island) => {
    const [latitude, longitude] = places[name];
    const size = 0.055 + random.unit() * 0.03;
    const ring = Array.from({ length: 40 }, (_, i) => {
      const turn = (i / 40) * 2 * Math.PI;
      const reach =
        size *
        (0.72 + 0.2 * Math.sin(3 * turn + latitude) + 0.16 * Math.sin(7 * turn + longitude) + 0.12 * random.unit());
      return [
        round(longitude + (reach * Math.cos(turn)) / Math.cos((latitude * Math.PI) / 180)),
        round(latitude + reach * Math.sin(turn)),
      ];
    });
    return { type: 'Feature', properties: { name }, geometry: { type: 'Polygon', coordinates: [[...ring, ring[0]]] } };
  });
  return JSON.stringify({ type: 'FeatureCollection', features }, null, 1) + '\n';
}

const round = (degrees: number): number => Math.round(degrees * 10000) / 10000;

const given = ['Magnus', 'Inga', 'Rolf', 'Thora', 'Sigrid', 'Olave', 'Barbara', 'Ninian'];
const family = ['Holm', 'Flett', 'Isbister', 'Rendall', 'Linklater'];

/** A register without ids, in which one name stands for three people: name, island, born, and who stood godparent to whom. */
export function parishRegister(random: Random): { people: string[][]; godparents: string[][] } {
  const people: string[][] = [];
  const names = new Set<string>();
  while (people.length < 37) {
    const name = `${given[random.below(given.length)]} ${family[random.below(family.length)]}`;
    if (name === 'Magnus Holm' || names.has(name)) continue;
    names.add(name);
    people.push([name, ['Ness', 'Holm', 'Voe'][random.below(3)], String(1850 + random.below(60))]);
    if (names.size === 34) break;
  }
  for (const [i, island] of (['Ness', 'Holm', 'Voe'] as const).entries())
    people.splice(5 + 9 * i, 0, ['Magnus Holm', island, String(1861 + 13 * i)]);
  const godparents = Array.from({ length: 60 }, (_, i) => {
    const [one, island] = people[i % 9 === 0 ? 5 + 9 * ((i / 9) % 3) : random.below(people.length)];
    return [one, people[random.below(people.length)][0], island, String(1880 + random.below(50))];
  });
  return { people, godparents };
}
