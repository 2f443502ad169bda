/** Looks for what keeps people out: names, contrast, roles. */
import AxeBuilder from '@axe-core/webdriverjs';
import type { WebDriver } from './browser';

/** Messages come and go at once: half faded, no text has contrast, and one may begin to fade while it is looked at. */
const still = `
  if (document.getElementById('still')) return;
  const style = document.createElement('style');
  style.id = 'still';
  style.textContent = '[data-sonner-toaster] * { transition: none !important; animation: none !important; }';
  document.head.append(style);`;

/** Violations as short lines; none on a page that is in order. */
export async function violations(driver: WebDriver): Promise<string[]> {
  await driver.executeScript(still);
  // In one piece: the way by frames gives a page one second to answer, which a busy one may need; no page of ours has frames.
  const looker = new AxeBuilder(driver).setLegacyMode().withTags(['wcag2a', 'wcag2aa', 'wcag21aa']);
  const { violations: found } = await looker.analyze();
  return found.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`);
}
