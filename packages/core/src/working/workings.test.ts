import { bar, inFace, radial, turn } from '../cuts/testing/cuts.js';
import { bobWeight } from '../bob/bobWeight.js';
import { radialHole } from '../rotor/hole.js';
import { toPlanes } from '../rotor/planes.js';
import { tolerance } from '../rotor/tolerance.js';
import { rodEnds } from '../weigh/rodClosure.js';
import { summariseReadings } from '../weigh/summariseReadings.js';
import { bobWorking, cutWorking, meanWorking, planeTransferWorking, rodEndsWorking, toleranceWorking } from './workings.js';

const planes = { zAMm: 0, zBMm: 400, radiusAMm: 85, radiusBMm: 85 };

describe('workings', () => {
  it('lay open what went in and what came out', () => {
    const readings = [612.4, 612.6];
    expect(meanWorking('Piston 1', readings, summariseReadings(readings))).toMatchObject({
      inputs: [{ value: 612.4, unit: 'g' }, { value: 612.6 }],
      result: { value: 612.5, unit: 'g' },
    });
    expect(meanWorking('Piston 1', [612.4], summariseReadings([612.4])).note).toContain('not known');
    const input = {
      rodSets: [{ cylinder: 1, bigEndG: 448, bearingPairG: 42, smallEndG: 186, pistonG: 612, pinG: 148, lockPairG: 2.4, ringSetG: 46 }],
      oilG: 4,
      factorRatio: 0.5,
    };
    const bob = bobWorking('Pin 1', bobWeight(input), 0.5);
    expect(bob.result.value).toBeCloseTo(991.2, 9);
    expect(bob.inputs).toContainEqual({ label: 'factor', value: 50, unit: '%' });
  });
  it('carry the hole’s mass and the planes’ shares', () => {
    const hole = { rimRadiusMm: 85, bitMm: 12, pointAngleDeg: 118, depthMm: 20, densityGPerCm3: 7.85 };
    const metal = radialHole(hole);
    const working = cutWorking(radial({ bitMm: 12, depthMm: 20 }), hole, metal);
    expect(working).toMatchObject({ result: { value: metal.momentGmm, unit: 'g·mm' } });
    expect(working.inputs).toContainEqual({ label: 'full-diameter depth', value: 20, unit: 'mm' });
    for (const cut of [bar(), inFace(), turn()]) expect(cutWorking(cut, hole, metal).inputs.every(({ value }) => Number.isFinite(value))).toBe(true);
    const u = { re: 300, im: 0 };
    const transfer = planeTransferWorking(u, 100, planes, toPlanes(u, 100, planes));
    expect(transfer.result.value).toBe(225);
    expect(transfer.note).toContain('75.00 g·mm');
  });
  it('tell a checked rod from an unchecked one', () => {
    const w = (meanG: number): { meanG: number; varianceG2: number } => ({ meanG, varianceG2: 0.01 });
    expect(rodEndsWorking('Rod 1', rodEnds({ total: w(630), bigEnd: w(450), smallEnd: w(180) }), 'bigEndG')?.note).toContain('add up');
    expect(rodEndsWorking('Rod 1', rodEnds({ total: w(630), bigEnd: w(455), smallEnd: w(180) }), 'bigEndG')?.note).toContain('do not add up');
    expect(rodEndsWorking('Rod 1', rodEnds({ total: w(630), bigEnd: null, smallEnd: w(180) }), 'bigEndG')?.note).toContain('no check');
    expect(rodEndsWorking('Rod 1', rodEnds({ total: w(630), bigEnd: null, smallEnd: null }), 'bigEndG')).toBeNull();
  });
  it('state the school', () => {
    const rotor = { massKg: 26, massCentreZMm: 200, redlineRpm: 5200 };
    expect(toleranceWorking(tolerance({ school: 'gradeG', value: 6.3 }, planes, rotor)).formula).toContain('9549');
    expect(toleranceWorking(tolerance({ school: 'gramsAtRadius', value: 1 }, planes, rotor)).result).toEqual({ label: 'A', value: 85, unit: 'g·mm' });
  });
});
