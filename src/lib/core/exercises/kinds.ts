import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { C_RATES } from '../standard-sizes/packs.ts';
import { INCH_M } from '../units/convert.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { AH, atLeast, CELLS, given, kind, NOMINAL_V, oneOf } from './exercise.ts';
import { questionOf, wrongsOf } from './texts.ts';
import { wholeMatch } from './whole-match.ts';

/**
 * Kinds of exercises, from first sums to a whole match. Rules in them are common practice, no source, unless a page of help
 * says more. A table of data.
 */
export const KINDS = [
  kind({
    id: 'watts',
    level: 1,
    page: 'watts',
    make: (draw) => {
      const volts = Number((NOMINAL_V * oneOf(draw, CELLS) * (0.94 + 0.1 * draw())).toFixed(1));
      const amps = Math.round(12 + 48 * draw());
      return {
        question: questionOf('watts'),
        givens: [given('volts', 'voltage', volts), given('amps', 'current', amps)],
        asked: given('watts', 'power', volts * amps),
        tolerance: 0.02,
        steps: [`${showUnit(volts, 'V')} × ${showUnit(amps, 'A')} = ${showUnit(volts * amps, 'W')}`],
        wrongs: wrongsOf('watts', [volts / amps, volts + amps, amps / volts, volts * amps * 1000])
      };
    }
  }),
  kind({
    id: 'ah-times-c',
    level: 1,
    page: 'c-rating',
    make: (draw, setup) => {
      const own = setup?.battery.continuousC != null;
      const ah = own ? setup.battery.capacityAh : oneOf(draw, AH);
      const c = own ? (setup.battery.continuousC as number) : oneOf(draw, [20, 25, 30, 35, 45, 60]);
      return {
        question: questionOf('ah-times-c', {
          what: own
            ? `The label of your pack, ${setup.battery.name ?? 'as it stands in the setup'},`
            : 'A label'
        }),
        givens: [given('capacity', 'capacity', ah), given('C', 'count', c)],
        asked: given('amps', 'current', ah * c),
        tolerance: 0.02,
        steps: [`${showUnit(ah, 'Ah')} × ${show(c)} = ${showUnit(ah * c, 'A')}`],
        wrongs: wrongsOf('ah-times-c', [ah * c * 1000, c / ah, c, (ah * c) / 2])
      };
    }
  }),
  kind({
    id: 'time',
    level: 1,
    page: 'bigger-pack',
    make: (draw, setup) => {
      const ah = setup?.battery.capacityAh ?? oneOf(draw, AH);
      const amps = Math.max(Math.round((2 + 10 * draw()) * ah), 1);
      const seconds = (0.8 * ah * 3600) / amps;
      return {
        question: questionOf('time'),
        givens: [given('capacity', 'capacity', ah), given('amps on average', 'current', amps)],
        asked: given('time', 'minutes', seconds),
        tolerance: 0.03,
        steps: [
          `80 % of ${showUnit(ah, 'Ah')} = ${showUnit(0.8 * ah, 'Ah')}`,
          `${showUnit(0.8 * ah, 'Ah')} ÷ ${showUnit(amps, 'A')} = ${show((0.8 * ah) / amps)} hours`,
          `× 60 = ${showUnit(seconds / 60, 'min')}`
        ],
        wrongs: wrongsOf('time', [seconds / 0.8, seconds / 60, (0.8 * amps * 3600) / ah, seconds * 0.25])
      };
    }
  }),
  kind({
    id: 'esc-size',
    level: 1,
    page: 'esc',
    make: (draw) => {
      const amps = Math.round(14 + 56 * draw());
      const size = atLeast(ESC_SIZES_A, 1.25 * amps);
      return {
        question: questionOf('esc-size', { sizes: ESC_SIZES_A.join(', ') }),
        givens: [given('worst case', 'current', amps)],
        asked: given('ESC', 'current', size),
        tolerance: 0.001,
        steps: [
          `1.25 × ${showUnit(amps, 'A')} = ${showUnit(1.25 * amps, 'A')}`,
          `the next size on sale: ${showUnit(size, 'A')}`
        ],
        wrongs: wrongsOf('esc-size', [
          atLeast(ESC_SIZES_A, amps),
          1.25 * amps,
          [...ESC_SIZES_A].reverse().find((x) => x <= 1.25 * amps) ?? ESC_SIZES_A[0],
          atLeast(ESC_SIZES_A, 2 * amps),
          amps / 1.25,
          amps
        ]).filter((w) => Math.abs(w.value / size - 1) > 0.001)
      };
    }
  }),
  kind({
    id: 'rpm',
    level: 2,
    page: 'kv',
    make: (draw, setup) => {
      const kv = setup?.motor.kvRpmPerVolt ?? oneOf(draw, [490, 600, 820, 900, 1100, 1480, 1900]);
      const cells = setup?.battery.series ?? oneOf(draw, CELLS);
      const rpm = kv * cells * NOMINAL_V;
      return {
        question: questionOf('rpm'),
        givens: [given('KV', 'kv', kv), given('cells', 'count', cells)],
        asked: given('rpm', 'rpm', rpm),
        tolerance: 0.02,
        steps: [
          `${cells} × 3.7 V = ${showUnit(cells * NOMINAL_V, 'V')}`,
          `${show(kv, 4)} × ${showUnit(cells * NOMINAL_V, 'V')} = ${showUnit(rpm, 'rpm')}`
        ],
        wrongs: wrongsOf('rpm', [
          kv * cells,
          kv * cells * 4.2,
          kv / (cells * NOMINAL_V),
          kv * NOMINAL_V
        ]).filter((w) => Math.abs(w.value / rpm - 1) > 0.03)
      };
    }
  }),
  kind({
    id: 'pitch-speed',
    level: 2,
    page: 'pitch-speed',
    make: (draw, setup) => {
      const p = setup?.propulsor;
      const own = p?.kind === 'propeller';
      const pitchM = own ? p.pitchM : oneOf(draw, [4, 4.5, 5, 5.5, 6, 7, 8]) * INCH_M;
      const rpm = 100 * Math.round(70 + 90 * draw());
      const speed = (rpm / 60) * pitchM;
      return {
        question: questionOf('pitch-speed'),
        givens: [given('pitch', 'propLength', pitchM), given('rpm', 'rpm', rpm)],
        asked: given('pitch speed', 'speed', speed),
        tolerance: 0.02,
        steps: [
          `${show(pitchM / INCH_M)} in × 0.0254 = ${showUnit(pitchM, 'm')}`,
          `${showUnit(rpm, 'rpm')} ÷ 60 = ${show(rpm / 60)} turns a second`,
          `${showUnit(pitchM, 'm')} × ${show(rpm / 60)} = ${showUnit(speed, 'm/s')}`
        ],
        wrongs: wrongsOf('pitch-speed', [
          speed * 60,
          (rpm / 60) * (pitchM / INCH_M),
          speed * Math.PI,
          speed * 3.6
        ])
      };
    }
  }),
  kind({
    id: 'watts-over-volts',
    level: 2,
    page: 'watts',
    make: (draw) => {
      const cells = oneOf(draw, CELLS);
      const watts = 10 * Math.round(20 + 80 * draw());
      const amps = watts / (cells * NOMINAL_V);
      return {
        question: questionOf('watts-over-volts'),
        givens: [given('watts', 'power', watts), given('cells', 'count', cells)],
        asked: given('amps', 'current', amps),
        tolerance: 0.02,
        steps: [
          `${cells} × 3.7 V = ${showUnit(cells * NOMINAL_V, 'V')}`,
          `${showUnit(watts, 'W')} ÷ ${showUnit(cells * NOMINAL_V, 'V')} = ${showUnit(amps, 'A')}`
        ],
        wrongs: wrongsOf('watts-over-volts', [
          watts / cells,
          watts * cells * NOMINAL_V,
          watts / (cells * 4.2),
          watts / NOMINAL_V
        ])
      };
    }
  }),
  kind({
    id: 'linear-heat',
    level: 2,
    page: 'receiver',
    make: (draw) => {
      const cells = oneOf(draw, [3, 4, 5, 6]);
      const volts = Number((cells * NOMINAL_V).toFixed(1));
      // not near one, where amps are no factor at all
      const amps = oneOf(draw, [0.4, 0.6, 0.7, 0.8, 1.3, 1.5, 1.8]);
      const watts = (volts - 5) * amps;
      return {
        question: questionOf('linear-heat'),
        givens: [given('volts of the pack', 'voltage', volts), given('amps on average', 'current', amps)],
        asked: given('heat', 'power', watts),
        tolerance: 0.03,
        steps: [
          `${showUnit(volts, 'V')} − 5 V = ${showUnit(volts - 5, 'V')} are burnt`,
          `× ${showUnit(amps, 'A')} = ${showUnit(watts, 'W')}`
        ],
        wrongs: wrongsOf('linear-heat', [
          volts * amps,
          5 * amps,
          (volts - 5) / amps,
          volts - 5,
          (volts + 5) * amps
        ]).filter((w) => Math.abs(w.value / watts - 1) > 0.04)
      };
    }
  }),
  kind({
    id: 'more-cells',
    level: 3,
    page: 'cells',
    make: (draw, setup) => {
      const from = Math.min(setup?.battery.series ?? oneOf(draw, [2, 3, 4, 5]), 12);
      const to = from + 1;
      const amps = Math.round(15 + 40 * draw());
      const after = amps * (to / from) ** 1.6;
      return {
        question: questionOf('more-cells', { from, to }),
        givens: [given(`amps on ${from} cells`, 'current', amps)],
        asked: given(`amps on ${to} cells`, 'current', after),
        tolerance: 0.02,
        steps: [
          `${to} ÷ ${from} = ${show(to / from)}`,
          `${show(to / from)} to the power of 1.6 = ${show((to / from) ** 1.6)}`,
          `× ${showUnit(amps, 'A')} = ${showUnit(after, 'A')}`
        ],
        wrongs: wrongsOf('more-cells', [
          (amps * to) / from,
          amps * (to / from) * 1.6,
          (amps * from) / to,
          amps * (to / from) ** 2
        ])
      };
    }
  }),
  kind({
    id: 'output-limit',
    level: 3,
    page: 'kv',
    make: (draw) => {
      const kv = oneOf(draw, [2400, 2450, 2522, 2750]);
      const wanted = 50 * Math.round(30 + 8 * draw());
      const percent = Math.floor((100 * wanted) / kv);
      return {
        question: questionOf('output-limit'),
        givens: [given('KV', 'kv', kv), given('wanted KV', 'kv', wanted)],
        asked: given('limit', 'share', percent / 100),
        tolerance: 0.001,
        steps: [
          `${wanted} ÷ ${kv} = ${show((100 * wanted) / kv, 4)} %`,
          `rounded down, so that it never turns faster: ${percent} %`
        ],
        wrongs: wrongsOf('output-limit', [
          Math.ceil((100 * wanted) / kv) / 100,
          kv / wanted,
          1 - wanted / kv,
          (kv - wanted) / wanted
        ]).filter((w) => Math.abs(w.value / (percent / 100) - 1) > 0.002)
      };
    }
  }),
  kind({
    id: 'thrust-to-weight',
    level: 3,
    page: 'pitch-speed',
    make: (draw, setup) => {
      const kg = setup?.craft.massKg ?? Number((0.8 + 2 * draw()).toFixed(1));
      // not near its weight, where either way round comes to the same
      const grams = Math.round(kg * 1000 * oneOf(draw, [0.6, 0.7, 0.8, 1.25, 1.4, 1.6]));
      const ratio = grams / (1000 * kg);
      return {
        question: questionOf('thrust-to-weight'),
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
        wrongs: wrongsOf('thrust-to-weight', [1 / ratio, grams / kg, ratio * GRAVITY_MS2]).filter(
          (w) => Math.abs(w.value / ratio - 1) > 0.03
        )
      };
    }
  }),
  kind({
    id: 'match',
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
        question: questionOf('match', { cells, sizes: C_RATES.slice(0, 9).join(', ') }),
        givens: [given('watts of the row', 'power', watts), given('capacity', 'capacity', ah)],
        asked: given('C', 'count', c),
        tolerance: 0.001,
        steps: [
          `${showUnit(watts, 'W')} ÷ (${cells} × 3.7 V) = ${showUnit(amps, 'A')}`,
          `1.5 × ${showUnit(amps, 'A')} = ${showUnit(need, 'A')}`,
          `${showUnit(need, 'A')} ÷ ${showUnit(ah, 'Ah')} = ${show(need / ah)} C`,
          `the next on sale: ${show(c)} C`
        ],
        wrongs: wrongsOf('match', [
          atLeast(C_RATES, amps / ah),
          need,
          need / ah / 1000,
          need / ah,
          atLeast(C_RATES, (1.5 * watts) / NOMINAL_V / ah)
        ]).filter(
          (w, k, all) => Math.abs(w.value / c - 1) > 0.001 && all.findIndex((o) => o.value === w.value) === k
        )
      };
    }
  }),
  wholeMatch
] as const;
