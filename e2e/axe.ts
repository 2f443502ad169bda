/** Looks for what keeps people out: names, contrast, roles. */
import AxeBuilder from '@axe-core/webdriverjs';
import { By, type WebDriver } from './browser';

/** Violations as short lines; none on a page that is in order. A message that comes or goes is waited for: half faded, no text has contrast. */
export async function violations(driver: WebDriver): Promise<string[]> {
  const moving = '[data-sonner-toast][data-mounted="false"], [data-sonner-toast][data-removed="true"]';
  await driver.wait(async () => (await driver.findElements(By.css(moving))).length === 0, 10000).catch(() => undefined);
  if ((await driver.findElements(By.css('[data-sonner-toast]'))).length > 0) await driver.sleep(500);
  const { violations: found } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  return found.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`);
}
