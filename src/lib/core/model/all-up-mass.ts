import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { estimateEscMassKg } from '../parts/esc/estimate-mass.ts';
import { estimateMotorMassKg } from '../parts/motor/estimate.ts';
import type { SetupDocument } from '../document/schema.ts';

/** One part's share of the all-up weight. */
export interface MassShare {
  readonly part: 'battery' | 'esc' | 'motor' | 'propulsor' | 'receiverSupply';
  readonly title: string;
  readonly kg: number;
  readonly estimated: boolean;
}

/** What the chosen parts weigh, kg each: given, or estimated where the part's size allows it. */
export function partMasses(setup: SetupDocument): MassShare[] {
  const count = setup.count ?? 1;
  const { battery, motor, esc, propulsor, receiverSupply } = setup;
  const list: MassShare[] = [];
  const add = (
    part: MassShare['part'],
    title: string,
    given: number | null | undefined,
    estimate: number | null,
    times = 1
  ): void => {
    const kg = given ?? estimate;
    if (kg !== null && kg > 0) list.push({ part, title, kg: times * kg, estimated: given == null });
  };
  add(
    'battery',
    'pack',
    battery.massKg,
    estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh)
  );
  add(
    'esc',
    count > 1 ? `${count} ESCs` : 'ESC',
    esc?.massKg,
    esc?.continuousA == null ? null : estimateEscMassKg(esc.continuousA),
    count
  );
  add(
    'motor',
    count > 1 ? `${count} motors` : 'motor',
    motor.massKg,
    motor.maxPowerW == null ? null : estimateMotorMassKg(motor.maxPowerW),
    count
  );
  add('propulsor', count > 1 ? `${count} propulsors` : 'propulsor', propulsor.massKg, null, count);
  const own = receiverSupply?.kind === 'own-pack' ? receiverSupply.pack : null;
  add(
    'receiverSupply',
    own ? 'receiver pack' : 'receiver supply',
    receiverSupply?.massKg ?? own?.massKg,
    own ? estimatePackMassKg(own.chemistry, own.series, own.capacityAh) : null
  );
  return list;
}

/**
 * The setup with its all-up weight made from the airframe's, where the brief gives that: the chosen parts add to it. A
 * setup with a fixed all-up weight is returned as it is.
 */
export function withAllUpMass(setup: SetupDocument): SetupDocument {
  const { airframeMassKg } = setup.craft;
  if (airframeMassKg == null) return setup;
  const sum = partMasses(setup).reduce((kg, part) => kg + part.kg, airframeMassKg);
  const massKg = Number(sum.toPrecision(6));
  return massKg === setup.craft.massKg ? setup : { ...setup, craft: { ...setup.craft, massKg } };
}
