import type { PartName } from '../../core/checks/check.ts';
import type { PredictAnswer } from '../../core/train/predict.ts';
import { figure, figureUnit } from '../format/units.svelte.ts';

/** One predicted figure under a part, formatted. */
export interface Reading {
  id: string;
  text: string;
}

/** The predicted figures that stand under each part. */
export function readingsOf(part: PartName, answer: PredictAnswer): Reading[] {
  const p = answer.points[0];
  switch (part) {
    case 'battery':
      return [
        { id: 'battery-current', text: figureUnit('current', p.batteryCurrentA) },
        { id: 'battery-voltage', text: `${figureUnit('voltage', p.batteryVoltageV)} loaded` },
        { id: 'cell-voltage', text: `${figureUnit('voltage', p.cellVoltageV)}/cell` }
      ];
    case 'wiring':
      return [];
    case 'esc':
      return [{ id: 'power', text: figureUnit('power', p.electricalPowerW) }];
    case 'motor':
      return [
        { id: 'motor-current', text: figureUnit('current', p.motorCurrentA) },
        { id: 'motor-efficiency', text: `${figure('share', p.motorEfficiency, 2)} % efficient` }
      ];
    case 'propulsor':
      return [
        { id: 'rpm', text: figureUnit('rpm', p.rpm) },
        { id: 'pitch-speed', text: `pitch ${figureUnit('speed', p.pitchSpeedMs)}` }
      ];
    case 'craft': {
      const list = [{ id: 'thrust', text: figureUnit('thrust', p.thrustN) }];
      const weight = answer.checks.find((c) => c.id === 'thrust-to-weight');
      if (weight?.value != null)
        list.push({ id: 'thrust-to-weight', text: `${figure('ratio', weight.value)} × weight` });
      return list;
    }
  }
}
