/** A conductor material. */
export interface Conductor {
  readonly name: string;
  /** Resistivity at 20 °C, Ω·m. */
  readonly resistivity_ohm_m: number;
  /** Temperature coefficient of resistance at 20 °C, 1/K. */
  readonly alpha20_per_K: number;
  readonly density_kg_per_m3: number;
  readonly heatCapacity_J_per_kgK: number;
  /** Where its resistivity is from. */
  readonly source: string;
}

/**
 * Conductors that can be wound.
 * Source: copper IEC 60028 (1/58 Ω·mm²/m, α₂₀ = 0.00393 /K, 8890 kg/m³), aluminium IEC 60889
 * (hard-drawn; from memory). Iron wire, brass and nichrome (80 % nickel): typical handbook values,
 * from memory. Heat capacities: common handbook values, from memory.
 * Valid range: 0–120 °C (linear temperature law). Uncertainty: copper 0.2 %, aluminium 1 %, iron
 * wire 20 %, brass 15 %, nichrome 5 %.
 */
export const CONDUCTORS = {
  copper: {
    name: 'Copper',
    resistivity_ohm_m: 1e-6 / 58,
    alpha20_per_K: 0.00393,
    density_kg_per_m3: 8890,
    heatCapacity_J_per_kgK: 385,
    source: 'IEC 60028.',
  },
  aluminium: {
    name: 'Aluminium',
    resistivity_ohm_m: 2.8264e-8,
    alpha20_per_K: 0.00403,
    density_kg_per_m3: 2703,
    heatCapacity_J_per_kgK: 897,
    source: 'IEC 60889, hard-drawn; from memory.',
  },
  iron: {
    name: 'Iron wire',
    resistivity_ohm_m: 1.2e-7,
    alpha20_per_K: 0.0055,
    density_kg_per_m3: 7860,
    heatCapacity_J_per_kgK: 450,
    source: 'Typical handbook value, from memory; ± 20 %.',
  },
  brass: {
    name: 'Brass',
    resistivity_ohm_m: 6.6e-8,
    alpha20_per_K: 0.0016,
    density_kg_per_m3: 8500,
    heatCapacity_J_per_kgK: 380,
    source: 'Typical handbook value, from memory; ± 15 %.',
  },
  nichrome: {
    name: 'Nichrome',
    resistivity_ohm_m: 1.09e-6,
    alpha20_per_K: 0.0001,
    density_kg_per_m3: 8400,
    heatCapacity_J_per_kgK: 450,
    source: 'Typical handbook value, from memory; ± 5 %.',
  },
} as const satisfies Record<string, Conductor>;

export type ConductorId = keyof typeof CONDUCTORS;
