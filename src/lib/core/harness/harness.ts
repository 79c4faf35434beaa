import type { SetupDocument } from '../document/schema.ts';
import { escBoardsOf } from '../model/all-up-mass.ts';
import { plugsOf } from '../model/plugs.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { show, showUnit } from '../units/show.ts';
import { capacitorFor, type CapacitorAdvice } from '../model/capacitor.ts';
import { jointsOf, type Joint } from './joints.ts';
import { motorPlacesOf, type MotorPlace } from './motors.ts';
import { segmentsOf, type Segment } from './segments.ts';

/** What a wiring rule is about. */
interface WiringNote {
  readonly id: 'direction' | 'packs' | 'distribution' | 'esc-kind' | 'fuse' | 'arming';
  readonly title: string;
  readonly text: string;
}

/** The whole wiring of a setup. */
export interface Harness {
  readonly segments: readonly Segment[];
  readonly joints: readonly Joint[];
  readonly capacitor: CapacitorAdvice;
  readonly motors: readonly MotorPlace[];
  /** Separate packs that the one of the document is made of. */
  readonly packs: { readonly series: number; readonly parallel: number; readonly cellsEach: number };
  readonly notes: readonly WiringNote[];
}

/** Stored energy from which an arming plug is worth its joint, W h; and cells from which the spark eats plugs. Common practice, no source. */
const ARMING_WH = 100;
const SPARK_CELLS = 6;
/** Fuse over the worst-case current: one that blows at the first full throttle is worse than none. Common practice, no source. */
const FUSE_RATIO = 1.5;
const FUSES_A = [20, 25, 30, 40, 50, 60, 80, 100, 125, 150, 200, 250, 300] as const;

/** How the packs of a document are joined. A number that does not divide the cells counts as one. */
function packsOf({ battery: b }: SetupDocument): Harness['packs'] {
  const given = b.packsInSeries ?? 1;
  const series = b.series % given === 0 ? given : 1;
  return { series, parallel: b.packsInParallel ?? 1, cellsEach: b.series / series };
}

/** Fuse of the main lead where one is of use: the next size above one and a half times the worst case, A. */
export const fuseFor = (worstA: number): number =>
  FUSES_A.find((f) => f >= FUSE_RATIO * worstA) ?? FUSES_A[FUSES_A.length - 1];

const packRules = ({ series, parallel, cellsEach }: Harness['packs'], cell: string): string =>
  [
    series > 1
      ? `${series} packs of ${cellsEach} cells one after the other: the volts add, the amps and amp hours stay. Plus of one to minus of the next, once; the two ends that are left feed the craft.`
      : '',
    parallel > 1
      ? `${parallel} packs side by side: the amps and amp hours add, the volts stay. Only packs of one kind, cell count and age, and only when their cells are within ${cell} of each other: a fuller one pushes a harmful current into an emptier one the moment they touch.`
      : '',
    'All of one make, capacity and age, bought and charged together, charged each by itself or by a board made for it.'
  ]
    .filter(Boolean)
    .join(' ');

