import type { DrivePart } from '../registry/parts.ts';
import { partMasses, type MassShare } from '../model/all-up-mass.ts';
import { interpretSetup, supplyOf, type Interpreted } from '../model/interpret.ts';
import { estimatedAuxiliary } from '../model/receiver-feed.ts';
import { withKnown } from '../model/known.ts';
import { FITTED_FACTORS } from '../model/tolerance.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';
import { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Judged } from '../checks/check.ts';
import { buyingCost, usualPrice, type PartOwnership } from '../yardstick/bought.ts';
import { givesOf, type Gives } from '../yardstick/gives.ts';
import { places, setupAt, type Places, type Space } from './space.ts';

/** What a part brings of the whole, interpreted once. */
type Brought = Interpreted;

/** What a calibration says of a combination: of each part what it says of that part. Its covariance is nobody's here. */
function appliedOf(motor: Brought, battery: Brought, propulsor: Brought): Interpreted['applied'] {
  if (!motor.applied || !battery.applied || !propulsor.applied) return null;
  const of: Readonly<Record<string, NonNullable<Interpreted['applied']>>> = {
    kv: motor.applied,
    motorResistance: motor.applied,
    noLoadCurrent: motor.applied,
    batteryResistance: battery.applied,
    thrust: propulsor.applied,
    power: propulsor.applied,
    inductance: motor.applied
  };
  return {
    factors: Object.fromEntries(FITTED_FACTORS.map((name) => [name, of[name].factors[name]])) as NonNullable<
      Interpreted['applied']
    >['factors'],
    told: new Set(FITTED_FACTORS.filter((name) => of[name].told.has(name))),
    covariance: motor.applied.covariance
  };
}

/**
 * Puts a combination's numbers together from those of its parts, each part interpreted once: a hundred times as quick as
 * interpreting a document, and the same to the last digit (`assembler.test.ts`). Motors whose mass has to be guessed from
 * a craft whose weight follows its parts are interpreted whole.
 */
