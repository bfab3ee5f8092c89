/// <reference lib="webworker" />
import {
  buildShell,
  CONTACT_GAPS,
  CoreError,
  evaluateShell,
  fieldEnergy,
  forceByVirtualWork,
  forceOn,
  meanFluxDensity,
  QUICK,
  shellFieldProblem,
  solveAdaptively,
  type ShellMagnet,
} from '@nab/core';

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
  | { readonly kind: 'fault'; readonly sentence: string }
  | { readonly kind: 'done' };

const send = (message: ShellMessage): void => postMessage(message);

addEventListener('message', ({ data: shell }: MessageEvent<ShellMagnet>) => {
  try {
    const flat = { ...shell, seat: { ...shell.seat, tilt: 0, covered: 1 } };
    // The gap that is set comes first, then the others, for the curve.
    const others = CONTACT_GAPS.map(({ gap }) => gap).filter((gap) => gap !== shell.seat.gap);
    send({ kind: 'gaps', count: 1 + others.length });
    for (const gap of [shell.seat.gap, ...others]) {
      const one = { ...flat, seat: { ...flat.seat, gap } };
      const problem = shellFieldProblem(one, buildShell(one));
      const { solution } = solveAdaptively(problem, { ...QUICK, measure: 'energy' });
      send({
        kind: 'check',
        check: {
          gap,
          network: evaluateShell(one).pull.force,
          force: -forceOn(solution, 1),
          work: -forceByVirtualWork(solution, 1, gap / 50),
          peak: meanFluxDensity(solution, 0).peak,
          energy: fieldEnergy(solution).energy,
        },
      });
    }
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    send({ kind: 'fault', sentence: error.message });
  }
  send({ kind: 'done' });
});
