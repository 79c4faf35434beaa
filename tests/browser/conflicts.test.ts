/** Nothing is lost in silence: two windows, drafts, text fields, workers that die. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Page } from '@playwright/test';
import { expect, openPage, ready, saved } from '../helpers/browser.ts';
import { setStage } from '../helpers/stage.ts';
import { nightly, some } from '../helpers/extent.ts';

const stage = setStage();

interface Stored {
  revision: number;
  document: {
    name: string;
    battery: { capacityAh: number; series: number };
    motor: { kvRpmPerVolt: number };
    wiring?: { gaugeAwg?: number | null };
  };
}

const stored = async (id: number): Promise<Stored> =>
  (await (await fetch(`${stage.server.address}/api/v1/setups/${id}`)).json()) as Stored;

async function put(id: number, change: (d: Stored['document']) => void): Promise<void> {
  const { revision, document } = await stored(id);
  change(document);
  const answer = await fetch(`${stage.server.address}/api/v1/setups/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document, label: 'elsewhere', revision })
  });
  assert.equal(answer.status, 200);
}

async function open(id: number): Promise<{ page: Page; errors: string[] }> {
  const opened = await openPage(stage.browser);
  await opened.page.goto(`${stage.server.address}/match/${id}`);
  await ready(opened.page);
  return opened;
}

async function type(page: Page, field: string, value: string): Promise<void> {
  const input = page.getByTestId(field);
  await input.fill(value);
  await input.press('Enter');
}

test('two windows change different figures of one setup: both changes survive, and it is said', async () => {
  const [a, b] = [await open(4), await open(4)];
  await type(a.page, 'battery.continuousC', '37');
  await saved(a.page);
  await type(b.page, 'motor.kvRpmPerVolt', '931');
  await saved(b.page);
  await expect(b.page.getByTestId('said')).toContainText(
    'Changed elsewhere meanwhile: continuous C, burst C. Both changes are kept.'
  );
  await expect(b.page.getByTestId('battery.continuousC')).toHaveValue('37');
  const { document } = (await stored(4)) as unknown as {
    document: { battery: { continuousC: number }; motor: { kvRpmPerVolt: number } };
  };
  assert.deepEqual([document.battery.continuousC, document.motor.kvRpmPerVolt], [37, 931]);
  assert.deepEqual([...a.errors, ...b.errors], []);
  for (const { page } of [a, b]) await page.context().close();
});

for (const [choice, kept] of some(
  [
    ['picked', 910],
    ['mine', 910],
    ['theirs', 940]
  ] as const,
  1
))
  test(`two windows change the same figure: the user chooses (${choice})`, async () => {
    const [a, b] = [await open(5), await open(5)];
    const before = (await stored(5)).document.battery.capacityAh;
    await type(a.page, 'motor.kvRpmPerVolt', choice === 'theirs' ? '940' : '945');
    await saved(a.page);
    await type(b.page, 'motor.kvRpmPerVolt', '910');
    await expect(b.page.getByTestId('conflict')).toBeVisible();
    await expect(b.page.getByTestId('conflict-motor.kvRpmPerVolt')).toContainText('910');
    await expect(b.page.getByTestId('save-state')).toContainText('not saved');
    assert.equal(
      (await stored(5)).document.motor.kvRpmPerVolt,
      choice === 'theirs' ? 940 : 945,
      'nothing was overwritten'
    );
    if (choice === 'picked') await b.page.getByTestId('take-mine-motor.kvRpmPerVolt').check();
    await b.page.getByTestId(`conflict-${choice}`).click();
    await expect(b.page.getByTestId('conflict')).toHaveCount(0);
    await expect(b.page.getByTestId('motor.kvRpmPerVolt')).toHaveValue(String(kept));
    await saved(b.page);
    const now = (await stored(5)).document;
    assert.equal(now.motor.kvRpmPerVolt, kept);
    assert.equal(now.battery.capacityAh, before);
    // and it goes on from there
    await type(b.page, 'motor.kvRpmPerVolt', '925');
    await saved(b.page);
    assert.equal((await stored(5)).document.motor.kvRpmPerVolt, 925);
    assert.deepEqual([...a.errors, ...b.errors], []);
    for (const { page } of [a, b]) await page.context().close();
  });

test('the sheet and Match change the same figure: the sheet asks which, and goes on with what was chosen', async () => {
  const gauge = async (): Promise<number | null | undefined> => (await stored(1)).document.wiring?.gaugeAwg;
  const match = await open(1);
  const sheet = await openPage(stage.browser);
  await sheet.page.goto(`${stage.server.address}/sheet/1`);
  await ready(sheet.page);
  await type(match.page, 'wiring.gaugeAwg', '13');
  await saved(match.page);
  await sheet.page.getByTestId('gauge-pack-lead-16').click();
  await expect(sheet.page.getByTestId('conflict-wiring.gaugeAwg')).toContainText('16');
  assert.equal(await gauge(), 13, 'nothing was overwritten');
  await sheet.page.getByTestId('conflict-mine').click();
  await expect(sheet.page.getByTestId('saved')).toHaveText('saved');
  await expect(sheet.page.getByTestId('conflict')).toHaveCount(0);
  assert.equal(await gauge(), 16);
  await sheet.page.getByTestId('undo').click();
  await expect(sheet.page.getByTestId('gauge-pack-lead-13')).toHaveAttribute('aria-pressed', 'true');
  assert.equal(await gauge(), 13);
  assert.deepEqual([...match.errors, ...sheet.errors], []);
  for (const { page } of [match, sheet]) await page.context().close();
});

test('an edit made while another is being refused is part of the choice, not lost', async () => {
  const [a, b] = [await open(10), await open(10)];
  await type(a.page, 'battery.capacityAh', '1.65');
  await saved(a.page);
  // the answer is held back until the second edit was made
  let release: () => void = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await b.page.route('**/api/v1/setups/10', async (route) => {
    if (route.request().method() === 'PUT') await held;
    await route.continue();
  });
  await type(b.page, 'battery.capacityAh', '1.3');
  await b.page.waitForTimeout(600);
  await type(b.page, 'motor.kvRpmPerVolt', '3700');
  await expect(b.page.getByTestId('motor.kvRpmPerVolt')).toHaveValue('3700');
  release();
  await expect(b.page.getByTestId('conflict-motor.kvRpmPerVolt')).toContainText('3700');
  await b.page.getByTestId('take-mine-battery.capacityAh').check();
  await b.page.getByTestId('conflict-picked').click();
  await saved(b.page);
  const { document } = await stored(10);
  assert.deepEqual([document.battery.capacityAh, document.motor.kvRpmPerVolt], [1.3, 3700]);
  assert.deepEqual([...a.errors, ...b.errors], []);
  for (const { page } of [a, b]) await page.context().close();
});

