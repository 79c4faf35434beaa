/** Where readings come from besides the stand: files of any hand, a meter on a port, instruments that everyone owns. */
import assert from 'node:assert/strict';
import { createWriteStream, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import type { Page } from '@playwright/test';
import type { RunWhole } from '../../src/lib/api/schemas/runs.ts';
import type { StoredRun, StoredSetup } from '../../src/lib/core/document/stored.ts';
import { Stand } from '../../src/lib/core/testing/stand/stand.ts';
import { seriousOn } from '../helpers/axe.ts';
import { runOf } from '../helpers/stand-run.ts';
import { expect, openPage, ready } from '../helpers/browser.ts';
import { PLANE } from '../helpers/setups.ts';
import { setStage } from '../helpers/stage.ts';
import { nightly } from '../helpers/extent.ts';

const stage = setStage();
const PATIENT = { timeout: 120_000 };
const folder = mkdtempSync(join(tmpdir(), 'iskarn-files-'));
after(() => rmSync(folder, { recursive: true, force: true }));

async function opened(options: Parameters<typeof openPage>[1] = {}) {
  const response = await fetch(`${stage.server.address}/api/v1/setups`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: stage.server.address },
    body: JSON.stringify({ craftId: 1, document: { name: 'tested', ...PLANE } })
  });
  const { id } = (await response.json()) as StoredSetup;
  const { page, errors } = await openPage(stage.browser, options);
  await page.goto(`${stage.server.address}/test/${id}?seed=7`);
  await ready(page);
  await page.getByTestId('stage-throttle-100').click();
  return { id, page, errors };
}
const runsOf = async (id: number): Promise<StoredRun[]> =>
  (await (await fetch(`${stage.server.address}/api/v1/crafts/1/runs?setup=${id}`)).json()) as StoredRun[];
const wholeOf = async (id: number): Promise<RunWhole> =>
  (await (await fetch(`${stage.server.address}/api/v1/runs/${id}`)).json()) as RunWhole;
const give = async (page: Page, name: string, content: string | Buffer): Promise<void> => {
  const path = join(folder, name);
  writeFileSync(path, content);
  await page.getByTestId('run-file').setInputFiles(path);
};

test('a logger’s file: how it is written is shown, a column is said, bad lines are told, the run is kept and known again', async () => {
  const { id, page, errors } = await opened();
  await page.getByTestId('source-file').click();
  const flown = runOf({ setup: PLANE, seed: 7 }, [
    [3, 0.5],
    [3, 1]
  ]);
  const comma = (v: number | null | undefined, digits: number): string =>
    (v ?? 0).toFixed(digits).replace('.', ',');
  const lines = flown.map(
    (s) =>
      `${comma(s.seconds, 2)};${comma(s.batteryVoltageV, 3)};${comma(s.batteryCurrentA, 3)};${comma(s.rpm, 0)};${comma(100 * (s.throttle ?? 0), 1)}`
  );
  const bad = [...lines];
  bad[10] = bad[10].replace(/;[^;]*$/, '');
  bad[20] = bad[20].replace(/^[^;]*/, 'late');
  const head = 'a logger of the club\nzeit [s];spannung [V];wert 7;drehzahl [1/min];gas\n';
  await give(page, 'day one.csv', Buffer.from(`${head}${bad.join('\r\n')}\r\n`, 'latin1'));
  await expect(page.getByTestId('file-written')).toContainText(
    'parted by semicolons, decimal comma',
    PATIENT
  );
  await expect(page.getByTestId('file-written')).toContainText('titles in line 2');
  // what it could not know is said by hand; the unit follows
  await page.getByTestId('column-2-role').selectOption('batteryCurrentA');
  await expect(page.getByTestId('file-found')).toContainText('118 rows', PATIENT);
  await expect(page.getByTestId('file-errors').locator('li')).toHaveCount(2);
  await expect(page.getByTestId('file-errors')).toContainText('line 13');
  await expect(page.getByTestId('file-errors')).toContainText('line 23, zeit [s]: "late" is no number.');
  assert.deepEqual(await runsOf(id), [], 'nothing is stored before it is kept');
  await page.getByTestId('file-keep').click();
  await expect(page.getByTestId('looked-title')).toHaveText('day one', PATIENT);
  await expect(page.getByTestId('compare')).toContainText('100 % throttle', PATIENT);
  const [run] = await runsOf(id);
  assert.deepEqual(
    [run.samples, run.details.source, run.details.file, run.details.stage],
    [118, 'file', 'day one.csv', 'throttle-100']
  );
  const peak = Math.max(
    ...flown
      .filter((_, k) => k !== 10 && k !== 20)
      .map((s) => Number((s.batteryCurrentA as number).toFixed(3)))
  );
  assert.equal(run.details.peakA, peak);

  // the next file of the same columns needs no saying
  await page.getByTestId('looked-close').click();
  await page.getByTestId('stage-throttle-100').click();
  await page.getByTestId('source-file').click();
  await give(page, 'day two.csv', Buffer.from(`${head}${lines.join('\r\n')}\r\n`, 'latin1'));
  await expect(page.getByTestId('file-written')).toContainText('columns as the last time', PATIENT);
  await expect(page.getByTestId('column-2-role')).toHaveValue('batteryCurrentA');
  await expect(page.getByTestId('file-found')).toContainText('120 rows', PATIENT);
  await page.getByTestId('file-leave').click();
  await give(
    page,
    'picture.csv',
    readFileSync(join(import.meta.dirname, '..', '..', 'docs', 'screenshots', 'test.png'))
  );
  await expect(page.getByTestId('file-problem')).toContainText('is no text');
  assert.equal((await runsOf(id)).length, 1);
  assert.deepEqual(errors, []);
  await page.context().close();
});

