import { CHEMISTRIES } from '../battery/chemistry.ts';
import type { Interpreted } from '../setup/interpret.ts';

/** Share of the capacity that is used when neither pack nor school says otherwise. Common practice, no source. */
export const USABLE_SHARE = { '80 %': 0.8, '70 %': 0.7, 'to the cut-off': 1 } as const;

/** Usable share of the pack: its own, or the school's. */
export function usableShareOf(i: Interpreted): number {
  const school = (i.setup.schools as Record<string, string> | undefined)?.['usable-capacity'] ?? '';
  return (
    i.setup.battery.usableShare ??
    (Object.hasOwn(USABLE_SHARE, school)
      ? USABLE_SHARE[school as keyof typeof USABLE_SHARE]
      : USABLE_SHARE['80 %'])
  );
}

/** Loaded volts per cell at which a discharge is ended. */
export const cutoffOf = (i: Interpreted): number =>
  i.setup.battery.cutoffCellV ?? CHEMISTRIES[i.setup.battery.chemistry].loadedFloorV;
