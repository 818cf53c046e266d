export { normaliseAngleDeg, turnBetweenDeg, degToRad, radToDeg } from './units/angle.js';
export { over, times } from './units/complex.js';
export { toPolar, fromPolar, add, subtract, scale, dot, sumOf, ZERO, type Vector, type Polar } from './units/vector.js';
export { gmmToOzin, ozinToGmm, newtonsToLbf, gmmToGramsAtRadius, GMM_PER_OZIN } from './units/convert.js';
export { parseDecimal, typedNumber, type ParsedDecimal } from './units/parseDecimal.js';
export { checkNumber, CoreError, type Bounds } from './units/check.js';
export type { Working, WorkingValue } from './units/working.js';

export {
  SINGLE_KINDS,
  isSingleKind,
  PART_KINDS,
  PART_SCHOOLS,
  kindsWeighed,
  hasEnds,
  cylinderOf,
  MEASURES,
  measuresOf,
  allMeasuresOf,
  ROD_SCHOOLS,
  type RodSchool,
  type PartSchool,
  type SingleKind,
  type PartKind,
  type Measure,
  type PartFact,
  type ReadingFact,
  type PartCutFact,
  type WeighFacts,
} from './parts/facts.js';
export { weighParts, massNowG, ASSUMED_DEVIATION_G, type WeighedPart, type WeighedJob } from './parts/weighParts.js';

export { summariseReadings, type ReadingSummary } from './weigh/summariseReadings.js';
export { pooledDeviation, type PooledDeviation } from './weigh/pooledDeviation.js';
export { rodEnds, type RodEnds, type RodWeighing, type RodWeighings } from './weigh/rodClosure.js';
export { readingComplaint, differenceComplaint } from './weigh/weightLimits.js';

export { matchToLightest, type Matchable, type MatchedItem, type MatchedSet } from './match/matchToLightest.js';
export { matchCylinderSets, SET_KINDS, type CylinderSet, type SetKind, type SetMatch } from './match/cylinderSets.js';
export type { MissingWeight } from './match/missingWeight.js';
export { sumHalfWidth95G } from './match/setUncertainty.js';
export { matchKind, type KindMatch } from './match/kindMatch.js';
export {
  MATCH_SCHOOLS,
  MATCH_BASES,
  USUAL_MATCH_CHOICES,
  USUAL_PADS,
  type FixedTarget,
  type MatchBasis,
  type MatchChoices,
  type TargetGroup,
} from './match/matchChoices.js';
export {
  checkPads,
  endsOfPads,
  padsOfEnds,
  equalRods,
  type PadMasses,
  type PadStations,
  type RodEndWeights,
  type RodPlan,
  type RodRemoval,
  type RodToMatch,
} from './match/rodPads.js';
export { leastMetalRods } from './match/leastMetalRods.js';
export { handOrder, type HandOrder } from './match/handOrder.js';
export { cutRate, type CutRate, type CutSample } from './match/cutRate.js';
export { cutTicket, cuttingOf, FIRST_STOP_RATIO, type CutLimit, type CutTicket } from './match/cutTicket.js';
export { arrangementComplaint } from './match/arrangementComplaint.js';
export { waysOut, type Exchange, type Exchangeable, type WayOut } from './match/overshoot.js';
export { swapSets, type SwapLimits, type SwapProgress, type SwapResult } from './match/swap/swapSets.js';
export {
  asTheyAre,
  figuresOf,
  oppositeOrder,
  type Arrangement,
  type KeptPair,
  type SwapFigures,
  type SwapList,
  type SwapProblem,
} from './match/swap/arrangement.js';
export { bearingsToRods, runsInOf, swapProblemOf, type JobSwap, type SwapWishes } from './match/swap/swapProblemOf.js';
export { matchRecords, measuresShown, type MatchRecord } from './match/matchRecord.js';
export type { SolvedModel, SolveModel, SolveOptions } from './match/swap/solveModel.js';
export { matchRods, type RodMatch } from './match/rodMatch.js';

export {
  bobWeight,
  LINE_NAMES,
  type BobLine,
  type BobLineKey,
  type BobWeight,
  type BobWeightInput,
  type ExtraLine,
  type RodSet,
} from './bob/bobWeight.js';
export { bobCard, type BobCard, type PinBob } from './bob/bobCard.js';
export {
  bobOf,
  checkBox,
  pickingList,
  type BobBox,
  type BobClamp,
  type BobPiece,
  type BobWish,
  type BuiltBob,
  type Stacked,
} from './bob/build/box.js';
export { buildBobs } from './bob/build/buildBobs.js';
export type { BobBuild } from './bob/build/box.js';
export { HALVES_AGREE_WITHIN_G, judgeWeighIn, type BobWeighIn, type WasherChange, type WeighInVerdict } from './bob/build/weighIn.js';
export { MOUNTING_CHECKS, mountingOrder, type MountingCheck, type MountingStep } from './bob/build/mounting.js';

