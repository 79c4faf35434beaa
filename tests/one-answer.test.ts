import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { differencesOf } from '../src/lib/core/change/differences.ts';
import { calibrationOfTable } from '../src/lib/core/calibration/fit-makers-table.ts';
import { summaryOf } from '../src/lib/core/compare/glance.ts';
import { runChecks } from '../src/lib/core/checks/run-checks.ts';
import { compareSetups } from '../src/lib/core/compare/compare.ts';
import type { Brief } from '../src/lib/core/brief/brief.ts';
import type { Motor, SetupDocument } from '../src/lib/core/document/schema.ts';
import { matchPicture } from '../src/lib/core/match/match-picture.ts';
import { Assembler } from '../src/lib/core/search/assembler.ts';
import { candidateOf, takenFrom } from '../src/lib/core/search/candidate.ts';
import { withOwnParts } from '../src/lib/core/search/shelf-parts.ts';
import { setupOf, spaceOf } from '../src/lib/core/search/space.ts';
import { airframeOf, findBriefOf, searchedLimits, wishesOf } from '../src/lib/core/search/wishes.ts';
import { sheetFigures } from '../src/lib/core/sheet/figures.ts';
import { analysisOf } from '../src/lib/core/analysis/setup-analysis.ts';
import { watchAt } from '../src/lib/core/testing/plan/watch-at.ts';
import { DEMO_CRAFTS, setupDocument } from '../src/lib/server/demo/crafts.ts';
import { firstSketch } from '../src/lib/core/alternatives/first-sketch.ts';
import { searchPartsOf } from '../src/lib/core/search/shelf-parts.ts';
import { ESCS, MAKERS_TABLES, MOTORS, PACKS, PROPULSORS } from '../src/lib/server/demo/parts.ts';
import { answerChange } from '../src/lib/core/change/answer-change.ts';
import { answerPlan } from '../src/lib/core/change/answer-plan.ts';
import { sheetOf } from '../src/lib/core/sheet/sheet.ts';
import { overOf as breaking } from '../src/lib/core/testing/plan/limits.ts';
import { briefs } from './helpers/briefs.ts';
import { setups } from './helpers/random-setup.ts';
import { extent, some } from './helpers/extent.ts';

/** What one room shows of a setup: figures in SI by a name that all rooms share. Null is "not shown". */
type Shown = Record<string, number | null | undefined>;

const FULL = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

