import { Observable, share } from 'rxjs';
import type { InstrumentLine } from './instrument-line';

/** The part of a serial port that is used. */
export type Port = Pick<SerialPort, 'open' | 'close' | 'readable' | 'writable'>;

/** As most of the small boards have it that a school builds its instruments with. */
const BAUD = 9600;
/** A line that never ends is noise. */
const LONGEST = 1000;

/** Whether this browser can talk to a serial port: over HTTPS or on this machine, where it knows how. */
export const hasSerial = (): boolean => 'serial' in navigator;

/** Asks which port, and opens it. @returns null when none was chosen. */
export async function chooseSerialLine(): Promise<InstrumentLine | null> {
  let port: Port;
  try {
    port = await navigator.serial.requestPort();
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotFoundError') return null;
    throw error;
  }
  return openSerialLine(port);
}

/** @throws what the browser gives when the port is in other hands. */
export async function openSerialLine(port: Port): Promise<InstrumentLine> {
  await port.open({ baudRate: BAUD });
  const encoder = new TextEncoder();
  let reader: ReadableStreamDefaultReader<Uint8Array> | null = null;
  const lines = new Observable<string>((subscriber) => {
    const decoder = new TextDecoder();
    let rest = '';
    const taken = port.readable!.getReader();
    reader = taken;
    const pump = async (): Promise<void> => {
      for (;;) {
        const { value, done } = await taken.read();
        if (done) break;
        const parts = (rest + decoder.decode(value, { stream: true })).split('\n');
        rest = parts.pop()!.slice(-LONGEST);
        for (const line of parts) subscriber.next(line);
      }
      subscriber.complete();
    };
    pump().catch((error: unknown) => subscriber.error(error));
    return () => void taken.cancel().catch(() => undefined);
  }).pipe(share());
  return {
    lines,
    async write(line) {
      const writer = port.writable!.getWriter();
      try {
        await writer.write(encoder.encode(`${line}\n`));
      } finally {
        writer.releaseLock();
      }
    },
    async close() {
      // A port closes only when nobody reads from it.
      await reader?.cancel().catch(() => undefined);
      reader?.releaseLock();
      await port.close();
    },
  };
}
