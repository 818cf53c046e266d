export { PERSON_HEADER, sentBy, type Sent, type Amends, type Attribution, type Write } from './byPerson.js';
export { Device } from './device.js';
export { newDeviceSchema, type NewDevice, type Reach, type ReachAnswer, type ShopDevice } from './devices.js';
export { ROUTE_ROLES, type Role } from './roles.js';
export type { Said } from './said.js';
export { displayChangeSchema, type Display, type DisplayChange } from './display.js';
export { fittingsChangeSchema, type FittingsChange, type ShopFittings } from './fittings.js';
export { bitsChangeSchema, newPersonSchema, pickedSchema, type BitsChange, type Picked } from './shop.js';
export { ALL_JOBS, JOB_LIST_TABLES, type ChangeWord } from './changes.js';
export { addressOf } from './address.js';
export { ROUTE_BODIES, type Api, type RouteIds, type RouteName, type StandinMoved } from './api.js';
export { check, CHECK_OPTIONS, type Checked, type FieldProblem, type Problem } from './messages.js';
export { AS_IT_SHOULD_BE, spinRequestSchema, type SpinEvent, type SpinRequest, type SpinSetUp, type StandinDials, type Wave } from './spins.js';
export { jobSpecSchema } from './jobSpec.js';
export { crankSchema, knownCutSchema } from './crankMetal.js';
export { newDecisionSchema, type DecisionBody, type NewDecision } from './decisions.js';
export { readCrankFile, writeCrankFile } from './crankFile.js';
export { choicesTakenIn, handOverOf, readHandOver, readingsTakenIn, writeHandOver, type HandOver } from './handOver.js';
export { shopToolsChangeSchema, shopToolsSchema, type ShopToolsChange, type ShopToolsEntry } from './shopTools.js';
export { measurementsFromCsv, measurementsToCsv, type MeasuredCsv } from './measurementsCsv.js';
export { boreLimitsSchema, boringNotedSchema, boringWordSchema } from './bores.js';
export { deckLimitsSchema } from './deck.js';
export { pinLimitsSchema } from './pins.js';
export { boltTorqueSchema, rodLimitsSchema } from './rods.js';
export { checkCrankLimits, LIMIT_SUBJECTS, limitsOf, readLimitsFile, writeLimitsFile, type EngineLimits } from './limitsFile.js';
export {
  crankLimitsSchema,
  gaugeSettingSchema,
  gaugesChangeSchema,
  newWorkSchema,
  newMeasurementSchema,
  standinGaugeSchema,
  workSchema,
  gaugeCommandSchema,
  type WorkEntry,
  type Gauge,
  type GaugeCommand,
  type GaugeDrawer,
  type StandinGauge,
  type GaugesChange,
  type MeasurementEntry,
  type NewWork,
  type NewMeasurement,
} from './inspect.js';
export {
  newHoleSchema,
  newJobSchema,
  newPartCutSchema,
  partCutBatchSchema,
  newPlanSchema,
  newPhotoSchema,
  newToolSchema,
  newPracticeCutSchema,
  photoRemovalSchema,
  newReadingSchema,
  newZeroSchema,
  readingBatchSchema,
  newHungWeightSchema,
  newSignOffSchema,
  undoSchema,
  removalSchema,
  scaleCommandSchema,
  specChangeSchema,
  type NewHole,
  type NewJob,
  type NewPartCut,
  type NewSpare,
  type SpareRemoval,
  newSpareSchema,
  spareRemovalSchema,
  type PartCutBatch,
  type NewPlan,
  type NewPhoto,
  type NewTool,
  type NewPracticeCut,
  type NewReading,
  type NewZero,
  type ReadingBatch,
  type NewHungWeight,
  type Removal,
  type CutRemoval,
  type ScaleCommand,
  type StandinCharacter,
  type SpecChange,
} from './entries.js';
export {
  factsOf,
  everyHoleOf,
  everySpinOf,
  keptSpecOf,
  rotorOf,
  supportsOf,
  sheetIn,
  sheetOf,
  wholeSheet,
  type BarePart,
  type HungWeightEntry,
  type JobRecord,
  type VoidEntry,
  type WrittenReading,
  type DecisionEntry,
  type HoleEntry,
  loggedCut,
  type JobLine,
  type JobSheet,
  type PartCutEntry,
  type Person,
  type PhotoEntry,
  type Tool,
  type PlanEntry,
  type ReadingEntry,
  type Shop,
  type SignOffEntry,
  type BareSpin,
  type SpinEntry,
} from './sheets.js';
export { computeSchemas, type ComputationName } from './computeSchemas.js';
export {
  INSTRUMENT_KINDS,
  SOURCES,
  instrumentChangeSchema,
  newInstrumentSchema,
  newStudySchema,
  type Instrument,
  type InstrumentChange,
  type InstrumentCupboard,
  type InstrumentSpec,
  type NewInstrument,
  type NewStudy,
  type Source,
  type Study,
} from './instruments.js';
export { readingsFromCsv, readingsToCsv, type ReadCsv } from './readingsCsv.js';
export { bobBoxChangeSchema, shopUsualSchema, type BobBoxChange, type BobBoxEntry, type ShopUsual } from './bobs.js';
export {
  machineChangeSchema,
  type WavChannels,
  type MachineCheck,
  newCalibrationSchema,
  newMachineSchema,
  newRecordedSpinSchema,
  newTypedSpinSchema,
  standinRecordingSchema,
  type Calibration,
  type Machine,
  type MachineChange,
  type MachineDriver,
  type MachineHall,
  type MachineSpec,
  type MachineUnit,
  type NewCalibration,
  type NewMachine,
  type NewRecordedSpin,
  type NewTypedSpin,
  type RecordingSummary,
  type WorkLine,
  LINES,
  type Reprocessed,
  type ShownPair,
  type ShownReading,
  type StandinRecording,
} from './machines.js';
export { planesSchema } from './planes.js';
export { readRecording, writeRecording } from './recordingCsv.js';
export {
  CARD_PAPERS,
  type CardFigure,
  type CardLine,
  type CardPaper,
  type CardSection,
  type CardSectionId,
  type CardTable,
  type JobCard,
  type SignedCard,
} from './jobCard.js';
