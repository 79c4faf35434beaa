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
import type { CautionId } from './at-test.ts';
import type { CautionWords, SentenceId } from './content.ts';
import { isLithium, PACK_RULES, type PackRule } from './pack-rules.ts';

/** A sentence that belongs to an act, and what calls for it. It says what to do, with a verb. */
interface CautionBase {
  readonly act: Act;
  readonly severity: Severity;
  readonly applies: (s: SetupAnalysis) => boolean;
  /** Words for the places of the sentence; figures are those of the setup. */
  readonly words?: (s: SetupAnalysis) => CautionWords;
}
/** Its sentence stands in `content/`: under its id, or where it says. */
type CautionRule = CautionBase &
  (
    | { readonly id: SentenceId; readonly says?: undefined }
    | { readonly id: string; readonly says: (s: SetupAnalysis) => SentenceId }
  );

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
  id: CautionId,
  act: Act,
  severity: Severity,
  applies: (s: SetupAnalysis) => boolean
): CautionRule => ({ id, act, severity, applies });

/** A rule of the pack as one of the setup that it is in. */
const ofSetup = (rule: PackRule): CautionRule => ({
  ...rule,
  applies: (s) => rule.applies(s.setup.battery),
  words: (s) => rule.words?.(s.setup.battery) ?? {}
});

/** Every caution, by the act it belongs to and the worst first. A table of data. */
export const RULES: readonly CautionRule[] = [
  {
    id: 'polarity',
    act: 'wire',
    severity: 'danger',
    applies: always,
    words: (s) => ({ cells: s.setup.battery.series })
  },
  {
    id: 'solder-live',
    act: 'wire',
    severity: 'danger',
    applies: always
  },
  {
    id: 'shock',
    act: 'wire',
    severity: 'danger',
    applies: (s) => s.worst.openCircuitV > SHOCK_V,
    words: (s) => ({ volts: showUnit(s.worst.openCircuitV, 'V') })
  },
  {
    id: 'supply-loop',
    act: 'wire',
    severity: 'care',
    applies: (s) => s.setup.receiverSupply != null && escSupplyOf(s.setup.esc) !== 'has-not'
  },
  ...PACK_RULES.filter((rule) => rule.act === 'charge').map(ofSetup),
  {
    id: 'over-limit',
    act: 'power',
    severity: 'danger',
    applies: (s) => overRating(s),
    says: (s) => (breaksAtOnce(s) ? 'over-limit-at-once' : 'over-limit-at-full')
  },
  ruleAtTest('props-off', 'power', 'danger', propeller),
  ruleAtTest('screw-off', 'power', 'care', screw),
  {
    id: 'limited-first',
    act: 'power',
    severity: 'care',
    applies: (s) => s.setup.battery.series >= 3 || rotors(s)
  },
  ruleAtTest('pack-plug', 'power', 'danger', always),
  {
    id: 'failsafe',
    act: 'power',
    severity: 'danger',
    applies: always,
    words: (s) => ({ propulsors: screw(s) ? 'the screw' : 'the propellers' })
  },
  {
    id: 'no-label',
    act: 'power',
    severity: 'care',
    applies: (s) => s.setup.motor.maxCurrentA == null && s.setup.motor.maxPowerW == null
  },
  ruleAtTest('restrain', 'run', 'danger', always),
  ruleAtTest('out-of-plane', 'run', 'danger', propeller),
  {
    id: 'large-propeller',
    act: 'run',
    severity: 'danger',
    applies: (s) => propeller(s) && s.setup.propulsor.diameterM >= LARGE_M,
    words: (s) => ({ inches: inInches(s.setup.propulsor.diameterM), rpm: showUnit(s.worst.rpm, 'rpm', 2) })
  },
  {
    id: 'tip-speed',
    act: 'run',
    severity: 'care',
    applies: (s) => tipMs(s) > TIP_MS,
    words: (s) => ({ speed: showUnit(tipMs(s), 'm/s', 2) })
  },
  {
    id: 'fan-suction',
    act: 'run',
    severity: 'care',
    applies: fan
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
    words: (s) => ({ warmth: showUnit(s.heatCourse?.hottestCaseC ?? 0, '°C', 2) })
  },
  ruleAtTest('makers', 'run', 'mind', always),
  ruleAtTest('open-field', 'out', 'danger', flies),
  ruleAtTest('no-bystanders', 'out', 'danger', boat),
  {
    id: 'fast-hull',
    act: 'out',
    severity: 'danger',
    applies: (s) => boat(s) && fast(s) > HULL_MS,
    words: (s) => ({ speed: showUnit(3.6 * fast(s), 'km/h', 2) })
  },
  {
    id: 'hand-launch',
    act: 'out',
    severity: 'danger',
    applies: (s) => s.setup.craft.purpose === 'hand-launch'
  },
  {
    id: 'law',
    act: 'out',
    severity: 'mind',
    applies: always,
    words: (s) => ({ weight: flies(s) ? ` for a craft of ${showUnit(s.setup.craft.massKg, 'kg', 2)}` : '' })
  },
  ruleAtTest('cell-floor', 'out', 'danger', (s) => isLithium(s.setup.battery)),
  {
    id: 'timer',
    act: 'out',
    severity: 'mind',
    applies: (s) => (s.lasting('mixed')?.seconds ?? 0) > 0,
    words: (s) => ({ time: showMinutes(s.lasting('mixed')?.seconds ?? 0) })
  },
  {
    id: 'wet',
    act: 'out',
    severity: 'care',
    applies: boat,
    words: (s) => ({
      salt:
        s.setup.environment?.water === 'salt'
          ? '; salt water goes on eating contacts until they are rinsed with fresh'
          : ''
    })
  },
  {
    id: 'cold-water',
    act: 'out',
    severity: 'danger',
    applies: (s) => boat(s) || s.setup.craft.purpose === 'floatplane'
  },
  ...PACK_RULES.filter((rule) => rule.act === 'carry').map(ofSetup),
  {
    id: 'unplug',
    act: 'carry',
    severity: 'danger',
    applies: always
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
