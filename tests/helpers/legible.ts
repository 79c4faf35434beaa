import type { Page } from '@playwright/test';

/** What can be wrong with a text on the screen, and where. */
export interface Illegible {
  readonly what: 'cut off' | 'runs out of its box' | 'outside the window' | 'small' | 'cut in its field';
  readonly where: string;
}

/** Smallest letters that are read at a bench, px. */
const SMALLEST_PX = 11;

/**
 * Measures every text that is shown: letters of at least 11 px, none cut by its own or another's box, none that runs out of
 * the box that it stands in or out of the window; values in fields, names in lists and placeholders fit their fields.
 */
export async function illegible(page: Page): Promise<Illegible[]> {
  // functions keep their names where the tests are compiled, by a helper that the page does not have
  await page.evaluate('globalThis.__name ??= (f) => f');
  return page.evaluate((smallest) => {
    const found: Illegible[] = [];
    const dialog = document.querySelector('dialog[open]');
    const root = dialog ?? document.body;
    const say = (what: Illegible['what'], text: string, at: Element): void => {
      const id = at.closest('[data-testid]')?.getAttribute('data-testid') ?? at.tagName.toLowerCase();
      found.push({ what, where: `${id}: ${text.trim().slice(0, 50)}` });
    };
    const shown = (e: Element): boolean =>
      e.checkVisibility({ opacityProperty: true, visibilityProperty: true, contentVisibilityAuto: true });
    const style = (e: Element): CSSStyleDeclaration => getComputedStyle(e);
    /** Read to those who do not see, by a style or by the router that says where one has arrived: meant to take no room. */
    const unseen = (e: Element): boolean => e.closest('.sr-only, #svelte-announcer') !== null;
    const box = (e: Element): Element => {
      let at: Element = e;
      while (at.parentElement && ['inline', 'contents'].includes(style(at).display)) at = at.parentElement;
      return at;
    };
    /** The next box outwards that cuts what runs out of it, and whether it can be scrolled sideways. */
    const cutter = (e: Element): { rect: DOMRect; scrolls: boolean } | null => {
      for (let at: Element | null = e; at && at !== root; at = at.parentElement) {
        const { overflowX } = style(at);
        if (overflowX !== 'visible')
          return { rect: at.getBoundingClientRect(), scrolls: ['auto', 'scroll'].includes(overflowX) };
      }
      return null;
    };
    const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const text = node.textContent ?? '';
      const parent = node.parentElement;
      if (!parent || text.trim() === '' || !shown(parent) || unseen(parent)) continue;
      if (parent.matches('script, style, option, title')) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      const rect = range.getBoundingClientRect();
      if (rect.width === 0) continue;
      if (parseFloat(style(parent).fontSize) < smallest - 0.01) say('small', text, parent);
      const cut = cutter(parent);
      if (cut && !cut.scrolls && (rect.right > cut.rect.right + 1 || rect.left < cut.rect.left - 1))
        say('cut off', text, parent);
      if (!cut?.scrolls && (rect.left < -1 || rect.right > innerWidth + 1))
        say('outside the window', text, parent);
      if (parent.closest('svg')) continue;
      const around = box(parent).getBoundingClientRect();
      if (rect.right > around.right + 1.5 || rect.left < around.left - 1.5)
        say('runs out of its box', text, parent);
    }
    const ruler = document.createElement('canvas').getContext('2d') as CanvasRenderingContext2D;
    for (const field of root.querySelectorAll<HTMLInputElement | HTMLSelectElement>('input, select')) {
      if (!shown(field) || unseen(field)) continue;
      if (field.matches('[type=checkbox], [type=radio], [type=range], [type=file]')) continue;
      const text =
        field instanceof HTMLSelectElement
          ? (field.selectedOptions[0]?.textContent ?? '')
          : field.value || field.placeholder;
      const s = style(field);
      ruler.font = `${s.fontWeight} ${s.fontSize} ${s.fontFamily}`;
      const room = field.clientWidth - parseFloat(s.paddingLeft) - parseFloat(s.paddingRight);
      if (ruler.measureText(text.trim()).width > room + 1) say('cut in its field', text, field);
      if (parseFloat(s.fontSize) < smallest - 0.01) say('small', text, field);
    }
    return found;
  }, SMALLEST_PX);
}

/** Things to press that are too small for a thumb: 40 px high for what is pressed often, 24 for figures asked why. */
export const tooSmall = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const root = document.querySelector('dialog[open]') ?? document.body;
    const targets = root.querySelectorAll<HTMLElement>(
      'button, a[href], summary, select, input:not([type=range], [type=file])'
    );
    return [...targets].flatMap((e) => {
      if (!e.checkVisibility({ visibilityProperty: true }) || e.closest('.sr-only')) return [];
      // a box and its words are one target
      const target = e.matches('[type=checkbox], [type=radio]') ? (e.closest('label') ?? e) : e;
      // a link within a sentence is read, not aimed at
      if (e.matches('p a')) return [];
      const least = e.matches('[data-why], [data-rail]') ? 24 : 40;
      const { height } = target.getBoundingClientRect();
      const name = e.getAttribute('data-testid') ?? e.getAttribute('aria-label') ?? e.textContent?.trim();
      return height > 0 && height < least - 0.5
        ? [`${name}: ${height.toFixed(0)} px, ${least} are wanted`]
        : [];
    });
  });
