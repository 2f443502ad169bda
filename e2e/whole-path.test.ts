/** The whole path in the browser: from the demo study to a map taken away. */
import { textWidth } from '@/core/scene';
import { readFileSync } from 'node:fs';
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import {
  type Browser,
  button,
  By,
  choose as chooseFrom,
  consoleErrors,
  downloaded,
  drawing,
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
});
afterAll(() => browser.close());

async function openDemo(): Promise<void> {
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
}

const choose = (list: string, entry: string): Promise<void> => chooseFrom(driver, list, entry);

/** Titles of the steps; the sift stands after them. */
const tiles = async (): Promise<string[]> => {
  const all = await driver.findElements(By.css('nav[aria-label="Trail"] button b'));
  const titles = await Promise.all(all.map((tile) => tile.getText()));
  expect(titles.at(-1)).toBe('Sift');
  return titles.slice(0, -1);
};

const trailText = (): Promise<string> => driver.findElement(By.css('nav[aria-label="Trail"]')).getText();

/** Finds a node by its name, as a user does, and selects it. */
async function findNode(name: string): Promise<void> {
  await driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
  await shows(driver, 'Add step: Keep');
  await driver.switchTo().activeElement().sendKeys(name);
  await named(driver, '[role="option"]', name);
  await driver.switchTo().activeElement().sendKeys(Key.ENTER);
}