test('undo in a window that does not know what was done elsewhere takes nothing of it back', async () => {
  const { page } = await open(6);
  await type(page, 'motor.kvRpmPerVolt', '777');
  await saved(page);
  await put(6, (d) => (d.battery.capacityAh = 4.4));
  await page.getByTestId('undo').click();
  await expect(page.getByTestId('said')).toContainText('changed elsewhere meanwhile');
  await expect(page.getByTestId('battery.capacityAh')).toHaveValue('4.4');
  const { document } = await stored(6);
  assert.deepEqual([document.battery.capacityAh, document.motor.kvRpmPerVolt], [4.4, 777]);
  await page.context().close();
});

test('an edit that the browser kept is asked for where the server has a newer version; a damaged one breaks nothing', async () => {
  const { page, errors } = await open(7);
  const { revision, document } = await stored(7);
  const keep = (text: string) => page.evaluate((t) => localStorage.setItem('iskarn-draft-7', t), text);
  const draft = (at: number, kv: number): string =>
    JSON.stringify({
      document: { ...document, motor: { ...document.motor, kvRpmPerVolt: kv } },
      label: 'kv',
      revision: at,
      base: document
    });

  // made from what stands: taken up again without a question
  await keep(draft(revision, 801));
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('motor.kvRpmPerVolt')).toHaveValue('801');
  await saved(page);
  assert.equal((await stored(7)).document.motor.kvRpmPerVolt, 801);

  // made from what no longer stands: asked, and nothing is overwritten unasked
  await keep(draft(revision, 666));
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('conflict')).toContainText('kept an edit that was never sent');
  assert.equal((await stored(7)).document.motor.kvRpmPerVolt, 801);
  await page.getByTestId('conflict-theirs').click();
  await saved(page);
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('conflict')).toHaveCount(0);
  await expect(page.getByTestId('motor.kvRpmPerVolt')).toHaveValue('801');

  for (const text of [
    '{"document":',
    'null',
    '{"document":{"format":"iskarn.setup/1"},"label":3}',
    '[1,2]'
  ]) {
    await keep(text);
    await page.reload();
    await ready(page);
    await expect(page.getByTestId('said')).toContainText('could not be read');
    await expect(page.getByTestId('motor.kvRpmPerVolt')).toHaveValue('801');
  }
  // a draft that is a document, but not one that can be worked out
  const broken = { ...document, battery: { ...document.battery, series: 4000 } };
  await keep(
    JSON.stringify({ document: broken, label: 'x', revision: (await stored(7)).revision, base: document })
  );
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('wrong-battery.series')).toContainText('cells is 4000');
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('an edit while the server is away is kept and sent again; one that can never be taken is not', async () => {
  const { page } = await open(8);
  await page.route('**/api/v1/setups/8', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue()
  );
  await type(page, 'motor.kvRpmPerVolt', '812');
  await expect(page.getByTestId('save-state')).toContainText('not saved');
  await page.unroute('**/api/v1/setups/8');
  await saved(page);
  assert.equal((await stored(8)).document.motor.kvRpmPerVolt, 812);

  let sent = 0;
  await page.route('**/api/v1/setups/8', (route) => {
    if (route.request().method() !== 'PUT') return route.continue();
    sent++;
    return route.fulfill({ status: 422, json: { message: 'This is refused.', errors: [] } });
  });
  await type(page, 'motor.kvRpmPerVolt', '813');
  await expect(page.getByTestId('save-state')).toContainText(
    'This is refused. The edit is kept in this browser.'
  );
  await page.waitForTimeout(4000);
  assert.equal(sent, 1, 'a refusal is not sent again');
  await page.context().close();
});

