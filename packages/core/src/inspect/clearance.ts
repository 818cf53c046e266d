import { bandMm, type Limits, type Measured } from './acceptance.js';

/** What makes a bearing's clearance; the upper and the lower wall, which may be one reading. */
export interface ClearanceParts {
  readonly housing: Measured;
  readonly upperWall: Measured;
  readonly lowerWall: Measured;
  /** One wall reading serves both halves: its error then counts twice, not as a root. */
  readonly oneWallForBoth: boolean;
  readonly journal: Measured;
}

/**
 * Oil clearance = housing bore, torqued and in line with the load, − both walls − journal (handbook, bearings); standard uncertainties add as
 * roots, but for one wall that was read once and counted twice.
 */
export function clearance({ housing, upperWall, lowerWall, oneWallForBoth, journal }: ClearanceParts): Measured {
  const mm = housing.mm - upperWall.mm - lowerWall.mm - journal.mm;
  const parts = [housing, upperWall, lowerWall, journal].map(({ deviationMm }) => deviationMm);
  if (parts.some((u) => u === null)) return { mm, deviationMm: null };
  const [h, upper, lower, j] = parts as [number, number, number, number];
  const walls = oneWallForBoth ? 2 * upper : Math.hypot(upper, lower);
  return { mm, deviationMm: Math.hypot(h, walls, j) };
}

/** A grade of shells: how thick its wall is against the middle one, and how many halves lie in the drawer. */
export interface ShellGrade {
  readonly name: string;
  readonly wallMm: number;
  readonly stock: number;
}

/** What a journal takes: grades of both halves, and the clearance that they give. */
export interface GradeChoice {
  readonly id: string;
  readonly upper: ShellGrade;
  readonly lower: ShellGrade;
  readonly clearanceMm: number;
  readonly offMm: number;
}

/**
 * Grades for every journal so that the largest deviation from the middle of the range is least: exact, since shells can be ordered and
 * so no journal's choice takes another's, by trying every pair of grades of each. Of pairs that come as close the one that is more alike, then
 * the one that is more in stock.
 *
 * @param gaps housing bore less journal, mm, by journal
 * @param aimMm middle of the range
 */
export function bestGrades(
  gaps: readonly { readonly id: string; readonly gapMm: number }[],
  grades: readonly ShellGrade[],
  aimMm: number,
): GradeChoice[] {
  const pairs = grades.flatMap((upper, i) => grades.slice(i).map((lower) => ({ upper, lower })));
  return gaps.map(({ id, gapMm }) =>
    pairs
      .map(({ upper, lower }): GradeChoice => {
        const clearanceMm = gapMm - upper.wallMm - lower.wallMm;
        return { id, upper, lower, clearanceMm, offMm: Math.abs(clearanceMm - aimMm) };
      })
      .reduce((best, one) => (one.offMm < best.offMm - 1e-9 || (one.offMm < best.offMm + 1e-9 && unlike(one) < unlike(best)) ? one : best)),
  );
}

/** How far the halves of a pair are apart, and how many of them would have to be ordered. */
const unlike = ({ upper, lower }: GradeChoice): number =>
  Math.abs(upper.wallMm - lower.wallMm) + (upper.stock < 1 ? 1e-6 : 0) + (lower.stock < 1 ? 1e-6 : 0);

/** Halves to order, by grade: what the journals take beyond what lies in the drawer. */
export function shellsToOrder(
  choices: readonly GradeChoice[],
  grades: readonly ShellGrade[],
): { readonly grade: ShellGrade; readonly halves: number }[] {
  return grades
    .map((grade) => {
      const used = choices.reduce((n, { upper, lower }) => n + (upper.name === grade.name ? 1 : 0) + (lower.name === grade.name ? 1 : 0), 0);
      return { grade, halves: Math.max(0, used - grade.stock) };
    })
    .filter(({ halves }) => halves > 0);
}

/** A clearance held against what another method showed. */
export interface SecondMethod {
  /** By the second method, where one was used, and whether that says otherwise. */
  readonly seenMm: number | null;
  readonly disagrees: boolean;
}

/** Share of the band by which a second method may differ before it is named. */
const DISAGREES_RATIO = 0.25;

/** A plastic thread or a bore gauge in the bolted bearing against the sizes: named where they differ by more than a quarter of the band, and than their errors explain. */
export function secondMethod(gap: Measured, seen: Measured | undefined, limits: Limits): SecondMethod {
  if (!seen) return { seenMm: null, disagrees: false };
  const within = Math.max(DISAGREES_RATIO * (bandMm(limits) ?? 0), 2 * Math.hypot(gap.deviationMm ?? 0, seen.deviationMm ?? 0));
  return { seenMm: seen.mm, disagrees: Math.abs(seen.mm - gap.mm) > within };
}
