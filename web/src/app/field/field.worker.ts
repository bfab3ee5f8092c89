/// <reference lib="webworker" />
import {
  buildMagnet,
  CoreError,
  fieldPictures,
  fieldProblemOf,
  growFieldHeap,
  vtuOf,
  type FieldPicture,
  type FieldSolution,
  type MagnetDesign,
  type Rectangle,
} from '@nab/core';

/** What is asked for: pictures, the mesh as a file for other programs, or the heap in the field. */
export interface FieldRequest {
  readonly design: MagnetDesign;
  readonly want: 'pictures' | 'mesh' | 'heap';
}
export type FieldMessage =
  | { readonly kind: 'step'; readonly iteration: number }
  | { readonly kind: 'picture'; readonly picture: FieldPicture; readonly seconds: number }
  | { readonly kind: 'mesh'; readonly text: string }
  /** A heap on its way, and when it is done: kg and the cells it fills. */
  | { readonly kind: 'growing'; readonly round: number; readonly mass: number }
  | { readonly kind: 'heap'; readonly mass: number; readonly cells: readonly Rectangle[] }
  | { readonly kind: 'fault'; readonly sentence: string }
  | { readonly kind: 'done' };

const send = (message: FieldMessage): void => postMessage(message);

addEventListener('message', ({ data: { design, want } }: MessageEvent<FieldRequest>) => {
  const start = performance.now();
  let last: FieldSolution | undefined;
  try {
    if (want === 'heap') {
      growHeap(design);
      send({ kind: 'done' });
      return;
    }
    const pictures = fieldPictures(
      design,
      undefined,
      (iteration) => {
        send({ kind: 'step', iteration });
        return true;
      },
      (solution) => (last = solution),
    );
    for (const picture of pictures) {
      const seconds = (performance.now() - start) / 1000;
      if (want === 'pictures') send({ kind: 'picture', picture, seconds });
    }
    if (want === 'mesh' && last) send({ kind: 'mesh', text: vtuOf(last) });
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    send({ kind: 'fault', sentence: error.message });
  }
  send({ kind: 'done' });
});

function growHeap(design: MagnetDesign): void {
  const problem = fieldProblemOf(design, buildMagnet(design));
  const before = problem.windings[0]!.rectangle.z1;
  const { mass, cells } = growFieldHeap(problem, before, undefined, (round, soFar) => {
    send({ kind: 'growing', round, mass: soFar });
    return true;
  });
  send({ kind: 'heap', mass, cells });
}
