import { displayUnit, type QuantityName, type UnitChoice } from '../../core/units/quantity.ts';
import { show, UNIT_SPACE } from '../../core/units/show.ts';

/** The user's units, shared by every screen. */
export const units = $state<{ choice: UnitChoice }>({ choice: {} });

/** A figure in the user's unit, without the unit. */
export function figure(quantity: QuantityName, si: number | null | undefined, digits?: number): string {
  if (si === null || si === undefined || !Number.isFinite(si)) return '–';
  const unit = displayUnit(quantity, units.choice);
  return show(si / unit.inSi, digits ?? unit.digits);
}

/** A label's figure as it was given: no zeros added behind it. */
export function labelFigure(quantity: QuantityName, si: number): string {
  const { label, inSi } = displayUnit(quantity, units.choice);
  const text = String(Number((si / inSi).toPrecision(4)));
  return label === '' ? text : `${text}${UNIT_SPACE}${label}`;
}

/** A figure with its unit and a thin space between. */
export function figureUnit(quantity: QuantityName, si: number | null | undefined, digits?: number): string {
  const text = figure(quantity, si, digits);
  const { label } = displayUnit(quantity, units.choice);
  return text === '–' || label === '' ? text : `${text}${UNIT_SPACE}${label}`;
}
