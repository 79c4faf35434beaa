import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Brief } from '../brief/brief.ts';
import { runChecks } from '../checks/run-checks.ts';
import { readPath, withChanges } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { markOf, withGivenWeight, withoutGivenWeight } from '../document/sources.ts';
import { validateSetup } from '../document/validate.ts';
import { firstSketch } from '../alternatives/first-sketch.ts';
import { mendingOf } from '../alternatives/put-right.ts';
import { otherWeightOf } from '../model/all-up-mass.ts';
import { interpretSetup } from '../model/interpret.ts';
import { parseShorthand } from '../shorthand/parse.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { labelEdit, proposedEdit, typedEdit } from './edits.ts';

const label = (setup: SetupDocument, part: 'battery' | 'esc' | 'motor' | 'propulsor', text: string) =>
  labelEdit(setup, part, parseShorthand(part, text), text).document;

const BRIEFS: readonly (Brief & { labels: readonly (readonly ['battery' | 'esc' | 'motor', string])[] })[] = [
  {
    name: 'quad',
    kind: 'multirotor',
    purpose: 'agile',
    massKg: 0.65,
    rotors: 4,
    labels: [
      ['battery', '4S 1300 75C 155g'],
      ['esc', '45A 3-6S 12g'],
      ['motor', '2207 1900KV 33g']
    ]
  },
  {
    name: 'boat',
    kind: 'boat',
    purpose: 'speed',
    hull: 'planing-mono',
    massKg: 4.2,
    waterlineLengthM: 0.82,
    targetSeconds: 240,
    series: 6,
    labels: [['battery', '6S 5000 50C 780g']]
  },
  { name: 'large boat', kind: 'boat', purpose: 'speed', massKg: 6, series: 12, labels: [] },
  {
    name: 'trainer',
    kind: 'fixed-wing',
    purpose: 'trainer',
    massKg: 1.6,
    wingAreaM2: 0.38,
    labels: [['motor', '3542 900KV 140g']]
  }
];

for (const { labels, ...brief } of BRIEFS)
  test(`what was typed stays: ${brief.name}, through sketch, labels and proposals`, () => {
    const typed = Object.entries({
      'craft.massKg': brief.massKg,
      'craft.wingAreaM2': brief.wingAreaM2,
      'craft.waterlineLengthM': brief.waterlineLengthM,
      'craft.targetSeconds': brief.targetSeconds
    }).filter(([, value]) => value != null);
    const holds = (setup: SetupDocument, when: string): void => {
      assert.ok(validateSetup(setup).ok, when);
      for (const [path, value] of typed) {
        assert.equal(readPath(setup, path), value, `${path} ${when}`);
        assert.equal(markOf(setup, path), 'typed', `${path} ${when}`);
      }
    };
    let setup = firstSketch(brief);
    holds(setup, 'after the sketch');
    if (brief.series != null) {
      assert.equal(setup.battery.series, brief.series);
      assert.equal(markOf(setup, 'battery.series'), 'typed');
    }
    assert.equal(otherWeightOf(setup), null, 'a sketch asks nothing');
    for (const [part, text] of labels) {
      setup = label(setup, part, text);
      holds(setup, `after ${text}`);
    }
    for (let press = 0; press < 3; press++) {
      const s = analysisOf(setup, { bands: false });
      const [offer] = mendingOf(s, runChecks(s)).putRight;
      if (!offer) break;
      assert.ok(!offer.changes.some((c) => c.path === 'craft.massKg'), 'no proposal moves the weight');
      setup = proposedEdit(setup, offer.changes).document;
      holds(setup, `after ${offer.text}`);
    }
  });

const SETUP: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.6 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, massKg: 0.18 },
  esc: { continuousA: 40, massKg: 0.04 },
  motor: { kvRpmPerVolt: 900, massKg: 0.1 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, massKg: 0.02 },
  sources: { 'craft.massKg': 'typed', 'motor.kvRpmPerVolt': 'estimated' }
};

test('other parts make another all-up weight: it is asked, and only the press moves what was typed', () => {
  assert.equal(otherWeightOf(SETUP), null);
  const { document, said } = labelEdit(
    SETUP,
    'battery',
    parseShorthand('battery', '4S 3300 30C 330g'),
    '4S 3300 30C 330g'
  );
  assert.equal(document.craft.massKg, 1.6);
  // 1.6 − 0.18 + 0.33 kg
  assert.deepEqual([otherWeightOf(document)?.sumKg, otherWeightOf(document)?.impossible], [1.75, false]);
  assert.match(said.join(' '), /add up to 1\.750 kg now; the all-up weight stays 1\.600 kg, as you typed it/);
  // a second part counts from the same weighing
  const both = label(document, 'motor', '3548 900KV 160g');
  assert.equal(otherWeightOf(both)?.sumKg, 1.81);
  const used = typedEdit(both, [{ path: 'craft.massKg', value: 1.81 }]).document;
  assert.equal(otherWeightOf(used), null, 'what was asked is answered');
  const kept = typedEdit(both, [{ path: 'craft.massKg', value: 1.6 }]).document;
  assert.equal(otherWeightOf(kept), null, 'kept as it is, it is not asked again');
  // parts that alone weigh more than the craft
  const heavy = label(SETUP, 'battery', '6S 10000 1.5kg');
  assert.deepEqual([otherWeightOf(heavy)?.impossible, otherWeightOf(heavy)?.typedKg], [true, 1.6]);
});

