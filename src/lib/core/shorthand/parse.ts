import type { PartKind } from '../registry/parts.ts';
import type { Change } from '../document/change.ts';
import { numbersOf } from '../units/read-figure.ts';
import { INCH_M, OUNCE_KG } from '../units/convert.ts';
import { show } from '../units/show.ts';

/** How a label was read: the changes it means, in words, and what no rule recognised. */
export interface LabelReading {
  changes: Change[];
  read: string[];
  notRead: string[];
  /** The second way to read it, where there is one: one key away. */
  other: LabelReading | null;
}

export type ShorthandPart = PartKind;

interface Rule {
  pattern: RegExp;
  take: (m: RegExpExecArray, add: (path: string, value: number | string, words: string) => void) => void;
}

/** A figure of a label: where a comma or point may part thousands, the reading that such figures have; the decimal one else. */
function number(text: string, least = 0, most = Infinity): number {
  const ways = numbersOf(text);
  return ways.find((n) => n >= least && n <= most) ?? ways[0] ?? NaN;
}
const N = '(\\d+(?:[.,]\\d+)?)';
/** A rating beside another one, "30-60C": three figures at the most before the point. */
const SHORT = '(?<![\\d.,])(\\d{1,3}(?:[.,]\\d)?)';
const lowFirst = (m: RegExpExecArray): [low: number, high: number] =>
  [number(m[1]), number(m[2])].sort((a, b) => a - b) as [number, number];
const rule = (source: string, take: Rule['take']): Rule => ({ pattern: new RegExp(source, 'iu'), take });

const CHEMISTRY: Record<string, string> = {
  lipo: 'lipo',
  hv: 'lihv',
  lihv: 'lihv',
  liion: 'liion',
  'li-ion': 'liion',
  ion: 'liion',
  life: 'lifepo4',
  lifepo4: 'lifepo4',
  nimh: 'nimh'
};

const mass: Rule = rule(`(?<![\\w.])${N}\\s*(kg|g|oz)\\b`, (m, add) => {
  const unit = m[2].toLowerCase();
  const kg = number(m[1], unit === 'g' ? 2 : 0) * (unit === 'kg' ? 1 : unit === 'g' ? 0.001 : OUNCE_KG);
  add('massKg', Number(kg.toPrecision(6)), `${m[1]} ${unit}`);
});

/** Volts of a cell that labels count by: of what is most, and of a chemistry that the label names. Common practice, no source. */
const LABEL_CELL_V: readonly (readonly [named: RegExp | null, volts: readonly number[]])[] = [
  [/nimh/i, [1.2]],
  [/life/i, [3.2, 3.3]],
  [/ion/i, [3.6, 3.7]],
  [null, [3.7, 3.8, 3.85]]
];
const MOST_LABEL_CELLS = 14;

/** Cells of the volts on a label, "11.1V"; null where they are no whole number of them. */
function cellsOfVolts(volts: number, label: string): number | null {
  const [, each] = LABEL_CELL_V.find(([named]) => named === null || named.test(label)) ?? [null, []];
  for (const v of each) {
    const cells = Math.round(volts / v);
    if (cells >= 1 && cells <= MOST_LABEL_CELLS && Math.abs(cells * v - volts) < 0.051) return cells;
  }
  return null;
}

/** Pitch beyond so many diameters is a point that a label leaves out: `11x47` is 11 × 4.7, `8x45` 8 × 4.5. */
const MOST_PITCH = 2;
const pitchOf = (diameter: number, pitch: number): number =>
  pitch > MOST_PITCH * diameter && pitch / 10 <= 1.6 * diameter ? pitch / 10 : pitch;

