import type { PinBob } from '../bob/bobCard.js';
import type { BobWeight } from '../bob/bobWeight.js';
import type { PartKind } from '../parts/facts.js';
import type { SpinFigures } from '../job/jobFigures.js';
import type { CylinderSet } from '../match/cylinderSets.js';
import { besideRadiusMm, diameterOf, isRimCut, type Cut, type CutKind } from '../rotor/cut.js';
import type { HoleMetal } from '../rotor/hole.js';
import { pointHeightMm } from '../rotor/hole.js';
import type { PlaneUnbalance, Planes } from '../rotor/planes.js';
import { planeShares } from '../rotor/planes.js';
import type { Tolerance } from '../rotor/tolerance.js';
import type { Working, WorkingValue } from '../units/working.js';
import { toPolar, type Vector } from '../units/vector.js';
import type { ReadingSummary } from '../weigh/summariseReadings.js';
import type { RodEnds } from '../weigh/rodClosure.js';

/*
 * The working of each figure that the card shows: the numbers that went in, the formula in words, what came out.
 * Nothing is computed anew here; a working only lays open what a computation was given and gave.
 */

const value = (label: string, v: number, unit: string): WorkingValue => ({ label, value: v, unit });

/** Mean of placements. */
export function meanWorking(title: string, readingsG: readonly number[], summary: ReadingSummary): Working {
  return {
    title,
    formula: 'mean = sum of placements ÷ number of placements',
    inputs: readingsG.map((g, i) => value(`placement ${i + 1}`, g, 'g')),
    result: value('mean', summary.meanG, 'g'),
    note:
      summary.standardErrorG === null
        ? 'One placement: its scatter is not known.'
        : `Spread ${summary.spreadG.toFixed(2)} g, standard error ${summary.standardErrorG.toFixed(3)} g.`,
  };
}

/** A rod's ends made to add up; null while they are unknown. */
export function rodEndsWorking(title: string, rod: RodEnds, end: 'bigEndG' | 'smallEndG'): Working | null {
  if (rod.kind === 'unknown') return null;
  const result = value(end === 'bigEndG' ? 'big end' : 'small end', rod[end], 'g');
  if (rod.kind === 'derived') {
    return {
      title,
      formula: 'big end + small end = total',
      inputs: [value('total', rod.totalG, 'g'), value('big end', rod.bigEndG, 'g'), value('small end', rod.smallEndG, 'g')],
      result,
      note: `The ${rod.derived === 'bigEnd' ? 'big end' : rod.derived === 'smallEnd' ? 'small end' : 'total'} follows from the other two; there is no check on it.`,
    };
  }
  return {
    title,
    formula: 'each reading takes its variance’s share of the closure error, so that big end + small end = total',
    inputs: [
      value('ends minus total', rod.closureG, 'g'),
      value('95 % bound of that', rod.closureBoundG, 'g'),
      value('total, adjusted', rod.totalG, 'g'),
    ],
    result,
    note: rod.closes
      ? 'The ends add up to the total within the scatter.'
      : 'The ends do not add up: the fixture moved or the rod was not level. Weigh again.',
  };
}

const SET_PART_WORDS: Readonly<Record<PartKind, string>> = {
  piston: 'piston',
  pin: 'pin',
  lockPair: 'locks',
  ringSet: 'rings',
  rod: 'rod',
  bearingPair: 'bearings',
  cylinderSet: 'weighed together',
  pressedAssembly: 'small end with piston and pin',
};

/** A cylinder's removal and its bare piston target. */
export function removalWorking(set: CylinderSet, targetG: number): Working {
  return {
    title: `Cylinder ${set.cylinder}: what comes off`,
    formula: 'removal = set − lightest undamaged set; bare target = what is cut, alone on the scale, − removal',
    inputs: [
      ...Object.entries(set.parts).map(([kind, g]) => value(SET_PART_WORDS[kind as keyof typeof set.parts], g, 'g')),
      value('set', set.weightG, 'g'),
      value('target', targetG, 'g'),
      value('removal', set.removalG, 'g'),
    ],
    result: value('bare target', set.bareTargetG, 'g'),
  };
}

/** A pin's bob weight. */
export function bobWorking(title: string, card: BobWeight, factorRatio: number): Working {
  return {
    title,
    formula: 'bob weight = rotating + factor × reciprocating',
    inputs: [
      ...card.lines.map((line) => value(`${line.name}${line.eachG.length > 1 ? ` × ${line.eachG.length}` : ''}`, line.sumG, 'g')),
      value('rotating', card.rotatingG, 'g'),
      value('reciprocating', card.reciprocatingG, 'g'),
      value('factor', factorRatio * 100, '%'),
    ],
    result: value('bob weight', card.bobWeightG, 'g'),
  };
}

/** One figure for pins that agree: their mean. */
export function commonBobWorking(pins: readonly PinBob[], commonG: number): Working {
  return {
    title: 'Bob weight, every pin',
    formula: 'one figure = mean of the pins’ bob weights, which lie within what bobs are built to',
    inputs: pins.map(({ pin, card }) => value(`pin ${pin}`, card.bobWeightG, 'g')),
    result: value('bob weight', commonG, 'g'),
  };
}

const FORMULAS: Readonly<Record<CutKind, string>> = {
  radial: 'moment = density × ∬ (x_top² − x_bottom²)/2 dA over the hole: cylinder plus cone, entered through the curved rim',
  face: 'moment = density × (cylinder + cone) × radius of the axis',
  bar: 'moment = density × what the bore takes × radius − bar’s density × bar × radius; below zero it is brought',
  redrill: 'moment = density × ∫ r dV over the new hole, less what the old one had taken of it',
  weld: 'moment = − density × ∫ r dV over what is empty of the hole, flush with the rim as it is',
  turn: 'moment = density × width × ⅔ sin α × (R³ − (R − t)³), less what holes had taken of it',
  grind: 'moment = density × width × ⅔ sin α × (R³ − (R − t)³), less what holes had taken of it',
};

