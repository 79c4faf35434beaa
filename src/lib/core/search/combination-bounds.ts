import type { CheckId } from '../checks/all-checks.ts';
import { areBursts } from '../checks/esc-current.ts';
import { ESC_LIMIT_C } from '../checks/esc-temperature.ts';
import { PACK_LIMIT_C } from '../checks/pack-temperature.ts';
import { conductionW, EscWarmth } from '../parts/esc/heat.ts';
import { RUN_S } from '../analysis/setup-analysis.ts';
import { escPlaceOf } from '../powertrain/esc-course.ts';
import { meetDemand } from '../powertrain/demand.ts';
import { airOf, steadyPowerW } from '../powertrain/heat-run.ts';
import { solveOperatingPoint } from '../powertrain/operating-point.ts';
import type { Assembler } from './assembler.ts';
import type { Places } from './space.ts';
import { UseBounds, GUARD, WIDE_GUARD } from './use-bounds.ts';
import { motorHeatOver } from './motor-heat-bound.ts';

/** Checks that nothing a search puts together breaks: what they tell is no limit, or needs a calibration. */
const NEVER: ReadonlySet<CheckId> = new Set([
  'esc-oversize',
  'esc-chemistry',
  'motor-label',
  'cells-by-propeller'
]);

/**
 * What the checks that follow a flight through will find, where that can be said without following it: the bounds of what
 * ordinary use draws against the limits that the checks export. It says over or not over only where it is sure, and else
 * nothing; that it is never wrong where it speaks stands in `combination-bounds.test.ts`, on tens of thousands of combinations of
 * every kind of craft. What it rests on: more speed means less current, fewer volts mean less current at full throttle and more at
 * a thrust that is held, and a warmer motor loses more.
 */
export class CombinationBounds {
  readonly #b: UseBounds;

  /** @param assembler of a space that is not empty */
  constructor(assembler: Assembler) {
    this.#b = new UseBounds(assembler);
  }

  /** Turns to a combination. */
  look(at: Places): void {
    this.#b.look(at);
  }

