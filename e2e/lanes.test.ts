/** Lanes in the browser: the fire of 1921 seen, a window drawn on the axis, events selected in all views. */
import { violations } from './axe';
import {
  type Browser,
  By,
  type WebDriver,
  button,
  choose,
  consoleErrors,
  named,
  openBrowser,
  openDemo,
  showView,
  shows,
  wait,
} from './browser';

jest.setTimeout(180_000);

let browser: Browser;
let driver: WebDriver;
beforeAll(async () => {
  browser = await openBrowser();
  driver = browser.driver;
});
afterAll(() => browser.close());

const open = async (name: string): Promise<void> => {
  await openDemo(driver, name);
  await showView(driver, 'Lanes');
};
const canvas = () => driver.findElement(By.css('canvas[role="application"]'));
const chips = async (): Promise<string[]> =>
  Promise.all((await driver.findElements(By.css('ul[aria-label="Sifted by"] li span'))).map((chip) => chip.getText()));

test('every consignment stands between two of 125 lanes, in the order of time', async () => {
  await open('Who sent seed to whom');
  await shows(driver, '1,379 events between 125 lanes by sent_on');
  await driver.wait(async () => (await (await canvas()).getAttribute('data-drawn')) !== '0', wait, 'nothing drawn');
  expect(await violations(driver)).toEqual([]);
  // Sunniva Holm sent most, and stands first of her group.
  await choose(driver, 'Lanes under', 'no groups');
  await driver.wait(
    async () => (await driver.findElement(By.css('[aria-pressed].justify-end')).getText()) === 'Hesper Sandison',
    wait,
    'another lane is the first',
  );
});

test('a window drawn on the axis is the sift of the dates', async () => {
  const box = await canvas();
  const { width, height } = await box.getRect();
  const at = (x: number) => ({ origin: box, x: Math.round((x - 0.5) * width), y: Math.round(12 - height / 2) });
  await driver.actions().move(at(0.5)).press().move(at(0.56)).release().perform();
  await driver.wait(async () => /^19\d\d-\d\d-\d\d – 19\d\d/.test((await chips())[0] ?? ''), wait, 'no window');
  await driver.wait(
    async () => {
      const said = await driver.findElement(By.xpath('//p[@role="status"][contains(., "events between")]')).getText();
      const many = Number(/^(\d+) events/.exec(said)?.[1]);
      return many > 20 && many < 600;
    },
    wait,
    'the lanes do not follow',
  );
});

test('an event that is gone to by the keyboard is selected with its tie, and read', async () => {
  await (await canvas()).sendKeys('n');
  await shows(driver, '1 selected', '1 record', 'see them in Graph');
  await (await canvas()).sendKeys('n');
  await shows(driver, '1 record');
  await (await named(driver, 'button', 'see them in Graph')).click();
  await driver.findElement(By.css('[role="application"][aria-label^="Network of"]'));
  await shows(driver, '1 record');
  await (await button(driver, 'Lift 19')).click();
  await driver.wait(async () => (await chips()).length === 0, wait, 'the chip stays');
});

test('a selection opens as lanes', async () => {
  await showView(driver, 'Lanes');
  await (await named(driver, 'button', 'Hesper Sandison', true)).click();
  await (await button(driver, '1 selected')).click();
  await (await named(driver, '[role="menuitem"]', 'Add the neighbours')).click();
  await driver.findElement(By.xpath('//button[contains(., " selected")]')).click();
  await (await named(driver, '[role="menuitem"]', 'As lanes')).click();
  await shows(driver, 'Lanes of all in view', 'that lead elsewhere');
  await (await button(driver, 'Lanes of all in view')).click();
  await shows(driver, '1,379 events between 125 lanes');
});

test('meetings are frames across the lanes of those who were there', async () => {
  await open('Who met with whom');
  await shows(driver, '160 events between 199 lanes by held_on');
  expect(await consoleErrors(driver)).toEqual([]);
});
