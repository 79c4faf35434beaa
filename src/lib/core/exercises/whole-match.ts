import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { C_RATES } from '../standard-sizes/packs.ts';
import type { SetupDocument } from '../document/schema.ts';
import { mixedUseOf } from '../powertrain/mixed-use.ts';
import { INCH_M } from '../units/convert.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { AH, atLeast, given, kind, NOMINAL_V, oneOf, unlikeRight, type Exercise } from './exercise.ts';
import { questionOf, wrongsOf } from './texts.ts';

/** Volts of a lithium cell at full throttle, as one counts on paper. Common practice, no source. */
const LOADED_V = 3.5;
/** Share of KV × volts that a well matched motor turns under its load. Common practice, no source. */
const LOADED_SHARE = 0.8;
/** Pitch speed over stall speed of an everyday aeroplane. Common practice, no source. */
const PITCH_OVER_STALL = 2.5;
const ESC_MARGIN = 1.25;
const PACK_MARGIN = 1.5;
/** Of the capacity, how much is used. Common practice, no source. */
const USED = 0.8;
/** Watts for each kilogram by what it is flown for. Common practice, no source. */
const WATTS_PER_KG = [
  ['trainer', 'a trainer', 150],
  ['sport', 'sport flying', 220],
  ['aerobatic', 'aerobatics', 300]
] as const;

/** Average of the full-throttle current in ordinary use, as the product counts it, to a twentieth. */
const averageShare = (craft: Parameters<typeof mixedUseOf>[0]): number => {
  const { fullShare, restShare } = mixedUseOf(craft);
  return Math.round(20 * (fullShare + (1 - fullShare) * restShare)) / 20;
};
/** Capacities by amps: a tenth of an hour and more of full throttle. */
const capacityFor = (amps: number): number => AH.find((ah) => 30 * ah >= 1.2 * amps) ?? AH[AH.length - 1];

/** Amps of watts on a pack under load. */
function ampsStage(watts: number, cells: number, whose: string): Exercise {
  const volts = cells * LOADED_V;
  const amps = watts / volts;
  return {
    question: questionOf('stage-amps', { whose, volts: LOADED_V }),
    givens: [given('watts', 'power', watts), given('cells', 'count', cells)],
    asked: given('amps', 'current', amps),
    tolerance: 0.02,
    steps: [
      `${cells} × ${LOADED_V} V = ${showUnit(volts, 'V')}`,
      `${showUnit(watts, 'W')} ÷ ${showUnit(volts, 'V')} = ${showUnit(amps, 'A')}`
    ],
    wrongs: unlikeRight(
      amps,
      0.02,
      wrongsOf('stage-amps', [watts / LOADED_V, watts / (cells * 4.2), watts * volts, watts / cells])
    )
  };
}

/** The next ESC on sale for amps. */
function escStage(amps: number): Exercise {
  const need = ESC_MARGIN * amps;
  const size = atLeast(ESC_SIZES_A, need);
  return {
    question: questionOf('stage-esc', {
      sizes: ESC_SIZES_A.filter((a) => a > 0.4 * size && a < 2.2 * size).join(', ')
    }),
    givens: [given('amps of a motor', 'current', amps)],
    asked: given('ESC', 'current', size),
    tolerance: 0.001,
    steps: [
      `${ESC_MARGIN} × ${showUnit(amps, 'A')} = ${showUnit(need, 'A')}`,
      `the next on sale: ${showUnit(size, 'A')}`
    ],
    wrongs: unlikeRight(
      size,
      0.001,
      wrongsOf('stage-esc', [
        atLeast(ESC_SIZES_A, amps),
        need,
        ESC_SIZES_A.filter((a) => a < need).at(-1) ?? need,
        amps,
        amps / ESC_MARGIN,
        atLeast(ESC_SIZES_A, 2.5 * amps)
      ])
    )
  };
}

