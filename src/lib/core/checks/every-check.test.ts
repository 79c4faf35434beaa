/** One case by hand of every check that holds and one that does not, with the limits worked out here; a table of data. */
import { ampacityA, spellAmpacityA } from '../parts/wiring/lead-heat.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf, type Look, type SetupAnalysis } from '../analysis/setup-analysis.ts';
import { CHECKS, checkOf, type CheckId } from './all-checks.ts';
import { runCheck } from './check.ts';
import { runChecks } from './run-checks.ts';
import type { CheckResult, Finding } from './finding.ts';

const PLANE: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: {
    kind: 'fixed-wing',
    massKg: 1.2,
    purpose: 'hand-launch',
    wingAreaM2: 0.4,
    wingSpanM: 1.6,
    targetSeconds: 240,
    targetSpeedMs: 12,
    targetThrustToWeight: 0.6,
    largestPropM: 0.28,
    receiverCurrentA: 2,
    servos: 3
  },
  battery: {
    chemistry: 'lipo',
    series: 3,
    capacityAh: 2.2,
    continuousC: 40,
    cellResistanceOhm: 0.004,
    massKg: 0.19
  },
  wiring: { gaugeAwg: 12, leadLengthM: 0.1, connectorA: 60 },
  esc: {
    continuousA: 40,
    burstA: 50,
    minSeries: 2,
    maxSeries: 4,
    maxElectricalRpm: 240000,
    becKind: 'switching',
    becV: 5,
    becA: 3,
    boards: 1
  },
  motor: {
    kvRpmPerVolt: 1000,
    resistanceOhm: 0.05,
    noLoadCurrentA: 1,
    noLoadVoltageV: 10,
    maxCurrentA: 40,
    maxPowerW: 400,
    maxSeries: 4,
    massKg: 0.11,
    poles: 14,
    shaftDiameterM: 0.005
  },
  propulsor: {
    kind: 'propeller',
    diameterM: 0.254,
    pitchM: 0.127,
    blades: 2,
    family: 'thin-electric',
    boreM: 0.005
  },
  receiverSupply: null,
  calibration: { factors: { kv: 0.97 }, relativeSd: { kv: 0.01 } }
};
const QUAD: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'multirotor', massKg: 1.3, purpose: 'hover', targetSeconds: 600, payloadKg: 0.2 },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 5, continuousC: 35, cellResistanceOhm: 0.002 },
  esc: { continuousA: 30, burstA: 40, minSeries: 2, maxSeries: 6 },
  motor: { kvRpmPerVolt: 920, resistanceOhm: 0.1, noLoadCurrentA: 0.6, massKg: 0.056, maxCurrentA: 25 },
  count: 4,
  propulsor: { kind: 'propeller', diameterM: 0.24, pitchM: 0.11, blades: 2, family: 'multirotor' }
};
const FAST: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'boat', massKg: 2.4, hull: 'planing-mono', waterlineLengthM: 0.72, targetSpeedMs: 9 },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 5, continuousC: 60, cellResistanceOhm: 0.0014 },
  esc: { continuousA: 150, minSeries: 2, maxSeries: 6 },
  motor: { kvRpmPerVolt: 1700, massKg: 0.3, maxCurrentA: 110, poles: 6, cooling: 'water' },
  propulsor: { kind: 'surface-drive', diameterM: 0.04, pitchM: 0.056, blades: 2, immersion: 0.5 }
};
const SLOW: SetupDocument = {
  ...FAST,
  craft: { kind: 'boat', massKg: 5, hull: 'displacement', waterlineLengthM: 0.8 },
  battery: { ...FAST.battery, series: 3 },
  motor: { kvRpmPerVolt: 350, massKg: 0.3, maxCurrentA: 60, poles: 14 },
  propulsor: { kind: 'submerged-screw', diameterM: 0.05, pitchM: 0.05, blades: 3, expandedAreaRatio: 0.55 }
};

interface Case {
  readonly setup?: SetupDocument;
  readonly set?: Record<string, unknown>;
  readonly look?: Look;
  readonly finding: Finding;
  /** Rating and margin limit as worked out by hand. */
  readonly limit?: number;
  readonly margin?: number;
  /** Value as worked out by hand from other figures of the situation. */
  readonly value?: number | ((s: SetupAnalysis) => number);
  readonly says?: RegExp;
}

const G = 9.80665;
const amps = (s: SetupAnalysis): number => s.worst.batteryCurrentA;
const tipMs = (s: SetupAnalysis): number => (Math.PI * 0.254 * s.worst.rpm) / 60;
/** ISO 2533: speed of sound at 15 °C. */
const SOUND_MS = 340.294;
const stallMs = Math.sqrt((2 * 1.2 * G) / (1.225 * 0.4 * 1.1));
const supply = (more: object): object => ({
  kind: 'switching',
  outputV: 5,
  continuousA: 5,
  minVoltageV: 6,
  maxVoltageV: 26,
  ...more
});