function notesOf(s: SetupAnalysis, segments: readonly Segment[], packs: Harness['packs']): WiringNote[] {
  const { setup } = s;
  const n = s.powertrain.count;
  const amps = s.worst.batteryCurrentA;
  const rotors = s.kind === 'multirotor';
  const boat = s.kind === 'boat';
  const notes: WiringNote[] = [];
  notes.push({
    id: 'direction',
    title: 'which way it turns',
    text: `Three leads go from ESC to motor, in any order. If ${n > 1 ? 'a motor' : 'it'} turns the wrong way, swap any two of them, or turn it in the ESC’s settings; try it without ${s.setup.propulsor.kind === 'propeller' ? 'propeller' : s.setup.propulsor.kind === 'ducted-fan' ? 'anything near the intake' : 'screw'}. Never swap plus and minus of the pack.${rotors ? ' Neighbours turn against each other, and each wants the propeller of its hand; a wrong one makes no lift or flips the craft.' : n > 1 ? ' A mirrored pair wants one propeller of each hand.' : ''}`
  });
  if (packs.series > 1 || packs.parallel > 1)
    notes.push({
      id: 'packs',
      title: 'packs together',
      text: packRules(packs, setup.battery.chemistry === 'nimh' ? '0.05 V' : '0.02 V')
    });
  if (n > 1) {
    const branch = segments.find((x) => x.id === 'branch');
    const oneBoard = escBoardsOf(setup) === 1;
    notes.push({
      id: 'distribution',
      title: `one pack, ${n} motors`,
      text: oneBoard
        ? `The ESC board takes the pack’s lead itself: its pads carry all ${n} motors together, ${showUnit(amps, 'A')}. One plug, and the capacitor straight on the pads.`
        : n === 2
          ? `A forked lead: from the pack gauge ${segments[0].awg}, each arm gauge ${branch?.awg ?? segments[0].awg}. Plus joins plus, minus joins minus, each joint soldered and covered by itself; arms of equal length.`
          : `A distribution board or a soldered star: it must carry ${showUnit(amps, 'A')} where the pack comes in and ${showUnit(branch?.currentA ?? 0, 'A')} at each of ${n} pads. Each branch as short as it can be; signal leads away from the motor leads.`
    });
    notes.push({
      id: 'esc-kind',
      title: 'single ESCs or one board',
      text:
        (setup.esc?.channels ?? 1) > 1
          ? `${escBoardsOf(setup) === 1 ? 'One board' : `${escBoardsOf(setup)} boards`} for ${setup.esc?.channels} motors${escBoardsOf(setup) === 1 ? '' : ' each'}: lighter, less to solder, short leads; one burnt channel is a new board, and its heat sits in one place. Its rating counts for each motor, its pack leads carry all of them.`
          : n === 4
            ? 'Single ESCs: cooled in the arms, exchanged one at a time; a four-in-one board saves weight and solder and puts all the heat, and the risk, in one place.'
            : 'Single ESCs: cooled where they sit, exchanged one at a time. More than one of the ESCs’ own supplies on one receiver: lift the middle pin of all but one.'
    });
  }
  notes.push({
    id: 'fuse',
    title: 'fuse',
    text: boat
      ? `In a boat a fuse of ${fuseFor(amps)} A (1.5 × ${show(amps)} A) next to the pack’s plus saves pack and hull when weed stops the screw; it adds some milliohms.`
      : `None in the main lead of an aircraft: a fuse that blows in the air takes the motor${rotors ? 's, and with them the craft' : ''}${setup.receiverSupply?.kind === 'own-pack' ? '' : ', and the receiver with it'}. Camera, lights and video may each have a small one in their own lead.`
  });
  const wh = setup.battery.capacityAh * s.worst.openCircuitV;
  notes.push({
    id: 'arming',
    title: 'arming plug',
    text:
      wh > ARMING_WH || setup.battery.series >= SPARK_CELLS
        ? `${showUnit(wh, 'W h')} and ${showUnit(s.worst.openCircuitV, 'V')}: a plug in the plus lead that closes the circuit from outside, away from propeller and screw, lets everybody step back before it is live.${plugsOf(setup).pack?.softStart ? '' : ' A soft-start plug or a resistor of 5 to 10 Ω touched first keeps the spark from eating the contacts.'}`
        : 'Not needed for so small a pack: plug it in last, from the side, and step back.'
  });
  return notes;
}

/** Everything between pack and motors of a setup. */
export function harnessOf(s: SetupAnalysis): Harness {
  const segments = segmentsOf(s);
  const packs = packsOf(s.setup);
  return {
    segments,
    joints: jointsOf(s),
    capacitor: capacitorFor(s.setup),
    motors: motorPlacesOf(s.setup),
    packs,
    notes: notesOf(s, segments, packs)
  };
}
