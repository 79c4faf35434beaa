/** A server that is killed by force while a run is recorded: the database opens, and the run is there but for the last second. */
import assert from 'node:assert/strict';
import { rmSync } from 'node:fs';
import { test } from 'node:test';
import type { StoredRun } from '../../src/lib/core/document/stored.ts';
import type { Sample } from '../../src/lib/core/testing/record/sample.ts';
import { seededRandom } from '../../src/lib/core/numeric/random.ts';
import { dataFolder, demoFolder, endServer, launchServer } from '../helpers/server.ts';

/** A few; ISKARN_LIVE_KILLS=20 does as many as one likes. */
const KILLS = Number(process.env.ISKARN_LIVE_KILLS ?? 2);

/** Reads the events of a run until the line breaks; the newest second that was seen. */
async function follow(address: string, id: number, seen: { seconds: number }): Promise<void> {
  const response = await fetch(`${address}/api/v1/runs/${id}/live`);
  let text = '';
  const decoder = new TextDecoder();
  try {
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      text += decoder.decode(chunk, { stream: true });
      const events = text.split('\n\n');
      text = events.pop() ?? '';
      for (const data of events.flatMap((e) => /^data: (\[.*\])$/m.exec(e)?.[1] ?? []))
        seen.seconds = (JSON.parse(data) as Sample[]).at(-1)?.seconds ?? seen.seconds;
    }
  } catch {
    // the server is gone
  }
}

test(`${KILLS} kills by force during a live run: what was seen a second before is on the disk`, async () => {
  const data = (await demoFolder()) ?? dataFolder();
  const random = seededRandom(9);
  try {
    for (let k = 0; k < KILLS; k++) {
      const server = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
      await server.up();
      const begun = await fetch(`${server.address}/api/v1/setups/6/live`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: server.address },
        body: JSON.stringify({ title: `run ${k}`, source: 'stand', stand: { seed: k } })
      });
      assert.equal(begun.status, 201);
      const { id } = (await begun.json()) as StoredRun;
      const seen = { seconds: 0 };
      const followed = follow(server.address, id, seen);
      await new Promise((done) => setTimeout(done, 1200 + 1500 * random()));
      await endServer(server, 'SIGKILL');
      await followed;
      const again = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
      assert.equal(await again.up(), 200);
      const { run } = (await (await fetch(`${again.address}/api/v1/runs/${id}`)).json()) as {
        run: StoredRun;
      };
      assert.equal(run.state, 'ended');
      assert.equal(run.details.end?.rule, 'broken-off');
      assert.ok(seen.seconds > 0.5, `only ${seen.seconds} s were seen`);
      const kept = run.samples / 20;
      assert.ok(kept >= seen.seconds - 1, `${kept} s of ${seen.seconds} s`);
      await endServer(again);
    }
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
});
