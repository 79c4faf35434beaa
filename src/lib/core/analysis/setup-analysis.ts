import { hullOf } from '../model/hull.ts';
import { markedEstimates } from '../model/marked-estimates.ts';
import { wingOf } from '../model/wing.ts';
import type { PredictPoint, SetupDocument } from '../document/schema.ts';
import { interpretSetup, supplyOf, type Interpreted, type PointSupply } from '../model/interpret.ts';
import type { Estimate } from '../model/tolerance.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import type { FanFigures } from '../parts/propulsor/ducted-fan/figures.ts';
import { bodyDragAreaM2, forwardFlight, type ForwardFlight } from '../powertrain/craft/forward-flight.ts';
import {
  boatAnswer,
  fanAnswer,
  heatAnswer,
  hoverAnswer,
  levelAnswer
} from '../powertrain/craft/craft-answers.ts';
import { hoverThrustN } from '../powertrain/craft/hover.ts';
import { meetDemand, type Demand, type Draw, type MixedDemand } from '../powertrain/demand.ts';
import { cruiseDemand, enduranceAt, enduranceBand } from '../powertrain/endurance.ts';
import { escCourse, type EscCourse } from '../powertrain/esc-course.ts';
import {
  airOf,
  fullThrottle,
  heatMassKg,
  heatRun,
  type HeatPhase,
  type HeatRun
} from '../powertrain/heat-run.ts';
import { mixedDemand, mixedUseOf, type MixedUse } from '../powertrain/mixed-use.ts';
import { usableShareOf } from '../powertrain/pack-limits.ts';
import { predictPoints } from '../powertrain/predict-points.ts';
import type {
  BoatAnswer,
  EnduranceAnswer,
  EnduranceKind,
  HeatAnswer,
  HoverAnswer,
  LevelAnswer,
  PredictedPoint
} from '../powertrain/predicted.ts';
import { sensitivities, type Sensitivity } from '../powertrain/sensitivity.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';

/** How a setup is looked at. */
export interface Look {
  /** The point whose supply everything starts from; a full pack at full throttle, standing, where none is given. */
  readonly point?: PredictPoint;
  /** Schools of the settings; the document's own come before them. */
  readonly schools?: Readonly<Record<string, string>>;
  /** Temperature of winding and magnets, °C; 25 where it is not given. */
  readonly windingC?: number;
  /** Whether bands are worked out: slower. False where it is not given. */
  readonly bands?: boolean;
}

/** Full throttle held when the brief names no time, s: a launch and a climb. Common practice. */
export const RUN_S = 60;
/** Time after which a motor's case is as warm as ordinary use makes it; longer is not looked at, s. */
export const LONGEST_S = 600;
/** Steps of what a motor goes through. */
const HEAT_STEPS = 60;

const FULL: PredictPoint = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

/**
 * One setup document at one supply, and everything that follows from it, each solved when it is first asked for and then
 * kept: whoever asks for hover alone pays for hover alone. Whatever is judged by a situation is of the document that it was
 * made from; nothing can be left over from another. Pure; two can be held at once, before and after a change.
 */
export class SetupAnalysis {
  readonly document: SetupDocument;
  readonly look: Look;
  /** The document made into numbers. */
  readonly model: Interpreted;
  readonly supply: PointSupply;
  readonly bands: boolean;
  readonly #kept = new Map<string, unknown>();

  /**
   * @param document a valid setup document
   * @param model what `interpretSetup` makes of it, where that is at hand already: only without bands
   */
  constructor(document: SetupDocument, look: Look = {}, model?: Interpreted) {
    this.document =
      look.schools === undefined
        ? document
        : { ...document, schools: { ...look.schools, ...document.schools } };
    this.look = look;
    this.bands = look.bands ?? false;
    if (model && this.bands) throw new TypeError('SetupAnalysis: bands need the document interpreted anew');
    this.model = model ?? interpretSetup(this.document, look.windingC ?? LABEL_TEMPERATURE_C);
    this.supply = supplyOf(this.model, look.point ?? FULL);
  }

  /** Solves something once. */
  #once<T>(name: string, solve: () => T): T {
    if (!this.#kept.has(name)) this.#kept.set(name, solve());
    return this.#kept.get(name) as T;
  }

  /** The document as it is reckoned with: an all-up weight made from an airframe's is filled in. */
  get setup(): SetupDocument {
    return this.model.setup;
  }

  /** The powertrain as plain numbers. */
  get powertrain(): PowertrainModel {
    return this.model.model;
  }

  get schools(): Record<string, string> | undefined {
    return this.setup.schools as Record<string, string> | undefined;
  }

  get kind(): SetupDocument['craft']['kind'] {
    return this.setup.craft.kind;
  }