const statusOf = (pid: string): string => readFileSync(`/proc/${pid}/status`, 'utf8');

/** Whether a process descends from this test's own: another file of tests has a browser too. */
function isOurs(pid: string): boolean {
  for (let at = pid; at !== '0' && at !== ''; at = /^PPid:\s+(\d+)/m.exec(statusOf(at))?.[1] ?? '')
    if (at === String(process.pid)) return true;
  return false;
}

/** Memory of this browser's processes that draw pages, bytes: what a page and its workers hold. */
function renderersBytes(): number {
  let most = 0;
  for (const name of readdirSync('/proc').filter((n) => /^\d+$/.test(n))) {
    try {
      if (!readFileSync(`/proc/${name}/cmdline`, 'utf8').includes('--type=renderer')) continue;
      if (!isOurs(name)) continue;
      const resident = /^RssAnon:\s+(\d+)/m.exec(statusOf(name));
      most = Math.max(most, 1024 * Number(resident?.[1] ?? 0));
    } catch {
      // it has ended meanwhile
    }
  }
  return most;
}

nightly(
  'a million rows: cancelled, nothing of it is stored; kept, every one is there, no peak is lost, memory stays small',
  async () => {
    const { id, page, errors } = await opened();
    await page.getByTestId('source-file').click();
    const path = join(folder, 'long.csv');
    const out = createWriteStream(path);
    out.write('time (ms),voltage (V),current (A),throttle (%)\n');
    const ROWS = 1_000_000;
    for (let at = 0; at < ROWS; at += 5000) {
      let text = '';
      for (let k = at; k < at + 5000; k++)
        text += `${20 * k},${(16 - (2 * k) / ROWS).toFixed(3)},${k === 654_321 ? '77.7' : (30 + (k % 7) / 10).toFixed(2)},60\n`;
      if (!out.write(text)) await once(out, 'drain');
    }
    out.end();
    await once(out, 'finish');
    await page.getByTestId('run-file').setInputFiles(path);
    await expect(page.getByTestId('file-found')).toContainText('1\u2009000\u2009000 rows', PATIENT);
    // five and a half hours are asked about before a row is kept
    await expect(page.getByTestId('file-keep')).toBeDisabled();
    await page.getByTestId('doubt-length').getByRole('button', { name: /^keep/ }).click();
    await page.getByTestId('file-keep').click();
    await expect(page.getByTestId('file-busy')).toContainText(/keeping it …\s+[\d\u2009]+ rows/, PATIENT);
    await page.getByTestId('file-cancel').click();
    await expect(page.getByTestId('file-problem')).toContainText('nothing of it was kept', PATIENT);
    assert.deepEqual(await runsOf(id), []);
    await page.getByTestId('file-keep').click();
    let most = 0;
    const looking = setInterval(() => (most = Math.max(most, renderersBytes())), 250);
    await expect(page.getByTestId('looked-title')).toHaveText('long', PATIENT);
    clearInterval(looking);
    const [run] = await runsOf(id);
    assert.deepEqual(
      [run.samples, run.details.peakA, run.details.seconds],
      [ROWS, 77.7, (20 * (ROWS - 1)) / 1000]
    );
    const { overview } = await wholeOf(run.id);
    assert.equal(Math.max(...(overview?.channels.batteryCurrentA?.high ?? [])), 77.7);
    assert.ok(most < 300e6, `${Math.round(most / 1e6)} MB`);
    assert.deepEqual(errors, []);
    await page.context().close();
  }
);

