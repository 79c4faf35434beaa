import { interpretSetup, supplyOf, type Interpreted, type PointSupply } from '../setup/interpret.ts';
import type { PredictPoint, SetupDocument } from '../setup/schema.ts';
import type { Estimate } from '../setup/tolerance.ts';
import type {
  BoatAnswer,
  EnduranceAnswer,
  HoverAnswer,
  LevelAnswer,
  PredictedPoint
} from '../train/answer.ts';
import { boatAnswer, hoverAnswer, levelAnswer } from '../train/craft-answers.ts';
import type { Demand } from '../train/demand.ts';
import { hoverThrustN } from '../craft/multirotor/hover.ts';
import { fullThrottle, type HeatPhase } from '../train/heat-run.ts';
import { mixedDemand, mixedUseOf } from '../train/mixed-use.ts';
import { cruiseDemand, enduranceAt, enduranceBand } from '../train/endurance.ts';
import { usableShareOf } from '../train/pack-limits.ts';
import { predictPoints } from '../train/predict-points.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';

/** How a setup is looked at. */
export interface Look {
  /** The point whose supply everything starts from; a full pack at full throttle, standing, where none is given. */
  readonly point?: PredictPoint;
  /** Temperature of winding and magnets, °C; 25 where it is not given. */
  readonly windingC?: number;
  /** Whether bands are worked out: slower. */
  readonly bands: boolean;
}

/** Full throttle held when the brief names no time, s: a launch and a climb. Common practice. */
const RUN_S = 60;
/** Time after which a motor's case is as warm as ordinary use makes it; longer is not looked at, s. */
const LONGEST_S = 600;

const FULL: PredictPoint = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

/**
 * One setup document at one supply, and everything that follows from it, each solved when it is first asked for and then
 * kept. Whatever is judged by a situation is of the document that it was made from: nothing can be left over from another.
 * Pure; two can be held at once, before and after a change.
 */
export class Situation {
  readonly document: SetupDocument;
  readonly look: Look;
  readonly i: Interpreted;
  readonly supply: PointSupply;
  readonly bands: boolean;
  /** Figures that were estimated on the way, beside those of the document's interpretation. */
  readonly estimates: Estimate[];
  #ends: [PredictedPoint, PredictedPoint | null] | undefined;
  #hover: HoverAnswer | null | undefined;
  #level: LevelAnswer | null | undefined;
  #boat: BoatAnswer | null | undefined;
  #lasting = new Map<EnduranceAnswer['at'], EnduranceAnswer | null>();
  #endurance = new Map<EnduranceAnswer['at'], EnduranceAnswer | null>();

  constructor(document: SetupDocument, look: Look) {
    this.document = document;
    this.look = look;
    this.bands = look.bands;
    this.i = interpretSetup(document, look.windingC ?? LABEL_TEMPERATURE_C);
    this.supply = supplyOf(this.i, look.point ?? FULL);
    this.estimates = [...this.i.estimates];
  }

  get schools(): Record<string, string> | undefined {
    return this.i.setup.schools as Record<string, string> | undefined;
  }

  get kind(): SetupDocument['craft']['kind'] {
    return this.i.setup.craft.kind;
  }

