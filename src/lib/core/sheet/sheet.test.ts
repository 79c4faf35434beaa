import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { readCarried } from '../formats/qr-payload.ts';
import type { PredictAnswer } from '../predict/answer.ts';
import { answerPredict } from '../predict/answer-predict.ts';
import { DEMO_CRAFTS, setupDocument } from '../../server/demo/crafts.ts';
import { answerSheet } from './answer-sheet.ts';
import { figureWords } from './figures.ts';
import { burnsBefore, burnsWords } from '../powertrain/burns-before.ts';
import { sheetMarkdown } from './sheet-markdown.ts';
import { sheetOf, type BuildSheet } from './sheet.ts';
import { some } from '../../../../tests/helpers/extent.ts';

const documents = DEMO_CRAFTS.map((craft) => setupDocument(craft, craft.setups[0]));
const sheets = documents.map((d) => sheetOf(d));
const predicted = (setup: SetupDocument): PredictAnswer => {
  const made = answerPredict({ setup });
  assert.ok(made.ok);
  return made.answer;
};
const value = (sheet: BuildSheet, id: string): number | undefined =>
  sheet.figures.find((f) => f.id === id)?.value;

test('figures of a sheet are those of a prediction, with their bands', () => {
  some([...documents.entries()], 3).forEach(([k, setup]) => {
    const answer = predicted(setup);
    const [p] = answer.points;
    const amps = sheets[k].figures.find((f) => f.id === 'amps');
    assert.deepEqual([amps?.value, amps?.band], [p.batteryCurrentA, p.band?.batteryCurrentA]);
    assert.equal(value(sheets[k], 'thrust'), p.thrustN);
    assert.equal(value(sheets[k], 'rpm'), p.rpm);
    assert.equal(value(sheets[k], 'hover'), answer.hover?.throttle);
    for (const e of answer.endurance) assert.equal(value(sheets[k], `time-${e.at}`), e.seconds, e.at);
    assert.deepEqual(
      sheets[k].findings.map((f) => [f.id, f.finding]),
      answer.checks.filter((c) => c.finding !== 'holds').map((c) => [c.id, c.finding])
    );
  });
});

test('a time in which the motor burns is no figure on paper: when it burns stands there, as Match has it', () => {
  for (const [k, sheet] of sheets.entries()) {
    const { heat, endurance } = predicted(documents[k]);
    for (const e of endurance) {
      const figure = sheet.figures.find((f) => f.id === `time-${e.at}`);
      const burns = burnsBefore(heat, e.at, e.seconds);
      assert.equal(
        figure?.moot,
        burns === null ? undefined : burnsWords(burns),
        `${sheet.craft.name}: ${e.at}`
      );
      if (burns !== null) assert.match(sheetMarkdown(sheet), /the winding burns after \d+ s/);
    }
  }
  const burning = sheets.filter((sheet) => sheet.figures.some((f) => f.moot));
  assert.ok(burning.length > 0 && burning.length < sheets.length, `${burning.length} burn`);
});

test('what is over that would break is said; the plan then ends before it, or there is none; else it goes all the way', () => {
  for (const sheet of sheets) {
    // without anything over there is a whole plan; with something over at most one that ends early
    assert.equal(sheet.plan !== null && sheet.plan.last === null, sheet.over.length === 0, sheet.craft.name);
    const text = sheetMarkdown(sheet);
    assert.equal(text.includes('Not to be powered up as it is'), sheet.plan === null);
    assert.equal(text.includes('Not at full throttle as it is'), sheet.plan?.last != null);
    assert.equal((text.match(/^- \[ \] \d+\./gm) ?? []).length, sheet.plan?.stages.length ?? 0);
  }
  assert.ok(sheets.some((s) => s.plan?.last === null) && sheets.some((s) => s.plan?.last));
});

test('parts: owned, to buy with its price, not on the shelf; the sum is of what is to be bought', () => {
  const [setup] = documents;
  const sheet = sheetOf(
    { ...setup, count: 2 },
    {
      shelf: [
        { kind: 'motor', name: setup.motor.name ?? '', owned: false, price: 31.5 },
        { kind: 'battery', name: setup.battery.name ?? '', owned: true, price: 40 },
        { kind: 'esc', name: setup.esc?.name ?? '', owned: false, price: null }
      ]
    }
  );
  const of = (id: string) => sheet.parts.parts.find((p) => p.id === id);
  assert.deepEqual(
    [of('motor')?.state, of('battery')?.state, of('propulsor')?.state],
    ['to buy', 'owned', 'not on the shelf']
  );
  assert.equal(of('motor')?.count, 2);
  assert.equal(sheet.parts.toBuy, 63);
  assert.equal(sheet.parts.unpriced, true);
  assert.match(sheetMarkdown({ ...sheet, parts: { ...sheet.parts, currency: 'kr' } }), /To buy: [\d.]+ kr/);
  assert.equal(sheets[0].parts.toBuy, null);
});