test('a meter on a port: its columns are guessed, its lines recorded and judged, pulled out it keeps what was read', async () => {
  const { id, page, errors } = await opened();
  await page.getByTestId('source-serial').click();
  await page.getByTestId('meter-simulated').click();
  await expect(page.getByTestId('columns')).toBeVisible(PATIENT);
  await expect(page.getByTestId('column-3-role')).toHaveValue('batteryCurrentA');
  await expect(page.getByTestId('column-0-unit')).toHaveValue('ms');
  await page.getByTestId('start').click();
  await expect(page.getByTestId('stop')).toBeVisible(PATIENT);
  await expect(page.getByTestId('throttle')).toHaveCount(0);
  // it goes up by itself: at full throttle it draws what the stand's hidden truth does
  await expect
    .poll(
      async () => Number((await page.getByTestId('now-batteryCurrentA').innerText()).replace(/[^\d.]/g, '')),
      PATIENT
    )
    .toBeGreaterThan(20);
  await page.keyboard.press(' ');
  await expect(page.getByTestId('ended')).toContainText('stopped by hand', PATIENT);
  const [run] = await runsOf(id);
  assert.equal(run.details.source, 'serial');
  assert.ok(run.samples > 20 && run.readings.length > 0, `${run.samples} samples`);
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('a real port is asked for; a limit that is passed says to close the throttle; none chosen, or none there, is told', async () => {
  const { page, errors } = await opened();
  // functions keep their names where the tests are compiled, by a helper that the page does not have
  await page.evaluate('globalThis.__name ??= (f) => f');
  await page.evaluate(() => {
    const lines = (function* () {
      yield 'volts,amps';
      for (let k = 0; ; k++) yield `${(16 - k / 100).toFixed(2)},${Math.min(20 + 4 * k, 400)}`;
    })();
    const port = {
      readable: null as ReadableStream<Uint8Array> | null,
      open: ({ baudRate }: { baudRate: number }) => {
        (window as unknown as { baud: number }).baud = baudRate;
        port.readable = new ReadableStream({
          start(controller) {
            setInterval(() => controller.enqueue(new TextEncoder().encode(`${lines.next().value}\n`)), 50);
          }
        });
        return Promise.resolve();
      },
      close: () => Promise.resolve()
    };
    let asked = 0;
    Object.defineProperty(navigator, 'serial', {
      configurable: true,
      value: {
        requestPort: () =>
          asked++ === 0 ? Promise.reject(new DOMException('none', 'NotFoundError')) : Promise.resolve(port)
      }
    });
  });
  await page.getByTestId('source-serial').click();
  await page.getByTestId('meter-baud').selectOption('57600');
  await page.getByTestId('meter-connect').click();
  await expect(page.getByTestId('meter-problem')).toContainText('No port was chosen');
  await page.getByTestId('meter-connect').click();
  await expect(page.getByTestId('columns')).toBeVisible(PATIENT);
  assert.equal(await page.evaluate(() => (window as unknown as { baud: number }).baud), 57_600);
  await page.getByTestId('start').click();
  await expect(page.getByTestId('close-throttle')).toHaveText('Close the throttle.', PATIENT);
  await expect(page.getByTestId('ended')).toContainText('stopped by itself: amps');
  await page.reload();
  await ready(page);
  await page.getByTestId('stage-throttle-100').click();
  await page.getByTestId('source-serial').click();
  await expect(page.getByTestId('meter-baud')).toHaveValue('57600');
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('instruments that everyone owns: a scale by a lever, a track there and back; volts and amps alone imply the rest', async () => {
  const { id, page, errors } = await opened();
  await page.getByTestId('source-typed').click();
  await page.getByTestId('typed-0-batteryVoltageV').fill('15,2');
  await page.getByTestId('typed-0-batteryCurrentA').fill('36');
  await expect(page.getByTestId('implied')).toContainText(
    /imply [\d\u2009 ]+ to [\d\u2009 ]+ *rpm, thrust .* to .* g, pitch speed/,
    PATIENT
  );
  await page.getByTestId('instrument-scale').click();
  await page.getByTestId('scale-kind').selectOption('lever');
  for (const [field, text] of [
    ['read', '860'],
    ['tare', '-20'],
    ['thrustArm', '200'],
    ['scaleArm', '400']
  ])
    await page.getByTestId(`scale-${field}`).fill(text);
  // 880 g at twice the arm
  await expect(page.getByTestId('scale-thrust')).toContainText('1760');
  await page.getByTestId('scale-thrustArm').fill('0');
  await expect(page.getByTestId('scale').getByRole('alert')).toContainText('more than 0');
  await page.getByTestId('scale-thrustArm').fill('200');
  await page.getByTestId('scale-take').click();
  await expect(page.getByTestId('typed-0-thrustN')).toHaveValue('1760');
  await expect(page.getByTestId('implied')).toHaveCount(0);

  const metre = 180 / Math.PI / 6_371_008.8;
  let lat = 52;
  const points = Array.from({ length: 60 }, (_, k) => {
    lat += (k < 30 ? 20 : -16) * metre;
    return `<trkpt lat="${lat}" lon="5"><time>${new Date(Date.UTC(2026, 4, 1) + 1000 * k).toISOString()}</time></trkpt>`;
  });
  const path = join(folder, 'day.gpx');
  writeFileSync(path, `<gpx><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`);
  await page.getByTestId('instrument-track').click();
  await page.getByTestId('track-file').setInputFiles(join(folder, 'day one.csv'));
  await expect(page.getByTestId('track-problem')).toContainText('no GPX track');
  await page.getByTestId('track-file').setInputFiles(path);
  await expect(page.getByTestId('track-both')).toContainText('18.0');
  await page.getByTestId('track-take-both').click();
  assert.ok(Math.abs(Number(await page.getByTestId('typed-0-speedMs').inputValue()) - 18) < 0.1);
  await page.getByTestId('typed-0-thrustN').fill('');
  await page.getByTestId('typed-log').click();
  await expect(page.getByTestId('looked-title')).toBeVisible(PATIENT);
  await page.getByTestId('learn-fit').click();
  // an aeroplane's drag by its speed, with the top speed before and after
  await expect(page.getByTestId('learn-drag')).toContainText(
    /drag of the craft: [\d.]+ times [\s\S]* top\s+speed/,
    PATIENT
  );
  await page.getByTestId('learn-use').click();
  await expect
    .poll(async () => {
      const stored = (await (
        await fetch(`${stage.server.address}/api/v1/setups/${id}`)
      ).json()) as StoredSetup;
      return stored.document.craft.dragFactor ?? 0;
    })
    .toBeGreaterThan(0);
  assert.deepEqual(errors, []);
  await page.context().close();
});

nightly(
  'a series of five propellers on one motor ranks as the hidden truth does; the best is marked; CSV as on the screen',
  async () => {
    const { id, page, errors } = await opened();
    await page.getByTestId('to-series').click();
    await page.goto(`${stage.server.address}/test/${id}/series?seed=7`);
    await ready(page);
    const sizes = ['9x6', '10x5', '10x7', '11x5.5', '12x6'];
    for (const size of sizes) {
      await page.getByTestId('label-propulsor').fill(size);
      await page.getByTestId('label-propulsor').press('Enter');
    }
    await expect(page.getByTestId('series-pending').locator('li')).toHaveCount(5);
    // what is listed outlives a reload
    await page.reload();
    await ready(page);
    await expect(page.getByTestId('series-pending').locator('li')).toHaveCount(5);
    await page.getByTestId('pending-0').click();
    for (let k = 0; k < 5; k++) {
      await page.getByTestId('start').click(PATIENT);
      await page.getByTestId('throttle-50').click(PATIENT);
      await page.waitForTimeout(1800);
      await page.getByTestId('throttle-100').click();
      await page.waitForTimeout(2000);
      await page.getByTestId('stop').click();
      await expect(page.getByTestId('series-pending').locator('li')).toHaveCount(4 - k, PATIENT);
    }
    const inches = (text: string): number[] => text.split('x').map((v) => Number(v) * 0.0254);
    const truth = sizes
      .map((size) => {
        const [diameterM, pitchM] = inches(size);
        const propulsor = { ...PLANE.propulsor, diameterM, pitchM } as typeof PLANE.propulsor;
        return { size, thrustN: new Stand({ setup: { ...PLANE, propulsor }, seed: 7 }).steady(1).thrustN };
      })
      .toSorted((a, b) => b.thrustN - a.thrustN)
      .map((t) => t.size);
    const shown = (await page.getByTestId('series-table').locator('tr[data-run] th').allInnerTexts()).map(
      (t) =>
        t
          .split(/best|over|too/)[0]
          .trim()
          .replaceAll(/[\s\u2009]*×[\s\u2009]*/g, 'x')
    );
    assert.deepEqual(shown, truth);
    await expect(page.getByTestId('series-best')).toContainText('thrust per watt');
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('series-csv').click()]);
    const csv = readFileSync(await file.path(), 'utf8')
      .trim()
      .split('\r\n');
    assert.ok(csv.length >= 11, `${csv.length} lines`);
    for (const width of [390, 820, 1280]) {
      await page.setViewportSize({ width, height: 844 });
      await page.waitForTimeout(200);
      assert.ok(
        (await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth
        )) <= 0,
        `${width}`
      );
    }
    assert.deepEqual(await seriousOn(page), []);
    assert.deepEqual(errors, []);
    await page.context().close();
  }
);
