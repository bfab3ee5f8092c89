/** What permanent magnets are made of. */
export interface MagnetMaterial {
  readonly name: string;
  readonly remanence_T: number;
  /** Field that undoes its magnetisation, A/m. */
  readonly coercivity_A_per_m: number;
  readonly density_kg_per_m3: number;
  /** Hotter than this it loses for good, °C. */
  readonly hottest_C: number;
  /** What a knock leaves of it. */
  readonly leftByKnock: number;
}

/**
 * Source: typical grades of IEC 60404-8-1, from memory (NdFeB 38, ferrite 26/24, AlNiCo 37/5); hardened
 * steel as in the table of steels. What a knock leaves: common practice, no source; neodymium and
 * ferrite break sooner than they forget.
 */
export const MAGNET_STUFFS = {
  neodymium: {
    name: 'Neodymium',
    remanence_T: 1.2,
    coercivity_A_per_m: 900e3,
    density_kg_per_m3: 7500,
    hottest_C: 80,
    leftByKnock: 1,
  },
  ferrite: {
    name: 'Ferrite (black)',
    remanence_T: 0.38,
    coercivity_A_per_m: 240e3,
    density_kg_per_m3: 4900,
    hottest_C: 250,
    leftByKnock: 1,
  },
  alnico: {
    name: 'Alnico (grey, often painted)',
    remanence_T: 1.2,
    coercivity_A_per_m: 50e3,
    density_kg_per_m3: 7300,
    hottest_C: 450,
    leftByKnock: 0.98,
  },
  steel: {
    name: 'Hardened steel, stroked',
    remanence_T: 1.0,
    coercivity_A_per_m: 3500,
    density_kg_per_m3: 7850,
    hottest_C: 100,
    leftByKnock: 0.8,
  },
} as const satisfies Record<string, MagnetMaterial>;

export type MagnetStuffId = keyof typeof MAGNET_STUFFS;
