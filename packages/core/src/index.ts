export { normaliseAngleDeg, turnBetweenDeg, degToRad } from './units/angle.js';
export { over, times } from './units/complex.js';
export { dot, toPolar, fromPolar, add, subtract, scale, ZERO, type Vector } from './units/vector.js';
export { gmmToOzin, newtonsToLbf } from './units/convert.js';
export { unitOfName } from './units/quantity/ofName.js';
export { readBit, sayBit } from './units/quantity/bit.js';
export { exchangedDigits } from './units/quantity/exchanged.js';
export { readQuantity, typedQuantity, type ReadQuantity } from './units/quantity/read.js';
export { placesByDivision, placesByError, sayNumber, sharedOut } from './units/quantity/say.js';
export {
  figureIn,
  INCH,
  KINDS_IN_TWO_SYSTEMS,
  METRIC,
  otherUnit,
  sayIn,
  shownUnit,
  SYSTEMS,
  type KindInTwoSystems,
  type System,
  type Systems,
} from './units/quantity/systems.js';
export { jobIndex, jobIndexPair, turnable, typedPositions } from './job/jobIndex.js';
export type { IndexAnswer, IndexedPair, IndexedPosition, PairAnswer } from './estimate/indexPart.js';
export { typedSupports, typedTrial, type TypedSupports, type TypedTrial } from './spin/typedRun.js';
export { orNull, orSentence } from './units/attempt.js';
export { sentenceIn } from './units/quantity/sentenceIn.js';
export { inUnit, isUnit, type Unit } from './units/quantity/unit.js';
export { checkNumber, CoreError } from './units/check.js';
export type { Working } from './units/working.js';

export {
  SINGLE_KINDS,
  isSingleKind,
  PART_KINDS,
  PART_SCHOOLS,
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
} from './parts/facts.js';
export { ASSUMED_DEVIATION_G, USUAL_DIVISION_G } from './parts/weighingError.js';
export { type ScaleFacts } from './parts/scaleFacts.js';
export { weighParts, massNowG, type WeighedPart, type WeighedJob } from './parts/weighParts.js';

export { summariseReadings, type ReadingSummary } from './weigh/summariseReadings.js';
export { pooledDeviation } from './weigh/pooledDeviation.js';
export { diagnoseFixture, DOCTOR_PLACEMENTS, type CauseShare, type CauseVerdict, type DoctorPlacement } from './weigh/fixtureDoctor.js';
export { isDoubtful, rodEnds, type RodEnds, type RodWeighings } from './weigh/rodClosure.js';
export { type KindDoubt } from './parts/againstKind.js';
export { readingDoubt } from './parts/readingDoubt.js';
export { apartG } from './parts/againstOwn.js';
export { readingComplaint, differenceComplaint } from './parts/weightLimits.js';