test('Ctrl+Z in a text field is the field’s; on a figure that was taken it is the setup’s', async () => {
  const { page, errors } = await open(2);
  const before = await page.getByTestId('motor.kvRpmPerVolt').inputValue();
  await type(page, 'motor.kvRpmPerVolt', '901');
  await saved(page);
  const label = page.getByTestId('label-motor');
  await label.pressSequentially('900');
  await label.press('Control+z');
  await expect(label).not.toHaveValue('900');
  await expect(page.getByTestId('motor.kvRpmPerVolt')).toHaveValue('901');
  // a figure half typed: the field's own undo
  const kv = page.getByTestId('motor.kvRpmPerVolt');
  await kv.focus();
  await kv.press('End');
  await kv.pressSequentially('5');
  await kv.press('Control+z');
  await expect(kv).toHaveValue('901');
  await kv.press('Escape');
  assert.equal((await stored(2)).document.motor.kvRpmPerVolt, 901);
  // taken: the setup's
  await kv.focus();
  await kv.press('Control+z');
  await expect(kv).toHaveValue(before);
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('a worker that dies is started again once, and that is said; the edit is not lost', async () => {
  const { page } = await open(9);
  // every worker that is started from now on can be killed from here
  await page.addInitScript(() => {
    const Real = Worker;
    const started: Worker[] = [];
    Object.assign(window, { started });
    window.Worker = class extends Real {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        started.push(this);
      }
    };
  });
  await page.goto(`${stage.server.address}/match/9`);
  await ready(page);
  await type(page, 'motor.kvRpmPerVolt', '821');
  await saved(page);
  const count = await page.evaluate(() => {
    const { started } = window as unknown as { started: Worker[] };
    for (const worker of started) worker.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));
    return started.length;
  });
  assert.ok(count >= 1);
  await type(page, 'motor.kvRpmPerVolt', '822');
  await expect(page.getByTestId('said')).toContainText(
    'The calculation stopped (out of memory) and was started again'
  );
  await saved(page);
  assert.equal((await stored(9)).document.motor.kvRpmPerVolt, 822);
  await page.context().close();
});