  /** Whether a check will be over: true or false where that is sure, null where it has to be followed. */
  isOver(id: CheckId): boolean | null {
    if (this.#b.blind) return null;
    // a label is only held against readings where there are any
    if (id === 'motor-label' && this.#b.assembler.space.head.calibration) return null;
    if (NEVER.has(id)) return false;
    this.#b.narrow = false;
    const first = this.#says(id);
    if (first !== null || !this.#canNarrow) return first;
    this.#b.narrow = true;
    return this.#says(id);
  }

  /** Whether the speeds of ordinary use are not known as they are. */
  get #canNarrow(): boolean {
    const [slow, fast] = this.#b.usualSpeeds;
    return fast > slow;
  }

  #says(id: CheckId): boolean | null {
    const { kind } = this.#b.assembler.space.head.craft;
    switch (id) {
      case 'credible-current':
        return this.#credible();
      case 'cell-voltage':
        return this.#lastCell((cellV) => cellV < this.#b.pack.cutoffV * (1 - 1e-9));
      case 'resting-voltage':
        return this.#b.pack.restingOver ? null : false;
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
        return motorHeatOver(this.#b, id);
      case 'cavitation':
        return this.#b.assembler.space.propulsors[this.#b.at.propulsor].document.kind === 'submerged-screw'
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
    const target = this.#b.assembler.space.head.craft.targetSeconds;
    const seconds = id === 'time' ? this.#b.seconds : null;
    return seconds && target != null ? Math.max(target / seconds[1] - 1, 0) : 0;
  }

  #credible(): boolean | null {
    const { credibleA, read } = this.#b.pack;
    if (credibleA === Infinity) return false;
    if (this.#b.demand(0).thrustN !== null) {
      const drawn = meetDemand(this.#b.powertrain, this.#b.demand(0), read);
      if (drawn) return drawn.rmsCurrentA > credibleA * (1 + 1e-9);
    }
    const uses = this.#b.uses;
    if (!uses) return null;
    const [low, high] = uses.readRmsA;
    if (high * (1 + GUARD) < credibleA) return false;
    return low > credibleA * (1 + GUARD) ? true : null;
  }

  /** At the end of the usable share, full throttle, standing: solved as the check has it. */
  #lastCell(over: (cellV: number) => boolean): boolean {
    solveOperatingPoint(this.#b.powertrain, this.#b.pack.last, 1, 0, this.#b.p);
    return over(this.#b.p.batteryVoltageV / this.#b.powertrain.series);
  }

  /**
   * An upper bound of the pack's temperature: all the heat that its charge can make, made at the end and as fast as it ever is.
   */
  #packHeat(): boolean | null {
    const uses = this.#b.uses;
    if (!uses) return null;
    if (uses.none) return false;
    const pack = this.#b.pack;
    const { heat } = this.#b.assembler.battery(this.#b.at.battery).packInUse;
    const f = this.#b.use.fullShare;
    const [slow] = this.#b.usualSpeeds;
    solveOperatingPoint(this.#b.powertrain, pack.sagged, 1, slow, this.#b.p);
    const fullW = this.#b.p.lossBatteryW;
    const ohm = pack.sagged.packOhm;
    let heatW: number;
    let joule: number;
    if (uses.heldA === null) {
      const { restShare } = this.#b.use;
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
    const target = this.#b.assembler.space.head.craft.targetSeconds;
    if (target == null) return false;
    const seconds = this.#b.seconds;
    if (!seconds) return null;
    if (seconds[0] > target * (1 + 1e-6)) return false;
    return seconds[1] < target * (1 - 1e-6) ? true : null;
  }

  /** Between an ESC's two ratings: whether full throttle counts as bursts. */
  #escBursts(): boolean | null {
    const { continuousA, burstA } = this.#b.assembler.space.escs[this.#b.at.esc].document;
    if (continuousA == null) return false;
    solveOperatingPoint(this.#b.powertrain, this.#b.pack.read, 1, 0, this.#b.p);
    const n = this.#b.powertrain.count;
    const value = (this.#b.p.batteryCurrentA - this.#b.powertrain.auxiliaryCurrentA) / n;
    const spells = burstA != null && this.#b.assembler.space.head.craft.kind === 'multirotor';
    const drawn = !spells ? null : meetDemand(this.#b.powertrain, this.#b.demand(0), this.#b.pack.read);
    const rms = drawn && (drawn.rmsCurrentA - this.#b.powertrain.auxiliaryCurrentA) / n;
    const bursts = rms !== null && areBursts(rms, continuousA);
    return value > (bursts ? Math.max(burstA as number, continuousA) : continuousA) * (1 + 1e-9);
  }

  /** Hotter than in the end at its least speed it never gets; as hot as after a spell at its greatest it does get. */
  #escHeat(): boolean | null {
    const { continuousA, massKg, channels } = this.#b.assembler.space.escs[this.#b.at.esc].document;
    if (continuousA == null) return false;
    const i = this.#b.interpreted;
    const { craft } = this.#b.assembler.space.head;
    const speeds = this.#b.usualSpeeds;
    const warmth = new EscWarmth(continuousA, escPlaceOf(i), massKg ?? null, channels ?? 1);
    const heatW = (speedMs: number): number => {
      solveOperatingPoint(this.#b.powertrain, this.#b.pack.read, 1, speedMs, this.#b.p);
      return conductionW(this.#b.p.motorCurrentA, continuousA);
    };
    const standingW = heatW(0);
    const chopping = this.#b.powertrain.escSwitchingShare * this.#b.p.escVoltageV * this.#b.p.motorCurrentA;
    if ((airOf(i) + warmth.steady(standingW + chopping)) * (1 + GUARD) < ESC_LIMIT_C) return false;
    // an aeroplane runs full in the climb, of which nothing is known here but that it is no faster than its top
    if (craft.kind !== 'boat') return null;
    const least = heatW(speeds[1]);
    const lasts = this.#b.pack.charge / Math.max(this.#b.p.batteryCurrentA, 1e-9);
    const hot = airOf(i) + warmth.after(least, Math.min(craft.runSeconds ?? RUN_S, lasts));
    return hot > ESC_LIMIT_C * (1 + GUARD) ? true : null;
  }

  #loading(): boolean | null {
    const { massKg } = this.#b.assembler.space.motors[this.#b.at.motor].document;
    if (massKg == null) return false;
    const speeds = this.#b.usualSpeeds;
    const uses = this.#b.uses;
    if (!uses || uses.none) return null;
    const i = this.#b.interpreted;
    solveOperatingPoint(this.#b.powertrain, this.#b.pack.read, 1, 0, this.#b.p);
    const worstA = Math.max(this.#b.p.batteryCurrentA, 1e-9);
    const fullW = (this.#b.p.electricalPowerW - this.#b.p.lossAuxiliaryW) / this.#b.powertrain.count;
    const steady = speeds.map((v) => {
      solveOperatingPoint(this.#b.powertrain, this.#b.pack.read, 1, v, this.#b.p);
      return steadyPowerW(i, massKg, this.#b.p, v);
    });
    const [least, most] = uses.currentA.map((a) => fullW * Math.min(a / worstA, 1));
    if (uses.had === 1 && most * (1 + WIDE_GUARD) < Math.min(...steady)) return false;
    return least > Math.max(...steady) * (1 + WIDE_GUARD) ? true : null;
  }
}
