/** What the server's threads do: the heavy work, on plain values. Nothing here touches the database. */
import { sketchChecked } from '../../core/fit/sketch-checked.ts';
import { compareSetups, type Comparison } from '../../core/compare/compare.ts';
import { glance, overOf, type Glance } from '../../core/compare/glance.ts';
import { validateSetup } from '../../core/document/validate.ts';
import { situationOf, type Situation } from '../../core/situation/situation.ts';
import { answerCalibrate } from '../../core/calibration/answer-calibrate.ts';
import { parseJson } from '../../core/text/json.ts';
import { badRequest, answerPredict, type BadRequest } from '../../core/predict/answer-predict.ts';
import { matchPicture, type MatchResult } from '../../core/match/match-picture.ts';
import type { Battery, SetupDocument } from '../../core/document/schema.ts';

export { readCraft } from '../../core/formats/read-craft.ts';
export { readShelf } from '../../core/formats/read-shelf.ts';

type Answered = { ok: true; answer: unknown } | { ok: false; errors: BadRequest };

const withJson = (text: string, answer: (value: unknown) => Answered): Answered => {
  const parsed = parseJson(text);
  return parsed.ok
    ? answer(parsed.value)
    : { ok: false, errors: badRequest([{ path: '', message: parsed.message }]) };
};

/** Answers the text of a predict request. */
export const predict = (text: string): Answered => withJson(text, answerPredict);

/** Answers the text of a calibrate request. */
export const calibrate = (text: string): Answered => withJson(text, answerCalibrate);

/** A first setup for a brief. */
export const sketch = sketchChecked;

type Schools = Record<string, string>;

/** A stored document that can be worked out today; null where it cannot. */
const soundly = (document: SetupDocument, schools: Schools): Situation | null =>
  validateSetup(document).ok ? situationOf(document, { schools }) : null;

/** A craft's setups as the hangar looks at them; the one in use first. */
export interface HangarCraft {
  document: SetupDocument;
  others: { document: SetupDocument; tested: boolean }[];
}

/** Each craft at a glance; null where its setup cannot be worked out. */
export function glances(crafts: HangarCraft[], packs: Battery[], schools: Schools): (Glance | null)[] {
  return crafts.map(({ document, others }) => {
    const s = soundly(document, schools);
    if (!s) return null;
    const beside = others.flatMap(({ document: other, tested }) => {
      const side = soundly(other, schools);
      return side ? [{ name: other.name ?? 'another setup', over: overOf(side), tested }] : [];
    });
    return glance(s, { others: beside, packs });
  });
}

const FULL = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

/** What the Match page shows of a craft's setups: the open one whole, each one's amps, and the compared side by side. */
export function matchPage(
  document: SetupDocument,
  all: SetupDocument[],
  compared: number[],
  schools: Schools
): { drawn: MatchResult; amps: (number | null)[]; comparison: Comparison; shown: number[] } {
  const sides = all.map((d) => soundly(d, schools));
  const shown = compared.filter((at) => sides[at] !== null);
  return {
    // what puts failing checks right follows in the page's own worker
    drawn: matchPicture(document, { point: FULL, schools }, 'banded'),
    amps: sides.map((s) => s && s.worst.batteryCurrentA),
    shown,
    comparison: compareSetups(shown.flatMap((at) => sides[at] ?? []))
  };
}
