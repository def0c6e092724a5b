import AxeBuilder from '@axe-core/webdriverjs';
import axe from 'axe-core';
import type { WebDriver } from 'selenium-webdriver';

/** Every rule of WCAG 2.2 A and AA and best practice, and words that are seen must be in the name that is spoken. */
const OPTIONS = {
  runOnly: {
    type: 'tag',
    values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
  },
  rules: { 'label-content-name-mismatch': { enabled: true } },
} as const;

/**
 * What axe, in the one version this project names, finds on the screen: rule and elements. In one go, as our pages have no frames: the other
 * way gives the page a second to load each of them, which a picture in three dimensions on a busy machine does not keep.
 */
export async function axeFinds(driver: WebDriver): Promise<readonly string[]> {
  const { violations } = await new AxeBuilder(driver, axe.source)
    .setLegacyMode()
    .options(OPTIONS as never)
    .analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`);
}
