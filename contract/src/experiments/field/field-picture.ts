import type { FieldPicture } from '@nab/core/experiments';

/** A field's picture on the wire: as {@link FieldPicture}, its rasters as lists to five digits. */
export interface FieldPictureResource extends Omit<FieldPicture, 'raster'> {
  readonly raster: {
    readonly columns: number;
    readonly rows: number;
    readonly width: number;
    readonly low: number;
    readonly high: number;
    readonly radial: readonly number[];
    readonly axial: readonly number[];
    readonly flux: readonly number[];
  };
}

const rounded = (values: ArrayLike<number>): number[] =>
  Array.from(values, (value) => Number(value.toPrecision(5)));

export function fieldPictureResource(picture: FieldPicture): FieldPictureResource {
  const { radial, axial, flux, ...frame } = picture.raster;
  return {
    ...picture,
    raster: { ...frame, radial: rounded(radial), axial: rounded(axial), flux: rounded(flux) },
  };
}

export function fieldPictureFrom(resource: FieldPictureResource): FieldPicture {
  const { radial, axial, flux, ...frame } = resource.raster;
  return {
    ...resource,
    raster: {
      ...frame,
      radial: Float32Array.from(radial),
      axial: Float32Array.from(axial),
      flux: Float64Array.from(flux),
    },
  };
}