test('an airframe’s weight lets the parts add to it, and nothing is asked', () => {
  const framed = typedEdit(SETUP, [{ path: 'craft.airframeMassKg', value: 1.2 }]).document;
  assert.equal(otherWeightOf(framed), null);
  assert.ok(Math.abs(interpretSetup(framed).setup.craft.massKg - 1.54) < 1e-9);
});

test('what is no figure goes on to be told, and nothing follows from it', () => {
  const named = { ...PLANE, esc: { ...PLANE.esc, name: 'Weir 60' } };
  const { document, said } = typedEdit(named, [{ path: 'esc.continuousA', value: 'fifty' as never }]);
  assert.equal(document.esc?.continuousA as unknown, 'fifty');
  assert.equal(document.esc?.name, 'Weir 60');
  assert.deepEqual(said, []);
});

test('a typed figure is no longer estimated, whatever it was, and an emptied one has no source', () => {
  const typed = typedEdit(SETUP, [{ path: 'motor.kvRpmPerVolt', value: 920 }]).document;
  assert.equal(markOf(typed, 'motor.kvRpmPerVolt'), 'typed');
  assert.ok(!interpretSetup(typed).estimates.some((e) => e.path === 'motor.kvRpmPerVolt'));
  const emptied = typedEdit(typed, [{ path: 'motor.massKg', value: null }]).document;
  assert.equal(markOf(emptied, 'motor.massKg'), undefined);
  // five states, each known and kept: typed, label, shelf, measured, estimated
  const labelled = label(typed, 'esc', '60A 2-6S');
  assert.equal(markOf(labelled, 'esc.continuousA'), 'label');
  assert.equal(markOf(labelled, 'motor.kvRpmPerVolt'), 'typed', 'of another part nothing is touched');
  assert.ok(validateSetup(JSON.parse(JSON.stringify(labelled))).ok);
});

test('what was proposed is nobody’s figure: neither typed nor measured any more', () => {
  const measured = {
    ...SETUP,
    sources: { 'craft.massKg': 'typed', 'motor.kvRpmPerVolt': 'measured', 'esc.continuousA': 'typed' }
  } as SetupDocument;
  const changes = [
    { path: 'motor.kvRpmPerVolt', value: 800 },
    { path: 'esc.continuousA', value: 60 },
    { path: 'craft.massKg', value: 2 }
  ];
  const { document } = proposedEdit(measured, changes);
  assert.equal(markOf(document, 'motor.kvRpmPerVolt'), undefined);
  assert.equal(markOf(document, 'esc.continuousA'), 'estimated');
  assert.equal(document.craft.massKg, 1.6);
});

test('the wing’s area follows a typed span while it is an estimate, and is estimated where it is emptied', () => {
  const sketch = firstSketch({ name: 'a', kind: 'fixed-wing', purpose: 'trainer', massKg: 1.2 });
  assert.equal(markOf(sketch, 'craft.wingAreaM2'), 'estimated');
  const spanned = typedEdit(sketch, [{ path: 'craft.wingSpanM', value: 1.5 }]).document;
  // 1.5² / 6.5
  assert.equal(spanned.craft.wingAreaM2, 0.35);
  assert.equal(markOf(spanned, 'craft.wingAreaM2'), 'estimated');
  const own = typedEdit(spanned, [{ path: 'craft.wingAreaM2', value: 0.31 }]).document;
  assert.equal(typedEdit(own, [{ path: 'craft.wingSpanM', value: 1.8 }]).document.craft.wingAreaM2, 0.31);
  const emptied = typedEdit(own, [{ path: 'craft.wingAreaM2', value: null }]).document;
  assert.deepEqual([emptied.craft.wingAreaM2, markOf(emptied, 'craft.wingAreaM2')], [0.35, 'estimated']);
});

test('a document of before sources were kept: its all-up weight was given by somebody', () => {
  const old = withChanges(SETUP, []);
  delete (old as { sources?: unknown }).sources;
  assert.equal(markOf(withGivenWeight(old), 'craft.massKg'), 'typed');
  assert.deepEqual(withoutGivenWeight(withGivenWeight(old)), old);
  assert.equal(withGivenWeight(SETUP), SETUP);
  const guessed = { ...old, sources: { 'craft.massKg': 'estimated' } } as SetupDocument;
  assert.equal(withGivenWeight(guessed), guessed);
});
