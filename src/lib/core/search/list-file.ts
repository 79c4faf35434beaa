import { csvText } from '../text/csv.ts';
import { displayUnit, type UnitChoice } from '../units/quantity.ts';
import type { Craft, SetupDocument } from '../document/schema.ts';
import { axisWords } from './axis-words.ts';
import { AXES, type Axis } from '../yardstick/objectives.ts';

/** A line of the list as it is written to a file. */
interface ListLine {
  readonly setup: SetupDocument;
  readonly score: number;
  readonly value: (axis: Axis) => number | null;
}

/** The ranked list as CSV in the user's units, a head with units over it. */
export function listCsv(lines: readonly ListLine[], craft: Craft, choice: UnitChoice): string {
  const axes = AXES.map((axis) => {
    const { title, quantity } = axisWords(axis, craft);
    const unit = displayUnit(quantity, choice);
    return { axis, title: unit.label === '' ? title : `${title}, ${unit.label}`, inSi: unit.inSi };
  });
  const name = (part: object | undefined): string => (part as { name?: string } | undefined)?.name ?? '';
  return csvText(
    [
      'place',
      'motor',
      'propulsor',
      'pack',
      'ESC',
      'gear',
      'receiver supply',
      'score',
      ...axes.map((a) => a.title)
    ],
    lines.map(({ setup, score, value }, k) => [
      k + 1,
      name(setup.motor),
      name(setup.propulsor),
      name(setup.battery),
      name(setup.esc),
      setup.gearRatio ?? 1,
      name(setup.receiverSupply ?? undefined),
      Number(score.toPrecision(6)),
      ...axes.map(({ axis, inSi }) => {
        const v = value(axis);
        return v === null ? '' : Number((v / inSi).toPrecision(5));
      })
    ])
  );
}