/** The aeroplane with an airframe that was weighed and balanced without its pack. */
const withBalance = (more: object): SetupDocument => ({
  ...PLANE,
  battery: { ...PLANE.battery, massKg: 0.18 },
  craft: {
    ...PLANE.craft,
    balance: {
      items: [
        { name: 'airframe', massKg: 0.9, atM: 0.2 },
        { part: 'battery', atM: 0.1 }
      ],
      ...more
    }
  }
});

const SERVOS = [{ kind: 'servo', size: 'standard', count: 4 }, { kind: 'receiver' }];

/** The aeroplane with parts on the pack's own volts. */
const withRail = (rail: NonNullable<SetupDocument['rail']>): SetupDocument => ({ ...PLANE, rail });

const CASES: Record<CheckId, readonly Case[]> = {
  'pack-health': [
    { set: { 'battery.health': { wear: 0.3, says: 'x' } }, finding: 'holds', value: 0.3, limit: 1 },
    { set: { 'battery.health': { wear: 0.8, says: 'x' } }, finding: 'tight' },
    { set: { 'battery.health': { wear: 1.05, says: 'it is swollen' } }, finding: 'over', says: /swollen/ }
  ],
  'pack-current': [
    { finding: 'holds', limit: 2.2 * 40, margin: (2.2 * 40) / 1.5, value: amps },
    { set: { 'battery.continuousC': 8 }, finding: 'over', limit: 17.6 },
    { look: { schools: { 'pack-current': '2x' } }, finding: 'holds', margin: 44 },
    { look: { schools: { 'pack-current': '1x' } }, finding: 'holds', margin: 88 },
    { look: { schools: { 'pack-current': 'esc-rating' } }, finding: 'holds', margin: 88 },
    {
      set: { 'battery.continuousC': 15 },
      look: { schools: { 'pack-current': 'esc-rating' } },
      finding: 'tight'
    },
    { set: { 'battery.continuousC': null }, finding: 'unknown', says: /the pack’s C/ }
  ],
  'credible-current': [
    { finding: 'holds', margin: Math.sqrt((6 * 2.2) / 0.004), limit: 1.3 * Math.sqrt((6 * 2.2) / 0.004) },
    // two strands share: twice the current of one of half the capacity
    { set: { 'battery.parallel': 2 }, finding: 'holds', margin: 2 * Math.sqrt((6 * 1.1) / 0.004) },
    {
      set: {
        'battery.cellResistanceOhm': 0.05,
        'battery.capacityAh': 0.4,
        'craft.purpose': 'speed'
      },
      finding: 'over'
    }
  ],
  'cell-voltage': [
    { finding: 'holds', limit: 3.0, margin: 3.3, value: (s) => (s.last?.batteryVoltageV ?? 0) / 3 },
    { set: { 'battery.cellResistanceOhm': 0.06 }, finding: 'over' },
    { set: { 'battery.cutoffCellV': 3.5 }, finding: 'holds', limit: 3.5, margin: 3.5 },
    { look: { point: { batteryVoltageV: 8.7 } }, finding: 'over', value: 2.9, says: /held at the pack/ },
    { look: { point: { batteryVoltageV: 9.6 } }, finding: 'tight', value: 3.2 },
    {
      set: { 'battery.chemistry': 'liion' },
      look: { point: { batteryVoltageV: 9 } },
      finding: 'holds',
      limit: 2.5,
      margin: 2.8
    }
  ],
  'resting-voltage': [
    // 80 % used: 20 % left is 3.73 V by the table
    { finding: 'holds', value: 3.73, limit: 3.5, margin: 3.6 },
    { look: { schools: { 'resting-voltage': '3.5' } }, finding: 'holds', margin: 3.5 },
    { set: { 'battery.usableShare': 0.955 }, finding: 'tight' },
    { set: { 'battery.usableShare': 0.99 }, finding: 'over' },
    // 3.6 V of a LiPo cell are 4.85 % of its charge: 1.147 V of a NiMH one
    {
      set: { 'battery.chemistry': 'nimh', 'battery.series': 9 },
      finding: 'holds',
      value: 1.225,
      limit: 1.1,
      margin: 1.147
    }
  ],
  'pack-temperature': [
    { finding: 'holds', limit: 60, margin: 50 },
    {
      set: { 'battery.cellResistanceOhm': 0.04, 'craft.purpose': 'speed', 'battery.cutoffCellV': 1.6 },
      finding: 'over'
    }
  ],
  'pack-weight': [
    { finding: 'holds', value: (100 * 0.19) / 1.2, limit: 60, margin: 40 },
    { set: { 'battery.massKg': 0.6 }, finding: 'tight', value: 50 },
    { set: { 'battery.massKg': 0.9 }, finding: 'over', value: 75 }
  ],
  time: [
    { finding: 'holds', limit: 4 },
    { set: { 'craft.targetSeconds': 36000 }, finding: 'over', limit: 600 },
    { set: { 'craft.targetSeconds': null }, finding: 'unknown', says: /no wanted time/ }
  ],
  'wiring-current': [
    { finding: 'holds', margin: ampacityA(12, 60, 25), limit: spellAmpacityA(12, 105, 25, 60), value: amps },
    { set: { 'wiring.gaugeAwg': 24 }, finding: 'over', limit: spellAmpacityA(24, 105, 25, 60) },
    // PVC gives in before the plugs do
    {
      set: { 'wiring.insulation': 'pvc' },
      finding: 'holds',
      limit: spellAmpacityA(12, 70, 25, 60),
      says: /limit of its insulation/
    },
    // a hot day
    {
      set: { 'environment.airTemperatureC': 38 },
      finding: 'holds',
      margin: ampacityA(12, 60, 38)
    },
    { set: { 'craft.runSeconds': 600 }, finding: 'holds', limit: spellAmpacityA(12, 105, 25, 600) }
  ],
  'connector-current': [
    { finding: 'holds', limit: 60, value: amps },
    { set: { 'wiring.connectorA': 10 }, finding: 'over', limit: 10 },
    // by the plugs where no rating is told: the weaker one
    {
      set: {
        'wiring.connectorA': null,
        'battery.connector': 'moulded-3.5',
        'esc.connector': 'two-pin-2.5'
      },
      finding: 'over',
      limit: 5,
      says: /2.5 mm apart/
    }
  ],
  'plug-match': [
    { set: { 'battery.connector': 'bullets-4', 'esc.connector': 'bullets-4' }, finding: 'holds', value: 0 },
    {
      set: { 'battery.connector': 'bullets-4', 'esc.connector': 'moulded-3.5' },
      finding: 'tight',
      value: 1,
      says: /Solder the pack’s kind/
    },
    {
      set: {
        'battery.connector': 'bullets-4',
        'esc.connector': 'moulded-3.5',
        'wiring.adapter': 'fitted'
      },
      finding: 'holds',
      says: /one pair more/
    }
  ],
  'voltage-drop': [
    {
      set: { 'wiring.resistanceOhm': 0.003 },
      finding: 'holds',
      limit: 8,
      margin: 3,
      value: (s) => (100 * amps(s) * 0.003) / s.worst.batteryVoltageV
    },
    { set: { 'wiring.resistanceOhm': 0.08 }, finding: 'over' }
  ],
  'lead-length': [
    { finding: 'holds', limit: 1, margin: 0.25, value: 0.1 },
    { set: { 'wiring.leadLengthM': 0.4 }, finding: 'tight', says: /low-ESR/ },
    { set: { 'wiring.leadLengthM': 1.5 }, finding: 'over' }
  ],
  'esc-current': [
    { finding: 'holds', limit: 40, margin: 32, value: amps },
    { look: { schools: { 'esc-current': 'next-size' } }, finding: 'holds', margin: 40 / 1.05 },
    { look: { schools: { 'esc-current': '+5A' } }, finding: 'holds', margin: 35 },
    // the maker's 40 A is a size; one above it is 45
    { look: { schools: { 'esc-current': 'one-above' } }, finding: 'holds', margin: (40 * 40) / 45 },
    { set: { 'esc.continuousA': 15, 'esc.burstA': 20 }, finding: 'over', limit: 15 },
    { set: { 'esc.continuousA': null }, finding: 'unknown' },
    // spells of seconds from an ESC that stands bursts: those count
    {
      setup: QUAD,
      set: { 'esc.continuousA': 16, 'esc.burstA': 30 },
      finding: 'tight',
      limit: 30,
      margin: 16 / 1.25,
      value: (s) => (amps(s) - s.powertrain.auxiliaryCurrentA) / 4
    }
  ],
  'esc-burst': [
    { finding: 'holds', limit: 50, value: amps },
    { set: { 'esc.burstA': 15, 'esc.continuousA': 10 }, finding: 'over', limit: 15 },
    { set: { 'esc.burstA': null }, finding: 'unknown' }
  ],
  'esc-oversize': [
    { finding: 'holds', limit: 26, margin: 26 },
    {
      set: { 'esc.continuousA': 200, 'esc.burstA': 240 },
      look: { schools: { 'esc-oversize': 'two-sizes' } },
      finding: 'tight',
      margin: 2
    }
  ],
  'esc-count': [
    { finding: 'holds', value: 1, limit: 1 },
    { set: { count: 2 }, finding: 'over', value: 1, limit: 2 },
    { setup: QUAD, set: { 'esc.channels': 4, 'esc.boards': 1 }, finding: 'holds', value: 4, limit: 4 },
    { setup: QUAD, set: { 'esc.channels': 2, 'esc.boards': 1 }, finding: 'over', value: 2, limit: 4 }
  ],
  'esc-temperature': [
    { finding: 'holds', limit: 110, margin: 85 },
    { set: { 'esc.continuousA': 5, 'esc.burstA': 20, 'craft.purpose': 'unlimited' }, finding: 'over' }
  ],
  'esc-cells': [
    { finding: 'holds', value: 3, limit: 4 },
    { set: { 'battery.series': 6 }, finding: 'over', value: 6, limit: 4 },
    { set: { 'esc.minSeries': 4 }, finding: 'over', value: 3, limit: 4 },
    // 9 × 1.45 V / 4.20 V is 3.1: as much as four LiPo cells
    { set: { 'battery.chemistry': 'nimh', 'battery.series': 9 }, finding: 'holds', value: 4 },
    { set: { 'esc.maxSeries': null }, finding: 'unknown' }
  ],
  'esc-voltage': [
    { finding: 'holds', value: 12.6, limit: 16.8 },
    { set: { 'battery.chemistry': 'lihv', 'battery.series': 4 }, finding: 'over', value: 17.4, limit: 16.8 },
    { set: { 'esc.maxVoltageV': 12 }, finding: 'over', limit: 12 }
  ],
  'esc-chemistry': [
    {
      set: { 'battery.chemistry': 'liion' },
      finding: 'unknown',
      says: /2\.8 V a cell, and the charger to 4\.2 V/
    }
  ],
  'esc-electrical-rpm': [
    { finding: 'holds', limit: 240000, value: (s) => s.worst.rpm * 7 },
    { set: { 'esc.maxElectricalRpm': 30000 }, finding: 'over' },
    { set: { gearRatio: 3 }, finding: 'holds', value: (s) => s.worst.rpm * 3 * 7 }
  ],
  'receiver-supply': [
    { finding: 'holds', value: 2, limit: 3 },
    { set: { 'esc.becA': 1 }, finding: 'over', limit: 1 },
    // 4 W through (12.6 − 5) V, half of the peak on average
    { set: { 'esc.becKind': 'linear' }, finding: 'over', limit: 4 / 7.6 / 0.5 },
    {
      set: { 'battery.series': 4, 'esc.becA': 5 },
      look: { schools: { 'receiver-supply': 'separate' } },
      finding: 'tight'
    },
    { look: { schools: { 'receiver-supply': 'separate' } }, finding: 'holds' },
    {
      set: { 'craft.servos': 4, 'esc.becA': 5 },
      look: { schools: { 'receiver-supply': 'separate-servos' } },
      finding: 'tight'
    },
    { look: { schools: { 'receiver-supply': 'separate-servos' } }, finding: 'holds' },
    {
      set: { receiverSupply: supply({}) },
      look: { schools: { 'receiver-supply': 'separate-servos' } },
      finding: 'holds',
      limit: 5
    },
    { set: { 'esc.becA': null }, finding: 'unknown', says: /the ESC’s own/ },
    // four standard servos at 5 V: 4 × 0.5 A, and one of them held fast, + (2 − 0.5) A; a receiver of 0.08 A
    { set: { loads: SERVOS, 'craft.receiverCurrentA': null }, finding: 'over', value: 3.58, limit: 3 },
    {
      set: { loads: SERVOS, 'craft.receiverCurrentA': null, 'esc.becBurstA': 4 },
      finding: 'holds',
      limit: 4
    },
    // a peak that a meter read counts, whatever the loads usually draw
    {
      set: {
        loads: SERVOS,
        'craft.receiverCurrentA': 1.5,
        sources: { 'craft.receiverCurrentA': 'measured' }
      },
      finding: 'holds',
      value: 1.5
    },
    // linear: 4 W through 7.6 V are 0.526 A on average; they draw 4 (0.012 + (0.5 − 0.012)/4) + 0.08 = 0.616 A of a peak of 3.58
    {
      set: { loads: SERVOS, 'craft.receiverCurrentA': null, 'esc.becKind': 'linear', 'esc.becA': 5 },
      finding: 'over',
      limit: ((4 / 7.6) * 3.58) / 0.616
    }
  ],
  'receiver-volts': [
    { set: { receiverSupply: supply({}) }, finding: 'holds', value: 12.6, limit: 26 },
    { set: { receiverSupply: supply({ maxVoltageV: 12 }) }, finding: 'over', limit: 12 },
    {
      set: { receiverSupply: supply({ minVoltageV: 12 }) },
      finding: 'over',
      limit: 12,
      says: /keep the receiver alive/
    }
  ],
  'load-volts': [
    { set: { loads: [{ kind: 'servo', maxVoltageV: 6 }] }, finding: 'holds', value: 5, limit: 6 },
    {
      set: { loads: [{ kind: 'servo', maxVoltageV: 6 }], 'esc.becV': 7.4 },
      finding: 'over',
      value: 7.4,
      limit: 6
    },
    {
      set: { loads: [{ kind: 'servo', maxVoltageV: 6, stepDownV: 5.5 }], 'esc.becV': 7.4 },
      finding: 'holds',
      value: 5.5
    },
    // two lithium cells of its own, straight to the servos
    {
      set: {
        loads: [{ kind: 'servo', maxVoltageV: 6 }],
        receiverSupply: { kind: 'own-pack', pack: { chemistry: 'lipo', series: 2, capacityAh: 0.5 } }
      },
      finding: 'over',
      value: 8.4
    }
  ],
  'rail-voltage': [
    { setup: withRail([{ kind: 'camera', maxVoltageV: 16.8 }]), finding: 'holds', value: 12.6, limit: 16.8 },
    {
      setup: withRail([
        { kind: 'camera', maxVoltageV: 26 },
        { kind: 'lights', maxVoltageV: 12 }
      ]),
      finding: 'over',
      limit: 12,
      says: /lights stands? 12/
    },
    { setup: withRail([{ kind: 'camera' }]), finding: 'unknown', says: /camera stands/ },
    // what is known to be too weak does not wait for what is not known
    { setup: withRail([{ kind: 'camera' }, { kind: 'video', maxVoltageV: 12 }]), finding: 'over', limit: 12 },
    {
      setup: withRail([
        { kind: 'camera', maxVoltageV: 12, fedBy: 'supply' },
        { kind: 'video', maxVoltageV: 18 }
      ]),
      finding: 'holds',
      limit: 18
    }
  ],
  'motor-current': [
    { finding: 'holds', limit: 40, value: (s) => s.worst.motorCurrentA },
    { set: { 'motor.maxCurrentA': 10 }, finding: 'over' },
    { set: { 'motor.maxCurrentA': null }, finding: 'unknown' },
    {
      set: { 'motor.maxCurrentA': null, sources: { 'motor.maxCurrentA': 'estimated' } },
      finding: 'holds',
      says: /estimated from 5 W\/g/
    }
  ],
  'motor-power': [
    { finding: 'holds', limit: 400, value: (s) => s.worst.electricalPowerW },
    { set: { 'motor.maxPowerW': 100 }, finding: 'over' },
    {
      setup: QUAD,
      set: { 'motor.maxPowerW': 300, auxiliaryCurrentA: 2 },
      finding: 'holds',
      value: (s) => (s.worst.electricalPowerW - 2 * s.worst.batteryVoltageV) / 4
    },
    {
      set: { 'motor.maxPowerW': null, sources: { 'motor.maxPowerW': 'estimated' } },
      finding: 'holds',
      limit: 550
    }
  ],
  'motor-cells': [
    { finding: 'holds', value: 3, limit: 4 },
    { set: { 'battery.series': 5 }, finding: 'over', value: 5 }
  ],
  'watts-per-gram': [{ finding: 'holds' }, { set: { 'motor.massKg': 0.004 }, finding: 'over' }],
  'motor-temperature': [
    { finding: 'holds', limit: 120, margin: 100 },
    { set: { 'motor.massKg': 0.02 }, finding: 'over' },
    { setup: SLOW, set: { 'motor.massKg': null }, finding: 'unknown', says: /neither the motor’s mass/ }
  ],
  'touch-temperature': [
    {
      setup: FAST,
      look: { schools: { 'touch-temperature': 'thermometer' } },
      finding: 'holds',
      limit: 80,
      margin: 80
    },
    { setup: FAST, look: { schools: { 'touch-temperature': '5s' } }, finding: 'holds', margin: 58 },
    { setup: FAST, look: { schools: { 'touch-temperature': '10s' } }, finding: 'holds', margin: 55 },
    { setup: FAST, set: { 'motor.massKg': 0.06, 'motor.cooling': 'still' }, finding: 'over', margin: 45 }
  ],
  'motor-label': [
    { finding: 'holds', value: 3, limit: 12, margin: 5 },
    { set: { calibration: { factors: { kv: 1.08 }, relativeSd: { kv: 0.01 } } }, finding: 'tight', value: 8 },
    { set: { calibration: { factors: { kv: 0.8 }, relativeSd: { kv: 0.01 } } }, finding: 'over', value: 20 }
  ],
  'shaft-fit': [
    { finding: 'holds', value: 5 },
    { set: { 'propulsor.boreM': 0.004 }, finding: 'over', limit: 5, says: /does not go on/ },
    { set: { 'propulsor.boreM': 0.006 }, finding: 'tight', margin: 5.1, says: /reducing ring/ },
    { set: { 'propulsor.boreM': 0.02 }, finding: 'over', limit: 15 }
  ],
  'boat-rpm': [
    {
      setup: FAST,
      set: { 'motor.massKg': 0.9 },
      finding: 'holds',
      value: 1700 * 4 * 4.0,
      limit: 1.1 * 30000,
      margin: 30000
    },
    {
      setup: FAST,
      set: { 'motor.kvRpmPerVolt': 1200, 'motor.massKg': 0.9 },
      finding: 'over',
      value: 19200,
      limit: 0.85 * 25000,
      margin: 25000
    },
    {
      setup: FAST,
      set: { 'motor.kvRpmPerVolt': 2200, 'motor.massKg': 0.9 },
      finding: 'over',
      value: 35200,
      limit: 33000
    },
    {
      setup: FAST,
      set: { gearRatio: 1.2, 'motor.massKg': 0.9 },
      finding: 'tight',
      value: (1700 * 4 * 4.0) / 1.2
    },
    {
      setup: FAST,
      set: { 'motor.massKg': 0.9 },
      look: { schools: { 'boat-rpm': 'unloaded-22-33' } },
      finding: 'holds',
      value: 1700 * 4 * 3.7,
      margin: 33000
    },
    {
      setup: FAST,
      set: { 'motor.massKg': 0.9 },
      look: { schools: { 'rpm-volts': '4.2' } },
      finding: 'holds',
      value: 1700 * 4 * 4.2
    },
    {
      setup: FAST,
      set: { 'motor.massKg': 0.9 },
      look: { schools: { 'rpm-volts': '3.7' } },
      finding: 'holds',
      value: 1700 * 4 * 3.7
    },
    {
      setup: FAST,
      set: { 'motor.massKg': 0.9 },
      look: { schools: { 'rpm-volts': 'loaded' } },
      finding: 'holds',
      value: (s) => s.boat?.loadedRpm ?? 0
    }
  ],
  'propulsor-rpm': [
    { finding: 'holds', limit: 150000 / 10, value: (s) => s.worst.rpm },
    { set: { 'propulsor.maxRpm': 5000 }, finding: 'over', limit: 5000 },
    { set: { 'propulsor.family': 'slow-flyer' }, finding: 'over', limit: 6500 },
    { set: { 'propulsor.family': 'sport' }, finding: 'holds', limit: 19000 },
    { set: { 'propulsor.family': 'folding' }, finding: 'holds', limit: 12000 },
    { setup: QUAD, finding: 'holds' }
  ],
  'tip-mach': [
    { finding: 'holds', limit: 0.85, margin: 0.7, value: (s) => tipMs(s) / SOUND_MS },
    {
      set: { 'motor.kvRpmPerVolt': 3200, 'propulsor.coefficients': { thrust: 0.02, power: 0.004 } },
      finding: 'over'
    }
  ],
  'stalled-blade': [
    { finding: 'holds', value: 0.5, limit: 1.3, margin: 0.85 },
    { set: { 'propulsor.pitchM': 0.254 }, finding: 'tight', value: 1 },
    { set: { 'propulsor.pitchM': 0.35 }, finding: 'over' }
  ],
  'pitch-speed': [
    { finding: 'holds', limit: Math.max(1.5 * stallMs, 12), value: (s) => (s.worst.rpm / 60) * 0.127 },
    { set: { 'craft.targetSpeedMs': 60 }, finding: 'over', limit: 60 },
    { set: { 'craft.targetSpeedMs': null }, finding: 'holds', limit: 1.5 * stallMs, margin: 2 * stallMs },
    { set: { 'craft.targetSpeedMs': null, 'craft.wingAreaM2': null }, finding: 'unknown' }
  ],
  clearance: [
    { finding: 'holds', value: 10, limit: 0.28 / 0.0254 },
    { set: { 'craft.largestPropM': 0.2 }, finding: 'over' }
  ],
  'cells-by-propeller': [
    { setup: QUAD, finding: 'holds', value: 4, margin: 60 },
    { setup: QUAD, set: { 'battery.series': 6, 'propulsor.diameterM': 0.0762 }, finding: 'tight', margin: 5 },
    {
      setup: QUAD,
      set: { 'battery.series': 8, 'propulsor.diameterM': 0.127 },
      look: { schools: { 'cells-by-propeller': 'best-6s' } },
      finding: 'tight',
      margin: 6
    },
    {
      setup: QUAD,
      set: { 'battery.series': 6, 'propulsor.diameterM': 0.09 },
      look: { schools: { 'cells-by-propeller': 'best-6s' } },
      finding: 'tight',
      margin: 4
    }
  ],
  'boat-slip': [
    { setup: FAST, finding: 'holds', limit: 60, margin: 35, value: (s) => 100 * (s.boat?.slip ?? 0) },
    { setup: SLOW, set: { 'craft.massKg': 300 }, finding: 'over', limit: 75, margin: 60 }
  ],
  cavitation: [
    {
      setup: SLOW,
      finding: 'holds',
      limit: 0.55,
      // Keller 1966, five centimetres under fresh water of 15 °C
      value: (s) => ((1.3 + 0.9) * s.worst.thrustN) / ((101325 + 999.1 * G * 0.05 - 1705) * 0.05 ** 2) + 0.1
    },
    { setup: SLOW, set: { 'propulsor.expandedAreaRatio': 0.11, 'motor.kvRpmPerVolt': 900 }, finding: 'over' }
  ],
  'thrust-to-weight': [
    { finding: 'holds', limit: 0.6, value: (s) => s.worst.thrustN / (1.2 * G) },
    { set: { 'craft.massKg': 4 }, finding: 'over' },
    { set: { 'craft.targetThrustToWeight': null }, finding: 'over', limit: 1.2 },
    { set: { 'craft.targetThrustToWeight': null, 'craft.purpose': 'trainer' }, finding: 'holds', limit: 0.6 },
    { setup: QUAD, finding: 'holds', limit: 2 }
  ],
  'hover-throttle': [
    { setup: QUAD, finding: 'holds', limit: 60, margin: 50, value: (s) => 100 * (s.hover?.throttle ?? 0) },
    { setup: QUAD, set: { 'craft.massKg': 2.6 }, finding: 'over' },
    { setup: QUAD, set: { 'craft.massKg': 12 }, finding: 'over', value: 100, says: /does not lift/ }
  ],
  payload: [
    { setup: QUAD, finding: 'holds', limit: 0.2 },
    { setup: QUAD, set: { 'craft.payloadKg': 3 }, finding: 'over', limit: 3 }
  ],
  balance: [
    // 0.9 kg at 0.2 m, a pack of 0.18 kg at 0.1 m: (0.18 + 0.018)/1.08 = 0.1833 m, within 2 % of the chord of 0.18
    { setup: withBalance({ pointM: 0.18 }), finding: 'holds', value: 0, limit: 10 },
    // wanted 40 mm further back, the pack may go back by 40 mm of the 278 it would have to: 0.18 × 0.04 kg m of 0.0396 are made up
    {
      setup: withBalance({ pointM: 0.22, packFromM: 0.06, packToM: 0.14, rearBallastM: 0.7 }),
      finding: 'tight',
      value: (100 * ((0.22 * 1.08 - 0.198 - 0.18 * 0.04) / (0.7 - 0.22))) / 1.2,
      says: /room ends at 140 mm/
    },
    {
      setup: withBalance({ pointM: 0.32, packFromM: 0.06, packToM: 0.14, rearBallastM: 0.7 }),
      finding: 'over'
    },
    { setup: withBalance({ pointM: 0.22 }), finding: 'unknown', says: /move the pack/ }
  ],
  'hand-launch': [
    { finding: 'holds', value: stallMs, limit: 9.9, margin: 8.1 },
    { set: { 'craft.wingAreaM2': 0.15 }, finding: 'over' }
  ],
  'level-speed': [
    { finding: 'holds', limit: 1.2 * stallMs, margin: 1.6 * stallMs },
    { set: { 'craft.zeroLiftDragCoefficient': 1.2 }, finding: 'over', limit: 1.2 * stallMs }
  ],
  climb: [
    { finding: 'holds', limit: 0.7, margin: 2 },
    { set: { 'craft.massKg': 7, 'craft.wingAreaM2': 2 }, finding: 'over' }
  ],
  'boat-planing': [
    {
      setup: FAST,
      finding: 'holds',
      limit: 1.6 * Math.sqrt(G * 0.216),
      margin: 1.3 * 1.6 * Math.sqrt(G * 0.216)
    },
    { setup: FAST, set: { 'motor.kvRpmPerVolt': 300 }, finding: 'over' }
  ],
  'top-speed': [
    { setup: FAST, finding: 'holds', limit: 9, value: (s) => s.boat?.topSpeedMs ?? 0 },
    { setup: FAST, set: { 'craft.targetSpeedMs': 40 }, finding: 'over', limit: 40 },
    { finding: 'holds', limit: 12, value: (s) => s.level?.topSpeedMs ?? 0 }
  ]
};

