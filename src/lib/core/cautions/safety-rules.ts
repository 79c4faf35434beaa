import { escSupplyOf } from '../model/receiver-feed.ts';
import { isOver } from '../checks/check.ts';
import { escCells } from '../checks/esc-cells.ts';
import { escChemistry } from '../checks/esc-chemistry.ts';
import { escCurrent } from '../checks/esc-current.ts';
import { escVoltage } from '../checks/esc-voltage.ts';
import { motorCurrent } from '../checks/motor-current.ts';
import { motorPower } from '../checks/motor-power.ts';
import { packCurrent } from '../checks/pack-current.ts';
import { railVoltage } from '../checks/rail-voltage.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { inInches, showMinutes, showUnit } from '../units/show.ts';
import type { Act, Severity } from './acts.ts';
import { CAUTIONS as AT_TEST } from './at-test.ts';
import { isLithium, PACK_RULES, type PackRule } from './pack-rules.ts';

/** A sentence that belongs to an act, and what calls for it. */
interface CautionRule {
  readonly id: string;
  readonly act: Act;
  readonly severity: Severity;
  readonly applies: (s: SetupAnalysis) => boolean;
  /** What to do, with a verb; figures are those of the setup. */
  readonly text: (s: SetupAnalysis) => string;
}

const always = (): boolean => true;
const rotors = (s: SetupAnalysis): boolean => s.kind === 'multirotor';
const boat = (s: SetupAnalysis): boolean => s.kind === 'boat';
const propeller = (s: SetupAnalysis): boolean => s.setup.propulsor.kind === 'propeller';
const fan = (s: SetupAnalysis): boolean => s.setup.propulsor.kind === 'ducted-fan';
const screw = (s: SetupAnalysis): boolean => !propeller(s) && !fan(s);
const flies = (s: SetupAnalysis): boolean => !boat(s);
const tipMs = (s: SetupAnalysis): number => (Math.PI * s.setup.propulsor.diameterM * s.worst.rpm) / 60;
const fast = (s: SetupAnalysis): number =>
  s.boat?.topSpeedMs ?? s.level?.topSpeedMs ?? s.forward?.topSpeedMs ?? 0;

/** Volts from which direct current can hurt through dry skin: the limit of extra-low voltage, IEC 60364-4-41 gives 60 V DC for dry places, lower where wet. */
const SHOCK_V = 30;
/** Diameter from which a propeller cuts to the bone whatever turns it, and tip speed from which a broken blade flies through a door, m and m/s. Common practice, no source. */
const LARGE_M = 0.2;
const TIP_MS = 150;
/** Speed at which a hull harms a swimmer, m/s. Common practice, no source. */
const HULL_MS = 5;
/** Temperature of a case that burns the skin within a second, °C: EN ISO 13732-1 gives 65 to 70 for bare metal. */
const BURNS_C = 65;

const ruleAtTest = (
  id: keyof typeof AT_TEST,
  act: Act,
  severity: Severity,
  applies: (s: SetupAnalysis) => boolean
): CautionRule => ({ id, act, severity, applies, text: () => AT_TEST[id] });

/** A rule of the pack as one of the setup that it is in. */
const ofSetup = (rule: PackRule): CautionRule => ({
  ...rule,
  applies: (s) => rule.applies(s.setup.battery),
  text: (s) => rule.text(s.setup.battery)
});

