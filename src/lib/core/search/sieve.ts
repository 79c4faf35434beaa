import { plugRatingA } from '../model/plugs.ts';
import { CHECKS, checkOf, type CheckId } from '../checks/all-checks.ts';
import { beyondOf, isOver } from '../checks/check.ts';
import { leastPitchSpeedMs } from '../checks/pitch-speed.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import { radSToRpm } from '../units/convert.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import type { Assembler } from './assembler.ts';
import { places, type Places, type Space } from './space.ts';

/** Checks whose value at full throttle, standing, on a full pack is one number against a limit of one part, in power order. */
const BY_NUMBER = [
  'pack-current',
  'pack-weight',
  'wiring-current',
  'connector-current',
  'voltage-drop',
  'esc-current',
  'esc-burst',
  'esc-electrical-rpm',
  'motor-current',
  'motor-power',
  'propulsor-rpm',
  'tip-mach',
  'pitch-speed',
  'thrust-to-weight'
] as const satisfies readonly CheckId[];
type ByNumber = (typeof BY_NUMBER)[number];

/** Checks that a few parts decide by their labels alone, in power order, and which. */
const BY_LABEL = [
  ['lead-length', []],
  ['esc-count', ['esc']],
  ['esc-cells', ['battery', 'esc']],
  ['esc-voltage', ['battery', 'esc']],
  ['receiver-supply', ['battery', 'esc', 'supply']],
  ['receiver-volts', ['battery', 'supply']],
  ['motor-cells', ['battery', 'motor']],
  ['shaft-fit', ['motor', 'propulsor']],
  ['boat-rpm', ['battery', 'motor', 'gear']],
  ['stalled-blade', ['propulsor']],
  ['clearance', ['propulsor']]
] as const satisfies readonly (readonly [CheckId, readonly (keyof Places)[]])[];
type ByLabel = (typeof BY_LABEL)[number][0];

/** Checks of the sieve in power order: the number in this list is the check's bit in a mask. */
const SIEVED: readonly CheckId[] = CHECKS.map((c) => c.id).filter(
  (id) => (BY_NUMBER as readonly string[]).includes(id) || BY_LABEL.some(([label]) => label === id)
);

/** Bits of the sieve's checks. */
const BIT = Object.fromEntries(SIEVED.map((id, k) => [id, 1 << k])) as Record<ByNumber | ByLabel, number>;

/** What the wishes of a search are called among what rejects a combination. */
const LIMITS = ['limit-current', 'limit-weight'] as const;
type SieveLimit = (typeof LIMITS)[number];
const LIMIT_BIT: Record<SieveLimit, number> = {
  'limit-current': 1 << SIEVED.length,
  'limit-weight': 1 << (SIEVED.length + 1)
};

/** Everything that one bit of a mask may stand for, in the order in which it rejects. */
export const MASKED: readonly (CheckId | SieveLimit)[] = [...SIEVED, ...LIMITS];

/** Room left round the bounds of a whole block of ESCs. */
const BLOCK_GUARD = 1e-6;

/** Same tolerance as a check's: a value on its limit keeps to it. */
const above = (value: number, limit: number): boolean => value > limit * (1 + 1e-9);
const below = (value: number, limit: number): boolean => value < limit * (1 - 1e-9);

/** Beyond a limit by this share; none where it keeps to it. */
const excess = (value: number, limit: number): number => (limit > 0 ? value / limit - 1 : Infinity);

/** What a check of labels says of the parts that decide it: asked once each. */
interface LabelTable {
  /** 0 not asked yet, 1 keeps to its limit, 2 over. */
  readonly known: Uint8Array;
  readonly beyond: Float32Array;
  readonly decides: (keyof Places)[];
}