const RULES: Record<ShorthandPart, readonly Rule[]> = {
  battery: [
    rule('\\b(\\d{1,2})\\s*s(?:\\s*(\\d{1,2})\\s*p)?\\b', (m, add) => {
      add('series', Number(m[1]), `${m[1]} cells`);
      if (m[2]) add('parallel', Number(m[2]), `${m[2]} side by side`);
    }),
    // before the chemistry, whose word it goes by
    rule(`(?<![\\w.])${N}\\s*v\\b`, (m, add) => {
      const cells = cellsOfVolts(number(m[1]), m.input);
      if (cells !== null) add('series', cells, `${m[1]} V, ${cells} cells`);
    }),
    rule('\\b(li-?po4?|lihv|li-?ion|life(?:po4)?|nimh|hv)\\b', (m, add) => {
      const name = CHEMISTRY[m[1].toLowerCase().replace('li-po', 'lipo')] ?? 'lipo';
      add('chemistry', name, name);
    }),
    rule(`${N}\\s*mΩ|${N}\\s*mohm`, (m, add) =>
      add('cellResistanceOhm', number(m[1] ?? m[2]) / 1000, `${m[1] ?? m[2]} mΩ a cell`)
    ),
    rule(`${N}\\s*mah\\b`, (m, add) => add('capacityAh', number(m[1], 20, 100_000) / 1000, `${m[1]} mAh`)),
    rule(`${N}\\s*ah\\b`, (m, add) => add('capacityAh', number(m[1], 0.02, 100), `${m[1]} Ah`)),
    // "30-60C" is what it gives for long, and for moments
    rule(`${SHORT}\\s*c?\\s*[-–/]\\s*${SHORT}\\s*c\\b`, (m, add) => {
      const [low, high] = lowFirst(m);
      add('continuousC', low, `${low} C`);
      add('burstC', high, `burst ${high} C`);
    }),
    rule(`${N}\\s*c\\b(?:\\s*/\\s*${N}\\s*c\\b)?`, (m, add) => {
      add('continuousC', number(m[1]), `${m[1]} C`);
      if (m[2]) add('burstC', number(m[2]), `burst ${m[2]} C`);
    }),
    mass,
    rule('(?<![\\w.,])(\\d{3,5})(?![\\w.,])', (m, add) =>
      add('capacityAh', Number(m[1]) / 1000, `${m[1]} mAh`)
    )
  ],
  esc: [
    rule('\\b(\\d)\\s*-?\\s*in\\s*-?\\s*(?:1|one)\\b|\\b(four)[\\s-]*in[\\s-]*one\\b', (m, add) => {
      const channels = m[1] ? Number(m[1]) : 4;
      add('channels', channels, `one board for ${channels} motors`);
    }),
    rule('\\bopto\\b|\\bno\\s*bec\\b|\\bwithout\\s+(?:a\\s+)?bec\\b', (_m, add) =>
      add('becKind', 'none', 'no receiver supply')
    ),
    rule('\\b(\\d{1,2})\\s*[-–]\\s*(\\d{1,2})\\s*s\\b', (m, add) => {
      add('minSeries', Number(m[1]), `from ${m[1]} cells`);
      add('maxSeries', Number(m[2]), `to ${m[2]} cells`);
    }),
    rule('\\b(\\d{1,2})\\s*s\\b', (m, add) => add('maxSeries', Number(m[1]), `up to ${m[1]} cells`)),
    rule(`(?:[us]?bec\\s*)?${N}\\s*v\\s*[/@]?\\s*${N}\\s*a\\b(?:\\s*[us]?bec\\b)?`, (m, add) => {
      add('becV', number(m[1]), `receiver supply ${m[1]} V`);
      add('becA', number(m[2]), `${m[2]} A`);
      if (/sbec/i.test(m[0])) add('becKind', 'switching', 'switching');
    }),
    rule(`\\b[us]?bec\\s*${N}\\s*a\\b|${N}\\s*a\\s*[us]?bec\\b`, (m, add) => {
      add('becA', number(m[1] ?? m[2]), `receiver supply ${m[1] ?? m[2]} A`);
      if (/sbec/i.test(m[0])) add('becKind', 'switching', 'switching');
    }),
    rule(`${SHORT}\\s*a?\\s*[-–/]\\s*${SHORT}\\s*a\\b`, (m, add) => {
      const [low, high] = lowFirst(m);
      add('continuousA', low, `${low} A`);
      add('burstA', high, `burst ${high} A`);
    }),
    rule(`(?:burst|peak|max)\\s*${N}\\s*a\\b|${N}\\s*a\\s*(?:burst|peak)(?!\\s*\\d)`, (m, add) =>
      add('burstA', number(m[1] ?? m[2]), `burst ${m[1] ?? m[2]} A`)
    ),
    rule(`${N}\\s*a\\b`, (m, add) => add('continuousA', number(m[1]), `${m[1]} A`)),
    rule('\\b(linear|switching)\\b', (m, add) =>
      add('becKind', m[1].toLowerCase(), `${m[1].toLowerCase()} supply`)
    ),

    mass
  ],
  motor: [
    // size and KV in one, "2212-920"; one or two figures behind it count the turns of the winding
    rule('(?<![\\w.,])([a-z]?\\d{4})\\s*[-–]\\s*(\\d{3,5})(?:\\s*kv)?\\b', (m, add) => {
      add('kvRpmPerVolt', Number(m[2]), `${m[2]} KV`);
      add('name', m[1], `type ${m[1]}`);
    }),
    rule(`${N}\\s*(?:kv|rpm/v)\\b|\\bkv\\s*${N}`, (m, add) =>
      add('kvRpmPerVolt', number(m[1] ?? m[2], 20), `${m[1] ?? m[2]} KV`)
    ),
    rule(`${N}\\s*(?:mΩ|mohm)`, (m, add) => add('resistanceOhm', number(m[1]) / 1000, `${m[1]} mΩ`)),
    rule(`${N}\\s*a\\s*(?:@|at)\\s*${N}\\s*v\\b`, (m, add) => {
      add('noLoadCurrentA', number(m[1]), `no-load ${m[1]} A`);
      add('noLoadVoltageV', number(m[2]), `at ${m[2]} V`);
    }),
    // of two ratings the lower is the one that lasts
    rule(`${SHORT}\\s*a?\\s*[-–/]\\s*${SHORT}\\s*a\\b`, (m, add) =>
      add('maxCurrentA', lowFirst(m)[0], `${lowFirst(m)[0]} A, for moments ${lowFirst(m)[1]} A`)
    ),
    rule(`${N}\\s*w\\b`, (m, add) => add('maxPowerW', number(m[1], 5), `${m[1]} W`)),
    rule(`${N}\\s*a\\b`, (m, add) => add('maxCurrentA', number(m[1]), `${m[1]} A`)),
    rule('\\b(\\d{1,2})\\s*(?:poles?|p)\\b', (m, add) => add('poles', Number(m[1]), `${m[1]} poles`)),
    mass,
    rule('(?<![\\w.,])([a-z]?\\d{4})(?![\\d.,])', (m, add) => add('name', m[1], `type ${m[1]}`))
  ],
  propulsor: [
    rule(`${N}\\s*mm\\s*(?:[x×*]\\s*${N})?(?:\\s*(\\d{1,2})[\\s-]*blades?)?`, (m, add) => {
      const d = number(m[1]) / 1000;
      add('diameterM', d, `${m[1]} mm`);
      // a number of a few units behind the diameter is the pitch ratio screws are sold by
      if (m[2])
        add(
          'pitchM',
          Number((number(m[2]) <= 4 ? number(m[2]) * d : number(m[2]) / 1000).toPrecision(6)),
          number(m[2]) <= 4 ? `pitch ${m[2]} × diameter` : `pitch ${m[2]} mm`
        );
      if (m[3]) add('blades', Number(m[3]), `${m[3]} blades`);
    }),
    rule(`${N}\\s*(?:in|")?\\s*[x×*]\\s*${N}\\s*(?:in|")?(?:\\s*[x×*]\\s*(\\d)(?!\\d))?`, (m, add) => {
      add('diameterM', Number((number(m[1]) * INCH_M).toPrecision(6)), `${m[1]} in`);
      const pitch = pitchOf(number(m[1]), number(m[2]));
      add(
        'pitchM',
        Number((pitch * INCH_M).toPrecision(6)),
        `pitch ${pitch === number(m[2]) ? m[2] : `${pitch}`} in`
      );
      if (m[3]) add('blades', Number(m[3]), `${m[3]} blades`);
    }),
    rule(`\\bcut\\s+(?:down\\s+)?from\\s+${N}\\s*(?:in|")?`, (m, add) =>
      add('cutFromM', Number((number(m[1]) * INCH_M).toPrecision(6)), `cut from ${m[1]} in`)
    ),
    rule('\\b(blunt)(?:\\s+tips?)?\\b', (_m, add) => add('tip', 'blunt', 'blunt tips')),
    rule('(?<!\\d)(\\d{1,2})[\\s-]*(?:blades?|bl)\\b', (m, add) =>
      add('blades', Number(m[1]), `${m[1]} blades`)
    ),
    rule('\\b(carbon|cf)\\b', (_m, add) => add('family', 'multirotor-carbon', 'carbon rotor')),
    rule('\\b(thin|sport|slow|rotor|multirotor|folding)\\b', (m, add) => {
      const family =
        { thin: 'thin-electric', slow: 'slow-flyer', rotor: 'multirotor' }[m[1].toLowerCase()] ??
        m[1].toLowerCase();
      add('family', family, family.replace('-', ' '));
    }),
    mass
  ],
  'receiver-supply': [
    rule(`${N}\\s*[-–]\\s*${N}\\s*v\\s*(?:in|input)\\b`, (m, add) => {
      add('minVoltageV', number(m[1]), `from ${m[1]} V in`);
      add('maxVoltageV', number(m[2]), `to ${m[2]} V in`);
    }),
    rule(`${N}\\s*v\\s*[/@]\\s*${N}\\s*a\\b`, (m, add) => {
      add('outputV', number(m[1]), `${m[1]} V out`);
      add('continuousA', number(m[2]), `${m[2]} A`);
    }),
    rule(`${N}\\s*v\\b`, (m, add) => add('outputV', number(m[1]), `${m[1]} V out`)),
    rule(`${N}\\s*a\\b`, (m, add) => add('continuousA', number(m[1]), `${m[1]} A`)),
    rule('\\b(linear|switching|pack)\\b', (m, add) => {
      const kind = m[1].toLowerCase() === 'pack' ? 'own-pack' : m[1].toLowerCase();
      add('kind', kind, kind.replace('-', ' '));
    }),
    mass
  ]
};

