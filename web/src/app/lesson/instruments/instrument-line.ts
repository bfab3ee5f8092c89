import type { Observable } from 'rxjs';

/** A line to an instrument, whatever carries it: text in, text out, a line at a time. */
export interface InstrumentLine {
  /** Completes when the instrument is gone; errors when the line breaks. */
  readonly lines: Observable<string>;
  write(line: string): Promise<void>;
  close(): Promise<void>;
}
