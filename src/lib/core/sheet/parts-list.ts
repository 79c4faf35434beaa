import { isDrivePart } from '../registry/parts.ts';
import { connectorOf, motorJointOf } from '../standard-sizes/connectors.ts';
import type { Harness } from '../harness/harness.ts';
import { shopWords } from '../alternatives/shop-words.ts';
import { escBoardsOf } from '../model/all-up-mass.ts';
import { receiverFeedOf } from '../model/receiver-feed.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { isMadeOfFigures } from '../shorthand/part-name.ts';
import { show, showUnit } from '../units/show.ts';

/** What the shelf says of a part: whether it is owned, and what one cost. */
export interface Shelved {
  readonly kind: string;
  readonly name: string;
  readonly owned: boolean;
  readonly price: number | null;
}

/** A line of the list of parts. */
interface SheetPart {
  readonly id: string;
  /** "pack", "ESC", "motor" … */
  readonly title: string;
  readonly name: string;
  /** What it is in the trade's words. */
  readonly says: string;
  readonly count: number;
  readonly state: 'owned' | 'to buy' | 'not on the shelf';
  /** Of one, in the user's own money; null where none was given. */
  readonly price: number | null;
}

/** What is to be had, with its sum. */
export interface PartsList {
  readonly parts: readonly SheetPart[];
  /** Of what is to be bought and has a price; null where none has. */
  readonly toBuy: number | null;
  /** Whether a part that is to be bought has no price. */
  readonly unpriced: boolean;
  /** What stands behind a price; empty where none was chosen. */
  readonly currency: string;
}

/** How many propulsors turn which way, where both hands are wanted. */
function handsOf({ motors }: Harness): string {
  const right = motors.filter((m) => m.turns === 'clockwise').length;
  return right === 0 || right === motors.length
    ? ''
    : `, ${right} clockwise and ${motors.length - right} anticlockwise`;
}

/** The parts of a setup with what the shelf knows of them; leads, plugs and capacitor of its wiring behind them. */
export function partsListOf(
  s: SetupAnalysis,
  h: Harness,
  shelf: readonly Shelved[],
  currency: string
): PartsList {
  const { setup } = s;
  const n = s.powertrain.count;
  const parts: SheetPart[] = [];
  const add = (
    id: string,
    kind: string,
    title: string,
    name: string | undefined,
    says: string,
    count: number
  ): void => {
    const found = name === undefined ? undefined : shelf.find((p) => p.kind === kind && p.name === name);
    // a size is said once: by the name, or beside it
    const said = name === undefined || !isDrivePart(kind) || !isMadeOfFigures(kind, name) ? (name ?? '') : '';
    parts.push({
      id,
      title,
      name: said,
      says,
      count,
      state: found ? (found.owned ? 'owned' : 'to buy') : 'not on the shelf',
      price: found?.price ?? null
    });
  };
  add('battery', 'battery', 'pack', setup.battery.name, shopWords('battery', setup), 1);
  if (setup.esc) add('esc', 'esc', 'ESC', setup.esc.name, shopWords('esc', setup), escBoardsOf(setup));
  add('motor', 'motor', 'motor', setup.motor.name, shopWords('motor', setup), n);
  const p = setup.propulsor;
  add(
    'propulsor',
    'propulsor',
    p.kind === 'propeller' ? 'propeller' : p.kind === 'ducted-fan' ? 'fan' : 'screw',
    p.name,
    `${shopWords('propulsor', setup)}${handsOf(h)}`,
    n
  );
  const feed = receiverFeedOf(setup);
  if (setup.receiverSupply)
    add(
      'receiver-supply',
      'receiver-supply',
      feed.source === 'own-pack' ? 'receiver pack' : 'receiver supply',
      setup.receiverSupply.name,
      `${showUnit(feed.outputV, 'V', 2)}${feed.continuousA === null ? '' : `, ${showUnit(feed.continuousA, 'A', 2)}`}`,
      1
    );
  for (const x of h.segments.filter((segment) => segment.id !== 'receiver-lead'))
    parts.push({
      id: x.id,
      title: 'lead',
      name: '',
      says: `gauge ${x.awg}, ${show((x.id === 'motor-lead' ? 3 : 2) * x.count * x.lengthM, 2)} m in all: ${x.title}`,
      count: 1,
      state: 'not on the shelf',
      price: null
    });
  const plug = h.joints.find((j) => j.id === 'pack-plug');
  if (plug)
    parts.push({
      id: 'plug',
      title: 'plug',
      name: '',
      says: `${connectorOf(setup.battery.connector)?.title ?? plug.suggested}, a pair`,
      count: 1,
      state: 'not on the shelf',
      price: null
    });
  const joint = h.joints.find((j) => j.id === 'motor-joint');
  if (joint)
    parts.push({
      id: 'bullets',
      title: 'motor joints',
      name: '',
      says: `${motorJointOf(setup.motor.connector)?.title ?? joint.fitted ?? joint.suggested}, three pairs${n > 1 ? ' each' : ''}`,
      count: n,
      state: 'not on the shelf',
      price: null
    });
  if (h.capacitor.wantedF !== null)
    parts.push({
      id: 'capacitor',
      title: 'capacitor',
      name: '',
      says: `${Math.round(h.capacitor.wantedF * 1e6)} µF, low ESR, ${h.capacitor.ratingV} V`,
      count: 1,
      state: h.capacitor.does ? 'owned' : 'to buy',
      price: null
    });
  const bought = parts.filter((part) => part.state === 'to buy');
  const priced = bought.filter((part) => part.price !== null);
  return {
    parts,
    toBuy:
      priced.length === 0 ? null : priced.reduce((sum, part) => sum + (part.price as number) * part.count, 0),
    unpriced: priced.length < bought.length,
    currency
  };
}