/** A setup in every room that shows figures of it. */
function rooms(document: SetupDocument): Record<string, Shown> {
  const s = analysisOf(document, { point: FULL, bands: false });
  const sheet = Object.fromEntries(sheetFigures(s).map((f) => [f.id, f.value]));
  const match = matchPicture(document, { point: FULL, schools: {} }, 'quick');
  assert.ok(match.ok, JSON.stringify(match));
  const { answer, weightN, worstA } = match.picture;
  const [point] = answer.points;
  const time = (at: string) => answer.endurance.find((e) => e.at === at)?.seconds;
  const check = (id: string) => answer.checks.find((c) => c.id === id)?.value;
  const hangar = summaryOf(s);
  const over = answer.checks.filter((c) => c.finding === 'over').length;
  assert.equal(hangar.over, over);
  assert.equal(hangar.finding === 'over', over > 0);
  const change = Object.fromEntries(differencesOf(s, s).map((d) => [d.id, d.before]));
  const compared = Object.fromEntries(compareSetups([s]).rows.map((r) => [r.title, r.values[0]])) as Shown;
  const test = Object.fromEntries(watchAt(s, 1, 10).map((w) => [w.quantity, w.expected]));
  const yardstick = (title: string) =>
    hangar.yardstick.title === title ? hangar.yardstick.value : undefined;
  const kind = document.craft.kind;
  return {
    match: {
      amps: point.batteryCurrentA,
      'worst amps': worstA,
      watts: point.electricalPowerW,
      'cell volts': point.cellVoltageV,
      rpm: point.rpm,
      thrust: point.thrustN,
      'pitch speed': kind === 'boat' ? undefined : point.pitchSpeedMs,
      'thrust to weight': kind === 'boat' ? undefined : point.thrustN / weightN,
      mass: weightN / 9.80665,
      'hover throttle': answer.hover?.throttle,
      'hover amps': answer.hover?.batteryCurrentA,
      'top speed': (answer.level ?? answer.boat ?? answer.forward)?.topSpeedMs,
      climb: answer.level?.climbMs,
      'boat rpm': answer.boat?.loadedRpm,
      'time mixed': time('mixed'),
      'time full': time('full'),
      'time hover': time('hover'),
      winding: check('motor-temperature'),
      'motor case': analysisOf(document).heatCourse?.hottestCaseC,
      'esc heat': check('esc-temperature')
    },
    hangar: {
      amps: hangar.amps,
      [hangar.doing === 'in ordinary use' ? 'time mixed' : 'time full']: hangar.seconds,
      'hover throttle': yardstick('hover throttle'),
      'boat rpm': yardstick('loaded rpm'),
      'thrust to weight': yardstick('thrust for the weight')
    },
    sheet: {
      amps: sheet.amps,
      watts: sheet.watts,
      'cell volts': sheet['cell-volts'],
      rpm: sheet.rpm,
      thrust: sheet.thrust,
      'pitch speed': sheet['pitch-speed'],
      'thrust to weight': sheet['thrust-to-weight'],
      'hover throttle': sheet.hover,
      'hover amps': sheet['hover-amps'],
      'top speed': sheet['top-speed'] ?? sheet['boat-speed'],
      climb: sheet.climb,
      'boat rpm': sheet['boat-rpm'],
      'time mixed': sheet['time-mixed'],
      'time full': sheet['time-full'],
      'time hover': sheet['time-hover'],
      'motor case': sheet['motor-case']
    },
    change: {
      amps: change.current,
      watts: change.power,
      'cell volts': change['cell-volts'],
      rpm: change.rpm,
      thrust: change.thrust,
      'pitch speed': change['pitch-speed'],
      'hover throttle': change['hover-throttle'],
      'hover amps': change['hover-current'],
      'top speed': change['top-speed'],
      climb: change.climb,
      'boat rpm': change['loaded-rpm'],
      'time mixed': change.time,
      'time hover': change['hover-time'],
      winding: change['motor-heat'],
      'esc heat': change['esc-heat'],
      mass: change.mass
    },
    compare: {
      amps: compared.current,
      thrust: compared.thrust,
      'hover throttle': compared['hover throttle'],
      climb: compared.climb,
      'top speed': compared['top speed'],
      'time mixed': compared.time,
      winding: compared['winding at its hottest']
    },
    test:
      kind === 'boat'
        ? { 'boat rpm': test.rpm }
        : {
            amps: test.batteryCurrentA,
            'cell volts': test.cellVoltageV,
            rpm: test.rpm,
            thrust: test.thrustN
          },
    ...Object.fromEntries(
      [true, false].map((byParts) => [
        byParts ? 'find, by parts' : 'find, weight fixed',
        found(document, byParts)
      ])
    )
  };
}

/** Ids of what is over its limit. */
const overOf = (checks: readonly { id: string; finding: string }[]): string[] =>
  checks
    .filter((c) => c.finding === 'over')
    .map((c) => c.id)
    .sort();

