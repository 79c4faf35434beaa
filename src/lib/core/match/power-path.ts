import type { PartName } from '../registry/parts.ts';
import type { PredictedPoint } from '../powertrain/predicted.ts';

/** One part of the power path: what goes in, what is lost there, what goes on. Watts, totals over the craft. */
export interface PowerStage {
  readonly part: PartName;
  readonly inW: number;
  readonly lossW: number;
  readonly outW: number;
  /** What comes in, in words: "pack gives". */
  readonly inTitle: string;
  /** What the loss is, in words. */
  readonly lossTitle: string;
}

/**
 * The power of a point as it passes from pack to thrust. The useful end is thrust × speed; standing still that is
 * nothing, and the least power that could make this thrust with this disc takes its place (momentum theory).
 */
export function powerPath(p: PredictedPoint): { stages: PowerStage[]; usefulW: number; standing: boolean } {
  const standing = p.speedMs === 0;
  const usefulW = standing ? p.idealPowerW : Math.max(p.thrustPowerW, 0);
  const losses: [PartName, number, string, string][] = [
    ['battery', p.lossW.battery, 'cells give', 'in the pack'],
    [
      'wiring',
      p.lossW.wiring + p.lossW.auxiliary,
      'pack gives',
      p.lossW.auxiliary > 0 ? 'leads and receiver' : 'in the leads'
    ],
    ['esc', p.lossW.esc, 'leads pass on', 'in the ESC'],
    ['motor', p.lossW.motorCopper + p.lossW.motorIron + p.lossW.gear, 'ESC passes on', 'copper and iron'],
    [
      'propulsor',
      p.lossW.propulsor + p.thrustPowerW - usefulW,
      'motor gives',
      standing ? 'drag and swirl' : 'wind left behind'
    ]
  ];
  let inW = p.electricalPowerW + p.lossW.battery;
  const stages = losses.map(([part, lossW, inTitle, lossTitle]) => {
    const stage = { part, inW, lossW, outW: inW - lossW, inTitle, lossTitle };
    inW -= lossW;
    return stage;
  });
  return { stages, usefulW, standing };
}
