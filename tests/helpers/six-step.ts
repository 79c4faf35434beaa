/** A three-phase motor with sinusoidal EMF under six-step drive at full throttle and a held speed. */
export interface SixStepMotor {
  readonly volts: number;
  readonly kvRpmPerVolt: number;
  /** Between two leads, at rest. */
  readonly lineOhm: number;
  readonly lineHenry: number;
  readonly polePairs: number;
  readonly rpm: number;
  readonly advanceDeg: number;
}

export interface SixStepRun {
  /** Mean current from the supply, A, and what the resistance alone would let through. */
  readonly amps: number;
  readonly ampsByResistance: number;
  readonly supplyW: number;
  readonly shaftW: number;
  readonly copperW: number;
  /** Mean square of the phase currents over that of a direct current of the same mean in two phases. */
  readonly formFactor: number;
}

const SWITCH_OHM = 0.002;
const STEPS = 3000;

/**
 * Time-domain simulation by explicit steps of a three-thousandth of an electrical turn: each phase is tied to plus or minus
 * for 120 degrees and floats for 60, where its diode carries on until its current has died out. Star point from Kirchhoff's
 * current law; ideal switches of 2 mOhm, ideal diodes. Own test code: it checks the sign and size of what commutation does
 * to a motor's speed under load; nothing of the product uses it.
 */
export function sixStep(m: SixStepMotor): SixStepRun {
  const ohm = m.lineOhm / 2 + SWITCH_OHM;
  const henry = m.lineHenry / 2;
  const omega = (m.rpm * 2 * Math.PI) / 60;
  const electrical = omega * m.polePairs;
  // the mean line-to-line EMF over its 60 degrees equals the volts at KV x volts
  const emfPeak = ((60 / (2 * Math.PI * m.kvRpmPerVolt)) * (Math.PI / 3) * omega) / Math.sqrt(3);
  const period = (2 * Math.PI) / electrical;
  const dt = period / STEPS;
  const turns = Math.max(8, Math.ceil((6 * henry) / ohm / period));
  const current = [0, 0, 0];
  let supply = 0;
  let square = 0;
  let shaft = 0;
  const third = (2 * Math.PI) / 3;
  for (let s = 0; s < STEPS * turns; s++) {
    const angle = ((s % STEPS) / STEPS) * 2 * Math.PI;
    const emf = [0, 1, 2].map((k) => emfPeak * Math.sin(angle - k * third));
    const tied = [0, 1, 2].map((k) => {
      const at = (((((angle - k * third) * 180) / Math.PI + m.advanceDeg) % 360) + 360) % 360;
      return at >= 30 && at < 150 ? m.volts : at >= 210 && at < 330 ? 0 : null;
    });
    // a floating phase is held by its diode while current flows in it
    const volts = tied.map((v, k) =>
      v !== null ? v : current[k] > 1e-6 ? 0 : current[k] < -1e-6 ? m.volts : null
    );
    const live = [0, 1, 2].filter((k) => volts[k] !== null);
    let star = live.reduce((sum, k) => sum + (volts[k] as number) - emf[k], 0) / live.length;
    const free = volts.indexOf(null);
    if (free >= 0) {
      const floating = star + emf[free];
      if (floating > m.volts || floating < 0) {
        volts[free] = floating > m.volts ? m.volts : 0;
        star = [0, 1, 2].reduce((sum, k) => sum + (volts[k] as number) - emf[k], 0) / 3;
      }
    }
    const before = [...current];
    for (let k = 0; k < 3; k++) {
      const v = volts[k];
      if (v === null) {
        current[k] = 0;
        continue;
      }
      current[k] += ((v - star - emf[k] - ohm * current[k]) / henry) * dt;
      const died = before[k] !== 0 && Math.sign(current[k]) !== Math.sign(before[k]);
      if (tied[k] === null && died) current[k] = 0;
    }
    const flowing = [0, 1, 2].filter((k) => volts[k] !== null && current[k] !== 0);
    const excess = current[0] + current[1] + current[2];
    for (const k of flowing) current[k] -= excess / flowing.length;
    if (s >= STEPS * (turns - 1)) {
      for (let k = 0; k < 3; k++) {
        supply += ((volts[k] ?? 0) * current[k]) / STEPS;
        square += current[k] ** 2 / STEPS;
        shaft += (emf[k] * current[k]) / STEPS;
      }
    }
  }
  const amps = supply / m.volts;
  return {
    amps,
    ampsByResistance: (m.volts - m.rpm / m.kvRpmPerVolt) / (m.lineOhm + 2 * SWITCH_OHM),
    supplyW: supply,
    shaftW: shaft,
    copperW: square * ohm,
    formFactor: square / (2 * amps * amps)
  };
}