  /** Everything that is estimated: what the document lacks, the craft's own figures among it, and what it marks as estimated. */
  get estimates(): Estimate[] {
    return this.#once('estimates', () => {
      const list = [...this.model.estimates];
      if (this.kind === 'fixed-wing') wingOf(this.setup.craft, list);
      if (this.kind === 'boat') hullOf(this.setup.craft, list);
      return [...list, ...markedEstimates(this.setup, new Set(list.map((e) => e.path)))];
    });
  }

  /** Points solved together, with their bands where bands are asked for. */
  at(points: readonly PredictPoint[]): PredictedPoint[] {
    return predictPoints(this.model, points, this.bands);
  }

  /** The point that is looked at. */
  get point(): PredictedPoint {
    return this.#once('point', () => this.at([this.look.point ?? FULL])[0]);
  }

  /** Worst case and the end of the run, solved together: they share their samples. */
  get #ends(): [PredictedPoint, PredictedPoint | null] {
    return this.#once('ends', () => {
      if (this.supply.stateOfCharge === null) {
        const held = { throttle: 1, speedMs: 0, batteryVoltageV: this.supply.openCircuitV };
        return [this.at([held])[0], null];
      }
      const end = { throttle: 1, speedMs: 0, stateOfCharge: 1 - usableShareOf(this.model) };
      const [worst, last] = this.at([FULL, end]);
      return [worst, last];
    });
  }

  /** Worst case: full throttle, standing, from a full pack (or from the held volts). */
  get worst(): PredictedPoint {
    return this.#ends[0];
  }

  /** Full throttle, standing, at the end of the usable share; null on held volts. */
  get last(): PredictedPoint | null {
    return this.#ends[1];
  }

  /** Hover of a multirotor; null for other craft, and where full throttle does not lift it. */
  get hover(): HoverAnswer | null {
    return this.#once('hover', () =>
      this.kind === 'multirotor' ? hoverAnswer(this.model, this.supply, this.bands) : null
    );
  }

  /** Fastest level flight of a multirotor and what it has in hand; null for other craft. */
  get forward(): ForwardFlight | null {
    return this.#once('forward', () => {
      if (this.kind !== 'multirotor') return null;
      const { massKg, dragAreaM2 } = this.setup.craft;
      return forwardFlight(
        this.powertrain,
        massKg,
        dragAreaM2 ?? bodyDragAreaM2(massKg),
        this.model.fluid.densityKgM3,
        this.supply
      );
    });
  }

  /** Level flight of an aeroplane with a wing; null for everything else. */
  get level(): LevelAnswer | null {
    return this.#once('level', () =>
      this.kind === 'fixed-wing' ? levelAnswer(this.model, this.supply, this.bands) : null
    );
  }

  /** A boat under way; null for other craft, and for hulls that nothing is known of. */
  get boat(): BoatAnswer | null {
    return this.#once('boat', () =>
      this.kind === 'boat' ? boatAnswer(this.model, this.supply, this.bands) : null
    );
  }

  /** A ducted fan's own figures at the point that is looked at; null for other propulsors. */
  get fan(): FanFigures | null {
    return this.#once('fan', () => fanAnswer(this.model, this.point));
  }

  /** Which unknown moves the point that is looked at most; the greatest first. */
  get sensitivity(): Sensitivity[] {
    return this.#once('sensitivity', () =>
      sensitivities(this.model, this.supply, this.point.throttle, this.point.speedMs)
    );
  }

  /** Speed at which the craft is ordinarily under power: cruise, or a boat's top speed; nothing for hoverers. */
  get usualSpeedMs(): number {
    return this.level?.cruiseSpeedMs ?? this.boat?.topSpeedMs ?? 0;
  }

  /** Ordinary use of the craft by its purpose. */
  get use(): MixedUse {
    return mixedUseOf(this.setup.craft);
  }

  /** How long full throttle is held at a time, s: as planned, else a launch and a climb, a rotor craft's spell; a boat's all the while. */
  get spellS(): number {
    const { craft } = this.setup;
    return (
      craft.runSeconds ??
      (craft.kind === 'boat' ? Infinity : craft.kind === 'multirotor' ? this.use.spellS : RUN_S)
    );
  }

  /** What ordinary use asks of the powertrain. */
  get ordinary(): MixedDemand {
    return this.#once('ordinary', () => mixedDemand(this.setup.craft, this.usualSpeedMs));
  }

  /** What ordinary use draws from the pack at the start; null where the powertrain cannot. */
  get drawn(): Draw | null {
    return this.#once('drawn', () => meetDemand(this.powertrain, this.ordinary, this.supply));
  }

  /** Mass of one motor as far as heat is concerned, kg; null when neither mass nor power rating is known. */
  get motorMassKg(): number | null {
    return heatMassKg(this.model);
  }

  /** Warm-up of one motor at full throttle from this supply; null without mass or power rating. */
  get heat(): HeatAnswer | null {
    return this.#once('heat', () => {
      const full = heatAnswer(
        this.model,
        this.supply,
        this.lasting('full')?.seconds ?? 0,
        this.boat?.topSpeedMs ?? 0
      );
      return full && { ...full, useBurnsAfterS: this.heatCourse?.secondsToBurn ?? null };
    });
  }

  /**
   * What one motor goes through: the planned full-throttle run (in the climb, under way), ordinary use, and a last spell of
   * full throttle; a multirotor hovers first and runs full at the end.
   */
  get heatPhases(): HeatPhase[] {
    return this.#once('heatPhases', () => {
      const { craft } = this.setup;
      const rotors = craft.kind === 'multirotor';
      const { spellS, crossMs = 0 } = this.use;
      const planned = craft.runSeconds ?? (rotors ? spellS : RUN_S);
      const full = this.#fullSeconds(planned);
      const seconds = full > 0 ? Math.min(planned, full) : planned;
      const run = fullThrottle(seconds, this.level?.climbSpeedMs ?? this.boat?.topSpeedMs ?? 0, crossMs);
      const { fullShare, restShare, thrustN, speedMs } = this.ordinary;
      const mixedS = Math.min(this.lasting('mixed')?.seconds ?? 0, LONGEST_S);
      if (!(mixedS > 0)) return [run];
      const mixed: HeatPhase = { seconds: mixedS, fullShare, restShare, thrustN, speedMs, crossMs };
      return rotors ? [mixed, run] : [run, mixed, fullThrottle(spellS, speedMs, crossMs)];
    });
  }

  /** What one motor goes through, followed step by step; null without mass or power rating. */
  get heatCourse(): HeatRun | null {
    return this.#once('heatCourse', () => {
      const mass = this.motorMassKg;
      if (mass === null) return null;
      const supply = { openCircuitV: this.worst.openCircuitV, packOhm: this.last ? this.supply.packOhm : 0 };
      return heatRun(this.model, this.powertrain, mass, supply, this.heatPhases, HEAT_STEPS);
    });
  }

  /** What one ESC goes through; null where its rating is not told. */
  get escCourse(): EscCourse | null {
    return this.#once('escCourse', () => {
      const ratedA = this.setup.esc?.continuousA;
      if (ratedA == null) return null;
      const supply = { openCircuitV: this.worst.openCircuitV, packOhm: this.last ? this.supply.packOhm : 0 };
      return escCourse(this.model, this.powertrain, supply, this.heatPhases, ratedA, airOf(this.model));
    });
  }

  /** How long the pack lasts at full throttle, s; followed no longer than is asked. 0 where it does not at all. */
  #fullSeconds(longestS: number): number {
    const demand = this.demand('full');
    if (this.#kept.has('lasting full') || !demand) return this.lasting('full')?.seconds ?? 0;
    return enduranceAt(this.model, 'full', demand, this.supply, longestS).seconds;
  }

  /** What the craft does when it is asked how long; null where it does not do that. */
  demand(at: EnduranceKind): Demand | null {
    if (at === 'full') return { kind: 'throttle', throttle: 1, speedMs: this.boat?.topSpeedMs ?? 0 };
    if (at === 'mixed') return this.ordinary;
    if (at === 'hover')
      return this.hover
        ? { kind: 'thrust', thrustN: hoverThrustN(this.setup.craft.massKg), speedMs: 0 }
        : null;
    const { level } = this;
    return level?.cruiseSpeedMs != null && level.cruiseThrottle !== null
      ? cruiseDemand(this.model, level.cruiseSpeedMs)
      : null;
  }

  /** How long the pack lasts at something, without its band; null where the craft does not do that. */
  lasting(at: EnduranceKind): EnduranceAnswer | null {
    return this.#once(`lasting ${at}`, () => {
      const demand = this.demand(at);
      return demand ? enduranceAt(this.model, at, demand, this.supply) : null;
    });
  }

  /** How long the pack lasts at something, with its band where bands are asked for; null where the craft does not do that. */
  endurance(at: EnduranceKind): EnduranceAnswer | null {
    return this.#once(`endurance ${at}`, () => {
      const lasting = this.lasting(at);
      const demand = lasting && this.bands ? this.demand(at) : null;
      const band = demand ? enduranceBand(this.model, demand, this.supply.stateOfCharge) : null;
      return lasting && band ? { ...lasting, band } : lasting;
    });
  }
}

/** A document looked at; see {@link SetupAnalysis}. */
export const analysisOf = (document: SetupDocument, look: Look = {}): SetupAnalysis =>
  new SetupAnalysis(document, look);
