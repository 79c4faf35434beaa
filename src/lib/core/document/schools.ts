/** One of the margins practitioners use, in a sentence each. All: common practice, no source. */
export interface School {
  readonly id: string;
  readonly title: string;
  readonly why: string;
}

/** A margin on which practitioners disagree; the first school is the default. */
export interface Margin {
  readonly title: string;
  readonly schools: readonly School[];
}

/** The margins. A table of data. */
export const MARGINS = {
  'esc-current': {
    title: 'ESC rating against worst-case current',
    schools: [
      {
        id: '1.25x',
        title: '1.25 times',
        why: 'a quarter in hand covers a hot day, a tired fan and a propeller that pulls a little more'
      },
      {
        id: 'next-size',
        title: 'next size up',
        why: 'the next standard size above, at least 1.05 ×: enough when the current was measured'
      },
      { id: '+5A', title: '+5 A', why: 'a fixed five amps, from the days of small motors' },
      {
        id: 'one-above',
        title: 'one size above the maker’s',
        why: 'one standard size above what the motor’s maker recommends'
      }
    ]
  },
  'esc-oversize': {
    title: 'an ESC larger than needed',
    schools: [
      {
        id: 'no-harm',
        title: 'no harm',
        why: 'a larger ESC costs weight and money and nothing else'
      },
      {
        id: 'two-sizes',
        title: 'within two sizes',
        why: 'a much larger one lets through what burns the motor before it gives up itself'
      }
    ]
  },
  'pack-current': {
    title: 'pack amps against worst-case current',
    schools: [
      {
        id: '1.5x',
        title: '1.5 times',
        why: 'labels promise more than packs give; half in hand keeps them cool'
      },
      { id: '2x', title: '2 times', why: 'twice the current for a long pack life' },
      {
        id: 'esc-rating',
        title: 'the ESC’s rating',
        why: 'the pack must stand whatever the ESC lets through'
      },
      { id: '1x', title: 'bare', why: 'the label taken at its word: no margin at all' }
    ]
  },
  'thrust-to-weight': {
    title: 'thrust for the weight, fixed wing',
    schools: [
      { id: 'by-purpose', title: 'by purpose', why: 'what the craft is for decides how much it must pull' },
      { id: 'watts-per-kg', title: 'watts per kilogram', why: 'the rule used where only watts are known' }
    ]
  },
  'usable-capacity': {
    title: 'usable share of the capacity',
    schools: [
      { id: '80 %', title: '80 %', why: 'a fifth left is where a resting cell still shows 3.7 V' },
      { id: '70 %', title: '70 %', why: 'less per flight, more flights per pack' },
      { id: 'to the cut-off', title: 'to a loaded voltage', why: 'until a loaded cell meets the cut-off' }
    ]
  },
  'resting-voltage': {
    title: 'lowest resting volts per cell after use',
    schools: [
      { id: '3.6', title: '3.6 to 3.7 V', why: 'a cell rested at 3.6 V has little left and ages slowly' },
      { id: '3.5', title: '3.5 V', why: 'the floor that most cells stand without harm' }
    ]
  },
  'rpm-volts': {
    title: 'volts per cell for working out rpm',
    schools: [
      { id: 'loaded', title: 'loaded, as solved', why: 'what the cells really give under this load' },
      { id: '4.0', title: '4.0 V', why: 'what boats count with: a good pack under load, just charged' },
      { id: '3.7', title: '3.7 V', why: 'nominal volts, as on the label' },
      { id: '4.2', title: '4.2 V', why: 'fresh off the charger and without load: the highest it can be' }
    ]
  },
  'receiver-supply': {
    title: 'receiver supply',
    schools: [
      { id: 'own', title: 'the ESC’s own', why: 'fine as long as it stays inside its rating' },
      {
        id: 'separate',
        title: 'separate from 4 cells up',
        why: 'a linear supply turns the extra volts into heat'
      },
      {
        id: 'separate-servos',
        title: 'separate from 4 servos up',
        why: 'four servos that move at once ask more than most ESCs’ own supplies give'
      }
    ]
  },
  'touch-temperature': {
    title: 'how warm a boat’s motor may get',
    schools: [
      {
        id: 'as-long',
        title: 'a hand for as long as you like',
        why: 'what can be held for ever harms neither motor nor hand'
      },
      { id: '5s', title: 'a hand for 5 s', why: 'hot already: short runs only' },
      { id: '10s', title: 'a hand for 10 s', why: 'warm, with something in hand for a longer run' },
      {
        id: 'thermometer',
        title: 'thermometer limits',
        why: 'a hand is no thermometer: 80 °C at the case is the limit'
      }
    ]
  },
  'cells-by-propeller': {
    title: 'cells by propeller, multirotors',
    schools: [
      {
        id: 'small-props',
        title: 'no 6S below 3.5 in',
        why: 'small propellers turn fast enough on fewer cells'
      },
      {
        id: 'best-6s',
        title: '6S from 4 to 7 in',
        why: 'there six cells carry the watts with the least current'
      }
    ]
  },
  recommended: {
    title: 'what is recommended first',
    schools: [
      {
        id: 'by-purpose',
        title: 'as the purpose has it',
        why: 'time, thrust, weight and margins count as builders of such craft weigh them'
      },
      { id: 'longer', title: 'longer', why: 'time counts before all else: for surveys and long evenings' },
      { id: 'lighter', title: 'lighter', why: 'every gram counts: for small fields and gentle landings' },
      {
        id: 'in-hand',
        title: 'more in hand',
        why: 'what ratings spare counts before all else: for hot days and hard use'
      }
    ]
  },
  'boat-rpm': {
    title: 'rpm window of a surface drive',
    schools: [
      {
        id: 'loaded-25-30',
        title: '25 to 30 thousand, at 4.0 V a cell',
        why: 'what 56 to 58 mm motors stand loaded'
      },
      {
        id: 'unloaded-22-33',
        title: '22 to 33 thousand, unloaded',
        why: 'KV × nominal volts: low for mono hulls, high for hydroplanes'
      }
    ]
  }
} as const satisfies Record<string, Margin>;

