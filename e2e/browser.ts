/** Headless Chromium for the browser tests. */
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, type WebDriver, type WebElement, logging, until } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome';

export interface Browser {
  driver: WebDriver;
  downloads: string;
  close(): Promise<void>;
}

/** Pages are put together without the software that stands in for a graphics card, in half the time: only maps are drawn with it. */
const lighter = ['--disable-gpu-rasterization', '--disable-gpu-compositing'];

/**
 * A window of 1280 × 800 with an empty profile and a folder of its own for downloads.
 * @param whole All is drawn as with a graphics card.
 */
export async function openBrowser({ whole = false } = {}): Promise<Browser> {
  const folder = mkdtempSync(join(tmpdir(), 'nunatak-browser-'));
  const downloads = join(folder, 'downloads');
  const options = new Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    ...(whole ? [] : lighter),
    '--window-size=1280,800',
    '--force-device-scale-factor=1',
    `--user-data-dir=${join(folder, 'profile')}`,
  );
  options.setUserPreferences({
    'download.default_directory': downloads,
    'download.prompt_for_download': false,
    'profile.default_content_settings.popups': 0,
  });
  const logs = new logging.Preferences();
  logs.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  options.setLoggingPrefs(logs);
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  // Headless windows count a frame around the page: ask for a page of 1280 × 800.
  const inner = await driver.executeScript<[number, number]>('return [window.innerWidth, window.innerHeight]');
  await driver
    .manage()
    .window()
    .setRect({ width: 1280 + 1280 - inner[0], height: 800 + 800 - inner[1] });
  return {
    driver,
    downloads,
    async close() {
      await driver.quit();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

export const wait = 40000;

/** Elements that may have a name: asking the driver for the names of all would take long on a full page. */
const likely = `return [...document.querySelectorAll(arguments[0])].filter((element) => {
  const text = (element.getAttribute('aria-label') ?? element.innerText ?? '').replace(/\\s/g, '');
  return text === '' || text.includes(arguments[1].replace(/\\s/g, '')) || /^(INPUT|SELECT|TEXTAREA)$/.test(element.tagName) || element.hasAttribute('aria-labelledby');
})`;

/** The element with a role and a name that begins with the text, or is exactly it, once it is there and in view. */
export async function named(driver: WebDriver, selector: string, name: string, exactly = false): Promise<WebElement> {
  return driver.wait(
    async () => {
      for (const element of await driver.executeScript<WebElement[]>(likely, selector, name)) {
        try {
          const found = (await element.getAccessibleName()) || (await element.getText());
          if ((exactly ? found === name : found.startsWith(name)) && (await element.isDisplayed())) return element;
        } catch {
          // Gone between the search and the look: the next round sees what took its place.
        }
      }
      return null;
    },
    wait,
    `no ${selector} named “${name}”`,
  ) as Promise<WebElement>;
}

export const button = (driver: WebDriver, name: string): Promise<WebElement> =>
  named(driver, 'button, a[href], [role="tab"]', name);

/** Opens a network of the demo study, once it has settled. */
export async function openDemo(driver: WebDriver, network: string): Promise<void> {
  await driver.get(process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000');
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', network, true)).click();
  await shows(driver, 'settled', 'legend on');
}

/** Shows a view by its tab, or from those under “More”. */
export async function showView(driver: WebDriver, name: string): Promise<void> {
  await named(driver, '[role="tab"]', 'Graph');
  const titles = await Promise.all((await driver.findElements(By.css('[role="tab"]'))).map((tab) => tab.getText()));
  if (titles.includes(name)) return (await named(driver, '[role="tab"]', name, true)).click();
  await (await named(driver, 'button', 'More views')).click();
  await (await named(driver, '[role="menuitem"]', name)).click();
}

/** The box of a network, once it is drawn. */
export function drawing(driver: WebDriver): Promise<WebElement> {
  return Promise.resolve(driver.wait(until.elementLocated(By.css('[data-drawn]')), wait, 'no drawing'));
}

/** The page's text as it is laid out. The driver's own way takes a tenth of a second and more of the page's thread. */
export const pageText = (driver: WebDriver): Promise<string> =>
  driver.executeScript<string>(`return (document.body?.innerText ?? '').replaceAll('\u00a0', ' ')`);

/** Waits until the page's text has all the parts. */
export async function shows(driver: WebDriver, ...parts: string[]): Promise<void> {
  for (const part of parts) {
    await driver.wait(
      // While a page goes over into another there may be none for a moment.
      () =>
        pageText(driver).then(
          (text) => text.includes(part),
          () => false,
        ),
      wait,
      `the page does not show “${part}”`,
    );
  }
}

/** Chooses from a list by the names of the list and of the entry. */
export async function choose(driver: WebDriver, list: string, entry: string): Promise<void> {
  await (await named(driver, '[role="combobox"]', list)).click();
  await (await named(driver, '[role="option"]', entry)).click();
}

/** Waits until the page of a figure is drawn as it is set. */
export async function pageDrawn(driver: WebDriver): Promise<void> {
  const page = 'main[aria-label="The page"]';
  await driver.wait(
    async () =>
      (await driver.findElements(By.css(`${page} [role="status"]`))).length === 0 &&
      // A page that is just drawn anew has another canvas a moment later.
      (await driver.executeScript<number>(
        'return document.querySelector(arguments[0])?.getBoundingClientRect().width ?? 0',
        `${page} canvas`,
      )) > 100,
    wait,
    'the page of the figure is not drawn',
  );
}

/** A file once it has been downloaded whole. */
export async function downloaded({ driver, downloads }: Browser, ending: string): Promise<string> {
  let found: string | undefined;
  await driver.wait(
    () => {
      const all = existsSync(downloads) ? readdirSync(downloads) : [];
      found = all.find((name) => name.endsWith(ending));
      return found !== undefined && !all.some((name) => name.endsWith('.crdownload'));
    },
    wait,
    `no download that ends with ${ending}`,
  );
  return join(downloads, found as string);
}

/** Errors in the console since the last look. */
export async function consoleErrors(driver: WebDriver): Promise<string[]> {
  const entries = await driver.manage().logs().get(logging.Type.BROWSER);
  return entries.filter((entry) => entry.level.value >= logging.Level.SEVERE.value).map((entry) => entry.message);
}

/** What the server answers, read to its end; asked again where the table changed while it was read. */
export async function heard(address: () => string | Promise<string>): Promise<string> {
  for (let left = 5; ; left--) {
    try {
      const answer = await fetch(await address());
      return await answer.text();
    } catch (error) {
      if (!left) throw error;
    }
  }
}

export { By };
export type { WebDriver, WebElement };
