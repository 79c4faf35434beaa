import { withArticle } from '../../text/article.ts';
import type { Motor } from '../../document/schema.ts';
import { shopWords } from '../../mend/shop-words.ts';
import { alteredTo } from '../altered.ts';
import type { MotorChange } from '../change-request.ts';
import type { ChangeKind } from './change-kind.ts';

const figure = (value: number): number => Number(value.toPrecision(4));

/**
 * The same motor wound for another KV, with as much copper: R goes with 1/KV², no-load and rated current with KV, so that
 * the torque for a watt of copper loss stays, Km = k/√R. Textbook DC machine: N turns in the same slot, R ∝ N², k ∝ N.
 */
export function rewound(motor: Motor, kvRpmPerVolt: number): Motor {
  const by = kvRpmPerVolt / motor.kvRpmPerVolt;
  const { name: _name, lineInductanceH, ...same } = motor;
  return {
    ...same,
    kvRpmPerVolt,
    ...(motor.resistanceOhm == null ? {} : { resistanceOhm: figure(motor.resistanceOhm / by ** 2) }),
    ...(lineInductanceH == null ? {} : { lineInductanceH: figure(lineInductanceH / by ** 2) }),
    ...(motor.noLoadCurrentA == null ? {} : { noLoadCurrentA: figure(motor.noLoadCurrentA * by) }),
    ...(motor.maxCurrentA == null ? {} : { maxCurrentA: figure(motor.maxCurrentA * by) })
  };
}

/** Another motor on the same shaft, gear and propulsor as they are. */
export const motorKind: ChangeKind<MotorChange> = {
  sentence: (before, { motor }, after) => {
    const other = motor.name ?? shopWords('motor', after);
    const same = motor.massKg === before.motor.massKg && !motor.name;
    return same
      ? `${withArticle(`${Math.round(motor.kvRpmPerVolt)} KV winding`)} instead of ${Math.round(before.motor.kvRpmPerVolt)} KV`
      : `${other} instead of ${before.motor.name ?? shopWords('motor', before)}`;
  },
  alter: (before, { motor }) => alteredTo(before, { ...before, motor }),
  keeps: ['motor']
};