export type MarginName = keyof typeof MARGINS;

/** The school chosen for a margin: the setup's, or the default. An unknown name falls back to the default. */
export function chosenSchool(margin: MarginName, chosen: Record<string, string> | undefined): School {
  const all: readonly School[] = MARGINS[margin].schools;
  return all.find((s) => s.id === chosen?.[margin]) ?? all[0];
}

/** What an aeroplane of a purpose must pull, and the watts per kilogram of the other rule. Common practice, no source. */
export const PURPOSES = {
  glider: { title: 'glider, slow climbs', thrustToWeight: [0.4, 0.6], wattsPerKg: [110, 150] },
  trainer: { title: 'trainer, gentle', thrustToWeight: [0.6, 0.8], wattsPerKg: [110, 220] },
  sport: { title: 'sport', thrustToWeight: [0.8, 1], wattsPerKg: [150, 220] },
  floatplane: { title: 'off water', thrustToWeight: [0.95, 1.1], wattsPerKg: [180, 260] },
  'hand-launch': { title: 'easy hand launch', thrustToWeight: [1.2, 1.5], wattsPerKg: [220, 330] },
  aerobatic: { title: 'aerobatic', thrustToWeight: [1, 1.3], wattsPerKg: [220, 330] },
  unlimited: { title: 'unlimited vertical', thrustToWeight: [1.3, 1.5], wattsPerKg: [330, 440] },
  speed: { title: 'speed', thrustToWeight: [0.8, 1.2], wattsPerKg: [330, 440] },
  jet: { title: 'ducted fan', thrustToWeight: [0.8, 1], wattsPerKg: [440, 600] }
} as const;
export type Purpose = keyof typeof PURPOSES;

/** What a multirotor of a purpose must pull, and where it should hover. Common practice, no source. */
export const MULTIROTOR_PURPOSES = {
  hover: { title: 'hovering and looking', thrustToWeight: [2, 2.5], hoverThrottle: [0.35, 0.5] },
  agile: { title: 'agile', thrustToWeight: [4, 6], hoverThrottle: [0.15, 0.35] },
  carry: { title: 'carrying', thrustToWeight: [1.8, 2.2], hoverThrottle: [0.4, 0.6] }
} as const;
export type MultirotorPurpose = keyof typeof MULTIROTOR_PURPOSES;

/** The purpose of an aeroplane that a text names; null where it names none. */
export const purposeNamed = (text: string | null | undefined): Purpose | null =>
  text != null && Object.hasOwn(PURPOSES, text) ? (text as Purpose) : null;

/** The purpose of a multirotor that a text names; null where it names none. */
export const multirotorPurposeNamed = (text: string | null | undefined): MultirotorPurpose | null =>
  text != null && Object.hasOwn(MULTIROTOR_PURPOSES, text) ? (text as MultirotorPurpose) : null;
