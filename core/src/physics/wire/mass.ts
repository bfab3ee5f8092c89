import { CONDUCTORS, type ConductorId } from './conductors.js';
import { wireSection, type WoundWire } from './section.js';

/** Density of enamel and of plastic cover or tape, kg/m³. Typical polymers, from memory. */
const POLYMER = 1350;

/**
 * Mass of a metre of wire with what insulates it, kg/m. Uncertainty 3 %: diameters have tolerances,
 * and the insulation is taken at its greatest.
 * @throws CoreError as {@link wireSection}.
 */
export function massOfMetre(wire: WoundWire & { readonly conductor: ConductorId }): number {
  const { area, width, height, conductors } = wireSection(wire);
  const metal = conductors * area;
  // A round wire fills a circle of its height, a cable two of them, a strip its whole section.
  const whole = wire.form === 'foil' ? width * height : (conductors * Math.PI * height ** 2) / 4;
  const insulation = Math.max(0, whole - metal) * POLYMER;
  return metal * CONDUCTORS[wire.conductor].density_kg_per_m3 + insulation;
}
