import * as geomagnetism from 'geomagnetism';

/** The earth's magnetic field at a place. */
export interface EarthField {
  /** Horizontal flux density, T. */
  readonly horizontal: number;
  /** Of the compass from true north, eastward positive, rad. */
  readonly declination: number;
  /** Below the horizon, rad. */
  readonly inclination: number;
}

/** The package is CommonJS: some loaders put all of it under `default`. */
const { model } =
  (geomagnetism as { readonly default?: typeof geomagnetism }).default ?? geomagnetism;
/** The last day of the newest model in the package. */
const MODEL_ENDS = new Date('2029-11-12T00:00:00Z');

/**
 * The main field by the World Magnetic Model (NOAA and British Geological Survey; WMM2025 from
 * November 2024 to 2029, later days as its last), as the package `geomagnetism` has it. Steel of a
 * building is not in it.
 * @param latitude,longitude degrees, north and east positive. @param altitude km.
 */
export function earthFieldAt(
  latitude: number,
  longitude: number,
  on: Date,
  altitude = 0,
): EarthField {
  const day = on < MODEL_ENDS ? on : MODEL_ENDS;
  const { h, decl, incl } = model(day).point([latitude, longitude, altitude]);
  const rad = Math.PI / 180;
  return { horizontal: h * 1e-9, declination: decl * rad, inclination: incl * rad };
}