/**
 * Reads a label the way people write them: `4S 2200 30C`, `3s2p 5Ah`, `2812 900KV 170g`, `11x5.5`, `5x4.3x3`,
 * `60A 2-6S 5V/3A`, `42 mm x1.4 2-blade`; decimal point or comma, inch or mm. Each rule takes its words away, so that
 * what is left is what was not understood. Never throws.
 * @param metric whether a bare `50x50` is millimetres first, as on a screw, and inches one key away
 */
export function parseShorthand(part: ShorthandPart, text: string, metric = false): LabelReading {
  const read: string[] = [];
  const changes: Change[] = [];
  let rest = ` ${text.trim()} `;
  for (const { pattern, take } of RULES[part]) {
    const m = pattern.exec(rest);
    if (!m) continue;
    let used = false;
    take(m, (path, value, words) => {
      const full = `${part}.${path}`;
      const before = changes.find((c) => c.path === full);
      // what says the same again was understood too: "4S 14.8V"
      if (before) used ||= before.value === value;
      if (before) return;
      changes.push({ path: full, value });
      read.push(words);
      used = true;
    });
    if (used) rest = `${rest.slice(0, m.index)} ${rest.slice(m.index + m[0].length)}`;
  }
  const notRead = rest.split(/[\s,;/]+/).filter((word) => word !== '');
  const first: LabelReading = { changes, read, notRead, other: null };
  const other = part === 'propulsor' ? otherPropulsor(text, first) : null;
  return metric && other ? { ...other, other: first } : { ...first, other };
}

