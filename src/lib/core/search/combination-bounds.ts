import type { CheckId } from '../checks/all-checks.ts';
import { checkOf } from '../checks/all-checks.ts';
import { areBursts } from '../checks/esc-current.ts';
import { ESC_LIMIT_C } from '../checks/esc-temperature.ts';
import { PACK_LIMIT_C } from '../checks/pack-temperature.ts';
import { hullResistanceN, type Hull } from '../craft/boat/resistance.ts';
import { levelThrustN, stallSpeedMs, type Wing } from '../craft/fixed-wing/polar.ts';
import { hullOf } from '../model/hull.ts';
import type { Interpreted } from '../model/interpret.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';
import { installedWing } from '../model/wing.ts';
import { conductionW, EscWarmth } from '../parts/esc/heat.ts';
import {
  CASE_LIMIT_C,
  caseToAirWPerK,
  heatAfter,
  heatModel,
  WINDING_LIMIT_C,
  type HeatLoad
} from '../parts/motor/heat.ts';
import { magnetFactor, windingResistanceFactor } from '../parts/motor/temperature.ts';
import { resistanceTemperatureFactor } from '../parts/pack/cell-resistance.ts';
import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { emptyFactor, READING_S, settledFactor } from '../parts/pack/under-load.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { RUN_S, LONGEST_S } from '../analysis/setup-analysis.ts';
import { CRUISE_OVER_STALL } from '../powertrain/craft/level-flight.ts';
import { escPlaceOf } from '../powertrain/esc-course.ts';
import { meetDemand, unsettledShare, type MixedDemand } from '../powertrain/demand.ts';
import { airflowMs, airOf, coolingOf, heatMassKg, steadyPowerW } from '../powertrain/heat-run.ts';
import { mixedDemand, mixedUseOf, type MixedUse } from '../powertrain/mixed-use.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import { cutoffOf, usableShareOf } from '../powertrain/pack-limits.ts';
import { throttleForThrust } from '../powertrain/throttle-for-thrust.ts';
import type { Assembler } from './assembler.ts';
import { places, type Places } from './space.ts';

/**
 * Room left round every bound for what is taken to rise or fall steadily and does so only nearly: a blade half stalled at
 * standstill draws up to 4 % more once it moves. (m)
 */
const GUARD = 0.08;
/** The same for what is bounded by three things at once: a motor's power that is steady. */
const WIDE_GUARD = 0.12;
/** Hottest that a pack's resistance is reckoned at, °C: as in a discharge. */
const HOTTEST_PACK_C = 80;
/** Halvings of the range of speeds. */
const HALVINGS = 5;
/** Temperature at which a motor's losses are taken to be the most they come to while it stays within its limits, °C. */
const HOT_C = 130;
/** Checks that nothing a search puts together breaks: what they tell is no limit, or needs a calibration. */
const NEVER: ReadonlySet<CheckId> = new Set([
  'esc-oversize',
  'esc-chemistry',
  'motor-label',
  'cells-by-propeller'
]);

/** What is known of each pack, whatever it drives. */
interface PackFacts {
  readonly usable: number;
  readonly cutoffV: number;
  /** Charge to the usable share, A s. */
  readonly charge: number;
  readonly restingOver: boolean;
  readonly credibleA: number;
  /** First moment of a spell, warm: most current. The first moment as a flight begins. */
  readonly fresh: Supply;
  readonly begin: Supply;
  /** As a meter reads it, and within a spell. */
  readonly read: Supply;
  readonly spellRead: Supply;
  /** Full, as far as it ever sags: most heat. */
  readonly sagged: Supply;
  /** At the end of the usable share, cold and settled: least current; the same within a spell, and half way there. */
  readonly spent: Supply;
  readonly spellSpent: Supply;
  readonly spellHalf: Supply;
  /** The end as a meter reads it. */
  readonly last: Supply;
}

/** Bounds between which something lies. */
type Bounds = readonly [low: number, high: number];