/** The lowest C that gives amps with a margin. */
function packStage(amps: number, ah: number): Exercise {
  const need = PACK_MARGIN * amps;
  const c = atLeast(C_RATES, need / ah);
  return {
    question: questionOf('stage-pack', { sizes: C_RATES.join(', ') }),
    givens: [given('amps of the pack', 'current', amps), given('capacity', 'capacity', ah)],
    asked: given('C', 'count', c),
    tolerance: 0.001,
    steps: [
      `${PACK_MARGIN} × ${showUnit(amps, 'A')} = ${showUnit(need, 'A')}`,
      `${showUnit(need, 'A')} ÷ ${showUnit(ah, 'Ah')} = ${show(need / ah)} C`,
      `the next on sale: ${show(c)} C`
    ],
    wrongs: unlikeRight(
      c,
      0.001,
      wrongsOf('stage-pack', [
        need,
        need / ah,
        need / ah / 1000,
        need * ah,
        ah / need,
        atLeast(C_RATES, amps / ah)
      ])
    )
  };
}

/** Minutes of a capacity at amps on average. */
function timeStage(ah: number, amps: number, average: string): Exercise {
  const seconds = (USED * ah * 3600) / amps;
  return {
    question: questionOf('stage-time', { average }),
    givens: [given('capacity', 'capacity', ah), given('amps on average', 'current', amps)],
    asked: given('time', 'minutes', seconds),
    tolerance: 0.03,
    steps: [
      `80 % of ${showUnit(ah, 'Ah')} = ${showUnit(USED * ah, 'Ah')}`,
      `${showUnit(USED * ah, 'Ah')} ÷ ${showUnit(amps, 'A')} × 60 = ${showUnit(seconds / 60, 'min')}`
    ],
    wrongs: unlikeRight(
      seconds,
      0.03,
      wrongsOf('stage-time', [seconds / USED, seconds / 60, (USED * amps * 3600) / ah, seconds * 0.25])
    )
  };
}

/** A motor's KV for rpm under load. */
function kvStage(rpm: number, cells: number): Exercise {
  const volts = cells * LOADED_V;
  const kv = rpm / (LOADED_SHARE * volts);
  return {
    question: questionOf('stage-kv', { volts: LOADED_V }),
    givens: [given('rpm under load', 'rpm', rpm), given('cells', 'count', cells)],
    asked: given('KV', 'kv', kv),
    tolerance: 0.02,
    steps: [
      `${cells} × ${LOADED_V} V = ${showUnit(volts, 'V')}`,
      `${showUnit(rpm, 'rpm', 4)} ÷ 0.8 = ${showUnit(rpm / LOADED_SHARE, 'rpm', 4)} without a load`,
      `÷ ${showUnit(volts, 'V')} = ${show(kv)} rpm for each volt`
    ],
    wrongs: unlikeRight(
      kv,
      0.02,
      wrongsOf('stage-kv', [
        rpm / volts,
        (rpm * LOADED_SHARE) / volts,
        rpm / LOADED_SHARE / LOADED_V,
        rpm / LOADED_SHARE / cells
      ])
    )
  };
}

type Made = SetupDocument | null;

