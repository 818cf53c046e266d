import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { takenBy } from '@tare/card';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { Instrument, JobSheet, Machine, MachineHall, PlanEntry, Study } from '@tare/contract';
import { BALANCED, metalNow, NOTHING_MADE_READY, setUpsFrom, USUAL_TOOLS, type Cut, type WeighedPart } from '@tare/core';
import type { ReactNode } from 'react';
import { ask } from './api/client.js';
import { ProblemError, UNREACHABLE } from './api/problem.js';
import { BoxEditor } from './benches/bobs/build/BoxEditor.js';
import { LogHole } from './benches/correct/LogHole.js';
import { LogOwnCut } from './benches/correct/LogOwnCut.js';
import { EngineBench } from './benches/engine/EngineBench.js';
import { AmendForm } from './benches/instruments/AmendStudy.js';
import { NewJobPage } from './benches/engine/NewJobPage.js';
import { InstrumentForm } from './benches/instruments/InstrumentForm.js';
import { StudyDialog } from './benches/instruments/StudyDialog.js';
import { Fittings } from './benches/machines/Fittings.js';
import { MachineForm } from './benches/machines/MachineForm.js';
import { Reweigh } from './benches/match/trim/Reweigh.js';
import { CrackForm } from './benches/makeReady/CrackForm.js';
import { NotedForm } from './benches/makeReady/bores/NotedForm.js';
import { DeckLimitsForm } from './benches/makeReady/decks/DeckLimitsForm.js';
import { BoreLimitsForm } from './benches/makeReady/bores/BoreLimitsForm.js';
import { WordForm } from './benches/makeReady/bores/BoreSheet.js';
import { PinLimitsForm } from './benches/makeReady/pins/PinSheet.js';
import { RodLimitsForm } from './benches/makeReady/rods/RodLimitsForm.js';
import { TorqueForm } from './benches/makeReady/rods/TorqueLine.js';
import { LimitsForm } from './benches/makeReady/LimitsForm.js';
import { NewTool, PracticeCut } from './benches/match/trim/ToolDrawer.js';
import { GivenBobs } from './benches/bobs/GivenBobs.js';
import { NotHereForm } from './benches/checkIn/NotHereForm.js';
import { SetUpsEditor } from './benches/setups/SetUpsEditor.js';
import { SpinOrderForm } from './benches/spin/SpinOrderForm.js';
import { TypedSpinForm } from './benches/spin/own/TypedSpinForm.js';
import { BitsEditor } from './benches/tools/BitsEditor.js';
import { ToolsPage } from './benches/tools/ToolsPage.js';
import { NewPerson } from './shell/NewPerson.js';
import { sheetOf } from './testing.js';
import { AtABench, SHOP, WaitingOutbox } from './testingBench.js';
import { VoidReason } from './ui/VoidButton.js';

jest.mock('./api/client.js', () => ({ ask: jest.fn() }));
const asked = jest.mocked(ask as unknown as (route: string, given: { readonly body?: { readonly id: string } }) => Promise<unknown>);

