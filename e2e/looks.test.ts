/** Looks in the browser: by hand where one points, pictures from files, and looks that are kept in the study and followed. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
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
jest.setTimeout(180_000);

let browser: Browser;
let driver: WebDriver;
const folder = mkdtempSync(join(tmpdir(), 'nunatak-pictures-'));
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Mailing ledger, narrowed', true)).click();
  await shows(driver, 'settled', 'legend on');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await browser.close();
});

const open = async (step: string): Promise<void> =>
  driver.findElement(By.xpath(`//nav[@aria-label="Trail"]//button[b="${step}"]`)).click();
const line = async (channel: string): Promise<void> => {
  const found = await driver.findElement(
    By.xpath(`//aside//button[@aria-expanded][span[1][normalize-space(.)="${channel}"]]`),
  );
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', found);
  await found.click();
};
const item = async (name: string): Promise<void> => (await named(driver, '[role="menuitem"]', name)).click();
/** Asks for the menu of what stands in the middle of the map. */
async function menuInTheMiddle(): Promise<void> {
  const map = await driver.findElement(By.css('[role="application"]'));
  await driver.actions().move({ origin: map }).contextClick().perform();
  await named(driver, '[role="menuitem"]', 'Select with neighbours');
}

/** Selects the largest node and brings it into the middle of the map. */
async function selectLargest(): Promise<string> {
  const map = await driver.findElement(By.css('[role="application"]'));
  await driver.wait(async () => (await map.getAttribute('data-drawn')) !== null, wait, 'no drawing');
  await driver.executeScript('arguments[0].focus()', map);
  await driver.actions().sendKeys('n', Key.ENTER).perform();
  return driver.wait(
    async () => driver.findElement(By.css('[role="status"][aria-label="Selected node"]')).getAttribute('textContent'),
    wait,
    'no node is selected',
  ) as Promise<string>;
}

test('where one points a menu sets looks by hand, for the pointer and for the keyboard alike', async () => {
  const map = await driver.findElement(By.css('[role="application"]'));
  await driver.executeScript(
    'window.widths = []; new ResizeObserver(() => window.widths.push(arguments[0].clientWidth)).observe(arguments[0])',
    map,
  );
  const name = await selectLargest();
  await named(driver, '[aria-label="Reading panel"] h2', name);
  // The code of the panel's part came just now, and the map stayed where it was: the node stands in its middle.
  expect(new Set(await driver.executeScript<number[]>('return window.widths')).size).toBe(1);
  await menuInTheMiddle();
  await named(driver, '[role="menuitem"]', 'Select with neighbours');
  expect(await violations(driver)).toEqual([]);
  // Looking at the page may have closed it.
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await menuInTheMiddle();
  await item('Opacity …');
  await shows(driver, `Opacity of ${name}`);
  expect(await violations(driver)).toEqual([]);
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  // The browser's own key for menus.
  await driver.executeScript('arguments[0].focus()', map);
  await driver.executeScript(
    'arguments[0].dispatchEvent(new MouseEvent("contextmenu", { bubbles: true, cancelable: true, button: 0 }))',
    map,
  );
  await item('All looks back to the rules');
  await driver.wait(async () => (await driver.findElements(By.css('[role="menu"]'))).length === 0, wait);
});

