import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** Rules whose answer depends on the colours; the others say the same of light and dark. */
const OF_COLOUR = ['color-contrast', 'link-in-text-block'];

/** Serious violations of what is shown, each with where it is. @param colours only those that the colours decide */
export async function seriousOn(page: Page, colours = false): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const { violations } = await (colours ? axe.withRules(OF_COLOUR) : axe).analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id} ${v.nodes
          .slice(0, 3)
          .map((n) => n.html.slice(0, 140))
          .join(' | ')}`
    );
}

/** Serious violations of what is shown, light and dark. */
export async function seriousInBoth(page: Page): Promise<string[]> {
  const light = await seriousOn(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  // the colours change with a short transition
  await page.waitForTimeout(300);
  const dark = await seriousOn(page, true);
  await page.emulateMedia({ colorScheme: 'light' });
  return [...light, ...dark.map((text) => `dark: ${text}`)];
}
