import type { Page } from '@playwright/test';
import { ready, whole } from './browser.ts';

/** Views whose tree of roles and names is kept. */
export const KEPT_TREES: readonly [name: string, path: string][] = [
  ['an aeroplane', '/match/1'],
  ['a multirotor', '/match/10'],
  ['a boat', '/match/16']
];

/** Roles and names of a page as one who does not see it meets them; figures stand as #, for they belong to the
 * physics, and what may be picked from the shelf is left out. */
export async function treeOf(page: Page, address: string): Promise<string> {
  await page.goto(address);
  await ready(page);
  await whole(page);
  const tree = await page.locator('body').ariaSnapshot();
  const lines = tree.split('\n').filter((line) => !/^\s*- option /.test(line));
  return lines
    .join('\n')
    .replace(/[−-]?\d+(?:[ \u00a0]\d{3})*(?:\.\d+)?/g, '#')
    .replace(/# to #/g, '#');
}

/** The kept file: every view's tree under its name. */
export async function trees(page: Page, server: string): Promise<string> {
  const parts: string[] = [];
  for (const [name, path] of KEPT_TREES)
    parts.push(`# Match of ${name}\n\n${await treeOf(page, server + path)}\n`);
  return parts.join('\n');
}