export { matchToLightest, type Matchable, type MatchedItem, type MatchedSet } from './match/matchToLightest.js';
export { SET_KINDS, type CylinderSet, type SetMatch } from './match/cylinderSets.js';
export type { MissingWeight } from './parts/missingWeight.js';
export { type KindMatch } from './match/kindMatch.js';
export {
  MATCH_SCHOOLS,
  PISTON_PLACES,
  type PistonPlace,
  MATCH_BASES,
  USUAL_MATCH_CHOICES,
  type FixedTarget,
  type MatchBasis,
  type MatchChoices,
  type TargetGroup,
} from './match/matchChoices.js';
export { endsOfPads, equalRods, type PadStations, type RodPlan, type RodToMatch } from './match/rodPads.js';
export { leastMetalRods } from './match/leastMetalRods.js';
export {
  handCut,
  handOrder,
  isWorkedByHand,
  type FirstEnd,
  type HandOrder,
  type HandStep,
  type HandWay,
  type RodScatter,
} from './match/handOrder.js';
export { cutRate, type CutRate, type CutSample, type CutTime } from './match/cutRate.js';
export { PART_METALS, partMetalOf, type PartMetal } from './match/partMetals.js';
export { BIG_END_PLACES, rodPlacesOf, SMALL_END_PLACES, type BigEndPlace, type RodPlaces, type SmallEndPlace } from './match/rodPlaces.js';
export { cutTicket, cuttingOf, type CutTicket } from './match/cutTicket.js';
export { matchedNow } from './match/meanwhile.js';
export { type BentMain } from './inspect/straightness.js';
export { madeReadyOf, NOTHING_MADE_READY } from './inspect/madeReady.js';
export { accept, bandMm, checkLimits, type Acceptance, type AcceptanceRule, type Limits } from './inspect/acceptance.js';
export { crankFigures, journalNumbers, journalPlacesMm, type CrankFigures } from './inspect/crankFigures.js';
export { vBlockFactor } from './inspect/vBlock.js';
export { harmonics } from './inspect/harmonics.js';
export { gaugeLineReader, USUAL_GAUGE_TEMPLATES, type GaugeLine } from './inspect/gaugeLine.js';
export { gaugeFitness } from './inspect/gaugeFitness.js';
export { EXPANSIONS, warmthMm, zeroHasMoved, type GrowingMetal, type NeedleSign } from './inspect/gaugeSize.js';
export {
  CRANK_FINISHES,
  featureOf,
  isCrankWork,
  isRunOut,
  JOURNAL_GROUPS,
  QUANTITIES,
  type CrankFinish,
  type CrankLimits,
  type CrackTest,
  type CrankWork,
  type Work,
  type WorkFact,
  type GaugeSettingFact,
  type GroupLimits,
  type JournalGroup,
  type MadeReady,
  type MeasurementFact,
  type Quantity,
} from './inspect/inspectFacts.js';
export { thickerShellsG } from './inspect/groundAway.js';
export { bestGrades, type GradeChoice, type ShellGrade } from './inspect/clearance.js';
export { undersizeFor, type Undersize } from './inspect/undersize.js';
export { counts, sizeMm, worksBefore } from './inspect/placesRead.js';
export { BOLTS, rodsFigures, type RodRow, type RodsFigures } from './inspect/rods/rodFigures.js';
export {
  isRodWork,
  TORQUE_STEPS,
  type BoltTorque,
  type OverShell,
  type RodBolts,
  type RodLimits,
  type RodNumbers,
  type RodWork,
  type TorqueStep,
} from './inspect/rods/rodFacts.js';
export { boresFigures, boredMm, type BoresFigures } from './inspect/bores/boreFigures.js';
export { honeGate } from './inspect/bores/honeGate.js';
export { decksFigures, banksOf, type CrownRow, type DecksFigures } from './inspect/deck/deckFigures.js';
export type { DeckPlan } from './inspect/deck/deckPlan.js';
export { isDeckWork, type DeckLimits, type DeckWork } from './inspect/deck/deckFacts.js';
export { displacementCm3, oversizeFor, type WornBore } from './inspect/bores/oversize.js';
export { pistonsToBores } from './inspect/bores/pistonsToBores.js';
export {
  isBoreWork,
  type BoreLimits,
  type BoreWork,
  type BoringNoted,
  type BoringWord,
  type Oversize,
  type RingLimits,
} from './inspect/bores/boreFacts.js';
export { pinRows, pressGate, type Fit } from './inspect/pins/pinFigures.js';
export { isPinWork, PIN_WAYS, type PinLimits, type PinWork } from './inspect/pins/pinFacts.js';
export { HEARD_AT, leakRatio, suggestion, type Evidence, type HeardAt } from './inspect/bores/evidence.js';
export { sizesPage, type SizeLine, type Span } from './inspect/sizesPage.js';
export { nominalMm } from './inspect/nominal.js';
export { slipAt } from './inspect/slipAt.js';
export { workChange } from './inspect/workChange.js';
export { apartOf, spareOptions, withSpareIn, type Apart, type SpareOption } from './match/spareOptions.js';
export { arrangementComplaint } from './match/arrangementComplaint.js';
export { waysOut, type Exchangeable, type WayOut } from './match/overshoot.js';
export { swapSets, type SwapProgress, type SwapResult } from './match/swap/swapSets.js';
export { asTheyAre, figuresOf, oppositeOrder, type Arrangement, type SwapFigures, type SwapProblem } from './match/swap/arrangement.js';
export { bearingsToRods, runsInOf, swapProblemOf, type JobSwap } from './match/swap/swapProblemOf.js';
export { whyNotToSign } from './job/whyNotToSign.js';
export { matchRecords, type MatchRecord } from './match/matchRecord.js';
export type { SolvedModel, SolveModel } from './solve/solveModel.js';
export { bobWeight, LINE_NAMES, type BobLineKey, type BobWeight, type BobWeightInput, type ExtraLine } from './bob/bobWeight.js';
export { bobCard, type BobCard, type PinBob } from './bob/bobCard.js';
export { checkBox, pickingList, type BobBox, type BobClamp, type BobPiece, type BobWish, type BuiltBob } from './bob/build/box.js';
export { buildBobs } from './bob/build/buildBobs.js';
export type { BobBuild } from './bob/build/box.js';
export { type BobAdvice, type HalfChange } from './bob/build/bobAdvice.js';
export { bobWholeG, BUILT_WITHIN_G, judgeWeighIn, type BobWeighIn, type WeighInVerdict } from './bob/build/weighIn.js';
export { MOUNTING_CHECKS, mountingOrder, type MountingCheck } from './bob/build/mounting.js';

