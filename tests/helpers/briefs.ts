import type { Brief } from '../../src/lib/core/brief/brief.ts';
import { seededRandom } from '../../src/lib/core/numeric/random.ts';

/** Purposes of aeroplanes with the weights, kg, and wing loadings over the cube root of weight, kg^⅔/m², that are flown. */
const AEROPLANES = {
  glider: [0.3, 4, 2.2, 4],
  trainer: [0.3, 4, 3, 5],
  sport: [0.4, 6, 3.5, 6],
  floatplane: [0.6, 5, 3, 5],
  'hand-launch': [0.2, 1.5, 2, 3.5],
  aerobatic: [0.2, 6, 3, 5.5],
  unlimited: [0.3, 5, 3, 5],
  speed: [0.4, 3, 5, 8],
  jet: [0.5, 4, 5.5, 9]
} as const;
/** Multirotors: weights, kg. */
const MULTIROTORS = { hover: [0.25, 8], agile: [0.2, 1.2], carry: [1.5, 20] } as const;

/** Sensible briefs of every kind, as people give them: three or four figures, the rest left open. */
export function* briefs(seed: number): Generator<Brief> {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const spread = (low: number, high: number): number => low * (high / low) ** random();
  const digits = (value: number): number => Number(value.toPrecision(2));
  for (let k = 0; ; k++) {
    const kind = (['fixed-wing', 'multirotor', 'fixed-wing', 'boat'] as const)[k % 4];
    const asked = random() < 0.6;
    if (kind === 'fixed-wing') {
      const purpose = pick(Object.keys(AEROPLANES) as (keyof typeof AEROPLANES)[]);
      const [light, heavy, low, high] = AEROPLANES[purpose];
      const massKg = digits(spread(light, heavy));
      const wingAreaM2 = digits(massKg ** (2 / 3) / (low + (high - low) * random()));
      // room by the undercarriage or the fan's housing
      const largestPropM =
        random() < 0.5
          ? null
          : purpose === 'jet'
            ? digits(0.085 * Math.sqrt(massKg))
            : digits(0.28 * Math.cbrt(massKg));
      yield {
        name: `brief ${k}`,
        kind,
        purpose,
        massKg,
        wingAreaM2: random() < 0.7 ? wingAreaM2 : null,
        largestPropM,
        targetSeconds: asked
          ? Math.round(purpose === 'speed' || purpose === 'jet' ? 120 + 120 * random() : 240 + 480 * random())
          : null
      };
    } else if (kind === 'multirotor') {
      const purpose = pick(Object.keys(MULTIROTORS) as (keyof typeof MULTIROTORS)[]);
      const massKg = digits(spread(MULTIROTORS[purpose][0], MULTIROTORS[purpose][1]));
      const rotors = purpose === 'agile' ? 4 : pick([4, 4, 6, 8]);
      yield {
        name: `brief ${k}`,
        kind,
        purpose,
        massKg,
        rotors,
        coaxial: rotors === 8 && random() < 0.5,
        largestPropM:
          random() < 0.5
            ? null
            : digits((purpose === 'agile' ? 0.16 : 0.27) * Math.cbrt(massKg) * Math.sqrt(4 / rotors)),
        targetSeconds: asked
          ? Math.round(purpose === 'agile' ? 150 + 150 * random() : 480 + 600 * random())
          : null
      };
    } else {
      const hull = pick(['planing-mono', 'hydroplane', 'displacement'] as const);
      const massKg = digits(spread(0.4, hull === 'displacement' ? 12 : 6));
      yield {
        name: `brief ${k}`,
        kind,
        purpose: 'speed',
        hull,
        massKg,
        waterlineLengthM: random() < 0.6 ? digits(0.55 * Math.cbrt(massKg) * (0.9 + 0.3 * random())) : null,
        series: random() < 0.5 ? pick([2, 3, 4, 6]) : null,
        targetSeconds: asked
          ? Math.round(hull === 'displacement' ? 900 + 1800 * random() : 180 + 240 * random())
          : null
      };
    }
  }
}
