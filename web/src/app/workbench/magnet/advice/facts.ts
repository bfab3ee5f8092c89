import { LIFT_METHODS, type DesignDocument } from '@nab/contract/experiments';
import {
  saturationFluxDensity,
  maxAmpereTurns,
  CONDUCTORS,
  findCell,
  LONGEST_TRIAL_S,
  LIFTED_OVER_HEAP,
  MATERIALS,
  SMALL_OBJECTS,
  trialsOfCharge,
  WARM_CELL_C,
} from '@nab/core/physics';
import {
  chainAt,
  loadHeld,
  turnOffOf,
  residualAfter,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core/experiments';
import { parseQuantity, formatNumber, formatQuantity } from '@nab/core/quantities';
import { predictiveBand, type ClassPosterior } from '@nab/core/statistics';
import {
  bandText,
  countText,
  objectWord,
  percentText,
  secondsText,
  wireText,
  unitsOf,
} from '@nab/words/terms';
import type { Fact } from '../../frame';

const ohm = (value: number): string => formatQuantity(value, 'resistance');
const amp = (value: number): string => formatQuantity(value, 'current');
const volt = (value: number): string => formatQuantity(value, 'voltage');
const mm = (value: number): string => formatQuantity(value, 'length', 'mm');

/** The few numbers that decide, each with its reason; they follow the hand while it drags. */
export function decidingFacts(
  document: DesignDocument,
  e: Evaluation,
  belief: ClassPosterior,
): Fact[] {
  const { winding, load } = document;
  const band = predictiveBand(belief, e.liftedCount);
  const many = objectWord(load, 2);
  return [
    {
      name: `${many[0]!.toUpperCase()}${many.slice(1)} lifted`,
      value: countText(band.median),
      note: `likely ${bandText(band)}`,
      formula: 'mass lifted ÷ mass of one, with the spread between classes around it',
      inputs: [
        `mass lifted ${formatQuantity(e.liftedMass, 'mass')}`,
        `one ${objectWord(load, 1)}: ${load.massEach}`,
        `between nine classes in ten: ${bandText(band)}`,
      ],
      source: 'Heap in the field of the tip; spread from memory until a class was counted.',
    },
    {
      name: 'On at most',
      value: secondsText(e.allowedOnTime),
      note: cellsEnd(e)
        ? `until the cells are at ${WARM_CELL_C} °C inside`
        : `${Number.isFinite(e.allowedOnTime) ? 'from cold to' : 'stays below'} ${e.touchLimit} °C`,
      formula:
        'C dT/dt = I² R(T) − h A (T − room) − G (T − core), until the winding reaches its touch limit',
      inputs: [
        `heat capacity of the winding C = ${formatNumber(e.lump.heatCapacity)} J/K`,
        'h = 11 W/m²K in still air',
        `touched: ${e.touched}, limit ${e.touchLimit} °C`,
        ...(e.lump.core
          ? [
              `core C = ${formatNumber(e.lump.core.heatCapacity)} J/K, G = ${formatNumber(e.lump.core.coupling)} W/K`,
            ]
          : []),
        ...(e.cells
          ? [
              `each cell makes ${formatNumber(e.cells.power)} W inside itself: ${Number.isFinite(e.cells.onTime) ? `${WARM_CELL_C} °C after ${secondsText(e.cells.onTime)}` : 'never too warm'}`,
            ]
          : []),
        `left on for good it would reach ${Number.isFinite(e.steadyTemperature) ? `${Math.round(e.steadyTemperature)} °C` : 'no balance'}`,
      ],
      source: 'Touch limits: ISO 13732-1, from memory. Still air: common practice, no source.',
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
      name: 'Wire to cut',
      value: wireText(e.wireLength, unitsOf([parseQuantity(document.core.length, 'length').unit])),
      formula: 'Σ over layers of N √((2πr)² + p²), and two tails',
      inputs: [
        `${winding.turns} turns, first layer at r = ${mm(e.winding.layers[0]!.radius)}`,
        `distance of turns p = ${mm(e.winding.pitch)}`,
        `tails of ${winding.tails}`,
      ],
      source: 'Geometry of a helix.',
    },
  ];
}

/** The numbers behind the sentence about a magnet, each with its reason. */
export function factsOf(document: DesignDocument, e: Evaluation): Fact[] {
  const { winding, wire, core } = document;
  const conductor = CONDUCTORS[wire.conductor];
  const material = MATERIALS[core.material];
  const layers = e.winding.layers.length;
  const { method } = document.load;
  const { heap } = SMALL_OBJECTS[document.load.object];
  return [
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
      source: conductor.source,
    },
    ...chargeFact(document, e),
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
      name: 'How full the steel is',
      value: material.magnetic
        ? percentText(Math.min(1, e.peakFluxDensity / saturationFluxDensity(material.curve)))
        : 'not steel',
      note: 'at its fullest place; full steel gains almost nothing from more current',
      formula:
        'Newton’s method for M = M(H) in each of the core’s segments, H = winding + own charges',
      inputs: [
        `greatest flux density in the steel: ${formatNumber(e.peakFluxDensity)} T`,
        `${e.core.prepared.core.count} segments, ${e.core.iterations} iterations`,
        ...(material.magnetic
          ? [
              `${material.name}: full at about ${formatNumber(saturationFluxDensity(material.curve), 2)} T`,
            ]
          : [`${material.name}: not magnetic`]),
      ],
      source:
        'Segmented rod, held against finite elements (docs/accuracy.md). Steel: typical values.',
    },
    {
      name: 'Field at the tip',
      value: `${formatNumber(Math.abs(e.faceFluxDensity) * 1000)} mT`,
      note: 'mean over the end that lifts',
      formula: 'flux of the face’s own charge and of all others through it, ÷ its area',
      inputs: [`${e.core.prepared.core.count} segments of the core`],
      source: 'Segmented rod, held against finite elements (docs/accuracy.md).',
    },
    {
      name: 'Mass lifted',
      value: formatQuantity(e.liftedMass, 'mass'),
      formula: 'k ρ × the volume where (μ₀ χ/2) ∇|H|² in the heap exceeds ρ g',
      inputs: [
        `heap of ${objectWord(document.load, 2)}: ρ = ${heap.density} kg/m³, χ = ${heap.susceptibility}`,
        `${LIFT_METHODS[method].toLowerCase()}: k = ${LIFTED_OVER_HEAP[method]}`,
        `mean flux density of the face ${formatNumber(e.faceFluxDensity * 1000)} mT`,
        `one object: ${document.load.massEach}`,
      ],
      source:
        'Force on a weakly magnetic body that weakens the field in itself, held against finite elements (docs/accuracy.md); ρ, χ and k from memory.',
    },
    {
      name: 'Most this battery could do',
      value: `${formatNumber(maxAmpereTurns(e))} A`,
      note: 'ampere-turns, with wire in the same room that matches the battery',
      formula: 'E ÷ (2 √(r k)), with the coil’s resistance = k N²',
      inputs: [
        `E = ${volt(e.source.emf)}, r with leads = ${ohm(e.source.resistance + e.leadResistance)}`,
        'the same space filled with wire of the thickness that matches',
      ],
      source: 'Maximum power transfer.',
    },
  ];
}