describe('the demo study', () => {
  test('opens with a finished network', async () => {
    await openDemo();
    expect(await tiles()).toEqual(['Ties', 'Keep', 'Keep', 'Measure', 'Groups', 'Arrange', 'Style']);
    await shows(driver, '240 · 1,118 ties', '125 · 830', '6 groups', 'the whole network, directed');
    const legend = await (await named(driver, '[role="group"]', 'Legend')).getText();
    for (const word of ['Ness', 'Tarrow', 'nursery owner', 'hearsay']) expect(legend).toContain(word);
    expect(await violations(driver)).toEqual([]);
  });

  test('the workbench comes with at most 400 kB of compressed JavaScript', async () => {
    // Loaded anew, so that nothing of the pages before counts.
    await driver.navigate().refresh();
    await shows(driver, '6 groups', 'settled');
    const sizes = await driver.executeScript<number[]>(
      `return performance.getEntriesByType('resource').filter(({ name }) => /\\.js(\\?|$)/.test(name)).map((entry) => entry.encodedBodySize)`,
    );
    const total = sizes.reduce((sum, size) => sum + size, 0);
    expect(sizes.length).toBeGreaterThan(5);
    expect(total).toBeGreaterThan(100_000);
    expect(total).toBeLessThan(400_000);
  });

  test('the map is really drawn, in both themes, and without WebGL too', async () => {
    const inked = async (): Promise<number> => {
      const picture = await (await drawing(driver)).takeScreenshot();
      return Buffer.from(picture, 'base64').length;
    };
    await driver.sleep(600);
    const full = await inked();
    expect(await (await drawing(driver)).getAttribute('data-drawn')).toBe('webgl2');
    const address = await driver.getCurrentUrl();
    await driver.get(`${address}?canvas=2d`);
    await shows(driver, 'legend on');
    await driver.sleep(800);
    expect(await (await drawing(driver)).getAttribute('data-drawn')).toBe('2d');
    expect(await inked()).toBeGreaterThan(full * 0.6);
    await (await named(driver, 'button', 'Dark theme')).click();
    await driver.sleep(400);
    expect(await violations(driver)).toEqual([]);
    expect(await inked()).toBeGreaterThan(full * 0.6);
    await (await named(driver, 'button', 'Light theme')).click();
    await driver.get(address);
    await shows(driver, 'legend on');
  });

  test('letters are as wide as pages count them', async () => {
    const texts = [
      'keeper and 3 others',
      'Hesper Sandison',
      'Smørrebrød på Østerø',
      '1 – 243',
      'Who sent seed to whom',
    ];
    const drawn = await driver.executeScript<number[][]>(
      `return [400, 600].map((weight) => {
         const context = document.createElement('canvas').getContext('2d');
         context.font = weight + " 110px 'Hanken Grotesk Variable'";
         return arguments[0].map((text) => context.measureText(text).width);
       });`,
      texts,
    );
    texts.forEach((text, i) =>
      ([400, 600] as const).forEach((weight, w) =>
        expect(Math.abs(textWidth(text, 110, weight) / drawn[w][i] - 1)).toBeLessThan(0.03),
      ),
    );
  });

  test('a node found by name is read about, with its ranks, ties and records', async () => {
    await findNode('Hesper Sandison');
    await shows(driver, 'nursery owner · Tarrow', 'Strongest ties', 'Records behind the first tie', '1st of 125');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await shows(driver, 'the whole network, directed');
  });

  test('nodes of the map are gone through by key, largest first, and each is said', async () => {
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    const map = await drawing(driver);
    const told = await driver.findElement(By.css('[role="status"][aria-label="Selected node"]'));
    const said = async (): Promise<string> => (await told.getAttribute('textContent')) ?? '';
    await driver.executeScript('arguments[0].focus()', map);
    const seen: string[] = [];
    for (const key of ['n', 'n', 'N', 'N']) {
      const before = seen.at(-1) ?? '';
      await (key === 'n' ? map.sendKeys('n') : map.sendKeys(Key.chord(Key.SHIFT, 'n')));
      await driver.wait(async () => ![before, ''].includes(await said()), wait);
      seen.push(await said());
    }
    expect(seen[0]).toBe(seen[2]);
    expect(new Set(seen).size).toBe(3);
    await shows(driver, seen[3]);
    await driver.actions().sendKeys(Key.ESCAPE).perform();
  });

  test('what opens late can be used by everybody: keys, menus, finding, taking away', async () => {
    const step = await driver.findElement(By.css('button[aria-label="Keep: more"]'));
    const opened: [string, () => Promise<void>][] = [
      ['[role="dialog"]', async () => (await named(driver, 'button', 'Keys')).click()],
      ['[role="menu"]', () => driver.executeScript('arguments[0].focus()', step).then(() => step.sendKeys(Key.ENTER))],
      [
        '[role="listbox"], [cmdk-list]',
        () => driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform(),
      ],
      ['[role="dialog"] input', async () => (await button(driver, 'Take away')).click()],
    ];
    for (const [there, open] of opened) {
      await open();
      await driver.wait(async () => (await driver.findElements(By.css(there))).length > 0, wait);
      expect([there, await violations(driver)]).toEqual([there, []]);
      await driver.actions().sendKeys(Key.ESCAPE).perform();
      await driver.wait(async () => (await driver.findElements(By.css(there))).length === 0, wait);
    }
  });

  test('a slider changes the network and everything after it; undo and redo; it is saved', async () => {
    await (await button(driver, 'Keep degree at least 7')).click();
    await shows(driver, '125 of 204 nodes');
    const slider = await named(driver, '[role="slider"]', 'Degree at least');
    await slider.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await shows(driver, 'degree at least 10', 'Saved');
    const kept = Number(/(\d+) of 204 nodes/.exec(await pageText(driver))?.[1]);
    expect(kept).toBeLessThan(125);
    await driver.navigate().refresh();
    await shows(driver, `${kept} · `, 'degree at least 10');
    await (await button(driver, 'Keep degree at least 10')).click();
    const field = await named(driver, 'input', 'At least');
    await field.clear();
    await field.sendKeys('7', Key.ENTER);
    await shows(driver, '125 of 204 nodes');
    await (await named(driver, 'button', 'Undo')).click();
    await shows(driver, `${kept} of 204 nodes`);
    await (await named(driver, 'button', 'Redo')).click();
    await shows(driver, '125 of 204 nodes', 'Saved');
    expect(await violations(driver)).toEqual([]);
  });

  test('groups follow the resolution; a step is added, switched off and removed', async () => {
    await (await button(driver, 'Groups')).click();
    const slider = await named(driver, '[role="slider"]', 'Resolution');
    for (let i = 0; i < 5; i++) await slider.sendKeys(Key.PAGE_UP);
    await shows(driver, 'resolution 2');
    await driver.wait(
      async () => !(await driver.findElement(By.css('nav[aria-label="Trail"]')).getText()).includes('6 groups'),
      wait,
    );
    const undo = await named(driver, 'button', 'Undo');
    // One step back where the slider moved in one go; more on a slow machine.
    for (let i = 0; i < 20 && !/resolution 1(?![.\d])/.test(await trailText()); i++) await undo.click();
    await shows(driver, 'resolution 1', '6 groups');
    await (await button(driver, 'Step')).click();
    await (await named(driver, '[role="menuitem"]', 'Keep')).click();
    await shows(driver, 'degree at least 2');
    await choose('Keep', 'nodes by a column’s values');
    await choose('Column', 'island');
    await shows(driver, 'Ness', 'of 125 nodes');
    await (await named(driver, 'button', 'None')).click();
    await shows(driver, 'No value is ticked yet. Tick those whose nodes are to stay');
    // A step's menu shows on hover and on focus.
    await driver.executeScript(`[...document.querySelectorAll('button[aria-label="Keep: more"]')].at(-1).focus()`);
    await driver.switchTo().activeElement().sendKeys(Key.ENTER);
    await (await named(driver, '[role="menuitem"]', 'Switch off')).click();
    await shows(driver, '6 groups', 'off');
    for (let i = 0; i < 9 && (await tiles()).length > 7; i++) await undo.click();
    expect(await tiles()).toHaveLength(7);
    await shows(driver, '6 groups');
  });

  test('another layout is chosen with its settings, and taken back', async () => {
    const undo = await named(driver, 'button', 'Undo');
    await driver.findElement(By.xpath('//nav[@aria-label="Trail"]//button[b="Arrange"]')).click();
    const layout = async (title: string): Promise<void> => (await named(driver, 'button', title, true)).click();
    await layout('Circle');
    await shows(driver, 'ordered so that ties are short', 'settled');
    await choose('Together by', 'Group');
    await shows(driver, 'circle by group', 'settled');
    await layout('Two amounts');
    // Its columns are taken from those there are.
    await shows(driver, 'betweenness over degree', 'settled');
    for (let i = 0; i < 3; i++) await undo.click();
    await shows(driver, 'forces, seed 7', 'settled');
  });

  test('nodes are dragged and stay; a box selects several; the table shows the same selection', async () => {
    const map = await drawing(driver);
    // The camera may still be on its way to the node when it is first tried: what is dragged then is the map.
    await driver.wait(
      async () => {
        await findNode('Hesper Sandison');
        await driver.sleep(500);
        const drag = driver.actions({ async: true });
        await drag.move({ origin: map }).press().move({ origin: map, x: 60, y: 40 }).release().perform();
        const saved = async (): Promise<boolean> => (await trailText()).includes('1 by hand');
        return driver.wait(saved, 4000).catch(() => false);
      },
      wait,
      'the node cannot be dragged',
    );
    await shows(driver, '1 by hand', 'Saved');
    await (await named(driver, 'button', 'Box around nodes')).click();
    const box = driver.actions({ async: true });
    await box.move({ origin: map, x: -250, y: -180 }).press().move({ origin: map, x: 200, y: 150 }).release().perform();
    await shows(driver, 'among them');
    const several = Number(
      /(\d+) nodes\n\d+ ties? among/.exec(
        await driver.findElement(By.css('aside[aria-label="Reading panel"]')).getText(),
      )?.[1],
    );
    expect(several).toBeGreaterThan(3);
    await (await named(driver, '[role="tab"]', 'Table')).click();
    await named(driver, '[role="columnheader"]', 'Betweenness');
    await (await named(driver, '[role="columnheader"] button', 'Degree')).click();
    const first = await driver.findElement(By.css('[role="row"][aria-rowindex="2"]'));
    await first.click();
    await shows(driver, 'Hesper Sandison', '1st of 125');
    expect(await first.getAttribute('aria-selected')).toBe('true');
    expect(await violations(driver)).toEqual([]);
    await (await named(driver, '[role="tab"]', 'Graph')).click();
    await (await named(driver, 'button', 'Undo')).click();
    await driver.wait(
      async () => !(await driver.findElement(By.css('nav[aria-label="Trail"]')).getText()).includes('by hand'),
      wait,
    );
  });

  test('map and data are taken away, and say what the screen says', async () => {
    await (await button(driver, 'Take away')).click();
    expect(await violations(driver)).toEqual([]);
    await (await button(driver, 'SVG')).click();
    const svg = readFileSync(await downloaded(browser, '.svg'), 'utf8');
    expect(svg).toContain('<title>Who sent seed to whom</title>');
    expect(svg.match(/<(circle|polygon) /g)?.length).toBeGreaterThanOrEqual(125);
    for (const text of ['Hesper Sandison', 'Tarrow', 'hearsay'])
      expect(svg).toMatch(new RegExp(`<text [^>]*>${text}</text>`));
    await (await button(driver, 'PNG')).click();
    const png = readFileSync(await downloaded(browser, '.png'));
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([2400, 1800]);
    expect(png.length).toBeGreaterThan(100000);
    await (await button(driver, 'Nodes CSV')).click();
    const nodes = readFileSync(await downloaded(browser, 'nodes.csv'), 'utf8')
      .trim()
      .split('\r\n');
    expect(nodes).toHaveLength(126);
    expect(nodes[0]).toContain('degree,strength,betweenness,betweenness_normalised,pagerank,group');
    await (await button(driver, 'Edges CSV')).click();
    const edges = readFileSync(await downloaded(browser, 'edges.csv'), 'utf8')
      .trim()
      .split('\r\n');
    expect(edges).toHaveLength(831);
    expect(edges[0]).toContain('source,target,weight,records');
    await (await button(driver, 'GraphML')).click();
    expect(readFileSync(await downloaded(browser, '.graphml'), 'utf8').match(/<node /g)).toHaveLength(125);
    await (await button(driver, 'Trail and tables')).click();
    expect(
      readFileSync(await downloaded(browser, '.zip'))
        .subarray(0, 2)
        .toString(),
    ).toBe('PK');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
  });

  test('nothing was said to the console', async () => {
    expect(await consoleErrors(driver)).toEqual([]);
  });
});
