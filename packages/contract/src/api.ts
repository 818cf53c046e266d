import type { PlaneUnbalance } from '@tare/core';
import type { BobBoxChange, BobBoxEntry, ShopUsual } from './bobs.js';
import { bobBoxChangeSchema, shopUsualSchema } from './bobs.js';
import type { ByPerson, Write } from './byPerson.js';
import { newDecisionSchema, type NewDecision } from './decisions.js';
import * as devices from './devices.js';
import * as entries from './entries.js';
import { displayChangeSchema, type DisplayChange } from './display.js';
import { fittingsChangeSchema, type FittingsChange } from './fittings.js';
import * as inspect from './inspect.js';
import * as instruments from './instruments.js';
import type { JobCard, SignedCard } from './jobCard.js';
import * as machines from './machines.js';
import * as shop from './shop.js';
import type * as sheets from './sheets.js';
import { shopToolsChangeSchema, type ShopToolsChange, type ShopToolsEntry } from './shopTools.js';
import { spinRequestSchema, type SpinRequest } from './spins.js';

/** One thing that can be asked of the server: what goes there, none for a GET, and what comes back. */
interface Route<Body, Answer> {
  readonly body: Body;
  readonly answer: Answer;
}

/** What a hand did with a stand-in instrument was done, as that many moves of it: its lines from `MOVED moves` on are of what it touches now. */
export interface StandinMoved {
  readonly done: true;
  readonly moves: number;
}

/** Every request whose body and answer are JSON, by its method and address; `:name` stands for an id in the address. */
export interface Api {
  'POST at-the-bench': Route<shop.Picked, sheets.Person>;
  'GET reach': Route<undefined, devices.ReachAnswer>;
  'GET devices': Route<undefined, devices.ShopDevice[]>;
  'POST devices': Route<devices.NewDevice, devices.ShopDevice>;
  'POST devices/:deviceId/revocation': Route<ByPerson, { revoked: true }>;
  'POST devices/new-code': Route<ByPerson, { code: string }>;
  'GET shop': Route<undefined, sheets.Shop>;
  'POST shop/people': Route<sheets.Person, sheets.Person>;
  'PUT shop/bits': Route<shop.BitsChange, sheets.Shop>;
  'PUT shop/usual': Route<ShopUsual, sheets.Shop>;
  'PUT shop/fittings': Route<FittingsChange, sheets.Shop>;
  'PUT shop/display': Route<DisplayChange, sheets.Shop>;
  'GET shop-tools': Route<undefined, ShopToolsEntry>;
  'PUT shop-tools': Route<ShopToolsChange, ShopToolsEntry>;
  'GET bob-box': Route<undefined, BobBoxEntry>;
  'PUT bob-box': Route<BobBoxChange, BobBoxEntry>;
  'GET tools': Route<undefined, sheets.Tool[]>;
  'POST tools': Route<entries.NewTool, { added: true }>;
  'POST tools/:toolId/practice-cuts': Route<entries.NewPracticeCut, { added: true }>;
  'GET gauges': Route<undefined, inspect.GaugeDrawer>;
  'PUT gauges': Route<inspect.GaugesChange, inspect.GaugeDrawer>;
  'GET instruments': Route<undefined, instruments.InstrumentCupboard>;
  'POST instruments': Route<instruments.NewInstrument, instruments.Instrument>;
  'PUT instruments/:instrumentId': Route<instruments.InstrumentChange, instruments.Instrument>;
  'POST instruments/:instrumentId/studies': Route<instruments.NewStudy, instruments.Study>;
  'GET machines': Route<undefined, machines.MachineHall>;
  'POST machines': Route<machines.NewMachine, machines.Machine>;
  'PUT machines/:machineId': Route<machines.MachineChange, machines.Machine>;
  'POST machines/calibrations': Route<machines.NewCalibration, machines.Calibration>;
  'GET standin-gauge/character': Route<undefined, inspect.StandinGauge>;
  'POST standin-gauge/commands': Route<inspect.GaugeCommand, StandinMoved>;
  'GET standin-scale/character': Route<undefined, entries.StandinCharacter>;
  'POST standin-scale/commands': Route<entries.ScaleCommand, StandinMoved>;
  'GET jobs': Route<undefined, sheets.JobLine[]>;
  'POST jobs': Route<entries.NewJob, sheets.JobRecord>;
  'GET jobs/:jobId': Route<undefined, sheets.JobRecord>;
  'PUT jobs/:jobId/spec': Route<entries.SpecChange, sheets.JobRecord>;
  'POST jobs/:jobId/removal': Route<entries.Removal, { removed: true }>;
  'POST jobs/:jobId/readings': Route<entries.NewReading, sheets.WrittenReading>;
  'POST jobs/:jobId/readings/batch': Route<entries.ReadingBatch, { captured: number }>;
  'POST jobs/:jobId/readings/:readingId/zero': Route<entries.NewZero, sheets.WrittenReading>;
  'POST jobs/:jobId/part-cuts': Route<entries.NewPartCut, sheets.PartCutEntry>;
  'POST jobs/:jobId/part-cuts/batch': Route<entries.PartCutBatch, { logged: number }>;
  'POST jobs/:jobId/spares': Route<entries.NewSpare, { added: true }>;
  'POST jobs/:jobId/spares/:partId/removal': Route<entries.SpareRemoval, { removed: true }>;
  'POST jobs/:jobId/measurements': Route<inspect.NewMeasurement, inspect.MeasurementEntry>;
  'POST jobs/:jobId/works': Route<inspect.NewWork, inspect.WorkEntry>;
  'POST jobs/:jobId/decisions': Route<NewDecision, sheets.DecisionEntry>;
  'POST jobs/:jobId/plans': Route<entries.NewPlan, sheets.PlanEntry>;
  'POST jobs/:jobId/holes': Route<entries.NewHole, sheets.HoleEntry>;
  /** Its answer comes as lines of JSON. */
  'POST jobs/:jobId/spins': Route<SpinRequest, never>;
  'POST jobs/:jobId/spins/typed': Route<machines.NewTypedSpin, { id: string }>;
  'POST jobs/:jobId/spins/:spinId/reprocess': Route<undefined, machines.Reprocessed>;
  'POST jobs/:jobId/hung-weights': Route<entries.NewHungWeight, sheets.HungWeightEntry>;
  'GET jobs/:jobId/card': Route<undefined, JobCard>;
  'GET jobs/:jobId/signed-cards': Route<undefined, SignedCard[]>;
  'POST jobs/:jobId/sign-offs': Route<Write, sheets.SignOffEntry>;
  'POST jobs/:jobId/photos/:photoId/removal': Route<Write, { removed: true }>;
  'POST entries/:entryId/void': Route<entries.Removal, sheets.VoidEntry>;
  'POST entries/:entryId/undo': Route<Write, sheets.VoidEntry>;
  'GET jobs/:jobId/standin-truth': Route<undefined, PlaneUnbalance>;
  /** Its answer is a file. */
  'POST jobs/:jobId/standin-recording': Route<machines.StandinRecording, never>;
}
export type RouteName = keyof Api;

