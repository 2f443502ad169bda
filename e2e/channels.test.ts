/** Every channel of a style looks the same in WebGL, on a 2D canvas and on a page. */
import { join } from 'node:path';
import { build } from 'esbuild';
import { type Browser, openBrowser } from './browser';

jest.setTimeout(240_000);

interface Compared {
  results: { key: string; pairs: number[]; seen: number[] }[];
  missing: string[];
}

let browser: Browser;
let found: Compared;
beforeAll(async () => {
  const made = await build({
    entryPoints: [join(__dirname, 'channels.page.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    tsconfig: join(__dirname, '../tsconfig.json'),
    external: ['node:*'],
    logLevel: 'error',
  });
  browser = await openBrowser({ whole: true });
  await browser.driver.get('data:text/html,<!doctype html><title>Channels</title><body></body>');
  await browser.driver.executeScript(made.outputFiles[0].text);
  await browser.driver.manage().setTimeouts({ script: 200_000 });
  found = await browser.driver.executeAsyncScript<Compared>(
    'const done = arguments[0]; window.compared().then(done, (error) => done({ results: [], missing: [String(error && error.stack)] }));',
  );
});
afterAll(() => browser.close());

test('every channel there is has a setting here', () => {
  expect(found.missing).toEqual([]);
  expect(found.results.length).toBeGreaterThan(30);
});

test('each is drawn alike by all three', () => {
  const odd = found.results.filter(({ pairs }) => Math.max(...pairs) > 0.5);
  expect(odd).toEqual([]);
});

test('each can be seen in all three', () => {
  const unseen = found.results.filter(({ seen }) => Math.min(...seen) < 0.4);
  expect(unseen).toEqual([]);
});
