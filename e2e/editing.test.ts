/** What is typed into tables stays: over slow lines, over reloads, with two people at one table. */
import { Key, type WebDriver } from 'selenium-webdriver';
import { type Browser, By, button, heard, named, openBrowser, shows, wait } from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(240000);

let one: Browser;
let two: Browser;
let driver: WebDriver;
let study = '';
beforeAll(async () => {
  [one, two] = await Promise.all([openBrowser(), openBrowser()]);
  driver = one.driver;
  await driver.get(home);
  await (await button(driver, 'New study')).click();
  await (await named(driver, 'input', 'Name of the new study')).sendKeys('Typed', Key.ENTER);
  await shows(driver, 'No records yet');
  study = /studies\/([^/]+)/.exec(await driver.getCurrentUrl())?.[1] ?? '';
});
afterAll(async () => {
  await Promise.all([one.close(), two.close()]);
});

/** Makes a table of names and notes, and opens it. */
async function table(name: string, rows: string[][], on = driver): Promise<void> {
  const columns = [
    { name: 'name', type: 'text' },
    { name: 'note', type: 'text' },
  ];
  const head = { name, origin: 'typed in', columns, rows: rows.length };
  const body = [head, ...rows].map((line) => JSON.stringify(line)).join('\n');
  const answer = await fetch(`${home}/api/studies/${study}/tables`, { method: 'POST', body });
  expect(answer.status).toBe(201);
  await show(name, on);
}
async function show(name: string, on = driver): Promise<void> {
  await on.get(`${home}/studies/${study}/records`);
  await (await named(on, 'button', name)).click();
  await named(on, '[role="grid"]', `Records of ${name}`);
  await on.wait(async () => (await on.findElements(By.css('[role="gridcell"]'))).length > 0, wait);
}
const people = (count: number): string[][] =>
  Array.from({ length: count }, (_, i) => [`Person ${String(i).padStart(2, '0')}`, '']);

/** What the server holds. */
async function stored(name: string): Promise<string[][]> {
  const at = `${home}/api/studies/${study}`;
  const rows = await heard(async () => {
    const { tables } = JSON.parse(await heard(() => `${at}/versions`)) as { tables: Record<string, number> };
    return `${at}/tables/${name}/${tables[name]}/written`;
  });
  return rows
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as string[]);
}

/** Every answer to this page comes that much later; null: none comes at all. */
const slow = (on: WebDriver, milliseconds: number | null): Promise<unknown> =>
  on.executeScript(
    `const fetched = window.fetchedBefore ??= window.fetch;
     window.fetch = (...asked) => arguments[0] === null ? Promise.reject(new TypeError('no line'))
       : new Promise((go) => setTimeout(go, arguments[0] / 2)).then(() => fetched(...asked)).then((answer) => new Promise((go) => setTimeout(() => go(answer), arguments[0] / 2)));`,
    milliseconds,
  );
const saved = (on = driver): Promise<unknown> =>
  on.wait(
    async () => (await on.findElement(By.css('header [role="status"], [role="status"]')).getText()) === 'Saved',
    wait,
  );
const press = (...keys: string[]): Promise<void> =>
  driver
    .actions()
    .sendKeys(...keys)
    .perform();
const cell = (text: string, on = driver) => named(on, '[role="gridcell"]', text, true);
const column = async (c: number): Promise<string[]> =>
  driver.executeScript(
    `return [...document.querySelectorAll('[role="row"][aria-rowindex]')].sort((a, b) => a.getAttribute('aria-rowindex') - b.getAttribute('aria-rowindex')).map((row) => row.querySelector('[aria-colindex="' + (arguments[0] + 1) + '"]').innerText)`,
    c,
  );

test.each([0, 300, 1000])(
  'twenty cells typed in a row at %s ms of delay are all kept, and shown at once',
  async (delay) => {
    const name = `typing-${delay}`;
    await table(name, people(20));
    await slow(driver, delay);
    await (await cell('Person 00')).click();
    await press(Key.ARROW_RIGHT);
    for (let i = 0; i < 20; i++) await press(`note ${i}`, Key.ENTER);
    // The last Enter has begun a new row, which stays empty.
    const typed = Array.from({ length: 20 }, (_, i) => `note ${i}`);
    await driver.wait(async () => (await column(1)).slice(0, 15).join() === typed.slice(0, 15).join(), 3000);
    await saved();
    expect((await stored(name)).map(([, note]) => note)).toEqual([...typed, '']);
    await slow(driver, 0);
    await show(name);
    expect((await column(1)).slice(0, 15)).toEqual(typed.slice(0, 15));
    // Forty quick undos end within seconds, and leave nothing.
    await slow(driver, delay);
    await (await cell('Person 00')).click();
    const undos = driver.actions().keyDown(Key.CONTROL);
    for (let i = 0; i < 40; i++) undos.sendKeys('z');
    await undos.keyUp(Key.CONTROL).perform();
    await driver.wait(async () => JSON.stringify(await stored(name)) === JSON.stringify(people(20)), wait);
    await saved();
    await driver.wait(async () => (await column(1)).slice(0, 15).join('') === '', wait);
  },
);