test('a picture of 42 megapixels is drawn on a node, made small; what is none is refused with a sentence', async () => {
  const large = join(folder, 'large.png');
  const canvas = createCanvas(7000, 6000);
  const context = canvas.getContext('2d');
  context.fillStyle = '#c03010';
  context.fillRect(0, 0, 7000, 6000);
  writeFileSync(large, await canvas.encode('png'));
  const odd = join(folder, 'odd.png');
  writeFileSync(odd, 'no picture at all');
  await selectLargest();
  const map = await driver.findElement(By.css('[role="application"]'));
  await menuInTheMiddle();
  await item('Picture …');
  const file = await driver.wait(async () => (await driver.findElements(By.css('input[type="file"][aria-label="Picture"]')))[0], wait); // prettier-ignore
  await file.sendKeys(odd);
  await shows(driver, '“odd.png” is no picture that can be read here');
  await file.sendKeys(large);
  await driver.wait(async () => (await driver.findElements(By.css('[role="dialog"] img'))).length === 1, wait, 'no picture'); // prettier-ignore
  const kept = (await (await driver.findElement(By.css('[role="dialog"] img'))).getAttribute('src')) ?? '';
  expect(kept.startsWith('data:image/webp;base64,')).toBe(true);
  expect(kept.length).toBeLessThan(20_000);
  const side = await driver.executeScript<number[]>('const i = document.querySelector("[role=dialog] img"); return [i.naturalWidth, i.naturalHeight]'); // prettier-ignore
  expect(side).toEqual([160, 137]);
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  // On the map itself: the middle of the node is of its colour.
  await driver.wait(
    async () => {
      const shot = await loadImage(Buffer.from(await driver.takeScreenshot(), 'base64'));
      const rect = await map.getRect();
      const seen = createCanvas(1, 1).getContext('2d');
      seen.drawImage(shot, -Math.round(rect.x + rect.width / 2), -Math.round(rect.y + rect.height / 2));
      const { data } = seen.getImageData(0, 0, 1, 1);
      return Math.abs(data[0] - 0xc0) < 12 && Math.abs(data[1] - 0x30) < 12 && Math.abs(data[2] - 0x10) < 12;
    },
    wait,
    'the node does not show its picture',
  ); // prettier-ignore
});

test('a look is kept in the study and used by another network, which its changes reach', async () => {
  await open('Style');
  await (await named(driver, 'button', 'Look', true)).click();
  await item('Keep this look in the study …');
  await driver.switchTo().activeElement().sendKeys('Press', Key.ENTER);
  await shows(driver, 'Follows the look “Press”.', 'Saved');
  const first = await driver.getCurrentUrl();
  await driver.get(first.replace(/\/networks\/.*$/, '/networks'));
  await (await named(driver, 'a[href]', 'References cited together', true)).click();
  await shows(driver, 'legend on');
  await open('Style');
  await (await named(driver, 'button', 'Look', true)).click();
  await item('Press');
  // Columns of the one network that the other has not.
  await (await named(driver, 'button', 'Use the look', true)).click();
  await shows(driver, 'Follows the look “Press”.');
  await line('Bow');
  const slider = await driver.findElement(By.xpath('//aside//*[@role="slider"]'));
  await driver.executeScript('arguments[0].focus()', slider);
  await slider.sendKeys(Key.HOME);
  await shows(driver, 'This style was changed here since.');
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, 'button', 'Change the look so', true)).click();
  await shows(
    driver,
    'The look “Press” is changed. 1 other network that follows it will have it when opened.',
    'Saved',
  );
  await driver.get(first);
  await shows(driver, 'The look “Press” was changed, and this network follows it.');
  // In the message, not in the editor: all is as it was before.
  await (await named(driver, '[data-sonner-toast] button', 'Part from it', true)).click();
  await open('Style');
  await shows(driver, 'legend on', 'Saved');
  expect(await pageText(driver)).not.toContain('Follows the look');
  await line('Bow');
  expect(await (await driver.findElement(By.xpath('//aside//*[@role="slider"]'))).getAttribute('aria-valuenow')).not.toBe('0'); // prettier-ignore
});

test('colours of one’s own are kept as a palette', async () => {
  await line('Colour');
  await choose(driver, 'Palette', 'own colours');
  const list = await named(driver, 'input', 'As a list', true);
  await list.sendKeys(Key.chord(Key.CONTROL, 'a'), '#112233 #aa5500 #007755', Key.ENTER);
  const name = await named(driver, 'input', 'Keep in the study as', true);
  await name.sendKeys('Harbour', Key.ENTER);
  await shows(driver, 'The palette “Harbour” is kept in the study.', 'Saved');
  expect(await violations(driver)).toEqual([]);
  expect(await consoleErrors(driver)).toEqual([]);
});
