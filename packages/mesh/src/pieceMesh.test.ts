import { cutInto, metalOf, rawPiece, type Cut, type Piece } from '@tare/core';
import { randomCuts, TRIED } from '@tare/core/testing';
import { randomLcg } from 'd3-random';
import { meshMass } from './meshMass.js';
import { pieceMesh } from './pieceMesh.js';

const raw = rawPiece({ densityGPerCm3: 7.85 }, TRIED);
type Mass = ReturnType<typeof meshMass>;
const ofMetal = ({ massG, momentGmm, alongGmm }: ReturnType<typeof metalOf>): Mass => ({
  massG,
  xGmm: momentGmm.re,
  yGmm: momentGmm.im,
  zGmm: alongGmm,
});
/** All of its metal, as if the rim were turned down to nothing. */
const whole = ofMetal(metalOf(raw, { kind: 'turn', counterweightId: TRIED.id, angleDeg: 0, halfArcDeg: 180, depthMm: 84.999 }));

/** How far the mesh after these cuts is in mass and moments from what the core leaves of the whole, at most. */
async function offRatio(cuts: readonly Cut[]): Promise<number> {
  let piece: Piece = raw;
  const left = { ...whole };
  for (const cut of cuts) {
    const taken = ofMetal(metalOf(piece, cut));
    for (const key of Object.keys(taken) as (keyof Mass)[]) left[key] -= taken[key];
    piece = cutInto(piece, cut);
  }
  const mesh = meshMass(await pieceMesh(piece));
  return Math.max(
    Math.abs(mesh.massG / left.massG - 1),
    Math.hypot(mesh.xGmm - left.xGmm, mesh.yGmm - left.yGmm) / Math.hypot(left.xGmm, left.yGmm),
    Math.abs(mesh.zGmm / left.zGmm - 1),
  );
}

describe('a counterweight as a mesh', () => {
  it('weighs what the core says, raw and after random cuts of every kind', async () => {
    expect(await offRatio([])).toBeLessThan(0.01);
    const random = randomLcg(0.29);
    for (let sequence = 0; sequence < 12; sequence += 1) expect(await offRatio(randomCuts(random))).toBeLessThan(0.01);
  });
  it('is a body for its own metal and one for every bar, and loses what a cut takes', async () => {
    const bar: Cut = {
      kind: 'bar',
      counterweightId: TRIED.id,
      angleDeg: 10,
      seat: { from: 'face', face: 'rear', radiusMm: 65 },
      diameterMm: 20,
      lengthMm: 20,
      depthMm: 20,
      densityGPerCm3: 17.5,
      replacesId: null,
    };
    const pressed = cutInto(raw, bar);
    const meshes = await pieceMesh(pressed);
    expect(meshes.map(({ densityGPerCm3 }) => densityGPerCm3)).toEqual([7.85, 17.5]);
    // A bar's mesh by itself is 17.5·π/4·20²·20 = 110 g.
    expect(meshMass([meshes[1]!]).massG).toBeCloseTo(110, 0);
    const [before, after] = [meshMass(await pieceMesh(raw)), meshMass(meshes)];
    const taken = metalOf(raw, bar);
    expect((before.massG - after.massG) / taken.massG).toBeCloseTo(1, 2);
    expect((before.zGmm - after.zGmm) / taken.alongGmm).toBeCloseTo(1, 2);
  });
  it('goes all the way round where a rim does', async () => {
    const wheel = rawPiece({ densityGPerCm3: 7.1 }, { ...TRIED, arcHalfWidthDeg: 180 });
    const drilled = cutInto(wheel, {
      kind: 'face',
      counterweightId: TRIED.id,
      angleDeg: 200,
      face: 'rear',
      radiusMm: 70,
      bitMm: 12,
      pointAngleDeg: 118,
      depthMm: 10,
    });
    const [round, rest] = [meshMass(await pieceMesh(wheel)), meshMass(await pieceMesh(drilled))];
    expect(round.massG / ((7.1 / 1000) * Math.PI * 85 ** 2 * 30)).toBeCloseTo(1, 2);
    expect(round.massG - rest.massG).toBeCloseTo((7.1 / 1000) * Math.PI * 36 * (10 + 6 / Math.tan((59 * Math.PI) / 180) / 3), 1);
  });
});