const scale: Instrument = {
  id: 'scale',
  version: 2,
  spec: {
    kind: 'scale',
    name: 'Long bench',
    divisionG: 0.1,
    capacityG: 3000,
    fixtureG: 0,
    lastCheck: '',
    notes: '',
    source: 'typed',
    lineTemplate: 'ST,GS,{g} g',
    baudRate: 9600,
  },
};
const machine: Machine = {
  id: '5b5dbb6a-7bbd-4a0e-a1c6-f3bd8b0d3f10',
  version: 1,
  spec: {
    name: 'Floor machine',
    driver: 'typed',
    unit: 'gAtRadius',
    convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
    slowestRpm: 250,
    fastestRpm: 900,
    supportLimitN: 1000,
    scatterGmm: 10,
    gainPercent: null,
    columns: { time: 'time', rateHz: 5000, left: 'left', right: 'right', tach: 'tach' },
    channels: { left: 1, right: 2, tach: 3 },
    notes: '',
  },
};
const study: Study = {
  id: '0d8b0a5e-33ee-4b5a-9a4c-111111111111',
  instrumentId: 'scale',
  kind: 'drift',
  subject: '500 g check weight',
  readingsG: [500.2],
  nominalG: 500,
  voided: false,
  personId: 'ottoline',
  at: '2026-11-25T01:00:00.000Z',
} as Study;
const hall: MachineHall = { machines: [machine], calibrations: [], checks: [] };
const shop = {
  ...SHOP,
  bits: [{ bitMm: 12, pointAngleDeg: 118, usableDepthMm: 60 }],
  fittings: { version: 0, standIns: true, trialPieces: [{ name: 'Putty tin', massG: 24.6, deviationG: 0.1 }] },
};
const box = {
  version: 3,
  box: {
    clamps: [{ id: '0d8b0a5e-33ee-4b5a-9a4c-222222222222', name: 'Clamp 46', fromMm: 44, toMm: 50, halfG: 320, studMm: 60, count: 8 }],
    pieces: [{ id: '0d8b0a5e-33ee-4b5a-9a4c-333333333333', name: 'Disc', massG: 50, thicknessMm: 6, count: 12 }],
  },
};
const READ: Readonly<Record<string, unknown>> = {
  'GET shop': shop,
  'GET shop-tools': { version: 1, tools: USUAL_TOOLS },
  'GET machines': hall,
  'GET tools': { tools: [], rates: [] },
  'GET jobs': [],
};
const nothing = (): void => undefined;

interface Walked {
  readonly name: string;
  readonly form: () => ReactNode;
  /** The job that it is opened on, where it is another. */
  readonly record?: JobSheet;
  /** What makes it whole, by the label of each field. */
  readonly whole: Readonly<Record<string, string>>;
  /** The button that sends it. */
  readonly keep: string;
  /** A field of what is sent, for the server to complain about, and the label of the form's. */
  readonly refused: readonly [field: string, label: string] | null;
  /** So many of its fields are typed into: what comes after follows from them. */
  readonly most?: number;
}

const planned: Cut = { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 12, pointAngleDeg: 118, depthMm: 12 };
const plan: PlanEntry = {
  id: '0d8b0a5e-33ee-4b5a-9a4c-444444444444',
  spinId: 'spin',
  holes: [planned],
  predicted: BALANCED,
  personId: 'ottoline',
  at: '2026-11-25T01:00:00.000Z',
};
const record = { ...sheetOf('inline3'), id: '7d3e1f2a-0000-4000-8000-000000000001' };
const cutPiston: WeighedPart = {
  part: { id: '0d8b0a5e-33ee-4b5a-9a4c-555555555555', kind: 'piston', cylinder: 1, damaged: false },
  lastCutId: '0d8b0a5e-33ee-4b5a-9a4c-666666666666',
  now: {},
  asReceived: {},
  lastPass: null,
  errors: {},
  renewedAt: null,
  needsReweighing: true,
  rod: null,
};

const setUps = {
  list: setUpsFrom(
    'stages',
    false,
    ['damper', 'flywheel'],
    (() => {
      let made = 0;
      return () => `7d3e1f2a-0000-4000-8000-00000000010${(made += 1)}`;
    })(),
  ),
  positionsDeg: {},
};

