/**
 * Loss of a hand-sized coil in still room air, h = 11 W/m²K for convection and radiation together.
 * Common practice, no source (10–12 W/m²K).
 */
export const STILL_AIR_W_PER_M2K = 11;

/** Heat passed from a hand-wound winding to its core, W/m²K of contact. Typical, from memory, ×/÷ 2. */
export const WINDING_TO_CORE_W_PER_M2K = 150;

/** Conductivity of tape, paper or card under a winding, W/mK. Typical, from memory. */
export const SLEEVE_W_PER_MK = 0.2;

/**
 * Surface temperature, °C, at which the allowed on-time ends unless another touch is chosen. Stays
 * below the 48 °C that ISO 13732-1 gives for ten minutes' touch of any surface (value from memory).
 */
export const TOUCH_LIMIT_C = 45;

/** What the fingers meet, and for how long. */
export type TouchedSurface = 'bare metal' | 'varnished metal' | 'plastic or tape';
export type TouchTime = 'classroom' | '10s' | '1min' | '10min';

export const TOUCH_TIMES: Readonly<Record<TouchTime, string>> = {
  classroom: 'Classroom limit, 45 °C',
  '10s': 'Touched up to 10 s',
  '1min': 'Held up to 1 minute',
  '10min': 'Held up to 10 minutes',
};

/**
 * Burn thresholds, °C, by surface for contact of 10 s, 1 min and 10 min.
 * Source: ISO 13732-1, values from memory. Edition: 2006.
 * Valid range: healthy adult skin. Uncertainty: 2 K; children's skin burns sooner, hence the
 * classroom limit of 45 °C unless the educator chooses otherwise.
 */
const BURN_THRESHOLD_C: Readonly<Record<TouchedSurface, readonly [number, number, number]>> = {
  'bare metal': [55, 51, 48],
  'varnished metal': [55, 51, 48],
  'plastic or tape': [66, 60, 48],
};

/** Temperature of a surface, °C, at which a touch of that length begins to burn. */
export function touchLimit(surface: TouchedSurface, time: TouchTime): number {
  const [ten, minute, tenMinutes] = BURN_THRESHOLD_C[surface];
  return { classroom: TOUCH_LIMIT_C, '10s': ten, '1min': minute, '10min': tenMinutes }[time];
}