/** Limits of each part. */
interface Limits {
  /** Ratings, infinite where a check does not apply or no rating is known. */
  readonly packA: Float64Array;
  readonly escA: Float64Array;
  readonly escBurstA: Float64Array;
  readonly escErpm: Float64Array;
  readonly motorA: Float64Array;
  readonly motorW: Float64Array;
  readonly propulsorRpm: Float64Array;
  readonly leadA: number;
  /** By pack, and by ESC where there is one: the plugs that carry everything. */
  readonly connectorA: { readonly battery: Float64Array; readonly esc: Float64Array };
  readonly dropShare: number;
  readonly packShare: number;
  readonly mach: number;
  readonly thrustRatio: number;
}

/**
 * The first sieve of a search: every combination solved at full throttle, standing, on a full pack, as plain numbers, and
 * compared with what can be compared with them. It says exactly what the checks would (`sieve.test.ts`); the limits come
 * from the checks themselves, each asked once for each part. Nothing is allocated while it runs.
 */
export class Sieve {
  readonly #assembler: Assembler;
  readonly #space: Space;
  readonly #limits: Limits;
  readonly #labels = new Map<ByLabel, LabelTable>();
  readonly #maxCurrentA: number;
  readonly #maxMassKg: number;
  readonly #point = operatingPoint();
  #labelBeyond = 0;
  #maskBeyond = 0;
  /** Whether the all-up weight follows the parts. */
  readonly #weighs: boolean;
  readonly #fixedPitchMs: number | null;
  /** Bounds of all ESCs. */
  readonly #escBounds: { leastOhm: number; mostOhm: number; mostIdleA: number; mostA: number };
  readonly #sourceMasks: Uint32Array;
  readonly #sourceKnown: Uint8Array;
  readonly #sourceBeyond: Float32Array;

