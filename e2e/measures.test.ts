/** Measures, groups, chance, paths and contacts in the browser, on a fork of a ready network. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
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
  showView,
  shows,
  wait,
} from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(240000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  await driver.get(home);
  await press('Orrin Sound seed circle');
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
  await press('Who sent seed to whom');
  await (await named(driver, '[role="menuitem"]', 'Fork')).click();
  await shows(driver, 'Who sent seed to whom, fork', 'settled', '6 groups');
});
afterAll(async () => {
  await press('Who sent seed to whom, fork');
  await (await named(driver, '[role="menuitem"]', 'Delete')).click();
  await shows(driver, 'New network');
  expect(await consoleErrors(driver)).toEqual([]);
  await browser.close();
});

const press = async (name: string): Promise<void> => (await button(driver, name)).click();
const view = (name: string): Promise<void> => showView(driver, name);
const within = async (css: string): Promise<string> => (await driver.findElement(By.css(css))).getText();
const says = (css: string, ...parts: string[]): Promise<unknown> =>
  driver.wait(
    async () => {
      const text = await within(css).catch(() => '');
      return parts.every((part) => text.includes(part));
    },
    wait,
    `${css} does not say ${parts.join(', ')}`,
  );
const tile = async (name: string): Promise<void> =>
  (await driver.findElement(By.xpath(`//nav[@aria-label="Trail"]//button[b="${name}"]`))).click();
const type = async (field: WebElement, text: string): Promise<void> =>
  field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER);

test('measures by question: chosen, told in words, one that is not defined leaves the others standing', async () => {
  await tile('Measure');
  await says(
    'aside',
    'Hesper Sandison has 71 edges, the next 62',
    'lies on 33.55 % of the shortest paths',
    'Who bridges?',
  );
  await (await named(driver, 'input', 'Find a measure by name')).sendKeys('structural');
  await (await named(driver, 'label', 'Structural holes')).click();
  await says('aside', 'Structural holes', 'Constraint');
  const search = await named(driver, 'input', 'Find a measure by name');
  await search.sendKeys(Key.chord(Key.CONTROL, 'a'), 'participation');
  await (await named(driver, 'label', 'Participation')).click();
  // It needs a column of groups: said, while the rest goes on.
  await says(
    'aside',
    'Participation: Choose the column that says to which group a node belongs',
    'Hesper Sandison has 71 edges',
  );
  await choose(driver, 'Groups from', 'island');
  await driver.wait(async () => !(await within('aside')).includes('Choose the column that says'), wait);
  expect(await violations(driver)).toEqual([]);
});

test('rankings side by side, the highest selected; the spread; two measures and their rank correlation', async () => {
  await view('Measures');
  await says('main', 'Constraint', 'Hesper Sandison');
  await (await named(driver, '[role="columnheader"] button', 'Betweenness')).click();
  await type(await named(driver, 'input', 'How many of the highest'), '3');
  await press('Select the highest of Betweenness');
  await says('aside[aria-label]:last-of-type', '3 nodes', 'Sunniva Holm');
  expect(await violations(driver)).toEqual([]);
  await press('Spread');
  await choose(driver, 'Measure', 'Betweenness');
  await press('Logarithmic');
  await says('main', 'have no place on a logarithmic scale');
  await press('Two measures');
  await choose(driver, 'Measure', 'Degree');
  await choose(driver, 'Against', 'Strength');
  await says('main', 'Spearman’s ρ', '0.750', 'Kendall’s τ-b', '8 stand among the highest 10 of both');
  await press('Select those in both');
  await shows(driver, '8 selected');
  expect(await violations(driver)).toEqual([]);
});

test('against chance: figures with z, triads with their profile, a profile laid over, the table as a file', async () => {
  await view('Chance');
  await says('aside', 'Random networks keep', 'Mean distance', 'Betweenness centralisation');
  await choose(driver, 'Random networks keep', 'everyone’s degree');
  await press('Draw 100 random networks');
  await says('main', 'Triads against chance', 'keep everyone’s degree', '030C');
  await says('aside', 'by construction', 'switches each', 'z ');
  await choose(driver, 'Mixing by', 'island');
  await press('Draw 100 random networks');
  await says('main', 'E–I index');
  const file = join(browser.downloads, '..', 'profiles.csv');
  writeFileSync(file, 'kind,other people\n003,1\n300,2\n');
  await (await driver.findElement(By.css('input[type="file"]'))).sendKeys(file);
  await says('main', 'other people');
  await press('As CSV');
  const table = readFileSync(await downloaded(browser, 'against chance.csv'), 'utf8');
  expect(table).toContain('figure,observed,mean,sd,z,share_at_or_beyond');
  expect(table).toContain('triad_300,76,');
  expect(await violations(driver)).toEqual([]);
});

test('groups: the range explored, aimed for a number, named, merged, split, taken back; agreement with a column', async () => {
  await view('Graph');
  await tile('Groups');
  await driver.wait(
    async () => (await driver.findElements(By.css('svg[aria-label="Groups by resolution"] circle'))).length >= 10,
    wait,
  );
  await type(await named(driver, 'input', 'Aim for about so many groups'), '4');
  await says('nav[aria-label="Trail"]', '4 groups');
  await says('aside', 'gives 4 groups');
  await driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
  await says('nav[aria-label="Trail"]', '6 groups');
  await (await named(driver, 'button', 'Change Ness')).click();
  await (await named(driver, '[role="menuitem"]', 'Name')).click();
  await type(await named(driver, 'input', 'Name of Ness'), 'The harbour');
  await says('aside', 'The harbour');
  // A name given by hand and its colour outlive another resolution.
  const colour = async (): Promise<string | null> =>
    (await named(driver, 'input', 'Colour of The harbour')).getAttribute('value');
  const before = await colour();
  await type(await named(driver, 'input', 'Aim for about so many groups'), '8');
  await says('aside', 'gives 8 groups');
  await driver.wait(async () => !(await within('nav[aria-label="Trail"]')).includes('6 groups'), wait);
  // Single nodes are groups of the trail's number and none of the eight that were aimed for.
  const found = Number(/(\d+) groups/.exec(await within('nav[aria-label="Trail"]'))?.[1]);
  expect(found).toBeGreaterThanOrEqual(8);
  await says('aside', 'The harbour');
  expect(await colour()).toBe(before);
  for (const name of ['The harbour', 'Tarrow']) {
    await (await named(driver, 'button', `Change ${name}`)).click();
    await (await named(driver, '[role="menuitem"]', 'Mark to merge')).click();
  }
  await press('Merge 2 groups');
  await says('nav[aria-label="Trail"]', `${found - 1} groups`);
  await (await named(driver, 'button', 'Change The harbour')).click();
  await (await named(driver, '[role="menuitem"]', 'Split')).click();
  await driver.wait(async () => !(await within('nav[aria-label="Trail"]')).includes(`${found - 1} groups`), wait);
  await press('Back to the groups as found');
  await says('nav[aria-label="Trail"]', `${found} groups`);
  // The list above it is still being drawn anew.
  const comparing = async (): Promise<boolean> =>
    (await named(driver, 'summary', 'Compare with a column')).click().then(
      () => true,
      () => false,
    );
  await driver.wait(comparing, wait);
  await choose(driver, 'Known column', 'island');
  await says('aside', 'Adjusted Rand index', 'Normalised mutual information');
  await choose(driver, 'Method', 'Likeness of ties');
  await driver.wait(
    async () => (await driver.findElements(By.css('svg[aria-label^="Tree of likeness"]'))).length === 1,
    wait,
  );
  expect(await violations(driver)).toEqual([]);
});

test('paths between two sets, drawn in the graph; a flow and its cut; contacts of two groups and of several against one', async () => {
  await view('Paths');
  for (const [end, value] of [
    ['From', 'Ness'],
    ['To', 'Voe'],
  ]) {
    await choose(driver, `${end} from`, 'a value of island');
    await choose(driver, `${end}: value`, value);
  }
  await press('Find paths');
  await says('main', '4 paths', 'Ewan Heddle', '1 step');
  await press('Show in the graph');
  await shows(driver, 'selected');
  await view('Paths');
  await choose(driver, 'Find', 'Spanning tree');
  await press('Find the tree');
  await says('main', '124 ties');
  expect(await violations(driver)).toEqual([]);
  await view('Contacts');
  await choose(driver, 'First group from', 'a value of island');
  await choose(driver, 'Second group from', 'a value of island');
  await choose(driver, 'Second group: value', 'Voe');
  await says('main', '4 direct ties, 10 third nodes', 'Sunniva Holm → Osric Quill');
  await press('Several against one');
  await choose(driver, 'The groups of', 'role');
  await says('main', 'against one', 'Direct ties');
  expect(await violations(driver)).toEqual([]);
});

test('two networks: how alike their ties are, and who changed group', async () => {
  await press('Who sent seed to whom, fork');
  await (await named(driver, '[role="menuitem"]', 'Compare with another')).click();
  await choose(driver, 'Compared with', 'Who met with whom');
  await says('main', 'Jaccard index of ties', 'Correlation of the matrices', 'Degree centralisation');
  await choose(driver, 'Compared with', 'Who sent seed to whom');
  await says('main', 'Who changed group', '1.000');
  expect(await violations(driver)).toEqual([]);
});
