const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] as string);

/** A page of its own for data that cannot be used: it needs nothing of the application. */
export const faultPage = (message: string): Response =>
  new Response(
    `<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark"><title>Data · Iskarn</title>
<style>
body{font:17px/1.5 system-ui,sans-serif;max-width:42rem;margin:12vh auto;padding:0 1.25rem;
background:light-dark(#f2f6f8,#10171c);color:light-dark(#12202b,#dfe8ee)}
h1{font-size:1.35rem}p{border-left:4px solid currentColor;padding-left:.9rem;overflow-wrap:anywhere}
small{display:block;margin-top:2rem;opacity:.8}
</style></head>
<body><h1>Iskarn cannot use its data</h1>
<p role="alert">${escaped(message)}</p>
<small>Nothing is shown in its place and nothing new is begun. When it is put right, load this page again.</small>
</body></html>
`,
    {
      status: 503,
      headers: {
        'content-type': 'text/html; charset=utf-8',
        'content-security-policy':
          "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; form-action 'none'; base-uri 'none'"
      }
    }
  );
