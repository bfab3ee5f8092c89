import type { DesignDocument } from '@nab/contract';
import {
  ampereTurnsYardstick,
  CONDUCTORS,
  formatNumber,
  formatQuantity,
  MATERIALS,
  residualAfter,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core';
import { countText, secondsText, wireText } from '../words';

/** A number, and the answer to “why?”: its formula, what went into it, and where the formula is from. */
export interface Fact {
  readonly name: string;
  readonly value: string;
  readonly note?: string;
  readonly formula: string;
  readonly inputs: readonly string[];
  readonly source: string;
}

/** The numbers that support the sentence about a magnet, each with its reason. */
export function factsOf(document: DesignDocument, magnet: MagnetDesign, e: Evaluation): Fact[] {
  const { winding, wire, core } = document;
  const residual = residualAfter(magnet, e);
  const conductor = CONDUCTORS[wire.conductor];
  const material = MATERIALS[core.material];
  const layers = e.winding.layers.length;
  const first = e.winding.layers[0]!;
  const ohm = (value: number): string => formatQuantity(value, 'resistance');
  const amp = (value: number): string => formatQuantity(value, 'current');
  const volt = (value: number): string => formatQuantity(value, 'voltage');
  const mm = (value: number): string => formatQuantity(value, 'length', 'mm');
  return [
    {
      name: 'Wire to cut',
      value: wireText(e.wireLength),
      formula: 'Σ over layers of N √((2πr)² + p²), and two tails',
      inputs: [
        `${winding.turns} turns, first layer at r = ${mm(first.radius)}`,
        `distance of turns p = ${mm(e.winding.pitch)}`,
        `tails of ${winding.tails}`,
      ],
      source: 'Geometry of a helix.',
    },
    {
      name: 'Layers',
      value: String(layers),
      note: `${e.winding.turnsPerLayer} turns fit in one`,
      formula: 'turns ÷ (length of the winding ÷ (overall wire diameter × neatness)), rounded up',
      inputs: [
        `from ${winding.start} to ${winding.end}`,
        `wire ${mm(e.wire.width)} thick with its insulation`,
        `neatness ${winding.neatness}`,
      ],
      source:
        'Overall diameters: IEC 60317-0-1, from memory. Neatness: common practice, no source.',
    },
    {
      name: 'Coil resistance',
      value: ohm(e.coilResistance),
      formula: 'R = ρ₂₀ (1 + α₂₀ (T − 20 °C)) · length ÷ cross-section',
      inputs: [
        `ρ₂₀ = ${(conductor.resistivity_ohm_m * 1e8).toFixed(4)}·10⁻⁸ Ω·m (${conductor.name.toLowerCase()})`,
        `length ${wireText(e.wireLength)}, diameter ${wire.size}`,
        `room at ${document.roomTemperature}`,
      ],
      source: 'IEC 60028 for copper.',
    },
    {
      name: 'Current',
      value: amp(e.circuit.current),
      formula: 'I = E ÷ (r + leads + coil)',
      inputs: [
        `E = ${volt(e.source.emf)}, inside the cells r = ${ohm(e.source.resistance)}`,
        `leads ${ohm(e.leadResistance)}, coil ${ohm(e.coilResistance)}`,
      ],
      source: 'Ohm’s law. Cells: typical fresh values, unless measured.',
    },
    {
      name: 'Terminal voltage',
      value: volt(e.circuit.terminalVoltage),
      note: `of ${volt(e.source.emf)}`,
      formula: 'E − I r',
      inputs: [
        `E = ${volt(e.source.emf)}, I = ${amp(e.circuit.current)}, r = ${ohm(e.source.resistance)}`,
      ],
      source: 'Ohm’s law.',
    },
    {
      name: 'Ampere-turns',
      value: `${formatNumber(e.ampereTurns)} A`,
      formula: 'N I',
      inputs: [`N = ${winding.turns}, I = ${amp(e.circuit.current)}`],
      source: 'Definition of magnetomotive force.',
    },
    {
      name: 'Heat in the coil',
      value: `${formatNumber(e.circuit.coilPower)} W`,
      formula: 'I² R of the coil',
      inputs: [`I = ${amp(e.circuit.current)}, R = ${ohm(e.coilResistance)}`],
      source: 'Joule’s law.',
    },
    {
      name: 'On at most',
      value: secondsText(e.allowedOnTime),
      note: Number.isFinite(e.allowedOnTime) ? 'from cold to 45 °C' : 'stays below 45 °C',
      formula: 'C dT/dt = I² R(T) − h A (T − room), until the winding reaches 45 °C',
      inputs: [
        `heat capacity of the winding C = ${formatNumber(e.lump.heatCapacity)} J/K`,
        'h = 11 W/m²K in still air',
        `left on for good it would reach ${Number.isFinite(e.steadyTemperature) ? `${Math.round(e.steadyTemperature)} °C` : 'no balance'}`,
      ],
      source: 'Touch limits: ISO 13732-1, from memory. Still air: common practice, no source.',
    },
    {
      name: 'Steel, fullest',
      value: `${formatNumber(e.peakFluxDensity)} T`,
      formula:
        'Newton’s method for M = M(H) in each of the core’s segments, H = winding + own charges',
      inputs: [
        `${e.core.prepared.core.count} segments, ${e.core.iterations} iterations`,
        `${material.name}: saturates at about 2 T`,
      ],
      source:
        'Segmented rod, held against finite elements (docs/accuracy.md). Steel: typical values.',
    },
    {
      name: 'Mass lifted',
      value: formatQuantity(e.liftedMass, 'mass'),
      formula: 'ρ × the volume where (μ₀ χ/2) ∇|H|² exceeds ρ g',
      inputs: [
        'heap of wire-like objects: ρ = 900 kg/m³, χ = 3',
        `mean flux density of the face ${formatNumber(e.faceFluxDensity * 1000)} mT`,
        `one object: ${document.load.massEach}`,
      ],
      source: 'Force on a weakly magnetic body; ρ and χ typical, from memory.',
    },
    {
      name: 'Stays stuck',
      value: countText(residual.heldCount),
      note: 'after switching off; a knock shakes part of it off',
      formula: 'M = min(B_r/μ₀, H_c/N), then the heap of its charges',
      inputs: [
        `H_c = ${material.coercivity_A_per_m} A/m`,
        `left in the core: ${formatNumber(residual.fluxDensity * 1000)} mT`,
      ],
      source:
        'A plain estimate from the demagnetising factor; H_c typical, within a factor of two.',
    },
    {
      name: 'Yardstick',
      value: `${formatNumber(ampereTurnsYardstick(e))} A`,
      note: 'most ampere-turns with wire that matches this battery',
      formula: 'E ÷ (2 √(r k)), with the coil’s resistance = k N²',
      inputs: [
        `E = ${volt(e.source.emf)}, r with leads = ${ohm(e.source.resistance + e.leadResistance)}`,
        'the same space filled with wire of the thickness that matches',
      ],
      source: 'Maximum power transfer.',
    },
  ];
}