/** Whether the cells, and not the winding, end a trial. */
function cellsEnd(e: Evaluation): boolean {
  return e.cells !== null && Number.isFinite(e.cells.onTime) && e.cells.onTime <= e.allowedOnTime;
}

/** How long the batteries last, in trials of the longest allowed length. */
function chargeFact(document: DesignDocument, e: Evaluation): Fact[] {
  const { supply } = document;
  if (!e.cells || e.cells.current === 0) return [];
  const cell = findCell(supply.chemistry, supply.size);
  const onTime = Math.min(LONGEST_TRIAL_S, e.allowedOnTime);
  const trials = trialsOfCharge(cell, e.cells.current, onTime);
  return [
    {
      name: 'Batteries last',
      value: `${trials} trials`,
      note: `of ${secondsText(onTime)}, until half their charge is drawn`,
      formula: '½ Q ÷ (I t)',
      inputs: [
        `Q of one cell = ${formatNumber(cell.charge_C / 3.6)} mAh`,
        `I through one cell = ${amp(e.cells.current)}`,
      ],
      source:
        'Typical charge at classroom currents, from memory; a strong current draws less of it.',
    },
  ];
}

/** What a magnet lifts besides a heap, and what switching off does; these follow the hand at rest. */
export function liftFactsOf(document: DesignDocument, magnet: MagnetDesign, e: Evaluation): Fact[] {
  const material = MATERIALS[document.core.material];
  const residual = residualAfter(magnet, e);
  const chain = chainAt(magnet, e);
  const load = loadHeld(magnet, e);
  const opening = turnOffOf(magnet, e);
  return [
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
      name: 'After a knock',
      value: countText(residual.afterKnock),
      formula: 'as “Stays stuck”, with 0.6 of the magnetisation',
      inputs: ['a knock against the table shakes about four tenths of it loose'],
      source: 'Typical, from memory.',
    },
    {
      name: 'Chain',
      value: String(chain.count),
      note: 'one hanging from the other',
      formula: 'Φ²/(2 μ₀ d²) at every contact must hold the weight below it',
      inputs: [
        'flux leaks from the chain all along and is lost at each contact, gap 0.1 mm',
        `contacts from the top: ${chain.pulls.map((pull) => `${formatNumber(pull * 1000, 2)} mN`).join(', ') || 'none holds'}`,
        `one object: ${document.load.massEach}`,
      ],
      source: 'Leakage of a long cylinder; contact gap from memory, so ± one object.',
    },
    {
      name: magnet.pair ? 'Bar held' : 'Plate held',
      value: formatQuantity(load.mass, 'mass', load.mass >= 1 ? 'kg' : 'g', 2),
      note: `across ${formatQuantity(load.gap, 'length', 'mm')}`,
      formula: 'change of the field’s co-energy with the gap, ÷ g',
      inputs: [
        `pull ${formatQuantity(load.force, 'force', 'N')}`,
        'mirror image of the magnet in the plate, mended for the plate’s size; the plate keeps a potential of its own',
      ],
      source: 'Held against finite elements: within 6 % at gaps of 0.02–2 mm (docs/accuracy.md).',
    },
    {
      name: 'Stored energy',
      value: `${formatNumber(opening.energy * 1000, 2)} mJ`,
      note: `L = ${formatNumber(opening.inductance * 1000, 2)} mH`,
      formula: '½ L I², with L = flux linkage ÷ current',
      inputs: [
        `I = ${formatQuantity(e.circuit.current, 'current')}`,
        'L of the winding (Lorenz) and of the core (its linkage at this current)',
      ],
      source: 'Any textbook; eddy currents in the core soften the kick.',
    },
    {
      name: 'Kick, switching off',
      value: formatQuantity(opening.kick, 'voltage', 'V', 2),
      note: magnet.leads.diode ? 'with the diode' : 'without a diode, ×/÷ 3',
      formula: magnet.leads.diode
        ? 'n V ln(1 + I/I_s) + I R_s of the diode'
        : 'first peak of the swing of L against 200 pF, damped by 1 kΩ; a spark holds it at 330 V',
      inputs: [
        `L = ${formatNumber(opening.inductance * 1000, 2)} mH, I = ${formatQuantity(e.circuit.current, 'current')}`,
      ],
      source: 'Parallel R-L-C circuit, held against the flyback cases; stray values from memory.',
    },
    {
      name: 'How well the steel stays magnetic',
      value: `${material.coercivity_A_per_m} A/m`,
      note: 'the field that takes its magnetism away (coercive field strength), typical',
      formula: 'from the table of steels',
      inputs: [material.note],
      source: 'Values from memory, within ×/÷ 2.',
    },
  ];
}
