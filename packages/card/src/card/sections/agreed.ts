import type { CardSection, JobSheet } from '@tare/contract';
import { hasBench, isSpun, toleranceWorking, type JobFigures } from '@tare/core';
import { JOB_KIND_NAMES } from '../../words/elsewhereWords.js';
import { SCHOOLS } from '../../words/names.js';
import { figure, line } from '../cardDocument.js';

/** What was agreed beforehand, in every unit it may be read in. */
export function agreed({ spec }: JobSheet, { tolerance }: JobFigures): CardSection {
  const { planes } = spec.crank;
  const { name, unit } = SCHOOLS[spec.tolerance.school];
  const working = toleranceWorking(tolerance);
  if (!isSpun(spec.jobKind))
    return {
      id: 'agreed',
      title: 'Agreed',
      table: null,
      lines: [
        line`${JOB_KIND_NAMES[spec.jobKind ?? 'full']}: the crank is not spun here.`,
        ...(hasBench(spec.jobKind, 'match') ? [line`Parts matched to ${figure(spec.matchToleranceG, 2, 'g')}.`] : []),
      ],
    };
  return {
    id: 'agreed',
    title: 'Agreed',
    table: null,
    lines: [
      line`Tolerance by ${name.charAt(0).toLowerCase() + name.slice(1)}: ${figure(spec.tolerance.value, 2, unit)}.`,
      line`Plane A ${figure(tolerance.gramsAtRadiusA, 2, 'g', working)} at ${figure(planes.radiusAMm, 0, 'mm')}, ${figure(tolerance.aGmm, 0, 'g·mm')}, ${figure(tolerance.aOzin, 3, 'oz·in')}; plane B ${figure(tolerance.gramsAtRadiusB, 2, 'g', working)} at ${figure(planes.radiusBMm, 0, 'mm')}, ${figure(tolerance.bGmm, 0, 'g·mm')}, ${figure(tolerance.bOzin, 3, 'oz·in')}.`,
      ...(tolerance.isOverhung
        ? [line`The mass centre lies outside the planes: its levers share the grade, each plane within 30 and 130 % of it.`]
        : []),
      line`Parts matched to ${figure(spec.matchToleranceG, 2, 'g')}. Balanced ${spec.balance === 'internal' ? 'internally, the crank alone' : 'externally, together with damper and flywheel'}. Redline ${figure(spec.redlineRpm, 0, 'rpm')}.`,
    ],
  };
}
