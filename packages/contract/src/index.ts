export { check, CHECK_OPTIONS, type Checked, type FieldProblem, type Problem } from './messages.js';
export { jobSpecSchema, layoutSchema, crankSchema, planesSchema, bitSchema } from './jobSpec.js';
export {
  crankHoleSchema,
  newDecisionSchema,
  newHoleSchema,
  newJobSchema,
  newPartCutSchema,
  newPlanSchema,
  newReadingSchema,
  newSignOffSchema,
  removalSchema,
  specChangeSchema,
  spinRequestSchema,
  type DecisionBody,
  type NewDecision,
  type NewHole,
  type NewJob,
  type NewPartCut,
  type NewPlan,
  type NewReading,
  type NewSignOff,
  type Removal,
  type SpecChange,
  type SpinRequest,
} from './entries.js';
export { factsOf, type Attribution, type DecisionEntry, type HoleEntry, type JobLine, type JobSheet, type Person, type PlanEntry, type ReadingEntry, type Shop, type SignOffEntry, type SpinEntry, type SpinEvent } from './sheets.js';
export { computeSchemas, type ComputationName } from './computeSchemas.js';