test('workers that cannot be started at all are a sentence, not an endless wait', async () => {
  const { page } = await openPage(stage.browser);
  await page.addInitScript(() => {
    window.Worker = class extends EventTarget {
      onerror: ((e: ErrorEvent) => void) | null = null;
      onmessageerror = null;
      onmessage = null;
      constructor() {
        super();
        setTimeout(() => this.onerror?.(new ErrorEvent('error', { message: 'not here' })), 20);
      }
      postMessage(): void {}
      terminate(): void {}
    } as unknown as typeof Worker;
  });
  await page.goto(`${stage.server.address}/match/10`);
  await ready(page);
  const before = await page.getByTestId('motor.kvRpmPerVolt').inputValue();
  await type(page, 'motor.kvRpmPerVolt', '999');
  await expect(page.getByTestId('refused')).toContainText('could not be started again');
  await page.getByTestId('motor.kvRpmPerVolt').press('Escape');
  await expect(page.getByTestId('motor.kvRpmPerVolt')).toHaveValue(before);
  await page.context().close();
});

nightly('hovering over a setup, which reads its page ahead, does not move what was opened last', async () => {
  const { page } = await open(1);
  await page.goto(`${stage.server.address}/`);
  await ready(page);
  await page.getByTestId('craft-Teal').getByRole('link').first().hover();
  await page.waitForTimeout(600);
  await page.goto(`${stage.server.address}/settings`);
  await expect(page.getByRole('link', { name: 'Match' })).toHaveAttribute('href', '/match/1');
  await page.context().close();
});

