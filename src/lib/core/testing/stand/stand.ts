import type { StandFault } from '../../document/run-schema.ts';
import { hullResistanceN, type Hull } from '../../craft/boat/resistance.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { hullOf } from '../../model/hull.ts';
import { interpretSetup, type Interpreted } from '../../model/interpret.ts';
import { HULL_SD } from '../../model/tolerance.ts';
import type { PowertrainModel } from '../../model/powertrain-model.ts';
import { normalFrom, seededRandom } from '../../numeric/random.ts';
import { EscWarmth } from '../../parts/esc/heat.ts';
import { heatAfter, heatModel, type HeatModel } from '../../parts/motor/heat.ts';
import { magnetFactor, windingResistanceFactor } from '../../parts/motor/temperature.ts';
import { resistanceTemperatureFactor } from '../../parts/pack/cell-resistance.ts';
import { openCircuitCellV } from '../../parts/pack/open-circuit.ts';
import { emptyFactor, packAfter, SLOW_S } from '../../parts/pack/under-load.ts';
import { escHeatW, escPlaceOf } from '../../powertrain/esc-course.ts';
import { airflowMs, airOf, coolingOf, heatMassKg } from '../../powertrain/heat-run.ts';
import { logCholesky, SAMPLE_COLUMNS, scaledModel } from '../../powertrain/factors.ts';
import { operatingPoint, solveOperatingPoint } from '../../powertrain/operating-point.ts';
import { radSToRpm } from '../../units/convert.ts';
import type { Sample } from '../record/sample.ts';
import { faultOf, really, type Faulty } from './faults.ts';

/** What a simulated stand is set up with. */
export interface StandOrder {
  /** What its owner believes it is. */
  readonly setup: SetupDocument;
  /** Draws the hidden truth: label errors, meter errors, severity of a fault, noise. */
  readonly seed: number;
  readonly fault?: StandFault | null;
  /** Charge to begin with, 0..1; full where it is left out. */
  readonly stateOfCharge?: number;
}

/** Seconds in which the motor follows nine tenths of a step of throttle, and the throttle its whole way. (m) */
const SPIN_S = 0.12;
const THROTTLE_S = 0.4;
/** Error of the stand's meters that stays over a run, and noise of one sample, relative. A hobby stand's. (m) */
const METER_SD = { current: 0.01, voltage: 0.002, rpm: 0.002, thrust: 0.015 } as const;
const NOISE_SD = { current: 0.006, voltage: 0.001, rpm: 0.003, thrust: 0.012 } as const;
const NOISE_C = 0.3;
/** Rate at which a loose contact or a slipping hub changes its mind, 1/s. */
const FLUTTER_RATE = 8;
/** Least share of its worst that a slipping hub slips; a loose contact is sound between its faults. */
const SLIPS_LEAST = 0.35;
/** Heat of a motor without mass on its label goes by this mass, kg. */
const UNKNOWN_KG = 0.1;

/**
 * A test stand that is not there: the hidden truth of a setup, driven by a throttle. Label errors are drawn from the same
 * tolerances that bands are; pack, motor, ESC and, for a boat, the hull's speed change with time. What it gives is what
 * meters would show, errors and noise and all. The same order and the same throttles give the same samples.
 *
 * The circuit is solved afresh at each step as if it stood still, and speed follows with a lag: electrical transients are
 * far shorter than a step. Pack: pulse resistance × (1 + a slow part of 20 s), as in `parts/pack/under-load.ts`.
 */
export class Stand {
  readonly #i: Interpreted;
  readonly #model: PowertrainModel;
  readonly #hot: PowertrainModel;
  readonly #packFactor: number;
  readonly #faulty: Faulty | null;
  readonly #random: () => number;
  readonly #meter: Readonly<Record<keyof typeof METER_SD, number>>;
  readonly #heat: HeatModel;
  readonly #massKg: number;
  readonly #airC: number;
  readonly #hull: { hull: Hull; factor: number; massKg: number } | null;
  readonly #point = operatingPoint();
  #seconds = 0;
  #throttle = 0;
  #omega = 0;
  #charge: number;
  #slow = 0;
  #windingC: number;
  #caseC: number;
  readonly #esc: { readonly warmth: EscWarmth; readonly ratedA: number } | null;
  #escC: number;
  #packC: number;
  #speedMs = 0;
  #flutter = 0;
  #dragA = 0;
  #looseOhm = 0;

