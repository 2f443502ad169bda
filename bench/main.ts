/** `npm run bench`: speed as ratios in one run. `npm run bench -- core`, `measures`, `ties`, `names`, `broken` or `import` for a part; import needs DATABASE_URL. */
import { coreLines } from './core';
import { type Line, printed } from './clock';

const parts = process.argv.slice(2);
const wants = (part: string): boolean => parts.length === 0 || parts.includes(part);
const lines: Line[] = [];
if (wants('core')) lines.push(...(await coreLines()));
if (wants('measures')) lines.push(...(await (await import('./measures')).measureLines()));
if (wants('ties')) lines.push(...(await (await import('./ties')).tiesLines()));
if (wants('names')) lines.push(...(await (await import('./names')).namesLines()));
if (wants('broken')) lines.push(...(await (await import('./broken')).brokenLines()));
if (wants('import')) lines.push(...(await (await import('./import')).importLines()));
process.stdout.write(printed(lines));