const FORMS: readonly Walked[] = [
  {
    name: 'the set-ups of a job',
    record: { ...record, decisions: { setUps: { value: setUps, version: 1, personId: 'ottoline', at: '2026-11-25T01:00:00.000Z' } } },
    form: () => <SetUpsEditor onDone={nothing} />,
    whole: {
      'What it is called': 'Crank as it came',
      'Plane A at': '1/2 in',
      'at radius': '85',
      'Plane B at': '400',
      'B at radius': '85',
      'Never above': '700',
    },
    keep: 'Keep these set-ups',
    refused: ['value.list.0.name', 'What it is called'],
  },
  {
    name: 'what is not weighed here',
    record: {
      ...record,
      spec: { ...record.spec, elsewhere: { piston: { why: 'doneElsewhere', by: '', massG: null, bigEndG: null, smallEndG: null } } },
    },
    form: () => <NotHereForm />,
    whole: { 'Pistons: by whom': 'the yard on the quay', 'Each piston, if known': '21 1/2 oz' },
    keep: 'Keep this',
    // Every field of it may be blank.
    refused: null,
  },
  {
    name: 'bobs that are given',
    record,
    form: () => <GivenBobs />,
    whole: { 'Bob on pin 1': '4 lb', 'Bob on pin 2': '1814', 'Bob on pin 3': '1815' },
    keep: 'These are the bobs',
    refused: ['value.0', 'Bob on pin 1'],
  },
  {
    name: 'a new machine',
    form: () => <MachineForm machine={null} onDone={nothing} />,
    whole: { 'What it is called here': 'Old bench', 'Its zero, from crankpin 1': '20 1/2' },
    keep: 'Keep this machine',
    refused: ['spec.name', 'What it is called here'],
  },
  {
    name: 'a machine that is changed',
    form: () => <MachineForm machine={machine} onDone={nothing} />,
    whole: { 'Slowest speed': '300' },
    keep: 'Keep this machine',
    refused: ['spec.slowestRpm', 'Slowest speed'],
  },
  {
    name: 'an instrument',
    form: () => <InstrumentForm instrument={scale} onDone={nothing} />,
    whole: { 'Counts in': '0.01 oz' },
    keep: 'Keep it',
    refused: ['spec.divisionG', 'Counts in'],
  },
  {
    name: 'the shop’s trial pieces',
    form: () => <Fittings />,
    whole: { 'Piece 1 weighs': '2 oz' },
    keep: 'Keep these',
    refused: ['trialPieces.0.massG', 'Piece 1 weighs'],
  },
  {
    name: 'the bits',
    form: () => <BitsEditor />,
    whole: { 'Reach of bit 1': '2 1/2 in' },
    keep: 'Keep these bits',
    refused: ['bits.0.usableDepthMm', 'Reach of bit 1'],
  },
  {
    name: 'the tools',
    form: () => <ToolsPage />,
    whole: { 'A pilot hole': '2,5' },
    keep: 'Keep these',
    refused: ['tools.minutes.pilot', 'A pilot hole'],
  },
  {
    name: 'the box of bob pieces',
    form: () => <BoxEditor entry={box} />,
    whole: { 'Mass of piece 1': '1 oz' },
    keep: 'Keep the box',
    refused: ['box.pieces.0.massG', 'Mass of piece 1'],
  },
  {
    name: 'a check weight',
    form: () => <StudyDialog instrument={scale} kind="drift" onClose={nothing} />,
    whole: { Shown: '505' },
    keep: 'Keep it',
    refused: ['readingsG.0', 'Shown'],
  },
  {
    name: 'ten placements',
    form: () => <StudyDialog instrument={scale} kind="repeatability" onClose={nothing} />,
    whole: { 'What stands on it': 'a piston of the eight' },
    keep: 'Take it',
    refused: null,
  },
  {
    name: 'a study that is put right',
    form: () => <AmendForm study={study} onDone={nothing} />,
    whole: { 'Why is it put right?': 'slip of the finger' },
    keep: 'This is what was read',
    refused: ['subject', 'What stood on it'],
  },
  {
    name: 'somebody new',
    form: () => <NewPerson onDone={nothing} />,
    whole: { Name: 'Bram Tewitt', 'What they do here': 'machining' },
    keep: 'Add and put at the bench',
    refused: ['name', 'Name'],
  },
  {
    name: 'a new tool',
    form: () => <NewTool onAdded={nothing} />,
    whole: { Tool: 'die grinder', Bit: '6 mm burr' },
    keep: 'Into the drawer',
    refused: ['bit', 'Bit'],
  },
  {
    name: 'limits of a crank',
    form: () => <LimitsForm limits={null} />,
    whole: { 'Run-out of a main, at most (TIR)': '0,025', 'Mains, from': '54.98', 'Mains, to': '2.1654 in' },
    keep: 'Keep these limits',
    refused: ['value.stepsATurn', 'Readings a turn'],
    most: 8,
  },
  {
    name: 'a crack test',
    form: () => <CrackForm made={NOTHING_MADE_READY} />,
    whole: { 'By whom': 'the Upper Yard', How: 'dye' },
    keep: 'Keep this',
    refused: ['value.by', 'By whom'],
  },
  {
    name: 'limits of the rods',
    form: () => <RodLimitsForm limits={null} />,
    whole: { 'Big end, from': '56,5', 'Big end, to': '2.2249 in', 'A bolt is torqued, at most, times': '3' },
    keep: 'Keep these limits',
    refused: ['value.stockMm', 'Left to hone after closing'],
    most: 8,
  },
  {
    name: 'limits of the bores',
    form: () => <BoreLimitsForm limits={null} />,
    whole: { 'Nominal bore': '92', 'Worn by, at most': '0,1', 'Thinnest wall': '3 mm' },
    keep: 'Keep these limits',
    refused: ['value.honeMm', 'Left for the hone'],
    most: 6,
  },
  {
    name: 'the customer’s word on boring',
    form: () => <WordForm overMm={0.5} price={300} pricedOn="2026-11-01" />,
    whole: { 'Asked whom': 'Ines Corvey', on: '2026-11-26' },
    keep: 'They agreed',
    refused: ['value.by', 'Asked whom'],
  },
  {
    name: 'limits of the decks',
    form: () => <DeckLimitsForm limits={null} />,
    whole: { 'Height of a new deck, from the main line': '9.3 in', 'Crown below the deck, from': '-0,1', 'Gasket, pressed': '1.2' },
    keep: 'Keep these limits',
    refused: ['value.lastCutMm', 'The last, thin cut'],
    most: 5,
  },
  {
    name: 'how the block was held',
    form: () => <NotedForm noted={null} />,
    whole: { 'Its torque': '74 lb·ft', Note: 'on the bench overnight' },
    keep: 'Keep this',
    // Every one of its figures may lack.
    refused: null,
  },
  {
    name: 'limits of the pins',
    form: () => <PinLimitsForm limits={null} />,
    whole: { 'In the rod, from': '0,02', 'In the rod, to': '0.0018 in' },
    keep: 'Keep this',
    // Every one of its figures may lack.
    refused: null,
  },
  {
    name: 'how rod bolts are torqued',
    form: () => <TorqueForm step="gauging" kept={undefined} first={undefined} />,
    whole: { 'to gauge': '38 lb·ft', with: 'engine oil' },
    keep: 'Torqued so to gauge',
    refused: ['value.lubricant', 'with'],
  },
  {
    name: 'a practice cut',
    form: () => <PracticeCut toolId="tool" metal="steel" onKept={nothing} />,
    whole: { 'Scrap before': '100', 'after the cut': '98,5', 'cut for': '40' },
    keep: 'Keep the practice cut',
    refused: ['seconds', 'cut for'],
  },
  {
    name: 'a void',
    form: () => <VoidReason entryId="spin" reasons={['wrong job']} onDone={nothing} />,
    whole: { 'Something else': 'the belt slipped' },
    keep: 'Void it',
    refused: null,
  },
  {
    name: 'the engine',
    form: () => <EngineBench />,
    whole: { Stroke: '3 1/2 in' },
    keep: 'Keep these figures',
    refused: ['spec.strokeMm', 'Stroke'],
  },
  {
    name: 'a cut of one’s own',
    form: () => <LogOwnCut start={{}} onDone={nothing} />,
    whole: { 'At, from crankpin 1': '180', Bit: '12', 'Depth measured, to the shoulder': '14' },
    keep: 'Log this cut',
    refused: null,
  },
  {
    name: 'a new job',
    form: () => <NewJobPage />,
    whole: { Customer: 'Odd Hexley', Engine: 'Teal', 'Boat or plant': 'launch Moorhen' },
    keep: 'Start the job',
    refused: ['spec.engineName', 'Engine'],
    most: 3,
  },
  {
    name: 'a weighing after a cut',
    form: () => <Reweigh weighed={cutPiston} measure="mass" cutId="0d8b0a5e-33ee-4b5a-9a4c-666666666666" expectedG={600} isNew={false} />,
    whole: { 'Piston 1, after the cut': '600.1' },
    keep: '',
    refused: null,
  },
  {
    name: 'a planned hole',
    form: () => (
      <LogHole
        plan={plan}
        hole={planned}
        metal={takenBy(metalNow(record.spec.crank, []), [planned])[0]!}
        before={metalNow(record.spec.crank, [])}
        index={0}
      />
    ),
    whole: { 'Depth measured': '12.1' },
    keep: 'Drilled',
    refused: null,
  },
  {
    name: 'a spin on the stand-in',
    form: () => <SpinOrderForm onStart={nothing} />,
    whole: { 'Turns to read': '60' },
    keep: 'Spin as received',
    refused: null,
  },
  {
    name: 'a typed spin',
    form: () => <TypedSpinForm machine={machine} calibration={null} />,
    whole: { 'Balancing speed': '500' },
    keep: 'Keep this reading',
    refused: null,
  },
];

