import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import { validateSetup } from '../../src/lib/core/document/validate.ts';
import { seededRandom } from '../../src/lib/core/numeric/random.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';
import { randomSetups } from './random-setup.ts';

/** Random setups with ratings near what they draw, so that every check is met and many fail. */
export function* failingSetups(seed: number): Generator<SetupDocument> {
  const next = randomSetups(seed);
  const random = seededRandom(seed + 1000);
  const near = (value: number): number =>
    Number((Math.max(value, 0.05) * (0.5 + 1.2 * random())).toPrecision(3));
  for (;;) {
    const setup = next();
    const [p] = predict({ setup, checks: false, bands: false }).points;
    const each = p.batteryCurrentA / (setup.count ?? 1);
    if (!(p.batteryCurrentA > 0.1 && p.batteryCurrentA < 2000)) continue;
    const continuousA = near(each);
    const rated: SetupDocument = {
      ...setup,
      craft: {
        ...setup.craft,
        targetSeconds: random() < 0.5 ? Math.round(60 + 900 * random()) : null,
        largestPropM:
          random() < 0.5 ? Number((setup.propulsor.diameterM * (0.8 + 0.6 * random())).toPrecision(3)) : null
      },
      battery: {
        ...setup.battery,
        continuousC: Number(Math.min(near(p.batteryCurrentA / setup.battery.capacityAh), 450).toPrecision(3))
      },
      wiring:
        random() < 0.5
          ? setup.wiring
          : {
              gaugeAwg: [8, 12, 14, 18, 22][Math.floor(5 * random())],
              leadLengthM: 0.2,
              connectorA: near(p.batteryCurrentA)
            },
      esc: {
        ...setup.esc,
        continuousA,
        burstA: random() < 0.5 ? Number((continuousA * 1.3).toPrecision(3)) : null,
        maxSeries: Math.min(60, Math.max(1, setup.battery.series + Math.floor(3 * random()) - 1))
      },
      motor: {
        ...setup.motor,
        maxCurrentA: near(p.motorCurrentA),
        maxPowerW: near(p.electricalPowerW / (setup.count ?? 1))
      }
    };
    if (!validateSetup(rated).ok) continue;
    const { checks } = predict({ setup: rated, remedies: false, bands: false });
    if (checks.some((c) => c.finding === 'over' || c.finding === 'tight')) yield rated;
  }
}
