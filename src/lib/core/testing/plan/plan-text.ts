import { channel, type WatchedChannel } from '../../registry/channels.ts';
import { displayUnit, type UnitChoice } from '../../units/quantity.ts';
import { bandedUnit } from '../../units/banded.ts';
import { showUnit } from '../../units/show.ts';
import { CAUTIONS, type CautionId } from '../../cautions/at-test.ts';
import { stopsBelow, type Plan, type Watch } from './stage.ts';

/** A watched figure with its unit. */
export function watchValue(quantity: WatchedChannel, value: number, choice: UnitChoice = {}): string {
  const { inSi, label } = displayUnit(channel(quantity).quantity, choice);
  return showUnit(value / inSi, label);
}

/** A figure to watch in one line: "amps 43 to 51 A, stop at 60 A". */
export function watchWords({ quantity, expected, band, stopAt }: Watch, choice: UnitChoice = {}): string {
  const { name, quantity: shown } = channel(quantity);
  const stop = stopsBelow(quantity) ? 'stop below' : 'stop at';
  const { inSi, label } = displayUnit(shown, choice);
  const scaled = band && ([band[0] / inSi, band[1] / inSi] as const);
  const end = stopAt === null ? '' : `, ${stop} ${watchValue(quantity, stopAt, choice)}`;
  return `${name} ${bandedUnit(expected / inSi, scaled, label)}${end}`;
}

/** The cautions of each stage that were not told at an earlier one: each is said once, where its act comes first. */
export function cautionsOnce(plan: Plan): CautionId[][] {
  const told = new Set<CautionId>();
  return plan.stages.map(({ cautions }) => {
    const fresh = cautions.filter((id) => !told.has(id));
    fresh.forEach((id) => told.add(id));
    return fresh;
  });
}

/** A plan as plain text, with the cautions at their stages. */
export const planText = (plan: Plan, choice: UnitChoice = {}): string => {
  const cautions = cautionsOnce(plan);
  return plan.stages
    .map((stage, k) =>
      [
        `${k + 1}. ${stage.title}`,
        `   Fit: ${stage.fit}.`,
        `   ${stage.do}`,
        ...stage.watch.map((watch) => `   ${watchWords(watch, choice)}`),
        ...cautions[k].map((id) => `   ${CAUTIONS[id]}`)
      ].join('\n')
    )
    .join('\n\n');
};
