/** A network read as groups of groups: from the whole to a circle to its members and back, and every node at a click. */
import { largeStudy } from './large';
import { violations } from './axe';
import { type Browser, By, button, consoleErrors, named, openBrowser, shows, wait } from './browser';

jest.setTimeout(180_000);
let browser: Browser;
beforeAll(async () => (browser = await openBrowser()));
afterAll(() => browser.close());

const text = async (label: string): Promise<string> =>
  (await (await browser.driver.findElement(By.css(`[aria-label="${label}"]`))).getText()).replace(/\s+/g, ' ');
const until = (what: () => Promise<boolean>, words: string): Promise<boolean> =>
  browser.driver.wait(() => what().catch(() => false), wait, words);

test('circles stand for groups, open into their members, close again; every node is drawn at a click', async () => {
  const { driver } = browser;
  await driver.get(largeStudy(300, 1500));
  await shows(driver, 'settled', 'legend on');
  await (await button(driver, 'Step')).click();
  await (await named(driver, '[role="menuitem"]', 'Gather')).click();
  await shows(driver, 'Draw each group as one circle');
  await until(async () => /^\d+ circles for [\d,]+ nodes/.test(await text('Gathered')), 'the note over the map');
  // What is of before stands dimmed until the new is there.
  await until(async () => (await driver.findElements(By.css('.opacity-60'))).length === 0, 'nothing is of before');
  expect(await violations(driver)).toEqual([]);
  const open = await driver.findElement(By.css('[aria-label="Closed circles"] button[aria-label^="Open "]'));
  const name = ((await open.getAttribute('aria-label')) ?? '').slice(5);
  const before = await text('Trail');
  await open.click();
  await until(async () => (await text('Open circles')).startsWith(name), 'it is open, under its name');
  await until(async () => /\d+ circles?, \d+ nodes/.test(await text('Trail')), 'its members are drawn');
  expect(await text('Closed circles')).not.toContain(name);
  await (await named(driver, 'button', `Close ${name}`)).click();
  await until(async () => (await text('Trail')) === before, 'it is closed');
  // From the reading of a circle as well.
  await (await driver.findElement(By.css('[aria-label="Closed circles"] li:nth-child(2) button'))).click();
  await (await button(driver, 'Open this circle')).click();
  await until(async () => /\d+\s*Close/.test(await text('Open circles')), 'the second is open');
  await (await button(driver, 'Draw every node')).click();
  await until(async () => /^Every node is drawn/.test(await text('Gathered')), 'every node is drawn');
  await until(async () => /every node/.test(await text('Trail')), 'and the tile says so');
  expect(await consoleErrors(driver)).toEqual([]);
});
