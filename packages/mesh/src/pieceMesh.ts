import { rimArcOf, type FilledSolid, type Piece, type RimSolid, type RoundSolid } from '@tare/core';
import loadManifold, { type Manifold as Body, type ManifoldToplevel } from 'manifold-3d';

/** A body of one metal as triangles, wound outward: x towards 0°, y towards 90°, z along the crank from its own zero, mm. */
export interface MetalMesh {
  readonly densityGPerCm3: number;
  /** x, y and z of one point after the other. */
  readonly points: Float32Array;
  /** Three points' places each. */
  readonly triangles: Uint32Array;
}

/** Sides of a full circle: an inscribed polygon of so many is 0.07 % smaller. */
const SIDES = 96;
/** Solids that are open to the outside reach so far beyond the metal. */
const BEYOND_MM = 5;

/**
 * A counterweight as it is, as triangle meshes: its own metal, and every bar that stands in it. The same solids as its moments are
 * worked out from, put together by a library for solid geometry, in the order in which they were cut.
 * @param wasmUrl where the browser finds the library's WebAssembly; Node finds it by itself
 */
export async function pieceMesh(piece: Piece, wasmUrl?: string): Promise<MetalMesh[]> {
  const lib = await loadManifold(wasmUrl === undefined ? undefined : { locateFile: () => wasmUrl });
  lib.setup();
  const { sector, densityGPerMm3, counterweight } = piece;
  const width = 2 * sector.halfWidthMm;
  const start = ring(lib, 0, sector.radiusMm, sector.arc, width);
  let parent = start;
  let bars: { readonly body: Body; readonly densityGPerMm3: number }[] = [];
  const taken = (solid: Body): void => {
    parent = parent.subtract(solid);
    bars = bars.map((bar) => ({ ...bar, body: bar.body.subtract(solid) }));
  };
  /** What of a solid is empty now. */
  const empty = (solid: Body): Body => bars.reduce((left, { body }) => left.subtract(body), solid.intersect(start).subtract(parent));
  for (const op of piece.ops) {
    if (op.does === 'remove') taken(round(lib, op.solid, piece));
    else if (op.does === 'removeRim') taken(rim(lib, op.solid, piece));
    else if (op.does === 'fill') bars.push({ body: empty(round(lib, op.solid, piece)), densityGPerMm3: op.densityGPerMm3 });
    else parent = parent.add(empty(filled(lib, op.solid, piece)));
  }
  return [{ body: parent, densityGPerMm3 }, ...bars]
    .filter(({ body }) => !body.isEmpty())
    .map(({ body, densityGPerMm3: density }) => {
      const { numProp, vertProperties, triVerts } = body.translate([0, 0, counterweight.zMm]).getMesh();
      if (numProp !== 3) throw new Error(`A mesh has ${numProp} numbers a point.`);
      return { densityGPerCm3: density * 1000, points: vertProperties, triangles: triVerts };
    });
}

/** A ring's stretch, or a disc's where the inner radius is nothing, about the middle of the width. */
function ring(
  { Manifold }: ManifoldToplevel,
  innerMm: number,
  outerMm: number,
  arc: { readonly middleDeg: number; readonly halfDeg: number },
  width: number,
): Body {
  const around = (mm: number): [number, number][] =>
    rimArcOf(arc, Math.max(3, Math.ceil((SIDES * Math.min(180, arc.halfDeg)) / 180))).map(({ cos, sin }) => [mm * cos, mm * sin]);
  if (arc.halfDeg >= 180) {
    const disc = (mm: number): Body => Manifold.extrude([around(mm).slice(0, -1)], width, 0, 0, [1, 1], true);
    return innerMm <= 0 ? disc(outerMm) : disc(outerMm).subtract(disc(innerMm));
  }
  const inside: [number, number][] = innerMm <= 0 ? [[0, 0]] : around(innerMm).reverse();
  return Manifold.extrude([[...around(outerMm), ...inside]], width, 0, 0, [1, 1], true);
}

const rim = (lib: ManifoldToplevel, { innerMm, arc }: RimSolid, { sector }: Piece): Body =>
  ring(lib, innerMm, sector.radiusMm + BEYOND_MM, arc, 2 * sector.halfWidthMm + BEYOND_MM);

/** A cylinder with its drill's point, laid along its axis. */
function round({ Manifold }: ManifoldToplevel, solid: RoundSolid, { sector }: Piece): Body {
  const a = solid.radiusMm;
  const cone = (base: Body, pointMm: number): Body =>
    // Along +z: the point first, then the shaft of the hole.
    pointMm < 1e-9 ? base : base.add(Manifold.cylinder(pointMm, 0, a, SIDES).translate([0, 0, -pointMm]));
  if (solid.shape === 'radial') {
    const topMm = Number.isFinite(solid.topMm) ? solid.topMm : sector.radiusMm + BEYOND_MM;
    const upright = cone(Manifold.cylinder(topMm - solid.shoulderMm, a, a, SIDES), solid.pointMm).translate([0, 0, solid.shoulderMm]);
    return upright.rotate([0, 90, solid.angleDeg]).translate([0, 0, solid.zMm]);
  }
  const fromMm = Number.isFinite(solid.topMm) ? solid.topMm : -BEYOND_MM;
  const inward = cone(Manifold.cylinder(solid.depthMm - fromMm, a, a, SIDES), solid.pointMm).translate([0, 0, -solid.depthMm]);
  // Upright it goes in downward, from a face at 0: as from the rear.
  const turned = solid.inward === 1 ? inward.rotate([180, 0, 0]) : inward;
  return turned.translate([solid.xMm, solid.yMm, solid.faceMm]);
}

const filled = (lib: ManifoldToplevel, { bores, under }: FilledSolid, piece: Piece): Body =>
  under.reduce(
    (left, gone) => left.subtract(rim(lib, gone, piece)),
    bores.map((bore) => round(lib, bore, piece)).reduce((all, bore) => all.add(bore)),
  );
