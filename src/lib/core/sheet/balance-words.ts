import type { BalanceState } from '../model/balance.ts';
import { displayUnit, type QuantityName, type UnitChoice } from '../units/quantity.ts';
import { showUnit } from '../units/show.ts';

function showQuantity(quantity: QuantityName, si: number, choice: UnitChoice): string {
  const { inSi, label, digits } = displayUnit(quantity, choice);
  return showUnit(si / inSi, label, digits);
}

/** Where places of a craft are measured from, and how far: "38.6 mm before the middle". */
function place(m: number, kind: string, choice: UnitChoice): string {
  const from = kind === 'multirotor' ? 'the middle' : kind === 'boat' ? 'the bow' : 'the front';
  return `${showQuantity('screwLength', Math.abs(m), choice)} ${m < 0 ? 'before' : 'behind'} ${from}`;
}

/** The balance of a craft in sentences, as they stand on paper. */
export function balanceWords(b: BalanceState, kind: string, choice: UnitChoice = {}): string[] {
  const sideways = (m: number): string =>
    Math.abs(m) < 0.0005
      ? ''
      : `, ${showQuantity('screwLength', Math.abs(m), choice)} to the ${m > 0 ? 'right' : 'left'}`;
  return [
    `The listed ${showQuantity('craftMass', b.totalKg, choice)} balance ${place(b.atM, kind, choice)}${sideways(b.acrossM)}${b.wantedM === null ? '' : `, wanted ${b.wantedM === 0 && kind === 'multirotor' ? 'in the middle' : place(b.wantedM, kind, choice)}`}.`,
    ...(b.packNeededM === null
      ? []
      : [
          `The pack belongs ${place(b.packNeededM, kind, choice)}${kind === 'multirotor' ? sideways(b.packAcrossM ?? 0) : ''}.`
        ]),
    ...(b.ballast === null
      ? []
      : [`Ballast: ${showQuantity('mass', b.ballast.kg, choice)} ${place(b.ballast.atM, kind, choice)}.`]),
    ...(b.bowDownDeg === null || Math.abs(b.bowDownDeg) < 0.05
      ? []
      : [
          `At rest it floats ${Math.abs(b.bowDownDeg).toFixed(1)}° by the ${b.bowDownDeg > 0 ? 'bow' : 'stern'}.`
        ])
  ];
}
