/** Another network beside, classes by hand, records as cards, in the browser. */
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import {
  type Browser,
  button,
  By,
  consoleErrors,
  named,
  openBrowser,
  openDemo,
  pageText,
  shows,
  showView,
  wait,
  type WebDriver,
} from './browser';

jest.setTimeout(180_000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
});
afterAll(() => browser.close());

/** What the labels of a map show, in short. */
const picture = (map: string): Promise<string> =>
  driver.executeScript(
    `const [, canvas] = document.querySelectorAll(arguments[0] + ' [role="application"] canvas');
     const small = document.createElement('canvas');
     [small.width, small.height] = [48, 48];
     const context = small.getContext('2d');
     context.drawImage(canvas, 0, 0, 48, 48);
     return context.getImageData(0, 0, 48, 48).data.reduce((sum, value, i) => (sum * 31 + value * (i % 7)) % 1e9, 7) + '';`,
    map,
  );
const beside = 'section[aria-label^="Beside"]';
const entry = async (name: string): Promise<void> => (await named(driver, '[role="menuitem"]', name)).click();

test('a network as it was stands beside it: what is selected in one is selected in both, and tied maps go together', async () => {
  await openDemo(driver, 'Who sent seed to whom');
  await shows(driver, 'settled');
  await (await button(driver, 'Two views side by side')).click();
  await (await button(driver, 'View 2: Table')).click();
  await entry('Graph as it is now, held');
  await shows(driver, 'Who sent seed to whom, as it was');
  await driver.wait(
    async () =>
      (await driver.findElements(By.css(`${beside} [data-drawn][aria-label^="Network of 125 nodes"]`))).length === 1,
    wait,
    'not drawn beside',
  );
  const [first, second] = await driver.findElements(By.css('[role="application"]'));
  await second.sendKeys('n');
  await shows(driver, 'Hesper Sandison', '1 selected');
  await driver.wait(async () => /nodes=K060/.test(await driver.getCurrentUrl()), wait, 'not selected in both');
  await (await button(driver, 'Move both maps together')).click();
  const before = await picture(beside);
  await first.sendKeys('+++');
  await driver.wait(async () => (await picture(beside)) !== before, wait, 'the other map stood still');
  expect(await violations(driver)).toEqual([]);
  // Nothing of it is changed: a step that is changed here stays there as it was.
  await (await button(driver, 'Close what stands beside')).click();
  expect(await driver.findElements(By.css(beside))).toHaveLength(0);
});

test('another network beside comes back after a reload', async () => {
  await (await button(driver, 'Two views side by side')).click();
  await (await button(driver, 'View 2: Table')).click();
  await entry('Graph of “Who met with whom”');
  await named(driver, `${beside} a[href]`, 'Who met with whom');
  await driver.navigate().refresh();
  await named(driver, `${beside} a[href]`, 'Who met with whom');
  await (await button(driver, 'Close what stands beside')).click();
  expect(await consoleErrors(driver)).toEqual([]);
});

test('classes pasted from a spreadsheet become a column, and are taken back', async () => {
  await driver.findElement(By.css('body')).sendKeys('l');
  await (await named(driver, 'summary', 'Classes by hand')).click();
  const lines = 'keeper;rank\nEwan Heddle;elder\nsunniva holm;elder\nNobody;young';
  await (await named(driver, 'textarea', 'Classes from a spreadsheet')).sendKeys(lines);
  await (await button(driver, 'Set these classes')).click();
  await shows(driver, '2 nodes in “rank”. 1 name is not in the network: Nobody.', 'rank by hand', '2 filled');
  expect(await violations(driver)).toEqual([]);
  await driver.executeScript('document.activeElement.blur()');
  await driver.findElement(By.css('body')).sendKeys(Key.chord(Key.CONTROL, 'z'));
  await driver.wait(async () => !(await pageText(driver)).includes('rank by hand'), wait, 'not taken back');
});

test('records as rows with their numbers, and as cards', async () => {
  await driver.findElement(By.css('body')).sendKeys(Key.ESCAPE);
  await showView(driver, 'Table');
  await (await named(driver, 'button', 'Records', true)).click();
  await (await named(driver, '[role="columnheader"] button', 'packets')).click();
  await driver.wait(
    async () =>
      (await (await named(driver, '[role="columnheader"]', 'packets')).getAttribute('aria-sort')) === 'descending',
    wait,
  );
  await (await named(driver, 'button', 'Cards', true)).click();
  const card = await named(driver, 'button[aria-pressed]', 'Row ');
  await card.click();
  await shows(driver, '1 record');
  expect(await violations(driver)).toEqual([]);
  expect(await consoleErrors(driver)).toEqual([]);
});