test('what was not sent waits in the browser, is counted, and is sent on return', async () => {
  await table('waiting', people(5));
  await slow(driver, null);
  await (await cell('Person 00')).click();
  await press(Key.ARROW_RIGHT, 'one', Key.ENTER, 'two', Key.ENTER, 'three', Key.ENTER);
  await shows(driver, 'The server is not reached; 3 changes wait, kept in this browser until it is');
  await driver.navigate().refresh();
  const alert = await driver
    .switchTo()
    .alert()
    .catch(() => undefined);
  await alert?.accept();
  await show('waiting');
  await saved();
  await driver.wait(async () => (await stored('waiting')).map(([, note]) => note).join() === 'one,two,three,,', wait);
  await driver.wait(async () => (await column(1)).slice(0, 3).join() === 'one,two,three', wait);
});

test('typing down a sorted column writes into the rows that are seen; the order stands until it is asked for anew', async () => {
  await table('sorted', [
    ['c', ''],
    ['a', ''],
    ['b', ''],
  ]);
  await driver.findElement(By.css('[role="columnheader"] button')).click();
  await driver.wait(async () => (await column(0)).join() === 'a,b,c', wait);
  await (await cell('a')).click();
  await press('z', Key.ENTER, 'y', Key.ENTER, 'x', Key.ENTER);
  await driver.wait(async () => (await column(0)).slice(0, 3).join() === 'z,y,x', wait);
  await saved();
  expect((await stored('sorted')).slice(0, 3).map(([name]) => name)).toEqual(['x', 'z', 'y']);
  expect((await column(0)).slice(0, 3)).toEqual(['z', 'y', 'x']);
});

test('Enter in the last row begins a new one', async () => {
  await table('longer', [['first', '']]);
  await (await cell('first')).click();
  await press(Key.ARROW_RIGHT, 'x', Key.ENTER);
  await driver.wait(async () => (await column(1)).length === 2, wait);
  await press('second', Key.ENTER);
  await driver.wait(async () => (await column(1)).length === 3, wait);
  await press('third', Key.TAB);
  await saved();
  const wanted = JSON.stringify([
    ['first', 'x'],
    ['', 'second'],
    ['', 'third'],
  ]);
  await driver.wait(async () => JSON.stringify((await stored('longer')).slice(0, 3)) === wanted, wait);
});

const paste = (text: string): Promise<unknown> =>
  driver.executeScript(
    `const data = new DataTransfer(); data.setData('text/plain', arguments[0]);
     document.querySelector('[role="grid"]').dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));`,
    text,
  );

test('cells wider than the table get columns where that is wanted, and a line of names is no row', async () => {
  await table('wider', [['a', '']]);
  await (await cell('a')).click();
  await paste('Name\tNOTE\tYear\nb\tc\t1987\nd\te\t1988\n');
  await shows(driver, 'The first line names the columns', '1 column wider than the table');
  await (await button(driver, 'Add 1 column')).click();
  await cell('1988');
  await saved();
  expect(await stored('wider')).toEqual([
    ['b', 'c', '1987'],
    ['d', 'e', '1988'],
  ]);
});

test('Replace all is announced when it is done', async () => {
  await table(
    'many',
    Array.from({ length: 30_000 }, (_, i) => [`Person ${i}`, 'old']),
  );
  await (await button(driver, 'Find and replace')).click();
  await (await named(driver, 'input', 'Find', true)).sendKeys('old');
  await (await named(driver, 'input', 'Replace by')).sendKeys('new', Key.ENTER);
  await shows(driver, 'Replaced in 30,000 cells.');
  expect(new Set((await stored('many')).map(([, note]) => note))).toEqual(new Set(['new']));
});

