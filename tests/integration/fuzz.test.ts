import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { PAGES } from '../../scripts/tools/besiege.ts';
import { fuzz, unsound } from '../../scripts/tools/fuzz.ts';
import { startServer, type RunningServer } from '../helpers/server.ts';
import { extent } from '../helpers/extent.ts';

let server: RunningServer;
before(async () => (server = await startServer()));
after(() => server.stop());

/** A few; `npm run attack -- requests 30000` sends many. */
const COUNT = Number(process.env.ISKARN_FUZZ ?? extent(250, 5000));

test(`${COUNT} fuzzed requests over every route: each is answered, none by a fault of the server`, async () => {
  const bad: string[] = [];
  const statuses = await fuzz(server.address, COUNT, 20261125, (request, what) =>
    bad.push(`${request.method} ${request.path} ${String(request.body).slice(0, 200)}: ${what}`)
  );
  assert.deepEqual(bad, []);
  for (const status of [200, 403, 404, 422])
    assert.ok(statuses.has(status), `no request was answered ${status}`);
  assert.deepEqual(await unsound(server.address), [], 'nothing that is not sound was stored');
  // what the requests deleted or changed is their right; the pages open all the same
  for (const page of PAGES.filter((p) => !p.startsWith('/match')))
    assert.equal((await fetch(server.address + page)).status, 200, page);
  assert.doesNotMatch(server.output(), /iskarn: \w*Error/, 'no fault was met and hidden');
});
