import { show, showUnit } from '../units/show.ts';
import type { WhyContext } from './why.ts';

const percent = (share: number): string => `${share >= 0 ? '+' : '−'}${show(Math.abs(100 * share), 2)} %`;

/** Derivations of what each unknown does to the answer: half the change from one deviation below to one above. */
export function whyUnknowns({ a, p, add }: WhyContext): void {
  for (const s of a.sensitivity)
    add(
      `unknown-${s.unknown}`,
      `What ${s.title} does`,
      '(answer at one standard deviation more − answer at one less) / 2, all else as it is',
      `±${show(100 * s.relativeSd, 2)} %: current ${percent(s.batteryCurrent)} of ${showUnit(p.batteryCurrentA, 'A')}, thrust ${percent(s.thrust)} of ${showUnit(p.thrustN, 'N')}, rpm ${percent(s.rpm)} = ${show(p.rpm * s.rpm)} rpm`,
      [s.unknown]
    );
}
