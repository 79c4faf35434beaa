import type { PowerStage } from '../../core/match/power-path.ts';

/** A power path as it is drawn: watts of its stages and what is useful at the end. */
interface DrawnPath {
  readonly stages: readonly PowerStage[];
  readonly usefulW: number;
}

/** How a path is drawn: width of a part's column, the band's upper edge, the foot of the heat, and watts as a height. */
export interface PathScale {
  readonly column: number;
  readonly top: number;
  readonly foot: number;
  readonly tall: (watts: number) => number;
}

/** Where in a part's column its watts peel off, shares of the column; and the widest ribbon. */
const FROM = 0.42;
const TO = 0.8;
const WIDEST = 0.34;
/** Thinnest ribbon that is still seen. */
const THINNEST = 0.6;

/** The band as one outline: it narrows where watts are lost. An SVG path. */
export function outlineOf({ stages, usefulW }: DrawnPath, { column, top, tall }: PathScale): string {
  let bottom = '';
  stages.forEach((s, k) => {
    const x0 = k * column;
    const xa = x0 + column * FROM;
    const xb = x0 + column * TO;
    const y0 = top + tall(s.inW);
    const y1 = top + tall(s.outW);
    const mid = 0.5 * (xa + xb);
    bottom = ` C${mid} ${y1} ${mid} ${y0} ${xa} ${y0} L${x0} ${y0}` + bottom;
    bottom = ` L${xb} ${y1}` + bottom;
  });
  const end = (stages.length + 1) * column - 3;
  return `M0 ${top} L${end} ${top} L${end} ${top + tall(usefulW)}${bottom} Z`;
}

/** Heat of one stage peels off below: a ribbon as wide as the watts it carries. An SVG path. */
export function ribbonOf(s: PowerStage, k: number, { column, top, foot, tall }: PathScale): string {
  const x0 = k * column + column * FROM;
  const right = k * column + column * TO;
  const left = right - Math.min(Math.max(tall(s.lossW), THINNEST), column * WIDEST);
  const yIn = top + tall(s.inW);
  const yOut = top + tall(s.outW);
  const low = Math.max(yIn, yOut + 10) + 6;
  return `M${x0} ${yOut} C${0.5 * (x0 + right)} ${yOut} ${right} ${yOut + 6} ${right} ${low} L${right} ${foot} L${0.5 * (left + right)} ${foot + 6} L${left} ${foot} L${left} ${low} C${left} ${yIn + 2} ${0.5 * (x0 + left)} ${yIn} ${x0} ${yIn} Z`;
}
