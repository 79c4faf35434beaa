import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { C_RATES } from '../standard-sizes/packs.ts';
import { INCH_M } from '../units/convert.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { AH, atLeast, CELLS, given, kind, NOMINAL_V, oneOf } from './exercise.ts';
import { wholeMatch } from './whole-match.ts';

/**
 * Kinds of exercises, from first sums to a whole match. Rules in them are common practice, no source, unless a page of help
 * says more. A table of data.
 */
export const KINDS = [
  kind({
    id: 'watts',
    title: 'Watts from a meter',
    level: 1,
    page: 'watts',
    make: (draw) => {
      const volts = Number((NOMINAL_V * oneOf(draw, CELLS) * (0.94 + 0.1 * draw())).toFixed(1));
      const amps = Math.round(12 + 48 * draw());
      return {
        question: 'A meter between pack and ESC shows these at full throttle. How many watts are taken out?',
        givens: [given('volts', 'voltage', volts), given('amps', 'current', amps)],
        asked: given('watts', 'power', volts * amps),
        tolerance: 0.02,
        steps: [`${showUnit(volts, 'V')} × ${showUnit(amps, 'A')} = ${showUnit(volts * amps, 'W')}`],
        wrongs: [
          {
            value: volts / amps,
            says: 'That is volts divided by amps, which is a resistance. Watts are the two multiplied.'
          },
          {
            value: volts + amps,
            says: 'Volts and amps are different things and cannot be added. Multiply them.'
          },
          { value: amps / volts, says: 'That is amps divided by volts. Watts are the two multiplied.' },
          {
            value: volts * amps * 1000,
            says: 'That is a thousand times too much: amps were taken for milliamps, or watts for milliwatts.'
          }
        ]
      };
    }
  }),
  kind({
    id: 'ah-times-c',
    title: 'Amps of a pack’s label',
    level: 1,
    page: 'c-rating',
    make: (draw, setup) => {
      const own = setup?.battery.continuousC != null;
      const ah = own ? setup.battery.capacityAh : oneOf(draw, AH);
      const c = own ? (setup.battery.continuousC as number) : oneOf(draw, [20, 25, 30, 35, 45, 60]);
      return {
        question: `${own ? `The label of your pack, ${setup.battery.name ?? 'as it stands in the setup'},` : 'A label'} says this much. How many amps does it promise for as long as you like?`,
        givens: [given('capacity', 'capacity', ah), given('C', 'count', c)],
        asked: given('amps', 'current', ah * c),
        tolerance: 0.02,
        steps: [`${showUnit(ah, 'Ah')} × ${show(c)} = ${showUnit(ah * c, 'A')}`],
        wrongs: [
          {
            value: ah * c * 1000,
            says: 'Milliamp hours were multiplied: take the capacity in amp hours, a thousand times fewer.'
          },
          {
            value: c / ah,
            says: 'That is C divided by the capacity. C says how many times its capacity a pack gives: multiply.'
          },
          {
            value: c,
            says: 'C alone is no current: it counts how many times the capacity is given. Multiply by the amp hours.'
          },
          {
            value: (ah * c) / 2,
            says: 'Half of it would be a margin, which comes afterwards. The label itself is the capacity times C.'
          }
        ]
      };
    }
  }),
  kind({
    id: 'time',
    title: 'How long a pack lasts',
    level: 1,
    page: 'bigger-pack',
    make: (draw, setup) => {
      const ah = setup?.battery.capacityAh ?? oneOf(draw, AH);
      const amps = Math.max(Math.round((2 + 10 * draw()) * ah), 1);
      const seconds = (0.8 * ah * 3600) / amps;
      return {
        question: 'On average a flight draws this much. You use 80 % of the capacity. How long may it be?',
        givens: [given('capacity', 'capacity', ah), given('amps on average', 'current', amps)],
        asked: given('time', 'minutes', seconds),
        tolerance: 0.03,
        steps: [
          `80 % of ${showUnit(ah, 'Ah')} = ${showUnit(0.8 * ah, 'Ah')}`,
          `${showUnit(0.8 * ah, 'Ah')} ÷ ${showUnit(amps, 'A')} = ${show((0.8 * ah) / amps)} hours`,
          `× 60 = ${showUnit(seconds / 60, 'min')}`
        ],
        wrongs: [
          {
            value: seconds / 0.8,
            says: 'The whole capacity was used. A fifth stays in the pack: times 0.8.'
          },
          { value: seconds / 60, says: 'Those are hours, not minutes: times 60.' },
          {
            value: (0.8 * amps * 3600) / ah,
            says: 'Amps were divided by amp hours: it is the other way round.'
          },
          {
            value: seconds * 0.25,
            says: 'The fifth that stays in the pack was used, in place of the four fifths that may be.'
          }
        ]
      };
    }
  }),
  kind({
    id: 'esc-size',
    title: 'Which ESC',
    level: 1,
    page: 'esc',
    make: (draw) => {
      const amps = Math.round(14 + 56 * draw());
      const size = atLeast(ESC_SIZES_A, 1.25 * amps);
      return {
        question: `Your worst case is this much. You keep a quarter in hand. Which is the smallest ESC of ${ESC_SIZES_A.join(', ')} A that does?`,
        givens: [given('worst case', 'current', amps)],
        asked: given('ESC', 'current', size),
        tolerance: 0.001,
        steps: [
          `1.25 × ${showUnit(amps, 'A')} = ${showUnit(1.25 * amps, 'A')}`,
          `the next size on sale: ${showUnit(size, 'A')}`
        ],
        wrongs: [
          {
            value: atLeast(ESC_SIZES_A, amps),
            says: 'That stands the worst case and nothing more: multiply by 1.25 first.'
          },
          { value: 1.25 * amps, says: 'Right so far, but nobody sells that size: take the next one above.' },
          {
            value: [...ESC_SIZES_A].reverse().find((x) => x <= 1.25 * amps) ?? ESC_SIZES_A[0],
            says: 'That is the size below 1.25 times: it must be the one above.'
          },
          {
            value: atLeast(ESC_SIZES_A, 2 * amps),
            says: 'That is twice the worst case: it works, but it is heavier than what was asked.'
          },
          {
            value: amps / 1.25,
            says: 'Divided by 1.25 in place of multiplied: a margin makes the ESC larger, not smaller.'
          },
          {
            value: amps,
            says: 'That is the worst case itself: a quarter in hand first, then the next size on sale.'
          }
        ].filter((w) => Math.abs(w.value / size - 1) > 0.001)
      };
    }
  }),
  kind({
    id: 'rpm',
    title: 'Turns without a load',
    level: 2,
    page: 'kv',
    make: (draw, setup) => {
      const kv = setup?.motor.kvRpmPerVolt ?? oneOf(draw, [490, 600, 820, 900, 1100, 1480, 1900]);
      const cells = setup?.battery.series ?? oneOf(draw, CELLS);
      const rpm = kv * cells * NOMINAL_V;
      return {
        question:
          'How fast does this motor turn without a load on this many lithium cells, counted at 3.7 V each?',
        givens: [given('KV', 'kv', kv), given('cells', 'count', cells)],
        asked: given('rpm', 'rpm', rpm),
        tolerance: 0.02,
        steps: [
          `${cells} × 3.7 V = ${showUnit(cells * NOMINAL_V, 'V')}`,
          `${show(kv, 4)} × ${showUnit(cells * NOMINAL_V, 'V')} = ${showUnit(rpm, 'rpm')}`
        ],
        wrongs: [
          { value: kv * cells, says: 'KV counts for each volt, not for each cell: a cell has 3.7 of them.' },
          {
            value: kv * cells * 4.2,
            says: 'That is at 4.2 V a cell, fresh off the charger; 3.7 V were asked.'
          },
          {
            value: kv / (cells * NOMINAL_V),
            says: 'KV was divided by the volts: it is turns for each volt, so multiply.'
          },
          { value: kv * NOMINAL_V, says: 'That is one cell alone: multiply by how many there are.' }
        ].filter((w) => Math.abs(w.value / rpm - 1) > 0.03)
      };
    }
  }),
  kind({
    id: 'pitch-speed',
    title: 'Pitch speed',
    level: 2,
    page: 'pitch-speed',
    make: (draw, setup) => {
      const p = setup?.propulsor;
      const own = p?.kind === 'propeller';
      const pitchM = own ? p.pitchM : oneOf(draw, [4, 4.5, 5, 5.5, 6, 7, 8]) * INCH_M;
      const rpm = 100 * Math.round(70 + 90 * draw());
      const speed = (rpm / 60) * pitchM;
      return {
        question:
          'A propeller of this pitch turns this fast. How fast would it screw through the air without slipping?',
        givens: [given('pitch', 'propLength', pitchM), given('rpm', 'rpm', rpm)],
        asked: given('pitch speed', 'speed', speed),
        tolerance: 0.02,
        steps: [
          `${show(pitchM / INCH_M)} in × 0.0254 = ${showUnit(pitchM, 'm')}`,
          `${showUnit(rpm, 'rpm')} ÷ 60 = ${show(rpm / 60)} turns a second`,
          `${showUnit(pitchM, 'm')} × ${show(rpm / 60)} = ${showUnit(speed, 'm/s')}`
        ],
        wrongs: [
          { value: speed * 60, says: 'Turns a minute were taken for turns a second: divide by 60.' },
          {
            value: (rpm / 60) * (pitchM / INCH_M),
            says: 'The pitch stayed in inches: times 0.0254 for metres.'
          },
          {
            value: speed * Math.PI,
            says: 'π belongs to the way round the circle; pitch is already the way ahead for a turn.'
          },
          { value: speed * 3.6, says: 'Those are km/h, not m/s; type the unit behind it, or divide by 3.6.' }
        ]
      };
    }
  }),
  kind({
    id: 'watts-over-volts',
    title: 'Amps from watts',
    level: 2,
    page: 'watts',
    make: (draw) => {
      const cells = oneOf(draw, CELLS);
      const watts = 10 * Math.round(20 + 80 * draw());
      const amps = watts / (cells * NOMINAL_V);
      return {
        question:
          'A motor’s page gives only watts. How many amps are that on this many lithium cells, at 3.7 V each?',
        givens: [given('watts', 'power', watts), given('cells', 'count', cells)],
        asked: given('amps', 'current', amps),
        tolerance: 0.02,
        steps: [
          `${cells} × 3.7 V = ${showUnit(cells * NOMINAL_V, 'V')}`,
          `${showUnit(watts, 'W')} ÷ ${showUnit(cells * NOMINAL_V, 'V')} = ${showUnit(amps, 'A')}`
        ],
        wrongs: [
          {
            value: watts / cells,
            says: 'The watts were divided by the cells, not by their volts: each has 3.7.'
          },
          {
            value: watts * cells * NOMINAL_V,
            says: 'Multiplied in place of divided: amps are watts over volts.'
          },
          {
            value: watts / (cells * 4.2),
            says: 'That is at 4.2 V a cell, which a pack does not keep under load; 3.7 V were asked, and give more amps.'
          },
          { value: watts / NOMINAL_V, says: 'That is on one cell: divide by the volts of all of them.' }
        ]
      };
    }
  }),
  kind({
    id: 'linear-heat',
    title: 'Heat of a linear supply',
    level: 2,
    page: 'receiver',
    make: (draw) => {
      const cells = oneOf(draw, [3, 4, 5, 6]);
      const volts = Number((cells * NOMINAL_V).toFixed(1));
      // not near one, where amps are no factor at all
      const amps = oneOf(draw, [0.4, 0.6, 0.7, 0.8, 1.3, 1.5, 1.8]);
      const watts = (volts - 5) * amps;
      return {
        question:
          'A linear supply of 5 V hangs on this pack and gives this much on average. How much heat does it make?',
        givens: [given('volts of the pack', 'voltage', volts), given('amps on average', 'current', amps)],
        asked: given('heat', 'power', watts),
        tolerance: 0.03,
        steps: [
          `${showUnit(volts, 'V')} − 5 V = ${showUnit(volts - 5, 'V')} are burnt`,
          `× ${showUnit(amps, 'A')} = ${showUnit(watts, 'W')}`
        ],
        wrongs: [
          {
            value: volts * amps,
            says: 'That is all that goes in; 5 V of it reach the servos. Only the difference is heat.'
          },
          {
            value: 5 * amps,
            says: 'That is what the servos get. The heat is what is left over: pack volts less 5.'
          },
          { value: (volts - 5) / amps, says: 'Divided by the amps in place of multiplied.' },
          { value: volts - 5, says: 'Those are the volts it burns; times the amps they are watts.' },
          {
            value: (volts + 5) * amps,
            says: 'Its output was added to the pack’s volts: it burns what is between them.'
          }
        ].filter((w) => Math.abs(w.value / watts - 1) > 0.04)
      };
    }
  }),
  kind({
    id: 'more-cells',
    title: 'One cell more',
    level: 3,
    page: 'cells',
    make: (draw, setup) => {
      const from = Math.min(setup?.battery.series ?? oneOf(draw, [2, 3, 4, 5]), 12);
      const to = from + 1;
      const amps = Math.round(15 + 40 * draw());
      const after = amps * (to / from) ** 1.6;
      return {
        question: `On ${from} cells it draws this much. By the rule of the trade, amps go with the cells to the power of 1.6: what does it draw on ${to} with the same propeller?`,
        givens: [given(`amps on ${from} cells`, 'current', amps)],
        asked: given(`amps on ${to} cells`, 'current', after),
        tolerance: 0.02,
        steps: [
          `${to} ÷ ${from} = ${show(to / from)}`,
          `${show(to / from)} to the power of 1.6 = ${show((to / from) ** 1.6)}`,
          `× ${showUnit(amps, 'A')} = ${showUnit(after, 'A')}`
        ],
        wrongs: [
          {
            value: (amps * to) / from,
            says: 'That is the ratio of the cells alone. The propeller asks for more than that: to the power of 1.6.'
          },
          {
            value: amps * (to / from) * 1.6,
            says: 'Multiplied by 1.6: it is a power. A calculator’s key is xʸ, or the logarithm times 1.6.'
          },
          {
            value: (amps * from) / to,
            says: 'Amps went down: they would for the same watts, but the same propeller takes more watts.'
          },
          {
            value: amps * (to / from) ** 2,
            says: 'That is the square: right for torque and turns, a little too much for a motor that sags.'
          }
        ]
      };
    }
  }),
  kind({
    id: 'output-limit',
    title: 'An output limit',
    level: 3,
    page: 'kv',
    make: (draw) => {
      const kv = oneOf(draw, [2400, 2450, 2522, 2750]);
      const wanted = 50 * Math.round(30 + 8 * draw());
      const percent = Math.floor((100 * wanted) / kv);
      return {
        question:
          'A motor of this KV shall turn like one of the wanted KV. To what per cent is the output limited, rounded to the safe side?',
        givens: [given('KV', 'kv', kv), given('wanted KV', 'kv', wanted)],
        asked: given('limit', 'share', percent / 100),
        tolerance: 0.001,
        steps: [
          `${wanted} ÷ ${kv} = ${show((100 * wanted) / kv, 4)} %`,
          `rounded down, so that it never turns faster: ${percent} %`
        ],
        wrongs: [
          {
            value: Math.ceil((100 * wanted) / kv) / 100,
            says: 'Rounded up: then it turns faster than what was asked. To the safe side is down.'
          },
          { value: kv / wanted, says: 'The wrong way round: a limit is less than the whole.' },
          { value: 1 - wanted / kv, says: 'That is what is taken away; the limit is what is left.' },
          {
            value: (kv - wanted) / wanted,
            says: 'That is by how much the motor is faster. The limit is the wanted KV over the real one.'
          }
        ].filter((w) => Math.abs(w.value / (percent / 100) - 1) > 0.002)
      };
    }
  }),
  kind({
    id: 'thrust-to-weight',
    title: 'Thrust for the weight',
    level: 3,
    page: 'pitch-speed',
    make: (draw, setup) => {
      const kg = setup?.craft.massKg ?? Number((0.8 + 2 * draw()).toFixed(1));
      // not near its weight, where either way round comes to the same
      const grams = Math.round(kg * 1000 * oneOf(draw, [0.6, 0.7, 0.8, 1.25, 1.4, 1.6]));
      const ratio = grams / (1000 * kg);
      return {
        question: 'A thrust stand reads this much for this craft. How many times its weight is that?',
        givens: [
          given('thrust', 'thrust', (grams / 1000) * GRAVITY_MS2),
          given('all-up weight', 'craftMass', kg)
        ],
        asked: given('thrust for the weight', 'ratio', ratio),
        tolerance: 0.02,
        steps: [
          `${showUnit(kg, 'kg')} = ${showUnit(1000 * kg, 'g', 4)}`,
          `${showUnit(grams, 'g', 4)} ÷ ${showUnit(1000 * kg, 'g', 4)} = ${show(ratio)}`
        ],
        wrongs: [
          { value: 1 / ratio, says: 'The weight was divided by the thrust: it is the other way round.' },
          { value: grams / kg, says: 'Grams were divided by kilograms: bring both to one unit.' },
          {
            value: ratio * GRAVITY_MS2,
            says: 'Newtons were divided by kilograms: the weight is a force too, 9.81 N for each.'
          }
        ].filter((w) => Math.abs(w.value / ratio - 1) > 0.03)
      };
    }
  }),
  kind({
    id: 'match',
    title: 'The pack for a row of a table',
    level: 3,
    page: 'c-rating',
    make: (draw) => {
      const cells = oneOf(draw, [3, 4, 6]);
      const watts = 10 * Math.round(30 + 60 * draw());
      const ah = oneOf(draw, [2.2, 3.3, 4, 5]);
      const amps = watts / (cells * NOMINAL_V);
      const need = 1.5 * amps;
      const c = atLeast(C_RATES, need / ah);
      return {
        question: `A table’s row gives the thrust you want at these watts, on ${cells} lithium cells (3.7 V each). You want one and a half times the amps from a pack of this capacity. Which is the lowest C of ${C_RATES.slice(0, 9).join(', ')} … that does?`,
        givens: [given('watts of the row', 'power', watts), given('capacity', 'capacity', ah)],
        asked: given('C', 'count', c),
        tolerance: 0.001,
        steps: [
          `${showUnit(watts, 'W')} ÷ (${cells} × 3.7 V) = ${showUnit(amps, 'A')}`,
          `1.5 × ${showUnit(amps, 'A')} = ${showUnit(need, 'A')}`,
          `${showUnit(need, 'A')} ÷ ${showUnit(ah, 'Ah')} = ${show(need / ah)} C`,
          `the next on sale: ${show(c)} C`
        ],
        wrongs: [
          {
            value: atLeast(C_RATES, amps / ah),
            says: 'The margin is missing: one and a half times the amps first.'
          },
          { value: need, says: 'Those are the amps it must give. Divide by the amp hours for C.' },
          {
            value: need / ah / 1000,
            says: 'The capacity was taken in milliamp hours: a thousand of them are one amp hour.'
          },
          { value: need / ah, says: 'Right so far; but packs are sold in steps: take the next C above.' },
          {
            value: atLeast(C_RATES, (1.5 * watts) / NOMINAL_V / ah),
            says: 'The watts were divided by one cell’s volts: all of them push.'
          }
        ].filter(
          (w, k, all) => Math.abs(w.value / c - 1) > 0.001 && all.findIndex((o) => o.value === w.value) === k
        )
      };
    }
  }),
  wholeMatch
] as const;
