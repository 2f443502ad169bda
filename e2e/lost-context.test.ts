/** A lost WebGL context: the map comes back as it was. */
import { type Browser, By, button, named, openBrowser, shows, wait } from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(120000);

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

test('the map is drawn again after the context was lost and restored', async () => {
  const { driver } = browser;
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
  const size = async (): Promise<number> => (await driver.findElement(By.css('[data-drawn]')).takeScreenshot()).length;
  await driver.sleep(800);
  const before = await size();
  await driver.executeScript(`
    const gl = document.querySelector('[data-drawn] canvas').getContext('webgl2');
    window.lost = gl.getExtension('WEBGL_lose_context');
    window.lost.loseContext();
  `);
  await driver.wait(async () => (await size()) < before * 0.7, wait, 'the map vanishes with its context');
  await driver.executeScript('window.lost.restoreContext()');
  await driver.wait(async () => Math.abs((await size()) - before) < before * 0.05, wait, 'the map comes back');
});
