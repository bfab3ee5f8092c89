import {
  fieldPictureResource,
  toMagnetDesign,
  type DesignDocument,
} from '@nab/contract/experiments';
import { CoreError, type CoreErrorCode } from '@nab/core/errors';
import { fieldPictures, type FieldPicture } from '@nab/core/experiments';

/**
 * What a thread sends back: the picture as the JSON text that the browser gets, so that nobody reads
 * it on the way, or the fault; an error's code would be lost.
 */
export type FieldAnswer =
  | { readonly ok: true; readonly picture: string }
  | { readonly ok: false; readonly code: CoreErrorCode; readonly message: string };

/** Runs in a thread of the pool: the finest picture of a valid design. */
export default function solve(design: DesignDocument): FieldAnswer {
  try {
    let last: FieldPicture | undefined;
    for (const picture of fieldPictures(toMagnetDesign(design))) last = picture;
    return { ok: true, picture: JSON.stringify(fieldPictureResource(last!)) };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { ok: false, code: error.code, message: error.message };
  }
}
