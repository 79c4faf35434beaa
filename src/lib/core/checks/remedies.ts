import { interpretSetup } from '../setup/interpret.ts';
import { withChanges, type Change } from '../setup/change.ts';
import { INCH_M } from '../units/convert.ts';
import { showUnit } from '../units/show.ts';
import type { CheckContext } from './check.ts';
import type { CheckResult } from './finding.ts';
import { CHECKS } from './all-checks.ts';
import { checkContext } from './check-context.ts';
import { PROPELLER_SIZES } from './propeller-sizes.ts';
import { ESC_SIZES_A } from './schools.ts';

/** The same check on a changed setup, without bands: quick, for trying remedies. */
function tryChange(
  c: CheckContext,
  id: string,
  changes: Change[]
): { result: CheckResult; amps: number; context: CheckContext } | null {
  const i = interpretSetup(withChanges(c.i.setup, changes));
  const context = checkContext(i, c.answer, c.supply, false);
  const result = CHECKS.find((check) => check.id === id)?.run(context);
  return result ? { result, amps: context.worst.batteryCurrentA / i.model.count, context } : null;
}

const inches = (m: number): string => String(Math.round((m / INCH_M) * 10) / 10);

/** Checks that rest on the worst case alone, so that a remedy's side effects can be seen at once. */
const SIDE_EFFECTS = [
  'esc-current',
  'pack-current',
  'motor-current',
  'motor-power',
  'thrust-to-weight',
  'clearance',
  'esc-cells',
  'esc-voltage'
];

/** What a remedy would push over its limit that was not over before: ", but thrust for the weight is over". */
function sideEffects(before: CheckContext, after: CheckContext, id: string): string {
  const over = (c: CheckContext, other: string): string | null => {
    const result = CHECKS.find((check) => check.id === other)?.run(c);
    return result?.finding === 'over' ? result.title : null;
  };
  const worse = SIDE_EFFECTS.filter((other) => other !== id)
    .map((other) => (over(before, other) === null ? over(after, other) : null))
    .filter((title) => title !== null);
  return worse.length === 0 ? '' : `, but ${worse.join(' and ')} would be over`;
}

interface Size {
  changes: Change[];
  text: string;
  load: number;
}

/** Propulsor sizes near the present one, by how hard they load the motor (D⁴ P). */
function sizes(c: CheckContext): Size[] {
  const p = c.i.setup.propulsor;
  const pitch = c.i.model.pitchM;
  if (p.coefficients) return [];
  if (p.kind === 'propeller') {
    return PROPELLER_SIZES.filter(([d]) => Math.abs(d * INCH_M - p.diameterM) < 0.3 * p.diameterM).map(
      ([d, q]) => ({
        changes: [
          { path: 'propulsor.diameterM', value: d * INCH_M },
          { path: 'propulsor.pitchM', value: q * INCH_M }
        ],
        text: `${inches(d * INCH_M)} × ${inches(q * INCH_M)}`,
        load: d ** 4 * q * INCH_M ** 5
      })
    );
  }
  if (p.kind === 'ducted-fan') return [];
  return Array.from({ length: 17 }, (_, k) => 0.7 + 0.04 * k).map((f) => {
    const d = Math.round(p.diameterM * f * 1000) / 1000;
    const q = (pitch / p.diameterM) * d;
    return {
      changes: [
        { path: 'propulsor.diameterM', value: d },
        { path: 'propulsor.pitchM', value: q }
      ],
      text: `${Math.round(d * 1000)} mm screw`,
      load: d ** 4 * q
    };
  });
}

/** Whether the user holds a part as it is: no remedy may change it. */
const isFixed = (c: CheckContext, part: string): boolean =>
  (c.i.setup.fixed as readonly string[] | undefined)?.includes(part) ?? false;

const GOOD = (r: CheckResult): boolean => r.finding === 'holds';

