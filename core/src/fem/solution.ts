import type { ElementTable } from './elements.js';
import type { Mesh } from './mesh.js';

/** The field that was found. */
export interface FieldSolution {
  readonly mesh: Mesh;
  readonly table: ElementTable;
  /** ψ = ρ A_φ at every node without that of the background, T·m². */
  readonly u: Float64Array;
  readonly status: 'converged' | 'stalled';
  readonly iterations: number;
  /** Size of the last Newton step in the energy's norm, relative to the field's. */
  readonly residual: number;
}