export { layOut, checkLayout, ROTATIONS, type Crankpin, type Cylinder, type EngineLayout, type Rotation } from './engine/layout.js';
export { LAYOUTS, LAYOUT_IDS, LAYOUT_FAMILIES, type LayoutId } from './engine/library.js';
export { evenFiringOrder, firingIntervalsDeg } from './engine/firing.js';
export { readLayoutFile, writeLayoutFile, type LayoutFile } from './engine/layoutFile.js';
export { type ShakingEngine } from './engine/shaking.js';
export { factorEffect, type ActualParts, type EffectInput, type FactorEffect, type ShakingFigures, type SweepPoint } from './engine/factorEffect.js';
export { factorShaking, factorSweep } from './engine/factorSweep.js';
export { bobsNeeded } from './engine/bobsNeeded.js';

export {
  toPlanes,
  addPlanes,
  scalePlanes,
  meanPlanes,
  subtractPlanes,
  movePlanes,
  BALANCED,
  type Planes,
  type PlaneUnbalance,
} from './rotor/planes.js';
export { unbalanceForceN } from './rotor/force.js';
export { staticAndCouple } from './rotor/staticCouple.js';
export { checkSetUp, supportLoads, supportsMoved, type SupportLoad, type Supports } from './rotor/supports.js';
export { hangingBobsG } from './job/hangingBobs.js';
export { turningMasses } from './job/turningMasses.js';
export {
  tolerance,
  TOLERANCE_SCHOOLS,
  TOLERANCE_UNITS,
  type RotorFigures,
  type Tolerance,
  type ToleranceChoice,
  type ToleranceSchool,
} from './rotor/tolerance.js';
export { radialHole, pointHeightMm, POINT_ANGLE_DEG, type HoleMetal, type RadialHole } from './rotor/hole.js';
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
export {
  checkCrankSizes,
  type CrankPoint,
  type CrankSizes,
  type CrankWeb,
  type JournalSize,
  type MainJournal,
  type OilWay,
  type ShaftEnd,
} from './rotor/crankSizes.js';
export { crankOfPins, crankTemplate } from './engine/crankTemplate.js';
export { sizesOf } from './engine/sizesTemplate.js';
export { usualOilWays } from './engine/usualOilWays.js';
export {
  besideRadiusMm,
  CUT_KINDS,
  diameterOf,
  FACES,
  isBrought,
  isRimCut,
  replacedId,
  seatOf,
  type BarCut,
  type Bit,
  type Cut,
  type CutKind,
  type FaceCut,
  type FaceSeat,
  type KnownCut,
  type StandingCut,
  type RadialCut,
  type RedrillCut,
  type RimCut,
  type RimSeat,
  type RoundCut,
} from './rotor/cut.js';
export { breachesInTurn, ruleBreaches } from './cuts/cutRules.js';
export { alongCut, effectOfCuts, furtherCut, metalNow, metalsOf, type MetalNow } from './cuts/metalNow.js';
export { rawPiece, type Piece } from './cuts/piece.js';
export { rimArcOf, type FilledSolid, type RimSolid, type RoundSolid } from './cuts/solid.js';
export { cutInto, metalOf } from './cuts/taken.js';
export { loggedBreaches } from './cuts/loggedBreaches.js';
export { isCorrectable } from './cuts/correctable.js';