/** Lighter (or, to pull more, heavier loading) propulsors, nearest first, that make the check hold. */
function propulsorRemedy(check: CheckResult, c: CheckContext, direction: 'lighter' | 'heavier'): void {
  if (isFixed(c, 'propulsor')) return;
  const p = c.i.setup.propulsor;
  const present = p.diameterM ** 4 * c.i.model.pitchM;
  const room = c.i.setup.craft.largestPropM ?? Infinity;
  const ratio = c.i.model.pitchM / p.diameterM;
  const candidates = sizes(c)
    .filter((s) => {
      const [d, q] = s.changes.map((x) => x.value as number);
      const shape = Math.abs(q / d - ratio) < 0.16;
      return (
        shape &&
        d <= room * 1.0001 &&
        (direction === 'lighter' ? s.load < present * 0.97 : s.load > present * 1.03)
      );
    })
    .sort((a, b) => (direction === 'lighter' ? b.load - a.load : a.load - b.load));
  // evenly thinned: eight trials at most
  const step = Math.max(1, Math.ceil(candidates.length / 8));
  for (let k = 0; k < candidates.length; k += step) {
    const s = candidates[k];
    const tried = tryChange(c, check.id, s.changes);
    if (tried && GOOD(tried.result)) {
      check.remedies.push({
        text: `${s.text}: draws ${showUnit(tried.amps, 'A', 2)}, ${check.unit === 'A' ? '' : `${check.title} ${showUnit(tried.result.value as number, check.unit)}, `}holds${sideEffects(c, tried.context, check.id)}`,
        changes: s.changes
      });
      return;
    }
  }
}

function scalarRemedy(
  check: CheckResult,
  c: CheckContext,
  path: string,
  values: readonly number[],
  text: (value: number) => string
): void {
  if (isFixed(c, path.split('.')[0])) return;
  for (const value of values) {
    const tried = tryChange(c, check.id, [{ path, value }]);
    if (tried && GOOD(tried.result)) {
      check.remedies.push({
        text: `${text(value)}: holds${sideEffects(c, tried.context, check.id)}`,
        changes: [{ path, value }]
      });
      return;
    }
  }
}

const larger = (list: readonly number[], than: number): number[] => list.filter((v) => v > than);
const CAPACITY_STEPS = [1.25, 1.5, 1.75, 2, 2.5, 3];
const C_STEPS = [20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 100];
const tenth = (v: number): number => Math.round(v * 20) / 20;

/** Fills a failing check's remedies: concrete parts that make it hold, tried through the same prediction. */
export function addRemedies(check: CheckResult, c: CheckContext): void {
  const { setup } = c.i;
  const { battery, esc } = setup;
  switch (check.id) {
    case 'esc-current':
    case 'esc-burst':
      propulsorRemedy(check, c, 'lighter');
      if (check.id === 'esc-current' && esc?.continuousA != null)
        scalarRemedy(
          check,
          c,
          'esc.continuousA',
          larger(ESC_SIZES_A, esc.continuousA),
          (v) => `a ${v} A ESC`
        );
      break;
    case 'pack-current':
      propulsorRemedy(check, c, 'lighter');
      scalarRemedy(
        check,
        c,
        'battery.continuousC',
        larger(C_STEPS, battery.continuousC ?? 0),
        (v) => `a ${v}C pack`
      );
      scalarRemedy(
        check,
        c,
        'battery.capacityAh',
        CAPACITY_STEPS.map((f) => tenth(f * battery.capacityAh)),
        (v) => `${v} Ah of the same C`
      );
      break;
    case 'motor-current':
    case 'motor-power':
    case 'motor-temperature':
    case 'tip-mach':
    case 'propulsor-rpm':
    case 'credible-current':
    case 'clearance':
    case 'watts-per-gram':
      propulsorRemedy(check, c, 'lighter');
      if (battery.series > 1)
        scalarRemedy(check, c, 'battery.series', [battery.series - 1], (v) => `${v} cells`);
      break;
    case 'cell-voltage':
      scalarRemedy(
        check,
        c,
        'battery.capacityAh',
        CAPACITY_STEPS.map((f) => tenth(f * battery.capacityAh)),
        (v) => `${v} Ah`
      );
      propulsorRemedy(check, c, 'lighter');
      break;
    case 'hover-throttle':
    case 'thrust-to-weight':
      propulsorRemedy(check, c, 'heavier');
      scalarRemedy(check, c, 'battery.series', [battery.series + 1], (v) => `${v} cells`);
      break;
    case 'esc-cells':
    case 'esc-voltage':
      if (esc?.maxSeries != null && esc.maxSeries < battery.series)
        scalarRemedy(check, c, 'battery.series', [esc.maxSeries], (v) => `${v} cells`);
      scalarRemedy(check, c, 'esc.maxSeries', [battery.series], (v) => `an ESC for ${v} cells`);
      break;
    case 'pitch-speed': {
      const p = setup.propulsor;
      const steps = [0.5, 1, 1.5, 2, 3].map((inch) => c.i.model.pitchM + inch * INCH_M);
      if (!p.coefficients) scalarRemedy(check, c, 'propulsor.pitchM', steps, (v) => `pitch ${inches(v)} in`);
      break;
    }
  }
  check.remedy = check.remedies[0]?.text ?? null;
}