/** Every caution, by the act it belongs to and the worst first. A table of data. */
export const RULES: readonly CautionRule[] = [
  {
    id: 'polarity',
    act: 'wire',
    severity: 'danger',
    applies: always,
    text: (s) =>
      `Check plus and minus with a meter at every plug before the pack meets the ESC: ${s.setup.battery.series}S the wrong way round burns it at once.`
  },
  {
    id: 'solder-live',
    act: 'wire',
    severity: 'danger',
    applies: always,
    text: () =>
      'Solder one lead of a pack at a time and keep the other covered; never cut both leads with one snip.'
  },
  {
    id: 'shock',
    act: 'wire',
    severity: 'danger',
    applies: (s) => s.worst.openCircuitV > SHOCK_V,
    text: (s) =>
      `${showUnit(s.worst.openCircuitV, 'V')} can hurt through wet hands and strikes an arc: cover every live end, and wear no ring or watch.`
  },
  {
    id: 'supply-loop',
    act: 'wire',
    severity: 'care',
    applies: (s) => s.setup.receiverSupply != null && escSupplyOf(s.setup.esc) !== 'has-not',
    text: () =>
      'Lift the middle pin out of the plug of the ESC’s lead and insulate it before the other supply is plugged in.'
  },
  ...PACK_RULES.filter((rule) => rule.act === 'charge').map(ofSetup),
  {
    id: 'over-limit',
    act: 'power',
    severity: 'danger',
    applies: (s) => overRating(s),
    text: (s) =>
      breaksAtOnce(s)
        ? 'Do not power it up as it is: something is over its limit. Put it right first; the findings say what.'
        : 'Do not run it at full throttle as it is: something is over its limit there. Put it right first, or go no further than the staged test says; the findings say what.'
  },
  ruleAtTest('props-off', 'power', 'danger', propeller),
  ruleAtTest('screw-off', 'power', 'care', screw),
  {
    id: 'limited-first',
    act: 'power',
    severity: 'care',
    applies: (s) => s.setup.battery.series >= 3 || rotors(s),
    text: () =>
      'Give it its first power through a supply that limits the current, or a lamp in the plus lead: a short then glows instead of burning.'
  },
  ruleAtTest('pack-plug', 'power', 'danger', always),
  {
    id: 'failsafe',
    act: 'power',
    severity: 'danger',
    applies: always,
    text: (s) =>
      `Switch the transmitter off with ${screw(s) ? 'the screw' : 'the propellers'} off and see that the motor stops: the failsafe must close the throttle.`
  },
  {
    id: 'no-label',
    act: 'power',
    severity: 'care',
    applies: (s) => s.setup.motor.maxCurrentA == null && s.setup.motor.maxPowerW == null,
    text: () =>
      'The motor’s limits are estimated from its weight: begin with a small propulsor or few cells, and feel it after ten seconds.'
  },
  ruleAtTest('restrain', 'run', 'danger', always),
  ruleAtTest('out-of-plane', 'run', 'danger', propeller),
  {
    id: 'large-propeller',
    act: 'run',
    severity: 'danger',
    applies: (s) => propeller(s) && s.setup.propulsor.diameterM >= LARGE_M,
    text: (s) =>
      `${inInches(s.setup.propulsor.diameterM)} in at ${showUnit(s.worst.rpm, 'rpm', 2)} cuts to the bone: nobody reaches past it while a pack is in, not even at idle.`
  },
  {
    id: 'tip-speed',
    act: 'run',
    severity: 'care',
    applies: (s) => tipMs(s) > TIP_MS,
    text: (s) =>
      `The tips pass ${showUnit(tipMs(s), 'm/s', 2)}: throw away anything nicked, keep to the maker’s highest rpm, and stand well behind.`
  },
  {
    id: 'fan-suction',
    act: 'run',
    severity: 'care',
    applies: fan,
    text: () =>
      'Keep cords, sleeves, hair and gravel away from the intake: a fan draws them in, and throws stones out behind.'
  },
  ruleAtTest('another-room', 'run', 'danger', (s) => rotors(s) && s.worst.thrustN > 60),
  ruleAtTest('eyes', 'run', 'danger', always),
  ruleAtTest('screw-clear', 'run', 'danger', screw),
  ruleAtTest('short-runs', 'run', 'mind', (s) => (s.heat?.windingC ?? 0) > BURNS_C),
  ruleAtTest('too-hot', 'run', 'danger', always),
  {
    id: 'hot-motor',
    act: 'run',
    severity: 'care',
    applies: (s) => (s.heatCourse?.hottestCaseC ?? 0) > BURNS_C,
    text: (s) =>
      `The motor’s case may reach ${showUnit(s.heatCourse?.hottestCaseC ?? 0, '°C', 2)}: touch it with the back of a finger first.`
  },
  ruleAtTest('makers', 'run', 'mind', always),
  ruleAtTest('open-field', 'out', 'danger', flies),
  ruleAtTest('no-bystanders', 'out', 'danger', boat),
  {
    id: 'fast-hull',
    act: 'out',
    severity: 'danger',
    applies: (s) => boat(s) && fast(s) > HULL_MS,
    text: (s) =>
      `At ${showUnit(3.6 * fast(s), 'km/h', 2)} the hull harms whoever is in the water: run only where nobody swims and nobody may come, with a cut-off that works.`
  },
  {
    id: 'hand-launch',
    act: 'out',
    severity: 'danger',
    applies: (s) => s.setup.craft.purpose === 'hand-launch',
    text: () => 'Throw first and open the throttle after, with the arm behind and below the propeller.'
  },
  {
    id: 'law',
    act: 'out',
    severity: 'mind',
    applies: always,
    text: (s) =>
      `Know the law, the insurance and the club’s rules of the place${flies(s) ? ` for a craft of ${showUnit(s.setup.craft.massKg, 'kg', 2)}` : ''}; let an experienced pilot see it before its first time. A prediction is no permission.`
  },
  ruleAtTest('cell-floor', 'out', 'danger', (s) => isLithium(s.setup.battery)),
  {
    id: 'timer',
    act: 'out',
    severity: 'mind',
    applies: (s) => (s.lasting('mixed')?.seconds ?? 0) > 0,
    text: (s) =>
      `Begin with two minutes or less, and never trust the predicted ${showMinutes(s.lasting('mixed')?.seconds ?? 0)} before what is put back into the pack has borne it out.`
  },
  {
    id: 'wet',
    act: 'out',
    severity: 'care',
    applies: boat,
    text: (s) =>
      `Keep the pack dry and strapped; after a dip unplug it, dry everything and watch the pack from afar for an hour${s.setup.environment?.water === 'salt' ? '; salt water goes on eating contacts until they are rinsed with fresh' : ''}.`
  },
  {
    id: 'cold-water',
    act: 'out',
    severity: 'danger',
    applies: (s) => boat(s) || s.setup.craft.purpose === 'floatplane',
    text: () => 'Never swim after a stranded craft; fetch it with a boat, a line and somebody who watches.'
  },
  ...PACK_RULES.filter((rule) => rule.act === 'carry').map(ofSetup),
  {
    id: 'unplug',
    act: 'carry',
    severity: 'danger',
    applies: always,
    text: () =>
      'Unplug the pack before the craft is lifted, worked on or put into a car; a switch in the transmitter is none.'
  }
];

/** Checks that break something as soon as the pack is plugged in. */
const AT_ONCE = [escCells, escVoltage, escChemistry, railVoltage];
/** And at the first full throttle. */
const AT_FULL = [packCurrent, escCurrent, motorCurrent, motorPower];

/** Whether something breaks as soon as it has power. */
const breaksAtOnce = (s: SetupAnalysis): boolean => AT_ONCE.some((check) => isOver(check.judge(s)));

/** Whether something that would break is over its limit. */
const overRating = (s: SetupAnalysis): boolean =>
  breaksAtOnce(s) || AT_FULL.some((check) => isOver(check.judge(s)));
