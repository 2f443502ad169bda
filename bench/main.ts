/**
 * `npm run bench`: speed as ratios in one run, each part printed as it ends. `-- core`, `measures`, `ties`, `pictures`, `names`, `broken`, `sift`, `views`, `figures`, `growth`, `archive` or `import` for a part, `-- all` for everything; archive and
 * import need DATABASE_URL.
 */
import '@/scripts/outside';
import { own } from '@/core/own';
import { type Line, printed } from './clock';

const asked = process.argv.slice(2);
const parts: Record<string, () => Promise<Line[]>> = {
  core: async () => (await import('./core')).coreLines(),
  measures: async () => (await import('./measures')).measureLines(asked.includes('all')),
  ties: async () => (await import('./ties')).tiesLines(),
  pictures: async () => (await import('./pictures')).pictureLines(),
  names: async () => (await import('./names')).namesLines(),
  broken: async () => (await import('./broken')).brokenLines(),
  sift: async () => (await import('./sift')).siftLines(),
  views: async () => (await import('./views')).viewLines(),
  figures: async () => (await import('./figures')).figureLines(),
  growth: async () => (await import('./growth')).growthLines(),
  archive: async () => (await import('./archive')).archiveLines(),
  import: async () => (await import('./import')).importLines(),
};
/** What is measured where nothing is asked for. */
const usual = ['core', 'measures', 'ties'];

const chosen = asked.includes('all') ? Object.keys(parts) : asked.length ? asked : usual;
for (const name of chosen) {
  const part = own(parts, name);
  if (!part) throw new Error(`There is no part “${name}”. The parts are ${Object.keys(parts).join(', ')} and all.`);
  process.stdout.write(printed(await part()));
}
