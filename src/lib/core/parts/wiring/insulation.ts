/** What a lead is covered with, and how warm it may get, °C. */
export interface Insulation {
  readonly id: string;
  readonly title: string;
  readonly limitC: number;
}

/** Insulations of leads. Limits as cables of the kind are sold: PVC 70 or 105, silicone 180 to 200, fluoropolymer 200. A table of data. */
export const INSULATIONS = [
  { id: 'silicone', title: 'silicone', limitC: 180 },
  { id: 'pvc', title: 'PVC', limitC: 70 },
  { id: 'fluoropolymer', title: 'thin fluoropolymer', limitC: 200 }
] as const satisfies readonly Insulation[];

/** The insulation of a name; silicone, as on every flexible lead of the trade, where none is told. */
export const insulationOf = (id: string | null | undefined): Insulation =>
  INSULATIONS.find((i) => i.id === id) ?? INSULATIONS[0];

/** Temperature beyond which the moulded shells of plugs soften and solder joints age, °C. Common practice, no source. */
export const PLUG_LIMIT_C = 105;
/** Temperature at which a lead can still be held and nothing round it is harmed, °C. Common practice, no source. */
export const TOUCH_C = 60;