export { checkConvention, fromHeavyDeg, toHeavyDeg, type ConventionCheck, type MachineConvention } from './spin/convention.js';
export {
  calibratedWhere,
  GAIN_BY_TRIALS,
  influenceOf,
  meanReading,
  unbalanceOf,
  type Influence,
  type SupportReading,
  type TrialRun,
} from './spin/influence.js';
export { readShown, type ShownBy, type ShownSpin } from './spin/shownSpin.js';
export { processSpin, type ProcessedSpin, type SpinSignal } from './spin/signal/processSpin.js';
export { type CutShares } from './correct/cutShare.js';
export { isWorthMeasuringAgain } from './cuts/measureAgain.js';
export { cutDoubts, LATHE_TO_DRILL, missingCuts, USUAL_DRILL, type DrillErrors } from './cuts/drillErrors.js';
export { HEAVY_METAL_G_PER_CM3, PRESS_FIT_RATIO, barForceN, USUAL_BARS, type Bar } from './rotor/slug.js';
export { isSpunBefore } from './correct/drillOrder.js';
export { adviseCut } from './correct/adviseCut.js';
export { fewestHoles } from './correct/fewestHoles.js';
export { drillSequence } from './correct/drillSequence.js';
export { toInternal, type BoltOnUnbalance } from './correct/toInternal.js';
export { checkTools, USUAL_TOOLS, type ShopTools } from './correct/shopTools.js';
export { planChoices, planInputOf, type ChoicesInput, type PlanChoice, type PlanChoices, type PlanMerit } from './correct/planChoices.js';
export { isPast, type Knowledge } from './correct/planOutcome.js';
export { type TrackedPlane } from './correct/trackedPlane.js';
export { meantBy } from './estimate/slips.js';
export { READINGS_OF_A_STATE, type Wait } from './job/restsOn.js';
export { askedSpin, hungBefore, waitsNow, type AskedSpin } from './job/askedSpin.js';
export { waitInShort } from './job/waitInShort.js';
export { weightDoubt, type WeightDoubt, type WeightProposal } from './job/weightProposal.js';
export { isOneReading, oddReading, type ReadingsKnown } from './spin/oddReading.js';
export { fourthRunAgrees } from './spin/fourthRun.js';
export { senseOf } from './spin/firstSense.js';
export { runDoubts, type RunDoubt } from './spin/runDoubts.js';
export { gainHistory, type GainHistory, type JobGain } from './spin/gainHistory.js';
export { gainClassOf, jobGain, type GainClass } from './job/jobGain.js';
export { goesTooFar } from './correct/planChoices.js';
export { planOutcome, type PlanOutcome } from './correct/planOutcome.js';
export { jobEstimate, trackedPlane, type JobEstimate } from './job/jobEstimate.js';
export { chanceInside, verdictBy, type Verdict } from './estimate/verdict.js';
export { boltedSpins, type EstimateFacts } from './job/recordEvents.js';
export { partOfRim, usuallyMounted } from './job/usuallyMounted.js';
export {
  checkSetUps,
  CRANK_PART,
  isSurvey,
  NO_SET_UPS,
  removedWithSpins,
  sameMounting,
  sameParts,
  turnedTo,
  type PartReason,
  type SetUp,
  type SetUps,
} from './setups/setUp.js';
export { SET_UP_TEMPLATES, setUpLike, setUpsForCrank, setUpsFrom, STAGE_PARTS, type SetUpTemplate } from './setups/templates.js';
export { inSetUp, isCorrectedIn, massOf, ownRecord, setUpOfSpin } from './setups/inSetUp.js';
export { mountingScatter } from './setups/mountingScatter.js';
export type { OwnPart } from './setups/ownPart.js';
export { placeBeyond, usualPartPlace } from './setups/usualPlace.js';
export { earlierOutside, partsTold, staticOf, type PartTold, type SetUpStep } from './setups/steps.js';
export { surpriseStories, type Story, type StoryEntry, type UnloggedCut } from './job/surpriseStories.js';
export { estimate, type SpinTold } from './estimate/estimate.js';
export type { CutEvent, EstimateInput, Mounted, RecordEvent, SpinEvent } from './estimate/events.js';
export type { KnownUnbalance } from './estimate/known.js';
export { hungUnbalance, type HungPiece } from './estimate/hungPieces.js';
export { radius95Of } from './estimate/laws.js';
export { correctionInput } from './job/correctionInput.js';
export { type PlaneSpread } from './spin/readingSpread.js';
export { summariseTurns, turnsInPlane, type TurnSummary } from './spin/turnSummary.js';
export { calibrationFactor, sensorSpread } from './spin/readingSpread.js';
export { liveSpin, type LiveSpin } from './spin/signal/liveSpin.js';
export { type WeightCheck } from './spin/weightCheck.js';