/** An aeroplane: weight → watts → amps → rpm → KV → ESC → pack → time. */
function aeroplane(draw: () => number, setup: Made): Exercise[] {
  const own = setup?.craft.kind === 'fixed-wing' ? setup : null;
  const kg = own?.craft.massKg ?? Number((0.7 + 2.3 * draw()).toFixed(1));
  const [use, purpose, perKg] = oneOf(draw, WATTS_PER_KG);
  const share = averageShare({ kind: 'fixed-wing', massKg: kg, purpose: use });
  const watts = kg * perKg;
  const cells = own?.battery.series ?? (watts < 350 ? 3 : watts < 700 ? 4 : 6);
  const stallMs = Math.round(7 + 4 * draw());
  const pitchM =
    own?.propulsor.kind === 'propeller' ? own.propulsor.pitchM : oneOf(draw, [5, 5.5, 6, 7]) * INCH_M;
  const rpm = (60 * PITCH_OVER_STALL * stallMs) / pitchM;
  const amps = watts / (cells * LOADED_V);
  const ah = own?.battery.capacityAh ?? capacityFor(amps);
  return [
    {
      question: questionOf('aeroplane-watts', {
        what: own ? `the drive of ${own.craft.name ?? 'your craft'}` : 'a drive',
        purpose,
        perKg
      }),
      givens: [given('all-up weight', 'craftMass', kg), given('W for each kg', 'count', perKg)],
      asked: given('watts', 'power', watts),
      tolerance: 0.02,
      steps: [`${showUnit(kg, 'kg')} × ${perKg} = ${showUnit(watts, 'W')}`],
      wrongs: unlikeRight(
        watts,
        0.02,
        wrongsOf('aeroplane-watts', [watts * 1000, watts * GRAVITY_MS2, perKg / kg, watts * 2.2046])
      )
    },
    ampsStage(watts, cells, 'on this pack'),
    {
      question: questionOf('aeroplane-rpm', { times: PITCH_OVER_STALL }),
      givens: [given('stall speed', 'speed', stallMs), given('pitch', 'propLength', pitchM)],
      asked: given('rpm', 'rpm', rpm),
      tolerance: 0.02,
      steps: [
        `${PITCH_OVER_STALL} × ${showUnit(stallMs, 'm/s')} = ${showUnit(PITCH_OVER_STALL * stallMs, 'm/s')}`,
        `÷ ${showUnit(pitchM, 'm')} = ${show(rpm / 60)} turns a second`,
        `× 60 = ${showUnit(rpm, 'rpm', 4)}`
      ],
      wrongs: unlikeRight(
        rpm,
        0.02,
        wrongsOf(
          'aeroplane-rpm',
          [rpm / 60, rpm / PITCH_OVER_STALL, (rpm * pitchM) / (pitchM / INCH_M), rpm / Math.PI],
          { times: PITCH_OVER_STALL }
        )
      )
    },
    kvStage(rpm, cells),
    escStage(amps),
    packStage(amps, ah),
    timeStage(ah, share * amps, `Such a flight draws ${show(share)} of full throttle on average.`)
  ];
}

/** A multirotor: weight → thrust of a rotor → hover watts → amps → time → full throttle → ESC → pack. */
function multirotor(draw: () => number, setup: Made): Exercise[] {
  const own = setup?.craft.kind === 'multirotor' ? setup : null;
  const kg = own?.craft.massKg ?? Number((0.5 + 1.5 * draw()).toFixed(1));
  const rotors = own?.count ?? oneOf(draw, [4, 6]);
  const cells = own?.battery.series ?? oneOf(draw, [4, 6]);
  const ah = own?.battery.capacityAh ?? oneOf(draw, [3.3, 4, 5]);
  const thrustN = (2 * kg * GRAVITY_MS2) / rotors;
  const perWatt = oneOf(draw, [6, 7, 8, 9]);
  const hoverW = (1000 * kg) / perWatt;
  const hoverA = hoverW / (cells * NOMINAL_V);
  // twice the thrust takes some three times the watts, and a little more for losses
  const fullW = Math.round((hoverW / rotors) * (3 + 0.6 * draw()));
  const fullA = fullW / (cells * LOADED_V);
  return [
    {
      question: questionOf('multirotor-thrust', {
        what: own ? `the drive of ${own.craft.name ?? 'your craft'}` : 'a multirotor'
      }),
      givens: [given('all-up weight', 'craftMass', kg), given('rotors', 'count', rotors)],
      asked: given('thrust of a rotor', 'thrust', thrustN),
      tolerance: 0.02,
      steps: [
        `2 × ${showUnit(1000 * kg, 'g')} = ${showUnit(2000 * kg, 'g')}`,
        `÷ ${rotors} = ${showUnit((2000 * kg) / rotors, 'g')}`
      ],
      wrongs: unlikeRight(
        thrustN,
        0.02,
        wrongsOf('multirotor-thrust', [thrustN / 2, thrustN * rotors, thrustN / GRAVITY_MS2 / 1000])
      )
    },
    {
      question: questionOf('multirotor-watts'),
      givens: [given('all-up weight', 'craftMass', kg), given('grams for each watt', 'count', perWatt)],
      asked: given('watts in hover', 'power', hoverW),
      tolerance: 0.02,
      steps: [`${showUnit(1000 * kg, 'g')} ÷ ${perWatt} = ${showUnit(hoverW, 'W')}`],
      wrongs: unlikeRight(
        hoverW,
        0.02,
        wrongsOf('multirotor-watts', [1000 * kg * perWatt, hoverW / rotors, 2 * hoverW, kg / perWatt])
      )
    },
    {
      ...ampsStage(hoverW, cells, 'in hover'),
      question: questionOf('multirotor-amps', { volts: NOMINAL_V }),
      asked: given('amps in hover', 'current', hoverA),
      steps: [
        `${cells} × ${NOMINAL_V} V = ${showUnit(cells * NOMINAL_V, 'V')}`,
        `${showUnit(hoverW, 'W')} ÷ ${showUnit(cells * NOMINAL_V, 'V')} = ${showUnit(hoverA, 'A')}`
      ],
      wrongs: unlikeRight(
        hoverA,
        0.02,
        wrongsOf('multirotor-amps', [hoverW / NOMINAL_V, hoverW * cells * NOMINAL_V, hoverW / cells])
      )
    },
    timeStage(ah, hoverA, 'It hovers.'),
    ampsStage(fullW, cells, 'of one motor at full throttle'),
    escStage(fullA),
    packStage(rotors * fullA, ah)
  ];
}