  /** Worst case and the end of the run, solved together: they share their samples. */
  #both(): [PredictedPoint, PredictedPoint | null] {
    if (this.#ends) return this.#ends;
    const held = this.supply.stateOfCharge === null;
    const full: PredictPoint = held
      ? { throttle: 1, speedMs: 0, batteryVoltageV: this.supply.openCircuitV }
      : FULL;
    const points = held
      ? [full]
      : [full, { throttle: 1, speedMs: 0, stateOfCharge: 1 - usableShareOf(this.i) }];
    const [worst, last] = predictPoints(this.i, points, this.bands);
    return (this.#ends = [worst, last ?? null]);
  }

  /** Worst case: full throttle, standing, from a full pack (or from the held volts). */
  get worst(): PredictedPoint {
    return this.#both()[0];
  }

  /** Full throttle, standing, at the end of the usable share; null on held volts. */
  get last(): PredictedPoint | null {
    return this.#both()[1];
  }

  /** Hover of a multirotor; null for other craft, and where full throttle does not lift it. */
  get hover(): HoverAnswer | null {
    if (this.#hover === undefined)
      this.#hover =
        this.kind === 'multirotor'
          ? hoverAnswer(this.i, this.supply.openCircuitV, this.supply.packOhm, this.bands)
          : null;
    return this.#hover;
  }

  /** Level flight of an aeroplane with a wing; null for everything else. */
  get level(): LevelAnswer | null {
    if (this.#level === undefined)
      this.#level =
        this.kind === 'fixed-wing'
          ? levelAnswer(this.i, this.supply.openCircuitV, this.supply.packOhm, this.bands, this.estimates)
          : null;
    return this.#level;
  }

  /** A boat under way; null for other craft, and for hulls that nothing is known of. */
  get boat(): BoatAnswer | null {
    if (this.#boat === undefined)
      this.#boat =
        this.kind === 'boat'
          ? boatAnswer(this.i, this.supply.openCircuitV, this.supply.packOhm, this.bands, this.estimates)
          : null;
    return this.#boat;
  }

  /** Speed at which the craft is ordinarily under power: cruise, or a boat's top speed; nothing for hoverers. */
  get usualSpeedMs(): number {
    return this.level?.cruiseSpeedMs ?? this.boat?.topSpeedMs ?? 0;
  }

  /**
   * What one motor goes through: the planned full-throttle run (in the climb, under way), ordinary use, and a last spell of
   * full throttle; a multirotor hovers first and runs full at the end.
   */
  get heatPhases(): HeatPhase[] {
    const { craft } = this.i.setup;
    const rotors = craft.kind === 'multirotor';
    const { spellS, crossMs = 0 } = mixedUseOf(craft);
    const planned = craft.runSeconds ?? (rotors ? spellS : RUN_S);
    const full = this.lasting('full');
    const seconds = full && full.seconds > 0 ? Math.min(planned, full.seconds) : planned;
    const run = fullThrottle(seconds, this.level?.climbSpeedMs ?? this.boat?.topSpeedMs ?? 0, crossMs);
    const { fullShare, restShare, thrustN, speedMs } = mixedDemand(craft, this.usualSpeedMs);
    const mixedS = Math.min(this.lasting('mixed')?.seconds ?? 0, LONGEST_S);
    if (!(mixedS > 0)) return [run];
    const mixed: HeatPhase = { seconds: mixedS, fullShare, restShare, thrustN, speedMs, crossMs };
    return rotors ? [mixed, run] : [run, mixed, fullThrottle(spellS, speedMs, crossMs)];
  }

  /** What the craft does when it is asked how long; null where it does not do that. */
  demand(at: EnduranceAnswer['at']): Demand | null {
    if (at === 'full') return { kind: 'throttle', throttle: 1, speedMs: this.boat?.topSpeedMs ?? 0 };
    if (at === 'mixed') return mixedDemand(this.i.setup.craft, this.usualSpeedMs);
    if (at === 'hover')
      return this.hover
        ? { kind: 'thrust', thrustN: hoverThrustN(this.i.setup.craft.massKg), speedMs: 0 }
        : null;
    const { level } = this;
    return level?.cruiseSpeedMs != null && level.cruiseThrottle !== null
      ? cruiseDemand(this.i, level.cruiseSpeedMs)
      : null;
  }

  /** How long the pack lasts at something, without its band; null where the craft does not do that. */
  lasting(at: EnduranceAnswer['at']): EnduranceAnswer | null {
    const kept = this.#lasting.get(at);
    if (kept !== undefined) return kept;
    const demand = this.demand(at);
    const { stateOfCharge, openCircuitV } = this.supply;
    const answer = demand ? enduranceAt(this.i, at, demand, stateOfCharge, openCircuitV) : null;
    this.#lasting.set(at, answer);
    return answer;
  }

  /** How long the pack lasts at something, with its band where bands are asked for; null where the craft does not do that. */
  endurance(at: EnduranceAnswer['at']): EnduranceAnswer | null {
    const kept = this.#endurance.get(at);
    if (kept !== undefined) return kept;
    const lasting = this.lasting(at);
    const demand = lasting && this.bands ? this.demand(at) : null;
    const band = demand ? enduranceBand(this.i, demand, this.supply.stateOfCharge) : null;
    const answer = lasting && band ? { ...lasting, band } : lasting;
    this.#endurance.set(at, answer);
    return answer;
  }
}
