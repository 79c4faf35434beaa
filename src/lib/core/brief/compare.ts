import type { SetupDocument } from '../setup/schema.ts';
import type { PredictAnswer } from '../train/predict.ts';
import type { QuantityName } from '../units/quantity.ts';

/** One line of a comparison: a part in words, or a result with the better ones marked. */
export interface CompareRow {
  title: string;
  quantity: QuantityName | null;
  values: (number | string | null)[];
  better: number | null;
}

const partText = (s: SetupDocument): Record<string, string> => ({
  pack: s.battery.name ?? `${s.battery.series}S ${s.battery.capacityAh} Ah`,
  ESC: s.esc?.name ?? (s.esc?.continuousA == null ? 'not given' : `${s.esc.continuousA} A`),
  motor: s.motor.name ?? `${s.motor.kvRpmPerVolt} KV`,
  propulsor: s.propulsor.name ?? s.propulsor.kind
});

/** Setups of one craft side by side: only parts that differ, and results with the better one by the purpose's yardstick. */
export function compareSetups(
  list: readonly { document: SetupDocument; answer: PredictAnswer }[]
): CompareRow[] {
  const rows: CompareRow[] = [];
  const parts = list.map((x) => partText(x.document));
  for (const title of ['pack', 'ESC', 'motor', 'propulsor']) {
    const values = parts.map((p) => p[title]);
    if (new Set(values).size > 1) rows.push({ title, quantity: null, values, better: null });
  }
  const result = (
    title: string,
    quantity: QuantityName,
    read: (a: PredictAnswer) => number | null,
    best: 'most' | 'least'
  ): void => {
    const values = list.map((x) => read(x.answer));
    if (values.every((v) => v === null)) return;
    const known = values.filter((v): v is number => v !== null);
    const target = best === 'most' ? Math.max(...known) : Math.min(...known);
    const spread = Math.max(...known) - Math.min(...known);
    rows.push({
      title,
      quantity,
      values,
      better: known.length > 1 && spread > 1e-3 * Math.abs(target) ? values.indexOf(target) : null
    });
  };
  const kind = list[0]?.document.craft.kind;
  result('current', 'current', (a) => a.points[0].batteryCurrentA, 'least');
  if (kind !== 'boat') result('thrust', 'thrust', (a) => a.points[0].thrustN, 'most');
  result('hover throttle', 'share', (a) => a.hover?.throttle ?? null, 'least');
  result('climb', 'speed', (a) => a.level?.climbMs ?? null, 'most');
  result('top speed', 'speed', (a) => a.level?.topSpeedMs ?? a.boat?.topSpeedMs ?? null, 'most');
  const at = { 'fixed-wing': 'cruise', multirotor: 'hover', boat: 'full' }[kind ?? 'boat'];
  result('time', 'minutes', (a) => a.endurance.find((e) => e.at === at)?.seconds ?? null, 'most');
  result(
    'motor after the run',
    'temperature',
    (a) => a.checks.find((c) => c.id === 'motor-temperature')?.value ?? null,
    'least'
  );
  rows.push({
    title: 'over / tight',
    quantity: null,
    values: list.map(
      (x) =>
        `${x.answer.checks.filter((c) => c.finding === 'over').length} / ${x.answer.checks.filter((c) => c.finding === 'tight').length}`
    ),
    better: null
  });
  return rows;
}