export { planHoles, assessHoles, AIM_SHARE } from './correct/planHoles.js';
export { bareCut } from './correct/planMenu.js';
export type { HolePlan, PlanInput, PlannedCut } from './correct/planInput.js';

export { CORE_VERSION } from './version.js';

export type { GainBasis, HoleFact, InSetUp, JobFacts, JobSpec, SpinFact } from './job/jobFacts.js';
export { openLedgers, type HungFact } from './record/openLedgers.js';
export { standingEntries, standingOf, standingReference, type VoidFact, type WhatStands } from './record/standing.js';
export {
  latestOf,
  latestOn,
  NO_MARKS,
  type BobBuildChoice,
  type DecisionKind,
  type SingleDecision,
  type DecisionValues,
  type PartMarks,
  type SubjectOf,
} from './decisions/decisions.js';
export { choicesOf, decidedParts, decidedSpins, type JobChoices, type UsualBobChoices } from './decisions/choicesOf.js';
export {
  everyPart,
  isInsideNow,
  jobFigures,
  matchFigures,
  spunFigures,
  ONE_BOB_FIGURE_WITHIN_G,
  type JobFigures,
  type MatchFigures,
  type PlaneKnown,
  type Refused,
  type SpinFigures,
} from './job/jobFigures.js';
export { ARRIVAL_KEYS, arrivalList, type Arrival, type ArrivalItem, type ArrivalKey } from './job/arrivals.js';
export { BENCHES, type BenchId } from './job/benchNames.js';
export { benchesOf, hasBench, isSpun, JOB_KINDS, type JobKind } from './job/jobKind.js';
export { isWanted, SAMPLES, type Sample } from './parts/sample.js';
export { givenBobComplaints } from './bob/givenBobs.js';
export { howWeighed } from './job/jobFigures.js';
export { ELSEWHERE_WHYS, kindsHere, partsHere, type Elsewhere, type ElsewhereKind, type ElsewhereWhy } from './parts/elsewhere.js';
export { ARRIVAL_WORDS, benchStatuses, type BenchState, type BenchStatus } from './job/benches.js';

export {
  bobWorking,
  commonBobWorking,
  cutWorking,
  meanWorking,
  planeTransferWorking,
  removalWorking,
  rodEndsWorking,
  spinWorking,
  toleranceWorking,
} from './working/workings.js';

export { repeatabilityLimitG, roundingDeviationG } from './weigh/repeatability.js';
export { strayReadings } from './weigh/strayReadings.js';
export { fitness, type Fitness } from './weigh/fitness.js';
export { standing, type Standing } from './weigh/openQuestion.js';
export { zeroMoved } from './weigh/zero.js';
export { lineReader, USUAL_TEMPLATES, type ScaleLine } from './weigh/linePattern.js';
export { isMassUnit } from './units/massUnits.js';
export { Z95 } from './units/normal.js';
