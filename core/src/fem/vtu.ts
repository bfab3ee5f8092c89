import { shellToReal, heightToReal } from './elements.js';
import { forEachQuadraturePoint } from './outputs.js';
import type { FieldSolution } from './solution.js';

/** VTK's number of the triangle of second order. */
const QUADRATIC_TRIANGLE = 22;

/**
 * A solution as an unstructured grid in VTK's XML format: second-order triangles of the half-plane
 * (x = radius, y = height, m), flux through the coaxial disc at every node (Wb), flux density (T) and
 * body of every triangle. Triangles that reach to infinity are left out.
 * Source: VTK User's Guide, file formats (VTU, ASCII).
 */
export function vtuOf(solution: FieldSolution): string {
  const { mesh, u } = solution;
  const { grid, triangles } = mesh;
  const numberOf = new Int32Array(mesh.x.length).fill(-1);
  const points: string[] = [];
  const flux: string[] = [];
  const cells: string[] = [];
  const fields: string[] = [];
  const bodies: number[] = [];
  const short = (x: number): string => x.toPrecision(8);
  for (let t = 0; t < mesh.body.length; t++) {
    const nodes = Array.from(triangles.subarray(t * 6, t * 6 + 6));
    const endless = nodes.some((n) => mesh.outer[n]);
    if (endless) continue;
    for (const node of nodes) {
      if (numberOf[node]! >= 0) continue;
      numberOf[node] = points.length;
      const r = shellToReal(mesh.x[node]!, grid.shell.r, grid.shell.width).at;
      points.push(`${short(r)} ${short(heightToReal(grid, mesh.y[node]!).at)} 0`);
      flux.push(short(2 * Math.PI * u[node]! + Math.PI * r * r * (mesh.problem.background ?? 0)));
    }
    // VTK wants the middle of the first side first; here middles lie opposite to corners.
    const [a, b, c, bc, ca, ab] = nodes.map((node) => numberOf[node]!);
    cells.push([a, b, c, ab, bc, ca].join(' '));
    let [r, z, volume] = [0, 0, 0];
    forEachQuadraturePoint(solution, t, (br, bz, weight) => {
      r += weight * br;
      z += weight * bz;
      volume += weight;
    });
    fields.push(`${short(r / volume)} ${short(z / volume)} 0`);
    bodies.push(mesh.body[t]!);
  }
  const array = (type: string, name: string, values: readonly unknown[], parts = 1): string =>
    `<DataArray type="${type}" Name="${name}" NumberOfComponents="${parts}" format="ascii">\n${values.join('\n')}\n</DataArray>`;
  return `<?xml version="1.0"?>
<VTKFile type="UnstructuredGrid" version="0.1" byte_order="LittleEndian">
<UnstructuredGrid>
<Piece NumberOfPoints="${points.length}" NumberOfCells="${cells.length}">
<Points>
${array('Float64', 'position_m', points, 3)}
</Points>
<Cells>
${array('Int32', 'connectivity', cells)}
${array(
  'Int32',
  'offsets',
  cells.map((_, k) => 6 * (k + 1)),
)}
${array(
  'UInt8',
  'types',
  cells.map(() => QUADRATIC_TRIANGLE),
)}
</Cells>
<PointData>
${array('Float64', 'flux_Wb', flux)}
</PointData>
<CellData>
${array('Float64', 'flux_density_T', fields, 3)}
${array('Int32', 'body', bodies)}
</CellData>
</Piece>
</UnstructuredGrid>
</VTKFile>
`;
}
