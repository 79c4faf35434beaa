import type { Sample } from '../../src/lib/core/testing/record/sample.ts';
import { Stand, type StandOrder } from '../../src/lib/core/testing/stand/stand.ts';

/** A run on the simulated stand at 20 samples a second: seconds at each throttle, one after the other. */
export function runOf(
  order: StandOrder,
  steps: readonly (readonly [seconds: number, throttle: number])[]
): Sample[] {
  const stand = new Stand(order);
  return steps.flatMap(([seconds, throttle]) =>
    Array.from({ length: Math.round(20 * seconds) }, () => stand.step(0.05, throttle))
  );
}
