/**
 * Operating points and propeller tables, against a plain solution and against what they cannot do without: of a point three looks
 * into the propeller table (one at the no-load end, two to converge quadratically) and one square root; of a table one look at
 * every blade section per node. Then whole predictions, as the screen asks them.
 */
import { bisect } from 'fmin/src/bisect.js';
import { matchPicture } from '../../src/lib/core/match/match-picture.ts';
import { air } from '../../src/lib/core/fluids/air.ts';
import { propulsorLoad, TIP_SPEEDS_MS, U_STEPS } from '../../src/lib/core/parts/propulsor/performance.ts';
import { bladeStations } from '../../src/lib/core/parts/propulsor/propeller/blade-element.ts';
import { resolveFamily } from '../../src/lib/core/parts/propulsor/propeller/blade-shape.ts';
import {
  sectionPolar,
  sectionState,
  setSection
} from '../../src/lib/core/parts/propulsor/propeller/section.ts';
import { propellerTable } from '../../src/lib/core/parts/propulsor/propeller/table.ts';
import { operatingPoint, solveOperatingPoint } from '../../src/lib/core/powertrain/operating-point.ts';
import { gain, perItem, rate, size, spread, tell, time, timesOf } from './figures.ts';
import { demoSetups } from './inputs.ts';
import { model, PACK_OHM, plainPointS, speed, throttle, volts } from './plain.ts';

const fluid = air(0, 15);
const point = operatingPoint();
const load = new Float64Array(2);
let sink = 0;

const ours = perItem(400000, (n) => {
  for (let k = 0; k < n; k++) {
    solveOperatingPoint(model, { openCircuitV: volts(k), packOhm: PACK_OHM }, throttle(k), speed(k), point);
    sink += point.thrustN;
  }
});
const plain = plainPointS();
const limit = perItem(400000, (n) => {
  for (let k = 0; k < n; k++) {
    for (let look = 0; look < 3; look++) {
      propulsorLoad(model.performance, 120 + look + 1e-5 * k, speed(k), model.diameterM, load);
      sink += load[1];
    }
    sink += Math.sqrt(k);
  }
});

const makeTable = (k: number): void => {
  const diameterM = 0.2 + 0.0007 * k;
  const table = propellerTable(
    { diameterM, pitchM: 0.5 * diameterM, blades: 2, family: resolveFamily('thin-electric', diameterM) },
    fluid
  );
  for (let r = 0; r < TIP_SPEEDS_MS.length; r++) sink += table.row(r)[10];
};
const table = perItem(40, (n) => {
  for (let k = 0; k < n; k++) makeTable(k);
});

const g = { diameterM: 0.254, pitchM: 0.127, blades: 2, family: resolveFamily('thin-electric', 0.254) };
const stations = bladeStations(g);
const section = sectionState();
const polar = new Float64Array(2);
const sections = TIP_SPEEDS_MS.length * (U_STEPS + 1) * stations.length;
const tableLimit = perItem(40, (n) => {
  for (let k = 0; k < n; k++)
    for (let at = 0; at < sections; at++) {
      setSection(section, 5e4 + at, 0.2, 0.3, 0.1, 0.012);
      sectionPolar(section, 0.1 + 1e-6 * at, polar);
      sink += polar[0];
    }
});
const tablePlain = perItem(4, (n) => {
  for (let k = 0; k < n; k++)
    for (let at = 0; at < sections; at++) {
      const s = stations[at % stations.length];
      setSection(section, 5e4 + at, 0.2, s.chordOverRadius, 0.1, 0.012);
      const residual = (phi: number): number => {
        const sin = Math.sin(phi);
        const cos = Math.cos(phi);
        sectionPolar(section, s.twist - phi, polar);
        const cn = polar[0] * cos - polar[1] * sin;
        const ct = polar[0] * sin + polar[1] * cos;
        const f =
          (4 / Math.PI ** 2) *
          Math.acos(Math.exp(s.tipExponent / sin)) *
          Math.acos(Math.exp(s.hubExponent / sin));
        const j = (at % 30) / 30;
        return (4 * f * sin * sin - s.solidity * cn) * 50 - 12 * j * (4 * f * sin * cos + s.solidity * ct);
      };
      sink += bisect(residual, 1e-6, Math.PI / 2, { tolerance: 1e-6, maxIterations: 100 });
    }
});

const setups = demoSetups();
const look = { point: { throttle: 1, speedMs: 0 }, schools: {} };
/** A figure that is another each time, so that nothing is remembered from the call before. */
const varied = (k: number) => {
  const setup = setups[k % setups.length];
  return { ...setup, battery: { ...setup.battery, capacityAh: setup.battery.capacityAh * (1 + 1e-6 * k) } };
};
const picture = (depth: 'quick' | 'banded' | 'full', calls: number): number[] =>
  timesOf(calls, (k) => {
    const made = matchPicture(varied(k), look, depth);
    if (!made.ok) throw new Error(`setup ${k % setups.length} is not sound`);
  });

if (!Number.isFinite(sink)) throw new Error('nothing was worked out');
tell([
  rate('core.points', 'operating points a second, cached table', 1 / ours, ''),
  gain('core.points.plain', '  times as quick as bisection from a general package', plain / ours, '×'),
  size('core.points.limit', '  times its lower limit', ours / limit, '×'),
  time('core.table', 'propeller table', 1000 * table, 'ms'),
  gain('core.table.plain', '  times as quick as bisection from a general package', tablePlain / table, '×'),
  size('core.table.limit', '  times its lower limit', table / tableLimit, '×'),
  ...spread('core.quick', 'a setup for the frame after an edit', picture('quick', 400)),
  ...spread('core.banded', 'a setup with bands and a chart', picture('banded', 60)),
  ...spread('core.full', 'a setup with what puts it right', picture('full', 30))
]);
