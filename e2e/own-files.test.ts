/** Files of one’s own: previewed, mended, stored, made into a network and taken away. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Table, tableToIPC, vectorFromArray } from 'apache-arrow';
import { Key } from 'selenium-webdriver';
import { withDatabase } from '@/core/formats/sqlite';
import { violations } from './axe';
import {
  type Browser,
  By,
  type WebDriver,
  button,
  choose as chooseFrom,
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
let files: string;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
  files = mkdtempSync(join(tmpdir(), 'nunatak-files-'));
});
afterAll(async () => {
  await browser.close();
  rmSync(files, { recursive: true });
});

const file = (name: string, text: string): string => {
  const path = join(files, name);
  writeFileSync(path, text);
  return path;
};

const choose = (list: string, entry: string): Promise<void> => chooseFrom(driver, list, entry);

describe('two files of one’s own', () => {
  test('a study is made, and dirty files are previewed, mended and stored', async () => {
    await driver.get(home);
    await (await button(driver, 'New study')).click();
    await (await named(driver, 'input', 'Name of the new study')).sendKeys('Letters & <b>loops</b> 😀', Key.ENTER);
    await shows(driver, 'No records yet');
    expect(await violations(driver)).toEqual([]);
    const people = file(
      'people.csv',
      'key;name;age\n1;Ann "the ""first""";41\n2;Bo <i>;old\n3;=Cy;7\n4;Di;30\n4;Di;30;x\n',
    );
    const ties = file('ties.tsv', 'from\tto\tletters\n1\t2\t3\n2\t3\t1\n3\t3\t2\n3\t9\t1\n\t1\t4\n1\t2\t2\n');
    const input = await driver.findElement(By.css('input[type="file"]'));
    await input.sendKeys(`${people}\n${ties}`);
    await shows(
      driver,
      'parted by semicolons',
      '4 of 5 rows fit',
      'line 6: 4 cells instead of 3',
      '1 row does not fit the header',
    );
    await choose('Type of age', 'number');
    await shows(driver, '1 cell of age is no number');
    expect(await violations(driver)).toEqual([]);
    await (await button(driver, 'Store 4 records')).click();
    await shows(driver, '“people” stored', 'Coming in');
    await (await button(driver, 'ties')).click();
    await shows(driver, 'parted by tabs', '6 of 6 rows fit');
    await (await button(driver, 'Store 6 records')).click();
    await shows(driver, '“ties” stored');
    await (await button(driver, 'people')).click();
    await shows(driver, 'Bo <i>', '=Cy', 'old');
    expect(await violations(driver)).toEqual([]);
  });

  test.each<[string, string, string, string?]>([
    ['empty.csv', '', 'is empty'],
    ['picture.csv', '\u0000\u0001\u0002\u0003', 'is no text'],
    ['open.csv', 'a,b\n1,2\n"3,4\n', 'a quote that opens on line 3 is never closed'],
    ['header.csv', 'a,b\n', 'Only a header', 'Put away'],
  ])('%s is refused in a sentence, and the study is as it was', async (name, text, sentence, away = 'Dismiss') => {
    await (await driver.findElement(By.css('input[type="file"]'))).sendKeys(file(name, text));
    await shows(driver, sentence);
    await (await button(driver, away)).click();
    await driver.wait(
      async () => !(await driver.findElement(By.css('aside[aria-label="Tables"]')).getText()).includes(name),
      wait,
    );
  });

  test('large and wide files come in whole: 100,000 rows in 12 MB, and 1,000 columns', async () => {
    const rows = Array.from(
      { length: 100000 },
      (_, i) => `R${i},Keeper ${i % 700},1911-03-${(i % 28) + 1},${'a remark '.repeat(10)}`,
    );
    const long = file('long.csv', `id,keeper,sent,remark\n${rows.join('\n')}\n`);
    const names = Array.from({ length: 1000 }, (_, i) => `column ${i}`);
    const wide = file('wide.csv', `${names.join(';')}\n${names.map((_, i) => i).join(';')}\n`);
    const input = await driver.findElement(By.css('input[type="file"]'));
    await input.sendKeys(long);
    await (await button(driver, 'Store 100,000 records')).click();
    await shows(driver, '“long” stored', 'R12');
    const grid = await driver.findElement(By.css('[role="grid"]'));
    expect(await grid.getAttribute('aria-rowcount')).toBe('100001');
    await driver.executeScript('arguments[0].scrollTop = arguments[0].scrollHeight', grid);
    await shows(driver, 'R99999');
    await (await named(driver, '[role="columnheader"] button', 'keeper')).click();
    await driver.executeScript('arguments[0].scrollTop = 0', grid);
    await shows(driver, 'R700', 'Keeper 0');
    await (await named(driver, 'input', 'Search the rows')).sendKeys('R4242');
    await driver.wait(async () => (await grid.getAttribute('aria-rowcount')) === '12', wait, 'eleven rows have R4242');
    await input.sendKeys(wide);
    await (await button(driver, 'Store 1 record')).click();
    await shows(driver, '“wide” stored', '1 record in 1,000 columns');
    for (const name of ['wide', 'long']) {
      await (await named(driver, 'aside[aria-label="Tables"] button', name)).click();
      await (await button(driver, 'Delete the table')).click();
      await shows(driver, `“${name}” deleted`);
    }
  });

  test('a network is made of them, and its ties say what did not fit', async () => {
    await (await button(driver, 'Networks')).click();
    await (await button(driver, 'New network')).click();
    // The table of ties is offered with its size, before it is made.
    await shows(driver, 'What do you want to know?', '5 nodes, 3 ties');
    await (await button(driver, 'Who sent what to whom?')).click();
    await shows(driver, 'settled', 'Ties');
    await (await button(driver, 'Ties')).click();
    await shows(
      driver,
      '5 nodes, 3 ties',
      '1 name is not in people',
      '1 row with the same name at both ends left out',
      '1 row without one of the two ends',
    );
    await choose('Ties count as', 'letters');
    await shows(driver, '5 letters');
    await choose('Values that no table has', 'others are left out');
    await shows(driver, '4 nodes, 2 ties', 'Saved');
    expect(await violations(driver)).toEqual([]);
  });

  test('its data are safe to open elsewhere', async () => {
    rmSync(browser.downloads, { recursive: true, force: true });
    await (await button(driver, 'Take away')).click();
    await (await button(driver, 'Nodes CSV')).click();
    const nodes = readFileSync(await downloaded(browser, 'nodes.csv'), 'utf8');
    expect(nodes).toContain("'=Cy");
    expect(nodes).toContain('"Ann ""the """"first');
    await (await button(driver, 'SVG')).click();
    expect(readFileSync(await downloaded(browser, '.svg'), 'utf8')).toContain('Bo &lt;i&gt;');
  });

  test('the study is renamed, deleted and brought back', async () => {
    await driver.get(home);
    const name = 'Letters & <b>loops</b> 😀';
    await (await named(driver, 'button', `${name}: more`)).click();
    await (await named(driver, '[role="menuitem"]', 'Delete')).click();
    await shows(driver, `“${name}” deleted.`);
    await driver.wait(async () => !(await driver.findElement(By.css('main')).getText()).includes(name), wait);
    await (await named(driver, 'button', 'Undo')).click();
    await driver.wait(async () => (await driver.findElement(By.css('main')).getText()).includes(name), wait);
    expect(await violations(driver)).toEqual([]);
    expect(await consoleErrors(driver)).toEqual([]);
  });
});

describe('a database of SQLite', () => {
  test('its tables come in, what points to another table is a reference; all go out as a database again', async () => {
    const made = await withDatabase(undefined, (db) => {
      db.run('create table letters(writer integer references people(id), said text)');
      db.run('create table people(id integer primary key, name text, born integer)');
      db.run("insert into people values (1, 'Ragna Wick', 1880), (2, 'Tove “é” Lorne', 1890)");
      db.run("insert into letters values (1, 'seed\nof kale'), (2, '=1+1'), (9, null)");
      return db.export();
    });
    const path = join(files, 'kept.sqlite');
    writeFileSync(path, made);
    await driver.get(home);
    await (await button(driver, 'New study')).click();
    await (await named(driver, 'input', 'Name of the new study')).sendKeys('From a database', Key.ENTER);
    await shows(driver, 'No records yet');
    await (await driver.findElement(By.css('input[type="file"]'))).sendKeys(path);
    await (await named(driver, 'aside[aria-label="Tables"] button', 'kept people')).click();
    await (await button(driver, 'Store 2 records')).click();
    await shows(driver, '“kept people” stored');
    await (await named(driver, 'aside[aria-label="Tables"] button', 'kept letters')).click();
    await shows(driver, 'writer names kept people by id', '1 name of writer is not in kept people');
    expect(await violations(driver)).toEqual([]);
    await (await button(driver, 'Take tables away')).click();
    await (await named(driver, '[role="menuitem"]', 'All tables as SQLite')).click();
    const back = new Uint8Array(readFileSync(await downloaded(browser, 'From a database.sqlite')));
    await withDatabase(back, (db) => {
      expect(db.exec('select id, name, born from "kept people"')[0].values).toEqual([
        [1, 'Ragna Wick', 1880],
        [2, 'Tove “é” Lorne', 1890],
      ]);
    });
    await (
      await driver.findElement(By.css('input[type="file"]'))
    ).sendKeys(file('cut.sqlite', 'SQLite format 3\0 cut'));
    await shows(driver, 'damaged, cut off');
    expect(await consoleErrors(driver)).toEqual([]);
  });

  test('a table of Arrow comes in, read on a thread of its own; a broken one is a sentence', async () => {
    const table = new Table({
      keeper: vectorFromArray(['Ragna Wick', 'Tove “é” Lorne']),
      packets: vectorFromArray([3, 4.5]),
    });
    const path = join(files, 'packets.arrow');
    writeFileSync(path, tableToIPC(table, 'file'));
    await (await driver.findElement(By.css('input[type="file"]'))).sendKeys(path);
    await (await button(driver, 'Store 2 records')).click();
    await shows(driver, '“packets” stored', 'Tove “é” Lorne', '4.5');
    await (await driver.findElement(By.css('input[type="file"]'))).sendKeys(file('cut.arrow', 'ARROW1\0\0'));
    await shows(driver, 'no Arrow table that can be read');
    expect(await consoleErrors(driver)).toEqual([]);
  });
});
