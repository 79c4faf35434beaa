import { interpretSetup } from '../model/interpret.ts';
import type { Motor, SetupDocument } from '../document/schema.ts';
import { predictPoints } from '../powertrain/predict-points.ts';
import type { MakersRow } from '../document/makers-row.ts';

/** The prediction beside a published row, and how far off it is (relative, null where the table has nothing). */
export interface RowComparison {
  line: number;
  amps: number;
  watts: number;
  thrustN: number;
  rpm: number;
  ampsOff: number | null;
  thrustOff: number | null;
  rpmOff: number | null;
  inside: boolean | null;
}

/** Warmth of the winding when a row of a table or a stand is read, °C. Common practice, no source. */
export const WARM_C = 60;

/** Predicts every row that names volts and a propeller with the setup's motor, at the volts of the table, beside what the row says. */
export function compareMakersTable(setup: SetupDocument, rows: readonly MakersRow[]): RowComparison[] {
  return rows
    .filter((r) => r.volts !== null && r.diameterM !== null && r.pitchM !== null)
    .map((r): RowComparison => {
      const family = setup.propulsor.kind === 'propeller' ? setup.propulsor.family : undefined;
      const i = interpretSetup(
        {
          ...setup,
          count: 1,
          auxiliaryCurrentA: 0,
          propulsor: {
            kind: 'propeller',
            diameterM: r.diameterM as number,
            pitchM: r.pitchM as number,
            blades: r.blades,
            family: family ?? 'thin-electric'
          }
        },
        WARM_C
      );
      const [p] = predictPoints(i, [
        { throttle: r.throttle, speedMs: 0, batteryVoltageV: r.volts as number }
      ]);
      const rel = (got: number, want: number | null): number | null =>
        want === null || want === 0 ? null : got / want - 1;
      const band = p.band?.batteryCurrentA;
      return {
        line: r.line,
        amps: p.batteryCurrentA,
        watts: p.electricalPowerW,
        thrustN: p.thrustN,
        rpm: p.rpm,
        ampsOff: rel(p.batteryCurrentA, r.amps),
        thrustOff: rel(p.thrustN, r.thrustN),
        rpmOff: rel(p.rpm, r.rpm),
        inside: band && r.amps !== null ? r.amps >= band[0] && r.amps <= band[1] : null
      };
    });
}

/** A bare stand for a motor: nothing but the motor decides, at the volts each row gives. */
export const standFor = (motor: Motor): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 3 },
  motor,
  propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12, family: 'thin-electric' }
});

/** Every row of a table beside what a motor with a generic blade is predicted to do. */
export const compareWithTable = (motor: Motor, rows: readonly MakersRow[]): RowComparison[] =>
  compareMakersTable(standFor(motor), rows);
