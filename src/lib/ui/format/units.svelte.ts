import { displayUnit, type QuantityName, type UnitChoice } from '../../core/units/quantity.ts';
import { bandedUnit } from '../../core/units/banded.ts';
import { show, UNIT_SPACE } from '../../core/units/show.ts';

/** The user's units, shared by every screen. */
export const units = $state<{ choice: UnitChoice }>({ choice: {} });

/** A figure in the user's unit, without the unit. */
export function figure(quantity: QuantityName, si: number | null | undefined, digits?: number): string {
  if (si === null || si === undefined || !Number.isFinite(si)) return '–';
  const unit = displayUnit(quantity, units.choice);
  const significant = digits ?? unit.digits;
  // whole numbers keep three digits however few are asked for: 118 min is not the 120 that is wanted
  return show(Number((si / unit.inSi).toPrecision(Math.max(significant, 3))), significant);
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

/** A predicted figure as surely as it is known, with its unit: "43 to 58 A" where its band is wide. */
export function bandedFigure(
  quantity: QuantityName,
  si: number,
  band: readonly [number, number] | null | undefined,
  digits?: number
): string {
  const { inSi, label, digits: usual } = displayUnit(quantity, units.choice);
  return bandedUnit(si / inSi, band && [band[0] / inSi, band[1] / inSi], label, digits ?? usual);
}

/** A text whose numbers and units stay together where the line ends. */
export const unbroken = (text: string): string =>
  text.replace(
    /(\d) (?=\d|(?:A|V|W|Ω|mΩ|g|kg|oz|lb|N|rpm|m\/s|km\/h|mph|kn|min|mm|in|°C|%)(?![a-z]))/g,
    '$1\u00a0'
  );
