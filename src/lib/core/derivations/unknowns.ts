import { show, showUnit } from '../units/show.ts';
import type { WhyContext } from './derivation.ts';

const percent = (share: number): string => `${share >= 0 ? '+' : '−'}${show(Math.abs(100 * share), 2)} %`;

/** Derivations of what each unknown does to the answer: half the change from one deviation below to one above. */
export function whyUnknowns({ s, p, add }: WhyContext): void {
  if (!s.bands) return;
  for (const u of s.sensitivity)
    add(
      `unknown-${u.unknown}`,
      `What ${u.title} does`,
      '(answer at one standard deviation more − answer at one less) / 2, all else as it is',
      `±${show(100 * u.relativeSd, 2)} %: current ${percent(u.batteryCurrent)} of ${showUnit(p.batteryCurrentA, 'A')}, thrust ${percent(u.thrust)} of ${showUnit(p.thrustN, 'N')}, rpm ${percent(u.rpm)} = ${show(p.rpm * u.rpm)} rpm`,
      [u.unknown]
    );
}