function open({ form, record: own = record }: Walked): void {
  render(
    <AtABench record={own} outbox={new WaitingOutbox()} shop={shop}>
      {form()}
    </AtABench>,
  );
}
// By the document's own means: roles and names of a form of 120 fields take testing-library seconds each time.
const boxes = (): HTMLInputElement[] => [...document.querySelectorAll<HTMLInputElement>('input:not([type]):enabled, input[type="text"]:enabled')];
/** Every field under its label's words. */
function standingFields(): Map<string, HTMLInputElement> {
  const fields = new Map(boxes().map((field) => [field.id, field]));
  return new Map(
    [...document.querySelectorAll('label')].flatMap(({ htmlFor, textContent }) => {
      const field = fields.get(htmlFor);
      return field ? [[textContent, field] as const] : [];
    }),
  );
}
const labelled = (label: string): HTMLInputElement => standingFields().get(label)!;
const standing = (): Map<string, string> => new Map([...standingFields()].map(([name, { value }]) => [name, value]));
async function drawn({ whole }: Walked): Promise<void> {
  await waitFor(() => expect(labelled(Object.keys(whole)[0]!)).toBeDefined());
}
const fill = (whole: Walked['whole']): void => {
  for (const [label, text] of Object.entries(whole)) fireEvent.change(labelled(label), { target: { value: text } });
};
const button = (keep: Walked['keep']): HTMLButtonElement =>
  [...document.querySelectorAll('button')].findLast(({ textContent }) => textContent.trim() === keep)!;
