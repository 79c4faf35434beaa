import type { CheckResult } from '../checks/finding.ts';
import type { Estimate } from '../model/tolerance.ts';
import type { Cannot } from '../alternatives/cannot.ts';
import type { PutRight } from '../alternatives/put-right.ts';
import type { FanFigures } from '../parts/propulsor/ducted-fan/figures.ts';
import type { ForwardFlight } from '../powertrain/craft/forward-flight.ts';
import type { MissionResult } from '../powertrain/mission.ts';
import type {
  BoatAnswer,
  EnduranceAnswer,
  HeatAnswer,
  HoverAnswer,
  LevelAnswer,
  PredictedPoint
} from '../powertrain/predicted.ts';
import type { Narrowing } from '../derivations/narrows.ts';
import type { Sensitivity } from '../powertrain/sensitivity.ts';

/** The document of the contract: what is predicted of a setup and what its checks find. */
export interface PredictAnswer {
  points: PredictedPoint[];
  checks: CheckResult[];
  hover: HoverAnswer | null;
  level: LevelAnswer | null;
  boat: BoatAnswer | null;
  /** A ducted fan's own figures at the first point; null for other propulsors. */
  fan: FanFigures | null;
  endurance: EnduranceAnswer[];
  /** Warm-up of one motor at full throttle from the first point's supply; null without mass or power rating. */
  heat: HeatAnswer | null;
  /** Level flight of a multirotor at full tilt. */
  forward: ForwardFlight | null;
  /** The winding's resistance at rest and as the model takes it under load, at the asked warmth, ohm. */
  motorUnderLoad: { restOhm: number; loadedOhm: number };
  /** Which unknown moves the first point most. */
  sensitivity: Sensitivity[];
  /** The one reading that would narrow it most; null without bands, and where none would tell much. */
  narrows: Narrowing | null;
  mission: MissionResult | null;
  estimates: Estimate[];
  notes: string[];
  /** What would put the whole setup right, best first, where it is asked for; what cannot be met, where nothing does. */
  putRight?: PutRight[];
  cannot?: Cannot[];
}
