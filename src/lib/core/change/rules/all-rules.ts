import { ahTimesCRule } from './ah-times-c.ts';
import { airPerTurnRule } from './air-per-turn.ts';
import { boatRpmRule } from './boat-rpm.ts';
import { currentRule } from './current-1.6.ts';
import { outputLimitRule } from './output-limit.ts';
import { pitchSpeedRule } from './pitch-speed.ts';
import type { Rule, RuleContext, RuleShown } from './rule.ts';
import { timeRule } from './time.ts';
import { wattsOverVoltsRule } from './watts-over-volts.ts';

/** Every rule of thumb, those of a change of its own kind first. */
const RULES: readonly Rule[] = [
  currentRule,
  airPerTurnRule,
  outputLimitRule,
  boatRpmRule,
  pitchSpeedRule,
  wattsOverVoltsRule,
  ahTimesCRule,
  timeRule
];

/** The rules of thumb that have something to say of a change, each beside the physics. None is the truth. */
export const rulesOf = (c: RuleContext): RuleShown[] =>
  RULES.flatMap(({ id, title, unit, quantity, holds, judge }): RuleShown[] => {
    const judged = judge(c);
    if (!judged) return [];
    const { physics, value } = judged;
    const offBy = physics === null || physics === 0 ? null : value / physics - 1;
    return [{ id, title, unit, quantity, holds, ...judged, offBy }];
  });