/** By its button, or by Enter where it has none. */
function send({ keep, whole }: Walked): void {
  if (keep === '') fireEvent.submit(labelled(Object.keys(whole)[0]!).form!);
  else fireEvent.click(button(keep));
}
/** What was sent: each try’s id and content. */
const sent = (): { readonly id: string }[] => asked.mock.calls.filter(([route]) => !route.startsWith('GET ')).map(([, { body }]) => body!);

function serverSays(...answers: readonly Error[]): void {
  const left = [...answers];
  asked.mockImplementation((route) => {
    if (route.startsWith('GET ')) return Promise.resolve(READ[route] ?? {});
    const fails = left.shift();
    return fails ? Promise.reject(fails) : Promise.resolve({ id: 'made', added: true });
  });
}
const fault = new ProblemError(UNREACHABLE, true);

// What Radix measures its boxes with; jsdom measures nothing.
globalThis.ResizeObserver = class {
  observe = nothing;
  unobserve = nothing;
  disconnect = nothing;
};

beforeEach(() => {
  asked.mockReset();
  serverSays();
  localStorage.clear();
  localStorage.setItem('tare.person', 'ottoline');
});

/** What they send, journeys in the browser see: cautions to tick, a stream that is read, ten placements before anything is sent. */
const SENT_ELSEWHERE = ['ten placements', 'a typed spin', 'a spin on the stand-in'];
/** The engine has a hundred fields more, and they are all alike; each that is typed into draws the form anew. */
const MOST_FIELDS = 12;

