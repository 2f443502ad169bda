/** The matrix in the browser: orders, sums between groups, a tie selected in all views. */
import { readFileSync } from 'node:fs';
import { violations } from './axe';
import {
  type Browser,
  By,
  type WebDriver,
  button,
  choose,
  consoleErrors,
  downloaded,
  named,
  openBrowser,
  openDemo,
  showView,
  shows,
  wait,
} from './browser';

jest.setTimeout(120_000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  await openDemo(driver, 'Who sent seed to whom');
  await showView(driver, 'Matrix');
});
afterAll(() => browser.close());

const canvas = () => driver.findElement(By.css('canvas[aria-label^="Matrix of"]'));

test('all ties stand in a matrix under their groups; the strongest is gone to by the keyboard', async () => {
  await shows(driver, '830 cells of 125 rows and 125 columns, from row to column');
  await driver.wait(async () => (await (await canvas()).getAttribute('data-drawn')) === 'yes', wait, 'not drawn');
  expect(await violations(driver)).toEqual([]);
  await choose(driver, 'Then', 'ties near the diagonal');
  await (await canvas()).sendKeys('n');
  await shows(driver, ' → ', 'a tie of', 'Records behind this tie');
});

test('sums between groups say what went from where to where', async () => {
  await (await named(driver, 'label', 'sums between groups')).click();
  await shows(driver, 'between 6 groups');
  const box = await canvas();
  const { width, height } = await box.getRect();
  // The first group with itself.
  await driver
    .actions()
    .move({ origin: box, x: Math.round(150 - width / 2), y: Math.round(130 - height / 2) })
    .click()
    .perform();
  await shows(driver, 'Ness → Ness:', '33 selected');
  await (await button(driver, 'As CSV')).click();
  const lines = readFileSync(await downloaded(browser, 'matrix.csv'), 'utf8')
    .trim()
    .split('\r\n');
  expect(lines).toHaveLength(7);
  expect(lines.every((line) => line.split(',').length === 7)).toBe(true);
  expect(lines[1]).toMatch(/^Ness,[1-9]\d*,/);
  expect(await violations(driver)).toEqual([]);
  expect(await consoleErrors(driver)).toEqual([]);
});
