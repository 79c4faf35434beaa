import { partTitleOnRail } from '../document/rail-words.ts';
import type { RailPart, SetupDocument } from '../document/schema.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';

/** A part that sees the pack's volts: what it sees, and what it stands. */
export interface OnRail {
  readonly name: string;
  readonly kind: RailPart['kind'] | 'esc' | 'receiver-supply';
  /** Volts of a full pack, and the most it stands; null where that is not known. */
  readonly seesV: number;
  readonly limitV: number | null;
  readonly stands: 'yes' | 'no' | 'not known';
  /** Where its limit stands in the document; null for a part that the document does not name yet. */
  readonly path: string | null;
}

/** What usually hangs on the pack of a craft beside the ESC: asked by name where the document says nothing. */
const USUAL: Readonly<Record<SetupDocument['craft']['kind'], readonly RailPart['kind'][]>> = {
  multirotor: ['flight-controller', 'camera', 'video', 'capacitor', 'lights'],
  'fixed-wing': ['camera', 'lights'],
  boat: ['pump', 'lights']
};

/** Volts of a pack fresh off the charger. */
export const fullVolts = ({ battery: b }: SetupDocument): number => b.series * CHEMISTRIES[b.chemistry].fullV;

/**
 * Every part on the pack's rail that sees higher volts than before: ESC and receiver supply by their labels, the others as
 * the document names them, or as they are usual on such a craft and still to be asked. Nothing where the volts do not rise.
 */
export function railOf(before: SetupDocument, after: SetupDocument): OnRail[] {
  const seesV = fullVolts(after);
  if (seesV <= fullVolts(before) + 1e-9) return [];
  const part = (name: string, kind: OnRail['kind'], limitV: number | null, path: string | null): OnRail => ({
    name,
    kind,
    seesV,
    limitV,
    stands: limitV === null ? 'not known' : seesV <= limitV * (1 + 1e-9) ? 'yes' : 'no',
    path
  });
  const { esc, receiverSupply: supply } = after;
  const escV = esc?.maxVoltageV ?? (esc?.maxSeries == null ? null : esc.maxSeries * CHEMISTRIES.lipo.fullV);
  const named = (after.rail ?? []).map((p, k) => ({ p, path: `rail.${k}.maxVoltageV` }));
  const usual = USUAL[after.craft.kind].filter((kind) => !named.some(({ p }) => p.kind === kind));
  return [
    part('ESC', 'esc', escV, esc?.maxVoltageV != null ? 'esc.maxVoltageV' : 'esc.maxSeries'),
    ...(supply && supply.kind !== 'own-pack'
      ? [part('receiver supply', 'receiver-supply', supply.maxVoltageV ?? null, 'receiverSupply.maxVoltageV')]
      : []),
    ...named
      .filter(({ p }) => p.fedBy !== 'supply')
      .map(({ p, path }) => part(partTitleOnRail(p), p.kind, p.maxVoltageV ?? null, path)),
    ...usual.map((kind) => part(partTitleOnRail({ kind }), kind, null, null))
  ];
}

/** What is told of a part on the rail: that it stands the volts it sees, that it does not, nothing, or the most it stands. */
export type RailWord = 'yes' | 'no' | 'not known' | number;

/**
 * The document's parts on the rail after one was told of. "Yes" says that it stands the new volts, "no" that it stands what it
 * has seen so far and no more: that is all that can be said without its papers.
 * @param stoodV volts of a full pack before the change
 */
export function toldRail(
  rail: readonly RailPart[],
  part: OnRail,
  word: RailWord,
  stoodV: number
): RailPart[] {
  const { kind } = part;
  if (kind === 'esc' || kind === 'receiver-supply') return [...rail];
  const volts = word === 'yes' ? part.seesV : word === 'no' ? stoodV : word === 'not known' ? null : word;
  const maxVoltageV = volts !== null && volts > 0 ? Number(volts.toFixed(2)) : null;
  const at = part.path?.startsWith('rail.') ? Number(part.path.split('.')[1]) : -1;
  return at >= 0
    ? rail.map((p, k) => (k === at ? { ...p, maxVoltageV } : p))
    : [...rail, { kind, maxVoltageV }];
}
