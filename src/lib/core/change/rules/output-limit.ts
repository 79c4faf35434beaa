import { findRoot } from '../../numeric/find-root.ts';
import { analysisOf, type SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { show } from '../../units/show.ts';
import type { OutputLimitChange } from '../kinds/output-limit.ts';
import { rewound } from '../other-parts.ts';
import { limitOf, limitPercent, realKv } from '../limit.ts';
import type { Rule } from './rule.ts';

/** The same setup with the motor really wound for a KV, and no limit. */
export const woundFor = (s: SetupAnalysis, kvRpmPerVolt: number): SetupAnalysis =>
  analysisOf(
    { ...s.document, outputLimit: null, motor: rewound(s.setup.motor, kvRpmPerVolt) },
    { ...s.look, bands: false }
  );

/** Lower KV in software: limit = wanted / real KV, always rounded down. */
export const outputLimitRule: Rule = {
  id: 'output-limit',
  title: 'output limit',
  unit: '%',
  quantity: 'ratio',
  holds:
    'for full throttle and rpm, and downwards only. A limited motor turns as one wound for that KV with as much copper; its own current and the ESC’s heat stay those of the faster winding, which draws more amps at fewer volts.',
  judge: ({ before, after, change }) => {
    if (change.kind !== 'output-limit') return null;
    const kv = realKv(before.setup);
    const limit = limitOf(before.setup, change as OutputLimitChange);
    const wanted = change.wantedKvRpmPerVolt ?? limit * kv;
    const value = change.limit != null ? Math.round(100 * limit) : limitPercent(wanted, kv);
    const wound = woundFor(after, wanted);
    const rpmAt = (outputLimit: number): number =>
      analysisOf({ ...after.document, outputLimit }, { ...after.look, bands: false }).worst.rpm;
    const root = findRoot((l) => rpmAt(l) - wound.worst.rpm, 0.05, 1, 1e-4);
    const physics = root.ok ? 100 * root.value : null;
    return {
      formula: `${show(wanted, 4)} / ${show(kv, 4)} KV = ${show((100 * wanted) / kv)} %: ${value} %`,
      value,
      physics,
      says: `at ${value} % the model turns ${show(after.worst.rpm)} rpm at full throttle; a motor wound for ${show(wanted, 4)} KV ${show(wound.worst.rpm)}${physics === null ? '' : `, which takes ${show(physics)} %`}`
    };
  }
};
