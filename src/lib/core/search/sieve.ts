import { CHECKS, checkOf, type CheckId } from '../checks/all-checks.ts';
import { beyondOf, isOver } from '../checks/check.ts';
import { standing, type Standing } from '../checks/standing.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import { radSToRpm } from '../units/convert.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import type { Assembler } from './assembler.ts';
import {
  BY_NUMBER,
  countOf,
  HOLDS_ABOVE,
  limitsOf,
  packPlugsOf,
  type ByNumber,
  type Limits
} from './sieve-limits.ts';
import { places, type Places, type Space } from './space.ts';

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
  (id) => BY_NUMBER.some(([number]) => number === id) || BY_LABEL.some(([label]) => label === id)
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

/** A check of numbers as the sieve goes through them. */
interface Sieved {
  readonly bit: number;
  readonly value: (at: Standing) => number;
  readonly limit: (at: Places, massKg: number) => number;
  readonly holdsAbove: boolean;
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
  readonly #sieved: readonly Sieved[];
  readonly #standing = standing();
  readonly #labels = new Map<ByLabel, LabelTable>();
  readonly #maxCurrentA: number;
  readonly #maxMassKg: number;
  readonly #point = operatingPoint();
  #labelBeyond = 0;
  #maskBeyond = 0;
  /** Whether the all-up weight follows the parts. */
  readonly #weighs: boolean;
  /** What the plug of each pack carries, whatever the ESC's. */
  readonly #packPlugA: Float64Array;
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
    this.#packPlugA = packPlugsOf(space);
    this.#limits = limitsOf(assembler, this.#packPlugA);
    this.#sieved = BY_NUMBER.map(([id, value]) => ({
      bit: BIT[id],
      value,
      limit: this.#limits[id],
      holdsAbove: HOLDS_ABOVE.includes(id)
    }));
    const escs = space.escs.map((_, k) => assembler.esc(k).model);
    this.#escBounds = {
      leastOhm: Math.min(...escs.map((m) => m.escResistanceOhm)),
      mostOhm: Math.max(...escs.map((m) => m.escResistanceOhm)),
      mostIdleA: Math.max(...escs.map((m) => m.escIdleCurrentA)),
      mostA: Math.max(...space.escs.map((_, esc) => this.#limits['esc-current']({ ...places(), esc }, 0)))
    };
    this.#sourceMasks = new Uint32Array(this.rowSize);
    this.#sourceKnown = new Uint8Array(this.rowSize);
    this.#sourceBeyond = new Float32Array(this.rowSize);
    for (const [id, decides] of BY_LABEL) {
      const size = decides.reduce((n, part) => n * countOf(this.#space, part), 1);
      this.#labels.set(id, {
        known: new Uint8Array(size),
        beyond: new Float32Array(size),
        decides: [...decides]
      });
    }
  }

  /**
   * Whether a check of labels is over: asked once for the parts that decide it. By how much stands in `#labelBeyond` then.
   */
  #labelOver(id: ByLabel, at: Places): boolean {
    const table = this.#labels.get(id) as LabelTable;
    let key = 0;
    for (const part of table.decides) key = key * countOf(this.#space, part) + at[part];
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
    const leastKg = this.#weighs ? a.leastMassKg(at) : craft.massKg;
    const limit = (id: ByNumber): number => l[id](at, leastKg);
    const over = (value: number, most: number): boolean => value > most * (1 + BLOCK_GUARD);
    if (over(leastA, limit('pack-current'))) return BIT['pack-current'];
    if (over(leastA, limit('wiring-current'))) return BIT['wiring-current'];
    if (over(leastA, this.#packPlugA[at.battery])) return BIT['connector-current'];
    if (over(leastA, this.#maxCurrentA)) return LIMIT_BIT['limit-current'];
    if (over(p.motorCurrentA, this.#escBounds.mostA)) return BIT['esc-current'];
    if (over(p.motorCurrentA, limit('motor-current'))) return BIT['motor-current'];
    const idleW = n * this.#escBounds.mostIdleA * p.batteryVoltageV;
    const leastW = (p.electricalPowerW - p.lossAuxiliaryW - idleW) / n;
    if (over(leastW, limit('motor-power'))) return BIT['motor-power'];
    const leastRpm = radSToRpm(p.omegaRadS / powertrain.gearRatio);
    if (over(leastRpm, limit('propulsor-rpm'))) return BIT['propulsor-rpm'];
    if (craft.kind === 'boat') return 0;
    powertrain.escResistanceOhm = this.#escBounds.leastOhm;
    powertrain.escIdleCurrentA = 0;
    powertrain.auxiliaryCurrentA = leastAuxA;
    solveOperatingPoint(powertrain, a.fullSupply(at.battery), 1, 0, p);
    if (over(limit('thrust-to-weight'), p.thrustN / (leastKg * GRAVITY_MS2))) return BIT['thrust-to-weight'];
    const pitch = (radSToRpm(p.omegaRadS / powertrain.gearRatio) / 60) * powertrain.pitchM;
    if (over(limit('pitch-speed'), pitch)) return BIT['pitch-speed'];
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
    const standing = this.#stand(at, powertrain);
    const { massKg, batteryA } = standing;
    let mask = 0;
    const over = (bit: number, by: number): void => {
      mask |= bit;
      if (beyond && by > beyond[k]) beyond[k] = by;
    };
    for (const { bit, value, limit, holdsAbove } of this.#sieved) {
      const is = value(standing);
      const may = limit(at, massKg);
      if (holdsAbove ? below(is, may) : above(is, may)) {
        over(bit, holdsAbove ? excess(may, is) : excess(is, may));
        if (!all) return mask;
      }
    }
    if (above(batteryA, this.#maxCurrentA))
      over(LIMIT_BIT['limit-current'], excess(batteryA, this.#maxCurrentA));
    if (above(massKg, this.#maxMassKg)) over(LIMIT_BIT['limit-weight'], excess(massKg, this.#maxMassKg));
    return mask;
  }

  /** The solved point of a combination as what checks compare; one record, filled anew. */
  #stand(at: Places, powertrain: PowertrainModel): Standing {
    const p = this.#point;
    const a = this.#assembler;
    const s = this.#standing;
    s.batteryA = p.batteryCurrentA;
    s.batteryV = p.batteryVoltageV;
    s.motorA = p.motorCurrentA;
    s.electricalW = p.electricalPowerW;
    s.auxiliaryW = p.lossAuxiliaryW;
    s.rpm = radSToRpm(p.omegaRadS / powertrain.gearRatio);
    s.thrustN = p.thrustN;
    s.count = powertrain.count;
    s.auxiliaryA = powertrain.auxiliaryCurrentA;
    s.gearRatio = powertrain.gearRatio;
    s.outputLimit = powertrain.outputLimit;
    s.wiringOhm = powertrain.wiringResistanceOhm;
    s.diameterM = powertrain.diameterM;
    s.pitchM = powertrain.pitchM;
    s.poles = this.#space.motors[at.motor].document.poles ?? NaN;
    s.massKg = this.#weighs ? a.massKg(at) : this.#space.head.craft.massKg;
    s.packKg = a.batteryKg(at.battery);
    s.soundSpeedMs = a.propulsor(at.propulsor).fluid.soundSpeedMs;
    return s;
  }
}
