import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { PROPELLER_SIZES } from '../standard-sizes/propeller-sizes.ts';
import { INCH_M } from '../units/convert.ts';
import { inInches, show } from '../units/show.ts';
import { screwDiametersM } from '../standard-sizes/screws.ts';
import { FAN_SIZES_M } from '../standard-sizes/fans.ts';
import type { Change } from '../document/change.ts';
import { withArticle } from '../text/with-article.ts';
import { type Rung, isFixed, type Ladder, thinned } from './candidates.ts';

interface Size extends Rung {
  readonly diameterM: number;
  readonly pitchM: number;
  /** How hard it loads the motor: D⁴ P. */
  readonly load: number;
}

/** How far pitch over diameter may go from the present one: a propulsor of another character is another decision. */
const SHAPE = 0.16;

/** How far the diameter may go from the present one, share. */
const REACH = 0.45;

/** The same of rotors, either way: the frame is made for them, and may have room for larger ones. */
const ROTOR_REACH = [0.88, 1.3] as const;

const sized = (diameterM: number, pitchM: number, text: string): Size => ({
  diameterM,
  pitchM,
  load: diameterM ** 4 * pitchM,
  text,
  changes: [
    { path: 'propulsor.diameterM', value: diameterM },
    { path: 'propulsor.pitchM', value: pitchM }
  ]
});

/** Propulsor sizes on sale near the present one that fit the craft. Fans come as a unit with their motor: none. */
function sizes(s: SetupAnalysis): Size[] {
  const { propulsor: p } = s.setup;
  if (isFixed(s.setup, 'propulsor') || p.coefficients || p.kind === 'ducted-fan') return [];
  const shape = s.powertrain.pitchM / p.diameterM;
  return p.kind === 'propeller' ? propellers(s, shape) : screws(s, shape);
}

/** Whether a diameter is near the present one and fits the craft. */
function fits(s: SetupAnalysis, diameterM: number): boolean {
  const { propulsor: p, craft } = s.setup;
  const [least, most] = s.kind === 'multirotor' ? ROTOR_REACH : [1 - REACH, 1 + REACH];
  return (
    diameterM > least * p.diameterM &&
    diameterM < most * p.diameterM &&
    diameterM <= (craft.largestPropM ?? Infinity) * 1.0001
  );
}

const propellers = (s: SetupAnalysis, shape: number): Size[] =>
  PROPELLER_SIZES.map(([d, q]) => [d * INCH_M, q * INCH_M] as const)
    .filter(([d, q]) => fits(s, d) && Math.abs(q / d - shape) < SHAPE)
    .map(([d, q]) =>
      sized(Number(d.toPrecision(6)), Number(q.toPrecision(6)), `${inInches(d)} × ${inInches(q)}`)
    );

const screws = (s: SetupAnalysis, shape: number): Size[] =>
  screwDiametersM(s.setup.propulsor.diameterM, 0.56, 1.44, 23)
    .filter((d) => fits(s, d))
    .map((d) => sized(d, Number((shape * d).toFixed(4)), `${Math.round(d * 1000)} mm screw`));

/** Fans on sale near the present one that fit the craft; hub and exit go with the diameter. */
const fans = (s: SetupAnalysis): Rung[] =>
  FAN_SIZES_M.filter((d) => fits(s, d) && d !== s.setup.propulsor.diameterM).map((diameterM) => {
    const { propulsor: p } = s.setup;
    const by = diameterM / p.diameterM;
    const changes: Change[] = [{ path: 'propulsor.diameterM', value: diameterM }];
    for (const [field, factor] of [
      ['hubDiameterM', by],
      ['pitchM', by],
      ['exitAreaM2', by ** 2]
    ] as const) {
      const value = (p as Readonly<Record<string, unknown>>)[field];
      if (typeof value === 'number')
        changes.push({ path: `propulsor.${field}`, value: Number((value * factor).toPrecision(4)) });
    }
    return { text: withArticle(`${Math.round(1000 * diameterM)} mm fan`), changes };
  });

/**
 * Every propulsor on sale near the present one, the nearest in load first: where the present one was measured, the others
 * are not, and fans are others too. For a whole setup; a single remedy keeps to what `lighterPropulsors` says.
 */
export function otherPropulsors(s: SetupAnalysis): Ladder {
  const { propulsor: p } = s.setup;
  if (isFixed(s.setup, 'propulsor')) return [];
  if (p.kind === 'ducted-fan') return fans(s);
  const shape = s.powertrain.pitchM / p.diameterM;
  const present = p.diameterM ** 4 * s.powertrain.pitchM;
  return (p.kind === 'propeller' ? propellers(s, shape) : screws(s, shape))
    .filter((x) => Math.abs(x.load / present - 1) > 0.02)
    .sort((a, b) => Math.abs(Math.log(a.load / present)) - Math.abs(Math.log(b.load / present)))
    .map(({ text, changes }) => ({
      text,
      changes: p.coefficients ? [...changes, { path: 'propulsor.coefficients', value: null }] : changes
    }));
}

/** Propulsors that load the motor less, the nearest first. */
export function lighterPropulsors(s: SetupAnalysis): Ladder {
  const present = s.setup.propulsor.diameterM ** 4 * s.powertrain.pitchM;
  return thinned(
    sizes(s)
      .filter((x) => x.load < 0.97 * present)
      .sort((a, b) => b.load - a.load)
  );
}

/** Propulsors that load the motor more, the nearest first. */
export function heavierPropulsors(s: SetupAnalysis): Ladder {
  const present = s.setup.propulsor.diameterM ** 4 * s.powertrain.pitchM;
  return thinned(
    sizes(s)
      .filter((x) => x.load > 1.03 * present)
      .sort((a, b) => a.load - b.load)
  );
}

/** The same diameter with other pitches, in steps of half an inch (5 % of a screw's diameter). */
export function pitches(s: SetupAnalysis, direction: 'up' | 'down'): Ladder {
  const { propulsor: p } = s.setup;
  if (isFixed(s.setup, 'propulsor') || p.coefficients || p.kind === 'ducted-fan') return [];
  const present = s.powertrain.pitchM;
  const step = p.kind === 'propeller' ? 0.5 * INCH_M : 0.05 * p.diameterM;
  return Array.from({ length: 8 }, (_, k) => present + (direction === 'up' ? 1 : -1) * step * (k + 1))
    .filter((pitch) => pitch > 0.15 * p.diameterM && pitch < 2.2 * p.diameterM)
    .map((pitch) => {
      const value = Number(pitch.toPrecision(6));
      return {
        text: p.kind === 'propeller' ? `pitch ${inInches(pitch)} in` : `pitch ${show(1000 * pitch)} mm`,
        changes: [{ path: 'propulsor.pitchM', value }]
      };
    });
}