/** What ordinary use draws, A. */
interface Uses {
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

/**
 * What the checks that follow a flight through will find, where that can be said without following it: bounds of what ordinary
 * use draws, from a few operating points, against the limits. It says over or not over only where it is sure, and else
 * nothing; that it is never wrong where it speaks stands in `foresight.test.ts`, on tens of thousands of combinations of every
 * kind of craft. What it rests on: more speed means less current, fewer volts mean less current at full throttle and more at
 * a thrust that is held, and a warmer motor loses more.
 */
export class CombinationBounds {
  readonly #assembler: Assembler;
  readonly #use: MixedUse;
  readonly #packs: PackFacts[];
  readonly #powertrain: PowertrainModel;
  readonly #p = operatingPoint();
  #at: Places = places();
  #massKg = 0;
  /** Whether nothing is known of the present combination. */
  #blind = false;
  /** Whether the speeds of ordinary use are narrowed down: first it is tried without. */
  #narrow = false;
  readonly #speeds: (Bounds | undefined)[] = [undefined, undefined];
  readonly #drawn: (Uses | null | undefined)[] = [undefined, undefined];
  #whole: Interpreted | undefined;

  /** @param assembler of a space that is not empty */
  constructor(assembler: Assembler) {
    this.#assembler = assembler;
    this.#powertrain = assembler.powertrain();
    this.#use = mixedUseOf(assembler.space.head.craft);
    this.#packs = assembler.space.batteries.map((_, k) => this.#packFacts(k));
  }