test('settings follow the setup: a folding propeller wants the brake, rotors no cut-off, a limit is named', () => {
  const of = (sheet: BuildSheet, id: string): string => sheet.settings.find((x) => x.id === id)?.text ?? '';
  const by = (name: string): number => DEMO_CRAFTS.findIndex((c) => c.name === name);
  assert.match(of(sheets[by('Reedling')], 'brake'), /on: it folds/);
  assert.match(of(sheets[by('Gnat')], 'cut-off'), /drops the craft/);
  assert.match(of(sheets[by('Dunlin')], 'cut-off'), /3\.30 V a cell, 13\.2 V in all/);
  const limited = sheetOf({ ...documents[by('Gnat')], outputLimit: 0.69 });
  // one profile a pack: the same turns on three cells are 0.69 × 4 / 3
  assert.match(of(limited, 'output-limit'), /92 % on 3 cells, 69 % on 4 cells/);
  assert.equal(of(sheets[by('Gnat')], 'output-limit'), '');
  for (const sheet of sheets) assert.match(of(sheet, 'failsafe'), /switching the transmitter off/);
});

test('the paper is a backup: what its codes hold predicts the same', () => {
  for (const [k, sheet] of some([...sheets.entries()], 3, 1)) {
    const read = readCarried(sheet.carried.join('\n'));
    assert.ok(read.ok && sheet.carriedWhole);
    assert.deepEqual(predicted(JSON.parse(read.text) as SetupDocument), predicted(documents[k]));
  }
});

test('a fit too long for paper stays in the JSON, and that is said', () => {
  const long = {
    factors: {},
    relativeSd: {},
    joint: {
      motor: documents[0].motor,
      batteries: [documents[0].battery],
      propulsors: Array.from({ length: 20 }, () => documents[0].propulsor),
      logs: Array.from({ length: 44 }, (_, k) => Math.sin(k) / 50),
      covariance: Array.from({ length: 990 }, (_, k) => Math.cos(k * k) / 99_991)
    }
  };
  const sheet = sheetOf({ ...documents[0], calibration: long });
  assert.equal(sheet.carriedWhole, false);
  assert.match(sheetMarkdown(sheet), /without what was fitted to runs/);
  assert.equal(sheet.document.calibration?.joint?.logs.length, 44);
});

test('Markdown: every figure of the sheet is in it, tables have as many cells as heads, odd names break nothing', () => {
  const odd = sheetOf({
    ...documents[0],
    name: 'a | b\n<script> *x*',
    motor: { ...documents[0].motor, name: '|`_#' }
  });
  const text = sheetMarkdown(odd);
  for (const f of odd.figures) assert.ok(text.includes(figureWords(f)), f.id);
  assert.ok(!text.includes('<script>'));
  let cells = 0;
  for (const line of text.split('\n')) {
    if (!line.startsWith('|')) {
      cells = 0;
      continue;
    }
    const count = line.split(/(?<!\\)\|/).length;
    if (cells > 0) assert.equal(count, cells, line);
    cells = count;
  }
  const ounces = sheetMarkdown(odd, { thrust: 'oz' });
  assert.match(ounces, /thrust, standing \| .* oz/);
});

test('a sheet is JSON as it stands, holds no NaN, and bad input is refused by path', () => {
  for (const sheet of sheets) {
    const text = JSON.stringify(sheet);
    // a limit that is not known is said to be; no figure is
    const lines = sheetMarkdown(sheet)
      .split('\n')
      .filter((line) => !/receiver supply/.test(line));
    assert.ok(!lines.some((line) => /not known|NaN|undefined/.test(line)), sheet.craft.name);
    assert.deepEqual((JSON.parse(text) as BuildSheet).figures, sheet.figures);
  }
  const bad = answerSheet({ ...documents[0], battery: { ...documents[0].battery, series: 4000 } });
  assert.ok(!bad.ok);
  assert.equal(bad.errors.errors[0].path, 'battery.series');
});