/** Mass and moment of a cut as it was made, after all that was cut before it. */
export function cutWorking(
  cut: Cut,
  { rimRadiusMm, densityGPerCm3 }: { readonly rimRadiusMm: number; readonly densityGPerCm3: number },
  metal: HoleMetal,
): Working {
  const radiusMm = besideRadiusMm(cut);
  const lines: (WorkingValue | null)[] = [
    isRimCut(cut) || radiusMm === null ? value('rim radius', rimRadiusMm, 'mm') : value('radius of its axis', radiusMm, 'mm'),
    isRimCut(cut) ? value('to both sides', cut.halfArcDeg, '°') : value(cut.kind === 'bar' ? 'bar' : 'bit', diameterOf(cut), 'mm'),
    cut.kind === 'bar' ? value('length', cut.lengthMm, 'mm') : null,
    value(isRimCut(cut) ? 'off the radius' : cut.kind === 'bar' ? 'inner end at' : 'full-diameter depth', cut.depthMm, 'mm'),
    ...('pointAngleDeg' in cut
      ? [value('point angle', cut.pointAngleDeg, '°'), value('point below that', pointHeightMm(cut.bitMm, cut.pointAngleDeg), 'mm')]
      : []),
    cut.kind === 'bar' ? value('bar’s density', cut.densityGPerCm3, 'g/cm³') : null,
    value('density', densityGPerCm3, 'g/cm³'),
    value('mass', metal.massG, 'g'),
    value('radius of its centre', metal.centroidRadiusMm, 'mm'),
  ];
  return {
    title: isRimCut(cut)
      ? `${cut.depthMm} mm off the rim`
      : cut.kind === 'bar'
        ? `${cut.diameterMm} mm bar, ${cut.lengthMm} mm long`
        : `${cut.bitMm} mm hole, ${cut.depthMm} mm deep${cut.kind === 'weld' ? ', welded shut' : ''}`,
    formula: FORMULAS[cut.kind],
    inputs: lines.filter((line) => line !== null),
    result: value('moment', metal.momentGmm, 'g·mm'),
  };
}

/** A vector carried into two planes. */
export function planeTransferWorking(unbalanceGmm: Vector, zMm: number, planes: Planes, result: PlaneUnbalance): Working {
  const { shareA, shareB } = planeShares(zMm, planes);
  const { amount, angleDeg } = toPolar(unbalanceGmm);
  return {
    title: `Unbalance at z ${zMm} mm in planes A and B`,
    formula: 'A = u × (z_B − z)/(z_B − z_A); B = u × (z − z_A)/(z_B − z_A)',
    inputs: [
      value('amount', amount, 'g·mm'),
      value('at', angleDeg, '°'),
      value('z', zMm, 'mm'),
      value('z_A', planes.zAMm, 'mm'),
      value('z_B', planes.zBMm, 'mm'),
      value('share of A', shareA, ''),
      value('share of B', shareB, ''),
    ],
    result: value('amount in A', toPolar(result.aGmm).amount, 'g·mm'),
    note: `In B: ${toPolar(result.bGmm).amount.toFixed(2)} g·mm at ${toPolar(result.bGmm).angleDeg.toFixed(1)}°.`,
  };
}

/** A tolerance in every school's terms. */
export function toleranceWorking(t: Tolerance): Working {
  const formulas: Record<Tolerance['choice']['school'], string> = {
    gramsAtRadius: 'g·mm = grams × correction radius of each plane',
    gmmPerPlane: 'the value is g·mm in each plane',
    ozinPerPlane: 'g·mm = oz·in × 720.078',
    gradeG: 'U = 9549 × G × mass ÷ redline, shared by the mass centre’s distance, 30–70 % a plane',
  };
  return {
    title: 'Tolerance in each plane',
    formula: formulas[t.choice.school],
    inputs: [
      value('A at its radius', t.gramsAtRadiusA, 'g'),
      value('B at its radius', t.gramsAtRadiusB, 'g'),
      value('B', t.bGmm, 'g·mm'),
      value('A', t.aOzin, 'oz·in'),
      value('B', t.bOzin, 'oz·in'),
      value('grade, both planes', t.gradeMmPerS, 'mm/s'),
    ],
    result: value('A', t.aGmm, 'g·mm'),
  };
}

/** One plane of a spin. */
export function spinWorking(title: string, figures: SpinFigures, plane: 'a' | 'b', radiusMm: number): Working {
  const reading = figures[plane];
  const alone = figures.alone[plane];
  const { amount, angleDeg } = toPolar(reading.meanGmm);
  return {
    title,
    formula:
      'the most probable state by every spin, cut and known weight so far; 95 % region: a circle about it, gains and cuts as uncertain as they are',
    inputs: [
      value('turns or readings', alone.n, ''),
      value('shown by the machine', toPolar(alone.meanGmm).amount, 'g·mm'),
      value('at', toPolar(alone.meanGmm).angleDeg, '°'),
      value('unbalance', amount, 'g·mm'),
      value('heavy at', angleDeg, '°'),
      ...(reading.radius95Gmm === null ? [] : [value('95 % radius', reading.radius95Gmm, 'g·mm')]),
      value('correction radius', radiusMm, 'mm'),
      value('force at redline', figures.forceAtRedlineN[plane], 'N'),
    ],
    result: value(`at ${radiusMm} mm`, amount / radiusMm, 'g'),
  };
}
