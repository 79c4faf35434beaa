import type { Wing } from '../craft/fixed-wing/polar.ts';
import type { Craft } from '../document/schema.ts';
import { DRAG_SD, type Estimate } from './tolerance.ts';

/** Oswald's span efficiency of model wings. (m) */
const SPAN_EFFICIENCY = 0.78;
const ASSUMED = { aspectRatio: 6.5, zeroLiftDrag: 0.04, maxLift: 1.1 } as const;

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
        assume(
          'craft.zeroLiftDragCoefficient',
          'zero-lift drag coefficient',
          ASSUMED.zeroLiftDrag,
          'a fixed-gear model'
        )),
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
