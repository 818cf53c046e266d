import { randomUUID } from 'node:crypto';
import {
  crankTemplate,
  fromPolar,
  layOut,
  LAYOUTS,
  NO_MARKS,
  setUpsFrom,
  STAGE_PARTS,
  type BobBox,
  type BobClamp,
  type BobPiece,
  type Counterweight,
  type Crank,
  type JobSpec,
  type LayoutId,
} from '@tare/core';
import type { DecisionBody, Gauge, InstrumentSpec, MachineSpec, Person } from '@tare/contract';
import { tenPlacements, type Bench, type Nominals } from './bench.js';
import { readOff } from './readOff.js';
import { halfMadeReady } from './halfMadeReady.js';

/*
 * The demo shop: a made-up workshop at a made-up boatyard. No name here is a maker, a brand or a person of note.
 */
export const DEMO_SHOP = 'The Winch House, Pellmarrow Boatyard';

const ottoline: Person = { id: randomUUID(), name: 'Ottoline Fasch', role: 'balancing' };
const bram: Person = { id: randomUUID(), name: 'Bram Tewitt', role: 'machining' };
const ines: Person = { id: randomUUID(), name: 'Ines Quorley', role: 'stripping and weighing' };
export const DEMO_PEOPLE: readonly Person[] = [ottoline, bram, ines];

interface EngineFigures {
  readonly customer: string;
  readonly vessel: string;
  readonly engineName: string;
  readonly layoutId: LayoutId;
  readonly throwSpacingMm: number;
  readonly splitOffsetMm?: number;
  readonly strokeMm: number;
  readonly rodLengthMm: number;
  readonly redlineRpm: number;
  readonly tolerance: JobSpec['tolerance'];
  readonly matchToleranceG: number;
}

function specOf({ throwSpacingMm, splitOffsetMm, ...figures }: EngineFigures): JobSpec {
  const template = LAYOUTS[figures.layoutId];
  const layout = layOut(template, throwSpacingMm, splitOffsetMm);
  return { ...figures, layout, balance: 'internal', crank: crankTemplate(template, layout, figures.strokeMm) };
}

const gramsAtRim = (value: number): JobSpec['tolerance'] => ({ school: 'gramsAtRadius', value });

/** A pump engine, worked through to the end and signed off. */
async function finishedThree(bench: Bench): Promise<void> {
  const spec = specOf({
    customer: 'Low Sedge Drainage',
    vessel: 'Pump house 2',
    engineName: 'Corvane stationary three',
    layoutId: 'inline3',
    throwSpacingMm: 118,
    strokeMm: 96,
    rodLengthMm: 172,
    redlineRpm: 2600,
    tolerance: gramsAtRim(1),
    matchToleranceG: 1,
  });
  const { id } = await bench.start(
    ines.id,
    spec,
    weights({ piston: 742, pin: 168, lockPair: 3.2, ringSet: 61, rod: 912, smallEnd: 288, bearingPair: 52 }),
  );
  await bench.weigh(ines.id, id);
  await bench.match(bram.id, id);
  await bench.buildBobs(ottoline.id, id);
  await bench.spin(ottoline.id, id);
  await bench.correct(ottoline.id, id, 6);
  await bench.send(`jobs/${id}/sign-offs`, { id: randomUUID(), personId: ottoline.id });
}

/** A launch's V8: bobs mounted, spun as received and with known weights, nothing drilled yet. */
async function launchV8(bench: Bench): Promise<void> {
  const spec = specOf({
    customer: 'Marit Dunlavy',
    vessel: 'launch Saltwren',
    engineName: 'Dorvell marine V8',
    layoutId: 'v8Cross90',
    throwSpacingMm: 110,
    strokeMm: 88,
    rodLengthMm: 150,
    redlineRpm: 5200,
    tolerance: gramsAtRim(1),
    matchToleranceG: 1,
  });
  const { id } = await bench.start(
    bram.id,
    spec,
    weights({ piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, rod: 634, smallEnd: 186, bearingPair: 42 }),
  );
  await bench.weigh(ines.id, id);
  await bench.match(bram.id, id);
  await bench.buildBobs(ottoline.id, id);
  await bench.spin(ottoline.id, id);
  await bench.spinWhatIsAsked(ottoline.id, id);
}

