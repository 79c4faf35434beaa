import { chosenSchool, MARGINS, type MarginName } from '../document/schools.ts';
import { runChecks } from '../checks/run-checks.ts';
import { OVER_STALL } from '../checks/pitch-speed.ts';
import { touchLimitC } from '../checks/touch-temperature.ts';
import { receiverFeedOf } from '../model/receiver-feed.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { LINEAR_HEAT_W, supplyHeatW } from '../parts/bec/regulator.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { INCH_M } from '../units/convert.ts';
import { inInches, show, showUnit } from '../units/show.ts';
import { airC, amps, figure, pull, rpm, thrust, time, volts, watts } from './figures.ts';
import { cellsRule, MOVES, ratioOf, torqueAtSameTurns } from './moved.ts';
import { about, cellsKnob, type HelpPage } from './page.ts';
import { READING_PAGES } from './reading-pages.ts';

const unloadedRpm = (s: SetupAnalysis): number => s.setup.motor.kvRpmPerVolt * s.worst.openCircuitV;
const isPropeller = (s: SetupAnalysis): boolean => s.setup.propulsor.kind === 'propeller';
const screw = (s: SetupAnalysis): boolean =>
  s.setup.propulsor.kind === 'submerged-screw' || s.setup.propulsor.kind === 'surface-drive';

/** What the chosen school of each margin means here: a row for each that a check of the setup goes by. */
function marginsOf(s: SetupAnalysis): Record<string, string>[] {
  const checks = runChecks(s);
  return (Object.keys(MARGINS) as MarginName[]).flatMap((name) => {
    const school = chosenSchool(name, s.schools);
    const check = checks.find((c) => c.school === school.title);
    if (!check) return [];
    const others = check.otherSchools.map((o) => o.sentence).join('; ');
    return [
      {
        margin: MARGINS[name].title,
        school: school.title,
        why: school.why,
        finding: check.finding === 'holds' ? 'holds' : `is ${check.finding}`,
        others: others ? `; ${others}` : ', and so it is by every other school'
      }
    ];
  });
}