export { layOut, checkLayout, ROTATIONS, type Crankpin, type Cylinder, type EngineLayout, type Rotation } from './engine/layout.js';
export { LAYOUTS, LAYOUT_IDS, LAYOUT_FAMILIES, type LayoutFamily, type LayoutId, type LayoutTemplate } from './engine/library.js';
export { evenFiringOrder, firingIntervalsDeg, topDeg } from './engine/firing.js';
export { readLayoutFile, writeLayoutFile, type LayoutFile } from './engine/layoutFile.js';
export {
  engineShaking,
  orderOf,
  pistonAcceleration,
  reciprocatingOfPins,
  reciprocatingShaking,
  rotatingShaking,
  sizeOf,
  type Shaking,
  type ShakingEngine,
  type Turn,
} from './engine/shaking.js';
export { factorEffect, type ActualParts, type EffectInput, type FactorEffect, type ShakingFigures, type SweepPoint } from './engine/factorEffect.js';
export {
  factorShaking,
  factorSweep,
  onePercent,
  type BestFactor,
  type FactorShaking,
  type FactorSizes,
  type FactorSweep,
  type OnePercent,
  type Sizes,
} from './engine/factorSweep.js';
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
export { staticAndCouple, type StaticCouple } from './rotor/staticCouple.js';
export { checkSetUp, supportLoads, type SupportLoad, type Supports } from './rotor/supports.js';
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
export {
  checkCrank,
  counterweightOf,
  densityOf,
  DRILL_SIDES,
  RIM_KIND_WORDS,
  RIM_KINDS,
  rimKindOf,
  type Counterweight,
  type Crank,
  type DrillSide,
  type NoDrillArc,
  type RimKind,
} from './rotor/crank.js';
export { crankOfPins, crankTemplate } from './rotor/crankTemplate.js';
export {
  bareHole,
  isTurned,
  isBefore,
  sideRadiusMm,
  type Bit,
  type CrankHole,
  type HoleInRim,
  type HoleShape,
  type RimCut,
} from './rotor/crankHole.js';
export { ruleBreaches } from './rotor/drillingRules.js';
export { effectOfHole, effectOfHoles, holeMetal } from './rotor/holeMetal.js';
export { measuredFrom, metalNow, type MetalNow } from './rotor/metalNow.js';
export { isCorrectable } from './rotor/correctable.js';

export { checkConvention, fromHeavyDeg, toHeavyDeg, type ConventionCheck, type ConventionFault, type MachineConvention } from './spin/convention.js';
export { influenceOf, meanReading, unbalanceOf, type Influence, type InfluenceResult, type SupportReading, type TrialRun } from './spin/influence.js';
export { processSpin, type ProcessedSpin, type SignalWarning, type SpinSignal } from './spin/signal/processSpin.js';
export { cutShare, type CutShares } from './correct/cutShare.js';
export { drillSpread, missingHole, USUAL_DRILL, type DrillErrors, type Miss } from './correct/drillErrors.js';
export { HEAVY_METAL_G_PER_CM3, PRESS_FIT_RATIO, slugForceN, USUAL_BARS, type Bar } from './rotor/slug.js';
export type { Slug } from './rotor/crankHole.js';
export { drillOrder } from './correct/drillOrder.js';
export { adviseCut, SURE_ENOUGH } from './correct/adviseCut.js';
export { fewestHoles } from './correct/fewestHoles.js';
export { drillSequence } from './correct/drillSequence.js';
export { toInternal, type BoltOnUnbalance } from './correct/toInternal.js';
export { checkTools, USUAL_TOOLS, type ShopTools } from './correct/shopTools.js';
export {
  planChoices,
  planInputOf,
  PLAN_MERITS,
  type ChoicesInput,
  type PlanChoice,
  type PlanChoices,
  type PlanMerit,
} from './correct/planChoices.js';
export { isPast, planOutcome, type Knowledge, type PlanOutcome } from './correct/planOutcome.js';
export { trackUnbalance, type PlaneEvent, type TrackedPlane } from './correct/trackUnbalance.js';
export { trackJob, type TrackedJob } from './job/trackJob.js';
export { correctionInput, type CorrectionShop, type CorrectionWishes } from './job/correctionInput.js';
export { averageSpins, type PlaneEstimate, type PlaneSpread, type SpinOfPlane } from './spin/averageSpins.js';
export { judge, type Judgement, type Verdict } from './spin/judge.js';
export { summariseTurns, moveTurns, turnsInPlane, type PlaneTurns, type TurnSummary } from './spin/turnSummary.js';
export { planeReading, planeReadingOf, LEAST_TURNS, RAYLEIGH95, type PlaneReading } from './spin/planeReading.js';
export { calibrationFactor, sensorSpread, type PerPlane } from './spin/readingSpread.js';
export { liveSpin, type LiveSpin, type LiveView } from './spin/signal/liveSpin.js';
export { weightCheck, type WeightCheck } from './spin/weightCheck.js';

export { planHoles, assessHoles, AIM_SHARE, type PlanResult } from './correct/planHoles.js';
export type { HolePlan, PlanInput, PlannedHole } from './correct/planInput.js';

export { CORE_VERSION } from './version.js';

export type { WeighChoices, HoleFact, JobFacts, JobSpec, SpinFact } from './job/jobFacts.js';
export type { BobChoices } from './bob/bobChoices.js';
export { openLedgers, type HungFact, type Ledgers, type OpenLedgers } from './record/openLedgers.js';
export { standingEntries, standingOf, standingReference, type VoidFact, type WhatStands } from './record/standing.js';
export {
  familyOf,
  latestOf,
  latestOn,
  NO_MARKS,
  type BobBuildChoice,
  type BobsMounted,
  type Decided,
  type DecisionKind,
  type DecisionValues,
  type PartMarks,
  type SubjectOf,
} from './decisions/decisions.js';
export { choicesOf, decidedParts, type JobChoices, type UsualBobChoices } from './decisions/choicesOf.js';
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
