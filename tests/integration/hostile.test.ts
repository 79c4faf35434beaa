import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { besiege, PAGES } from '../../scripts/tools/besiege.ts';
import { cunningInputs, heavyInputs, type Hostile } from '../../scripts/tools/hostile.ts';
import { startServer, type RunningServer } from '../helpers/server.ts';
import { some } from '../helpers/extent.ts';

let server: RunningServer;
before(async () => (server = await startServer()));
after(() => server.stop());

/** Nothing here measures the machine: an answer this late, or a health this slow, is a server that was stopped. */
const STOPPED_MS = 15_000;
const HELD_UP_MS = 10_000;

const stored = async (): Promise<string> => {
  const read = async (path: string): Promise<unknown> => (await fetch(server.address + path)).json();
  return JSON.stringify(
    await Promise.all(['setups', 'parts', 'crafts', 'settings'].map((name) => read(`/api/v1/${name}`)))
  );
};

async function withstand(inputs: readonly Hostile[]): Promise<void> {
  const before = await stored();
  for (const input of inputs) {
    const met = await besiege(server.address, input);
    assert.ok(input.statuses.includes(met.status), `${input.name}: ${met.status} ${met.message}`);
    if (met.status >= 400) assert.ok(met.message.length > 10, `${input.name}: no words, ${met.message}`);
    assert.ok(met.ms < STOPPED_MS, `${input.name} took ${met.ms} ms`);
    assert.ok(met.healthMs < HELD_UP_MS, `${input.name} held health up for ${met.healthMs} ms`);
  }
  for (const page of PAGES) {
    const response = await fetch(server.address + page);
    assert.equal(response.status, 200, `${page} after the siege: ${(await response.text()).slice(0, 200)}`);
  }
  assert.equal(await stored(), before, 'something was stored');
}

test('files and documents of too many bytes, rows, levels or too much work are answered, and nothing waits for them', () =>
  withstand(some(heavyInputs(), 4)));

test('names that mean something to a program are refused or harmless wherever they stand', () =>
  withstand(cunningInputs()));

test('settings that an older version stored do not stop a page', async () => {
  const { default: Database } = await import('better-sqlite3');
  const db = new Database(`${server.data}/iskarn.db`);
  const put = db.prepare(
    'INSERT INTO setting (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value'
  );
  try {
    for (const units of ['{"mass":"toString"}', '{"constructor":"x"}', 'null', '7', '[]'])
      for (const schools of ['{"esc-current":"constructor"}', '{"__proto__":"1x"}', 'null']) {
        put.run('units', units);
        put.run('schools', schools);
        for (const page of PAGES)
          assert.equal((await fetch(server.address + page)).status, 200, `${page} with ${units}, ${schools}`);
      }
    db.prepare('DELETE FROM setting').run();
  } finally {
    db.close();
  }
});