describe.each(FORMS)('the form of $name', (walked) => {
  const { whole, refused } = walked;
  it('brings back whatever was half typed, after the page was loaded anew', async () => {
    open(walked);
    await drawn(walked);
    const fields = [...standingFields()].slice(0, walked.most ?? MOST_FIELDS);
    fields.forEach(([, field], i) => fireEvent.change(field, { target: { value: `${i + 3} x` } }));
    const typed = standing();
    expect(fields.map(([name]) => typed.get(name))).toEqual(fields.map((_, i) => `${i + 3} x`));
    cleanup();
    open(walked);
    await drawn(walked);
    // What is drawn only for figures that make sense stands behind those.
    const again = standing();
    expect(again.size).toBeGreaterThanOrEqual(Math.min(typed.size, Object.keys(whole).length));
    expect([...again]).toEqual([...typed].filter(([name]) => again.has(name)));
  });
  if (refused !== null)
    it('shows what the server refuses at its field, loses nothing, and sends the mended one as another', async () => {
      const [field, label] = refused;
      const refusal = { type: '', title: 'Refused', status: 400, detail: 'One field is wrong.', errors: [{ field, message: 'This is not so.' }] };
      serverSays(new ProblemError(refusal, false));
      open(walked);
      await drawn(walked);
      fill(whole);
      const before = standing();
      send(walked);
      await waitFor(() => expect(labelled(label).getAttribute('aria-invalid')).toBe('true'));
      expect(screen.getByText('▲ This is not so.')).toBeTruthy();
      expect(standing()).toEqual(before);
      send(walked);
      await waitFor(() => expect(sent()).toHaveLength(2));
      expect(new Set(sent().map(({ id }) => id)).size).toBe(walked.name === 'a new tool' ? 1 : 2);
    });
  if (refused !== null)
    it('complains at its field before anything is sent, by the words of the schema', async () => {
      const [, label] = refused;
      open(walked);
      await drawn(walked);
      fill({ ...whole, [label]: '\u00a0' });
      send(walked);
      if (!button(walked.keep).disabled) await waitFor(() => expect(labelled(label).getAttribute('aria-invalid')).toBe('true'));
      expect(sent()).toEqual([]);
    });
  if (!SENT_ELSEWHERE.includes(walked.name))
    it('says that nobody answered, keeps what was typed, and sends the very same once more', async () => {
      serverSays(fault, fault, fault);
      open(walked);
      await drawn(walked);
      fill(whole);
      const before = standing();
      send(walked);
      await waitFor(() => expect(document.body.textContent).toContain('does not answer'));
      expect(standing()).toEqual(before);
      cleanup();
      serverSays();
      open(walked);
      await drawn(walked);
      expect(standing()).toEqual(before);
      send(walked);
      await waitFor(() => expect(sent()).toHaveLength(4));
      const [first, ...others] = sent().map(({ id: _, ...content }) => content);
      for (const content of others) expect(content).toEqual(first);
      expect(
        new Set(
          sent()
            .slice(0, 3)
            .map(({ id }) => id),
        ).size,
      ).toBe(1);
      // Once it is taken nothing half typed is left.
      await waitFor(() => expect(Object.keys(localStorage).filter((key) => key.startsWith('tare.draft.') && !/chips/.test(key))).toEqual([]));
    });
});

/** Forms that this does not walk, and what does. */
const WALKED_ELSEWHERE: Readonly<Record<string, string>> = {
  'ui/form/WriteFormFrame.tsx': 'the frame of those above',
  'ui/form/ReasonForm.tsx': 'the void above',
  'benches/weigh/ReadingForm.tsx': 'useWeighing.test.tsx, nothingLost.spec.ts',
  'benches/weigh/ChangedParts.tsx': 'match.spec.ts: ticks alone',
  'benches/bobs/build/WeighIn.tsx': 'bobs.spec.ts: a form for each figure',
  'instruments/StandinDials.tsx': 'the stand-ins’ own dials: nothing of a job',
  'benches/makeReady/PlaceEntry.tsx': 'makeReady.spec.ts: a sheet walked by keys',
  'benches/spin/own/RecordedSpinForm.tsx': 'machines.spec.ts: a file, which no browser keeps',
  'benches/spin/AmendSpin.tsx': 'what was mounted: record.spec.ts, recordByHand.spec.ts',
  'shell/JobFinder.tsx': 'a search: it writes nothing',
  'shell/OutboxStatus.tsx': 'what waits to be sent: nothingLost.spec.ts',
  'shell/NewDevice.tsx': 'strangers.spec.ts: a code is not kept',
};

it('walks every form there is, or says what does', () => {
  const files = readdirSync(__dirname, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.tsx') && !file.endsWith('.test.tsx'));
  const walked = readFileSync(__filename, 'utf8');
  const forms = files.filter((file) => readFileSync(join(__dirname, file), 'utf8').includes('<form'));
  const unwalked = forms.filter((file) => !walked.includes(`from './${file.replace(/\.tsx$/, '.js')}'`));
  expect(unwalked.toSorted()).toEqual(Object.keys(WALKED_ELSEWHERE).toSorted());
});