test('a new part has no figure that nobody gave: a label is read on leaving, and keeping without one is refused', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('new-part').click();
  await expect(page.getByTestId('part.kvRpmPerVolt')).toHaveValue('');
  await page.getByTestId('part-name').fill('Nameless');
  await page.getByTestId('part-save').click();
  await expect(page.getByTestId('wrong-part.kvRpmPerVolt')).toHaveText('KV is not given; add it.');
  // what cannot be read is not passed over
  await page.getByTestId('part-label').fill('gibberish');
  await page.getByTestId('part-save').click();
  await expect(page.getByTestId('part-problem')).toContainText('was not understood');
  // typed, never confirmed with Enter
  await page.getByTestId('part-name').fill('');
  await page.getByTestId('part-label').fill('2812 1234KV 106g');
  await page.getByTestId('part-save').click();
  await expect(page.getByTestId('part-name')).toHaveCount(0);
  const parts = (await (await fetch(`${stage.server.address}/api/v1/parts`)).json()) as {
    name: string;
    document: { kvRpmPerVolt?: number; massKg?: number };
  }[];
  const made = parts.find((p) => p.document.kvRpmPerVolt === 1234);
  assert.ok(made, 'the part that was typed is there');
  assert.equal(made.document.massKg, 0.106);
  assert.ok(!parts.some((p) => p.name === 'Nameless'));
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('a part changed in two windows: what one alone changed is kept of both, one figure of both is chosen', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  type Part = { id: number; name: string; note: string; document: { massKg: number } };
  const address = `${stage.server.address}/api/v1/parts`;
  const part = async (): Promise<Part> => {
    const found = ((await (await fetch(address)).json()) as Part[]).find((p) => p.name === 'Rush 2212-920');
    assert.ok(found);
    return found;
  };
  for (const [grams, note, choice] of [
    [57, 'from elsewhere', null],
    [58, 'once more', 'part-mine'],
    [59, 'a third time', 'part-theirs']
  ] as const) {
    await page.getByRole('button', { name: 'Rush 2212-920', exact: true }).click();
    const now = await part();
    const elsewhere = await fetch(`${address}/${now.id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        ...now,
        note,
        document: choice ? { ...now.document, massKg: 0.05 } : now.document
      })
    });
    assert.equal(elsewhere.status, 200);
    await page.getByTestId('part.massKg').fill(String(grams));
    await page.getByTestId('part.massKg').press('Tab');
    await page.getByTestId('part-save').click();
    if (choice) {
      await expect(page.getByTestId('part-conflict')).toBeVisible();
      await page.getByTestId(choice).click();
    }
    await expect(page.getByTestId('part-save')).toHaveCount(0);
    await expect
      .poll(async () => (await part()).document.massKg)
      .toBe(choice === 'part-theirs' ? 0.05 : grams / 1000);
    assert.equal((await part()).note, note);
    await expect(page.getByTestId('offline-bar')).toHaveCount(0);
  }
  await page.context().close();
});

test('a maker’s table with a cell that is no number is not kept, says where, and two such rows do not stop it', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('makers-table-open').click();
  await page.getByTestId('makers-choice').selectOption('');
  await page
    .getByTestId('makers-text')
    .fill(
      'volts,prop,throttle (%),amps,watts,thrust (g),rpm\n11.1,10x5,100,abc,166,900,8600\n11.1,10x5,100,abc,166,900,8600\n11.1,what,100,n/a,166,900,8600\n'
    );
  await expect(page.getByTestId('makers-problems')).toContainText('"abc" is no number');
  await expect(page.getByTestId('makers-0-3')).toHaveValue('abc');
  await expect(page.getByTestId('makers-2-3')).toHaveValue('');
  await page.getByTestId('makers-keep').click();
  await expect(page.getByTestId('makers-said')).toContainText('Not kept: row 1, amps');
  for (const row of [0, 1]) await page.getByTestId(`makers-${row}-3`).fill('15');
  await page.getByTestId('makers-2-1').fill('9x6');
  await expect(page.getByTestId('makers-problems')).not.toContainText('is no');
  await page.getByTestId('makers-keep').click();
  await expect(page.getByTestId('makers-said')).toHaveText('kept');
  assert.deepEqual(errors, []);
  await page.context().close();
});

nightly(
  'typing in a maker’s table is not held up by its predictions: they are worked out in the worker',
  async () => {
    const { page } = await openPage(stage.browser);
    await page.addInitScript(() => {
      const asked: string[] = [];
      Object.assign(window, { asked });
      const { postMessage } = Worker.prototype;
      Worker.prototype.postMessage = function (this: Worker, message: unknown, ...rest: never[]) {
        asked.push(JSON.stringify(message));
        return postMessage.call(this, message, ...rest);
      };
    });
    await page.goto(`${stage.server.address}/shelf`);
    await ready(page);
    await page.getByTestId('makers-table-open').click();
    await expect(page.getByTestId('makers-rows')).toContainText('inside');
    const asked = await page.evaluate(() => (window as unknown as { asked: string[] }).asked);
    assert.ok(
      asked.some((m) => m.includes('compareWithTable')),
      'the worker was asked'
    );
    await page.context().close();
  }
);

nightly(
  'a larger pack leaves the typed all-up weight alone, and says beside it what the parts make',
  async () => {
    const { page } = await openPage(stage.browser);
    const crafts = (await (await fetch(`${stage.server.address}/api/v1/crafts`)).json()) as {
      id: number;
      name: string;
    }[];
    const gnat = crafts.find((c) => c.name === 'Gnat');
    const [setup] = (await (
      await fetch(`${stage.server.address}/api/v1/setups?craft=${gnat?.id}`)
    ).json()) as {
      id: number;
    }[];
    await page.goto(`${stage.server.address}/match/${setup.id}`);
    await ready(page);
    const before = await page.getByTestId('craft.massKg').inputValue();
    await type(page, 'battery.capacityAh', '1.65');
    await expect(page.getByTestId('said')).toContainText('as you typed it');
    await expect(page.getByTestId('craft.massKg')).toHaveValue(before);
    await expect(page.getByTestId('other-weight')).toContainText('more than the craft');
    await page.getByTestId('weight-use').click();
    await expect(page.getByTestId('craft.massKg')).not.toHaveValue(before);
    await expect(page.getByTestId('other-weight')).toHaveCount(0);
    await saved(page);
    await page.getByTestId('undo').click();
    await expect(page.getByTestId('craft.massKg')).toHaveValue(before);
    await page.context().close();
  }
);
