import type { SetupDocument } from '../../core/document/schema.ts';
import { Stand } from '../../core/testing/stand/stand.ts';

/** What of a serial port is used: as the browser's Web Serial has it. */
export interface Port {
  open(options: { baudRate: number }): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
  close(): Promise<void>;
}

/** Whether this browser can open serial ports. */
export const hasSerial = (): boolean => 'serial' in navigator;

/** Asks the user for a port. @throws Error in words where none was chosen or it may not be used */
export async function chosenPort(): Promise<Port> {
  const serial = (navigator as { serial?: { requestPort(): Promise<Port> } }).serial;
  if (!serial)
    throw new Error(
      'This browser opens no serial ports; others do. A file that the meter wrote is read anywhere.'
    );
  try {
    return await serial.requestPort();
  } catch (error) {
    throw new Error(
      (error as Error).name === 'NotFoundError'
        ? 'No port was chosen.'
        : 'The port may not be used here; allow it in the browser.',
      { cause: error }
    );
  }
}

/** Lines that the simulated meter writes a second, and the throttle that whoever flies it gives: seconds and share. */
const LINE_MS = 100;
const FLOWN = [
  [2, 0],
  [4, 0.5],
  [4, 0.75],
  [4, 1],
  [1e9, 0]
] as const;

/**
 * A stand-in for a meter on a port, that ships with Iskarn: lines of text of a simulated powertrain whose throttle goes up in
 * steps by itself. Not the user's motor.
 */
export function simulatedPort(setup: SetupDocument, seed: number): Port {
  let timer: ReturnType<typeof setInterval> | undefined;
  let readable: ReadableStream<Uint8Array> | null = null;
  return {
    get readable() {
      return readable;
    },
    open: async () => {
      const stand = new Stand({ setup, seed });
      const encoder = new TextEncoder();
      let at = 0;
      readable = new ReadableStream<Uint8Array>({
        start(controller) {
          controller.enqueue(encoder.encode('t[ms];thr[%];U[V];I[A];rpm;Tmot[C]\r\n'));
          timer = setInterval(() => {
            at += LINE_MS / 1000;
            let from = 0;
            const throttle = FLOWN.find(([seconds]) => at < (from += seconds))?.[1] ?? 0;
            const s = stand.step(LINE_MS / 1000, throttle);
            const cells = [
              Math.round(1000 * s.seconds),
              (100 * (s.throttle ?? 0)).toFixed(1),
              (s.batteryVoltageV ?? 0).toFixed(2),
              (s.batteryCurrentA ?? 0).toFixed(2),
              (s.rpm ?? 0).toFixed(0),
              (s.motorC ?? 0).toFixed(1)
            ];
            controller.enqueue(encoder.encode(`${cells.join(';')}\r\n`));
          }, LINE_MS);
        },
        cancel: () => clearInterval(timer)
      });
    },
    close: async () => {
      clearInterval(timer);
      readable = null;
    }
  };
}