/** A bare `7x4` may be inches or, for a screw, millimetres of diameter by pitch: the other unit is one key away. */
function otherPropulsor(text: string, first: LabelReading): LabelReading | null {
  const d = first.changes.find((c) => c.path === 'propulsor.diameterM');
  const p = first.changes.find((c) => c.path === 'propulsor.pitchM');
  if (!d || !p || /mm|in|"/i.test(text)) return null;
  const toMm = (c: Change): Change => ({
    path: c.path,
    value: Number((((c.value as number) / INCH_M) * 0.001).toPrecision(6))
  });
  const size = (c: Change): string => show((c.value as number) / INCH_M);
  return {
    changes: first.changes.map((c) => (c === d || c === p ? toMm(c) : c)),
    read: [`${size(d)} mm`, `pitch ${size(p)} mm`, ...first.read.filter((words) => !/ in$/.test(words))],
    notRead: first.notRead,
    other: null
  };
}

/** Fields a part needs before anything can be worked out. */
const NEEDED: Record<ShorthandPart, readonly [path: string, words: string][]> = {
  battery: [
    ['series', 'cells (4S)'],
    ['capacityAh', 'capacity (2200 or 2.2Ah)']
  ],
  esc: [['continuousA', 'rating (60A)']],
  motor: [['kvRpmPerVolt', 'KV (900KV)']],
  propulsor: [['diameterM', 'diameter (11x5.5)']],
  'receiver-supply': [
    ['outputV', 'volts out (5V/3A)'],
    ['continuousA', 'amps']
  ]
};

/** What a reading still lacks, in words. */
export const missingFrom = (part: ShorthandPart, r: LabelReading): string[] =>
  NEEDED[part]
    .filter(([path]) => !r.changes.some((c) => c.path === `${part}.${path}`))
    .map(([, words]) => words);