/** What each of five doors says is over in a setup: the same, or the sentence that says how not. */
function verdicts(document: SetupDocument): string[] {
  const match = matchPicture(document, { point: FULL, schools: {} }, 'quick');
  assert.ok(match.ok);
  const over = overOf(match.picture.answer.checks);
  const said: string[] = [];
  const door = (name: string, ids: readonly string[]): void => {
    if (ids.join() !== over.join()) said.push(`${name} ${ids.join(', ')}, Match ${over.join(', ')}`);
  };
  // the shelf has the same parts, without what was fitted to them here
  const { cooling: _jacket, ...bare } = document.motor;
  for (const [what, shelf] of [
    ['alone', { battery: [], esc: [], motor: [], propulsor: [] }],
    [
      'on a shelf',
      { battery: [], esc: [], motor: [{ name: 'the motor', owned: true, document: bare }], propulsor: [] }
    ]
  ] as const) {
    const named = { ...document, motor: { ...document.motor, name: 'the motor' } };
    const parts = withOwnParts(shelf as never, named);
    const limits = searchedLimits(named, wishesOf(named).limits);
    const space = spaceOf(findBriefOf(named, {}, false), parts, limits);
    if (space.size === 0) continue;
    const own = candidateOf(space, new Assembler(space), limits, 0);
    door(`Find, ${what}`, own.over.filter((id) => !id.startsWith('limit-')).sort());
  }
  const change = answerChange({
    setup: document,
    change: { kind: 'pack', battery: document.battery },
    mends: false,
    remedies: false,
    bands: false
  });
  if (change.ok) {
    door('Change, before', overOf(change.answer.before.checks));
    door('Change, after', overOf(change.answer.after.checks));
  }
  const checks = runChecks(analysisOf(document));
  const plan = answerPlan({ setup: document, change: null, log: [] });
  // a whole plan where nothing is over that would break; one that ends early, or none, where something is
  const whole = breaking(checks, analysisOf(document)).length === 0;
  if (plan.ok && (plan.answer.stages.length > 0 && plan.answer.last === null) !== whole)
    said.push(
      `Test ${whole ? 'does not plan' : 'plans all of'} what Match finds ${whole ? 'whole' : 'over'}`
    );
  const sheet = sheetOf(document);
  door('Sheet', overOf(sheet.findings));
  if ((sheet.over.length === 0) !== whole)
    said.push(`the sheet says over: ${sheet.over.join(' ')}, Match ${over.join(', ')}`);
  return said;
}

test('the same parts get the same verdict through five doors: random setups and sketches', () => {
  // a boat's motor carries the jacket that the shelf's does not
  const random = fc
    .sample(setups, { numRuns: extent(20, 300), seed: 26 })
    .map((s) => (s.craft.kind === 'boat' ? { ...s, motor: { ...s.motor, cooling: 'water' as const } } : s));
  const made = briefs(26);
  const sketched = Array.from({ length: extent(5, 60) }, () => firstSketch(made.next().value as Brief));
  const said = [...random, ...sketched].flatMap((document, k) => verdicts(document).map((v) => `${k}: ${v}`));
  assert.deepEqual(said, []);
});

/** A combination's figures as Find lists them. */
const listed = (own: ReturnType<typeof candidateOf>): Shown => ({
  amps: own.gives.current,
  thrust: own.gives.thrust,
  'thrust to weight': own.gives.thrustToWeight,
  'pitch speed': own.setup.craft.kind === 'boat' ? undefined : own.gives.pitchSpeed,
  'hover throttle': own.gives.hoverThrottle,
  'top speed': own.gives.topSpeed,
  'time mixed': own.gives.time,
  mass: own.setup.craft.massKg
});

/** The setup's own combination as Find shows it, with nothing else on the shelf. */
function found(document: SetupDocument, byParts: boolean): Shown {
  const parts = withOwnParts({ battery: [], esc: [], motor: [], propulsor: [] }, document);
  const limits = searchedLimits(document, wishesOf(document).limits);
  const space = spaceOf(findBriefOf(document, {}, byParts), parts, limits);
  if (space.size === 0) return {};
  assert.equal(space.size, 1);
  return listed(candidateOf(space, new Assembler(space), limits, 0));
}

/** Shares by which two rooms may differ: what is counted to a gram or solved to a tolerance. */
const SAME = 1e-6;
const SAME_BY_PARTS = 2e-3;

function contradictions(document: SetupDocument, more: Record<string, Shown> = {}): string[] {
  const shown = { ...rooms(document), ...more };
  const out: string[] = [];
  for (const name of new Set(Object.values(shown).flatMap((r) => Object.keys(r)))) {
    const said = Object.entries(shown).flatMap(([room, r]) =>
      typeof r[name] === 'number' ? [[room, r[name]] as const] : []
    );
    for (const [room, value] of said.slice(1)) {
      const [first, one] = said[0];
      const by = Math.abs(value - one) / Math.max(Math.abs(one), 1e-6);
      if (by > (room.endsWith('by parts') ? SAME_BY_PARTS : SAME))
        out.push(`${name}: ${first} ${one.toPrecision(5)}, ${room} ${value.toPrecision(5)}`);
    }
  }
  return out;
}