/** The names in an address that ids take the place of. */
type NamesIn<Address extends string> = Address extends `${string}:${infer Name}/${infer Rest}`
  ? Name | NamesIn<Rest>
  : Address extends `${string}:${infer Name}`
    ? Name
    : never;
export type RouteIds<R extends RouteName> = Readonly<Record<NamesIn<R>, string>>;

/** The schema that checks each body; null where there is none to send. */
export const ROUTE_BODIES = {
  'POST at-the-bench': shop.pickedSchema,
  'GET reach': null,
  'GET devices': null,
  'POST devices': devices.newDeviceSchema,
  'POST devices/:deviceId/revocation': null,
  'POST devices/new-code': null,
  'GET shop': null,
  'POST shop/people': shop.newPersonSchema,
  'PUT shop/bits': shop.bitsChangeSchema,
  'PUT shop/usual': shopUsualSchema,
  'PUT shop/fittings': fittingsChangeSchema,
  'PUT shop/display': displayChangeSchema,
  'GET shop-tools': null,
  'PUT shop-tools': shopToolsChangeSchema,
  'GET bob-box': null,
  'PUT bob-box': bobBoxChangeSchema,
  'GET tools': null,
  'POST tools': entries.newToolSchema,
  'POST tools/:toolId/practice-cuts': entries.newPracticeCutSchema,
  'GET gauges': null,
  'PUT gauges': inspect.gaugesChangeSchema,
  'GET instruments': null,
  'POST instruments': instruments.newInstrumentSchema,
  'PUT instruments/:instrumentId': instruments.instrumentChangeSchema,
  'POST instruments/:instrumentId/studies': instruments.newStudySchema,
  'GET machines': null,
  'POST machines': machines.newMachineSchema,
  'PUT machines/:machineId': machines.machineChangeSchema,
  'POST machines/calibrations': machines.newCalibrationSchema,
  'GET standin-gauge/character': null,
  'POST standin-gauge/commands': inspect.gaugeCommandSchema,
  'GET standin-scale/character': null,
  'POST standin-scale/commands': entries.scaleCommandSchema,
  'GET jobs': null,
  'POST jobs': entries.newJobSchema,
  'GET jobs/:jobId': null,
  'PUT jobs/:jobId/spec': entries.specChangeSchema,
  'POST jobs/:jobId/removal': entries.removalSchema,
  'POST jobs/:jobId/readings': entries.newReadingSchema,
  'POST jobs/:jobId/readings/batch': entries.readingBatchSchema,
  'POST jobs/:jobId/readings/:readingId/zero': entries.newZeroSchema,
  'POST jobs/:jobId/part-cuts': entries.newPartCutSchema,
  'POST jobs/:jobId/part-cuts/batch': entries.partCutBatchSchema,
  'POST jobs/:jobId/spares': entries.newSpareSchema,
  'POST jobs/:jobId/spares/:partId/removal': entries.spareRemovalSchema,
  'POST jobs/:jobId/measurements': inspect.newMeasurementSchema,
  'POST jobs/:jobId/works': inspect.newWorkSchema,
  'POST jobs/:jobId/decisions': newDecisionSchema,
  'POST jobs/:jobId/plans': entries.newPlanSchema,
  'POST jobs/:jobId/holes': entries.newHoleSchema,
  'POST jobs/:jobId/spins': spinRequestSchema,
  'POST jobs/:jobId/spins/typed': machines.newTypedSpinSchema,
  'POST jobs/:jobId/spins/:spinId/reprocess': null,
  'POST jobs/:jobId/hung-weights': entries.newHungWeightSchema,
  'GET jobs/:jobId/card': null,
  'GET jobs/:jobId/signed-cards': null,
  'POST jobs/:jobId/sign-offs': entries.newSignOffSchema,
  'POST jobs/:jobId/photos/:photoId/removal': entries.photoRemovalSchema,
  'POST entries/:entryId/void': entries.removalSchema,
  'POST entries/:entryId/undo': entries.undoSchema,
  'GET jobs/:jobId/standin-truth': null,
  'POST jobs/:jobId/standin-recording': machines.standinRecordingSchema,
} satisfies Record<RouteName, unknown>;
