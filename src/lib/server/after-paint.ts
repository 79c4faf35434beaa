/** Longest wait for a first frame, ms: a page in the background has none. */
const LONGEST_MS = 300;

const START = /Promise\.all\(\[\s*(import\([^)]*\)),\s*(import\([^)]*\))\s*\]\)\.then\(/;

/**
 * Has a page fetch its scripts once it is painted as the server made it: fetched and parsed before, they would hold the first paint
 * up. A page that starts in another way is left as it is.
 */
export const afterPaint = (html: string): string =>
  html.replace(
    START,
    (_, kit: string, app: string) =>
      `new Promise((go) => { requestAnimationFrame(() => setTimeout(go)); setTimeout(go, ${LONGEST_MS}); })` +
      `.then(() => Promise.all([${kit}, ${app}])).then(`
  );
