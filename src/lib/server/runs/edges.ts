import { type RunDetails, type RunReading, runDetailsSchema } from '../../core/document/run-schema.ts';

/** What is known of a reading that was sent: nothing else is stored. */
export const knownReading = ({ throttle, speedMs, ...r }: RunReading): RunReading => ({
  throttle,
  speedMs,
  batteryVoltageV: r.batteryVoltageV ?? null,
  batteryCurrentA: r.batteryCurrentA ?? null,
  rpm: r.rpm ?? null,
  thrustN: r.thrustN ?? null,
  motorC: r.motorC ?? null,
  escC: r.escC ?? null,
  packC: r.packC ?? null,
  seconds: r.seconds ?? null,
  stateOfCharge: r.stateOfCharge ?? null,
  flutter: r.flutter ?? null,
  speedSteady: r.speedSteady ?? null
});

/** What is known of the details that were sent. */
export const knownDetails = (details: RunDetails = {}): RunDetails =>
  Object.fromEntries(
    Object.keys(runDetailsSchema.properties).flatMap((name) => {
      const value = details[name as keyof RunDetails];
      return value === undefined ? [] : [[name, value]];
    })
  ) as RunDetails;

/** Rows as a file that is sent while they are read: no more than a block of them is held. */
export function csvFile(name: string, rows: Generator<string>): Response {
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      const next = rows.next();
      if (next.done) controller.close();
      else controller.enqueue(encoder.encode(next.value));
    },
    cancel: () => void rows.return(undefined)
  });
  return new Response(body, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${name}"`
    }
  });
}
