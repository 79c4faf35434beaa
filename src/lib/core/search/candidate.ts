import { shopWords } from '../alternatives/shop-words.ts';
import { partsKg, withAllUpMass } from '../model/all-up-mass.ts';
import type { SetupDocument } from '../document/schema.ts';
import type { Assembler } from './assembler.ts';
import type { Gives } from '../yardstick/gives.ts';
import type { SearchLimits } from './search-request.ts';
import { places, placesOf, setupOf, type Space } from './space.ts';
import { Verdict, type Rejection } from './verdict.ts';

/** One combination told whole. */
export interface Candidate {
  readonly combination: number;
  readonly setup: SetupDocument;
  readonly gives: Gives;
  readonly over: readonly Rejection[];
  readonly tight: readonly string[];
  /** Largest share by which a limit is passed; 0 where none is. */
  readonly by: number;
}

/** Name of a combination's setup: motor, propulsor and pack, as they are called. */
export function nameOf(setup: SetupDocument): string {
  const named = (part: 'motor' | 'propulsor' | 'battery'): string =>
    setup[part].name || shopWords(part, setup);
  return [named('motor'), named('propulsor'), named('battery')].join(' · ').slice(0, 200);
}

/**
 * A combination as a setup of its own, so that Match shows of it what Find showed. Where the weight followed the parts, it is
 * written down as made from them: nobody typed it. @param airframe the airframe's weight, and whether the craft gives it
 */
export function takenFrom(
  combination: SetupDocument,
  airframe: { readonly kg: number; readonly given: boolean } | null
): SetupDocument {
  const setup = { ...combination, name: nameOf(combination) };
  if (setup.craft.airframeMassKg == null) return setup;
  if (airframe?.given)
    return withAllUpMass({ ...setup, craft: { ...setup.craft, airframeMassKg: airframe.kg } });
  const { airframeMassKg: _left, ...craft } = withAllUpMass(setup).craft;
  return {
    ...setup,
    craft: { ...craft, weighedPartsKg: partsKg(setup) },
    sources: { ...setup.sources, 'craft.massKg': 'estimated' }
  };
}

/** A combination told whole: as Match would show it, bands aside. */
export function candidateOf(
  space: Space,
  assembler: Assembler,
  limits: SearchLimits,
  combination: number
): Candidate {
  const at = placesOf(space, combination, places());
  const verdict = new Verdict(assembler.situation(at), limits);
  const setup = setupOf(space, combination);
  return {
    combination,
    // weights that follow from the parts are written down
    setup: { ...setup, name: nameOf(setup), craft: verdict.situation.setup.craft },
    gives: assembler.gives(at, verdict.situation, verdict.judged),
    over: verdict.over,
    tight: verdict.tight,
    by: verdict.beyond
  };
}
