/** `npm run snapshot -- motor-models` writes docs/motor-under-load.md: how the motor under load was chosen, with its tables. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { LOADED_RESISTANCE } from '../../src/lib/core/parts/motor/under-load.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';
import { benchRows, classOf } from '../../tests/helpers/bench-rows.ts';
import { compareMotorModels, factorForRow } from '../tools/motor-models.ts';
import { sixStep } from '../../tests/helpers/six-step.ts';

const percent = (v: number, digits = 1): string => `${(100 * v).toFixed(digits)} %`;
const scores = compareMotorModels();
const rows = benchRows();
const { outrunner, inrunner } = LOADED_RESISTANCE;
const out: string[] = [
  '# The motor under load',
  '',
  'Made by `npm run snapshot -- motor-models`; a test compares it. Entered as on its label, a common outrunner turned at 82 to 91 % of',
  'KV × volts at full throttle; real ones turn at 65 to 80 %. A label’s resistance, or one measured between two leads, is the',
  'terminal resistance at rest: under load the speed falls further per ampere, and more becomes heat.',
  '',
  '## What was compared',
  '',
  'Nine full-throttle readings of propeller motors, typical of their class (`tests/reference/data/bench-rows.ndjson`: from',
  'memory of many tables and stands, current known to about 8 %, thrust to about 10 %). Each model’s constants were fitted to',
  'current and thrust by a general least-squares package; then again with one class of motor left out, which was predicted.',
  'Winding at 60 °C in all of them; propellers as the product has them.',
  '',
  '| model | constants | rms current | rms thrust | left out: current | thrust |',
  '| --- | --- | ---: | ---: | ---: | ---: |',
  ...scores.map(
    (s) =>
      `| ${s.model.id}: ${s.model.title} | ${s.constants.map((c) => c.toPrecision(3)).join(', ') || '—'} | ${percent(s.inside[0])} | ${percent(s.inside[1])} | ${percent(s.leftOut[0])} | ${percent(s.leftOut[1])} |`
  ),
  '',
  'One factor is as good as anything on these rows, alone or with 10 mΩ for leads, bullets and switches. Rows of further classes',
  '(`tests/reference/data/class-rows.ndjson`) tell the rpm too: there motors of 14 to 35 mΩ turn slower than a factor alone says and',
  'those of 140 to 170 mΩ faster; with the blades refitted to all rows the sum of squares falls from 127 to 117 for e10 (run once).',
  `Taken: **${outrunner.factor} and ${(1000 * outrunner.addedOhm).toFixed(0)} mΩ** for outrunners, at the winding’s temperature. A lossless reactance alone does three times worse: the thrust at`,
  'equal current is then too high, since it takes speed without taking power.',
  '',
  'The blades of some classes were fitted to the same rows. With the blade families refitted too, each time without the class',
  'that is predicted (run once with scipy, before the 10 mΩ), the factor came out between 2.43 and 2.56 and the errors left out at 7.9 % in current',
  'and 11.6 % in thrust.',
  '',
  '## Row by row',
  '',
  'Factor on the hot label resistance that meets the row’s current, all else as the product has it, and the prediction with its',
  '10 to 90 % band. A reading that is 8 % off moves this factor by about 18 %: the scatter says no more than that.',
  '',
  '| row | class | label | factor asked | current | predicted | band | thrust | predicted | band |',
  '| --- | --- | ---: | ---: | ---: | ---: | --- | ---: | ---: | --- |',
  ...rows.map((row) => {
    const p = predict({ ...row.request, checks: false }).points[0];
    const band = (b: readonly [number, number] | undefined, read: number): string =>
      b ? `${b[0].toFixed(1)} to ${b[1].toFixed(1)}${read >= b[0] && read <= b[1] ? '' : ', outside'}` : '';
    const { batteryCurrentA: amps, thrustN } = row.reading;
    return `| ${row.id} ${row.what} | ${classOf(row)} | ${(1000 * (row.request.setup.motor.resistanceOhm as number)).toFixed(0)} mΩ | ${factorForRow(row).toFixed(2)} | ${amps} A | ${p.batteryCurrentA.toFixed(1)} A | ${band(p.band?.batteryCurrentA, amps)} | ${thrustN.toFixed(1)} N | ${p.thrustN.toFixed(1)} N | ${band(p.band?.thrustN, thrustN)} |`;
  }),
  '',
  'Row B16 lies outside in thrust, and no motor could put it inside: 26 N from a 15-inch disc takes at least 253 W (momentum',
  'theory), and the row’s 344 W would have to pass motor, ESC and blades at 74 %.',
  '',
  '## Inrunners',
  '',
  `Motors of six poles and fewer get **${inrunner.factor}**: the two fan rows ask for ${rows
    .filter((row) => row.request.setup.propulsor.kind === 'ducted-fan')
    .map((row) => factorForRow(row).toFixed(2))
    .join(
      ' and '
    )} with the fan as the product has it, and fans are known to turn at 85 to 90 % of KV × volts`,
  '(common practice, no source). Two rows decide little: the spread is wider.',
  '',
  '## What it is: regulation and heat',
  '',
  'A simulation in the time domain (`tests/helpers/six-step.ts`: three phases, sinusoidal EMF, six-step drive, ideal switches and',
  'diodes; own test code) of a 1750 KV, 55 mΩ, 14-pole motor at 24 V, held at 72.5 % of KV × volts, where the resistance alone',
  'lets 112 A through:',
  '',
  '| inductance | advance | current | factor that looks like | shaft/supply | copper over that of a steady current |',
  '| ---: | ---: | ---: | ---: | ---: | ---: |',
  ...[6, 10, 16].flatMap((uH) =>
    [0, 15, 30].map((advanceDeg) => {
      const run = sixStep({
        volts: 24,
        kvRpmPerVolt: 1750,
        lineOhm: 0.055,
        lineHenry: uH * 1e-6,
        polePairs: 7,
        rpm: 0.725 * 42000,
        advanceDeg
      });
      return `| ${uH} µH | ${advanceDeg}° | ${run.amps.toFixed(0)} A | ${(run.ampsByResistance / run.amps).toFixed(1)} | ${percent(run.shaftW / run.supplyW, 0)} | ${run.formFactor.toFixed(2)} × |`;
    })
  ),
  '',
  'So commutation alone takes the speed down as far as the rows ask, at the inductances such motors have, and peaked currents',
  'heat the copper by a third to a half more. In the simulation much of the drop is lossless; in the rows it is not: at the',
  'current that was read, the thrust asks for a torque of k (I − I0) and no more. What the simulation lacks (eddies in copper,',
  'teeth and magnets, saturation, hysteresis under load) must eat the rest. The product therefore counts the whole drop as loss.',
  'Two thirds of it is taken to warm the winding, the rest iron and magnets (`windingHeatShare`).',
  '',
  'At part throttle the chopped current’s ripple heats what resists more under load than at rest (`rippleConductanceS`); it dies',
  'out at full throttle, and with a given factor of 1 there is none. It goes with 1/L², and L is an unknown: 3e-4 s × R between two',
  'leads (windings of 22 mm stators have 3e-4 to 4e-4 s, from memory), a factor of 1.6 either way, in the band, the sensitivity and',
  'the calibration of whatever was read at part throttle.',
  '',
  'Whether the drop under load is all loss is open: a row of a dynamometer with torque beside amps and rpm would settle it. Nothing is',
  'refitted for it.',
  '',
  '## In a document',
  '',
  '`motor.resistanceOhm` is the terminal resistance at rest. `motor.loadedResistanceFactor` replaces the model: 1 means that the',
  'given resistance is all there is. `motor.lineInductanceH` is used for the ripple; `motor.timingDeg` is kept and not used, since',
  'no row tells what it does. A calibration fits the product of resistance and factor (`motorResistance`).',
  '',
  '## How surely',
  '',
  `What remains between motors of one build with a measured resistance is taken as ±${(128 * outrunner.relativeSd).toFixed(0)} % (inrunners ±${(128 * inrunner.relativeSd).toFixed(0)} %), and a label’s resistance as ±19 %:`,
  'together ±22 %, about what the factors asked above scatter by. Whether makers’ labels or motors scatter, the rows cannot tell;',
  'a logged full-throttle run settles both.',
  ''
];
const file = join(process.cwd(), 'docs', 'motor-under-load.md');
const text = out.join('\n');
// --check: compares instead of writing
if (!process.argv.includes('--check')) writeFileSync(file, text);
else if (readFileSync(file, 'utf8') !== text) {
  console.log('docs/motor-under-load.md is not what npm run snapshot -- motor-models makes');
  process.exitCode = 1;
}
