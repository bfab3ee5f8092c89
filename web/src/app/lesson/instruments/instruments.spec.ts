import { ASK_NAME, ASK_READING, SET_ZERO, type InstrumentKind } from '@nab/core/lesson';
import { Subject } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Instrument } from './instrument';
import type { InstrumentLine } from './instrument-line';
import { openSerialLine, type Port } from './serial-line';
import { standInLine } from './stand-in-line';

describe('an instrument over its line', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  function wired(kind: InstrumentKind) {
    const lines = new Subject<string>();
    const written: string[] = [];
    const line: InstrumentLine = {
      lines,
      write: (text) => Promise.resolve(void written.push(text)),
      close: () => Promise.resolve(),
    };
    const instrument = new Instrument(() => kind);
    return { instrument, line, lines, written };
  }

  it('is asked for its name, and again and again for its reading', async () => {
    const { instrument, line, lines, written } = wired('scale');
    await instrument.connect(line);
    expect(written).toEqual([ASK_NAME, ASK_READING]);
    lines.next('name scale Blue one');
    lines.next('mass 12.3 g moving');
    expect(instrument.name()).toBe('Blue one');
    expect(instrument.reading()).toMatchObject({ text: '12.3 g', steady: false });
    await vi.advanceTimersByTimeAsync(1000);
    expect(written.filter((text) => text === ASK_READING)).toHaveLength(3);
    await instrument.zero();
    expect(written.at(-1)).toBe(SET_ZERO);
  });

  it('says what is wrong: another instrument, noise, its own complaint, a cable that is out', async () => {
    const { instrument, line, lines } = wired('scale');
    await instrument.connect(line);
    lines.next('temperature 20 °C');
    expect(instrument.fault()).toBe('This is no kitchen scale: it sends 20 °C.');
    expect(instrument.reading()).toBeNull();
    lines.next('%$&');
    expect(instrument.fault()).toContain('is no line that Nab knows');
    lines.next('error overload');
    expect(instrument.fault()).toBe('It says: overload.');
    lines.next('mass 2 g');
    expect(instrument.fault()).toBeNull();
    lines.complete();
    expect(instrument.connected()).toBe(false);
    expect(instrument.reading()).toBeNull();
    expect(instrument.fault()).toContain('gone');
  });

  it('is asked nothing more once it is put away', async () => {
    const { instrument, line, written } = wired('scale');
    await instrument.connect(line);
    await instrument.disconnect();
    const before = written.length;
    await vi.advanceTimersByTimeAsync(2000);
    expect(written).toHaveLength(before);
    expect(instrument.fault()).toBeNull();
  });

  it('may be the stand-in that ships with Nab', async () => {
    const instrument = new Instrument(() => 'multimeter');
    await instrument.connect(standInLine('multimeter', () => 2.4));
    expect(instrument.name()).toBe('Multimeter (stand-in)');
    expect(instrument.reading()!.value).toBeCloseTo(2.4, 1);
    await instrument.zero();
    expect(Math.abs(instrument.reading()!.value)).toBeLessThan(0.2);
  });
});

describe('a serial line', () => {
  function fakePort() {
    const inward = new TransformStream<Uint8Array, Uint8Array>();
    const outward = new TransformStream<Uint8Array, Uint8Array>();
    const opened: unknown[] = [];
    let closed = false;
    const port = {
      readable: inward.readable,
      writable: outward.writable,
      open: (options: unknown) => Promise.resolve(void opened.push(options)),
      close: () => Promise.resolve(void (closed = true)),
    } as unknown as Port;
    const device = inward.writable.getWriter();
    const send = (text: string) => device.write(new TextEncoder().encode(text));
    const heard = async () => {
      const reader = outward.readable.getReader();
      const { value } = await reader.read();
      reader.releaseLock();
      return new TextDecoder().decode(value);
    };
    return { port, send, heard, device, opened, isClosed: () => closed };
  }

  it('is cut into lines, however it arrives', async () => {
    const { port, send, opened } = fakePort();
    const line = await openSerialLine(port);
    expect(opened).toEqual([{ baudRate: 9600 }]);
    const lines: string[] = [];
    line.lines.subscribe((text) => lines.push(text));
    await send('mass 1');
    await send('2.3 g\r\nmass 12.');
    // Half of a sign of two bytes.
    const degrees = new TextEncoder().encode('4 g\ntemperature 20 °C\n');
    await send(new TextDecoder().decode(degrees));
    await expect.poll(() => lines).toEqual(['mass 12.3 g\r', 'mass 12.4 g', 'temperature 20 °C']);
  });

  it('puts signs of two bytes together that come in halves', async () => {
    const { port, device } = fakePort();
    const line = await openSerialLine(port);
    const lines: string[] = [];
    line.lines.subscribe((text) => lines.push(text));
    const bytes = new TextEncoder().encode('resistance 2 Ω\n');
    const cut = bytes.length - 2;
    await device.write(bytes.slice(0, cut));
    await device.write(bytes.slice(cut));
    await expect.poll(() => lines).toEqual(['resistance 2 Ω']);
  });

  it('writes a line with its end, ends with the port, and closes', async () => {
    const { port, heard, device, isClosed } = fakePort();
    const line = await openSerialLine(port);
    let ended = false;
    line.lines.subscribe({ complete: () => (ended = true) });
    const [text] = await Promise.all([heard(), line.write('read?')]);
    expect(text).toBe('read?\n');
    await device.close();
    await expect.poll(() => ended).toBe(true);
    await line.close();
    expect(isClosed()).toBe(true);
  });
});