/** A boat: screw rpm → KV → amps → ESC, twice as large → pack → time. */
function boat(draw: () => number, setup: Made): Exercise[] {
  const own = setup?.craft.kind === 'boat' ? setup : null;
  const cells = own?.battery.series ?? oneOf(draw, [3, 4, 6]);
  const ah = own?.battery.capacityAh ?? oneOf(draw, [3.3, 4, 5]);
  const speedMs = Math.round(8 + 8 * draw());
  const pitchM = own?.propulsor.pitchM ?? oneOf(draw, [0.045, 0.05, 0.055, 0.06]);
  const slip = oneOf(draw, [0.2, 0.25, 0.3]);
  const share = averageShare({ kind: 'boat', massKg: 3, hull: 'planing-mono' });
  const rpm = (60 * speedMs) / (pitchM * (1 - slip));
  const watts = 10 * Math.round(25 + 45 * draw());
  const amps = watts / (cells * LOADED_V);
  return [
    {
      question: questionOf('boat-rpm', {
        what: own ? `the drive of ${own.craft.name ?? 'your boat'}` : 'a boat’s drive'
      }),
      givens: [
        given('speed', 'speed', speedMs),
        given('pitch', 'screwLength', pitchM),
        given('slip', 'share', slip)
      ],
      asked: given('rpm of the screw', 'rpm', rpm),
      tolerance: 0.02,
      steps: [
        `${showUnit(pitchM, 'm')} × (1 − ${show(slip)}) = ${showUnit(pitchM * (1 - slip), 'm')} ahead for each turn`,
        `${showUnit(speedMs, 'm/s')} ÷ ${showUnit(pitchM * (1 - slip), 'm')} × 60 = ${showUnit(rpm, 'rpm', 4)}`
      ],
      wrongs: unlikeRight(
        rpm,
        0.02,
        wrongsOf('boat-rpm', [rpm * (1 - slip), rpm * (1 - slip) ** 2, rpm / 60, (rpm * (1 - slip)) / slip])
      )
    },
    kvStage(rpm, cells),
    ampsStage(watts, cells, 'at full speed'),
    escStage(amps),
    packStage(amps, ah),
    timeStage(ah, share * amps, `A run draws ${show(share)} of it on average.`)
  ];
}

const BY_KIND = { 'fixed-wing': aeroplane, multirotor, boat } as const;

/** Whether ESCs and packs of the sizes that a match comes to are sold at all. */
const onSale = (steps: readonly Exercise[]): boolean =>
  steps.every(
    ({ asked, givens }) =>
      (asked.title !== 'ESC' || asked.value >= ESC_MARGIN * givens[0].value) &&
      (asked.title !== 'C' || asked.value * givens[1].value >= PACK_MARGIN * givens[0].value * (1 - 1e-9))
  );

/**
 * A whole match on paper, of the user's own kind of craft, or of one that is drawn. A setup that no list has an ESC or a pack
 * for gives way to a made one. Rules in it: common practice, no source.
 */
export const wholeMatch = kind({
  id: 'whole-match',
  level: 4,
  page: 'watts',
  make: (draw, setup) => {
    const own = setup ? BY_KIND[setup.craft.kind](draw, setup) : [];
    return own.length > 0 && onSale(own) ? own : oneOf(draw, Object.values(BY_KIND))(draw, null);
  }
});