  /** @param assembler of a space that is not empty */
  constructor(assembler: Assembler, wishes: { maxCurrentA?: number | null; maxMassKg?: number | null } = {}) {
    this.#assembler = assembler;
    const { space } = assembler;
    this.#space = space;
    this.#maxCurrentA = wishes.maxCurrentA ?? Infinity;
    this.#maxMassKg = wishes.maxMassKg ?? Infinity;
    this.#weighs = space.head.craft.airframeMassKg != null;
    this.#limits = this.#limitsOf();
    const { craft } = space.head;
    this.#fixedPitchMs =
      craft.kind === 'fixed-wing' ? leastPitchSpeedMs(craft, assembler.propulsor(0).fluid.densityKgM3) : null;
    const escs = space.escs.map((_, k) => assembler.esc(k).model);
    this.#escBounds = {
      leastOhm: Math.min(...escs.map((m) => m.escResistanceOhm)),
      mostOhm: Math.max(...escs.map((m) => m.escResistanceOhm)),
      mostIdleA: Math.max(...escs.map((m) => m.escIdleCurrentA)),
      mostA: Math.max(...this.#limits.escA)
    };
    this.#sourceMasks = new Uint32Array(this.rowSize);
    this.#sourceKnown = new Uint8Array(this.rowSize);
    this.#sourceBeyond = new Float32Array(this.rowSize);
    for (const [id, decides] of BY_LABEL) {
      const size = decides.reduce((n, part) => n * this.#count(part), 1);
      this.#labels.set(id, {
        known: new Uint8Array(size),
        beyond: new Float32Array(size),
        decides: [...decides]
      });
    }
  }

  #count(part: keyof Places): number {
    const { propulsors, motors, gears, batteries, escs, supplies } = this.#space;
    return {
      propulsor: propulsors,
      motor: motors,
      gear: gears,
      battery: batteries,
      esc: escs,
      supply: supplies
    }[part].length;
  }

  /** The rating that a check takes with one part in place; infinite where there is none. */
  #rating(id: ByNumber, at: Partial<Places>, none = Infinity): number {
    const judged = checkOf(id)?.judge(this.#assembler.situation({ ...places(), ...at }));
    return judged && !('unknown' in judged) ? (judged.rating ?? none) : none;
  }

  #ratings(id: ByNumber, part: keyof Places): Float64Array {
    return Float64Array.from({ length: this.#count(part) }, (_, k) => this.#rating(id, { [part]: k }));
  }

  #limitsOf(): Limits {
    const { space } = this.#assembler;
    return {
      packA: this.#ratings('pack-current', 'battery'),
      // the highest that may count: between the two ratings only ordinary use decides
      escA: Float64Array.from(space.escs, ({ document: esc }) =>
        esc.continuousA == null
          ? Infinity
          : space.head.craft.kind === 'multirotor'
            ? Math.max(esc.burstA ?? 0, esc.continuousA)
            : esc.continuousA
      ),
      escBurstA: this.#ratings('esc-burst', 'esc'),
      escErpm: Float64Array.from(space.escs, (p) => p.document.maxElectricalRpm ?? Infinity),
      // an estimated rating rests on volts under load: only a given one is sieved by
      motorA: Float64Array.from(space.motors, (p) => p.document.maxCurrentA ?? Infinity),
      motorW: this.#ratings('motor-power', 'motor'),
      propulsorRpm: this.#ratings('propulsor-rpm', 'propulsor'),
      leadA: this.#rating('wiring-current', {}),
      // the weaker plug counts, so neither may be asked with the other in place
      connectorA: {
        battery: Float64Array.from(space.batteries, ({ document: { connector } }) =>
          plugRatingA(space.head, connector, undefined)
        ),
        esc: Float64Array.from(space.escs, ({ document: { connector } }) =>
          plugRatingA(space.head, undefined, connector)
        )
      },
      dropShare: this.#rating('voltage-drop', {}),
      packShare: this.#rating('pack-weight', {}),
      mach: this.#rating('tip-mach', {}),
      thrustRatio: this.#rating('thrust-to-weight', {}, 0)
    };
  }

  /**
   * Whether a check of labels is over: asked once for the parts that decide it. By how much stands in `#labelBeyond` then.
   */
  #labelOver(id: ByLabel, at: Places): boolean {
    const table = this.#labels.get(id) as LabelTable;
    let key = 0;
    for (const part of table.decides) key = key * this.#count(part) + at[part];
    if (table.known[key] === 0) {
      const alone = places();
      for (const part of table.decides) alone[part] = at[part];
      const judged = checkOf(id)?.judge(this.#assembler.situation(alone)) ?? null;
      table.known[key] = isOver(judged) ? 2 : 1;
      table.beyond[key] = beyondOf(judged);
    }
    this.#labelBeyond = table.beyond[key];
    return table.known[key] === 2;
  }

  /** Whether a check of the sieve is settled by it for a combination: the few that are not are left to the checks themselves. */
  settles(id: CheckId, at: Places): boolean {
    const { escs, motors, supplies, head } = this.#space;
    if (id === 'esc-current') {
      const { continuousA, burstA } = escs[at.esc].document;
      return head.craft.kind !== 'multirotor' || continuousA == null || burstA == null;
    }
    // where nothing is given there is no limit, unless the document has one estimated
    if (id === 'motor-current' || id === 'motor-power') {
      const field = id === 'motor-current' ? 'maxCurrentA' : 'maxPowerW';
      return (
        motors[at.motor].document[field] != null ||
        (head.sources?.[`motor.${field}`] ?? motors[at.motor].sources?.[field]) !== 'estimated'
      );
    }
    if (id === 'receiver-volts')
      return (head.receiverSupply ?? supplies[at.supply]?.document)?.minVoltageV == null;
    if (id === 'boat-rpm') return head.schools?.['rpm-volts'] !== 'loaded';
    return SIEVED.includes(id);
  }

  /** Number of combinations in a row. */
  get rowSize(): number {
    const { batteries, escs, supplies } = this.#space;
    return batteries.length * escs.length * supplies.length;
  }

  /** Number of rows: one for each propulsor, motor and gear. */
  get rows(): number {
    const { propulsors, motors, gears } = this.#space;
    return propulsors.length * motors.length * gears.length;
  }

  /** Places of the first combination of a row. Writes `out`. */
  #start(row: number, out: Places): void {
    const { motors, gears } = this.#space;
    out.gear = row % gears.length;
    const k = Math.floor(row / gears.length);
    out.motor = k % motors.length;
    out.propulsor = Math.floor(k / motors.length);
    out.battery = out.esc = out.supply = 0;
  }

  /**
   * Sieves one row. Writes, for each of its combinations, the mask of what is over; 0 passes.
   * @param all whether everything that is over is wanted; else the first that is found ends the matter
   * @param masks of `rowSize`; @param beyond of `rowSize` where wanted: the largest share by which a limit is passed
   */
  row(row: number, masks: Uint32Array, all: boolean, beyond?: Float32Array): void {
    const { batteries, escs, supplies } = this.#space;
    const a = this.#assembler;
    const at = places();
    this.#start(row, at);
    const powertrain = a.powertrain();
    a.drive(at, powertrain);
    const guessed = a.isGuessed(at.motor);
    const fixedMask = this.#labelMask(['shaft-fit', 'stalled-blade', 'clearance', 'lead-length'], at);
    const fixedBeyond = this.#maskBeyond;
    if (fixedMask !== 0 && !all) {
      masks.fill(fixedMask);
      return;
    }
    let k = 0;
    const each = escs.length * supplies.length;
    for (let battery = 0; battery < batteries.length; battery++) {
      at.battery = battery;
      at.esc = 0;
      at.supply = 0;
      const packMask = fixedMask | this.#labelMask(['motor-cells', 'boat-rpm'], at);
      const packBeyond = Math.max(fixedBeyond, this.#maskBeyond);
      if (!all && !guessed) {
        const none = packMask !== 0 ? packMask : this.#blockMask(at, powertrain);
        if (none !== 0) {
          masks.fill(none, k, k + each);
          k += each;
          continue;
        }
      }
      let solvedFor = -1;
      for (let esc = 0; esc < escs.length; esc++) {
        at.esc = esc;
        for (let s = 0; s < supplies.length; s++, k++) {
          at.supply = s;
          let mask = packMask | this.#sourceMask(at, k);
          if (beyond) beyond[k] = Math.max(packBeyond, this.#sourceBeyond[k]);
          if (mask === 0 || all) {
            if (guessed) Object.assign(powertrain, a.interpreted(at).model);
            else a.source(at, powertrain);
            if (guessed || a.auxiliaryVaries || solvedFor < 0 || !this.#sameEsc(solvedFor, esc)) {
              solveOperatingPoint(powertrain, a.fullSupply(battery), 1, 0, this.#point);
              solvedFor = esc;
            }
            mask |= this.#numberMask(at, powertrain, all, beyond, k);
          }
          masks[k] = mask;
        }
      }
    }
  }

  /** What labels say of pack, ESC and supply, whatever they drive: asked once. */
  #sourceMask(at: Places, k: number): number {
    if (this.#sourceKnown[k] === 0) {
      this.#sourceMasks[k] = this.#labelMask(
        ['esc-count', 'esc-cells', 'esc-voltage', 'receiver-supply', 'receiver-volts'],
        at
      );
      this.#sourceKnown[k] = 1;
      this.#sourceBeyond[k] = this.#maskBeyond;
    }
    return this.#sourceMasks[k];
  }

  /**
   * What is over with every ESC, by two points that bound them all: less resistance means more current, thrust and rpm, and an
   * idle current takes volts and adds amps, and so does what hangs on the pack beside the powertrain. 0 where one of them may pass.
   * That nothing workable is hidden by it stands in `sieve.test.ts`.
   */
  #blockMask(at: Places, powertrain: PowertrainModel): number {
    const a = this.#assembler;
    const { craft } = this.#space.head;
    const l = this.#limits;
    const p = this.#point;
    const n = powertrain.count;
    a.source(at, powertrain);
    powertrain.escResistanceOhm = this.#escBounds.mostOhm;
    powertrain.escIdleCurrentA = this.#escBounds.mostIdleA;
    const [leastAuxA, mostAuxA] = a.auxiliaryBoundsA(at.battery);
    powertrain.auxiliaryCurrentA = mostAuxA;
    solveOperatingPoint(powertrain, a.fullSupply(at.battery), 1, 0, p);
    const leastA = n * p.motorCurrentA + leastAuxA;
    const over = (value: number, limit: number): boolean => value > limit * (1 + BLOCK_GUARD);
    if (over(leastA, l.packA[at.battery])) return BIT['pack-current'];
    if (over(leastA, l.leadA)) return BIT['wiring-current'];
    if (over(leastA, l.connectorA.battery[at.battery])) return BIT['connector-current'];
    if (over(leastA, this.#maxCurrentA)) return LIMIT_BIT['limit-current'];
    if (over(p.motorCurrentA, this.#escBounds.mostA)) return BIT['esc-current'];
    if (over(p.motorCurrentA, l.motorA[at.motor])) return BIT['motor-current'];
    const idleW = n * this.#escBounds.mostIdleA * p.batteryVoltageV;
    const leastW = (p.electricalPowerW - p.lossAuxiliaryW - idleW) / n;
    if (over(leastW, l.motorW[at.motor])) return BIT['motor-power'];
    const leastRpm = radSToRpm(p.omegaRadS / powertrain.gearRatio);
    if (over(leastRpm, l.propulsorRpm[at.propulsor])) return BIT['propulsor-rpm'];
    if (craft.kind === 'boat') return 0;
    powertrain.escResistanceOhm = this.#escBounds.leastOhm;
    powertrain.escIdleCurrentA = 0;
    powertrain.auxiliaryCurrentA = leastAuxA;
    solveOperatingPoint(powertrain, a.fullSupply(at.battery), 1, 0, p);
    const leastKg = this.#weighs ? a.leastMassKg(at) : craft.massKg;
    if (over(l.thrustRatio, p.thrustN / (leastKg * GRAVITY_MS2))) return BIT['thrust-to-weight'];
    if (craft.kind === 'fixed-wing') {
      const pitchMs = (radSToRpm(p.omegaRadS / powertrain.gearRatio) / 60) * powertrain.pitchM;
      const least = this.#weighs
        ? leastPitchSpeedMs({ ...craft, massKg: leastKg }, a.propulsor(at.propulsor).fluid.densityKgM3)
        : this.#fixedPitchMs;
      if (least !== null && over(least, pitchMs)) return BIT['pitch-speed'];
    }
    return 0;
  }

  /** Whether two ESCs are one to the circuit. */
  #sameEsc(a: number, b: number): boolean {
    const one = this.#assembler.esc(a).model;
    const other = this.#assembler.esc(b).model;
    return (
      one.escResistanceOhm === other.escResistanceOhm &&
      one.escIdleCurrentA === other.escIdleCurrentA &&
      one.escSwitchingShare === other.escSwitchingShare
    );
  }

  /** What labels say is over; the largest share by which it is in `#maskBeyond`. */
  #labelMask(ids: readonly ByLabel[], at: Places): number {
    let mask = 0;
    this.#maskBeyond = 0;
    for (const id of ids)
      if (this.settles(id, at) && this.#labelOver(id, at)) {
        mask |= BIT[id];
        if (this.#labelBeyond > this.#maskBeyond) this.#maskBeyond = this.#labelBeyond;
      }
    return mask;
  }

  /** What of the solved point is over. */
  #numberMask(
    at: Places,
    powertrain: PowertrainModel,
    all: boolean,
    beyond: Float32Array | undefined,
    k: number
  ): number {
    const p = this.#point;
    const l = this.#limits;
    const { craft } = this.#space.head;
    const n = powertrain.count;
    let mask = 0;
    const over = (bit: number, by: number): void => {
      mask |= bit;
      if (beyond && by > beyond[k]) beyond[k] = by;
    };
    const amps = p.batteryCurrentA;
    const each = (amps - powertrain.auxiliaryCurrentA) / n;
    const rpm = radSToRpm(p.omegaRadS / powertrain.gearRatio);
    if (above(amps, l.packA[at.battery])) over(BIT['pack-current'], excess(amps, l.packA[at.battery]));
    if (above(each, l.escA[at.esc])) over(BIT['esc-current'], excess(each, l.escA[at.esc]));
    if (mask !== 0 && !all) return mask;
    if (above(p.motorCurrentA, l.motorA[at.motor]))
      over(BIT['motor-current'], excess(p.motorCurrentA, l.motorA[at.motor]));
    const watts = (p.electricalPowerW - p.lossAuxiliaryW) / n;
    if (above(watts, l.motorW[at.motor])) over(BIT['motor-power'], excess(watts, l.motorW[at.motor]));
    const massKg = this.#weighs ? this.#assembler.massKg(at) : craft.massKg;
    if (craft.kind !== 'boat') {
      const ratio = p.thrustN / (massKg * GRAVITY_MS2);
      if (below(ratio, l.thrustRatio)) over(BIT['thrust-to-weight'], excess(l.thrustRatio, ratio));
      const share = (100 * this.#assembler.batteryKg(at.battery)) / massKg;
      if (above(share, l.packShare)) over(BIT['pack-weight'], excess(share, l.packShare));
    }
    if (mask !== 0 && !all) return mask;
    if (above(amps, l.leadA)) over(BIT['wiring-current'], excess(amps, l.leadA));
    const plugA = Math.min(l.connectorA.battery[at.battery], l.connectorA.esc[at.esc]);
    if (above(amps, plugA)) over(BIT['connector-current'], excess(amps, plugA));
    const drop =
      (100 * ((amps - powertrain.auxiliaryCurrentA) * powertrain.wiringResistanceOhm)) / p.batteryVoltageV;
    if (p.batteryVoltageV > 0 && above(drop, l.dropShare))
      over(BIT['voltage-drop'], excess(drop, l.dropShare));
    if (above(each, l.escBurstA[at.esc])) over(BIT['esc-burst'], excess(each, l.escBurstA[at.esc]));
    const poles = this.#space.motors[at.motor].document.poles;
    if (poles != null) {
      const electrical = (rpm * powertrain.gearRatio * poles) / 2;
      if (above(electrical, l.escErpm[at.esc]))
        over(BIT['esc-electrical-rpm'], excess(electrical, l.escErpm[at.esc]));
    }
    if (above(rpm, l.propulsorRpm[at.propulsor]))
      over(BIT['propulsor-rpm'], excess(rpm, l.propulsorRpm[at.propulsor]));
    const propulsor = this.#assembler.propulsor(at.propulsor);
    if (!propulsor.inWater) {
      const mach = (Math.PI * powertrain.diameterM * rpm) / 60 / propulsor.fluid.soundSpeedMs;
      if (above(mach, l.mach)) over(BIT['tip-mach'], excess(mach, l.mach));
    }
    if (craft.kind === 'fixed-wing') {
      const least = this.#weighs
        ? leastPitchSpeedMs({ ...craft, massKg }, propulsor.fluid.densityKgM3)
        : this.#fixedPitchMs;
      const pitchMs = (rpm / 60) * powertrain.pitchM;
      if (least !== null && below(pitchMs, least)) over(BIT['pitch-speed'], excess(least, pitchMs));
    }
    if (above(amps, this.#maxCurrentA)) over(LIMIT_BIT['limit-current'], excess(amps, this.#maxCurrentA));
    if (above(massKg, this.#maxMassKg)) over(LIMIT_BIT['limit-weight'], excess(massKg, this.#maxMassKg));
    return mask;
  }
}
