import { GMM_PER_OZIN } from '../units/convert.js';
import { checkNumber } from '../units/check.js';
import type { Unit } from '../units/quantity/unit.js';
import { checkPlanes, type Planes } from './planes.js';

/**
 * How a shop states its tolerance. The value means, by school:
 * grams at each plane's correction radius; g·mm a plane; oz·in a plane; grade G in mm/s.
 */
export const TOLERANCE_SCHOOLS = ['gramsAtRadius', 'gmmPerPlane', 'ozinPerPlane', 'gradeG'] as const;
export type ToleranceSchool = (typeof TOLERANCE_SCHOOLS)[number];

/** In which unit each states its figure; a grade is millimetres a second, which nobody says in another unit. */
export const TOLERANCE_UNITS = { gramsAtRadius: 'g', gmmPerPlane: 'g·mm', ozinPerPlane: 'oz·in', gradeG: '' } as const satisfies Record<
  ToleranceSchool,
  Unit
>;

export interface ToleranceChoice {
  readonly school: ToleranceSchool;
  readonly value: number;
}

/** What a grade needs to know of the rotor; the other schools do not use it. */
export interface RotorFigures {
  readonly massKg: number;
  readonly massCentreZMm: number;
  readonly redlineRpm: number;
}

/** One tolerance in all the schools' terms. */
export interface Tolerance {
  readonly choice: ToleranceChoice;
  readonly aGmm: number;
  readonly bGmm: number;
  readonly gramsAtRadiusA: number;
  readonly gramsAtRadiusB: number;
  readonly aOzin: number;
  readonly bOzin: number;
  /** The balance quality grade that both planes together amount to, mm/s. */
  readonly gradeMmPerS: number;
  /** A grade's: the mass centre lies outside the planes, and its levers share it. */
  readonly isOverhung: boolean;
}

/** With the mass centre between the planes none takes more than 70 % or less than 30 % of a grade (handbook section 5; ISO 21940-11). */
const LARGEST_PLANE_SHARE = 0.7;
/** With it outside them each takes its lever's share, no less than 30 % and no more than 130 % (handbook, Set-ups; ISO 21940-11). */
const OVERHUNG = { least: 0.3, most: 1.3 };

/** ISO 21940-11: U_per[g·mm] = 9549·G[mm/s]·m[kg]/n[rpm], where 9549 = 60·1000/(2π) rounded; the exact factor is used. */
const GRADE_FACTOR = 60000 / (2 * Math.PI);

/**
 * The tolerance of each plane, by any school, shown in all the others.
 *
 * A grade's U_per is shared by the distance of the mass centre: A gets U·(z_B − z_m)/(z_B − z_A), held within
 * 30–70 %; where the mass centre lies outside the planes, U·|z_B − z_m|/(z_B − z_A) within 30–130 %, and B likewise. The grade shown for the other schools is (U_A + U_B)·n/(9549·m).
 *
 * @throws CoreError when the value, the planes or the rotor's figures make no sense
 */
export function tolerance(choice: ToleranceChoice, planes: Planes, rotor: RotorFigures): Tolerance {
  checkPlanes(planes);
  checkNumber('The tolerance', choice.value, { above: 0, max: 100000 }, 'tolerance.value');
  checkNumber("The rotor's mass", rotor.massKg, { above: 0, max: 5000, unit: 'kg' }, 'massKg');
  checkNumber('The redline', rotor.redlineRpm, { above: 0, max: 30000, unit: 'rpm' }, 'redlineRpm');
  checkNumber("The mass centre's position", rotor.massCentreZMm, { min: -5000, max: 5000, unit: 'mm' }, 'massCentreZMm');
  const { aGmm, bGmm } = perPlaneGmm(choice, planes, rotor);
  return {
    choice,
    aGmm,
    bGmm,
    gramsAtRadiusA: aGmm / planes.radiusAMm,
    gramsAtRadiusB: bGmm / planes.radiusBMm,
    aOzin: aGmm / GMM_PER_OZIN,
    bOzin: bGmm / GMM_PER_OZIN,
    // What overhangs is let have more than its grade in both planes together.
    gradeMmPerS: choice.school === 'gradeG' ? choice.value : ((aGmm + bGmm) * rotor.redlineRpm) / (GRADE_FACTOR * rotor.massKg),
    isOverhung: choice.school === 'gradeG' && isOutside(planes, rotor),
  };
}

const isOutside = ({ zAMm, zBMm }: Planes, { massCentreZMm }: RotorFigures): boolean => massCentreZMm < zAMm || massCentreZMm > zBMm;

function perPlaneGmm({ school, value }: ToleranceChoice, planes: Planes, rotor: RotorFigures): { aGmm: number; bGmm: number } {
  switch (school) {
    case 'gramsAtRadius':
      return { aGmm: value * planes.radiusAMm, bGmm: value * planes.radiusBMm };
    case 'gmmPerPlane':
      return { aGmm: value, bGmm: value };
    case 'ozinPerPlane':
      return { aGmm: value * GMM_PER_OZIN, bGmm: value * GMM_PER_OZIN };
    case 'gradeG': {
      const permissibleGmm = (GRADE_FACTOR * value * rotor.massKg) / rotor.redlineRpm;
      const shareByDistance = (planes.zBMm - rotor.massCentreZMm) / (planes.zBMm - planes.zAMm);
      if (isOutside(planes, rotor)) {
        const held = (share: number): number => Math.min(OVERHUNG.most, Math.max(OVERHUNG.least, Math.abs(share)));
        return { aGmm: permissibleGmm * held(shareByDistance), bGmm: permissibleGmm * held(1 - shareByDistance) };
      }
      const shareA = Math.min(LARGEST_PLANE_SHARE, Math.max(1 - LARGEST_PLANE_SHARE, shareByDistance));
      return { aGmm: permissibleGmm * shareA, bGmm: permissibleGmm * (1 - shareA) };
    }
  }
}
