/**
 * Sequential palettes as tables of 256 colours from low to high: glacier, our own, mixed in OKLab between #CFE0DF, #6FA8A9, #0E5A63 and #0A3138; viridis (van der Walt & Smith 2015, CC0) and cividis (Nuñez, Anderton & Renslow
 * 2018), sampled from d3-scale-chromatic; a test holds them together. Further ones by stops: inferno of the same authors as viridis, and two diverging ones of
 * ColorBrewer (Harrower & Brewer 2003).
 */
/** 256 colours by the first, and for each part of it the steps from one to the next: m for none, n for one up, l for one down. */
function ramp(first: readonly [number, number, number], ...steps: readonly string[]): string[] {
  const parts = steps.map((letters, c) => {
    let value = first[c];
    return [value, ...Array.from(letters, (letter) => (value += letter.charCodeAt(0) - 109))];
  });
  const two = (value: number): string => value.toString(16).padStart(2, '0');
  return parts[0].map((red, i) => `#${two(red)}${two(parts[1][i])}${two(parts[2][i])}`);
}

const at =
  (table: readonly string[]) =>
  (share: number): string =>
    table[Math.round(255 * Math.max(0, Math.min(1, share)))];

const glacier = ramp(
  [207, 224, 223],
  'llllklllllllklllllllkllllllllklllllllklllllllklllllllklllllllkllllllkllllllkllllllkllllllllllllklllllllllllllllllllllkllllllllll' +
    'lllllklllllllllkllllllkllllklllkllklklklkkmmmmmmmmmmmmmmmmmmmlmmmmmmmmmmmmmmmmmmmmmmmlmmmmmmmmmmmmmmmmmmlmmmmmmmmmmmmmmlmmmmmmm',
  'lmllmllmllmllmllmllmllmllmllmllmllmllmllmllmllmlmllmllmllmllmllmllmllmllmlmllmllmllmllllllllllllmllllllllllllllllmllllllllllllml' +
    'llllllllllmlllllllllmllllllllmllllllllmllllmlmlmlmlmlmlmlmlmlmmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmmlmlmlmlmlmlmlmlmmlmlmlmlmlmlm',
  'lmllmllmlmllmllmllmllmlmllmllmllmllmlmllmllmllmlmllmllmlmllmllmllmlmllmllmlmllmllmlmllllmllllllmlllllmllllllmlllllmlllllmllllmll' +
    'lllmlllllmllllmllllmllllmllllmllllmllllmlllmlmlmlmlmlmlmlmlmlmllmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlmlm',
);
const viridis = ramp(
  [68, 1, 84],
  'mnmnmmmnmmmmnmmmmmmmmmmmmmmmmlmmmmlmmmlmmlmmlmlmmlmlmlmlmmlmlmlmlmlmlmlmlmlmlmlmlmlmmlmlmlmmlmlmmlmlmmlmmlmlmmlmmlmmlmlmmlmmlmmm' +
    'lmmlmmmmmmlmmnmmmmmnmnmnmnnnmnnnnnonnnononononoonoooooooooooooooopooopoopoopopopopopopoppopoppoppoppoppoppoppoppopoppopopopoopo',
  'nonononononononnonnnonnonnnonnonnnnonnnonnnnonnnnnonnnnnnonnnnnnnnnnonnnnnnnnnnnnnnnnnnnnnnnnnmnnnnnnnnnnnnnnnnnmnnnnnnnnnnnnnnn' +
    'nmnnnnnnnnnnnnnnnmnnnnnnnnnnnnmnnnnnnnnnmnnnnnnmnnnnnmnnnnmnnnmnnnmnnmnnnmnmnnmnnmnmnmnmnmnmnmnmnmnmmnmmnmnmmnmmnmmnmmnmmmnmmnm',
  'onononnononnonnnonnnnnonnnnnnnmnnnnmnnnmnnmnmnmnmnmnmmnmmnmmmnmmmnmmmmmnmmmmmmmmnmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmlmmmmmml' +
    'mmmmlmmmlmmlmmlmmlmlmlmmllmlmlmllmlllmlllmllllllllllllllllllklllkllkllkllklklklkklklkklkklkklkkklkkklklkkllkllllmlmmnmnnnnnonoo',
);
const cividis = ramp(
  [0, 32, 81],
  'mmmmmmmmmmmmmmmnnnnnmnnnnonnnnnonnnonnnonnononnonnononnonnononnonnonnnonnonnnnonnnnonnnnnnnnonnnnnnnnnnnnnmnnnnnnnnnmnnnnnmnnnnn' +
    'mnnnnnmnnnnmnnnnnmnnnnnmnnnnnnnnmnnnnnnnnnnnnnnnnnnnnnonnnnnnonnnnnonnnnonnnonnnonnnonnnonnnonnnnonnnnnnnnonmnnnnnnnmnnmnmnmnmm',
  'nnnmnnmnnmnnmnnmnnmnnnmnnmnnmnnnmnnmnnmnnnmnnmnnnmnnmnnnmnnmnnnmnnmnnnmnnmnnnmnnmnnnmnnmnnnmnnnmnnmnnnmnnnmnnnmnnmnnnmnnnmnnnmnn' +
    'nmnnnmnnnnmnnnmnnnmnnnnmnnnnmnnnnmnnnnmnnnnmnnnnnmnnnnnmnnnnnnmnnnnnnnmnnnnnnnmnnnnnnnnnnmnnnnnnnnnnnnnnmnnnnnnnnnnnnnnnnnnnnnn',
  'oononnonnnnnnnnnmnnmnnmnmmnmmnmmnmmmmmmnmmmmmmmmmmmmmmmmmmmmmmmmmmmmlmmmmmmmmnmmmmmmmmmmmmmmmnmmmmmmnmmmmmnmmmmmnmmmmnmmmnmmmmnm' +
    'mmmnmmmmmnmmmmmmnmmmmmmmmmmmmmmmmmmmmmmmmmlmmmmlmmmlmmlmmlmlmmlmlmlmllmlmllmllmllmlllmlllmllllmllllmlllllmlllmlllmllmllmlmllmml',
);

export const glacierAt = at(glacier);
export const viridisAt = at(viridis);
export const cividisAt = at(cividis);

export const infernoStops = [
  '#000004',
  '#210c4a',
  '#57106e',
  '#8a226a',
  '#bc3754',
  '#e45a31',
  '#f98e09',
  '#f9cb35',
  '#fcffa4',
];
export const redBlueStops = [
  '#2166ac',
  '#4393c3',
  '#92c5de',
  '#d1e5f0',
  '#f7f7f7',
  '#fddbc7',
  '#f4a582',
  '#d6604d',
  '#b2182b',
];
export const brownTealStops = [
  '#8c510a',
  '#bf812d',
  '#dfc27d',
  '#f6e8c3',
  '#f5f5f5',
  '#c7eae5',
  '#80cdc1',
  '#35978f',
  '#01665e',
];

/** A palette by its stops, red, green and blue mixed in proportion between them. */
export const byStops =
  (stops: readonly string[]) =>
  (share: number): string => {
    const place = Math.max(0, Math.min(1, share)) * (stops.length - 1);
    const before = Math.min(stops.length - 2, Math.floor(place));
    const part = (stop: string, i: number): number => parseInt(stop.slice(1 + 2 * i, 3 + 2 * i), 16);
    const mixed = [0, 1, 2].map((i) => {
      const from = part(stops[before], i);
      return Math.round(from + (place - before) * (part(stops[before + 1], i) - from));
    });
    return `#${mixed.map((value) => value.toString(16).padStart(2, '0')).join('')}`;
  };
