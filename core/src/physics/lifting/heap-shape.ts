/** A heap of small steel objects as a material. Start values are typical, from memory. */
export interface HeapMaterial {
  /** Bulk density, kg/m³. */
  readonly density: number;
  /** Effective susceptibility. */
  readonly susceptibility: number;
  /** How far one of the objects stands out from the steel, m: no film is thinner; 0 when absent. */
  readonly grain?: number;
}

/** Obstacles to the heap near the lifting end. Metres; the face is at z = face. */
export interface TipShape {
  readonly face: number;
  readonly coreRadius: number;
  /** Front end of the winding and its outer radius. */
  readonly windingEnd: number;
  readonly windingRadius: number;
  /** Fullest flux density in the steel over that at which it is full; 0 when absent. */
  readonly fullness?: number;
  /** Radius of the hole in the face; 0 when absent. */
  readonly boreRadius?: number;
  /** Length of the steel over `coreRadius`; that of a short bolt when absent. */
  readonly slenderness?: number;
}

/** A way outward from the centre of a heap. Metres. */
export interface HeapRay {
  readonly number: number;
  readonly sin: number;
  readonly cos: number;
  /** Where it leaves the core, how far that is behind the face, and how far from the axis. */
  readonly inner: number;
  readonly behind: number;
  readonly across: number;
  /** Where it meets the plane of the winding's front end. */
  readonly blocked: number;
}
