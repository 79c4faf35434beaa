import { displayUnit, type QuantityName, type UnitChoice } from '../units/quantity.ts';
import { show, UNIT_SPACE } from '../units/show.ts';
import { within, type Problem, type ValuesOf } from './issues.ts';

/** A number without noughts behind it. */
const plain = (value: number): string =>
  show(value, 4)
    .replace(/(\.\d*?)0+$/, '$1')
    .replace(/\.$/, '');

/**
 * What is wrong with a figure as it is told beside its field: the value and its limits in the unit that the field shows,
 * "diameter is −3 in; it should be more than 0 and at most 394 in." Other sentences hold no figure of the field's unit and
 * stand as they are.
 */
export function sentenceAtField(
  { code, values, message }: Problem,
  quantity: QuantityName,
  choice?: UnitChoice
): string {
  const { name, value, low, above, high } = (values ?? {}) as Partial<ValuesOf<'range'>>;
  if (code === 'missing' && name !== undefined) return `${name} is not given; add it.`;
  if (code !== 'range' || typeof value !== 'number') return message;
  const unit = displayUnit(quantity, choice);
  const behind = unit.label === '' ? '' : `${UNIT_SPACE}${unit.label}`;
  const inUnit = (si: number | undefined): string | undefined =>
    si === undefined ? undefined : plain(si / unit.inSi);
  return `${name} is ${plain(value / unit.inSi)}${behind}; it should be ${within({ low: inUnit(low), above: inUnit(above), high: inUnit(high) })}${behind}.`;
}
