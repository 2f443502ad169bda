/** Portraits as silhouettes of seed heads: small drawings, the same for the same keeper. */
import type { Random } from '@/core/random';

const grounds = ['e7ecdf', 'e3e8ea', 'efe6da', 'e9e2ec'];
const inks = ['2f6f8f', 'c9772b', '8a5a9e', '6b8e3d', 'b8475a', '7a7f35'];

/** An SVG as a data address. */
export function portrait(random: Random): string {
  const ground = grounds[random.below(grounds.length)];
  const ink = inks[random.below(inks.length)];
  const petals = 5 + random.below(5);
  const reach = 8 + random.below(5);
  const blades = Array.from(
    { length: petals },
    (_, i) =>
      `<ellipse cx='24' cy='${18 - reach / 2}' rx='${2 + (petals % 3)}' ry='${reach / 2}' transform='rotate(${Math.round((360 * i) / petals)} 24 18)'/>`,
  );
  const svg = `<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 48 48'><rect width='48' height='48' fill='#${ground}'/><g fill='#${ink}'><path d='M23 20h2v24h-2z'/>${blades.join('')}</g></svg>`;
  return `data:image/svg+xml,${encodeURIComponent(svg)}`;
}
