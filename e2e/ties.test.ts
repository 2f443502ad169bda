/** Ties, Keep and what goes with them in the browser, on the demo study: questions, narrowing, shortlists, two networks. */
import { readFileSync } from 'node:fs';
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import {
  type Browser,
  By,
  type WebDriver,
  type WebElement,
  button,
  choose,
  consoleErrors,
  downloaded,
  named,
  openBrowser,
  shows,
  wait,
} from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(180000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
});
afterAll(async () => {
  expect(await consoleErrors(driver)).toEqual([]);
  await browser.close();
});

const press = async (name: string): Promise<void> => (await button(driver, name)).click();
const entry = async (name: string): Promise<void> => (await named(driver, '[role="menuitem"]', name)).click();
const panel = async (): Promise<string> => (await driver.findElement(By.css('aside'))).getText();
const says = (...parts: string[]): Promise<unknown> =>
  driver.wait(
    async () => {
      const text = await panel();
      return parts.every((part) => text.includes(part));
    },
    wait,
    `the editor does not say ${parts.join(', ')}`,
  );
/** Names of the tiles with what stands at their foot. */
const foot = async (tile: string): Promise<string> => {
  const all = await driver.findElements(By.xpath(`//nav[@aria-label="Trail"]//button[b="${tile}"]`));
  return (await all[all.length - 1]?.getText()) ?? '';
};
const footSays = (tile: string, part: string): Promise<unknown> =>
  driver.wait(async () => (await foot(tile)).includes(part), wait, `${tile} does not come to ${part}`);
const drawn = async (): Promise<string> =>
  (await driver.findElement(By.css('[role="application"]'))).getAccessibleName();

/** A fork of a ready network, so that the demo study stays as it is. */
async function fork(name: string): Promise<void> {
  await driver.get(home);
  await press('Orrin Sound seed circle');
  await (await named(driver, 'a[href]', name, true)).click();
  await shows(driver, 'settled', 'legend on');
  await press(name);
  await entry('Fork');
  await shows(driver, `${name}, fork`, 'settled');
}
async function gone(name: string): Promise<void> {
  await press(name);
  await entry('Delete');
  await shows(driver, 'New network');
}
async function addStep(kind: string): Promise<void> {
  await press('Step');
  await entry(kind);
}
async function type(field: WebElement, text: string): Promise<void> {
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER);
}

test('another question of the same records: examples from the tables, counts and ties in words, all taken back by undo', async () => {
  await fork('Words of the bulletins');
  await press('Ties');
  await says('Which words occur together?', '39 nodes, 97 ties', 'bulletins, ');
  await press('Ask another question');
  await says('Who sent what to whom?', '→', 'Which papers share references?');
  // The drawing's two words are those of the example beneath it, out of the study's own records.
  const words = await named(driver, '[role="radio"]', 'Which words occur together?');
  await driver.wait(async () => (await words.findElements(By.css('svg text'))).length === 2, wait);
  const drawn = await Promise.all((await words.findElements(By.css('svg text'))).map((word) => word.getText()));
  const example = await words.findElement(By.css('.text-accent')).getText();
  for (const word of drawn) expect(example).toContain(word.replace('…', ''));
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, '[role="radio"]', 'Which papers share references?')).click();
  await footSays('Ties', 'ties');
  await says('tied by what both cite');
  await driver.wait(async () => !(await panel()).includes('39 nodes, 97 ties'), wait);
  await (await named(driver, 'button', 'Undo')).click();
  await says('39 nodes, 97 ties');
});

test('a minimum of records moves with the slider; single ones are taken out; the list goes out as CSV', async () => {
  const before = await panel();
  const passing = /(\d+) of \d+ pass/.exec(before)?.[1];
  const thumb = await named(driver, '[role="slider"]', 'Records a node must stand in');
  await thumb.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
  await driver.wait(async () => Number(/(\d+) of \d+ pass/.exec(await panel())?.[1]) < Number(passing), wait);
  await thumb.sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT);
  await says('39 nodes, 97 ties');
  await (await driver.findElement(By.xpath('//summary[starts-with(., "Who passes")]'))).click();
  await (
    await driver.findElement(By.xpath('//ul[@aria-label="Who passes"]//label[.//span[.="fodder"]]/input'))
  ).click();
  await says('1 node is taken out by hand', '38 nodes');
  await (await named(driver, 'button', 'Take the list away as CSV')).click();
  const rows = readFileSync(await downloaded(browser, 'who passes.csv'), 'utf8')
    .trim()
    .split(/\r?\n/);
  expect(rows[0]).toBe('id,name,records,strength,state');
  expect(rows.find((row) => row.startsWith('fodder,'))).toMatch(/taken out by hand$/);
  expect(rows.some((row) => row.endsWith('too few records'))).toBe(true);
});

