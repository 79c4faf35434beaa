/** What the server's threads do: the heavy work, on plain values. Nothing here touches the database. */
import { sketchChecked } from '../../core/brief/sketch-checked.ts';
import { compareSetups, type Comparison } from '../../core/brief/compare.ts';
import { glance, type Glance } from '../../core/brief/glance.ts';
import { answerCalibrate } from '../../core/calibration/answer-calibrate.ts';
import { parseJson } from '../../core/text/json.ts';
import { badRequest, answerPredict, type BadRequest } from '../../core/train/answer-predict.ts';
import { matchPicture, type MatchResult } from '../../core/train/match-picture.ts';
import type { Battery, SetupDocument } from '../../core/setup/schema.ts';

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

const FULL = { throttle: 1, speedMs: 0, stateOfCharge: 1 };
type Schools = Record<string, string>;

/** A craft's setups as the hangar looks at them; the one in use first. */
export interface HangarCraft {
  document: SetupDocument;
  others: { document: SetupDocument; tested: boolean }[];
}

/** Each craft at a glance; null where its setup cannot be worked out. */
export function glances(crafts: HangarCraft[], packs: Battery[], schools: Schools): (Glance | null)[] {
  const draw = (document: SetupDocument): MatchResult => matchPicture(document, FULL, schools, 'quick');
  return crafts.map(({ document, others }) => {
    const drawn = draw(document);
    if (!drawn.ok) return null;
    const beside = others.flatMap(({ document: other, tested }) => {
      const side = draw(other);
      return side.ok
        ? [
            {
              name: other.name ?? 'another setup',
              over: side.picture.answer.checks.filter((c) => c.finding === 'over').length,
              tested
            }
          ]
        : [];
    });
    return glance(drawn.picture.document, drawn.picture.answer, { others: beside, packs });
  });
}

/** What the Match page shows of a craft's setups: the open one whole, each one's amps, and the compared side by side. */
export function matchPage(
  document: SetupDocument,
  all: SetupDocument[],
  compared: number[],
  schools: Schools
): { drawn: MatchResult; amps: (number | null)[]; comparison: Comparison; shown: number[] } {
  const sides = all.map((d) => matchPicture(d, FULL, schools, 'quick'));
  const shown = compared.filter((at) => sides[at].ok);
  return {
    // what puts failing checks right follows in the page's own worker
    drawn: matchPicture(document, FULL, schools, 'banded'),
    amps: sides.map((s) => (s.ok ? s.picture.answer.points[0].batteryCurrentA : null)),
    shown,
    comparison: compareSetups(
      shown.flatMap((at) => {
        const side = sides[at];
        return side.ok ? [{ document: side.picture.document, answer: side.picture.answer }] : [];
      })
    )
  };
}
