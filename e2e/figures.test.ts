/** A network on a page: made, written, sized, held and taken away as files that others open. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Key } from 'selenium-webdriver';
import { SaxesParser } from 'saxes';
import { violations } from './axe';
import {
  type Browser,
  By,
  button,
  choose,
  consoleErrors,
  downloaded,
  named,
  openBrowser,
  openDemo,
  pageDrawn,
  shows,
  wait,
} from './browser';

jest.setTimeout(240_000);
const demo = 'Who sent seed to whom';
let browser: Browser;
beforeAll(async () => (browser = await openBrowser()));
afterAll(() => browser.close());

/** The way to the browser's own tools. */
interface Way {
  _wsConnection: { on(event: 'message', heard: (data: Buffer) => void): void };
  send(method: string, params: object): Promise<unknown>;
}
interface Told {
  method?: string;
  params?: { requestId: string; request?: { method: string } };
}

/** Waits until the page is as it is set, and gives a mark of its picture. */
async function drawn(): Promise<string> {
  await pageDrawn(browser.driver);
  return browser.driver.executeScript<string>(
    `const canvas = document.querySelector('main[aria-label="The page"] canvas');
     const copy = document.createElement('canvas');
     copy.width = canvas.width; copy.height = canvas.height;
     const context = copy.getContext('2d');
     context.drawImage(canvas, 0, 0);
     let mark = 0;
     for (const part of context.getImageData(0, 0, copy.width, copy.height).data) mark = (mark * 31 + part) | 0;
     return copy.width + ' × ' + copy.height + ' ' + mark;`,
  );
}
const saved = () =>
  browser.driver.wait(
    async () => (await browser.driver.findElement(By.css('header [role="status"]')).getText()) === 'Saved',
    wait,
  );
const words = async (label: string): Promise<string> =>
  browser.driver.findElement(By.css(`[aria-label="${label}"]`)).getText();

