import { displayUnit, type QuantityName, type UnitChoice } from '../../units/quantity.ts';
import { bandedUnit } from '../../units/banded.ts';
import { showUnit } from '../../units/show.ts';
import { CAUTIONS, type CautionId } from '../../cautions/at-test.ts';
import type { Plan, Watch, Watched } from './stage.ts';

/** How a watched figure is called and shown, and what its end is called. */
export const WATCH_WORDS: Readonly<Record<Watched, { title: string; quantity: QuantityName; stop: string }>> =
  {
    batteryCurrentA: { title: 'amps', quantity: 'current', stop: 'stop at' },
    cellVoltageV: { title: 'volts per cell', quantity: 'voltage', stop: 'stop below' },
    motorC: { title: 'motor case', quantity: 'temperature', stop: 'stop at' },
    escC: { title: 'ESC', quantity: 'temperature', stop: 'stop at' },
    rpm: { title: 'rpm', quantity: 'rpm', stop: 'stop at' },
    thrustN: { title: 'thrust', quantity: 'thrust', stop: 'stop at' }
  };

/** A watched figure with its unit. */
export function watchValue(quantity: Watched, value: number, choice: UnitChoice = {}): string {
  const { inSi, label } = displayUnit(WATCH_WORDS[quantity].quantity, choice);
  return showUnit(value / inSi, label);
}

/** A figure to watch in one line: "amps 43 to 51 A, stop at 60 A". */
export function watchWords({ quantity, expected, band, stopAt }: Watch, choice: UnitChoice = {}): string {
  const { title, quantity: shown, stop } = WATCH_WORDS[quantity];
  const { inSi, label } = displayUnit(shown, choice);
  const scaled = band && ([band[0] / inSi, band[1] / inSi] as const);
  const end = stopAt === null ? '' : `, ${stop} ${watchValue(quantity, stopAt, choice)}`;
  return `${title} ${bandedUnit(expected / inSi, scaled, label)}${end}`;
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
