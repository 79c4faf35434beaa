/** What every answer tells the browser. */
const EVERY: Record<string, string> = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin'
};

/** Policy of what is no page: nothing in it is ever run or framed. */
const DATA_POLICY = "default-src 'none'; frame-ancestors 'none'; form-action 'none'; base-uri 'none'";

/** Sets the security headers of an answer; documents and data are never kept by a cache. */
export function secure(response: Response): Response {
  for (const [name, value] of Object.entries(EVERY)) response.headers.set(name, value);
  if (!response.headers.has('content-security-policy'))
    response.headers.set('content-security-policy', DATA_POLICY);
  response.headers.set('cache-control', 'no-store');
  return response;
}