/** An inboard racer's six, on the scale: pistons, pins and locks weighed, the rest waiting. */
async function racerSix(bench: Bench): Promise<void> {
  const spec = specOf({
    customer: 'Tolly Abernesk',
    vessel: 'racer Quickthorn',
    engineName: 'Ostrell 60° six',
    layoutId: 'v6Split60',
    throwSpacingMm: 106,
    splitOffsetMm: 24,
    strokeMm: 82,
    rodLengthMm: 146,
    redlineRpm: 7400,
    tolerance: gramsAtRim(0.5),
    matchToleranceG: 0.5,
  });
  const { id } = await bench.start(
    ottoline.id,
    spec,
    weights({ piston: 438, pin: 104, lockPair: 1.8, ringSet: 31, rod: 498, smallEnd: 152, bearingPair: 33 }),
  );
  await bench.weigh(ines.id, id, ({ kind }) => kind === 'piston' || kind === 'pin' || kind === 'lockPair');
}

/** A ferry's four, on the bench since this morning: nothing weighed yet. */
async function ferryFour(bench: Bench): Promise<void> {
  const spec = specOf({
    customer: 'Ness Ferry Trust',
    vessel: 'ferry Old Provident',
    engineName: 'Bramwick diesel four',
    layoutId: 'inline4',
    throwSpacingMm: 104,
    strokeMm: 102,
    rodLengthMm: 178,
    redlineRpm: 3200,
    tolerance: { school: 'gradeG', value: 6.3 },
    matchToleranceG: 1,
  });
  const { id } = await bench.start(
    ines.id,
    spec,
    weights({ piston: 905, pin: 260, lockPair: 4, ringSet: 72, rod: 1180, smallEnd: 390, bearingPair: 64 }),
  );
  await bench.checkIn(ines.id, id, { piston: 'crowns scraped clean', rod: 'caps stamped 1 to 4', crank: 'witness mark on the gear' });
  await halfMadeReady(bench, bram.id, id);
}

/** A tug's eight: everything weighed, nothing swapped or cut yet. */
async function tugEight(bench: Bench): Promise<void> {
  const spec = specOf({
    customer: 'Saul Wickenby',
    vessel: 'tug Bellwether',
    engineName: 'Pellgate 90° eight',
    layoutId: 'v8Cross90',
    throwSpacingMm: 112,
    strokeMm: 92,
    rodLengthMm: 156,
    redlineRpm: 4600,
    tolerance: gramsAtRim(1),
    matchToleranceG: 1,
  });
  const { id } = await bench.start(
    bram.id,
    spec,
    weights({ piston: 684, pin: 162, lockPair: 2.6, ringSet: 49, rod: 702, smallEnd: 205, bearingPair: 46 }),
  );
  await bench.weigh(ines.id, id);
}

/** Pistons and pins that somebody brought over the counter, to be matched and no more; a fifth piston came in the box. */
async function counterFour(bench: Bench): Promise<void> {
  const nobodyWeighs = { why: 'notWeighed', by: '', massG: null, bigEndG: null, smallEndG: null } as const;
  const spec = specOf({
    customer: '',
    vessel: 'skiff Sandpiper',
    engineName: 'Tolbrook four',
    layoutId: 'inline4',
    throwSpacingMm: 96,
    strokeMm: 80,
    rodLengthMm: 140,
    redlineRpm: 6200,
    tolerance: gramsAtRim(1),
    matchToleranceG: 0.5,
  });
  const { id } = await bench.start(
    ines.id,
    {
      ...spec,
      jobKind: 'match',
      elsewhere: {
        lockPair: { ...nobodyWeighs, why: 'notInEngine' },
        ringSet: nobodyWeighs,
        rod: { ...nobodyWeighs, why: 'doneElsewhere', by: 'the Upper Yard' },
        bearingPair: nobodyWeighs,
      },
    },
    weights({ piston: 386, pin: 92, lockPair: 1.4, ringSet: 27, rod: 498, smallEnd: 150, bearingPair: 29 }),
  );
  await bench.addSpare(ines.id, id, 'piston');
  await bench.weigh(ines.id, id, ({ kind }) => kind === 'piston' || kind === 'pin');
  for (const { id: partId, cylinder } of (await bench.sheet(id)).parts.filter(({ kind }) => kind === 'piston'))
    await bench.decide(ines.id, id, { subject: `part.marks.${partId}`, value: { ...NO_MARKS, serial: `TF-${410 + cylinder}` } });
}

