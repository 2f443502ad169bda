/** Names in the browser: spellings joined before anything is counted, and what that changes. */
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import { type Browser, By, type WebDriver, button, consoleErrors, named, openBrowser, shows, wait } from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(180000);

let browser: Browser;
let driver: WebDriver;
let files: string;
const words = [
  'bean',
  'bean',
  'beans',
  'beans; Bean',
  'feild bean',
  'field bean',
  'field bean',
  'skirret',
  'skirret',
  'skirrets',
  'skirrets',
  'oats, black',
  'black oats',
  '?',
  'neep',
  'turnip',
];
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  files = mkdtempSync(join(tmpdir(), 'nunatak-files-'));
  await driver.get(home);
  await (await button(driver, 'New study')).click();
  await (await named(driver, 'input', 'Name of the new study')).sendKeys(`Names ${Date.now()}`, Key.ENTER);
  await shows(driver, 'No records yet');
  const path = join(files, 'packets.csv');
  writeFileSync(
    path,
    `id,from,to,seed\n${words.map((word, i) => `P${i},${i % 3 ? 'Tove' : 'TOVE'},Alban,"${word}"`).join('\n')}\n`,
  );
  await driver.findElement(By.css('input[aria-label="Files to bring in"]')).sendKeys(path);
  await shows(driver, 'rows fit');
  await press('Store 16 records');
  await shows(driver, '“packets” stored');
  await (await named(driver, 'a', 'Names', true)).click();
});
afterAll(async () => {
  await browser.close();
  rmSync(files, { recursive: true });
});

const press = async (name: string): Promise<void> => (await named(driver, 'button', name)).click();
const region = async (name: string): Promise<string> => (await named(driver, 'main, aside, section', name)).getText();
const says = (name: string, ...parts: string[]): Promise<unknown> =>
  driver.wait(
    async () => {
      const text = await region(name);
      return parts.every((part) => text.includes(part));
    },
    wait,
    `${name} does not say ${parts.join(', ')}`,
  );

test('a list is there for the list column; suggestions stand by their reasons', async () => {
  // While the page is still reading it can be used by everybody as well.
  await driver.wait(async () => (await driver.getCurrentUrl()).endsWith('/names'), wait);
  await driver.navigate().refresh();
  expect(await violations(driver)).toEqual([]);
  await shows(driver, 'Seed');
  await says(
    'Perhaps the same',
    'Singular and plural',
    'skirrets',
    '2 + 2 records: lifts it over 3',
    'Word order',
    'A slip of the pen',
  );
  await says('What it changes', '0 values pass');
  expect(await violations(driver)).toEqual([]);
});

test('one is joined, one rejected for good, all of a kind joined; counts follow and are taken back', async () => {
  await press('Join skirrets as skirret');
  await says('What it changes', 'Newly over the line', 'skirret 4');
  await press('feild bean is not field bean');
  await driver.wait(async () => !(await region('Perhaps the same')).includes('feild'), wait);
  await driver.wait(
    async () =>
      (await driver.findElements(By.css('[aria-label^="Join beans as"], [aria-label^="Join bean as"]'))).length > 0,
    wait,
  );
  await press('Undo');
  await driver.wait(async () => (await region('Perhaps the same')).includes('feild'), wait);
  await press('Undo');
  await driver.wait(async () => !(await region('What it changes')).includes('skirret 4'), wait);
  await press('Redo');
  await says('What it changes', 'skirret 4');
});

test('several are joined by hand under a chosen form, renamed, dropped and split back', async () => {
  await (await named(driver, 'input', 'Select neep')).click();
  await (await named(driver, 'input', 'Select turnip')).click();
  await (await named(driver, '[role="combobox"]', 'Preferred form')).click();
  await (await named(driver, '[role="option"]', 'turnip')).click();
  await press('Join 2');
  await says('Values', 'turnip', 'neep (1)');
  await (await named(driver, 'input', 'Select turnip')).click();
  await driver.sleep(400);
  await press('Rename');
  await named(driver, 'input', 'New form for turnip');
  await driver.sleep(200);
  await (await named(driver, 'input', 'New form for turnip')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'swede', Key.ENTER);
  await says('Values', 'swede', 'neep (1), turnip (1)');
  await (await named(driver, 'input', 'Select swede')).click();
  await press('Split');
  await driver.wait(async () => !(await region('Values')).includes('swede'), wait);
  await (await named(driver, 'input', 'Select ?')).click();
  await press('Drop');
  await says('What it changes', 'Dropped', '?');
  await press('Take ? back');
  await driver.wait(async () => !(await region('What it changes')).includes('Dropped'), wait);
  expect(await violations(driver)).toEqual([]);
});

