/// <reference lib="webworker" />
import {
  CoreError,
  fieldPictures,
  vtuOf,
  type FieldPicture,
  type FieldSolution,
  type MagnetDesign,
} from '@nab/core';

/** What is asked for: pictures, or the mesh as a file for other programs. */
export interface FieldRequest {
  readonly design: MagnetDesign;
  readonly want: 'pictures' | 'mesh';
}
export type FieldMessage =
  | { readonly kind: 'step'; readonly iteration: number }
  | { readonly kind: 'picture'; readonly picture: FieldPicture; readonly seconds: number }
  | { readonly kind: 'mesh'; readonly text: string }
  | { readonly kind: 'fault'; readonly sentence: string }
  | { readonly kind: 'done' };

const send = (message: FieldMessage): void => postMessage(message);

addEventListener('message', ({ data: { design, want } }: MessageEvent<FieldRequest>) => {
  const start = performance.now();
  let last: FieldSolution | undefined;
  try {
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
