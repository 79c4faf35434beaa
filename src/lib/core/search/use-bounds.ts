import { hullResistanceN, type Hull } from '../craft/boat/resistance.ts';
import { levelThrustN, stallSpeedMs, type Wing } from '../craft/fixed-wing/polar.ts';
import { hullOf } from '../model/hull.ts';
import type { Interpreted } from '../model/interpret.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';
import { installedWing } from '../model/wing.ts';
import { CRUISE_OVER_STALL } from '../powertrain/craft/level-flight.ts';
import { meetDemand, type MixedDemand } from '../powertrain/demand.ts';
import { mixedDemand, mixedUseOf, type MixedUse } from '../powertrain/mixed-use.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import type { Assembler } from './assembler.ts';
import { places, type Places } from './space.ts';
import { type PackFacts, packFactsOf } from './pack-facts.ts';

/**
 * Room left round every bound for what is taken to rise or fall steadily and does so only nearly: a blade half stalled at
 * standstill draws up to 4 % more once it moves. (m)
 */
export const GUARD = 0.08;
/** The same for what is bounded by three things at once: a motor's power that is steady. */
export const WIDE_GUARD = 0.12;
/** Halvings of the range of speeds. */
const HALVINGS = 5;

/** Bounds between which something lies. */
export type Bounds = readonly [low: number, high: number];

/** What ordinary use draws, A. */
export interface Uses {
  /** On average, all the while. */
  readonly currentA: Bounds;
  /** Root mean square as a meter first reads it. */
  readonly readRmsA: Bounds;
  /** At full throttle in its spells, at most, and between them where a thrust is held. */
  readonly fullA: number;
  readonly heldA: number | null;
  /** Share of the usable charge that is had for certain before the cut-off. */
  readonly had: number;
  /** Whether it cannot even begin. */
  readonly none: boolean;
}

/** Bounds of what ordinary use of a combination draws and how long it lasts, from a few operating points. */
export class UseBounds {
  readonly assembler: Assembler;
  readonly use: MixedUse;
  /** The powertrain of the present combination, and a record for whoever solves it. */
  readonly powertrain: PowertrainModel;
  readonly p = operatingPoint();
  at: Places = places();
  massKg = 0;
  /** Whether nothing is known of the present combination. */
  blind = false;
  /** Whether the speeds of ordinary use are narrowed down: first it is tried without. */
  narrow = false;
  readonly #packs: PackFacts[];
  readonly #speeds: (Bounds | undefined)[] = [undefined, undefined];
  readonly #drawn: (Uses | null | undefined)[] = [undefined, undefined];
  #whole: Interpreted | undefined;

  /** @param assembler of a space that is not empty */
  constructor(assembler: Assembler) {
    this.assembler = assembler;
    this.powertrain = assembler.powertrain();
    this.use = mixedUseOf(assembler.space.head.craft);
    this.#packs = assembler.space.batteries.map((_, k) => packFactsOf(assembler, k, this.use.spellS));
  }

  /** Turns to a combination. */
  look(at: Places): void {
    Object.assign(this.at, at);
    // measured columns may do with speed whatever was measured
    this.blind =
      this.assembler.isGuessed(at.motor) ||
      this.assembler.propulsor(at.propulsor).model.performance.kind === 'curve';
    this.#speeds.fill(undefined);
    this.#drawn.fill(undefined);
    this.#whole = undefined;
    if (this.blind) return;
    this.massKg = this.assembler.massKg(at);
    this.assembler.drive(at, this.powertrain);
    this.assembler.source(at, this.powertrain);
  }

  /** What is known of its pack. */
  get pack(): PackFacts {
    return this.#packs[this.at.battery];
  }

  /** The combination as numbers, whole. */
  get interpreted(): Interpreted {
    return (this.#whole ??= this.assembler.interpreted(this.at));
  }

  #thrustAt(supply: Supply, speedMs: number): number {
    solveOperatingPoint(this.powertrain, supply, 1, speedMs, this.p);
    return this.p.thrustN;
  }

  /** Speeds between which ordinary use takes place. */
  get usualSpeeds(): Bounds {
    return (this.#speeds[Number(this.narrow)] ??= this.#speedsOf());
  }

  #speedsOf(): Bounds {
    const { craft } = this.assembler.space.head;
    const propulsor = this.assembler.propulsor(this.at.propulsor);
    const { read } = this.pack;
    if (
      craft.kind === 'multirotor' ||
      (craft.kind === 'fixed-wing' && (craft.wingAreaM2 == null || propulsor.inWater))
    )
      return [0, 0];
    this.#thrustAt(read, 0);
    const { gearRatio, pitchM, motorConstant } = this.powertrain;
    const own = { ...craft, massKg: this.massKg };
    if (craft.kind === 'boat') {
      const noLoad = read.openCircuitV / motorConstant / (2 * Math.PI);
      const fastest = Math.max((1.3 * noLoad * pitchM) / gearRatio, 0.5);
      return this.narrow ? this.#boatSpeeds(hullOf(own), propulsor, read, fastest) : [0, fastest];
    }
    const wing = installedWing(own, propulsor) as Wing;
    const density = propulsor.fluid.densityKgM3;
    const stall = stallSpeedMs(wing, density);
    const fastest = Math.max(1.5 * (this.p.omegaRadS / gearRatio / (2 * Math.PI)) * pitchM, 2 * stall);
    return this.narrow ? this.#levelSpeeds(wing, density, read, fastest) : [0, fastest];
  }

