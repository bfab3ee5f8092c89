/// <reference lib="webworker" />
import {
  buildShell,
  CONTACT_GAPS,
  evaluateShell,
  shellFieldProblem,
  type ShellMagnet,
} from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import {
  fieldEnergy,
  forceByVirtualWork,
  forceOn,
  meanFluxDensity,
  solveAdaptively,
  FORCES,
} from '@nab/core/fem';
import { expose } from 'comlink';

/** What finite elements say of one of the magnets at one gap. */
export interface ShellCheck {
  readonly gap: number;
  /** Pull by the network, and by the stress in the gap and by virtual work, N. */
  readonly network: number;
  readonly force: number;
  readonly work: number;
  /** Largest flux density in the cup, T; energy of the field, J. */
  readonly peak: number;
  readonly energy: number;
}
export type ShellMessage =
  | { readonly kind: 'gaps'; readonly count: number }
  | { readonly kind: 'check'; readonly check: ShellCheck }
  | { readonly kind: 'fault'; readonly sentence: string };

const api = {
  /** One gap after the other: the one that is set first, then the others, for the curve. */
  async check(shell: ShellMagnet, send: (message: ShellMessage) => unknown): Promise<void> {
    try {
      const flat = { ...shell, seat: { ...shell.seat, tilt: 0, covered: 1 } };
      const others = CONTACT_GAPS.map(({ gap }) => gap).filter((gap) => gap !== shell.seat.gap);
      await send({ kind: 'gaps', count: 1 + others.length });
      for (const gap of [shell.seat.gap, ...others]) {
        await send({ kind: 'check', check: checkAt({ ...flat, seat: { ...flat.seat, gap } }) });
      }
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      await send({ kind: 'fault', sentence: error.message });
    }
  },
};
export type ShellApi = typeof api;

expose(api);

function checkAt(shell: ShellMagnet): ShellCheck {
  const { gap } = shell.seat;
  const { solution } = solveAdaptively(shellFieldProblem(shell, buildShell(shell)), FORCES);
  return {
    gap,
    network: evaluateShell(shell).pull.force,
    force: -forceOn(solution, 1),
    work: -forceByVirtualWork(solution, 1, gap / 1000),
    peak: meanFluxDensity(solution, 0).peak,
    energy: fieldEnergy(solution).energy,
  };
}
