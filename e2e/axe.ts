/** Looks for what keeps people out: names, contrast, roles. */
import AxeBuilder from '@axe-core/webdriverjs';
import type { WebDriver } from './browser';

/** Violations as short lines; none on a page that is in order. */
export async function violations(driver: WebDriver): Promise<string[]> {
  const { violations: found } = await new AxeBuilder(driver).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  return found.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`);
}
