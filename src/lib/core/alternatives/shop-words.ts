import type { FixablePart } from '../registry/parts.ts';
import type { SetupDocument } from '../document/schema.ts';
import { withArticle } from '../text/with-article.ts';
import { inInches, show } from '../units/show.ts';

/** A part that is bought as such. */
export type ShopPart = FixablePart;

const WORDS: Readonly<Record<ShopPart, (d: SetupDocument) => string>> = {
  battery: ({ battery: b }) =>
    `${b.series}S ${Number(b.capacityAh.toPrecision(4))} Ah${b.continuousC == null ? '' : ` at ${b.continuousC}C`}`,
  wiring: ({ wiring: w }) =>
    [
      ...(w?.gaugeAwg == null ? [] : [`gauge ${w.gaugeAwg} leads`]),
      ...(w?.connectorA == null ? [] : [`a connector for ${w.connectorA} A`])
    ].join(' with ') || 'other leads',
  esc: ({ esc }) => `${esc?.continuousA ?? '?'} A ESC for ${esc?.maxSeries ?? '?'} cells`,
  motor: ({ motor }) =>
    `${motor.massKg == null ? '' : `${show(1000 * motor.massKg, 2)} g `}motor of ${Math.round(motor.kvRpmPerVolt)} KV`,
  propulsor: ({ propulsor: p }) =>
    p.kind === 'propeller'
      ? `${inInches(p.diameterM)} × ${inInches(p.pitchM ?? p.diameterM)}`
      : `${Math.round(1000 * p.diameterM)} mm ${p.kind === 'ducted-fan' ? 'fan' : 'screw'}`
};

/** A part of a setup as a shop lists it: "110 g motor of 900 KV", "11 × 5.5", "4S 3.3 Ah at 30C". */
export const shopName = (part: ShopPart, setup: SetupDocument): string => WORDS[part](setup);

/** The same in a sentence: "a 110 g motor of 900 KV"; a size and a pack go without an article. */
export const shopWords = (part: ShopPart, setup: SetupDocument): string => {
  const name = shopName(part, setup);
  const isThing =
    part === 'esc' || part === 'motor' || (part === 'propulsor' && setup.propulsor.kind !== 'propeller');
  return isThing ? withArticle(name) : name;
};

/** Whether a name is that of a part that is bought as such. */
export const isShopPart = (part: string): part is ShopPart => Object.hasOwn(WORDS, part);