const demo = DEMO_CRAFTS.flatMap((craft) =>
  craft.setups.map((s) => ({ name: `${craft.name}, ${s.name}`, document: setupDocument(craft, s) }))
);

test('every figure of the demo that two rooms show is one figure', () => {
  assert.ok(demo.length >= 17, `${demo.length} setups`);
  const said = some(demo, 9).flatMap(({ name, document }) =>
    contradictions(document).map((c) => `${name}: ${c}`)
  );
  assert.deepEqual(said, []);
});

test('and of setups whose parts the shelf knows more of: a maker’s table, a tired pack; used, and left out', () => {
  const said = some(demo, 6, 1).flatMap(({ name, document }) => {
    // every motor as if it were that of the leaflet
    const [table] = MAKERS_TABLES;
    const motor = { ...(MOTORS.find((m) => m.name === table.motor)?.document as Motor), name: table.motor };
    const calibration = calibrationOfTable(motor, table.rows);
    assert.ok(calibration);
    const { series, capacityAh, name: pack } = document.battery;
    const known = {
      ...document,
      motor,
      known: {
        battery: {
          name: pack as string,
          series,
          labelAh: capacityAh,
          cellResistanceOhm: 0.02 / capacityAh,
          health: { wear: 0.9, credibleA: 8 * capacityAh, says: 'Of this pack: it is tired.' }
        },
        calibration,
        calibrationFrom: 'the leaflet'
      }
    } as SetupDocument;
    const left = { ...known, leaveOut: ['calibration', 'pack-health'] } as SetupDocument;
    return [known, left].flatMap((d) => contradictions(d).map((c) => `${name}: ${c}`));
  });
  assert.deepEqual(said, []);
});

test('and of random setups', () => {
  const said = fc
    .sample(setups, { numRuns: extent(20, 100), seed: 25 })
    .flatMap((document, k) => contradictions(document).map((c) => `${k}: ${c}`));
  assert.deepEqual(said, []);
});

/** The demo's shelf, as Find takes it. */
const shelf = searchPartsOf(
  (
    [
      ['battery', PACKS],
      ['esc', ESCS],
      ['motor', MOTORS],
      ['propulsor', PROPULSORS]
    ] as const
  ).flatMap(([kind, list]) =>
    list.map((p, k) => ({
      id: k,
      kind,
      name: p.name,
      document: { ...p.document, name: p.name },
      measured: {},
      owned: true
    }))
  ) as never
);

/** Briefs whose time, weight or window went wrong once: a glider, and a boat of surface drive. */
const sketched = (
  [
    { name: 'glider', kind: 'fixed-wing', purpose: 'glider', massKg: 1.6 },
    {
      name: 'boat',
      kind: 'boat',
      hull: 'planing-mono',
      massKg: 4.2,
      waterlineLengthM: 0.82,
      targetSeconds: 240
    }
  ] as const
).map((brief) => ({
  name: brief.name,
  document: firstSketch(brief as never)
}));

test('what Find lists of a combination, every room shows of it once it is taken over', () => {
  const said: string[] = [];
  let looked = 0;
  for (const { name, document } of [...some(demo, 6, 2), ...sketched])
    for (const byParts of [true, false]) {
      const limits = searchedLimits(document, wishesOf(document).limits);
      const space = spaceOf(findBriefOf(document, {}, byParts), withOwnParts(shelf, document), limits);
      const assembler = new Assembler(space);
      for (const k of [0.13, 0.5, 0.87].map((share) => Math.floor(share * space.size))) {
        if (space.size === 0) continue;
        const own = candidateOf(space, assembler, limits, k);
        const taken = takenFrom(setupOf(space, k), airframeOf(document));
        looked++;
        // and what is over a limit is over it everywhere; a search's own limits are nobody else's
        const over = overOf(runChecks(analysisOf(taken)));
        const inFind = own.over.filter((id) => !id.startsWith('limit-')).sort();
        if (inFind.join() !== over.join())
          said.push(`${name}, ${k}: over in Find ${inFind.join(', ')}, in Match ${over.join(', ')}`);
        said.push(...contradictions(taken, { found: listed(own) }).map((c) => `${name}, ${k}: ${c}`));
      }
    }
  assert.ok(looked >= 40, `${looked} combinations`);
  assert.deepEqual(said, []);
});
