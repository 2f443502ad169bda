/** Sifting in the browser: the story of the fire found by it, kept over a reload, lifted by its chips, kept as a step. */
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import { type Browser, By, type WebDriver, button, consoleErrors, named, openBrowser, shows, wait } from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(180_000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
  // A copy, so that the network is for others as it was.
  await (await button(driver, 'Who sent seed to whom')).click();
  await (await named(driver, '[role="menuitem"]', 'Fork')).click();
  await shows(driver, 'Who sent seed to whom, fork', 'settled', '6 groups');
});
afterAll(async () => {
  await (await button(driver, 'Who sent seed to whom, fork')).click();
  await (await named(driver, '[role="menuitem"]', 'Delete')).click();
  await shows(driver, 'New network');
  await browser.close();
});

const put = async (column: string): Promise<void> => {
  await (await button(driver, 'Sift by')).click();
  await (await named(driver, '[aria-label="What to sift by"] button', column, true)).click();
  await driver.wait(
    async () => (await driver.findElements(By.css(`aside li[aria-label="Sift by ${column}"]`))).length > 0,
    wait,
    `no card of ${column}`,
  );
};
const write = async (label: string, text: string): Promise<void> => {
  const field = await named(driver, 'aside input', label, true);
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', field);
  await field.click();
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE, text, Key.ENTER);
};

test('the fire of 1921 is found by who sends before it and after', async () => {
  await driver.findElement(By.css('body')).sendKeys('s');
  await shows(driver, 'nothing is recomputed');
  await put('from');
  await shows(driver, 'Hesper Sandison', '84 of 84', '1,379 of 1,379 records');
  await put('sent_on');
  await write('sent_on to', '1920-12-31');
  await shows(driver, '64 of 66', '24 of 84');
  expect(await violations(driver)).toEqual([]);
  await write('sent_on to', '');
  await write('sent_on from', '1921');
  await shows(driver, '60 of 84', 'since 1921');
  // The whole window, drawn with the pointer.
  const bars = await driver.findElement(By.css('svg[aria-label="sent_on over time"]'));
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', bars);
  await driver.actions().doubleClick(bars).perform();
  await driver.actions().move({ origin: bars, x: -60 }).press().move({ origin: bars, x: -10 }).release().perform();
  await driver.wait(
    async () =>
      /^19\d\d – 19\d\d$/.test(await driver.findElement(By.css('ul[aria-label="Sifted by"] li span')).getText()),
    wait,
    'no window',
  );
});

test('every view shows what is in view, after a reload too, until it is lifted', async () => {
  await driver.findElement(By.xpath('//nav[@aria-label="Trail"]//button[b="Sift"]')).click();
  await put('Island');
  await (await named(driver, 'aside label', 'Ness')).click();
  await driver.wait(
    async () => (await driver.findElements(By.css('ul[aria-label="Sifted by"] li'))).length === 2,
    wait,
    'no second chip',
  );
  await (await named(driver, '[role="tab"]', 'Table')).click();
  const search = async (): Promise<string | null> =>
    (await named(driver, 'input', 'Search the nodes')).getAttribute('placeholder');
  await driver.wait(async () => /^Search \d\d? nodes$/.test((await search()) ?? ''), wait, 'all rows are listed');
  const before = await search();
  await (await named(driver, '[aria-label="Rows"] button', 'Records')).click();
  await shows(driver, 'records in view');
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, '[aria-label="Rows"] button', 'Nodes')).click();
  await driver.navigate().refresh();
  await shows(driver, 'settled');
  await driver.wait(async () => (await search()) === before, wait, 'the sifts are gone after a reload');
  await (await button(driver, 'Lift Ness')).click();
  await driver.wait(
    async () => (await driver.findElements(By.css('ul[aria-label="Sifted by"] li'))).length === 1,
    wait,
    'two chips',
  );
  expect(await violations(driver)).toEqual([]);
});

test('cards are dragged into another order', async () => {
  await driver.findElement(By.xpath('//nav[@aria-label="Trail"]//button[b="Sift"]')).click();
  const titles = async (): Promise<string[]> =>
    Promise.all((await driver.findElements(By.css('[aria-label="Sift"] ol > li h3'))).map((one) => one.getText()));
  await named(driver, 'h2', 'Sift');
  await driver.wait(async () => (await titles()).length > 1, wait, 'no cards');
  const before = await titles();
  const [first, second] = await driver.findElements(By.css('[aria-label="Sift"] ol > li h3'));
  await driver
    .actions()
    .move({ origin: second })
    .press()
    .move({ origin: first, y: 4 })
    .move({ origin: first, y: -6 })
    .release()
    .perform();
  await driver.wait(async () => (await titles())[0] === before[1], wait, 'not dragged');
});

test('what is in view is kept as a step with the same nodes and ties', async () => {
  const tile = await driver.findElement(By.xpath('//nav[@aria-label="Trail"]//button[b="Sift"]'));
  const counts = /\d+ · \d+/.exec(await tile.getText())?.[0] ?? 'none';
  await (await button(driver, 'Keep these as a step')).click();
  await shows(driver, 'nothing sifted', counts);
  await driver.findElement(By.css('body')).sendKeys(Key.chord(Key.CONTROL, 'z'));
  await driver.wait(
    async () => (await driver.findElements(By.xpath('//nav[@aria-label="Trail"]//button[b="Keep"]'))).length === 2,
    wait,
    'not undone',
  );
  expect(await consoleErrors(driver)).toEqual([]);
});
