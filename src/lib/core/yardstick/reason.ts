import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { builtOf, leftOf } from './gives.ts';
import { goalsOf } from './goals.ts';
import { BUILD_RULES, wattsOf } from './usual-build.ts';

/** What a rule has to cost before it is told. (m) */
const WORTH_TELLING = 0.08;

/** Share of a rating that is left, as a builder says it. */
function spared(share: number): string {
  if (share < 0) return 'a rating is passed';
  if (share < 0.05) return 'nothing to spare';
  if (share < 0.15) return 'a tenth to spare';
  if (share < 0.23) return 'a fifth to spare';
  if (share < 0.3) return 'a quarter to spare';
  return share < 0.42 ? 'a third to spare' : 'half to spare';
}

/**
 * Why a setup is recommended, in a line that a builder understands, by the terms that it is judged by: time and thrust against what
 * is wanted, what the weakest rating spares, how hard the motor works, and the first thing that is unusual of it. Components show
 * it as it is.
 */
export function reasonOf(s: SetupAnalysis): string {
  const { worst } = s;
  const { craft, motor } = s.setup;
  const built = builtOf(s);
  const goals = goalsOf(craft);
  const seconds = s.lasting('mixed')?.seconds ?? null;
  const words: string[] = [];
  if (seconds !== null)
    words.push(
      `${showUnit(seconds / 60, 'min', 2)}${craft.targetSeconds == null ? '' : ` (${showUnit(craft.targetSeconds / 60, 'min', 2)} wanted)`}`
    );
  if (craft.kind !== 'boat' && goals.thrust !== null)
    words.push(
      `pulls ${show(worst.thrustN / (craft.massKg * GRAVITY_MS2), 2)} times its weight (aim ${show(goals.thrust, 2)})`
    );
  else if (s.boat && goals.speedMs !== null)
    words.push(`${showUnit(s.boat.topSpeedMs, 'm/s', 2)} (aim ${showUnit(goals.speedMs, 'm/s', 2)})`);
  const { headroom } = leftOf(s);
  if (headroom !== null) words.push(`${spared(headroom)} at full throttle`);
  if (motor.massKg != null)
    words.push(`${show(wattsOf(built) / s.powertrain.count / (1000 * motor.massKg), 2)} W per gram of motor`);
  const [odd] = BUILD_RULES.map((rule) => ({ rule, cost: rule.cost(built) }))
    .filter(({ cost }) => cost >= WORTH_TELLING)
    .sort((a, b) => b.cost - a.cost);
  if (odd) words.push(`but ${typeof odd.rule.says === 'string' ? odd.rule.says : odd.rule.says(built)}`);
  return words.join('; ');
}
