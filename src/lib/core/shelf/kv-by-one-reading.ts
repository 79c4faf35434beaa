import { RELATIVE_SD } from '../model/tolerance.ts';
import type { MotorFigure } from './motor-test.ts';

/** How a motor's KV is told by a single reading. */
type KvReading =
  /** Turned by a drill, volts between two leads: of an AC voltmeter, or of a DC one behind a three-phase rectifier. */
  | {
      readonly kind: 'drill';
      readonly rpm: number;
      readonly volts: number;
      readonly meter: 'ac' | 'rectified';
    }
  /** Run without propulsor at full throttle: volts, amps and rpm, and the winding's resistance where it is known. */
  | {
      readonly kind: 'unloaded';
      readonly rpm: number;
      readonly volts: number;
      readonly amps: number;
      readonly resistanceOhm: number | null;
    };

/** A hand drill's printed rpm is off by this, a tachometer's by less; AC ranges of cheap meters; waves that are no sine. (m) */
const DRILL_SD = 0.01;
const AC_METER_SD = 0.015;
const WAVE_SD = 0.015;
const DC_METER_SD = 0.005;
const TACHOMETER_SD = 0.005;
/** Two diodes of a bridge lie in the way of what is rectified, V. */
const BRIDGE_V = 1.2;

/**
 * KV from one reading. At its unloaded speed a motor's EMF between the two leads that are driven, averaged over the sixty
 * degrees for which they are, equals the supply's volts; of a sine that average is 3/π of its peak (∫cos over ±30° / (π/3)),
 * the peak √2 of what an AC meter shows:
 *   KV = rpm / (3 √2/π V_ac) = rpm / (1.350 V_ac);   behind a three-phase rectifier, which takes the same average,
 *   KV = rpm / (V_dc + two diodes);   unloaded at full throttle, KV = rpm / (V − I0 R).
 * @throws RangeError for readings that cannot be
 */
export function kvByOneReading(reading: KvReading): MotorFigure {
  const { rpm, volts } = reading;
  for (const [name, value] of [
    ['rpm', rpm],
    ['volts', volts]
  ] as const)
    if (!(value > 0)) throw new RangeError(`KV: ${name} is ${value}; it should be more than 0.`);
  if (reading.kind === 'unloaded') {
    const { amps, resistanceOhm } = reading;
    if (!(amps >= 0)) throw new RangeError(`KV: amps is ${amps}; it should be 0 or more.`);
    const drop = amps * (resistanceOhm ?? 0);
    if (!(volts > drop))
      throw new RangeError(
        `KV: ${amps} A through the winding eat ${drop.toFixed(2)} V of ${volts} V; read again.`
      );
    const emf = volts - drop;
    // a resistance that is not known hides some of the volts: about what a common winding would
    const hidden = resistanceOhm === null ? 0.02 : 0;
    return {
      value: rpm / emf,
      relativeSd: Math.max(Math.hypot(TACHOMETER_SD, DC_METER_SD, hidden), RELATIVE_SD.kv.measured),
      working: `${rpm} rpm / (${volts} V − ${amps} A × ${resistanceOhm === null ? 'a winding that is not known' : `${resistanceOhm} Ω`})`
    };
  }
  if (reading.meter === 'ac') {
    const emf = ((3 * Math.SQRT2) / Math.PI) * volts;
    return {
      value: rpm / emf,
      relativeSd: Math.hypot(DRILL_SD, AC_METER_SD, WAVE_SD),
      working: `${rpm} rpm / (1.350 × ${volts} V of AC)`
    };
  }
  const emf = volts + BRIDGE_V;
  return {
    value: rpm / emf,
    relativeSd: Math.hypot(DRILL_SD, DC_METER_SD, WAVE_SD, 0.2 / emf),
    working: `${rpm} rpm / (${volts} V + ${BRIDGE_V} V of two diodes)`
  };
}
