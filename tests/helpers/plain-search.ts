import { CHECKS } from '../../src/lib/core/checks/all-checks.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import type { SearchCase } from './search-shelves.ts';

/** One combination as a plain loop finds it. */
export interface PlainFound {
  readonly setup: SetupDocument;
  /** Checks over, in power order. */
  readonly over: readonly string[];
  readonly tight: readonly string[];
  readonly time: number | null;
  readonly thrust: number;
  readonly current: number;
}

const ORDER = CHECKS.map((c) => c.id as string);

/** The document of a combination, as anybody would write it down. */
export function* combinations({ brief, parts, limits }: SearchCase): Generator<SetupDocument> {
  const craft = {
    ...brief.craft,
    ...(limits.largestPropM == null
      ? {}
      : { largestPropM: Math.min(limits.largestPropM, brief.craft.largestPropM ?? Infinity) })
  };
  const owned = <T extends { owned: boolean }>(list: readonly T[]): T[] =>
    list.filter((p) => !limits.ownedOnly || p.owned);
  const packs = owned(parts.battery).filter(
    (b) => !limits.series || limits.series.includes(b.document.series)
  );
  for (const propulsor of owned(parts.propulsor))
    for (const motor of owned(parts.motor))
      for (const gearRatio of limits.gearRatios ?? [brief.gearRatio ?? 1])
        for (const battery of packs)
          for (const esc of owned(parts.esc))
            for (const supply of [null, ...owned(parts.receiverSupply ?? [])])
              yield {
                ...brief,
                format: 'iskarn.setup/1',
                craft,
                gearRatio,
                battery: battery.document,
                esc: esc.document,
                motor: motor.document,
                propulsor: propulsor.document,
                ...(supply ? { receiverSupply: supply.document } : {})
              };
}

/** Each combination predicted whole, one after the other. */
export function plainSearch(searched: SearchCase): PlainFound[] {
  return [...combinations(searched)].map((setup): PlainFound => {
    const answer = predict({ setup, bands: false, remedies: false });
    const failing = (finding: string): string[] =>
      answer.checks
        .filter((c) => c.finding === finding)
        .map((c) => c.id)
        .sort((a, b) => ORDER.indexOf(a) - ORDER.indexOf(b));
    const [point] = answer.points;
    return {
      setup,
      over: failing('over'),
      tight: failing('tight'),
      time: answer.endurance.find((e) => e.at === 'mixed')?.seconds ?? null,
      thrust: point.thrustN,
      current: point.batteryCurrentA
    };
  });
}
