/** A study as an archive: taken away, refused where it is none, opened again, and the same picture to the byte. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { violations } from './axe';
import {
  type Browser,
  By,
  button,
  choose,
  downloaded,
  named,
  openBrowser,
  openDemo,
  pageDrawn,
  shows,
  wait,
} from './browser';

jest.setTimeout(240_000);
const demo = 'Orrin Sound seed circle';
const figure = 'Carriers between islands';
let browser: Browser;
const folder = mkdtempSync(join(tmpdir(), 'nunatak-archives-'));
let archive = '';
beforeAll(async () => (browser = await openBrowser()));
afterAll(async () => {
  await browser.close();
  rmSync(folder, { recursive: true });
});

const start = (): Promise<void> => browser.driver.get(process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000');
async function open(path: string): Promise<void> {
  await button(browser.driver, 'Open an archive');
  await browser.driver.findElement(By.css('input[aria-label="Archive of a study"]')).sendKeys(path);
}
/** The SVG of the figure that is on the screen. */
async function drawnSvg(): Promise<string> {
  const { driver, downloads } = browser;
  await driver.wait(
    async () => (await driver.findElements(By.css('main[aria-label="The page"] canvas'))).length > 0,
    wait,
  );
  await pageDrawn(driver);
  await (await named(driver, 'aside button', 'SVG')).click();
  const path = await downloaded(browser, '.svg');
  const svg = readFileSync(path, 'utf8');
  rmSync(join(downloads, path.slice(downloads.length + 1)));
  return svg;
}

test('a study is taken away from its menu, and the runner says that all of it is reproduced', async () => {
  const { driver } = browser;
  await start();
  await (await named(driver, 'button', `${demo}: more`)).click();
  await (await named(driver, '[role="menuitem"]', 'Take away as an archive')).click();
  archive = await downloaded(browser, '.zip');
  expect(archive).toContain(demo);
  const { status, stdout } = spawnSync(join('node_modules', '.bin', 'tsx'), ['runner/main.ts', 'check', archive], {
    encoding: 'utf8',
  });
  expect(stdout).toContain(`${figure}: follows its networks, reproduced`);
  // Networks that other tests left in the middle of a change have a fault and count as such; none may stand elsewhere.
  expect(stdout).not.toMatch(/stand elsewhere|kept are/);
  expect(status).toBe(stdout.includes('Everything is reproduced.') ? 0 : 1);
});

test('what is no archive of a study is refused in a sentence, and no study is made', async () => {
  const { driver } = browser;
  await start();
  const count = async (): Promise<number> => (await driver.findElements(By.css('main ul > li h2'))).length;
  await button(driver, 'Open an archive');
  const before = await count();
  const files = unzipSync(new Uint8Array(readFileSync(archive)));
  const bad = join(folder, 'climbing.zip');
  writeFileSync(bad, zipSync({ ...files, '../../out.json': strToU8('{}') }));
  await open(bad);
  await shows(driver, '“climbing.zip” was not opened', 'leads out of it');
  expect(await violations(driver)).toEqual([]);
  const photo = join(folder, 'holiday.zip');
  writeFileSync(photo, 'no zip at all');
  await open(photo);
  await shows(driver, '“holiday.zip” is no ZIP that can be opened');
  await start();
  await button(driver, 'Open an archive');
  expect(await count()).toBe(before);
});

test('it opens as a study of its own, and its figure is the same to the byte: here, there and by the runner', async () => {
  const { driver } = browser;
  const files = unzipSync(new Uint8Array(readFileSync(archive)));
  const study = JSON.parse(strFromU8(files['study.json'])) as object;
  const renamed = join(folder, 'renamed.zip');
  // Under a name of its own, in a folder, with what a system leaves beside it.
  const inside = { ...files, 'study.json': strToU8(JSON.stringify({ ...study, name: 'Opened from an archive' })) };
  writeFileSync(
    renamed,
    zipSync({
      ...Object.fromEntries(Object.entries(inside).map(([path, bytes]) => [`Orrin/${path}`, bytes])),
      'Orrin/.DS_Store': strToU8('x'),
    }),
  );
  await start();
  await (await button(driver, demo)).click();
  await (await named(driver, 'a[href]', 'Figures')).click();
  await (await named(driver, 'a[href]', figure, true)).click();
  const here = await drawnSvg();
  await start();
  await open(renamed);
  await shows(driver, 'is opened, as a study of its own', '1 file in the archive belong');
  await (await named(driver, 'main [role="status"] a[href]', 'Opened from an archive')).click();
  await shows(driver, 'Who sent seed to whom', 'Seed sent from 1921 on');
  expect(await driver.findElements(By.css('main ul img'))).not.toEqual([]);
  await (await named(driver, 'a[href]', 'Figures')).click();
  await (await named(driver, 'a[href]', figure, true)).click();
  const there = await drawnSvg();
  expect(there).toBe(here);
  const out = join(folder, 'out');
  spawnSync(join('node_modules', '.bin', 'tsx'), ['runner/main.ts', 'run', renamed, '--out', out, '--figure', figure]);
  expect(readFileSync(join(out, 'figures', 'Carriers-between-islands.svg'), 'utf8')).toBe(here);
  // Away again, so that other tests find one study.
  await start();
  await (await named(driver, 'button', 'Opened from an archive: more')).click();
  await (await named(driver, '[role="menuitem"]', 'Delete')).click();
  await driver.wait(
    async () => !(await driver.findElement(By.css('main')).getText()).includes('Opened from an archive'),
    wait,
  );
});

test('parts of a network come as files: one for each group, with the columns that were chosen', async () => {
  const { driver } = browser;
  await openDemo(driver, 'Who sent seed to whom');
  await (await button(driver, 'Take away')).click();
  await choose(driver, 'Part', 'a part for each group');
  await (await named(driver, 'summary', 'All')).click();
  await (await named(driver, 'input[type="checkbox"]', 'born', true)).click();
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, 'button', 'Nodes CSV')).click();
  const files = unzipSync(new Uint8Array(readFileSync(await downloaded(browser, ', by group.zip'))));
  const groups = ['Ness', 'Tarrow', 'Holm', 'Braid', 'Skerry', 'Voe'];
  expect(Object.keys(files).sort()).toEqual(groups.map((group) => `${group} nodes.csv`).sort());
  const [header, ...rows] = strFromU8(files['Ness nodes.csv']).trim().split('\r\n');
  expect(header).toContain('island');
  expect(header).not.toContain('born');
  expect(rows).toHaveLength(33);
});
