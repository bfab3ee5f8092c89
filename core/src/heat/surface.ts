/**
 * Loss of a hand-sized coil in still room air, h = 11 W/m²K for convection and radiation together.
 * Common practice, no source (10–12 W/m²K).
 */
export const STILL_AIR_W_PER_M2K = 11;

/**
 * Surface temperature, °C, at which the allowed on-time ends. Stays below the 48 °C that ISO 13732-1
 * gives for ten minutes' touch of bare metal (value from memory).
 */
export const TOUCH_LIMIT_C = 45;