describe('a figure of the demo network', () => {
  let address = '';

  test('is made from the network, with its legend and how it was made', async () => {
    const { driver } = browser;
    // On a network of its own: others read that of the demo.
    await openDemo(driver, demo);
    const first = await driver.getCurrentUrl();
    await (await named(driver, 'header button', demo)).click();
    await (await named(driver, '[role="menuitem"]', 'Fork')).click();
    await driver.wait(async () => (await driver.getCurrentUrl()).split('?')[0] !== first.split('?')[0], wait);
    await shows(driver, 'settled', 'legend on');
    await (await button(driver, 'Make figure')).click();
    await driver.wait(async () => (await driver.getCurrentUrl()).includes('/figures/'), wait);
    address = await driver.getCurrentUrl();
    await drawn();
    const parts = await words('Parts of the page');
    for (const part of ['Title', 'Map', 'Legend', '5 lines', 'Method note', 'written from the trail'])
      expect(parts).toContain(part);
    expect(await violations(driver)).toEqual([]);
  });

  test('a title and a caption are written where they stand, kept, and taken back', async () => {
    const { driver } = browser;
    const before = await drawn();
    await (await named(driver, 'main button', 'Title: choose')).click();
    const field = await named(driver, 'textarea', 'Title on the page');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Carriers between islands');
    await (await named(driver, 'aside button', 'Caption', false)).click();
    await driver.wait(async () => (await words('Parts of the page')).includes('Carriers between islands'), wait);
    const caption = await named(driver, 'aside textarea', 'Text');
    await caption.sendKeys('Nursery owners tie the islands together.', Key.TAB);
    await driver.wait(async () => (await words('Parts of the page')).includes('Nursery owners tie'), wait);
    const after = await drawn();
    expect(after).not.toBe(before);
    // What was written is kept though the page goes at once.
    await driver.navigate().refresh();
    await drawn();
    await driver.wait(async () => (await words('Parts of the page')).includes('Nursery owners tie'), wait);
    expect(await drawn()).toBe(after);
    expect(await consoleErrors(driver)).toEqual([]);
  });

  test('what is stored while the page is already loaded anew is shown by it', async () => {
    const { driver } = browser;
    const way = (await driver.createCDPConnection('page')) as unknown as Way;
    let held = '';
    let save = '';
    let stored = false;
    way._wsConnection.on('message', (data) => {
      const { method, params } = JSON.parse(data.toString()) as Told;
      if (!params) return;
      if (method === 'Fetch.requestPaused') held = params.requestId;
      if (method === 'Network.requestWillBeSent' && params.request?.method === 'POST') save = params.requestId;
      // The browser may cut the answer off, now that the page is about to go: stored it is all the same.
      if (/^Network\.loading(Finished|Failed)$/.test(method ?? '') && params.requestId === save) stored = true;
    });
    await (await named(driver, 'aside button', 'Caption', false)).click();
    const field = await named(driver, 'aside textarea', 'Text');
    await field.sendKeys(Key.END, ' So they do.');
    const patterns = [{ urlPattern: '*/figures/*', resourceType: 'Document', requestStage: 'Response' }];
    await way.send('Network.enable', {});
    await way.send('Fetch.enable', { patterns });
    const before = await driver.executeScript<number>('return performance.timeOrigin');
    // The next page is made from what stands there before, and waits until the one before has stored its change.
    await way.send('Runtime.evaluate', { expression: 'document.activeElement.blur(); location.reload()' });
    try {
      await driver.wait(() => held !== '' && stored, wait, 'stored by the page that goes');
    } finally {
      // A page that stays held would hold up the tests after this one.
      if (held) await way.send('Fetch.continueRequest', { requestId: held });
      await way.send('Fetch.disable', {});
      await way.send('Network.disable', {});
    }
    const begun = (): Promise<number> => driver.executeScript('return performance.timeOrigin');
    await driver.wait(async () => (await begun()) !== before, wait, 'the next page');
    await driver.wait(async () => (await words('Parts of the page')).includes('So they do.'), wait);
    await drawn();
    expect(await driver.findElements(By.css('div[role="alert"]'))).toHaveLength(0);
    await saved();
  });

  test('parts are moved by keys, hidden and brought back by undo', async () => {
    const { driver } = browser;
    const first = async (): Promise<string> => (await words('Parts of the page')).split('\n')[2];
    expect(await first()).toBe('Title');
    const handle = await named(driver, 'aside button', 'Move Subtitle');
    // What is moved is told to who cannot see it. Places are measured a moment after it is picked up; nothing stands above the first.
    const told = () =>
      driver.executeScript<string>('return document.querySelector("[id^=DndLiveRegion]")?.textContent ?? ""');
    await handle.sendKeys(Key.SPACE);
    await driver.wait(async () => /picked up|where it was/.test(await told()), wait);
    await driver.wait(async () => {
      await handle.sendKeys(Key.ARROW_UP);
      await driver.sleep(200);
      return (await told()).includes('Subtitle stands before Title');
    }, wait);
    await handle.sendKeys(Key.SPACE);
    await driver.wait(async () => (await first()) === 'Subtitle', wait);
    const whole = await drawn();
    await (await named(driver, 'aside button', 'Hide Legend')).click();
    await named(driver, 'aside button', 'Show Legend');
    expect(await drawn()).not.toBe(whole);
    await (await named(driver, 'header button', 'Undo')).click();
    await named(driver, 'aside button', 'Hide Legend');
    expect(await drawn()).toBe(whole);
    await (await named(driver, 'header button', 'Undo')).click();
    await driver.wait(async () => (await first()) === 'Title', wait);
  });

  test('a narrow page says what is too small in print, and raises it', async () => {
    const { driver } = browser;
    await choose(driver, 'Page', 'One column, 84 mm');
    await (await button(driver, 'Make it')).click();
    await drawn();
    expect(await words('In print')).toMatch(/Many journals ask for at least/);
    await (await named(driver, 'aside button', 'Raise it')).click();
    await driver.wait(async () => !(await words('In print')).includes('Many journals'), wait);
    await choose(driver, 'Page', 'Full width of a page, 174 mm');
    await drawn();
  });

  test('is taken as PDF, SVG and PNG that others open', async () => {
    const { driver } = browser;
    await (await named(driver, 'aside button', 'PDF')).click();
    const pdf = await downloaded(browser, '.pdf');
    expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain(
      'No syntax or stream encoding errors',
    );
    const text = execFileSync('pdftotext', [pdf, '-'], { encoding: 'utf8' });
    for (const said of ['Carriers between islands', 'Hesper Sandison', 'Nursery owners tie', 'Tarrow', 'Leiden'])
      expect(text).toContain(said);
    expect(execFileSync('pdfinfo', [pdf], { encoding: 'utf8' })).toMatch(/Page size: +493\.\d+ x 496\.\d+ pts/);
    await (await named(driver, 'aside button', 'SVG')).click();
    const svg = readFileSync(await downloaded(browser, '.svg'), 'utf8');
    new SaxesParser({ xmlns: true }).write(svg).close();
    expect(svg).toContain('width="174mm" height="175mm"');
    expect(svg).toContain("font-family:'Source Serif 4'");
    expect(svg).toMatch(/<text [^>]*>Carriers between islands<\/text>/);
    await (await named(driver, 'aside button', 'PNG')).click();
    const png = readFileSync(await downloaded(browser, '.png'));
    expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([2055, 2067]);
    expect(png.subarray(37, 41).toString()).toBe('pHYs');
    expect(png.readUInt32BE(41)).toBe(Math.round(300 / 0.0254));
  });

  test('is taken as a page to explore that works from a disk, by pointer and by keys', async () => {
    const { driver } = browser;
    await (await named(driver, 'aside button', 'Page to explore')).click();
    const file = await downloaded(browser, '.html');
    await driver.get(`file://${file}`);
    const said = () => driver.findElement(By.css('aside')).getText();
    expect(await said()).toContain('125 nodes, 830 ties');
    const search = await driver.findElement(By.css('input[type="search"]'));
    await search.sendKeys('hesper', Key.ENTER);
    await driver.wait(async () => (await said()).includes('71 ties'), wait);
    expect(await said()).toMatch(/island\s+Tarrow/);
    const inked = () =>
      driver.executeScript<number>(
        `const canvas = document.querySelector('canvas');
         const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
         let other = 0;
         for (let i = 0; i < data.length; i += 4) if (data[i] < 200) other++;
         return other;`,
      );
    await driver.wait(async () => (await inked()) > 5000, wait);
    const before = await inked();
    await (await driver.findElement(By.css('canvas'))).sendKeys('+', '+', Key.ARROW_LEFT);
    await driver.wait(async () => (await inked()) !== before, wait);
    await (await named(driver, 'label', 'Tarrow')).click();
    expect(await violations(driver)).toEqual([]);
    const asked = await driver.executeScript<string[]>(
      'return performance.getEntriesByType("resource").map((one) => one.name).filter((name) => !name.startsWith("data:"))',
    );
    expect(asked).toEqual([]);
    await driver.get(address);
    await drawn();
  });

  test('held, it stays as it is while its network changes, and says what would change', async () => {
    const { driver } = browser;
    const before = await drawn();
    await (await named(driver, '[role="switch"]', 'Hold at version')).click();
    await named(driver, '[role="switch"]', 'Held at version');
    await saved();
    await openDemo(driver, `${demo}, fork`);
    await driver
      .findElement(By.xpath('//nav[@aria-label="Trail"]//button[.//b[.="Keep"] and contains(., "degree")]'))
      .click();
    const least = await named(driver, 'input', 'At least');
    await least.sendKeys(Key.chord(Key.CONTROL, 'a'), '12', Key.ENTER);
    await driver.wait(
      async () =>
        (await driver.findElement(By.css('nav[aria-label="Trail"]')).getText()).includes('degree at least 12'),
      wait,
    );
    await saved();
    await driver.get(address);
    expect(await drawn()).toBe(before);
    expect(await words('What would change')).toMatch(/is at version \d+; held is version \d+/);
    await (await named(driver, '[role="switch"]', 'Held at version')).click();
    await named(driver, '[role="switch"]', 'Hold at version');
    expect(await drawn()).not.toBe(before);
    await (await named(driver, 'header button', 'Undo')).click();
    expect(await drawn()).toBe(before);
    await saved();
  });

  test('has a card with its picture among the figures', async () => {
    const { driver } = browser;
    await driver.sleep(2500);
    await (await named(driver, 'header a', 'Orrin Sound seed circle')).click();
    const picture = await named(driver, 'main img', 'Map of Figure');
    expect(await picture.getAttribute('src')).toContain('/picture/');
    await driver.wait(() => driver.executeScript('return arguments[0].naturalWidth > 100', picture), wait);
    expect(await driver.findElement(By.css('main')).getText()).toContain('174 × 175 mm, 1 map, held');
    expect(await violations(driver)).toEqual([]);
  });
});
