import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { rpmToRadS } from '../../units/convert.ts';
import { show, showUnit } from '../../units/show.ts';
import type { Rule } from './rule.ts';

/** Exponent of the current on the cell count with the same propeller. Common practice, no source. */
export const CURRENT_EXPONENT = 1.6;

/** Share of a full pack's volts that is lost before the motor's own: x = I R / V = 1 − k ω / V. */
const lostShare = ({ worst, powertrain }: SetupAnalysis): number =>
  1 -
  (powertrain.motorConstant * rpmToRadS(worst.rpm) * powertrain.gearRatio) /
    (worst.openCircuitV * powertrain.outputLimit);

/** More cells, same propeller: the current grows with the cell count to the power 1.6. */
export const currentRule: Rule = {
  id: 'current-1.6',
  title: 'current with more cells',
  unit: '×',
  quantity: 'ratio',
  holds:
    'near for drives that lose a quarter of their volts at full throttle. With x = I R / V the exponent is 2 / (1 + x): a stiff pack and motor come close to 2, a weak pack to 1.4. Same propeller, full throttle, standing; nothing of it is said with an output limit.',
  judge: ({ before, after }) => {
    const [was, is] = [before.setup.battery.series, after.setup.battery.series];
    const sameBlades = before.setup.propulsor.diameterM === after.setup.propulsor.diameterM;
    const sameMotor = before.setup.motor.kvRpmPerVolt === after.setup.motor.kvRpmPerVolt;
    if (
      was === is ||
      !sameBlades ||
      !sameMotor ||
      before.powertrain.outputLimit !== after.powertrain.outputLimit
    )
      return null;
    const value = (is / was) ** CURRENT_EXPONENT;
    const amps = before.worst.batteryCurrentA;
    const physics = after.worst.batteryCurrentA / amps;
    const x = lostShare(before);
    return {
      formula: `(${is}/${was})^1.6 = ${show(value)}`,
      value,
      physics,
      says: `${showUnit(amps, 'A')} × ${show(value)} = ${showUnit(amps * value, 'A')}; the model, with sag and the motor's losses, ${showUnit(after.worst.batteryCurrentA, 'A')}: × ${show(physics)}. Here x = ${show(x, 2)}, so a propeller of constant coefficients would give the power ${show(2 / (1 + x))}`
    };
  }
};
