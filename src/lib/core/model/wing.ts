import { DUCT_LOSS, washLossOf, type Wing } from '../craft/fixed-wing/polar.ts';
import type { Craft } from '../document/schema.ts';
import { purposeNamed, type Purpose } from '../document/schools.ts';
import type { Interpreted } from './interpret.ts';
import { DRAG_SD, type Estimate } from './tolerance.ts';

/** Oswald's span efficiency of model wings. (m) */
const SPAN_EFFICIENCY = 0.78;
const ASSUMED = { aspectRatio: 6.5, zeroLiftDrag: 0.04, maxLift: 1.1 } as const;

/** Zero-lift drag coefficient on the wing's area by how an airframe is built, and by what it is for. From memory, ±25 %. */
const DRAG_BY_AIRFRAME: Readonly<
  Record<NonNullable<Craft['airframe']>, readonly [value: number, words: string]>
> = {
  clean: [0.022, 'a clean airframe without a gear'],
  foam: [0.035, 'a foam airframe without a gear'],
  'fixed-gear': [0.045, 'a fixed gear'],
  floats: [0.065, 'floats and their struts']
};
const DRAG_BY_PURPOSE: Readonly<Record<Purpose, readonly [value: number, words: string]>> = {
  glider: [0.022, 'such gliders'],
  trainer: [0.045, 'a trainer with a fixed gear'],
  'hand-launch': [0.035, 'a model without a gear'],
  sport: [0.038, 'such models'],
  floatplane: [0.06, 'floats and their struts'],
  aerobatic: [0.042, 'such models'],
  unlimited: [0.06, 'such models: short, deep and draggy'],
  speed: [0.02, 'such models'],
  jet: [0.03, 'such models']
};

/** Zero-lift drag of an airframe whose document gives none, and of what. */
const usualDrag = (craft: Craft): readonly [value: number, words: string] => {
  if (craft.airframe != null) return DRAG_BY_AIRFRAME[craft.airframe];
  const purpose = purposeNamed(craft.purpose);
  return purpose ? DRAG_BY_PURPOSE[purpose] : [ASSUMED.zeroLiftDrag, 'a fixed-gear model'];
};

/** Wing area of an everyday model, m²: loading grows with the cube root of weight, about 4.5 kg/m² at 1 kg. (m) */
const everydayWingM2 = (massKg: number): number => massKg / (4.5 * Math.cbrt(massKg));

/** Area of a wing that is not given, m²: from its span at an everyday aspect ratio, else from the weight. */
export const estimatedWingAreaM2 = (craft: Pick<Craft, 'massKg' | 'wingSpanM'>): number =>
  Number(
    (craft.wingSpanM == null
      ? everydayWingM2(craft.massKg)
      : craft.wingSpanM ** 2 / ASSUMED.aspectRatio
    ).toPrecision(2)
  );

/** The wing of a craft; null without an area. What is missing beside the area is estimated and listed. */
export function wingOf(craft: Craft, estimates?: Estimate[]): Wing | null {
  if (craft.wingAreaM2 == null) return null;
  const assume = (path: string, title: string, value: number, working: string): number => {
    estimates?.push({ path, title, value, unit: '', relativeSd: 0.15, working });
    return value;
  };
  const aspect =
    craft.wingSpanM != null
      ? craft.wingSpanM ** 2 / craft.wingAreaM2
      : assume('craft.wingSpanM', 'aspect ratio', ASSUMED.aspectRatio, 'no span given: an everyday wing');
  return {
    massKg: craft.massKg,
    areaM2: craft.wingAreaM2,
    inducedFactor: 1 / (Math.PI * SPAN_EFFICIENCY * aspect),
    zeroLiftDrag:
      (craft.dragFactor ?? 1) *
      (craft.zeroLiftDragCoefficient ??
        assume('craft.zeroLiftDragCoefficient', 'zero-lift drag coefficient', ...usualDrag(craft))),
    dragSd: craft.dragFactorSd ?? DRAG_SD,
    maxLift:
      craft.maxLiftCoefficient ??
      assume(
        'craft.maxLiftCoefficient',
        'maximum lift coefficient',
        ASSUMED.maxLift,
        'a model wing without flaps'
      )
  };
}

/** The wing of a craft with what its propeller's wash takes back; null without an area. */
export function installedWing(
  craft: Craft,
  powertrain: Pick<Interpreted, 'exitAreaM2' | 'discAreaM2' | 'model'>
): Wing | null {
  const wing = wingOf(craft);
  if (!wing) return null;
  const ducted = powertrain.exitAreaM2 !== null;
  return {
    ...wing,
    washLoss: ducted ? DUCT_LOSS : washLossOf(wing, powertrain.model.count * powertrain.discAreaM2)
  };
}
