/// <reference lib="webworker" />
import { CoreError } from '@nab/core/errors';
import {
  fieldPictures,
  heapInField,
  pairPicture,
  type FieldPicture,
  type MagnetDesign,
  type PairPicture,
} from '@nab/core/experiments';
import { vtuOf, type FieldSolution, type Place } from '@nab/core/fem';
import { expose } from 'comlink';

export type SolvingMessage =
  | { readonly kind: 'step'; readonly iteration: number }
  | { readonly kind: 'picture'; readonly picture: FieldPicture; readonly seconds: number }
  | Fault;
/** A heap on its way, and when it is done: kg and the line round it. */
export type HeapMessage =
  | { readonly kind: 'growing'; readonly round: number; readonly mass: number }
  | { readonly kind: 'heap'; readonly mass: number; readonly outline: readonly Place[] }
  | Fault;
/** Two cores side by side, or why there is no picture of them. */
export interface PairAnswer {
  readonly picture: PairPicture | null;
  readonly fault: string | null;
}
interface Fault {
  readonly kind: 'fault';
  readonly sentence: string;
}

// What is told last is waited for, or it could arrive after the answer that ends the call.
const api = {
  /** Ever better pictures. */
  async pictures(design: MagnetDesign, tell: (message: SolvingMessage) => unknown): Promise<void> {
    const start = performance.now();
    await sayingFaults(tell, async () => {
      const pictures = fieldPictures(design, undefined, (iteration) => {
        void tell({ kind: 'step', iteration });
        return true;
      });
      for (const picture of pictures) {
        await tell({ kind: 'picture', picture, seconds: (performance.now() - start) / 1000 });
      }
    });
  },

  /** The finest mesh with its field as a VTU file’s text; null when there is none. */
  mesh(design: MagnetDesign): string | null {
    let last: FieldSolution | undefined;
    const pictures = fieldPictures(design, undefined, undefined, (solution) => (last = solution));
    for (const _picture of pictures) continue;
    return last ? vtuOf(last) : null;
  },

  /** Two cores side by side, by tier 1; or why there is no picture. */
  pair(design: MagnetDesign): PairAnswer {
    try {
      return { picture: pairPicture(design), fault: null };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return { picture: null, fault: error.message };
    }
  },

  /** The heap grown as a material in the field, round by round. */
  async heap(design: MagnetDesign, tell: (message: HeapMessage) => unknown): Promise<void> {
    await sayingFaults(tell, async () => {
      const { mass, outline } = heapInField(design, (round, soFar) => {
        void tell({ kind: 'growing', round, mass: soFar });
        return true;
      });
      await tell({ kind: 'heap', mass, outline });
    });
  },
};
export type FieldApi = typeof api;

expose(api);

async function sayingFaults(
  tell: (message: Fault) => unknown,
  work: () => Promise<void>,
): Promise<void> {
  try {
    await work();
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    await tell({ kind: 'fault', sentence: error.message });
  }
}