/** Three eights of neighbours, read on the machine on the floor and no more: what it shows of such cranks is known from them. */
async function surveyedEights(bench: Bench): Promise<void> {
  const machine = await bench.machine(FLOOR_MACHINE);
  for (const [vessel, engineName, throwSpacingMm, a, b] of [
    ['trawler Marram', 'Merlow marine eight', 110, [31, 205], [24, 40]],
    ['yawl Sea Aster', 'Stannick eight', 112, [18, 150], [27, 320]],
    ['tender Glasswort', 'Quarrel eight', 110, [44, 75], [36, 260]],
  ] as const) {
    const spec = specOf({
      customer: 'The Upper Yard',
      vessel,
      engineName,
      layoutId: 'v8Cross90',
      throwSpacingMm,
      strokeMm: 88,
      rodLengthMm: 150,
      redlineRpm: 5200,
      tolerance: gramsAtRim(1),
      matchToleranceG: 1,
    });
    const { id } = await bench.start(ottoline.id, { ...spec, jobKind: 'survey' }, weights(NOT_WEIGHED));
    const { radiusAMm, radiusBMm } = spec.crank.planes;
    await readOff(bench, ottoline.id, id, machine, { aGmm: fromPolar(a[0] * radiusAMm, a[1]), bGmm: fromPolar(b[0] * radiusBMm, b[1]) });
  }
}
const NOT_WEIGHED = { piston: 1, pin: 1, lockPair: 1, ringSet: 1, rod: 2, smallEnd: 1, bearingPair: 1 };

/** A pilot boat's flat six in four stages: crank and damper inside, the flywheel on it, the cover read in its first position. */
async function pilotSix(bench: Bench): Promise<void> {
  const bare = specOf({
    customer: 'Pilots of the Low Sedge',
    vessel: 'pilot boat Grebe',
    engineName: 'Maddock flat six',
    layoutId: 'flat6',
    throwSpacingMm: 62,
    strokeMm: 74,
    rodLengthMm: 128,
    redlineRpm: 6800,
    tolerance: gramsAtRim(1),
    matchToleranceG: 1,
  });
  const crank = withBoltOns(bare.crank);
  const { id } = await bench.start(
    ottoline.id,
    { ...bare, crank },
    weights({ piston: 402, pin: 96, lockPair: 1.6, ringSet: 28, rod: 521, smallEnd: 158, bearingPair: 31 }),
  );
  // What bolts on is corrected at one place, and what is left of the crank stays in every later reading: each is let be farther out.
  const grams = [1, 1.5, 2, 2];
  const list = setUpsFrom('stages', false, STAGE_PARTS, randomUUID).map((setUp, i) => ({ ...setUp, tolerance: gramsAtRim(grams[i]!) }));
  const decide = (body: DecisionBody): Promise<unknown> => bench.decide(ottoline.id, id, body);
  // Six bolts hold the cover; the flywheel has its dowel.
  await decide({ subject: 'setUps', value: { list, positionsDeg: { flywheel: [0], clutchCover: [0, 60, 120, 180, 240, 300] } } });
  const placeOf = (part: string): number => crank.counterweights.find(({ id: rim }) => rim === part)!.zMm;
  const weighed = [
    ['damper', 2.1],
    ['flywheel', 6.4],
    ['clutchCover', 4.8],
  ] as const;
  await decide({ subject: 'spin.masses', value: Object.fromEntries(weighed.map(([part, massKg]) => [part, { massKg, zMm: placeOf(part) }])) });
  for (const [i, { id: setUpId }] of list.entries()) {
    await decide({ subject: 'setUps.current', value: setUpId });
    await bench.spin(ottoline.id, id);
    if (i < 3) await bench.correct(bram.id, id, 5);
  }
}

