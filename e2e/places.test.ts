/** The map of places in the browser: on the demo, with an area that sifts, ties by place, and outlines out of a dirty file. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import {
  type Browser,
  By,
  type WebDriver,
  button,
  consoleErrors,
  named,
  openBrowser,
  openDemo,
  showView,
  shows,
  wait,
} from './browser';

jest.setTimeout(180_000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  await openDemo(driver, 'Who sent seed to whom');
  await showView(driver, 'Places');
});
afterAll(() => browser.close());

const chips = async (): Promise<string[]> =>
  Promise.all((await driver.findElements(By.css('ul[aria-label="Sifted by"] li span'))).map((chip) => chip.getText()));

test('keepers stand at their gardens, over the islands of the study; those without one are told', async () => {
  await shows(driver, '38 nodes have no place', 'at garden → latitude, longitude', 'km');
  expect(await violations(driver)).toEqual([]);
});

test('an area drawn on the map sifts; its chip lifts it', async () => {
  const map = await driver.findElement(By.css('[role="application"]'));
  await (await button(driver, 'Sift by an area')).click();
  // The upper left of the view: Ness, and the ground between.
  const { width, height } = await map.getRect();
  const [left, top] = [-Math.floor(width / 2) + 40, -Math.floor(height / 2) + 60];
  const corner = (x: number, y: number) => ({ origin: map, x: left + x, y: top + y });
  await driver
    .actions()
    .move(corner(0, 0))
    .press()
    .move(corner(250, 0))
    .move(corner(250, 300))
    .move(corner(0, 300))
    .release()
    .perform();
  await driver.wait(async () => (await chips()).includes('in an area (garden)'), wait, 'no chip');
  await driver.findElement(By.xpath('//nav[@aria-label="Trail"]//button[b="Sift"]')).click();
  const card = await driver.wait(
    async () => (await driver.findElements(By.css('aside li[aria-label="Sift by Area"]'))).at(0) ?? null,
    wait,
    'no card',
  );
  await driver.wait(async () => /(\d+) of \1 in view/.test(await card!.getText()), wait, 'no count');
  const inside = Number(/(\d+) of \d+ in view/.exec(await card!.getText())?.[1]);
  expect(inside).toBeGreaterThan(5);
  await shows(driver, `${inside} of 125 nodes`);
  // Of the 87 with a place, the others lie outside of it.
  await (await named(driver, 'aside label', 'outside of it')).click();
  await shows(driver, `${87 - inside} of 125 nodes`);
  expect(await violations(driver)).toEqual([]);
  await (await button(driver, 'Lift outside of an area (garden)')).click();
  await driver.wait(async () => (await chips()).length === 0, wait, 'the chip stays');
});

test('ties by place, and what of them is not drawn', async () => {
  await (await named(driver, 'input[type="checkbox"]', 'Ties by place')).click();
  await shows(driver, 'is one place', 'to nodes without, not drawn');
  await (await named(driver, 'input[type="checkbox"]', 'Ties by place')).click();
});

test('outlines out of a dirty file are shown, and deleted again', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'nunatak-files-'));
  const file = join(folder, 'shipping lane.geojson');
  const features = [
    {
      type: 'Feature',
      properties: { nom: 'Route du Nord' },
      geometry: {
        type: 'LineString',
        coordinates: [
          [-31.5, 48.3],
          [-30.5, 48.8],
        ],
      },
    },
    {
      type: 'Feature',
      properties: {},
      geometry: {
        type: 'LineString',
        coordinates: [
          [3500000, 5400000],
          [1, 1],
        ],
      },
    },
    { type: 'Feature', properties: { nom: 'Ness' }, geometry: { type: 'Point', coordinates: [-31.4, 48.6] } },
  ];
  writeFileSync(file, `\uFEFF${JSON.stringify({ type: 'FeatureCollection', features })}`);
  await (await button(driver, 'Outlines')).click();
  await (await named(driver, 'label', 'islands')).isDisplayed();
  await driver.findElement(By.css('input[aria-label="File of outlines"]')).sendKeys(file);
  await shows(driver, '1 outline on the map', '1 feature with points left out', '1 feature without a shape in degrees');
  await (await named(driver, 'label', 'shipping lane')).isDisplayed();
  // By the keyboard: the news of it may still stand over it.
  await (await button(driver, 'Delete shipping lane')).sendKeys(Key.ENTER);
  await driver.wait(
    async () => (await driver.findElements(By.css('button[aria-label="Delete shipping lane"]'))).length === 0,
    wait,
    'it stays',
  );
  expect(await consoleErrors(driver)).toEqual([]);
});