test('Keep: a readable condition with counts and shares; nobody passes is a sentence, and the picture stays', async () => {
  await addStep('Keep');
  await choose(driver, 'Keep', 'nodes or edges by condition');
  await says('of 38 nodes', '%');
  await choose(driver, 'Column', 'name');
  await choose(driver, 'Comparison', 'contains');
  await type(await named(driver, 'input', 'Value'), 'bean');
  await footSays('Keep', 'name contains bean');
  await driver.wait(async () => (await drawn()).includes('4 nodes'), wait, 'the picture does not follow');
  expect(await violations(driver)).toEqual([]);
  await type(await named(driver, 'input', 'Value'), 'nothing of the kind');
  await says('No node passes name contains nothing of the kind. Widen the step or switch it off.');
  expect(await drawn()).toMatch(/^Network of 4 nodes/);
  await choose(driver, 'Keep', 'the k-core');
  await says('of 38 nodes');
  await gone('Words of the bulletins, fork');
});

test('a two-mode network is projected to either side', async () => {
  await fork('Societies and their members');
  await addStep('Project');
  await says('keeper (241)');
  await footSays('Project', '241 ');
  await choose(driver, 'Keep the side', 'society');
  await footSays('Project', '6 · 15 ties');
  expect(await violations(driver)).toEqual([]);
  await gone('Societies and their members, fork');
});

describe('shortlists', () => {
  const name = `Well tied ${Date.now()}`;
  test('selected by rule, made with L, and a network of its own with a step around', async () => {
    await fork('Words of the bulletins');
    await driver.findElement(By.css('[role="application"]')).sendKeys('l');
    await shows(driver, 'Named sets of nodes');
    await (await driver.findElement(By.xpath('//summary[.="Select by rule"]'))).click();
    await press('Condition');
    await type(await named(driver, 'input', 'Value'), '7');
    await press('Select what holds');
    await driver.wait(async () => /[1-9]\d* nodes selected/.test(await panel()), wait);
    await (await named(driver, 'input', 'Name of the new shortlist')).sendKeys(name, Key.ENTER);
    await shows(driver, name);
    expect(await violations(driver)).toEqual([]);
    await press('CSV');
    const rows = readFileSync(await downloaded(browser, 'selection.csv'), 'utf8')
      .trim()
      .split('\n');
    expect(rows[0]).toMatch(/^id,label,/);
    expect(await panel()).toContain(`${rows.length - 1} nodes selected`);
  });
  test('coloured by membership, as a column of its own', async () => {
    await (await named(driver, 'input', `Tick ${name}`)).click();
    await press('Colour by membership');
    await footSays('Derive', 'filled');
    await shows(driver, 'Membership', name);
  });
  test('all but the selection, by key; the list as a network; deleted and brought back', async () => {
    await (await named(driver, 'li button', name)).click();
    await driver.findElement(By.css('[role="application"]')).sendKeys(Key.DELETE);
    await footSays('Keep', 'without');
    await driver.findElement(By.css('[role="application"]')).sendKeys('l');
    await press(`${name}: more`);
    await entry('As a network, 1 step around');
    await shows(driver, `fork, ${name}`, '1 step around');
    await driver.findElement(By.css('[role="application"]')).sendKeys('l');
    await press(`${name}: more`);
    await entry('Delete');
    await shows(driver, `“${name}” deleted.`);
    await driver.wait(async () => !(await panel()).includes(name), wait);
    await (await named(driver, '[data-sonner-toast] button', 'Undo')).click();
    await driver.wait(async () => (await panel()).includes(name), wait);
    await press(`${name}: more`);
    await entry('Delete');
    await gone(`Words of the bulletins, fork, ${name}`);
    // The fork is still coloured by the list that is gone.
    await (await named(driver, 'a[href]', 'Words of the bulletins, fork', true)).click();
    await footSays('Derive', 'needs a look');
    await press('Derive');
    await says('The shortlist of this step is not there any more');
    await gone('Words of the bulletins, fork');
  });
});

test('Combine as before and after; side by side; a formula with an error', async () => {
  await fork('Words of the bulletins');
  await addStep('Keep');
  await choose(driver, 'Keep', 'the k-core');
  await says('of 39 nodes');
  await addStep('Combine');
  await says('No other network is chosen yet');
  await choose(driver, 'The other network', 'Words of the bulletins');
  await footSays('Combine', '·');
  await choose(driver, 'What for', 'before');
  await says('vanished', 'appeared', 'stayed');
  await press('Style by what changed');
  await shows(driver, 'Change');
  expect(await violations(driver)).toEqual([]);
  await press('Words of the bulletins, fork');
  await entry('Compare with another');
  await choose(driver, 'Compared with', 'Words of the bulletins');
  await shows(driver, 'Edges in both', 'Difference', 'highest in either');
  expect(await violations(driver)).toEqual([]);
  await press('Graph');
  await addStep('Derive');
  await choose(driver, 'Made by', 'a formula');
  await footSays('Derive', 'filled');
  await type(await named(driver, 'input', 'Formula'), 'degree +');
  await says('The formula cannot be read at character');
  await type(await named(driver, 'input', 'Formula'), 'degree * 2');
  await driver.wait(async () => !(await panel()).includes('cannot be read'), wait);
  await gone('Words of the bulletins, fork');
});