/** Damper, flywheel and cover with rims of their own: cast iron, drilled from the rim or the face; a cover is ground. */
function withBoltOns(crank: Crank): Crank {
  const zs = crank.counterweights.map(({ zMm }) => zMm);
  const rim = { arcCentreDeg: 0, arcHalfWidthDeg: 180, densityGPerCm3: 7.1, edgeMarginMm: 3 };
  const [front, rear] = [Math.min(...zs), Math.max(...zs)];
  const boltOns: Counterweight[] = [
    { ...rim, id: 'damper', name: 'Damper', kind: 'damper', zMm: front - 44, widthMm: 28, rimRadiusMm: 78, depthLimitMm: 14, drillFrom: 'rim' },
    {
      ...rim,
      id: 'flywheel',
      name: 'Flywheel',
      kind: 'flywheel',
      zMm: rear + 52,
      widthMm: 24,
      rimRadiusMm: 120,
      depthLimitMm: 24,
      drillFrom: 'face',
    },
    {
      ...rim,
      id: 'clutchCover',
      name: 'Clutch cover',
      kind: 'clutchCover',
      zMm: rear + 80,
      widthMm: 10,
      rimRadiusMm: 124,
      depthLimitMm: 3,
      drillFrom: 'grind',
    },
  ];
  return { ...crank, counterweights: [...crank.counterweights, ...boltOns] };
}

const FLOOR_MACHINE = 'Floor machine';
/** The machine on the floor, which shows where to add; and a bench whose signals a logger writes down. */
const DEMO_MACHINES: readonly MachineSpec[] = [
  {
    name: FLOOR_MACHINE,
    driver: 'typed',
    unit: 'gAtRadius',
    convention: { seenFrom: 'rear', counts: 'clockwise', zeroAtDeg: 0, shows: 'light' },
    slowestRpm: 250,
    fastestRpm: 900,
    supportLimitN: 1200,
    scatterGmm: 28,
    gainPercent: 4,
    columns: { time: 'time', rateHz: 5000, left: 'left', right: 'right', tach: 'tach' },
    channels: { left: 1, right: 2, tach: 3 },
    notes: 'Stands by the east door. Its chalk mark is crankpin 1.',
  },
  {
    name: 'Old bench with a logger',
    driver: 'recorded',
    unit: 'none',
    convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
    slowestRpm: 300,
    fastestRpm: 700,
    supportLimitN: 800,
    scatterGmm: 16,
    gainPercent: null,
    columns: { time: 't', rateHz: 5000, left: 'L', right: 'R', tach: 'mark' },
    channels: { left: 1, right: 2, tach: 3 },
    notes: 'Soft supports; let it settle for a minute.',
  },
];

/** A box as such boxes grow: clamps for two ranges of pins, turned discs by the pair, washers and nuts weighed once. */
function demoBox(): BobBox {
  const clamp = (name: string, fromMm: number, toMm: number, halfG: number, studMm: number, count: number): BobClamp => ({
    id: randomUUID(),
    name,
    fromMm,
    toMm,
    halfG,
    studMm,
    count,
  });
  const piece = (name: string, massG: number, thicknessMm: number, count: number): BobPiece => ({
    id: randomUUID(),
    name,
    massG,
    thicknessMm,
    count,
  });
  return {
    clamps: [clamp('Small clamp', 38, 50, 188.4, 62, 6), clamp('Middle clamp', 48, 62, 296.2, 70, 8)],
    pieces: [
      piece('Disc A', 318.6, 22, 16),
      piece('Disc B', 204.2, 14, 16),
      piece('Disc C', 121.7, 9, 16),
      piece('Disc D', 74.9, 6, 16),
      piece('Thick washer', 38.3, 5, 24),
      piece('Wide washer', 21.4, 3, 24),
      piece('Washer', 11.8, 2.5, 40),
      piece('Thin washer', 6.2, 1.5, 40),
      piece('Half nut', 4.1, 3, 24),
      piece('Shim, steel', 2.3, 0.8, 40),
      piece('Shim, alloy', 0.9, 0.8, 40),
      piece('Paper-thin shim', 0.4, 0.2, 40),
    ],
  };
}

