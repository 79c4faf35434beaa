import { decodeLabel } from '../parts/motor/label-decoder.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { show, showUnit } from '../units/show.ts';
import { amps, figure, pull, thrust, volts, watts } from './figures.ts';
import { about, cellsKnob, page } from './page.ts';

/** Makers' tables are measured at volts that a supply holds. Volts of a lithium cell there. Common practice, no source. */
const BENCH_CELL_V = 3.7;

function sizeWords(name: string): string {
  const meanings = decodeLabel(name).slice(0, 2);
  return meanings.length > 0
    ? `“${name}” can be read in more than one way: ${meanings
        .map((m) => `${m.meaning} (stator ${m.statorMm.map((x) => Math.round(x)).join(' × ')} mm)`)
        .join('; or ')}. Some makers measure the can, some the stator inside: measure yours, and weigh it.`
    : 'Four figures on a motor are two lengths in millimetres: diameter and length, of the can for some makers, of the stator inside for others. Measure yours, and weigh it; the weight says most.';
}

/** What this setup would read in a maker's table: on a supply that holds its volts. */
const onBench = (s: SetupAnalysis, cellV: number) =>
  s.at([{ throttle: 1, speedMs: 0, batteryVoltageV: cellV * s.setup.battery.series }])[0];

/** Pages on reading what stands on a part, in a table, on a meter. A table of data. */
export const READING_PAGES = [
  page({
    id: 'labels',
    title: 'Reading a label',
    question: 'What do the numbers on the can mean?',
    from: [
      'motor.massKg',
      'motor.resistanceOhm',
      'motor.noLoadCurrentA',
      'motor.maxCurrentA',
      'motor.maxPowerW'
    ],
    knob: {
      path: 'motor.resistanceOhm',
      title: 'resistance on the label',
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
          : [
              figure(
                'atRest',
                'resistance on the label',
                'milliohm',
                s.setup.motor.resistanceOhm,
                'between two leads, at rest'
              )
            ]),
        figure(
          'loaded',
          'what the motor acts as under load',
          'milliohm',
          s.powertrain.windingResistanceOhm,
          'warm, commutating, by its build'
        ),
        amps(s),
        watts(s)
      ],
      paragraphs: [
        sizeWords(s.setup.motor.name ?? ''),
        'KV, resistance and no-load amps say how the motor turns; they are measured and mostly right. The resistance is that of a motor at rest: under load yours acts as {loaded}. Move it and see what the label’s error would cost.',
        `Amps and watts on a label are limits, and say for how long only in small print: ten, thirty, sixty seconds or for ever, with propwash or without. Here {amps} and {watts} flow at full throttle${s.setup.motor.maxPowerW == null ? '' : `, the label stands ${showUnit(s.setup.motor.maxPowerW, 'W')}`}${s.setup.motor.maxCurrentA == null ? '' : ` and ${showUnit(s.setup.motor.maxCurrentA, 'A')}`}.`,
        'On a pack: cells in series (the first number, or S) make the volts, capacity makes the time, C is a promise. On an ESC: amps it stands, cells it stands, and what its own supply gives; more than these is another shop’s number.'
      ]
    })
  }),
  page({
    id: 'makers-table',
    title: 'Reading a maker’s table',
    question: 'Why does my bench not show what the table shows?',
    from: ['bench', 'motor.name', 'propulsor.name'],
    knob: cellsKnob(2, 2, 'cells in series: another block of rows'),
    text: (s) => {
      const held = onBench(s, BENCH_CELL_V);
      const full = onBench(s, s.worst.openCircuitV / s.setup.battery.series);
      return {
        figures: [
          figure(
            'rowAmps',
            'amps of such a row',
            'current',
            held.batteryCurrentA,
            `held at ${show(BENCH_CELL_V * s.setup.battery.series)} V`
          ),
          figure('rowThrust', 'thrust of such a row', 'thrust', held.thrustN, 'at the same volts'),
          figure(
            'fullAmps',
            'amps at the volts of a full pack',
            'current',
            full.batteryCurrentA,
            `held at ${show(s.worst.openCircuitV)} V: no pack does`
          ),
          amps(s),
          thrust(s),
          pull(s)
        ],
        paragraphs: [
          'A row is one propulsor at one voltage: volts, amps, watts, thrust, thrust for each watt. Look for the volts first; if none are given, a supply was set to some volts a cell and held there. For this setup such a row says {rowAmps} and {rowThrust}.',
          'A supply does not sag, a pack does. At the volts of your full pack a supply would push {fullAmps}; the pack itself ends at {amps} and {thrust}. So a table at full volts frightens, and one at nominal volts flatters: move the cells and compare.',
          'Amps of a row are usually right within some per cent. Thrust within ten to fifteen: another make of propeller of the same size, a hot day, a wall behind the stand. A row of one propeller says little of a folding or a slow one of the same numbers.',
          'Its hottest row is the limit somebody dared for a minute or three. Take a row with a fifth to spare, and keep what you read yourself: Test holds your row against the sum.'
        ]
      };
    }
  }),
  page({
    id: 'meter',
    title: 'Reading a meter',
    question: 'Where does the meter go, and what should it show?',
    from: ['wiring.gaugeAwg', 'wiring.resistanceOhm', 'wiring.leadLengthM', 'voltage-drop'],
    knob: {
      path: 'wiring.resistanceOhm',
      title: 'resistance of leads and meter',
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
            'lost between pack and ESC',
            'voltage',
            lostV,
            `${showUnit(leadA, 'A')} × ${show(1000 * s.powertrain.wiringResistanceOhm)} mΩ`
          ),
          figure(
            'charge',
            'taken out in a minute of it',
            'capacity',
            s.worst.batteryCurrentA / 60,
            'amps ÷ 60'
          )
        ],
        paragraphs: [
          'It goes between pack and ESC, in both leads’ way, never between ESC and motor: what flows there is chopped and turns three ways. At full throttle, standing, with a full pack, yours should show {volts}, {amps} and {watts}.',
          'Propulsor on, craft tied down, nobody in its plane. Throttle up within two seconds, read within five, down again. Volts and amps are read at one moment: each sinks while you look.',
          'More amps than here: the propulsor is larger or steeper than told, or the KV is higher; fewer and lower volts: a tired or cold pack; fewer at the right volts: full throttle is not reached, or the motor is of lower KV. Test works out which.',
          'The meter has a resistance of its own, and its plugs too: move it. {lost} are lost on the way now. Its amp hours are the best it has: charge what it says was taken, and compare with the charger.'
        ]
      };
    }
  })
] as const;
