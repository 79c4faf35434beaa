import type { MakersRow } from '../../core/document/makers-row.ts';
import type { Battery, Esc, Motor, Propulsor, ReceiverSupply } from '../../core/document/schema.ts';
import data from './parts.json' with { type: 'json' };

/** A part of the demo's shelf. */
export interface DemoPart<T> {
  name: string;
  document: T;
  owned: boolean;
  note?: string;
}

/**
 * The shelf of the invented club. Every name is invented; figures are such as real labels carry: terminal resistance at
 * rest and no-load current as motors of such mass, KV and poles have, with a few per cent of scatter.
 */
export const MOTORS = data.motors as DemoPart<Motor>[];
export const PROPULSORS = data.propulsors as DemoPart<Propulsor>[];
export const ESCS = data.escs as DemoPart<Esc>[];
export const PACKS = data.packs as DemoPart<Battery>[];
export const RECEIVER_SUPPLIES = data.receiverSupplies as DemoPart<ReceiverSupply>[];

/** What a charger showed of a pack in the course of a year, mΩ a cell at so many °C. Invented. */
export const PACK_RECORDS: readonly {
  readonly pack: string;
  readonly heldAt: string;
  readonly milliohms: readonly number[];
  readonly temperatureC: number;
  readonly cycles: number | null;
  readonly note: string;
}[] = data.packRecords;

/** What the club measured on its bench, by part: figures that differ from the label as real ones do. */
export const MEASURED: Readonly<Record<string, Record<string, number>>> = data.measured;

/** What motors' makers promise, one row with a slipped digit among them. Invented. */
export const MAKERS_TABLES: { motor: string; title: string; rows: MakersRow[] }[] = data.makersTables;
