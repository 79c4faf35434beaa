import { decodeLabel } from '../parts/motor/label-decoder.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { show, showUnit } from '../units/show.ts';
import { amps, figure, pull, thrust, volts, watts } from './figures.ts';
import { about, cellsKnob, type HelpPage } from './page.ts';

/** Makers' tables are measured at volts that a supply holds. Volts of a lithium cell there. Common practice, no source. */
const BENCH_CELL_V = 3.7;

/** What the four figures of a motor's name can mean, one reading after the other; empty where they are none. */
const readings = (name: string): string =>
  decodeLabel(name)
    .slice(0, 2)
    .map((m) => `${m.meaning} (stator ${m.statorMm.map((x) => Math.round(x)).join(' × ')} mm)`)
    .join('; or ');

/** What this setup would read in a maker's table: on a supply that holds its volts. */
const onBench = (s: SetupAnalysis, cellV: number) =>
  s.at([{ throttle: 1, speedMs: 0, batteryVoltageV: cellV * s.setup.battery.series }])[0];

/** What stands behind the pages on reading what is on a part, in a table, on a meter. */
export const READING_PAGES = {
  labels: {
    from: [
      'motor.massKg',
      'motor.resistanceOhm',
      'motor.noLoadCurrentA',
      'motor.maxCurrentA',
      'motor.maxPowerW'
    ],
    knob: {
      path: 'motor.resistanceOhm',
      quantity: 'milliohm',
      range: (s) => {
        const ohm = s.setup.motor.resistanceOhm;
        return about(ohm, 0.5, 2, (ohm ?? 0) > 0.01 ? 0.001 : 0.0001);
      }
    },
    text: (s) => ({
      figures: [
        ...(s.setup.motor.resistanceOhm == null
          ? []
          : [figure('atRest', 'milliohm', s.setup.motor.resistanceOhm, 'between two leads, at rest')]),
        figure('loaded', 'milliohm', s.powertrain.windingResistanceOhm, 'warm, commutating, by its build'),
        amps(s),
        watts(s)
      ],
      words: {
        name: s.setup.motor.name ?? '',
        readings: readings(s.setup.motor.name ?? ''),
        labelWatts:
          s.setup.motor.maxPowerW == null
            ? ''
            : `, the label stands ${showUnit(s.setup.motor.maxPowerW, 'W')}`,
        labelAmps: s.setup.motor.maxCurrentA == null ? '' : ` and ${showUnit(s.setup.motor.maxCurrentA, 'A')}`
      }
    })
  },
  'makers-table': {
    from: ['bench', 'motor.name', 'propulsor.name'],
    knob: cellsKnob(2, 2),
    text: (s) => {
      const held = onBench(s, BENCH_CELL_V);
      const full = onBench(s, s.worst.openCircuitV / s.setup.battery.series);
      return {
        figures: [
          figure(
            'rowAmps',
            'current',
            held.batteryCurrentA,
            `held at ${show(BENCH_CELL_V * s.setup.battery.series)} V`
          ),
          figure('rowThrust', 'thrust', held.thrustN, 'at the same volts'),
          figure(
            'fullAmps',
            'current',
            full.batteryCurrentA,
            `held at ${show(s.worst.openCircuitV)} V: no pack does`
          ),
          amps(s),
          thrust(s),
          pull(s)
        ]
      };
    }
  },
  meter: {
    from: ['wiring.gaugeAwg', 'wiring.resistanceOhm', 'wiring.leadLengthM', 'voltage-drop'],
    knob: {
      path: 'wiring.resistanceOhm',
      quantity: 'milliohm',
      range: (s) => ({ low: 0.0005, high: 0.03, step: 0.0005, value: s.powertrain.wiringResistanceOhm })
    },
    text: (s) => {
      const leadA = s.worst.batteryCurrentA - s.powertrain.auxiliaryCurrentA;
      const lostV = leadA * s.powertrain.wiringResistanceOhm;
      return {
        figures: [
          volts(s),
          amps(s),
          watts(s),
          figure(
            'lost',
            'voltage',
            lostV,
            `${showUnit(leadA, 'A')} × ${show(1000 * s.powertrain.wiringResistanceOhm)} mΩ`
          ),
          figure('charge', 'capacity', s.worst.batteryCurrentA / 60, 'amps ÷ 60')
        ]
      };
    }
  }
} as const satisfies Readonly<Record<string, HelpPage>>;
