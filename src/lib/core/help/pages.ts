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
import {
  cellsRule,
  millimetreWider,
  oneCellMore,
  ratioOf,
  tenthMoreKv,
  tenthSteeper,
  tenthWider,
  times,
  torqueAtSameTurns,
  twiceTheAh,
  twiceTheC
} from './moved.ts';
import { about, cellsKnob, page } from './page.ts';
import { READING_PAGES } from './reading-pages.ts';

const unloadedRpm = (s: SetupAnalysis): number => s.setup.motor.kvRpmPerVolt * s.worst.openCircuitV;
const isPropeller = (s: SetupAnalysis): boolean => s.setup.propulsor.kind === 'propeller';
const screw = (s: SetupAnalysis): boolean =>
  s.setup.propulsor.kind === 'submerged-screw' || s.setup.propulsor.kind === 'surface-drive';

/** Short pages, each with the figures of the user's own setup. A table of data. */
export const PAGES = [
  page({
    id: 'watts',
    title: 'Volts, amps, watts',
    question: 'What do the three numbers on the meter say?',
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
      paragraphs: [
        'Volts are how hard the pack pushes, amps how much flows, watts the two multiplied: what is really taken out each second. Here {volts} × {amps} = {watts}.',
        `A motor takes the amps that its propulsor makes it take at these volts; the pack does not decide them, and the ESC does not either. Move the cells: one more makes the volts ${times(s, oneCellMore, (w) => w.batteryVoltageV)}, the amps ${times(s, oneCellMore, (w) => w.batteryCurrentA)}, and the watts by both, ${times(s, oneCellMore, (w) => w.electricalPowerW)}.`,
        `Of {watts} the craft gets ${showUnit(s.worst.idealPowerW, 'W')} that no propulsor of this size could do without; the rest is heat in pack, leads, ESC and motor, and stirred air or water.`
      ]
    })
  }),
  page({
    id: 'kv',
    title: 'KV, and what it is not',
    question: 'Is a motor of higher KV stronger?',
    from: ['kv', 'motor.kvRpmPerVolt', 'rpm', 'motor-label', 'motor'],
    knob: {
      path: 'motor.kvRpmPerVolt',
      title: 'KV',
      quantity: 'kv',
      range: (s) => about(s.setup.motor.kvRpmPerVolt, 0.7, 1.3, 10)
    },
    text: (s) => ({
      figures: [
        figure(
          'unloaded',
          'rpm without a load',
          'rpm',
          unloadedRpm(s) / s.powertrain.gearRatio,
          `${show(s.setup.motor.kvRpmPerVolt, 4)} × ${showUnit(s.worst.openCircuitV, 'V')}${s.powertrain.gearRatio === 1 ? '' : ` ÷ ${show(s.powertrain.gearRatio)}`}`
        ),
        rpm(s),
        amps(s),
        thrust(s)
      ],
      paragraphs: [
        'KV is how many times a minute the motor turns for each volt when nothing holds it: {unloaded} on this pack, full. Under its load it turns {rpm}, since amps in copper cost volts.',
        'It is no measure of strength. The size of the motor is: more copper and iron stand more watts. KV only says how the same watts are wound: high KV, few turns of thick wire, for many amps at few volts and a small propulsor; low KV, many turns of thin wire, for few amps at many volts and a large one.',
        `Raise it here and see: a tenth more makes the amps ${times(s, tenthMoreKv, (w) => w.batteryCurrentA)} and the thrust ${times(s, tenthMoreKv, (w) => w.thrustN)}. Nothing got stronger; the load got larger.`
      ]
    })
  }),
  page({
    id: 'c-rating',
    title: 'C, and how far to trust it',
    question: 'How many amps may this pack give?',
    from: ['pack-current', 'credible-current', 'battery.continuousC'],
    knob: {
      path: 'battery.continuousC',
      title: 'C on the label',
      quantity: 'count',
      range: (s) => about(s.setup.battery.continuousC, 0.3, 2, 5)
    },
    text: (s) => {
      const { continuousC: c, capacityAh: ah } = s.setup.battery;
      if (c == null) return null;
      return {
        figures: [
          figure('rating', 'amps of the label', 'current', c * ah, `${show(ah)} Ah × ${show(c)}`),
          amps(s),
          figure(
            'margin',
            'rating over what is drawn',
            'ratio',
            (c * ah) / s.worst.batteryCurrentA,
            'rating ÷ amps'
          )
        ],
        paragraphs: [
          'Capacity times C is what the label promises: {rating}. This setup draws {amps} at most, so the label leaves {margin} times.',
          'Labels promise more than packs keep. What a cell can really give follows from its resistance: at about six watts of heat for each amp hour it is warm and tired after a flight. Measure the resistance of your pack and the credible amps stand beside the label’s.',
          ratioOf(s, twiceTheC, (w) => w.batteryCurrentA) !== 1
            ? `More C on the label does not make more power, a lower resistance does. This pack’s is not known, so it is taken from its C as far as that can be believed: twice the C would make the amps ${times(s, twiceTheC, (w) => w.batteryCurrentA)}. Measure it, and nothing but the rating follows the label.`
            : 'More C on the label does not make more power here: move it and nothing but the rating changes. A pack of more real C sags less.'
        ]
      };
    },
    otherwise:
      'This pack has no C in the setup. Type the one of its label into Match, and the page works with it.'
  }),
  page({
    id: 'esc',
    title: 'An ESC does not push amps',
    question: 'Will a larger ESC burn my motor?',
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
      title: 'ESC, amps on the label',
      quantity: 'current',
      range: (s) => about(s.setup.esc?.continuousA, 0.5, 3, 5)
    },
    text: (s) => {
      const rating = s.setup.esc?.continuousA;
      if (rating == null) return null;
      return {
        figures: [
          amps(s),
          figure('motorAmps', 'amps of each motor', 'current', s.worst.motorCurrentA, 'of one unit'),
          figure('rating', 'amps of the ESC’s label', 'current', rating, 'label')
        ],
        paragraphs: [
          'The number on an ESC is what it stands, not what it gives. The motor takes {motorAmps} because its propulsor asks for it; the ESC of {rating} lets it through.',
          'Move the rating: the amps stay. Twice the rating is a heavier, cooler ESC, and nothing else changes, but for a hair less resistance. Too small a one burns.',
          'One thing a much larger one does: it lets through what burns the motor when something jams, where a small one would have given up first.'
        ]
      };
    },
    otherwise: 'The setup names no rating of its ESC. Type it into Match, and the page works with it.'
  }),
  page({
    id: 'bigger-pack',
    title: 'A bigger pack is not more power',
    question: 'What does more capacity do?',
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
      title: 'capacity',
      quantity: 'capacity',
      range: (s) => about(s.setup.battery.capacityAh, 0.5, 2, 0.1)
    },
    text: (s) => ({
      figures: [amps(s), watts(s), ...time(s)],
      paragraphs: [
        'More amp hours of the same cells give more time, {time} now, and more weight. They do not push harder: the volts are those of the cell count.',
        `Move the capacity and look at the amps: twice of it makes them ${times(s, twiceTheAh, (w) => w.batteryCurrentA)}. They grow only as far as the old pack was sagging, since a bigger one of the same make holds its volts up.`,
        'Weight takes back some of the time: a multirotor hovers on its watts, and every gram asks for more of them. Match moves the weight with the pack.'
      ]
    })
  }),
  page({
    id: 'bigger-propeller',
    title: 'Why bigger slows the motor',
    question: 'I put on a bigger propeller, and it turns slower and draws more. Is the motor bad?',
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
      title: 'diameter',
      quantity: 'propLength',
      range: (s) => about(s.setup.propulsor.diameterM, 0.75, 1.3, 0.5 * INCH_M)
    },
    text: (s) => ({
      figures: [rpm(s), amps(s), thrust(s), pull(s)],
      paragraphs: [
        'A bigger propulsor moves more air or water with each turn, so it takes more torque, and torque is amps. More amps lose more volts in the copper, fewer are left to turn, and the motor slows: {rpm} now.',
        `At the same turns a tenth more across asks for ${show(torqueAtSameTurns(s))} times the torque. The motor slows under it, so here it turns ${times(s, tenthWider, (w) => w.rpm)}, and {amps} become ${times(s, tenthWider, (w) => w.batteryCurrentA)}. Move it and see.`,
        'For the same watts a larger one that turns slower makes more thrust, {pull} g of each watt here. On the same motor it does not turn slowly enough for that: it takes a lower KV or a gear too. That is why slow, large and low KV is the efficient corner, as long as there is room.'
      ]
    })
  }),
  page({
    id: 'cells',
    title: 'Current against cells',
    question: 'What will one cell more draw?',
    from: ['battery.series', 'esc-cells', 'motor-cells', 'cells-by-propeller', 'esc-voltage'],
    knob: cellsKnob(2, 3),
    text: (s) => ({
      figures: [
        amps(s),
        watts(s),
        rpm(s),
        figure(
          'winding',
          'hottest winding in ordinary use',
          'temperature',
          s.heatCourse?.hottestC ?? NaN,
          'followed step by step',
          airC(s)
        )
      ].filter((f) => Number.isFinite(f.value)),
      paragraphs: [
        'One cell more does not add its share of amps, it adds much more: the motor turns faster, and the propulsor asks for the square of that in torque. Rule of the trade: amps go with the cells to the power of 1.6.',
        `Here they are {amps} and {watts}, and one more makes the amps ${times(s, oneCellMore, (w) => w.batteryCurrentA)}, where the rule says ${show(cellsRule(s))}: it leaves out what is lost in copper and pack, so it is too high where the volts sag.`,
        'For the same watts more cells mean fewer amps: only with a lower KV or a smaller propulsor. Take the propulsor down when the cells go up, and look at what every part on the pack stands.'
      ]
    })
  }),
  page({
    id: 'sag',
    title: 'Sag',
    question: 'Why does a full pack show 3.7 V a cell in flight?',
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
      title: 'resistance of a cell',
      quantity: 'milliohm',
      range: (s) => {
        const ohm = s.setup.battery.cellResistanceOhm ?? s.model.packOhm / s.setup.battery.series;
        return about(ohm, 0.4, 3, ohm > 0.002 ? 0.0005 : 0.0001);
      }
    },
    text: (s) => ({
      figures: [
        figure(
          'resting',
          'volts of a cell at rest',
          'voltage',
          s.worst.openCircuitV / s.setup.battery.series,
          'full'
        ),
        figure('loaded', 'under full throttle', 'voltage', s.worst.cellVoltageV, 'rest − amps × resistance'),
        figure(
          'lost',
          'heat in the pack',
          'power',
          s.worst.lossW.battery,
          `${showUnit(s.worst.batteryCurrentA, 'A')} × (${showUnit(s.worst.openCircuitV, 'V')} − ${showUnit(s.worst.batteryVoltageV, 'V')})`
        )
      ],
      paragraphs: [
        'A cell has a resistance, and amps through it cost volts: {resting} at rest become {loaded} at full throttle, and come back when it is let go. What is lost heats the pack: {lost}.',
        'Cold, age and cheap cells raise it. Move it and watch the loaded volts: this is what a tired pack feels like, long before its capacity is gone.',
        `Land by resting volts, stop by loaded ones: below ${showUnit(CHEMISTRIES[s.setup.battery.chemistry].loadedFloorV, 'V')} under load a cell of this kind is harmed.`
      ]
    })
  }),
  page({
    id: 'heat',
    title: 'Heat, and the hand',
    question: 'How warm may it get?',
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
      title: 'full throttle held for',
      quantity: 'minutes',
      range: (s) => ({ low: 10, high: 300, step: 10, value: s.setup.craft.runSeconds ?? 60 })
    },
    text: (s) =>
      s.heatCourse === null
        ? null
        : {
            figures: [
              figure(
                'case',
                'hottest case',
                'temperature',
                s.heatCourse.hottestCaseC,
                'followed step by step',
                airC(s)
              ),
              figure(
                'winding',
                'hottest winding',
                'temperature',
                s.heatCourse.hottestC,
                'the copper inside',
                airC(s)
              ),
              figure(
                'loss',
                'heat in each motor',
                'power',
                (s.worst.lossW.motorCopper + s.worst.lossW.motorIron) / s.powertrain.count,
                'copper and iron, full throttle'
              )
            ],
            paragraphs: [
              'A motor makes {loss} of heat at full throttle and gives it to the air that passes. It warms with the run: the case here to {case}, the copper inside to {winding}.',
              `The hand is a thermometer of the case: held as long as you like, below ${touchLimitC('as-long')} °C; ten seconds, about ${touchLimitC('10s')}; five, about ${touchLimitC('5s')}; not at all, more. The copper is hotter by then than the case tells.`,
              'Watts make it warm, and amps make most of them: twice the amps is four times the heat in the copper. Weak magnets and burnt enamel do not come back. Touch with the back of a finger, after the propulsor stands.'
            ]
          },
    otherwise:
      'Neither the weight nor the watts of the motor are known, so its heat cannot be followed. Weigh it.'
  }),
  page({
    id: 'screws',
    title: 'Boat screws and rpm',
    question: 'Why do boats care so much for rpm?',
    from: ['boat', 'boat-rpm', 'boat-slip', 'cavitation', 'top-speed', 'boat-planing'],
    knob: {
      path: 'propulsor.diameterM',
      title: 'screw',
      quantity: 'screwLength',
      range: (s) => (screw(s) ? about(s.setup.propulsor.diameterM, 0.75, 1.25, 0.001) : null)
    },
    text: (s) =>
      s.boat === null || !screw(s)
        ? null
        : {
            figures: [
              figure('unloaded', 'rpm without a load', 'rpm', s.boat.unloadedRpm, 'KV × volts'),
              figure('loaded', 'rpm under way', 'rpm', s.boat.loadedRpm, 'where thrust meets resistance'),
              figure('speed', 'top speed', 'speed', s.boat.topSpeedMs, 'thrust equals the hull’s resistance'),
              figure('slip', 'slip', 'share', s.boat.slip, 'what the screw does not get of pitch × rpm'),
              amps(s)
            ],
            paragraphs: [
              `Water is eight hundred times as dense as air, so a screw of a few centimetres loads a motor to its limit: a millimetre more across makes the amps ${times(s, millimetreWider, (w) => w.batteryCurrentA)} here. Under way it turns {loaded}, without water {unloaded}.`,
              'Speed is pitch times turns less slip: {slip} of it is lost here, and {speed} are left. A surface drive wants a window of rpm; too slow and it only ploughs, too fast and it cavitates and cooks.',
              'Standing in the water, or with weed in the screw, it draws most. Begin with the smallest screw, thirty seconds, feel everything, then go up a step.'
            ]
          },
    otherwise: 'This is about screws in water; open it from a boat.'
  }),
  page({
    id: 'pitch-speed',
    title: 'Pitch speed and thrust',
    question: 'More pitch or more diameter?',
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
      title: 'pitch',
      quantity: 'propLength',
      range: (s) => (isPropeller(s) ? about(s.powertrain.pitchM, 0.6, 1.6, 0.5 * INCH_M) : null)
    },
    text: (s) =>
      isPropeller(s)
        ? {
            figures: [
              figure(
                'pitchSpeed',
                'pitch speed',
                'speed',
                s.worst.pitchSpeedMs,
                `${showUnit(s.worst.rpm, 'rpm')} ÷ 60 × ${inInches(s.powertrain.pitchM)} in`
              ),
              thrust(s),
              figure(
                'ratio',
                'thrust for the weight',
                'ratio',
                s.worst.thrustN / (s.setup.craft.massKg * GRAVITY_MS2),
                'thrust ÷ weight'
              ),
              amps(s),
              ...(s.level?.stallSpeedMs
                ? [figure('stall', 'stall speed', 'speed', s.level.stallSpeedMs, 'weight, wing and air')]
                : [])
            ],
            paragraphs: [
              'Pitch times turns is the speed at which the blades would screw through the air without slipping: {pitchSpeed}. Near it there is no thrust left, so it bounds how fast the craft can go.',
              `Diameter makes thrust, pitch makes speed. {thrust} standing is {ratio} times the weight. Move the pitch: a tenth more makes the pitch speed ${times(s, tenthSteeper, (w) => w.pitchSpeedMs)}, the amps ${times(s, tenthSteeper, (w) => w.batteryCurrentA)}, and the thrust standing ${times(s, tenthSteeper, (w) => w.thrustN)}; blades that are too steep stall when they stand.`,
              `An aeroplane wants at least ${OVER_STALL.rating} times its stall speed as pitch speed, better ${OVER_STALL.margin} times and more. A multirotor wants little pitch and much diameter.`
            ]
          }
        : null,
    otherwise: 'This is about propellers; open it from a craft that has one.'
  }),
  page({
    id: 'schools',
    title: 'Schools, and why they differ',
    question: 'Why does everybody tell me another margin?',
    from: Object.keys(MARGINS),
    knob: null,
    text: (s) => {
      const checks = runChecks(s);
      const names = Object.keys(MARGINS) as MarginName[];
      return {
        figures: [],
        paragraphs: [
          'A margin is there because predictions and labels err. How much is a matter of what it costs to be wrong: weight and money against smoke. So there are schools, and each is right for somebody.',
          ...names.flatMap((name) => {
            const school = chosenSchool(name, s.schools);
            const check = checks.find((c) => c.school === school.title);
            const others = check?.otherSchools.map((o) => o.sentence).join('; ');
            return check
              ? [
                  `${MARGINS[name].title}: you keep “${school.title}”, since ${school.why}. Here that ${check.finding === 'holds' ? 'holds' : `is ${check.finding}`}${others ? `; ${others}` : ', and so it is by every other school'}.`
                ]
              : [];
          }),
          'Choose them once in Settings; a setup may have its own.'
        ]
      };
    }
  }),
  page({
    id: 'fans',
    title: 'Ducted fans',
    question: 'Why does a fan draw so much for its thrust?',
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
      title: 'fan',
      quantity: 'screwLength',
      range: (s) =>
        s.setup.propulsor.kind === 'ducted-fan' ? about(s.setup.propulsor.diameterM, 0.8, 1.3, 0.001) : null
    },
    text: (s) =>
      s.setup.propulsor.kind === 'ducted-fan'
        ? {
            figures: [thrust(s), amps(s), rpm(s), pull(s)],
            paragraphs: [
              'A fan throws little air fast where a propeller throws much air slowly. Thrust is mass times speed, power is mass times speed squared: so {thrust} cost {amps}, {pull} g for each watt, less than half of what a propeller gives.',
              'It is bought for looks and speed: the jet leaves fast, and keeps its thrust in fast flight. It wants many rpm, {rpm} here, high KV, a pack of real C, and air: an intake with a round lip and an outlet of the right size.',
              'Amps decide the time. Plan for minutes, cool the ESC in the duct, and keep cords and gravel from the intake.'
            ]
          }
        : null,
    otherwise: 'This is about ducted fans; open it from a craft that has one.'
  }),
  page({
    id: 'receiver',
    title: 'What feeds the receiver',
    question: 'When do I need a supply of its own?',
    from: ['receiver-supply', 'receiver-volts', 'load-volts', 'esc.becA', 'craft.receiverCurrentA'],
    knob: {
      path: 'battery.series',
      title: 'cells in series',
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
          figure('peak', 'all servos moving, one held fast', 'current', feed.peakA, 'sum of the loads'),
          figure(
            'average',
            'on average in flight',
            'current',
            feed.averageA,
            'servos move a quarter of the time'
          ),
          figure(
            'linear',
            'heat of a linear supply',
            'power',
            supplyHeatW('linear', v, feed.outputV, feed.averageA),
            `(${show(v)} − ${show(feed.outputV)}) V × ${show(feed.averageA)} A`
          ),
          figure(
            'switching',
            'heat of a switching one',
            'power',
            supplyHeatW('switching', v, feed.outputV, feed.averageA),
            'its loss, whatever the cells'
          )
        ],
        paragraphs: [
          `The ESC’s own supply turns the pack’s volts into the receiver’s. A linear one burns the difference: {linear} at {average} on this pack, and ${showUnit(LINEAR_HEAT_W, 'W')} are about what a small one sheds. A switching one loses {switching} and does not mind the cells.`,
          'When it shuts down from heat, the controls are dead while the motor runs. So the schools: separate from four cells, or from four servos, or only when it would be over its rating.',
          'A peak of {peak} is a moment; a servo that hums against its stop is for ever. A pack of its own leaves the controls alive when the flight pack dies.'
        ]
      };
    },
    otherwise: 'Nothing is known of the servos yet: list them on the Sheet, under receiver.'
  }),
  ...READING_PAGES
] as const;

export type HelpId = (typeof PAGES)[number]['id'];
