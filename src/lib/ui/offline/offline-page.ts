/** What a page says to the worker that serves it where no server is in reach. */
export type ToWorker =
  | { readonly kind: 'take-over' }
  | { readonly kind: 'fetch-ahead'; readonly paths: readonly string[] }
  | { readonly kind: 'forget' };

/** What is shown of a page that was never opened while the server could be reached. */
export const OFFLINE_PAGE = `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark"><title>No server in reach · Iskarn</title>
<style>body{font:17px/1.5 system-ui,sans-serif;max-width:34rem;margin:14vh auto;padding:0 1.25rem;
background:light-dark(#f2f6f8,#10171c);color:light-dark(#12202b,#dfe8ee)}a{color:inherit}</style></head>
<body><h1>No server in reach</h1>
<p>This page was not opened on this device while Iskarn could be reached, so there is nothing of it here. What you did
elsewhere is kept on this device and sent when the server is back.</p>
<p><a href="/">The hangar</a></p></body></html>`;