test('values are searched, sorted and filtered', async () => {
  await (await named(driver, 'input', 'Search the values')).sendKeys('oats');
  await driver.wait(async () => (await driver.findElements(By.css('[role="listitem"]'))).length === 2, wait);
  await (await named(driver, 'input', 'Search the values')).sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE);
  await (await named(driver, '[role="combobox"]', 'Order')).click();
  await (await named(driver, '[role="option"]', 'Z to A')).click();
  await driver.wait(
    async () => (await (await driver.findElements(By.css('[role="listitem"]')))[0].getText()).startsWith('turnip'),
    wait,
  );
  await (await named(driver, '[role="combobox"]', 'First letter')).click();
  await (await named(driver, '[role="option"]', 'O', true)).click();
  await driver.wait(async () => (await driver.findElements(By.css('[role="listitem"]'))).length === 1, wait);
});

test('a names file comes in and goes out', async () => {
  const path = join(files, 'names.csv');
  writeFileSync(path, 'variant,preferred\nblack oats,"oats, black"\nneep,turnip\n?,\n');
  await driver.findElement(By.css('input[aria-label="Names file to bring in"]')).sendKeys(path);
  await shows(driver, '3 variants taken');
  await press('Save');
  let saved: string | undefined;
  await driver.wait(() => {
    saved = existsSync(browser.downloads)
      ? readdirSync(browser.downloads).find((name) => name === 'Seed.csv')
      : undefined;
    return saved !== undefined;
  }, wait);
  expect(
    readFileSync(join(browser.downloads, saved as string), 'utf8')
      .trim()
      .split('\r\n'),
  ).toEqual(['variant,preferred', '?,', 'black oats,"oats, black"', 'skirrets,skirret', 'neep,turnip']);
  writeFileSync(path, 'a,b,c\n1,2,3\n');
  await driver.findElement(By.css('input[aria-label="Names file to bring in"]')).sendKeys(path);
  await shows(driver, 'needs two columns');
});

test('a list of one’s own changes what a network counts, and the trail says which version it used', async () => {
  await press('New list');
  await (await named(driver, 'input[type="checkbox"]', 'from')).click();
  await (await named(driver, 'input[type="checkbox"]', 'to')).click();
  await press('Make the list');
  await shows(driver, 'From reads');
  await says('Perhaps the same', 'TOVE');
  await (await named(driver, 'a', 'Networks')).click();
  await press('New network');
  await press('Who sent what to whom?');
  await shows(driver, 'settled', '3 · 2 ties');
  await driver.navigate().back();
  await driver.get((await driver.getCurrentUrl()).replace(/networks.*$/, 'names'));
  await press('From');
  await says('Perhaps the same', 'TOVE');
  await press('Join TOVE as Tove');
  await shows(driver, 'Used by', 'First network');
  await driver.sleep(500);
  await (await named(driver, 'a', 'First network')).click();
  await shows(driver, 'settled', '2 · 1 tie', 'Names');
  await (await named(driver, 'nav button', 'Ties')).click();
  await shows(driver, 'Names as joined in', 'From (version 2)');
  expect(await consoleErrors(driver)).toEqual(expect.not.arrayContaining([expect.stringContaining('Error')]));
});

test('a join waits while the server is away, is counted, and is kept when it is back', async () => {
  await driver.get((await driver.getCurrentUrl()).replace(/networks.*$/, 'names'));
  await press('Seed');
  await named(driver, 'button', 'Join beans as bean');
  const away = (is: boolean): Promise<unknown> =>
    driver.executeScript(
      `window.fetchedBefore ??= window.fetch;
       window.fetch = arguments[0] ? () => Promise.reject(new TypeError('no line')) : window.fetchedBefore;`,
      is,
    );
  await away(true);
  await press('Join beans as bean');
  await shows(driver, 'The server is not reached; 1 change waits');
  await away(false);
  await shows(driver, 'Saved');
  await driver.navigate().refresh();
  await press('Seed');
  await says('Values', 'beans (');
});

test('what somebody else joins is seen within seconds', async () => {
  await says('Perhaps the same', 'feild');
  const other = await openBrowser();
  try {
    await other.driver.get(await driver.getCurrentUrl());
    await (await named(other.driver, 'button', 'Seed')).click();
    await (await named(other.driver, 'button', 'Join feild bean as field bean')).click();
    await shows(other.driver, 'Saved');
  } finally {
    await other.close();
  }
  await driver.wait(async () => !(await region('Perhaps the same')).includes('feild'), wait);
});
