/** A word is followed on the practice feed until there are so many nodes; then the network, groups and a picture. */
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import { type Browser, By, button, choose, consoleErrors, named, openBrowser, shows, wait } from './browser';

jest.setTimeout(240_000);
const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
let browser: Browser;
/** Nodes at which the first feed stopped. */
let grown = 0;
beforeAll(async () => (browser = await openBrowser()));
afterAll(() => browser.close());

const count = async (what: string): Promise<number> => {
  const text = await (await browser.driver.findElement(By.css('main[aria-label="What grows"]'))).getText();
  return Number((new RegExp(`([\\d,]+) ${what}`).exec(text.replace(/\s+/g, ' '))?.[1] ?? '0').replaceAll(',', ''));
};

test('a feed is tried, connected, and grows until so many nodes; its network opens with groups and is taken as a picture', async () => {
  const { driver } = browser;
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await driver.wait(async () => /studies\/[^/]+\/\w+/.test(await driver.getCurrentUrl()), wait);
  const study = (await driver.getCurrentUrl()).replace(/(studies\/[^/]+\/).*/, '$1');
  await driver.get(`${study}records`);
  await (await named(driver, 'a', 'Feed', true)).click();
  await shows(driver, 'Say what to follow at the left');
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, 'input', 'Key')).sendKeys('wrong');
  await (await button(driver, 'Try it')).click();
  await shows(driver, 'The source does not know this key');
  await (await named(driver, 'input', 'Key')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'harbour-practice');
  await (await button(driver, 'Follow a word or a writer')).click();
  await (await named(driver, 'input', 'To follow')).sendKeys('kale', Key.ENTER);
  await shows(driver, 'word: kale');
  await choose(driver, 'Stop at', 'nodes');
  await (await named(driver, 'input', 'How many nodes')).sendKeys(Key.chord(Key.CONTROL, 'a'), '24', Key.ENTER);
  await (await button(driver, 'Try it')).click();
  await shows(driver, 'answers');
  await (await button(driver, 'Connect')).click();
  await shows(driver, 'It runs: who names whom', 'Kept as the table “Harbour boards”');
  expect(await (await named(driver, 'input', 'Key')).getAttribute('value')).not.toContain('harbour-practice');
  expect(await driver.getPageSource()).not.toContain('harbour-practice"');
  await driver.wait(async () => (await count('nodes')) > 3, wait);
  expect(await violations(driver)).toEqual([]);
  // Whoever closes the page and comes again finds it as it is by then.
  await driver.navigate().refresh();
  await driver.wait(async () => (await count('nodes')) > 3, wait);
  await driver.wait(
    async () => /It (has come|was) to .*24 nodes/.test(await (await driver.findElement(By.css('body'))).getText()),
    120_000,
  );
  await shows(driver, 'Go on');
  const [nodes, rows] = [await count('nodes'), await count('messages')];
  // A message that would bring two where one is left is not taken any more.
  expect([23, 24]).toContain(nodes);
  grown = nodes;
  const records = await (await named(driver, 'a', 'See the records')).getAttribute('href');
  await (await button(driver, 'Open the network')).click();
  await (await named(driver, '[role="menuitem"]', 'That grows with the table')).click();
  await driver.wait(async () => (await driver.getCurrentUrl()).includes('/networks/'), wait);
  await shows(driver, 'writer → people', `${nodes} nodes`, 'Saved');
  const network = await driver.getCurrentUrl();
  await (await button(driver, 'Take away')).click();
  await (await named(driver, 'button', 'SVG', true)).click();
  await driver.get(records ?? '');
  await shows(driver, `${rows} records in 6 columns`, 'Feeds');
  await driver.get(network);
  await shows(driver, `${nodes} nodes`);
  expect(await consoleErrors(driver)).toEqual([]);
});

test('who only reads sees it grow, and neither starts nor changes it', async () => {
  const { driver } = browser;
  await driver.get(home);
  await (await named(driver, 'button', 'A. Thorne: account')).click();
  await (await named(driver, '[role="menuitem"]', 'Look as D. Rowe')).click();
  await shows(driver, 'You work as D. Rowe');
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await driver.wait(async () => /studies\/[^/]+\/\w+/.test(await driver.getCurrentUrl()), wait);
  await driver.get((await driver.getCurrentUrl()).replace(/(studies\/[^/]+\/).*/, '$1records'));
  await shows(driver, 'Feeds');
  const feeds = await driver.findElements(By.css('ul[aria-label="Feeds"] a'));
  await feeds[feeds.length - 1].click();
  await shows(driver, 'Kept as the table “Harbour boards”');
  await driver.wait(async () => (await count('nodes')) === grown, wait);
  for (const name of ['Go on', 'Open the network'])
    expect((await driver.findElements(By.xpath(`//button[normalize-space()="${name}"]`))).length).toBe(0);
  expect(await (await named(driver, 'input', 'Name')).isEnabled()).toBe(false);
});
