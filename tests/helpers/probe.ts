/** Prints a digest of a wide set of answers of the core: two programs that print the same do the same, as far as this sees. */
import { createHash } from 'node:crypto';
import { chartOf, CHART_IDS } from '../../src/lib/core/charts/charts-of.ts';
import { glanceOf, summaryOf } from '../../src/lib/core/compare/glance.ts';
import { compareSetups } from '../../src/lib/core/compare/compare.ts';
import { targetsOf } from '../../src/lib/core/brief/targets.ts';
import { fitAround } from '../../src/lib/core/fit/fit-around.ts';
import { MARGINS } from '../../src/lib/core/document/schools.ts';
import { validateSetup } from '../../src/lib/core/document/validate.ts';
import { answerOf } from '../../src/lib/core/predict/predict.ts';
import { situationOf } from '../../src/lib/core/situation/situation.ts';
import { whyAll } from '../../src/lib/core/why/why-all.ts';
import { DEMO_CRAFTS, setupDocument } from '../../src/lib/server/demo/crafts.ts';
import { randomSetups } from './random-setup.ts';

const digest = createHash('sha256');
const take = (value: unknown): void => void digest.update(JSON.stringify(value) ?? 'nothing');

const demo = DEMO_CRAFTS.flatMap((craft) => craft.setups.map((setup) => setupDocument(craft, setup)));
const next = randomSetups(77);
const random = Array.from({ length: 24 }, next);
const schools = Object.fromEntries(
  Object.entries(MARGINS).map(([margin, m]) => [margin, m.schools[m.schools.length - 1].id])
);
for (const setup of [...demo, ...random]) {
  take(validateSetup(setup));
  const s = situationOf(setup, { bands: true });
  take(answerOf(s, { remedies: false }));
  take(whyAll(s));
  for (const id of CHART_IDS) take(chartOf(id, s));
  const other = situationOf(setup, {
    schools,
    windingC: 80,
    point: { throttle: 0.6, speedMs: 9, stateOfCharge: 0.5 }
  });
  take(answerOf(other, { remedies: false, mission: [{ seconds: 60, throttle: 0.7, speedMs: 5 }] }));
  take(
    answerOf(situationOf(setup, { point: { batteryVoltageV: 3.7 * setup.battery.series } }), {
      remedies: false
    })
  );
  take(targetsOf(setup, schools));
  take(glanceOf(summaryOf(s), []));
}
for (const setup of demo.slice(0, 6)) take(answerOf(situationOf(setup), {}).checks);
for (const setup of demo.slice(0, 8)) take(fitAround(setup, {}));
take(compareSetups(demo.slice(0, 3).map((d) => situationOf(d))));
console.log(digest.digest('hex'));
