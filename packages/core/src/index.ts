export { normaliseAngleDeg, turnBetweenDeg, degToRad, radToDeg } from './units/angle.js';
export { toPolar, fromPolar, add, subtract, scale, dot, sumOf, ZERO, type Vector, type Polar } from './units/vector.js';
export { gmmToOzin, ozinToGmm, newtonsToLbf, gmmToGramsAtRadius } from './units/convert.js';
export { parseDecimal, type ParsedDecimal } from './units/parseDecimal.js';
export { checkNumber, CoreError, type Bounds } from './units/check.js';
export type { Working, WorkingValue } from './units/working.js';

export {
  PART_KINDS,
  MEASURES,
  measuresOf,
  allMeasuresOf,
  ROD_SCHOOLS,
  type RodSchool,
  type PartKind,
  type Measure,
  type PartFact,
  type ReadingFact,
  type PartCutFact,
  type WeighFacts,
} from './job/facts.js';
export { weighParts, massNowG, ASSUMED_DEVIATION_G, type WeighedPart, type WeighedJob } from './job/weighParts.js';

export { summariseReadings, type ReadingSummary } from './weigh/summariseReadings.js';
export { pooledDeviation, type PooledDeviation } from './weigh/pooledDeviation.js';
export { rodEnds, type RodEnds, type RodWeighing, type RodWeighings } from './weigh/rodClosure.js';
export { readingComplaint, differenceComplaint } from './weigh/weightLimits.js';

export { matchToLightest, type Matchable, type MatchedItem, type MatchedSet } from './match/matchToLightest.js';
export { matchCylinderSets, SET_KINDS, type CylinderSet, type MissingWeight, type SetKind, type SetMatch } from './match/cylinderSets.js';
export { sumHalfWidth95G } from './match/setUncertainty.js';
export { matchRods, type RodMatch } from './match/rodMatch.js';

export { bobWeight, LINE_NAMES, type BobLine, type BobLineKey, type BobWeight, type BobWeightInput, type RodSet } from './bob/bobWeight.js';
export { bobCard, type BobCard, type PinBob } from './bob/bobCard.js';

export {
  LAYOUTS,
  LAYOUT_IDS,
  layOut,
  checkLayout,
  type Crankpin,
  type Cylinder,
  type EngineLayout,
  type LayoutId,
  type LayoutTemplate,
} from './engine/layout.js';
export { bobsNeeded, type BobsNeeded } from './engine/bobsNeeded.js';

export {
  toPlanes,
  planeShares,
  addPlanes,
  scalePlanes,
  movePlanes,
  checkPlanes,
  BALANCED,
  type Planes,
  type PlaneUnbalance,
} from './rotor/planes.js';
export { unbalanceForceN } from './rotor/force.js';
export { tolerance, TOLERANCE_SCHOOLS, type RotorFigures, type Tolerance, type ToleranceChoice, type ToleranceSchool } from './rotor/tolerance.js';
export {
  radialHole,
  depthForMoment,
  rimSagMm,
  pointHeightMm,
  STEEL_G_PER_CM3,
  CAST_IRON_G_PER_CM3,
  POINT_ANGLE_DEG,
  type DepthForMoment,
  type HoleMetal,
  type RadialHole,
} from './rotor/hole.js';
export { checkCrank, type Counterweight, type Crank } from './rotor/crank.js';
export { crankTemplate } from './rotor/crankTemplate.js';
export {
  counterweightOf,
  effectOfHole,
  effectOfHoles,
  holeMetal,
  leastTurnBetweenDeg,
  ruleBreaches,
  usableHalfArcDeg,
  EDGE_MARGIN_MM,
  WEB_SHARE_OF_BIT,
  type Bit,
  type CrankHole,
} from './rotor/correctionHoles.js';

export { planeReading, judge, LEAST_TURNS, type Judgement, type PlaneReading, type Verdict } from './spin/planeReading.js';

export { planHoles, assessHoles, AIM_SHARE, type HolePlan, type PlanInput, type PlannedHole, type PlanResult } from './correct/planHoles.js';

export { CORE_VERSION } from './version.js';

export type { WeighChoices, BobChoices, HoleFact, JobFacts, JobSpec, SpinFact } from './job/jobFacts.js';
export { jobFigures, ONE_BOB_FIGURE_WITHIN_G, type JobFigures, type Refused, type SpinFigures } from './job/jobFigures.js';
export { arrivalList, missingFor, CRANK_ITEMS, type Arrival, type ArrivalItem, type ArrivalKey } from './job/arrivals.js';
export { ARRIVAL_WORDS, benchStatuses, BENCHES, type BenchId, type BenchState, type BenchStatus } from './job/benches.js';

export {
  bobWorking,
  holeWorking,
  meanWorking,
  planeTransferWorking,
  removalWorking,
  rodEndsWorking,
  spinWorking,
  toleranceWorking,
} from './working/workings.js';

export { repeatabilityLimitG, roundingDeviationG } from './weigh/repeatability.js';
export { strayReadings, STRAY_AT } from './weigh/strayReadings.js';
export { fitness, placementsNeeded, MOST_PLACEMENTS, type Fitness, type FitnessQuestion } from './weigh/fitness.js';
export { standing, type Standing } from './weigh/openQuestion.js';
export { zeroMoved } from './weigh/zero.js';
export { lineReader, USUAL_TEMPLATES, type LineReader, type LineTemplate, type ScaleLine } from './weigh/linePattern.js';
export { MASS_UNITS, isMassUnit, toGrams, type MassUnit } from './units/massUnits.js';
export { Z95 } from './units/normal.js';
