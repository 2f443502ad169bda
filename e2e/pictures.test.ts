/** Arranging and styling in the browser: the gallery, adjustments by hand, rules and looks by hand. */
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import {
  type Browser,
  button,
  By,
  choose,
  consoleErrors,
  named,
  openBrowser,
  pageText,
  shows,
  wait,
  type WebDriver,
} from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(180000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
});
afterAll(() => browser.close());

const open = async (step: string): Promise<void> =>
  driver.findElement(By.xpath(`//nav[@aria-label="Trail"]//button[b="${step}"]`)).click();
const press = async (name: string): Promise<void> => (await named(driver, 'button', name, true)).click();
const line = async (channel: string): Promise<void> => {
  const found = await driver.findElement(
    By.xpath(`//aside//button[@aria-expanded][span[1][normalize-space(.)="${channel}"]]`),
  );
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', found);
  await found.click();
};
async function undo(times: number): Promise<void> {
  const back = await named(driver, 'button', 'Undo');
  for (let i = 0; i < times; i++) await back.click();
}
const panel = (): Promise<string> => driver.findElement(By.css('aside[aria-label="Reading panel"]')).getText();

test('the gallery shows this network in every layout, and says what is lacking in its place', async () => {
  await open('Arrange');
  await driver.wait(
    async () => (await driver.findElements(By.css('ul[aria-label="Layouts"] img'))).length >= 10,
    wait,
    'no ten small pictures',
  );
  const tiles = await driver.findElement(By.css('ul[aria-label="Layouts"]')).getText();
  for (const title of ['Forces', 'Stress', 'Layers', 'Group boxes', 'Tree', 'Right angles', 'Places', 'As given'])
    expect(tiles).toContain(title);
  expect(tiles).toMatch(/The nodes have no place/);
  expect(await violations(driver)).toEqual([]);
});

test.each([
  ['Group boxes', 'boxes by group'],
  ['Stress', 'by stress'],
  ['Tree', 'tree'],
  ['Right angles', 'right angles, ties lead'],
])('%s is laid out from there', async (title, words) => {
  await press(title);
  await driver.wait(
    async () => {
      const tile = await driver.findElement(By.xpath('//nav[@aria-label="Trail"]//button[b="Arrange"]')).getText();
      return tile.includes(words.slice(0, 12)) && tile.includes('settled');
    },
    wait,
    `${title} did not settle`,
  );
  await undo(1);
  await shows(driver, 'forces, seed 7', 'settled');
});

test('how well the picture tells the distances is said, and what is done by hand is counted and undone', async () => {
  await driver.wait(async () => /Stress\n0\.\d{3}/.test(await panel()), wait, 'no stress');
  expect(await panel()).toMatch(/Neighbours kept\n0\.\d\d[\s\S]*Crossings per tie\n\d+\.\d[\s\S]*Nodes over others/);
  await press('Expand');
  await press('Mirror');
  await (await named(driver, '[role="menuitem"]', 'Left for right')).click();
  await shows(driver, '2 adjustments after the layout');
  await undo(2);
  await driver.wait(async () => !(await pageText(driver)).includes('after the layout'), wait);
});

test('a rule gives nodes a rim; the legend says it; where a node has its looks from is told, and one is set by hand', async () => {
  await open('Style');
  await shows(driver, 'Will it read?');
  await line('Rim');
  await press('Rule');
  await press('Condition');
  const value = await driver.findElement(By.css('[aria-label="Rule 1"] input'));
  await value.sendKeys(Key.chord(Key.CONTROL, 'a'), '40', Key.TAB);
  await shows(driver, '1 rule, else the ground’s colour');
  await driver.wait(
    async () => (await (await named(driver, '[role="group"]', 'Legend')).getText()).includes('degree at least 40'),
    wait,
    'the legend does not say the rule',
  );
  await driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
  await shows(driver, 'Add step: Keep');
  await driver.switchTo().activeElement().sendKeys('Hesper Sandison');
  await named(driver, '[role="option"]', 'Hesper Sandison');
  await driver.switchTo().activeElement().sendKeys(Key.ENTER);
  await shows(driver, 'How it looks');
  const summary = await driver.findElement(By.xpath('//aside[@aria-label="Reading panel"]//summary[.="How it looks"]'));
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', summary);
  await summary.click();
  await driver.wait(async () => /Rim\nrule 1/.test(await panel()), wait, 'the rim is not told to come from the rule');
  const set = await named(driver, 'button', 'Set Shape by hand', true);
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', set);
  await set.click();
  await choose(driver, 'Shape', 'star');
  await driver.wait(async () => /Shape\nby hand/.test(await panel()), wait, 'the shape is not told to be by hand');
  expect(await violations(driver)).toEqual([]);
  const back = await named(driver, 'button', 'Undo');
  // Everything done here, however it was taken together.
  for (let i = 0; i < 8 && (await pageText(driver)).includes('1 rule, else'); i++) await back.click();
  await shows(driver, 'Saved');
  expect(await consoleErrors(driver)).toEqual([]);
});

test('an entry of the legend selects what it stands for, and has other words', async () => {
  await open('Style');
  await press('Select Ness');
  await shows(driver, 'nodes', 'ties among them');
  await driver.wait(async () => /^\d+ nodes/m.test(await panel()), wait, 'nothing is selected');
  await line('Legend');
  const words = await named(driver, 'input', 'Ness in words', true);
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', words);
  await words.sendKeys(Key.chord(Key.CONTROL, 'a'), 'The west', Key.ENTER);
  const legend = async (): Promise<string> => (await named(driver, '[role="group"]', 'Legend')).getText();
  await driver.wait(async () => (await legend()).includes('The west'), wait, 'the legend keeps its word');
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, 'button', 'Undo')).click();
  await driver.wait(async () => !(await legend()).includes('The west'), wait, 'the word is not undone');
  // What was done is stored though the page goes at once.
  await driver.navigate().refresh();
  await shows(driver, 'legend on');
  await driver.wait(async () => (await legend()).includes('Ness'), wait, 'the undone word came back');
  expect(await consoleErrors(driver)).toEqual([]);
});
