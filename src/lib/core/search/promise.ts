import { solveOperatingPoint, operatingPoint } from '../powertrain/operating-point.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { radSToRpm } from '../units/convert.ts';
import { WANTED_LEFT } from '../yardstick/gives.ts';
import type { FoundColumn } from '../yardstick/objectives.ts';
import { buildOf } from '../yardstick/usual-build.ts';
import { ENOUGH, scoreOf, type Measure } from '../yardstick/worth.ts';
import type { Assembler } from './assembler.ts';
import type { Places } from './space.ts';

/**
 * The most that combinations can be worth, from what full throttle, standing, tells of it: time and a boat's speed are taken as
 * more than enough. A hundredth of the work of judging it, and never less than what it turns out to be worth: in this order the
 * best are judged first.
 */
export class Promised {
  readonly #assembler: Assembler;
  readonly #measure: Measure;
  readonly #powertrain: PowertrainModel;
  readonly #point = operatingPoint();

  constructor(assembler: Assembler, measure: Measure) {
    this.#assembler = assembler;
    this.#measure = measure;
    this.#powertrain = assembler.powertrain();
  }

  /** Whether bounds say anything: without goals, or where efficiency counts, nothing bounds the worth. */
  static bounds({ goals, yardstick }: Measure): boolean {
    return goals !== null && (yardstick.efficiency ?? 0) === 0;
  }

  /** The most that a combination can be worth. */
  most(at: Places): number {
    const { space } = this.#assembler;
    const { goals } = this.#measure;
    const powertrain = this.#powertrain;
    const p = this.#point;
    // what is guessed from the whole is not known from its parts
    if (goals === null || this.#assembler.isGuessed(at.motor)) return Infinity;
    this.#assembler.drive(at, powertrain);
    this.#assembler.source(at, powertrain);
    solveOperatingPoint(powertrain, this.#assembler.fullSupply(at.battery), 1, 0, p);
    const { head } = space;
    const battery = space.batteries[at.battery].document;
    const esc = space.escs[at.esc].document;
    const motor = space.motors[at.motor].document;
    const kg = this.#assembler.massKg(at);
    const each = (p.batteryCurrentA - powertrain.auxiliaryCurrentA) / powertrain.count;
    const left = (value: number, rating: number | null | undefined, wanted: number): number =>
      rating == null || rating <= 0 ? Infinity : 1 - value / rating - wanted;
    const spare = Math.min(
      left(
        p.batteryCurrentA,
        battery.continuousC == null ? null : battery.continuousC * battery.capacityAh,
        WANTED_LEFT.battery
      ),
      // rotors may be judged by what their ESCs stand for seconds
      left(
        each,
        esc.continuousA == null
          ? null
          : head.craft.kind === 'multirotor'
            ? Math.max(esc.continuousA, esc.burstA ?? 0)
            : esc.continuousA,
        WANTED_LEFT.esc
      ),
      left(p.motorCurrentA, motor.maxCurrentA, WANTED_LEFT.motor),
      left((p.electricalPowerW - p.lossAuxiliaryW) / powertrain.count, motor.maxPowerW, WANTED_LEFT.motor)
    );
    const byParts = head.craft.airframeMassKg != null;
    const built = buildOf({
      craft: head.craft,
      count: powertrain.count,
      battery,
      esc,
      motor,
      propulsor: space.propulsors[at.propulsor].document,
      gearRatio: space.gears[at.gear],
      fed: head.receiverSupply != null || space.supplies[at.supply] !== null,
      schools: (head.schools as Record<string, string> | undefined) ?? {},
      currentA: p.batteryCurrentA,
      massKg: kg,
      briefKg: head.craft.massKg,
      packKg: this.#assembler.batteryKg(at.battery),
      timeS: null,
      seconds: goals.seconds,
      buying: this.#assembler.buying(at)
    });
    const value = (column: FoundColumn): number | null => {
      switch (column) {
        case 'time':
          return ENOUGH * goals.seconds;
        case 'thrust':
          return p.thrustN;
        case 'thrustToWeight':
          return p.thrustN / (kg * GRAVITY_MS2);
        case 'topSpeed':
          return goals.speedMs === null ? null : ENOUGH * goals.speedMs;
        case 'pitchSpeed':
          return (radSToRpm(p.omegaRadS / powertrain.gearRatio) / 60) * powertrain.pitchM;
        case 'mass':
          return byParts ? kg : this.#assembler.partsKg(at);
        case 'spare':
          return spare === Infinity ? null : spare;
        case 'build':
          return built;
        default:
          return null;
      }
    };
    return scoreOf(value, this.#measure);
  }
}