  #levelSpeeds(wing: Wing, density: number, supply: Supply, fastest: number): Bounds {
    const slow = CRUISE_OVER_STALL * stallSpeedMs(wing, density);
    const gains = (v: number): boolean => this.#thrustAt(supply, v) > levelThrustN(wing, density, v);
    // what does not fly level at its slowest cruise may fly at another speed or not at all
    return gains(slow) ? [slow, this.#upTo(slow, fastest, gains)] : [0, fastest];
  }

  #boatSpeeds(hull: Hull, i: Interpreted, supply: Supply, fastest: number): Bounds {
    return [
      0,
      this.#upTo(0, fastest, (v) => {
        const push = this.#thrustAt(supply, v) * (1 - i.thrustDeduction);
        return push > 0 && push > hullResistanceN(hull, i.hullWater, v);
      })
    ];
  }

  /** A speed at which nothing is gained any more, not far above the highest at which it is. */
  #upTo(slow: number, fast: number, gains: (v: number) => boolean): number {
    if (gains(fast)) return fast;
    let low = slow;
    let high = fast;
    for (let k = 0; k < HALVINGS; k++) {
      const v = 0.5 * (low + high);
      if (gains(v)) low = v;
      else high = v;
    }
    return high;
  }

  /** What ordinary use draws; null where it stops before the usable share is spent. */
  get uses(): Uses | null {
    const k = Number(this.narrow);
    if (this.#drawn[k] === undefined) this.#drawn[k] = this.#usesOf();
    return this.#drawn[k] as Uses | null;
  }

  /** What ordinary use asks of the powertrain at a speed. */
  demand(speedMs: number): MixedDemand {
    const { craft } = this.assembler.space.head;
    return mixedDemand(this.massKg === craft.massKg ? craft : { ...craft, massKg: this.massKg }, speedMs);
  }

  #usesOf(): Uses | null {
    const pack = this.pack;
    const [slow, fast] = this.usualSpeeds;
    const full = (supply: Supply, speedMs: number): number => {
      solveOperatingPoint(this.powertrain, supply, 1, speedMs, this.p);
      return this.p.batteryCurrentA;
    };
    const lasts = (supply: Supply): boolean => {
      full(supply, slow);
      return this.p.batteryVoltageV / this.powertrain.series > pack.cutoffV * (1 + 1e-6);
    };
    const f = this.use.fullShare;
    const most = full(pack.fresh, slow);
    const least = full(pack.spent, fast);
    const had = lasts(pack.spellSpent) ? 1 : lasts(pack.spellHalf) ? 0.5 : 0;
    const { thrustN } = this.demand(slow);
    if (thrustN === null) {
      const { restShare } = this.use;
      const share = f + (1 - f) * restShare;
      const squares = Math.sqrt(f + (1 - f) * restShare ** 2);
      return {
        currentA: [share * least, share * most],
        readRmsA: [squares * full(pack.spellRead, fast), squares * full(pack.spellRead, slow)],
        fullA: most,
        heldA: null,
        had,
        none: false
      };
    }
    const held = (supply: Supply): number | null =>
      meetDemand(this.powertrain, { kind: 'thrust', thrustN, speedMs: 0 }, supply)?.currentA ?? null;
    const begin = held(pack.begin);
    const read = meetDemand(this.powertrain, this.demand(0), pack.read);
    if (begin === null)
      return {
        currentA: [0, 0],
        readRmsA: [full(pack.read, 0), full(pack.read, 0)],
        fullA: most,
        heldA: null,
        had: 0,
        none: true
      };
    const first = held(pack.fresh);
    const end = held(pack.spent);
    if (first === null || !read) return null;
    return {
      // where it cannot be held to the end, the flight ends sooner
      currentA: [f * least + (1 - f) * first, end === null ? Infinity : f * most + (1 - f) * end],
      readRmsA: [read.rmsCurrentA, read.rmsCurrentA],
      fullA: most,
      heldA: end ?? Infinity,
      had: end === null ? 0 : had,
      none: false
    };
  }

  /** Time in ordinary use, s. */
  get seconds(): Bounds | null {
    const uses = this.uses;
    if (!uses) return null;
    if (uses.none) return [0, 0];
    const { charge } = this.pack;
    const [least, most] = uses.currentA;
    if (!(least > 0)) return null;
    return [(uses.had * charge) / most / (1 + GUARD), (charge / least) * (1 + GUARD)];
  }
}