export class Assembler {
  readonly space: Space;
  readonly #batteries: Brought[];
  readonly #full: Supply[];
  readonly #escs: Brought[];
  readonly #propulsors: (Brought | undefined)[];
  readonly #gears: Brought[];
  /** By motor; a motor in a fan is taken for another build than one with a propeller. */
  readonly #motors: { fan: (Brought | undefined)[]; other: (Brought | undefined)[] };
  readonly #masses: {
    battery: number[];
    esc: number[];
    motor: number[];
    propulsor: number[];
    supply: number[];
  };

  /** What it costs to buy each part, in logarithms. */
  readonly #buying: Record<DrivePart, number[]>;
  readonly #auxiliary: (number | undefined)[] = [];
  readonly #auxiliaryBounds: (readonly [number, number] | undefined)[] = [];
  readonly #lightest: { esc: number; supply: number };

  constructor(space: Space) {
    this.space = space;
    const first = places();
    const probe = (at: Partial<Places>): Interpreted => interpretSetup(setupAt(space, { ...first, ...at }));
    const kg = (part: MassShare['part'], at: Partial<Places>): number =>
      partMasses(setupAt(space, { ...first, ...at })).find((m) => m.part === part)?.kg ?? 0;
    const each = <T>(list: readonly unknown[], make: (k: number) => T): T[] => list.map((_, k) => make(k));
    const some = space.size > 0;
    this.#batteries = some ? each(space.batteries, (battery) => probe({ battery })) : [];
    this.#full = this.#batteries.map((b) => supplyOf(b, { throttle: 1, speedMs: 0, stateOfCharge: 1 }));
    this.#escs = some ? each(space.escs, (esc) => probe({ esc })) : [];
    this.#gears = some ? each(space.gears, (gear) => probe({ gear })) : [];
    this.#propulsors = new Array(space.propulsors.length).fill(undefined);
    this.#motors = {
      fan: new Array(space.motors.length).fill(undefined),
      other: new Array(space.motors.length).fill(undefined)
    };
    this.#masses = {
      battery: some ? each(space.batteries, (battery) => kg('battery', { battery })) : [],
      esc: some ? each(space.escs, (esc) => kg('esc', { esc })) : [],
      motor: some ? each(space.motors, (motor) => kg('motor', { motor })) : [],
      propulsor: some ? each(space.propulsors, (propulsor) => kg('propulsor', { propulsor })) : [],
      supply: some ? each(space.supplies, (supply) => kg('receiverSupply', { supply })) : []
    };
    const toBuy = (parts: readonly PartOwnership[]): number[] => {
      const usual = usualPrice(parts);
      return parts.map((part) => buyingCost(part, usual));
    };
    this.#buying = {
      battery: toBuy(space.batteries),
      esc: toBuy(space.escs),
      motor: toBuy(space.motors),
      propulsor: toBuy(space.propulsors)
    };
    this.#lightest = { esc: Math.min(...this.#masses.esc), supply: Math.min(...this.#masses.supply) };
  }

  battery(k: number): Brought {
    return this.#batteries[k];
  }
  esc(k: number): Brought {
    return this.#escs[k];
  }
  gear(k: number): Brought {
    return this.#gears[k];
  }
  propulsor(k: number): Brought {
    return (this.#propulsors[k] ??= interpretSetup(setupAt(this.space, { ...places(), propulsor: k })));
  }
  motor(k: number, propulsor: number): Brought {
    const fans = this.space.propulsors[propulsor].document.kind === 'ducted-fan';
    return (this.#motors[fans ? 'fan' : 'other'][k] ??= interpretSetup(
      setupAt(this.space, { ...places(), motor: k, propulsor })
    ));
  }

  /** A full pack, read under load as a meter is. */
  fullSupply(battery: number): Supply {
    return this.#full[battery];
  }

  /** Whether a motor's numbers depend on more than itself: its mass is guessed from an all-up weight that is not fixed. */
  isGuessed(motor: number): boolean {
    const { massKg, maxPowerW, resistanceOhm, noLoadCurrentA } = this.space.motors[motor].document;
    return (
      this.space.head.craft.airframeMassKg != null &&
      massKg == null &&
      maxPowerW == null &&
      (resistanceOhm == null || noLoadCurrentA == null)
    );
  }

  /** All-up mass of a combination, kg: the craft's own, or its airframe's with the parts. */
  massKg(at: Places): number {
    const { airframeMassKg, massKg } = this.space.head.craft;
    if (airframeMassKg == null) return massKg;
    const m = this.#masses;
    // in the order in which the document adds them up
    const sum =
      airframeMassKg +
      m.battery[at.battery] +
      m.esc[at.esc] +
      m.motor[at.motor] +
      m.propulsor[at.propulsor] +
      m.supply[at.supply];
    return Number(sum.toPrecision(6));
  }

  /** Least all-up mass with any ESC and supply, kg. */
  leastMassKg(at: Places): number {
    const m = this.#masses;
    const { airframeMassKg, massKg } = this.space.head.craft;
    if (airframeMassKg == null) return massKg;
    return (
      airframeMassKg +
      m.battery[at.battery] +
      this.#lightest.esc +
      m.motor[at.motor] +
      m.propulsor[at.propulsor] +
      this.#lightest.supply
    );
  }

  /** What the chosen parts weigh together, kg; those of unknown mass count nothing. */
  partsKg(at: Places): number {
    const m = this.#masses;
    return (
      m.battery[at.battery] +
      m.esc[at.esc] +
      m.motor[at.motor] +
      m.propulsor[at.propulsor] +
      m.supply[at.supply]
    );
  }

  /** What it costs to buy those parts of a combination that are not owned, in logarithms. */
  buying(at: Places): number {
    const b = this.#buying;
    return b.battery[at.battery] + b.esc[at.esc] + b.motor[at.motor] + b.propulsor[at.propulsor];
  }

  batteryKg(battery: number): number {
    return this.#masses.battery[battery];
  }

  /** Overwrites what motor, gear and propulsor decide of a powertrain. */
  drive(at: Places, out: PowertrainModel): void {
    const motor = this.motor(at.motor, at.propulsor).model;
    out.motorConstant = motor.motorConstant;
    out.windingResistanceOhm = motor.windingResistanceOhm;
    out.rippleS = motor.rippleS;
    out.restShare = motor.restShare;
    out.noLoadCurrentA = motor.noLoadCurrentA;
    out.noLoadRadS = motor.noLoadRadS;
    out.noLoadSpeedShare = motor.noLoadSpeedShare;
    const gear = this.gear(at.gear).model;
    out.gearRatio = gear.gearRatio;
    out.gearEfficiency = gear.gearEfficiency;
    const propulsor = this.propulsor(at.propulsor).model;
    out.performance = propulsor.performance;
    out.diameterM = propulsor.diameterM;
    out.pitchM = propulsor.pitchM;
    out.densityKgM3 = propulsor.densityKgM3;
    out.wakeFraction = propulsor.wakeFraction;
    out.thrustShare = propulsor.thrustShare;
    out.thrustFactor = propulsor.thrustFactor;
    out.powerFactor = propulsor.powerFactor;
  }

  /** Overwrites what the pack and the ESC decide of a powertrain. */
  source(at: Places, out: PowertrainModel): void {
    const battery = this.battery(at.battery).model;
    out.series = battery.series;
    out.packResistanceOhm = battery.packResistanceOhm;
    out.packSlowShare = battery.packSlowShare;
    const esc = this.esc(at.esc).model;
    out.escResistanceOhm = esc.escResistanceOhm;
    out.escIdleCurrentA = esc.escIdleCurrentA;
    out.escSwitchingShare = esc.escSwitchingShare;
    out.auxiliaryCurrentA = this.#auxiliaryA(at);
    // a propeller that folds does so whatever the brake
    const folds = this.propulsor(at.propulsor).model.atRest === 'folded';
    out.atRest = folds ? 'folded' : this.space.escs[at.esc].document.brake === 'on' ? 'braked' : 'free';
  }

  /** Whether what hangs on the pack beside the powertrain is another with every pack, ESC and supply: by the loads that are listed, or by what such craft carry. */
  get auxiliaryVaries(): boolean {
    const { head } = this.space;
    return (
      head.auxiliaryCurrentA == null &&
      (head.craft.kind === 'multirotor' ||
        (head.loads?.length ?? 0) > 0 ||
        (head.rail ?? []).some((p) => p.currentA != null))
    );
  }

  /** Least and most of that with a pack, whatever ESC and supply, A. */
  auxiliaryBoundsA(battery: number): readonly [least: number, most: number] {
    const kept = this.#auxiliaryBounds[battery];
    if (kept) return kept;
    const at = { ...places(), battery, motor: 0 };
    let least = Infinity;
    let most = 0;
    const { motors, escs, supplies } = this.space;
    const other = motors.findIndex((_, k) => this.#isWorked(k) !== this.#isWorked(0));
    for (at.motor of other > 0 ? [0, other] : [0])
      for (at.esc = 0; at.esc < escs.length; at.esc++)
        for (at.supply = 0; at.supply < supplies.length; at.supply++) {
          const amps = this.#auxiliaryA(at);
          least = Math.min(least, amps);
          most = Math.max(most, amps);
        }
    return (this.#auxiliaryBounds[battery] = [least, most]);
  }

  #isWorked(motor: number): boolean {
    return this.space.motors[motor]?.document.loadedResistanceFactor != null;
  }

  #auxiliaryA(at: Places): number {
    if (!this.auxiliaryVaries) return this.battery(0).model.auxiliaryCurrentA;
    const { escs, supplies } = this.space;
    // a motor whose resistance under load is given is of a worked circuit: `electronicsA`
    const worked = this.#isWorked(at.motor) ? 1 : 0;
    const key = 2 * ((at.battery * escs.length + at.esc) * supplies.length + at.supply) + worked;
    return (this.#auxiliary[key] ??= estimatedAuxiliary(setupAt(this.space, at))?.amps ?? 0);
  }

  /** A powertrain to be overwritten: what the brief decides stands in it. */
  powertrain(): PowertrainModel {
    return { ...this.battery(0).model };
  }

  /** A combination as numbers, without its estimates and uncertainties. */
  interpreted(at: Places): Interpreted {
    const setup = withKnown(setupAt(this.space, at));
    if (this.isGuessed(at.motor)) return interpretSetup(setup);
    const battery = this.battery(at.battery);
    const propulsor = this.propulsor(at.propulsor);
    const motor = this.motor(at.motor, at.propulsor);
    const massKg = this.massKg(at);
    const model = this.powertrain();
    this.drive(at, model);
    this.source(at, model);
    if (massKg !== setup.craft.massKg) setup.craft = { ...setup.craft, massKg };
    return Object.assign({}, propulsor, {
      setup,
      motorAtLoad: motor.motorAtLoad,
      packOhm: battery.packOhm,
      capacityAh: battery.capacityAh,
      packInUse: battery.packInUse,
      applied: appliedOf(motor, battery, propulsor),
      estimates: [],
      notes: [],
      model
    });
  }

  /** What a combination gives. @param judged what the checks compared, where at hand */
  gives(at: Places, situation: SetupAnalysis, judged?: ReadonlyMap<string, Judged | null>): Gives {
    return givesOf(situation, {
      judged,
      partsKg: this.partsKg(at),
      packKg: this.batteryKg(at.battery),
      briefKg: this.space.head.craft.massKg,
      buying: this.buying(at)
    });
  }

  /** A combination looked at, full pack, full throttle, standing, without bands. */
  situation(at: Places): SetupAnalysis {
    const interpreted = this.interpreted(at);
    return new SetupAnalysis(interpreted.setup, {}, interpreted);
  }
}