function caseOf(id: CheckId, c: Case): { s: SetupAnalysis; result: CheckResult | null } {
  const changes = Object.entries(c.set ?? {}).map(([path, value]) => ({ path, value }) as Change);
  const s = analysisOf(withChanges(c.setup ?? PLANE, changes), c.look);
  const check = checkOf(id);
  assert.ok(check);
  return { s, result: runCheck(check, s) };
}

const near = (got: number | null, wanted: number, what: string): void =>
  assert.ok(
    got !== null && Math.abs(got - wanted) <= 2e-3 * Math.abs(wanted) + 1e-9,
    `${what}: ${got}, by hand ${wanted}`
  );

for (const check of CHECKS)
  test(`${check.id}: by hand`, () => {
    const cases = CASES[check.id];
    assert.ok(
      cases.some((c) => c.finding !== 'holds'),
      'a check that nothing fails is none'
    );
    for (const [k, c] of cases.entries()) {
      const { s, result } = caseOf(check.id, c);
      const what = `${check.id}, case ${k + 1}`;
      assert.ok(result, `${what} does not apply`);
      const told = `${what}: ${result.sentence} (${result.working})`;
      assert.equal(result.finding, c.finding, told);
      if (c.limit !== undefined) near(result.limit, c.limit, `${what}, limit`);
      if (c.margin !== undefined) near(result.marginLimit, c.margin, `${what}, margin`);
      if (c.value !== undefined)
        near(result.value, typeof c.value === 'number' ? c.value : c.value(s), `${what}, value`);
      if (c.says) assert.match(`${result.sentence} ${result.working}`, c.says);
      // headroom is what is left of the limit, whichever way the limit lies
      if (result.limit !== null && result.value !== null && result.limit !== 0)
        near(
          result.headroom,
          result.direction === 'below' ? 1 - result.value / result.limit : result.value / result.limit - 1,
          `${what}, headroom`
        );
    }
  });

