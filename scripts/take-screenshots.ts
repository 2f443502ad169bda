/** One picture of each main view, 1280 × 800, from the demo study. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { By, button, named, openBrowser, shows } from '../e2e/browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
const folder = join('docs', 'screenshots');
mkdirSync(folder, { recursive: true });
const scratch = mkdtempSync(join(tmpdir(), 'nunatak-files-'));
const browser = await openBrowser();
const { driver } = browser;

async function picture(name: string): Promise<void> {
  await driver.sleep(900);
  writeFileSync(join(folder, `${name}.png`), Buffer.from(await driver.takeScreenshot(), 'base64'));
}
async function find(name: string): Promise<void> {
  await driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
  await shows(driver, 'Add step: Keep');
  await driver.switchTo().activeElement().sendKeys(name);
  await named(driver, '[role="option"]', name);
  await driver.switchTo().activeElement().sendKeys(Key.ENTER);
}

try {
  await driver.get(home);
  await picture('studies');
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await shows(driver, 'New network');
  await picture('networks');
  await (await button(driver, 'Who sent seed to whom')).click();
  await shows(driver, 'settled', 'legend on');
  await picture('workbench');
  await (await button(driver, 'Ties')).click();
  await find('Hesper Sandison');
  await (await named(driver, 'button', 'Fit to the view')).click();
  await picture('node');
  await (await button(driver, 'Keep degree')).click();
  await shows(driver, '125 of 204 nodes');
  await (await named(driver, '[role="tab"]', 'Table')).click();
  await (await named(driver, '[role="columnheader"] button', 'Degree')).click();
  await picture('table');
  await (await named(driver, '[role="tab"]', 'Graph')).click();
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await (await button(driver, 'Style')).click();
  await (await named(driver, 'button', 'Dark theme')).click();
  await shows(driver, 'Palette');
  await picture('dark');
  await (await named(driver, 'button', 'Light theme')).click();
  await (await button(driver, 'Arrange')).click();
  await (await button(driver, 'Take away')).click();
  await picture('take-away');
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await (await button(driver, 'Records')).click();
  await (await named(driver, 'button', 'consignments')).click();
  await shows(driver, 'C0001');
  await picture('records');
  const dirty = join(scratch, 'packets 1939.csv');
  const rows = [
    'id;sent_on;from;to;packets',
    'P1;1939-01-02;Hesper Sandison;Sunniva Holm;6',
    'P2;1939-01;Ragna Pell;Dagny Heddle;ten',
  ];
  for (let i = 3; i < 60; i++)
    rows.push(`P${i};1939-02-${String((i % 28) + 1).padStart(2, '0')};Alban Corrie;Petra Heddle;${i % 9}`);
  rows.push('P60;1939?;Tove Lorne;Edwin Pell;4;again', 'P61;1939');
  writeFileSync(dirty, rows.join('\n'));
  await driver.findElement(By.css('input[type="file"]')).sendKeys(dirty);
  await shows(driver, 'rows fit');
  await picture('coming-in');
} finally {
  await browser.close();
  rmSync(scratch, { recursive: true });
}
