import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import type { Interpreted } from '../model/interpret.ts';

/** Share of the capacity that is used when neither pack nor school says otherwise. Common practice, no source. */
const USABLE_SHARE = { '80 %': 0.8, '70 %': 0.7, 'to the cut-off': 1 } as const;

/** Usable share by the user's school. */
export function usableShareBy(schools: Readonly<Record<string, string>> | undefined): number {
  const school = schools?.['usable-capacity'] ?? '';
  return Object.hasOwn(USABLE_SHARE, school)
    ? USABLE_SHARE[school as keyof typeof USABLE_SHARE]
    : USABLE_SHARE['80 %'];
}

/** Usable share of the pack: its own, or the school's. */
export const usableShareOf = ({ setup }: Interpreted): number =>
  setup.battery.usableShare ?? usableShareBy(setup.schools as Record<string, string> | undefined);

/** Loaded volts per cell at which a discharge is ended. */
export const cutoffOf = (i: Interpreted): number =>
  i.setup.battery.cutoffCellV ?? CHEMISTRIES[i.setup.battery.chemistry].loadedFloorV;