test('every id stands once, and each kind of craft is judged by the checks that are its own', () => {
  assert.equal(new Set(CHECKS.map((c) => c.id)).size, CHECKS.length);
  const applied = (setup: SetupDocument): string[] => runChecks(analysisOf(setup)).map((r) => r.id);
  const only: Record<string, [SetupDocument, CheckId[], CheckId[]]> = {
    plane: [
      PLANE,
      [
        'thrust-to-weight',
        'pitch-speed',
        'hand-launch',
        'level-speed',
        'climb',
        'top-speed',
        'tip-mach',
        'stalled-blade'
      ],
      [
        'hover-throttle',
        'payload',
        'boat-rpm',
        'boat-slip',
        'boat-planing',
        'cavitation',
        'touch-temperature',
        'cells-by-propeller'
      ]
    ],
    quad: [
      QUAD,
      ['thrust-to-weight', 'hover-throttle', 'payload', 'cells-by-propeller', 'tip-mach'],
      [
        'pitch-speed',
        'hand-launch',
        'level-speed',
        'climb',
        'boat-rpm',
        'cavitation',
        'touch-temperature',
        'top-speed'
      ]
    ],
    fast: [
      FAST,
      ['boat-rpm', 'boat-slip', 'boat-planing', 'touch-temperature', 'top-speed'],
      [
        'thrust-to-weight',
        'hover-throttle',
        'tip-mach',
        'cavitation',
        'pitch-speed',
        'climb',
        'pack-weight',
        'stalled-blade',
        'propulsor-rpm'
      ]
    ],
    slow: [
      SLOW,
      ['boat-slip', 'cavitation', 'touch-temperature'],
      ['boat-rpm', 'boat-planing', 'top-speed', 'thrust-to-weight', 'tip-mach', 'stalled-blade']
    ]
  };
  for (const [name, [setup, has, lacks]] of Object.entries(only)) {
    const ids = applied(setup);
    for (const id of has) assert.ok(ids.includes(id), `${name} lacks ${id}`);
    for (const id of lacks) assert.ok(!ids.includes(id), `${name} has ${id}`);
  }
});

test('a check says how it turns out under the schools that were not chosen', () => {
  const { result } = caseOf('pack-current', { set: { 'battery.continuousC': 10 }, finding: 'tight' });
  assert.equal(result?.finding, 'tight');
  assert.deepEqual(
    result.otherSchools.map((o) => [o.school, o.finding]),
    [['bare', 'holds']]
  );
});

test('every check has a wish, and one that no part mends has no candidates', () => {
  const s = analysisOf(PLANE);
  for (const check of CHECKS) {
    const wish = typeof check.wish === 'function' ? check.wish(s) : check.wish;
    assert.match(wish, /^[a-zé]/, check.id);
    if (check.candidates) assert.ok(Array.isArray(check.candidates(s)), check.id);
  }
});
