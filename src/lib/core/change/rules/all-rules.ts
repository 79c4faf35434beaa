import { ahTimesCRule } from './ah-times-c.ts';
import { airPerTurnRule } from './air-per-turn.ts';
import { boatRpmRule } from './boat-rpm.ts';
import { currentRule } from './current-1.6.ts';
import { pitchSpeedRule } from './pitch-speed.ts';
import type { Rule, RuleContext, RuleShown } from './rule.ts';
import { timeRule } from './time.ts';
import { wattsOverVoltsRule } from './watts-over-volts.ts';

/** Every rule of thumb that may speak of any change; those of its own kind stand between. */
const FIRST: readonly Rule[] = [currentRule, airPerTurnRule];
const THEN: readonly Rule[] = [boatRpmRule, pitchSpeedRule, wattsOverVoltsRule, ahTimesCRule, timeRule];

/** The rules of thumb that have something to say of a change, each beside the physics. None is the truth. @param own rules of its kind */
export const rulesOf = (c: RuleContext, own: readonly Rule[]): RuleShown[] =>
  [...FIRST, ...own, ...THEN].flatMap(({ id, title, unit, quantity, holds, judge }): RuleShown[] => {
    const judged = judge(c);
    if (!judged) return [];
    const { physics, value } = judged;
    const offBy = physics === null || physics === 0 ? null : value / physics - 1;
    return [{ id, title, unit, quantity, holds, ...judged, offBy }];
  });
