/** `npm run explorer`: writes public/explore.js, the program of pages to explore, from explore/. */
import { writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** The program in one piece, the same for the same sources. */
export async function explorer() {
  const made = await build({
    entryPoints: [join(root, 'explore', 'main.ts')],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: 'es2020',
    charset: 'utf8',
    tsconfig: join(root, 'tsconfig.json'),
    absWorkingDir: root,
  });
  // It stands inside a script element, which these words would end.
  return made.outputFiles[0].text.replaceAll('</script', '<\\/script');
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  writeFileSync(join(root, 'public', 'explore.js'), await explorer());