  #packFacts(k: number): PackFacts {
    const i = this.#assembler.battery(k);
    const { chemistry, series } = i.setup.battery;
    const usable = usableShareOf(i);
    const left = Math.max(1 - usable, 0);
    const half = 1 - 0.5 * usable;
    const startFactor = resistanceTemperatureFactor(i.packInUse.heat.startC);
    const hot = resistanceTemperatureFactor(HOTTEST_PACK_C) / startFactor;
    const full = openCircuitCellV(chemistry, 1) * series;
    const empty = openCircuitCellV(chemistry, left) * series;
    const judged = checkOf('credible-current')?.judge(this.#assembler.situation({ ...places(), battery: k }));
    const slow = i.model.packSlowShare;
    const spell = unsettledShare(this.#use.spellS, slow);
    const reading = i.packOhm * settledFactor(READING_S, slow) * emptyFactor(1);
    const rating = judged && !('unknown' in judged) ? judged.rating : null;
    return {
      usable,
      cutoffV: cutoffOf(i),
      charge: usable * i.capacityAh * 3600,
      restingOver: openCircuitCellV(chemistry, left) < CHEMISTRIES[chemistry].restingFloorV * (1 + 1e-6),
      credibleA: rating ?? Infinity,
      begin: { openCircuitV: full, packOhm: i.packOhm * settledFactor(0, slow) * emptyFactor(1) },
      sagged: { openCircuitV: full, packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(left) },
      spellSpent: {
        openCircuitV: empty,
        packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(left) * spell
      },
      spellHalf: {
        openCircuitV: openCircuitCellV(chemistry, half) * series,
        packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(half) * spell
      },
      fresh: { openCircuitV: full, packOhm: i.packOhm * Math.min(hot, 1) * spell },
      read: { openCircuitV: full, packOhm: reading },
      spellRead: { openCircuitV: full, packOhm: reading * spell },
      spent: { openCircuitV: empty, packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(left) },
      last: { openCircuitV: empty, packOhm: i.packOhm * settledFactor(READING_S, slow) * emptyFactor(left) }
    };
  }

  /** Turns to a combination. */
  look(at: Places): void {
    Object.assign(this.#at, at);
    // measured columns may do with speed whatever was measured
    this.#blind =
      this.#assembler.isGuessed(at.motor) ||
      this.#assembler.propulsor(at.propulsor).model.performance.kind === 'curve';
    this.#speeds.fill(undefined);
    this.#drawn.fill(undefined);
    this.#whole = undefined;
    if (this.#blind) return;
    this.#massKg = this.#assembler.massKg(at);
    this.#assembler.drive(at, this.#powertrain);
    this.#assembler.source(at, this.#powertrain);
  }

  get #pack(): PackFacts {
    return this.#packs[this.#at.battery];
  }

  get #interpreted(): Interpreted {
    return (this.#whole ??= this.#assembler.interpreted(this.#at));
  }

  #thrustAt(supply: Supply, speedMs: number): number {
    solveOperatingPoint(this.#powertrain, supply, 1, speedMs, this.#p);
    return this.#p.thrustN;
  }

  /** Speeds between which ordinary use takes place. */
  get #usualSpeeds(): Bounds {
    return (this.#speeds[Number(this.#narrow)] ??= this.#speedsOf());
  }

  #speedsOf(): Bounds {
    const { craft } = this.#assembler.space.head;
    const propulsor = this.#assembler.propulsor(this.#at.propulsor);
    const { read } = this.#pack;
    if (
      craft.kind === 'multirotor' ||
      (craft.kind === 'fixed-wing' && (craft.wingAreaM2 == null || propulsor.inWater))
    )
      return [0, 0];
    this.#thrustAt(read, 0);
    const { gearRatio, pitchM, motorConstant } = this.#powertrain;
    const own = { ...craft, massKg: this.#massKg };
    if (craft.kind === 'boat') {
      const noLoad = read.openCircuitV / motorConstant / (2 * Math.PI);
      const fastest = Math.max((1.3 * noLoad * pitchM) / gearRatio, 0.5);
      return this.#narrow ? this.#boatSpeeds(hullOf(own), propulsor, read, fastest) : [0, fastest];
    }
    const wing = installedWing(own, propulsor) as Wing;
    const density = propulsor.fluid.densityKgM3;
    const stall = stallSpeedMs(wing, density);
    const fastest = Math.max(1.5 * (this.#p.omegaRadS / gearRatio / (2 * Math.PI)) * pitchM, 2 * stall);
    return this.#narrow ? this.#levelSpeeds(wing, density, read, fastest) : [0, fastest];
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
  get #uses(): Uses | null {
    const k = Number(this.#narrow);
    if (this.#drawn[k] === undefined) this.#drawn[k] = this.#usesOf();
    return this.#drawn[k] as Uses | null;
  }

  #demand(speedMs: number): MixedDemand {
    const { craft } = this.#assembler.space.head;
    return mixedDemand(this.#massKg === craft.massKg ? craft : { ...craft, massKg: this.#massKg }, speedMs);
  }

  #usesOf(): Uses | null {
    const pack = this.#pack;
    const [slow, fast] = this.#usualSpeeds;
    const full = (supply: Supply, speedMs: number): number => {
      solveOperatingPoint(this.#powertrain, supply, 1, speedMs, this.#p);
      return this.#p.batteryCurrentA;
    };
    const lasts = (supply: Supply): boolean => {
      full(supply, slow);
      return this.#p.batteryVoltageV / this.#powertrain.series > pack.cutoffV * (1 + 1e-6);
    };
    const f = this.#use.fullShare;
    const most = full(pack.fresh, slow);
    const least = full(pack.spent, fast);
    const had = lasts(pack.spellSpent) ? 1 : lasts(pack.spellHalf) ? 0.5 : 0;
    const { thrustN } = this.#demand(slow);
    if (thrustN === null) {
      const { restShare } = this.#use;
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
      meetDemand(this.#powertrain, { kind: 'thrust', thrustN, speedMs: 0 }, supply)?.currentA ?? null;
    const begin = held(pack.begin);
    const read = meetDemand(this.#powertrain, this.#demand(0), pack.read);
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
  get #seconds(): Bounds | null {
    const uses = this.#uses;
    if (!uses) return null;
    if (uses.none) return [0, 0];
    const { charge } = this.#pack;
    const [least, most] = uses.currentA;
    if (!(least > 0)) return null;
    return [(uses.had * charge) / most / (1 + GUARD), (charge / least) * (1 + GUARD)];
  }

  /** Whether a check will be over: true or false where that is sure, null where it has to be followed. */
  isOver(id: CheckId): boolean | null {
    if (this.#blind) return null;
    // a label is only held against readings where there are any
    if (id === 'motor-label' && this.#assembler.space.head.calibration) return null;
    if (NEVER.has(id)) return false;
    this.#narrow = false;
    const first = this.#says(id);
    if (first !== null || !this.#canNarrow) return first;
    this.#narrow = true;
    return this.#says(id);
  }

  /** Whether the speeds of ordinary use are not known as they are. */
  get #canNarrow(): boolean {
    const [slow, fast] = this.#usualSpeeds;
    return fast > slow;
  }

  #says(id: CheckId): boolean | null {
    const { kind } = this.#assembler.space.head.craft;
    switch (id) {
      case 'credible-current':
        return this.#credible();
      case 'cell-voltage':
        return this.#lastCell((cellV) => cellV < this.#pack.cutoffV * (1 - 1e-9));
      case 'resting-voltage':
        return this.#pack.restingOver ? null : false;
      case 'pack-temperature':
        return this.#packHeat();
      case 'time':
        return this.#time();
      case 'esc-current':
        return this.#escBursts();
      case 'esc-temperature':
        return this.#escHeat();
      case 'watts-per-gram':
        return this.#loading();
      case 'motor-temperature':
      case 'touch-temperature':
        return this.#motorHeat(id);
      case 'cavitation':
        return this.#assembler.space.propulsors[this.#at.propulsor].document.kind === 'submerged-screw'
          ? null
          : false;
      case 'boat-slip':
      case 'boat-planing':
        return kind === 'boat' ? null : false;
      case 'hover-throttle':
      case 'payload':
        return kind === 'multirotor' ? null : false;
      case 'level-speed':
      case 'climb':
      case 'hand-launch':
        return kind === 'fixed-wing' ? null : false;
      default:
        return null;
    }
  }

  /** Least share by which a check that is foreseen to be over passes its limit; 0 where nothing is known of that. */
  leastBeyond(id: CheckId): number {
    const target = this.#assembler.space.head.craft.targetSeconds;
    const seconds = id === 'time' ? this.#seconds : null;
    return seconds && target != null ? Math.max(target / seconds[1] - 1, 0) : 0;
  }

  #credible(): boolean | null {
    const { credibleA, read } = this.#pack;
    if (credibleA === Infinity) return false;
    if (this.#demand(0).thrustN !== null) {
      const drawn = meetDemand(this.#powertrain, this.#demand(0), read);
      if (drawn) return drawn.rmsCurrentA > credibleA * (1 + 1e-9);
    }
    const uses = this.#uses;
    if (!uses) return null;
    const [low, high] = uses.readRmsA;
    if (high * (1 + GUARD) < credibleA) return false;
    return low > credibleA * (1 + GUARD) ? true : null;
  }

  /** At the end of the usable share, full throttle, standing: solved as the check has it. */
  #lastCell(over: (cellV: number) => boolean): boolean {
    solveOperatingPoint(this.#powertrain, this.#pack.last, 1, 0, this.#p);
    return over(this.#p.batteryVoltageV / this.#powertrain.series);
  }

  /**
   * An upper bound of the pack's temperature: all the heat that its charge can make, made at the end and as fast as it ever is.
   */
  #packHeat(): boolean | null {
    const uses = this.#uses;
    if (!uses) return null;
    if (uses.none) return false;
    const pack = this.#pack;
    const { heat } = this.#assembler.battery(this.#at.battery).packInUse;
    const f = this.#use.fullShare;
    const [slow] = this.#usualSpeeds;
    solveOperatingPoint(this.#powertrain, pack.sagged, 1, slow, this.#p);
    const fullW = this.#p.lossBatteryW;
    const ohm = pack.sagged.packOhm;
    let heatW: number;
    let joule: number;
    if (uses.heldA === null) {
      const { restShare } = this.#use;
      const squares = f + (1 - f) * restShare ** 2;
      heatW = squares * fullW;
      joule = (pack.charge * uses.fullA * ohm * squares) / (f + (1 - f) * restShare);
    } else {
      heatW = f * fullW + (1 - f) * uses.heldA ** 2 * ohm;
      joule = (pack.charge * heatW) / Math.max(uses.currentA[0], 1e-9);
    }
    if (!(heatW > 0)) return false;
    const tau = heat.joulePerK * heat.kelvinPerW;
    const rise = heatW * heat.kelvinPerW * (1 - Math.exp(-joule / heatW / tau));
    return Math.max(heat.startC, heat.airC) + rise * (1 + GUARD) < PACK_LIMIT_C ? false : null;
  }

  #time(): boolean | null {
    const target = this.#assembler.space.head.craft.targetSeconds;
    if (target == null) return false;
    const seconds = this.#seconds;
    if (!seconds) return null;
    if (seconds[0] > target * (1 + 1e-6)) return false;
    return seconds[1] < target * (1 - 1e-6) ? true : null;
  }

  /** Between an ESC's two ratings: whether full throttle counts as bursts. */
  #escBursts(): boolean | null {
    const { continuousA, burstA } = this.#assembler.space.escs[this.#at.esc].document;
    if (continuousA == null) return false;
    solveOperatingPoint(this.#powertrain, this.#pack.read, 1, 0, this.#p);
    const n = this.#powertrain.count;
    const value = (this.#p.batteryCurrentA - this.#powertrain.auxiliaryCurrentA) / n;
    const spells = burstA != null && this.#assembler.space.head.craft.kind === 'multirotor';
    const drawn = !spells ? null : meetDemand(this.#powertrain, this.#demand(0), this.#pack.read);
    const rms = drawn && (drawn.rmsCurrentA - this.#powertrain.auxiliaryCurrentA) / n;
    const bursts = rms !== null && areBursts(rms, continuousA);
    return value > (bursts ? Math.max(burstA as number, continuousA) : continuousA) * (1 + 1e-9);
  }

  /** Hotter than in the end at its least speed it never gets; as hot as after a spell at its greatest it does get. */
  #escHeat(): boolean | null {
    const { continuousA, massKg, channels } = this.#assembler.space.escs[this.#at.esc].document;
    if (continuousA == null) return false;
    const i = this.#interpreted;
    const { craft } = this.#assembler.space.head;
    const speeds = this.#usualSpeeds;
    const warmth = new EscWarmth(continuousA, escPlaceOf(i), massKg ?? null, channels ?? 1);
    const heatW = (speedMs: number): number => {
      solveOperatingPoint(this.#powertrain, this.#pack.read, 1, speedMs, this.#p);
      return conductionW(this.#p.motorCurrentA, continuousA);
    };
    const standingW = heatW(0);
    const chopping = this.#powertrain.escSwitchingShare * this.#p.escVoltageV * this.#p.motorCurrentA;
    if ((airOf(i) + warmth.steady(standingW + chopping)) * (1 + GUARD) < ESC_LIMIT_C) return false;
    // an aeroplane runs full in the climb, of which nothing is known here but that it is no faster than its top
    if (craft.kind !== 'boat') return null;
    const least = heatW(speeds[1]);
    const lasts = this.#pack.charge / Math.max(this.#p.batteryCurrentA, 1e-9);
    const hot = airOf(i) + warmth.after(least, Math.min(craft.runSeconds ?? RUN_S, lasts));
    return hot > ESC_LIMIT_C * (1 + GUARD) ? true : null;
  }

  #loading(): boolean | null {
    const { massKg } = this.#assembler.space.motors[this.#at.motor].document;
    if (massKg == null) return false;
    const speeds = this.#usualSpeeds;
    const uses = this.#uses;
    if (!uses || uses.none) return null;
    const i = this.#interpreted;
    solveOperatingPoint(this.#powertrain, this.#pack.read, 1, 0, this.#p);
    const worstA = Math.max(this.#p.batteryCurrentA, 1e-9);
    const fullW = (this.#p.electricalPowerW - this.#p.lossAuxiliaryW) / this.#powertrain.count;
    const steady = speeds.map((v) => {
      solveOperatingPoint(this.#powertrain, this.#pack.read, 1, v, this.#p);
      return steadyPowerW(i, massKg, this.#p, v);
    });
    const [least, most] = uses.currentA.map((a) => fullW * Math.min(a / worstA, 1));
    if (uses.had === 1 && most * (1 + WIDE_GUARD) < Math.min(...steady)) return false;
    return least > Math.max(...steady) * (1 + WIDE_GUARD) ? true : null;
  }

  /**
   * An upper bound of a motor's temperatures: each phase of use with the losses that it has when hot and slow, one after the
   * other. Losses rise with temperature; where the bound stays below what they were taken at, it is one.
   */
  #motorHeat(id: 'motor-temperature' | 'touch-temperature'): boolean | null {
    const i = this.#interpreted;
    const { craft } = i.setup;
    if (id === 'touch-temperature' && craft.kind !== 'boat') return false;
    const mass = heatMassKg(i);
    if (mass === null) return false;
    const speeds = this.#usualSpeeds;
    const seconds = this.#seconds;
    if (!seconds) return null;
    const h = heatModel(mass, coolingOf(i));
    const airC = airOf(i);
    const cold = this.#powertrain;
    const hot = {
      ...cold,
      windingResistanceOhm: cold.windingResistanceOhm * windingResistanceFactor(HOT_C),
      motorConstant: cold.motorConstant * magnetFactor(HOT_C)
    };
    const { fullShare, restShare, spellS, crossMs = 0 } = this.#use;
    const { read } = this.#pack;
    const p = this.#p;
    const n = cold.count;
    const windingShare = i.motorAtLoad.windingShare;
    const loadAt = (speedMs: number): HeatLoad => {
      const along = airflowMs(i, mass, p, speedMs);
      const copperW = p.lossCopperW / n;
      return {
        windingW: windingShare * copperW,
        caseW: p.lossIronW / n + (1 - windingShare) * copperW,
        airflowMs: Math.sqrt(along * along + crossMs * crossMs)
      };
    };
    // a climb is flown from the stall up
    const slow = craft.kind === 'fixed-wing' ? speeds[0] / CRUISE_OVER_STALL : speeds[0];
    solveOperatingPoint(hot, read, 1, slow, p);
    const full = loadAt(slow);
    solveOperatingPoint(hot, read, 1, speeds[0], p);
    const fast = loadAt(speeds[0]);
    let rest: HeatLoad;
    const { thrustN } = this.#demand(speeds[0]);
    if (thrustN === null) {
      const copperW = (restShare * restShare * p.lossCopperW) / n;
      rest = {
        windingW: windingShare * copperW,
        caseW: (restShare * p.lossIronW) / n + (1 - windingShare) * copperW,
        airflowMs: fast.airflowMs
      };
    } else {
      if (!throttleForThrust(hot, read, thrustN, 0, p).ok) return null;
      rest = loadAt(0);
    }
    const mixed: HeatLoad = {
      windingW: fullShare * fast.windingW + (1 - fullShare) * rest.windingW,
      caseW: fullShare * fast.caseW + (1 - fullShare) * rest.caseW,
      airflowMs: fullShare * fast.airflowMs + (1 - fullShare) * rest.airflowMs
    };
    let windingC = airC;
    let caseC = airC;
    let peakW = airC;
    let peakC = airC;
    const spend = (load: HeatLoad, s: number): void => {
      [windingC, caseC] = heatAfter(h, windingC, caseC, airC, load, s);
      peakW = Math.max(peakW, windingC);
      peakC = Math.max(peakC, caseC);
    };
    /** Ordinary use for a time that is not known: as warm as it ever gets. */
    const settle = (): void => {
      const steadyC = airC + (mixed.windingW + mixed.caseW) / caseToAirWPerK(h, mixed.airflowMs);
      const [w] = heatAfter(h, windingC, caseC, airC, mixed, Math.min(seconds[0], LONGEST_S));
      caseC = Math.max(caseC, steadyC);
      windingC = Math.max(w, caseC + mixed.windingW * h.windingToCaseKPerW);
      peakW = Math.max(peakW, windingC);
      peakC = Math.max(peakC, caseC);
    };
    if (craft.kind === 'multirotor') {
      settle();
      spend(full, craft.runSeconds ?? spellS);
    } else {
      spend(full, craft.runSeconds ?? RUN_S);
      settle();
      spend(fast, spellS);
    }
    const within = (value: number, limit: number): boolean =>
      airC + (value - airC) * (1 + WIDE_GUARD) < limit;
    if (!within(peakW, HOT_C)) return null;
    return id === 'motor-temperature'
      ? within(peakW, WINDING_LIMIT_C)
        ? false
        : null
      : within(peakC, CASE_LIMIT_C)
        ? false
        : null;
  }
}
