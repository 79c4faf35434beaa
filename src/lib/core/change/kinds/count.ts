import type { FromSchema } from 'json-schema-to-ts';
import { kvSold } from '../../standard-sizes/windings.ts';
import { ESC_SIZES_A } from '../../standard-sizes/esc-sizes.ts';
import { PROPELLER_SIZES } from '../../standard-sizes/propeller-sizes.ts';
import { inchesM } from '../../standard-sizes/steps.ts';
import type { Esc, Motor, Propulsor, SetupDocument } from '../../document/schema.ts';
import { sizedEsc } from '../../alternatives/size-electrics.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';
import { issue } from '../../text/issues.ts';
import { INCH_M } from '../../units/convert.ts';
import { alteredTo } from '../apply-change.ts';
import { twice } from '../judge-claims.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { anchorField, kindField, nextWhole } from './fields.ts';

const schema = {
  title: 'another number of motors',
  type: 'object',
  required: ['kind', 'count'],
  properties: {
    kind: kindField('count'),
    count: { type: 'integer', minimum: 1, maximum: 8, title: 'number of motors' },
    anchor: anchorField
  }
} as const;
type CountChange = FromSchema<typeof schema>;

const WORDS = ['', 'a single motor', 'a twin', 'three motors', 'four motors'];
const called = (count: number): string => WORDS[count] ?? `${count} motors`;
const figure = (value: number): number => Number(value.toPrecision(3));
const scaled = (value: number | null | undefined, by: number): { value: number } | null =>
  value == null ? null : { value: figure(value * by) };

/** A propulsor of the same shape with a share of the disc: propellers as they are sold, screws to a millimetre. */
function smaller(p: Propulsor, share: number): Propulsor {
  const by = Math.sqrt(share);
  const { name: _name, coefficients: _measured, massKg, maxRpm, ...same } = p;
  const follows = {
    ...(massKg == null ? {} : { massKg: figure(massKg * by ** 3) }),
    ...(maxRpm == null ? {} : { maxRpm: figure(maxRpm / by) })
  };
  if (same.kind !== 'propeller') {
    const fan = same.kind === 'ducted-fan' ? same : null;
    return {
      ...same,
      diameterM: Number((same.diameterM * by).toFixed(3)),
      ...(same.pitchM == null ? {} : { pitchM: Number((same.pitchM * by).toFixed(4)) }),
      ...(fan?.hubDiameterM == null ? {} : { hubDiameterM: figure(fan.hubDiameterM * by) }),
      ...(fan?.exitAreaM2 == null ? {} : { exitAreaM2: figure(fan.exitAreaM2 * share) }),
      ...follows
    } as Propulsor;
  }
  const wanted = [(same.diameterM * by) / INCH_M, (same.pitchM * by) / INCH_M] as const;
  const off = ([d, q]: readonly [number, number]): number =>
    2 * Math.abs(Math.log(d / wanted[0])) + Math.abs(Math.log(q / wanted[1]));
  const [d, q] = PROPELLER_SIZES.reduce((a, b) => (off(b) < off(a) ? b : a));
  return { ...same, diameterM: inchesM(d), pitchM: inchesM(q), ...follows };
}

/**
 * A motor for a share of the power at the same tip speed: the same make in another size. Mass and ratings go with the
 * share, KV with 1/√share (rpm × diameter stays), Km with mass^0.75 (`estimateLoadedConstant`), so R with share^−1.5/KV²;
 * no-load current with the friction of the mass over k.
 */
function motorFor(motor: Motor, share: number): Motor {
  const kvRpmPerVolt = kvSold(motor.kvRpmPerVolt / Math.sqrt(share));
  const by = kvRpmPerVolt / motor.kvRpmPerVolt;
  const { name: _name, lineInductanceH: _inductance, shaftDiameterM: _shaft, ...same } = motor;
  const set = (field: string, to: { value: number } | null): object => (to ? { [field]: to.value } : {});
  return {
    ...same,
    kvRpmPerVolt,
    ...set('massKg', scaled(motor.massKg, share)),
    ...set('resistanceOhm', scaled(motor.resistanceOhm, share ** -1.5 / by ** 2)),
    ...set('noLoadCurrentA', scaled(motor.noLoadCurrentA, share * by)),
    ...set('maxCurrentA', scaled(motor.maxCurrentA, share)),
    ...set('maxPowerW', scaled(motor.maxPowerW, share))
  };
}

/** The ESC on sale that carries a share of the rating, and at least an amount. */
function escFor(esc: Esc | undefined, share: number, leastA: number): Esc | undefined {
  if (esc?.continuousA == null) return esc;
  const wanted = Math.max(esc.continuousA * share, leastA);
  const continuousA = ESC_SIZES_A.find((a) => a >= 0.999 * wanted) ?? Math.ceil(wanted);
  const by = continuousA / esc.continuousA;
  const { name: _name, channels: _channels, boards: _boards, ...same } = esc;
  return {
    ...same,
    continuousA,
    ...(esc.burstA == null ? {} : { burstA: figure(esc.burstA * by) }),
    ...(esc.resistanceOhm == null ? {} : { resistanceOhm: figure(esc.resistanceOhm / by) }),
    ...(esc.massKg == null ? {} : { massKg: figure(esc.massKg * by) })
  };
}

/** Another number of motors on the same pack, with as much disc and as much motor in all: half the disc each for a twin. */
export const countKind = {
  schema,
  faults: ({ craft }) => (craft.kind === 'multirotor' ? [issue('count', 'count-craft', {})] : []),
  sentence: (before, { count }) => `${called(count)} from ${called(before.count ?? 1)}`,
  alter: (before, { count }, by) => {
    const share = (before.count ?? 1) / count;
    if (share === 1) return { setup: before, said: [] };
    const after: SetupDocument = {
      ...before,
      count,
      calibration: null,
      motor: motorFor(before.motor, share),
      propulsor: smaller(before.propulsor, share)
    };
    const schools = { ...by.schools, ...(before.schools as Record<string, string> | undefined) };
    const each = analysisOf(after).worst.batteryCurrentA / count;
    const needed = sizedEsc(each, before.battery.series, schools).continuousA ?? each;
    return alteredTo(before, { ...after, esc: escFor(before.esc, share, needed) });
  },
  keeps: ['count'],
  reports: ['care'],
  claims: [twice]
} as const satisfies ChangeKind<CountChange>;

export const countForm: ChangeForm<CountChange> = {
  words: ({ craft, count = 1 }) =>
    craft.kind === 'multirotor' ? null : count > 1 ? 'a single from a twin' : 'a twin from a single',
  first: ({ count = 1 }) => ({ kind: 'count', count: count > 1 ? 1 : 2 }),
  pieces: (change, from) => [
    {
      figure: {
        id: 'change-count',
        label: 'motors',
        quantity: 'count',
        value: change.count,
        next: nextWhole,
        set: (count) => ({ ...change, count: Math.round(count) })
      }
    },
    {
      words: `${change.count === 1 ? 'motor' : 'motors'} instead of ${from.count ?? 1}, half the disc each`
    }
  ]
};
