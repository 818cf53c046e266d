import type { MetalMesh } from './pieceMesh.js';

/** Mass and first moments of what a mesh encloses, g and g·mm. */
export interface MeshMass {
  readonly massG: number;
  readonly xGmm: number;
  readonly yGmm: number;
  readonly zGmm: number;
}

/**
 * What closed meshes weigh together, by the divergence theorem: each triangle with the origin is a tetrahedron of volume
 * a·(b × c)/6 with its middle at (a + b + c)/4, and those outside cancel.
 */
export function meshMass(meshes: readonly MetalMesh[]): MeshMass {
  let [massG, xGmm, yGmm, zGmm] = [0, 0, 0, 0];
  for (const { densityGPerCm3, points, triangles } of meshes)
    for (let t = 0; t < triangles.length; t += 3) {
      const at = (corner: number, axis: number): number => points[3 * triangles[t + corner]! + axis]!;
      const [ax, ay, az] = [at(0, 0), at(0, 1), at(0, 2)];
      const [bx, by, bz] = [at(1, 0), at(1, 1), at(1, 2)];
      const [cx, cy, cz] = [at(2, 0), at(2, 1), at(2, 2)];
      const g = ((densityGPerCm3 / 1000) * (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx))) / 6;
      massG += g;
      xGmm += (g * (ax + bx + cx)) / 4;
      yGmm += (g * (ay + by + cy)) / 4;
      zGmm += (g * (az + bz + cz)) / 4;
    }
  return { massG, xGmm, yGmm, zGmm };
}
