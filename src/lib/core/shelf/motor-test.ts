import { RELATIVE_SD } from '../model/tolerance.ts';

/** Readings of the two-measurement motor test, all without a propeller but for the locked one. */
export interface MotorTest {
  /** Volts, amps and rpm at a low and a high voltage, unloaded. */
  low: { volts: number; amps: number; rpm: number };
  high: { volts: number; amps: number; rpm: number };
  /** Volts across two leads at a known current through them, shaft held. */
  held: { volts: number; amps: number };
}

export interface MotorFigure {
  value: number;
  relativeSd: number;
  working: string;
}

export interface MotorTestResult {
  kvRpmPerVolt: MotorFigure;
  resistanceOhm: MotorFigure;
  noLoadCurrentA: MotorFigure;
  noLoadVoltageV: number;
}

const VOLTMETER = 0.005;
const AMMETER = 0.02;
const TACHOMETER = 0.005;

/**
 * KV, winding resistance and no-load current from two unloaded runs and one held measurement.
 *   R = V_held/I_held;  k omega = V − I0 R at both voltages, so KV = (rpm2 − rpm1)/((V2 − I2 R) − (V1 − I1 R))
 * The difference of two runs cancels what both meters share; the sum of squares of the readings' errors is its tolerance.
 * Throws RangeError when the readings contradict each other.
 */
export function evaluateMotorTest(readings: MotorTest): MotorTestResult {
  for (const [name, value] of [
    ['low volts', readings.low.volts],
    ['high volts', readings.high.volts],
    ['held amps', readings.held.amps],
    ['held volts', readings.held.volts],
    ['low rpm', readings.low.rpm],
    ['high rpm', readings.high.rpm]
  ] as const)
    if (!(value > 0)) throw new RangeError(`motor test: ${name} is ${value}; it should be more than 0.`);
  if (!(readings.high.volts > 1.2 * readings.low.volts))
    throw new RangeError(
      `motor test: ${readings.high.volts} V is too near ${readings.low.volts} V; the higher should be at least 1.2 times the lower.`
    );
  if (!(readings.high.rpm > readings.low.rpm))
    throw new RangeError('motor test: more volts gave no more rpm; read again.');
  const ohm = readings.held.volts / readings.held.amps;
  const emf = (r: { volts: number; amps: number }): number => r.volts - r.amps * ohm;
  const volts = emf(readings.high) - emf(readings.low);
  if (!(volts > 0))
    throw new RangeError('motor test: the resistance eats all the volts; check the held measurement.');
  const kv = (readings.high.rpm - readings.low.rpm) / volts;
  const spread =
    Math.hypot(readings.high.volts, readings.low.volts) / (readings.high.volts - readings.low.volts);
  return {
    kvRpmPerVolt: {
      value: kv,
      relativeSd: Math.max(Math.hypot(TACHOMETER, VOLTMETER) * spread * 0.7, RELATIVE_SD.kv.measured),
      working: `(${readings.high.rpm} − ${readings.low.rpm}) rpm / (${emf(readings.high).toFixed(2)} − ${emf(readings.low).toFixed(2)}) V`
    },
    resistanceOhm: {
      value: ohm,
      relativeSd: Math.max(Math.hypot(VOLTMETER, AMMETER), RELATIVE_SD.motorResistance.measured),
      working: `${readings.held.volts} V / ${readings.held.amps} A`
    },
    noLoadCurrentA: {
      value: readings.high.amps,
      relativeSd: RELATIVE_SD.noLoadCurrent.measured,
      working: `${readings.high.amps} A at ${readings.high.volts} V`
    },
    noLoadVoltageV: readings.high.volts
  };
}
