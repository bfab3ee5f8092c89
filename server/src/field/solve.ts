import {
  fieldPictureResource,
  toMagnetDesign,
  type DesignDocument,
  type FieldPictureResource,
} from '@nab/contract';
import { CoreError, fieldPictures, type CoreErrorCode, type FieldPicture } from '@nab/core';

/** What a thread sends back; an error's code would be lost on the way. */
export type FieldAnswer =
  | { readonly ok: true; readonly picture: FieldPictureResource }
  | { readonly ok: false; readonly code: CoreErrorCode; readonly message: string };

/** Runs in a thread of the pool: the finest picture of a valid design. */
export default function solve(design: DesignDocument): FieldAnswer {
  try {
    let last: FieldPicture | undefined;
    for (const picture of fieldPictures(toMagnetDesign(design))) last = picture;
    return { ok: true, picture: fieldPictureResource(last!) };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { ok: false, code: error.code, message: error.message };
  }
}
