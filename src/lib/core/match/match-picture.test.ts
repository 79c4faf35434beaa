import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, JET, PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import { workOut } from '../../../../tests/helpers/printed-sum.ts';
import { summaryOf } from '../compare/glance.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { matchPicture, remediesFor, whyFigure, type MatchLook, type MatchPicture } from './match-picture.ts';

const PART: MatchLook = { point: { throttle: 0.6, speedMs: 0, stateOfCharge: 0.8 }, schools: {} };
const FULL: MatchLook = { point: { throttle: 1, speedMs: 0, stateOfCharge: 1 }, schools: {} };
const pictureOf = (setup: unknown, look: MatchLook): MatchPicture => {
  const drawn = matchPicture(setup, look, 'quick');
  assert.ok(drawn.ok, JSON.stringify(drawn));
  return drawn.picture;
};

test('at part throttle thrust and its share of the weight are of one point, as the derivation has them', () => {
  for (const setup of [PLANE, JET, QUAD]) {
    const { answer, weightN } = pictureOf(setup, PART);
    const thrustToWeight = answer.points[0].thrustN / weightN;
    assert.ok(Math.abs(weightN - setup.craft.massKg * 9.80665) < 1e-12);
    const numbers = whyFigure(setup, PART, 'thrust-to-weight')?.numbers ?? '';
    assert.ok(Math.abs(workOut(numbers).ratio - 1) < 0.01, numbers);
    assert.ok(Math.abs(Number(numbers.split('=').at(-1)) / thrustToWeight - 1) < 0.006, numbers);
    assert.ok(answer.points[0].thrustN < 0.8 * pictureOf(setup, FULL).answer.points[0].thrustN);
  }
});

test('the worst case stands beside those of other setups, whatever throttle and charge are looked at', () => {
  for (const setup of [PLANE, JET, QUAD, BOAT]) {
    const listed = summaryOf(analysisOf(setup)).amps;
    assert.equal(pictureOf(setup, PART).worstA, listed);
    assert.equal(pictureOf(setup, FULL).worstA, listed);
    assert.ok(pictureOf(setup, PART).answer.points[0].batteryCurrentA < 0.8 * listed);
  }
});

test('a document that is not sound is refused with paths inside the setup; it has no derivation', () => {
  const drawn = matchPicture({ ...PLANE, battery: { ...PLANE.battery, series: 0 } }, FULL, 'quick');
  assert.ok(!drawn.ok && drawn.errors.some((e) => e.path === 'battery.series'), JSON.stringify(drawn));
  assert.equal(whyFigure({ ...PLANE, battery: null }, FULL, 'power'), null);
  assert.equal(whyFigure(PLANE, FULL, 'no-such-figure'), null);
  assert.equal(whyFigure(PLANE, FULL, 'constructor'), null);
});

test('the deeper, the more: bands and a chart, then what puts failing checks right', () => {
  const failing = { ...PLANE, esc: { ...PLANE.esc, continuousA: 20, burstA: 25 } };
  const [quick, banded, full] = (['quick', 'banded', 'full'] as const).map((depth) => {
    const drawn = matchPicture(failing, FULL, depth);
    assert.ok(drawn.ok);
    return drawn.picture;
  });
  assert.deepEqual([quick.chart, quick.answer.points[0].band], [null, null]);
  assert.ok(banded.chart && banded.answer.points[0].band);
  const offers = (p: MatchPicture): number | undefined => p.answer.putRight?.length;
  assert.deepEqual([offers(quick), offers(banded)], [undefined, undefined]);
  assert.ok((offers(full) ?? 0) > 0);
  // single changes are worked out for the finding that is opened
  assert.ok(remediesFor(failing, FULL, 'esc-current').length > 0);
  assert.deepEqual(remediesFor(failing, FULL, 'tip-mach'), []);
  assert.deepEqual(remediesFor({}, FULL, 'esc-current'), []);
});