test('Rename from a column’s menu takes the focus, and no menu keeps it', async () => {
  await table('renamed', people(2));
  await (await named(driver, 'button', 'name: more')).sendKeys(Key.ENTER);
  await (await named(driver, '[role="menuitem"]', 'Rename')).sendKeys(Key.ENTER);
  await driver.wait(async () => (await driver.executeScript('return document.activeElement.name')) === 'name', wait);
  await driver.switchTo().activeElement().sendKeys(Key.chord(Key.CONTROL, 'a'), 'who', Key.ENTER);
  await named(driver, '[role="columnheader"]', 'who');
});

test('two at one table: both are kept, the same cell asks, each undoes the own', async () => {
  await table('shared', people(5));
  await show('shared', two.driver);
  const typeBy = async (on: WebDriver, at: string, text: string): Promise<void> => {
    await (await cell(at, on)).click();
    await on.actions().sendKeys(Key.ARROW_RIGHT, text, Key.ENTER).perform();
  };
  await typeBy(driver, 'Person 00', 'mine');
  await typeBy(two.driver, 'Person 01', 'theirs');
  await saved();
  await saved(two.driver);
  // Within seconds each sees the other's.
  await cell('theirs');
  await cell('mine', two.driver);
  // The second does not see the first's change of the same cell before writing.
  await slow(two.driver, null);
  await typeBy(driver, 'Person 02', 'first');
  await saved();
  await typeBy(two.driver, 'Person 02', 'second');
  await slow(two.driver, 0);
  await shows(two.driver, 'was written by somebody else meanwhile', '“first”', '“second”');
  await (await button(two.driver, 'Keep theirs')).click();
  await cell('first', two.driver);
  await typeBy(two.driver, 'Person 03', 'by two');
  await saved(two.driver);
  await cell('by two');
  await driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
  await shows(driver, 'Undone');
  await saved();
  expect((await stored('shared')).map(([, note]) => note)).toEqual(['mine', 'theirs', '', 'by two', '']);
});

test('what reads a column is said before it goes; the network then says what it lacks, and the table can be brought back', async () => {
  const columns = [
    { name: 'sender', type: 'text' },
    { name: 'receiver', type: 'text' },
  ];
  const head = { name: 'parcels', origin: 'typed in', columns, rows: 2 };
  const body = [head, ['a', 'b'], ['b', 'c']].map((line) => JSON.stringify(line)).join('\n');
  await fetch(`${home}/api/studies/${study}/tables`, { method: 'POST', body });
  await driver.get(`${home}/studies/${study}/networks?new=parcels`);
  await (await button(driver, 'Who sent what to whom?')).click();
  await shows(driver, 'settled');
  const network = (await driver.getCurrentUrl()).replace(/\?.*/, '');
  await show('parcels');
  // A new name is followed.
  await (await named(driver, 'button', 'receiver: more')).sendKeys(Key.ENTER);
  await (await named(driver, '[role="menuitem"]', 'Rename')).sendKeys(Key.ENTER);
  await shows(driver, 'receiver is read by “First network” (Ties)', 'The new name is taken over there.');
  await driver.switchTo().activeElement().sendKeys(Key.chord(Key.CONTROL, 'a'), 'to whom', Key.ENTER);
  await named(driver, '[role="columnheader"]', 'to whom');
  await saved();
  await driver.get(network);
  await shows(driver, 'settled', 'sender → to whom');
  // A column that is read is deleted after a question only.
  await show('parcels');
  await shows(driver, 'version 2');
  await (await named(driver, 'button', 'to whom: more')).sendKeys(Key.ENTER);
  await (await named(driver, '[role="menuitem"]', 'Delete the column')).sendKeys(Key.ENTER);
  await shows(driver, 'to whom is read by “First network” (Ties)', 'Without it they lack a column.');
  await (await named(driver, '[aria-label="Before this is done"] button', 'Delete the column')).click();
  await shows(driver, '2 records in 1 column');
  await driver.get(network);
  await shows(driver, '“Ties” needs a look', 'has no column “to whom”');
  await (await button(driver, 'Open “Ties”')).click();
  await named(driver, 'h2', 'Ties', true);
  // A deleted table stands in a list.
  await show('parcels');
  await shows(driver, 'version 3');
  // By keys: what is found in the table moves the button while it comes in.
  await (await button(driver, 'Delete the table')).sendKeys(Key.ENTER);
  await shows(driver, 'It can be brought back for thirty days.');
  await (await named(driver, '[aria-label="Before this is done"] button', 'Delete the table')).click();
  await (await named(driver, 'summary', 'Deleted')).click();
  await (await button(driver, 'Bring back')).click();
  await named(driver, '[role="grid"]', 'Records of parcels');
});
