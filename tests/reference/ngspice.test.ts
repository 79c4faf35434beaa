/** The whole circuit solved again by ngspice (Debian package): pack, leads, ESC, motor and a quadratic load. */
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from 'node:test';
import { interpretSetup } from '../../src/lib/core/model/interpret.ts';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import { operatingPoint, solveOperatingPoint } from '../../src/lib/core/powertrain/operating-point.ts';

const setup = (
  series: number,
  ohm: number,
  kv: number,
  motorOhm: number,
  i0: number,
  diameterM: number,
  count: number
): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1 },
  environment: { fluidDensityKgM3: 1.225 },
  battery: { chemistry: 'lipo', series, capacityAh: 2, cellResistanceOhm: ohm },
  wiring: { resistanceOhm: 0.003 },
  esc: { resistanceOhm: 0.003, switchingLossShare: 0 },
  motor: { kvRpmPerVolt: kv, resistanceOhm: motorOhm, noLoadCurrentA: i0, noLoadVoltageV: 10 },
  count,
  auxiliaryCurrentA: 0.7,
  propulsor: { kind: 'propeller', diameterM, pitchM: 0.1, coefficients: { thrust: 0.1, power: 0.045 } }
});

const CASES: [string, SetupDocument, number][] = [
  ['3 cells, 10 in, full', setup(3, 0.006, 1000, 0.08, 0.8, 0.254, 1), 1],
  ['4 cells, 12 in, 60 %', setup(4, 0.004, 820, 0.03, 1.9, 0.305, 1), 0.6],
  ['6 cells, four motors, 45 %', setup(6, 0.0014, 380, 0.09, 0.5, 0.381, 4), 0.45],
  ['2 cells, weak pack, full', setup(2, 0.03, 2000, 0.06, 1.2, 0.18, 1), 1],
  ['12 cells, two motors, full', setup(12, 0.002, 250, 0.05, 1, 0.5, 2), 1],
  [
    '6 cells, two motors on long leads, adapter, 80 %',
    {
      ...setup(6, 0.003, 500, 0.02, 1.5, 0.33, 2),
      wiring: {
        gaugeAwg: 10,
        leadLengthM: 0.4,
        branchGaugeAwg: 13,
        branchLengthM: 0.7,
        motorLeadM: 0.5,
        motorGaugeAwg: 16,
        adapter: 'fitted',
        connectorA: 60
      }
    },
    0.8
  ]
];

for (const [name, document, throttle] of CASES) {
  test(`ngspice agrees within 0.5 %: ${name}`, () => {
    const i = interpretSetup(document);
    const m = i.model;
    const volts = 3.8 * m.series;
    const p = operatingPoint();
    solveOperatingPoint(m, { openCircuitV: volts, packOhm: m.packResistanceOhm }, throttle, 0, p);
    const load = (0.045 * m.densityKgM3 * m.diameterM ** 5) / (2 * Math.PI) ** 3;
    // node w carries the motor speed in rad/s as volts; the chopper is an ideal transformer of ratio throttle
    const netlist = `iskarn train
Vb oc 0 ${volts}
Rp oc t ${m.packResistanceOhm}
Iaux t 0 ${m.auxiliaryCurrentA}
Rw t e ${m.wiringResistanceOhm}
Bbus e 0 I = ${m.count}*${throttle}*i(Vm)
Gripple e 0 e 0 ${m.count * m.rippleS * (throttle * (1 - throttle)) ** 2}
Bchop c 0 V = ${throttle}*v(e)
Resc c l ${m.escResistanceOhm}
Rl l a ${m.motorLeadOhm}
Rm a b ${m.windingResistanceOhm}
Vm b f 0
Bemf f 0 V = ${m.motorConstant}*v(w)
Bdrive 0 w I = ${m.motorConstant}*(i(Vm) - ${m.noLoadCurrentA}*(${1 - m.noLoadSpeedShare} + ${m.noLoadSpeedShare}*v(w)/${m.noLoadRadS}))
Bload w 0 I = ${load}*v(w)*abs(v(w))
Rhold w 0 1e12
.nodeset v(w)=500
.control
op
set wr_singlescale
wrdata OUT v(w) i(Vm) v(t) i(Vb)
quit
.endc
.end
`;
    const folder = mkdtempSync(join(tmpdir(), 'iskarn-spice-'));
    const out = join(folder, 'out.txt');
    writeFileSync(join(folder, 'powertrain.cir'), netlist.replace('OUT', out));
    execFileSync('ngspice', ['-b', join(folder, 'powertrain.cir')], { stdio: 'pipe' });
    const row = readFileSync(out, 'utf8').trim().split(/\s+/).map(Number);
    const [, speed, motorA, terminalV, sourceA] = row;
    const near = (got: number, want: number, what: string) =>
      assert.ok(Math.abs(got - want) <= 0.005 * Math.abs(want), `${what}: ${got}, ngspice ${want}`);
    near(p.omegaRadS, speed, 'speed');
    near(p.motorCurrentA, motorA, 'motor current');
    near(p.batteryVoltageV, terminalV, 'pack volts');
    near(p.batteryCurrentA, -sourceA, 'pack current');
  });
}
