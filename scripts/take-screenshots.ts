/** One picture of each main view, 1280 × 800, from the demo study. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { By, button, choose, named, openBrowser, showView, shows, wait } from '../e2e/browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
const folder = join('docs', 'screenshots');
mkdirSync(folder, { recursive: true });
const browser = await openBrowser();
const { driver } = browser;

async function picture(name: string): Promise<void> {
  await driver.sleep(900);
  // Short messages of what was done before are no part of a view.
  await driver.wait(async () => (await driver.findElements({ css: '[data-sonner-toast]' })).length === 0, 20000);
  await driver.wait(async () => !/refining|settling/.test(await driver.findElement({ css: 'body' }).getText()), 20000);
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
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await shows(driver, 'New network');
  await picture('networks');
  await (await button(driver, 'Who sent seed to whom')).click();
  await shows(driver, 'settled', 'legend on');
  await picture('workbench');
  await (await button(driver, 'Ties')).click();
  await find('Hesper Sandison');
  await (await named(driver, 'button', 'Fit to the view')).click();
  await (await button(driver, 'Keep degree')).click();
  await shows(driver, '125 of 204 nodes');
  await (await named(driver, '[role="tab"]', 'Table')).click();
  await (await named(driver, '[role="columnheader"] button', 'Degree')).click();
  await picture('table');
  await (await named(driver, '[role="tab"]', 'Graph')).click();
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await (await button(driver, 'Style')).click();
  await shows(driver, 'Which are written');
  await driver.findElement(By.xpath('//aside//button[@aria-expanded][span[1]="Size"]')).click();
  await shows(driver, 'Will it read?', 'Reversed');
  await picture('style');
  await (await button(driver, 'Arrange')).click();
  await driver.wait(
    async () => (await driver.findElements(By.css('ul[aria-label="Layouts"] img'))).length >= 11,
    wait,
    'no small pictures',
  );
  await shows(driver, 'Neighbours kept');
  await picture('arrange');
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Words of the bulletins', true)).click();
  await shows(driver, 'settled', 'legend on');
  await (await button(driver, 'Ties')).click();
  await shows(driver, '39 nodes, 97 ties');
  await (await button(driver, 'Ask another question')).click();
  await shows(driver, 'Which papers share references?', '→');
  await picture('ties');
  await (await named(driver, 'button', 'Words of the bulletins')).click();
  await (await named(driver, '[role="menuitem"]', 'Compare with another')).click();
  await (await named(driver, '[role="combobox"]', 'Compared with')).click();
  await (await named(driver, '[role="option"]', 'References cited together')).click();
  await shows(driver, 'Edges in both', 'highest in either');
  await picture('compare');
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
  await driver.findElement(By.xpath('//nav[@aria-label="Trail"]//button[b="Sift"]')).click();
  for (const [column, value] of [['varieties', 'bere barley'], ['sent_on'], ['certainty']]) {
    await (await button(driver, 'Sift by')).click();
    await (await named(driver, '[aria-label="What to sift by"] button', column, true)).click();
    await driver.sleep(700);
    if (value) await (await named(driver, 'aside label', value)).click();
  }
  const bars = await driver.findElement(By.css('svg[aria-label="sent_on over time"]'));
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', bars);
  await driver.actions().move({ origin: bars, x: -30 }).press().move({ origin: bars, x: 30 }).release().perform();
  await driver.sleep(800);
  await showView(driver, 'Lanes');
  await shows(driver, 'events between');
  await driver.sleep(800);
  await picture('sift');
  await driver.executeScript(
    'document.querySelectorAll(\'ul[aria-label="Sifted by"] button\').forEach((one) => one.click())',
  );
  await (await named(driver, 'button', 'Remove the sift by certainty')).click();
  await showView(driver, 'Places');
  await shows(driver, 'spread around');
  await (await button(driver, 'Two views side by side')).click();
  await (await button(driver, 'View 2')).click();
  await (await named(driver, '[role="menuitem"]', 'Cards')).click();
  await choose(driver, 'Cards by', 'Degree');
  await (await named(driver, 'button', 'Lowest first')).click();
  await (await named(driver, 'button', 'Close the sifts')).click();
  // Cards are dealt anew where there is more room.
  await driver.sleep(1000);
  await (await named(driver, 'button[data-card]', 'Hesper Sandison')).click();
  await picture('places');
  await (await named(driver, 'button', 'Close Cards')).click();
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  const view = (name: string): Promise<void> => showView(driver, name);
  await view('Matrix');
  await shows(driver, 'cells of');
  await picture('matrix');
  await (await button(driver, 'Measure')).click();
  await view('Measures');
  await (await named(driver, '[role="columnheader"] button', 'Betweenness')).click();
  await picture('measures');
  await view('Chance');
  await choose(driver, 'Random networks keep', 'everyone’s degree');
  await (await button(driver, 'Draw 100 random networks')).click();
  await shows(driver, 'Triads against chance');
  await picture('chance');
  await view('Paths');
  for (const [end, value] of [
    ['From', 'Ness'],
    ['To', 'Voe'],
  ]) {
    await choose(driver, `${end} from`, 'a value of island');
    await choose(driver, `${end}: value`, value);
  }
  await choose(driver, 'Find', 'All paths');
  await (await button(driver, 'Find paths')).click();
  await shows(driver, 'along the way');
  await picture('paths');
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'header a', 'Figures')).click();
  await shows(driver, 'New figure');
  await (await named(driver, 'main a[href]', 'Carriers between islands')).click();
  await shows(driver, 'Thinnest line in print', 'Smallest letters in print');
  await picture('figure');
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Societies and their members', true)).click();
  await shows(driver, 'settled', 'legend on');
  await driver.actions().sendKeys('l').perform();
  await shows(driver, 'Named sets of nodes');
  const fold = await named(driver, 'summary', 'Select by rule');
  await fold.click();
  await (await button(driver, 'Condition')).click();
  await (await button(driver, 'Select what holds')).click();
  await (await named(driver, 'input', 'Name of the new shortlist')).sendKeys('All members', Key.ENTER);
  await shows(driver, 'All members');
  await (await named(driver, 'input', 'Value')).sendKeys(Key.chord(Key.CONTROL, 'a'), '4', Key.ENTER);
  await driver.sleep(300);
  await (await button(driver, 'Select what holds')).click();
  await driver.sleep(500);
  await (await named(driver, 'input', 'Name of the new shortlist')).sendKeys('In four and more', Key.ENTER);
  await shows(driver, 'In four and more');
  await fold.click();
  await picture('shortlists');
  for (const list of ['All members', 'In four and more']) {
    await (await named(driver, 'button', `${list}: more`)).click();
    await (await named(driver, '[role="menuitem"]', 'Delete')).click();
    await shows(driver, `“${list}” deleted.`);
  }
  await (await button(driver, 'Records')).click();
  await (await named(driver, 'button', 'consignments')).click();
  await shows(driver, 'C0001');
  await picture('records');
  await (await named(driver, 'a', 'Names', true)).click();
  await (await named(driver, 'button', 'Varieties')).click();
  await shows(driver, 'Singular and plural');
  await picture('names');
  await (await named(driver, 'header a', 'People')).click();
  await shows(driver, 'Who sees what');
  await picture('people');
  // The study as it was is what the other pictures are of: this one comes last.
  await driver.get((await driver.getCurrentUrl()).replace(/people.*/, 'feeds/new'));
  await (await named(driver, 'input', 'Key')).sendKeys('harbour-practice');
  await (await button(driver, 'Connect')).click();
  await shows(driver, 'It runs: who names whom');
  await driver.sleep(75_000);
  await picture('feed');
  await (await named(driver, 'button', 'Stop', true)).click();
  await shows(driver, 'It does not run.');
} finally {
  await browser.close();
}