/** The cupboard: a good bench scale, a fixture on it, and a kilogram scale that is no use for gram work. */
export async function stockTheCupboard(bench: Bench): Promise<void> {
  const toolId = randomUUID();
  await bench.send('tools', { id: toolId, personId: bram.id, name: 'Die grinder', bit: '6 mm carbide burr' });
  for (const [grams, seconds, metal] of [
    [0.62, 31, 'aluminium'],
    [0.48, 26, 'aluminium'],
    [0.57, 29, 'aluminium'],
    [0.21, 36, 'steel'],
    [0.16, 30, 'steel'],
  ] as const)
    await bench.send(`tools/${toolId}/practice-cuts`, { id: randomUUID(), personId: bram.id, grams, seconds, metal });
  const gauge = (name: string, divisionMm: number, studyMm: readonly number[]): Gauge => ({
    id: randomUUID(),
    name,
    divisionMm,
    sign: 1,
    metal: 'steel',
    studyMm,
    dueOn: null,
  });
  const gauges = [
    gauge('Lever indicator', 0.002, [0.5, 0.502, 0.5, 0.499, 0.501]),
    gauge('Outside micrometer', 0.001, [60.001, 60.003, 60.0, 60.002, 60.004]),
    gauge('Bore gauge', 0.002, []),
    { ...gauge('Stand-in gauge', 0.001, [0.501, 0.502, 0.501, 0.5, 0.501, 0.502]), source: 'standin' },
  ];
  await bench.send('gauges', { id: randomUUID(), personId: ottoline.id, baseVersion: 0, gauges }, 'PUT');
  for (const spec of DEMO_MACHINES) await bench.send('machines', { id: randomUUID(), personId: ottoline.id, spec });
  await bench.send('bob-box', { id: randomUUID(), personId: ottoline.id, baseVersion: 0, box: demoBox() }, 'PUT');
  const fittings = {
    standIns: true,
    trialPieces: [
      { name: 'Brass clamp', massG: 24.8, deviationG: 0.05 },
      { name: 'Hex bolt and nut', massG: 41.3, deviationG: 0.05 },
    ],
  };
  await bench.send('shop/fittings', { id: randomUUID(), personId: ottoline.id, baseVersion: 0, ...fittings }, 'PUT');
  const scale: InstrumentSpec = {
    kind: 'scale',
    name: 'Bench scale',
    divisionG: 0.1,
    capacityG: 3000,
    fixtureG: 0,
    lastCheck: '2026-10-05',
    notes: 'On the granite slab by the window; marked spot on the pan.',
    source: 'standin',
    lineTemplate: '',
    baudRate: 9600,
  };
  const scaleId = randomUUID();
  await bench.send('instruments', { id: scaleId, personId: ottoline.id, spec: scale });
  const fixtureId = randomUUID();
  await bench.send('instruments', {
    id: fixtureId,
    personId: ottoline.id,
    spec: { ...scale, kind: 'rodFixture', name: 'Rod fixture', fixtureG: 180, notes: 'Hangs on two bearings; level it by the vial.' },
  });
  await bench.send('instruments', {
    id: randomUUID(),
    personId: ottoline.id,
    spec: { ...scale, name: 'Stores scale', divisionG: 5, capacityG: 30000, source: 'typed', lastCheck: '', notes: 'Counts in fives: for parcels.' },
  });
  for (const [instrumentId, subject, g] of [
    [scaleId, 'piston 1 of the V8', 612],
    [fixtureId, 'small end of rod 1 of the V8', 186],
  ] as const) {
    await bench.send(`instruments/${instrumentId}/studies`, {
      id: randomUUID(),
      personId: ines.id,
      kind: 'repeatability',
      subject,
      readingsG: tenPlacements(subject, g),
      nominalG: null,
    });
  }
  await bench.send(`instruments/${scaleId}/studies`, {
    id: randomUUID(),
    personId: ines.id,
    kind: 'drift',
    subject: '500 g check weight',
    readingsG: [500.1],
    nominalG: 500,
  });
}

export const DEMO_JOBS: readonly ((bench: Bench) => Promise<void>)[] = [
  finishedThree,
  launchV8,
  racerSix,
  ferryFour,
  tugEight,
  pilotSix,
  counterFour,
  surveyedEights,
];

/** Nominal weights of an engine's parts in g, with the scatter that sets of such parts have. */
function weights(g: {
  piston: number;
  pin: number;
  lockPair: number;
  ringSet: number;
  rod: number;
  smallEnd: number;
  bearingPair: number;
}): Nominals {
  return {
    piston: { g: g.piston, scatterG: 1.6 },
    pin: { g: g.pin, scatterG: 0.4 },
    lockPair: { g: g.lockPair, scatterG: 0.05 },
    ringSet: { g: g.ringSet, scatterG: 0.2 },
    rod: { g: g.rod, smallEndG: g.smallEnd, scatterG: 2.2 },
    bearingPair: { g: g.bearingPair, scatterG: 0.15 },
  };
}