/** What stands behind each page of `content/pages.json`: a short page with the figures of the user's own setup. */
export const PAGES = {
  watts: {
    from: [
      'batteryVoltageV',
      'batteryCurrentA',
      'electricalPowerW',
      'power',
      'battery-current',
      'battery-voltage',
      'motor-efficiency',
      'useful'
    ],
    knob: cellsKnob(2, 2),
    text: (s) => ({
      figures: [volts(s), amps(s), watts(s)],
      words: { ideal: showUnit(s.worst.idealPowerW, 'W') }
    })
  },
  kv: {
    from: ['kv', 'motor.kvRpmPerVolt', 'rpm', 'motor-label', 'motor'],
    knob: {
      path: 'motor.kvRpmPerVolt',
      quantity: 'kv',
      range: (s) => about(s.setup.motor.kvRpmPerVolt, 0.7, 1.3, 10)
    },
    text: (s) => ({
      figures: [
        figure(
          'unloaded',
          'rpm',
          unloadedRpm(s) / s.powertrain.gearRatio,
          `${show(s.setup.motor.kvRpmPerVolt, 4)} × ${showUnit(s.worst.openCircuitV, 'V')}${s.powertrain.gearRatio === 1 ? '' : ` ÷ ${show(s.powertrain.gearRatio)}`}`
        ),
        rpm(s),
        amps(s),
        thrust(s)
      ]
    })
  },
  'c-rating': {
    from: ['pack-current', 'credible-current', 'battery.continuousC'],
    knob: {
      path: 'battery.continuousC',
      quantity: 'count',
      range: (s) => about(s.setup.battery.continuousC, 0.3, 2, 5)
    },
    text: (s) => {
      const { continuousC: c, capacityAh: ah } = s.setup.battery;
      if (c == null) return null;
      return {
        figures: [
          figure('rating', 'current', c * ah, `${show(ah)} Ah × ${show(c)}`),
          amps(s),
          figure('margin', 'ratio', (c * ah) / s.worst.batteryCurrentA, 'rating ÷ amps')
        ],
        words: { resistanceByC: ratioOf(s, MOVES.twiceTheC, (w) => w.batteryCurrentA) !== 1 }
      };
    }
  },
  esc: {
    from: [
      'motor-current',
      'motor-loaded',
      'esc',
      'esc-current',
      'esc-burst',
      'esc-oversize',
      'esc.continuousA'
    ],
    knob: {
      path: 'esc.continuousA',
      quantity: 'current',
      range: (s) => about(s.setup.esc?.continuousA, 0.5, 3, 5)
    },
    text: (s) => {
      const rating = s.setup.esc?.continuousA;
      if (rating == null) return null;
      return {
        figures: [
          amps(s),
          figure('motorAmps', 'current', s.worst.motorCurrentA, 'of one unit'),
          figure('rating', 'current', rating, 'label')
        ]
      };
    }
  },
  'bigger-pack': {
    from: [
      'battery.capacityAh',
      'time',
      'pack-weight',
      'endurance',
      'all-up',
      'hover',
      'hover-throttle',
      'payload'
    ],
    knob: {
      path: 'battery.capacityAh',
      quantity: 'capacity',
      range: (s) => about(s.setup.battery.capacityAh, 0.5, 2, 0.1)
    },
    text: (s) => ({
      figures: [amps(s), watts(s), ...time(s)]
    })
  },
  'bigger-propeller': {
    from: [
      'propulsor.diameterM',
      'torqueNm',
      'thrust',
      'propulsor',
      'propulsor-rpm',
      'stalled-blade',
      'tip-mach'
    ],
    knob: {
      path: 'propulsor.diameterM',
      quantity: 'propLength',
      range: (s) => about(s.setup.propulsor.diameterM, 0.75, 1.3, 0.5 * INCH_M)
    },
    text: (s) => ({
      figures: [rpm(s), amps(s), thrust(s), pull(s)],
      words: { torque: show(torqueAtSameTurns(s)) }
    })
  },
  cells: {
    from: ['battery.series', 'esc-cells', 'motor-cells', 'cells-by-propeller', 'esc-voltage'],
    knob: cellsKnob(2, 3),
    text: (s) => ({
      figures: [
        amps(s),
        watts(s),
        rpm(s),
        figure('winding', 'temperature', s.heatCourse?.hottestC ?? NaN, 'followed step by step', airC(s))
      ].filter((f) => Number.isFinite(f.value)),
      words: { rule: show(cellsRule(s)) }
    })
  },
  sag: {
    from: [
      'cell-voltage',
      'battery',
      'cellVoltageV',
      'cell-voltage',
      'resting-voltage',
      'battery.cellResistanceOhm'
    ],
    knob: {
      path: 'battery.cellResistanceOhm',
      quantity: 'milliohm',
      range: (s) => {
        const ohm = s.setup.battery.cellResistanceOhm ?? s.model.packOhm / s.setup.battery.series;
        return about(ohm, 0.4, 3, ohm > 0.002 ? 0.0005 : 0.0001);
      }
    },
    text: (s) => ({
      figures: [
        figure('resting', 'voltage', s.worst.openCircuitV / s.setup.battery.series, 'full'),
        figure('loaded', 'voltage', s.worst.cellVoltageV, 'rest − amps × resistance'),
        figure(
          'lost',
          'power',
          s.worst.lossW.battery,
          `${showUnit(s.worst.batteryCurrentA, 'A')} × (${showUnit(s.worst.openCircuitV, 'V')} − ${showUnit(s.worst.batteryVoltageV, 'V')})`
        )
      ],
      words: { floor: showUnit(CHEMISTRIES[s.setup.battery.chemistry].loadedFloorV, 'V') }
    })
  },
  heat: {
    from: [
      'motor-temperature',
      'esc-temperature',
      'touch-temperature',
      'watts-per-gram',
      'motor-power',
      'pack-temperature',
      'heat'
    ],
    knob: {
      path: 'craft.runSeconds',
      quantity: 'minutes',
      range: (s) => ({ low: 10, high: 300, step: 10, value: s.setup.craft.runSeconds ?? 60 })
    },
    text: (s) =>
      s.heatCourse === null
        ? null
        : {
            figures: [
              figure('case', 'temperature', s.heatCourse.hottestCaseC, 'followed step by step', airC(s)),
              figure('winding', 'temperature', s.heatCourse.hottestC, 'the copper inside', airC(s)),
              figure(
                'loss',
                'power',
                (s.worst.lossW.motorCopper + s.worst.lossW.motorIron) / s.powertrain.count,
                'copper and iron, full throttle'
              )
            ],
            words: {
              asLong: String(touchLimitC('as-long')),
              ten: String(touchLimitC('10s')),
              five: String(touchLimitC('5s'))
            }
          }
  },
  screws: {
    from: ['boat', 'boat-rpm', 'boat-slip', 'cavitation', 'top-speed', 'boat-planing'],
    knob: {
      path: 'propulsor.diameterM',
      quantity: 'screwLength',
      range: (s) => (screw(s) ? about(s.setup.propulsor.diameterM, 0.75, 1.25, 0.001) : null)
    },
    text: (s) =>
      s.boat === null || !screw(s)
        ? null
        : {
            figures: [
              figure('unloaded', 'rpm', s.boat.unloadedRpm, 'KV × volts'),
              figure('loaded', 'rpm', s.boat.loadedRpm, 'where thrust meets resistance'),
              figure('speed', 'speed', s.boat.topSpeedMs, 'thrust equals the hull’s resistance'),
              figure('slip', 'share', s.boat.slip, 'what the screw does not get of pitch × rpm'),
              amps(s)
            ]
          }
  },
  'pitch-speed': {
    from: [
      'pitchSpeedMs',
      'pitch-speed',
      'propulsor.pitchM',
      'thrust-to-weight',
      'level',
      'forward',
      'level-speed',
      'climb'
    ],
    knob: {
      path: 'propulsor.pitchM',
      quantity: 'propLength',
      range: (s) => (isPropeller(s) ? about(s.powertrain.pitchM, 0.6, 1.6, 0.5 * INCH_M) : null)
    },
    text: (s) =>
      isPropeller(s)
        ? {
            figures: [
              figure(
                'pitchSpeed',
                'speed',
                s.worst.pitchSpeedMs,
                `${showUnit(s.worst.rpm, 'rpm')} ÷ 60 × ${inInches(s.powertrain.pitchM)} in`
              ),
              thrust(s),
              figure(
                'ratio',
                'ratio',
                s.worst.thrustN / (s.setup.craft.massKg * GRAVITY_MS2),
                'thrust ÷ weight'
              ),
              amps(s),
              ...(s.level?.stallSpeedMs
                ? [figure('stall', 'speed', s.level.stallSpeedMs, 'weight, wing and air')]
                : [])
            ],
            words: { least: String(OVER_STALL.rating), better: String(OVER_STALL.margin) }
          }
        : null
  },
  schools: {
    from: Object.keys(MARGINS),
    knob: null,
    text: (s) => ({ figures: [], words: { margins: marginsOf(s) } })
  },
  fans: {
    from: [
      'fan',
      'jet-speed',
      'fan-flow',
      'fan-loading',
      'fan-tip',
      'propulsor.exitAreaM2',
      'propulsor.hubDiameterM'
    ],
    knob: {
      path: 'propulsor.diameterM',
      quantity: 'screwLength',
      range: (s) =>
        s.setup.propulsor.kind === 'ducted-fan' ? about(s.setup.propulsor.diameterM, 0.8, 1.3, 0.001) : null
    },
    text: (s) =>
      s.setup.propulsor.kind === 'ducted-fan'
        ? {
            figures: [thrust(s), amps(s), rpm(s), pull(s)]
          }
        : null
  },
  receiver: {
    from: ['receiver-supply', 'receiver-volts', 'load-volts', 'esc.becA', 'craft.receiverCurrentA'],
    knob: {
      path: 'battery.series',
      quantity: 'count',
      range: (s) => ({
        low: 2,
        high: Math.max(s.setup.battery.series + 2, 6),
        step: 1,
        value: s.setup.battery.series
      })
    },
    text: (s) => {
      const feed = receiverFeedOf(s.setup);
      if (feed.averageA === null || feed.peakA === null) return null;
      const v = s.worst.openCircuitV;
      return {
        figures: [
          figure('peak', 'current', feed.peakA, 'sum of the loads'),
          figure('average', 'current', feed.averageA, 'servos move a quarter of the time'),
          figure(
            'linear',
            'power',
            supplyHeatW('linear', v, feed.outputV, feed.averageA),
            `(${show(v)} − ${show(feed.outputV)}) V × ${show(feed.averageA)} A`
          ),
          figure(
            'switching',
            'power',
            supplyHeatW('switching', v, feed.outputV, feed.averageA),
            'its loss, whatever the cells'
          )
        ],
        words: { shed: showUnit(LINEAR_HEAT_W, 'W') }
      };
    }
  },
  ...READING_PAGES
} as const satisfies Readonly<Record<string, HelpPage>>;

export type HelpId = keyof typeof PAGES;
