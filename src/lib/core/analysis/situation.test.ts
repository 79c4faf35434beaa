/** What a situation gives, held against the parts it is made of. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT as EVERYDAY_BOAT, PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import { chartOf } from '../charts/charts-of.ts';
import { displacementResistanceN, hullResistanceN } from '../craft/boat/resistance.ts';
import type { SetupDocument } from '../document/schema.ts';
import { runChecks } from '../checks/run-checks.ts';
import { answerOf } from '../predict/predict.ts';
import { analysisOf } from './setup-analysis.ts';

const BOAT: SetupDocument = {
  ...EVERYDAY_BOAT,
  motor: { kvRpmPerVolt: 1700, massKg: 0.25, cooling: 'water', poles: 6 }
};

const near = (got: number, wanted: number, what = '', share = 1e-6): void =>
  assert.ok(Math.abs(got - wanted) <= share * Math.abs(wanted) + 1e-12, `${what}: ${got}, wanted ${wanted}`);

test('volts that are held are judged at full throttle, whatever the throttle that is looked at', () => {
  const idle = analysisOf(PLANE, { point: { throttle: 0, batteryVoltageV: 14 } });
  const full = analysisOf(PLANE, { point: { throttle: 1, batteryVoltageV: 14 } });
  assert.equal(idle.point.batteryCurrentA, 0);
  near(idle.worst.batteryCurrentA, full.worst.batteryCurrentA);
  assert.equal(idle.last, null);
  assert.deepEqual(
    runChecks(idle).map((r) => [r.id, r.finding]),
    runChecks(full).map((r) => [r.id, r.finding])
  );
});

test('nothing is solved twice, and two situations do not know of each other', () => {
  const s = analysisOf(PLANE);
  assert.equal(s.worst, s.worst);
  assert.equal(s.level, s.level);
  const other = analysisOf({ ...PLANE, battery: { ...PLANE.battery, series: 3 } });
  const before = s.worst.batteryCurrentA;
  assert.ok(other.worst.batteryCurrentA < before);
  assert.equal(s.worst.batteryCurrentA, before);
  assert.equal(s.document, PLANE);
});

test('the schools of the settings count where the document has none of its own', () => {
  const s = analysisOf(
    { ...PLANE, schools: { 'pack-current': '2x' } },
    {
      schools: { 'pack-current': '1x', 'usable-capacity': '70 %' }
    }
  );
  assert.equal(s.schools?.['pack-current'], '2x');
  assert.equal(s.schools?.['usable-capacity'], '70 %');
});

test('the usable share by school, by the pack’s own, and to the cut-off', () => {
  const used = (document: SetupDocument, schools?: Record<string, string>): number =>
    analysisOf(document, { schools }).lasting('full')?.usedShare ?? 0;
  near(used(PLANE), 0.8);
  near(used(PLANE, { 'usable-capacity': '70 %' }), 0.7);
  const own = { ...PLANE, battery: { ...PLANE.battery, usableShare: 0.6 } };
  near(used(own, { 'usable-capacity': '70 %' }), 0.6);
  const toCutoff = analysisOf(PLANE, { schools: { 'usable-capacity': 'to the cut-off' } }).lasting('full');
  assert.ok(toCutoff && toCutoff.usedShare > 0.9, `${toCutoff?.usedShare}`);
  assert.equal(toCutoff.endedBy, 'cut-off');
  near(toCutoff.lowestLoadedCellV, 3.0, 'LiPo floor', 2e-3);
});

test('each chemistry ends at its own loaded floor, and at the document’s where it names one', () => {
  const floor = (
    chemistry: SetupDocument['battery']['chemistry'],
    series: number,
    cutoffCellV?: number
  ): number => {
    const battery = { ...PLANE.battery, chemistry, series, cutoffCellV, cellResistanceOhm: 0.025 };
    const end = analysisOf(
      { ...PLANE, battery },
      { schools: { 'usable-capacity': 'to the cut-off' } }
    ).lasting('full');
    assert.equal(end?.endedBy, 'cut-off', chemistry);
    return end?.lowestLoadedCellV ?? 0;
  };
  near(floor('lipo', 4), 3.0, 'lipo', 5e-3);
  near(floor('lihv', 4), 3.0, 'lihv', 5e-3);
  near(floor('liion', 4), 2.5, 'liion', 5e-3);
  near(floor('lifepo4', 5), 2.5, 'lifepo4', 5e-3);
  near(floor('nimh', 12), 0.9, 'nimh', 5e-3);
  near(floor('lipo', 4, 3.4), 3.4, 'own', 5e-3);
});

test('the heat answer is the end of the heat chart and never less than the check says of full throttle', () => {
  for (const setup of [PLANE, QUAD, BOAT]) {
    const s = analysisOf(setup);
    const { heat } = answerOf(s, { remedies: false });
    assert.ok(heat, setup.craft.kind);
    const chart = chartOf('heat', s);
    const winding = chart?.panels[0].find((l) => l.id === 'windingC')?.values ?? [];
    const seconds = chart?.abscissa.values ?? [];
    assert.ok(heat.seconds >= 30 && heat.windingC > 15 && heat.caseC > 15);
    if (Math.abs((seconds.at(-1) ?? 0) - heat.seconds) < 1e-6)
      near(winding.at(-1) ?? 0, heat.windingC, '', 1e-3);
    near(winding[0], 15, 'starts with the air');
    if (heat.secondsToWindingLimit !== null)
      near(
        chart?.marks.find((m) => /winding/.test(m.title))?.at ?? 0,
        heat.secondsToWindingLimit,
        'limit',
        0.02
      );
  }
  const { massKg: _mass, ...bare } = PLANE.motor;
  assert.equal(analysisOf({ ...PLANE, motor: bare }).heat, null);
});

test('an aeroplane that cannot fly level has neither climb nor cruise, and its checks say so', () => {
  const heavy = analysisOf({ ...PLANE, craft: { ...PLANE.craft, massKg: 60 } });
  assert.ok(heavy.level);
  assert.deepEqual(
    [heavy.level.topSpeedMs, heavy.level.climbMs, heavy.level.cruiseSpeedMs, heavy.level.cruiseThrottle],
    [null, null, null, null]
  );
  assert.ok(heavy.level.stallSpeedMs > 0);
  assert.equal(heavy.endurance('cruise'), null);
  assert.equal(runChecks(heavy).find((r) => r.id === 'level-speed')?.finding, 'over');
});

test('level flight by hand: stall, and thrust meets drag at the top', () => {
  const s = analysisOf(PLANE);
  const stall = Math.sqrt((2 * 1.6 * 9.80665) / (1.225 * 0.38 * 1.1));
  near(s.level?.stallSpeedMs ?? 0, stall, 'stall', 1e-4);
  const top = s.level?.topSpeedMs ?? 0;
  const [p] = s.at([{ throttle: 1, speedMs: top, stateOfCharge: 1 }]);
  const q = 0.5 * 1.225 * top ** 2;
  const lift = (1.6 * 9.80665) / (q * 0.38);
  const drag = q * 0.38 * (0.038 + lift ** 2 / (Math.PI * 0.78 * (4 / 0.38)));
  // what lies in the wash, and the installation, take their share of the thrust: 0.06 + 0.65 CD0 S/A; CD0 of a sport model
  const kept = 1 - (0.06 + (0.65 * 0.038 * 0.38) / ((Math.PI / 4) * 0.2794 ** 2));
  near(kept * p.thrustN, drag, 'thrust = drag', 2e-3);
  const climb = s.level?.climbSpeedMs ?? 0;
  const [c] = s.at([{ throttle: 1, speedMs: climb, stateOfCharge: 1 }]);
  const qc = 0.5 * 1.225 * climb ** 2;
  const lc = (1.6 * 9.80665) / (qc * 0.38);
  const dc = qc * 0.38 * (0.038 + lc ** 2 / (Math.PI * 0.78 * (4 / 0.38)));
  // a climb lifts less than the weight: what that saves of the induced drag is a few per cent of the climb
  const flat = ((kept * c.thrustN - dc) * climb) / (1.6 * 9.80665);
  assert.ok((s.level?.climbMs ?? 0) >= flat && (s.level?.climbMs ?? 0) < 1.06 * flat);
});

test('a hull’s air drag is ½ ρ V² times 0.45 of half its beam’s square, on any hull', () => {
  const fluid = { densityKgM3: 999.1, viscosityPaS: 999.1 * 1.1386e-6, soundSpeedMs: 1450 };
  const hull = { kind: 'displacement', massKg: 5, lengthM: 0.8, beamM: 0.25, deadriseDeg: 0 } as const;
  for (const v of [1, 3])
    near(
      hullResistanceN(hull, fluid, v) - displacementResistanceN(hull, fluid, v),
      0.5 * 1.2 * 0.45 * 0.5 * 0.25 ** 2 * v * v,
      `${v} m/s`,
      1e-6
    );
});

test('a boat by hand: slip, unloaded rpm, thrust less its deduction meets the hull', () => {
  const gear = 1.4;
  const s = analysisOf({ ...BOAT, gearRatio: gear });
  const { boat } = s;
  assert.ok(boat);
  near(boat.slip, 1 - boat.topSpeedMs / ((boat.loadedRpm / 60) * 0.059), 'slip');
  near(boat.unloadedRpm, (1700 * s.supply.openCircuitV) / gear, 'unloaded', 1e-3);
  const [p] = s.at([{ throttle: 1, speedMs: boat.topSpeedMs, stateOfCharge: 1 }]);
  near(p.rpm, boat.loadedRpm, 'rpm', 1e-4);
  near(p.batteryCurrentA, boat.batteryCurrentA, 'amps', 1e-4);
  assert.ok(
    analysisOf(BOAT).boat!.loadedRpm > boat.loadedRpm * 0.9,
    'the gear slows the screw, not the motor'
  );
});

test('hover by hand: thrust is the weight and what the frame takes back', () => {
  const s = analysisOf(QUAD);
  assert.ok(s.hover);
  const [p] = s.at([{ throttle: s.hover.throttle, speedMs: 0, stateOfCharge: 1 }]);
  near(p.thrustN, (1.4 * 9.80665) / 0.95, 'thrust', 1e-4);
  near(p.batteryCurrentA, s.hover.batteryCurrentA, 'amps', 1e-4);
  near(s.forward?.reserveG ?? 0, s.worst.thrustN / ((1.4 * 9.80665) / 0.95) - 1, 'reserve', 1e-4);
});

test('the speed chart: what is needed and what there is, by hand at each speed', () => {
  const s = analysisOf(QUAD);
  const chart = chartOf('speed', s);
  const needed = chart?.panels[0].find((l) => l.id === 'needed')?.values ?? [];
  const available = chart?.panels[0].find((l) => l.id === 'available')?.values ?? [];
  const weight = 1.4 * 9.80665;
  const area = 0.012 * 1.4 ** (2 / 3);
  chart?.abscissa.values.forEach((v, k) => {
    const drag = 0.5 * 1.225 * area * v * v;
    near(needed[k], Math.hypot(weight, drag), `needed at ${v}`, 1e-3);
    const through = (v * drag) / Math.hypot(weight, drag);
    near(
      available[k],
      s.at([{ throttle: 1, speedMs: through, stateOfCharge: 1 }])[0].thrustN,
      `there at ${v}`,
      1e-6
    );
  });
  assert.ok(chart && chart.abscissa.values.length > 30);
});

test('what ordinary use draws: spells of full throttle, the weight carried between', () => {
  const s = analysisOf(QUAD);
  assert.ok(s.drawn && s.hover);
  assert.deepEqual([s.use.fullShare, s.ordinary.thrustN], [0.01, (1.05 * 1.4 * 9.80665) / 0.95]);
  assert.ok(s.drawn.currentA > s.hover.batteryCurrentA && s.drawn.currentA < 1.3 * s.hover.batteryCurrentA);
  assert.ok(s.drawn.rmsCurrentA > s.drawn.currentA);
  const plane = analysisOf(PLANE);
  assert.equal(plane.ordinary.thrustN, null);
  near(plane.usualSpeedMs, plane.level?.cruiseSpeedMs ?? 0);
  near(analysisOf(BOAT).usualSpeedMs, analysisOf(BOAT).boat?.topSpeedMs ?? 0);
});