  constructor({ setup, seed, fault = null, stateOfCharge = 1 }: StandOrder) {
    const random = seededRandom(seed);
    this.#random = random;
    const draws = Float64Array.from({ length: SAMPLE_COLUMNS }, () => normalFrom(random));
    this.#faulty = fault ? faultOf(fault, random()) : null;
    this.#i = interpretSetup(really(setup, this.#faulty));
    this.#model = { ...this.#i.model };
    this.#packFactor = scaledModel(this.#i.model, logCholesky(this.#i), draws, 0, this.#model);
    this.#hot = { ...this.#model };
    const meter = {} as Record<keyof typeof METER_SD, number>;
    for (const name of Object.keys(METER_SD) as (keyof typeof METER_SD)[])
      meter[name] = Math.exp(METER_SD[name] * normalFrom(random));
    this.#meter = meter;
    this.#massKg = heatMassKg(this.#i) ?? UNKNOWN_KG;
    this.#heat = heatModel(this.#massKg, coolingOf(this.#i));
    this.#airC = airOf(this.#i);
    const hull = setup.craft.kind === 'boat' ? hullOf(this.#i.setup.craft, []) : null;
    this.#hull = hull && {
      hull,
      factor: Math.exp(HULL_SD * draws[SAMPLE_COLUMNS - 1]),
      massKg: this.#i.setup.craft.massKg
    };
    this.#charge = stateOfCharge;
    this.#windingC = this.#caseC = this.#escC = this.#airC;
    const { esc } = this.#i.setup;
    this.#esc =
      esc?.continuousA == null
        ? null
        : {
            warmth: new EscWarmth(
              esc.continuousA,
              escPlaceOf(this.#i),
              esc.massKg ?? null,
              esc.channels ?? 1
            ),
            ratedA: esc.continuousA
          };
    this.#packC = this.#i.packInUse.heat.startC;
    if (this.#faulty) this.#solve(1, 0, 0);
    if (this.#faulty?.fault === 'loose-lead')
      this.#looseOhm =
        (this.#faulty.severity * this.#openCircuitV(1)) / Math.max(this.#point.batteryCurrentA, 1e-3);
    if (this.#faulty?.fault === 'dragging-bearing') {
      this.#dragA = this.#faulty.severity * this.#point.motorCurrentA;
      this.#hot.noLoadCurrentA = this.#model.noLoadCurrentA + this.#dragA;
    }
  }

  /** What it really is: rpm per volt and the factors on the label's other figures. Shown after a run, never before. */
  get truth(): { readonly kvRpmPerVolt: number; readonly faulty: Faulty | null } {
    return { kvRpmPerVolt: radSToRpm(1 / this.#model.motorConstant), faulty: this.#faulty };
  }

  /** Steady figures of the hidden truth, cold, at a throttle from a charge, without meter errors. */
  steady(throttle: number, stateOfCharge = 1): { batteryCurrentA: number; rpm: number; thrustN: number } {
    const model = { ...this.#model, noLoadCurrentA: this.#model.noLoadCurrentA + this.#dragA };
    const supply = {
      openCircuitV: this.#openCircuitV(stateOfCharge),
      packOhm: this.#packOhm(stateOfCharge, 0)
    };
    solveOperatingPoint(model, supply, throttle, 0, this.#point);
    return {
      batteryCurrentA: this.#point.batteryCurrentA,
      rpm: radSToRpm(this.#point.omegaRadS / model.gearRatio),
      thrustN: this.#point.thrustN
    };
  }

  #openCircuitV(charge: number): number {
    const { chemistry, series } = this.#i.setup.battery;
    const each = openCircuitCellV(chemistry, Math.max(charge, 0));
    if (this.#faulty?.fault !== 'weak-cell') return each * series;
    // a weak cell has lost capacity too: it is emptier than the others by its share
    const weak = openCircuitCellV(chemistry, Math.max(1 - 1.5 * (1 - charge) - 0.1, 0));
    return each * (series - 1) + weak;
  }

  /** @param slow how far the slow part of the drop has built up, 0..1 */
  #packOhm(charge: number, slow: number): number {
    const { series } = this.#i.setup.battery;
    const settled = this.#i.model.packSlowShare;
    const weak = this.#faulty?.fault === 'weak-cell' ? 1 + (this.#faulty.severity - 1) / series : 1;
    return (
      (this.#i.packOhm *
        this.#packFactor *
        weak *
        (1 + settled * slow) *
        emptyFactor(charge) *
        resistanceTemperatureFactor(Math.min(this.#packC, 80))) /
      resistanceTemperatureFactor(this.#i.packInUse.heat.startC)
    );
  }

  /** Solves the moment with what is loose or slips as it is now. */
  #solve(throttle: number, speedMs: number, slow: number): void {
    const m = this.#hot;
    m.windingResistanceOhm =
      this.#model.windingResistanceOhm * windingResistanceFactor(Math.min(this.#windingC, 400));
    m.motorConstant = this.#model.motorConstant * magnetFactor(Math.min(this.#caseC, 400));
    const bad = this.#faulty ? this.#faulty.severity * this.#flutter : 0;
    const slips = this.#faulty?.fault === 'slipping-propeller' ? bad : 0;
    const supplyOhm = this.#packOhm(this.#charge, slow);
    m.wiringResistanceOhm = this.#model.wiringResistanceOhm + this.#flutter * this.#looseOhm;
    m.thrustFactor = this.#model.thrustFactor * (1 - slips) ** 2;
    m.powerFactor = this.#model.powerFactor * (1 - slips) ** 2;
    solveOperatingPoint(
      m,
      { openCircuitV: this.#openCircuitV(this.#charge), packOhm: supplyOhm },
      throttle,
      speedMs,
      this.#point
    );
  }

  /** Moves everything on by a step. @param seconds at most a second @param throttle 0..1 that is asked for */
  step(seconds: number, throttle: number): Sample {
    this.#seconds += seconds;
    const way = seconds / THROTTLE_S;
    this.#throttle += Math.min(Math.max(throttle - this.#throttle, -4 * way), way);
    this.#wander(seconds);
    this.#solve(this.#throttle, this.#speedMs, this.#slow);
    const p = this.#point;
    const lag = 1 - Math.exp((-2.3 * seconds) / SPIN_S);
    this.#omega += lag * (p.omegaRadS - this.#omega);
    const spun = p.omegaRadS > 0 ? this.#omega / p.omegaRadS : 0;
    const current = p.batteryCurrentA;
    this.#slow += (1 - this.#slow) * (1 - Math.exp(-seconds / SLOW_S)) * (current > 0.1 ? 1 : 0);
    if (current <= 0.1) this.#slow *= Math.exp(-seconds / SLOW_S);
    this.#charge = Math.max(this.#charge - (current * seconds) / (3600 * this.#i.packInUse.capacityAh), 0);
    this.#warm(seconds);
    this.#move(seconds);
    return this.#read(spun);
  }

  /** A loose contact or a slipping hub wanders between good and bad. */
  #wander(seconds: number): void {
    const to = this.#random();
    const rest = this.#faulty?.fault === 'loose-lead' ? 0 : SLIPS_LEAST;
    if (this.#random() < FLUTTER_RATE * seconds) this.#flutter = rest + (1 - rest) * to;
  }

  #warm(seconds: number): void {
    const p = this.#point;
    const n = this.#model.count;
    const copperW = p.lossCopperW / n;
    const ironW = p.lossIronW / n;
    const windingW = this.#i.motorAtLoad.windingShare * copperW;
    [this.#windingC, this.#caseC] = heatAfter(
      this.#heat,
      this.#windingC,
      this.#caseC,
      this.#airC,
      {
        windingW,
        caseW: ironW + copperW - windingW,
        airflowMs: airflowMs(this.#i, this.#massKg, p, this.#speedMs)
      },
      seconds
    );
    if (this.#esc)
      this.#escC =
        this.#airC +
        this.#esc.warmth.after(escHeatW(this.#hot, p, this.#esc.ratedA, this.#throttle), seconds);
    this.#packC = packAfter(this.#i.packInUse.heat, this.#packC, p.lossBatteryW, seconds);
  }

  /** A boat gathers way: m dv/dt = thrust less its deduction − resistance, in steps that cannot pass its balance. */
  #move(seconds: number): void {
    if (!this.#hull) return;
    const { hull, factor, massKg } = this.#hull;
    const push = this.#point.thrustN * (1 - this.#i.thrustDeduction);
    const drag = factor * hullResistanceN(hull, this.#i.hullWater, this.#speedMs);
    this.#speedMs = Math.max(this.#speedMs + (seconds * (push - drag)) / (1.1 * massKg), 0);
  }

  #read(spun: number): Sample {
    const p = this.#point;
    const noisy = (value: number, of: keyof typeof METER_SD): number =>
      value * this.#meter[of] * (1 + NOISE_SD[of] * normalFrom(this.#random));
    const warm = (value: number): number => value + NOISE_C * normalFrom(this.#random);
    return {
      seconds: Math.round(this.#seconds * 1e6) / 1e6,
      throttle: this.#throttle,
      batteryVoltageV: noisy(p.batteryVoltageV, 'voltage'),
      batteryCurrentA: noisy(p.batteryCurrentA, 'current'),
      rpm: noisy(radSToRpm(this.#omega / this.#model.gearRatio), 'rpm'),
      ...(this.#hull
        ? { speedMs: Math.max(this.#speedMs + 0.1 * normalFrom(this.#random), 0) }
        : { thrustN: noisy(p.thrustN * spun * spun, 'thrust') }),
      motorC: warm(this.#caseC),
      escC: warm(this.#escC),
      packC: warm(this.#packC)
    };
  }
}
