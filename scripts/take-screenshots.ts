/** One picture of each main view, 1280 × 800, from the demo study. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { button, named, openBrowser, shows } from '../e2e/browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
const folder = join('docs', 'screenshots');
mkdirSync(folder, { recursive: true });
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
  await (await named(driver, 'button', 'Practice files')).click();
  await (await named(driver, '[role="menuitem"]', 'consignments 1931')).click();
  await shows(driver, 'rows fit', 'came twice');
  await picture('coming-in');
  await (await button(driver, 'Put away')).click();
  await (await named(driver, 'a', 'Names', true)).click();
  await (await named(driver, 'button', 'Varieties')).click();
  await shows(driver, 'Singular and plural');
  await picture('names');
} finally {
  await browser.close();
}
