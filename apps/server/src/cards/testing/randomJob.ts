import { randomUUID } from 'node:crypto';
import type { BareSpin, DecisionEntry, HoleEntry, HungWeightEntry, JobRecord, PartCutEntry, VoidEntry, WrittenReading } from '@tare/contract';
import { fromPolar, SINGLE_KINDS, summariseTurns, USUAL_DRILL, type KnownCut, type LayoutId, type PlaneUnbalance, type SingleKind } from '@tare/core';
import { randomCuts, TRIED } from '@tare/core/testing';
import { specOf } from '../../testing/testServer.js';

export const WHO = { id: randomUUID(), name: 'Ottoline Fasch' };
export const SCALE = { id: randomUUID(), name: 'Bench scale' };
export const MACHINE = { id: randomUUID(), name: 'Floor machine' };
export const NAMES = { shopName: 'The Winch House', people: [WHO], instruments: [SCALE], machines: [MACHINE] };

const USUAL_G: Readonly<Record<SingleKind, number>> = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, rod: 630, bearingPair: 42 };
const LAYOUT_IDS: readonly LayoutId[] = ['inline3', 'inline4', 'v8Cross90', 'flat6'];
const MOUNTED = [{ crank: 0 }, { crank: 0, damper: 0 }, { crank: 0, damper: 0, flywheel: 60 }];

/**
 * A job with everything that may befall one: parts that change places, are exchanged or cut; cuts of every kind, found ones and voided
 * ones among them; spins of several set-ups, quick looks, known weights, voids.
 */
export function randomJob(random: () => number): JobRecord {
  const between = (least: number, most: number): number => least + (most - least) * random();
  const whole = (least: number, most: number): number => Math.floor(between(least, most + 1));
  const pick = <T>(from: readonly T[]): T => from[whole(0, from.length - 1)]!;
  let minute = 0;
  const by = (): { personId: string; at: string } => ({ personId: WHO.id, at: new Date(Date.UTC(2026, 9, 5, 8, (minute += 1))).toISOString() });
  const voids: VoidEntry[] = [];
  const withdraw = (entryId: string): void =>
    void voids.push({ id: randomUUID(), entryId, replacedById: null, reason: `slip ${voids.length + 1}`, undone: false, ...by() });

  const base = specOf(pick(LAYOUT_IDS));
  const { layout } = base;
  const counterweights = base.crank.counterweights.map((c, i) => (i === 0 ? { ...TRIED, id: c.id, name: c.name } : c));
  const here = (cut: KnownCut): KnownCut => ({ ...cut, counterweightId: counterweights[0]!.id });
  const all = randomCuts(random, 7).map(here);
  const found = all.slice(0, whole(0, Math.min(2, all.length - 1)));
  const spec = { ...base, crank: { ...base.crank, counterweights, found } };

  const parts = layout.cylinders.flatMap(({ number }) => SINGLE_KINDS.map((kind) => ({ id: randomUUID(), kind, cylinder: number })));
  const readings: WrittenReading[] = [];
  const partCuts: PartCutEntry[] = [];
  const weigh = (part: (typeof parts)[number], cutId: string | null): void => {
    const usual = USUAL_G[part.kind] + between(-4, 4);
    const bigEndG = usual * between(0.7, 0.72);
    const measures =
      part.kind === 'rod'
        ? ([
            ['total', usual],
            ['bigEnd', bigEndG],
            ['smallEnd', usual - bigEndG],
          ] as const)
        : ([['mass', Math.abs(usual)]] as const);
    for (const [measure, g] of measures)
      for (let i = 0; i < whole(1, 3); i += 1) {
        const id = randomUUID();
        const valueG = Math.max(0.1, Math.round(10 * (g + between(-0.1, 0.1))) / 10);
        readings.push({
          id,
          partId: part.id,
          measure,
          valueG,
          cutId,
          referencePartId: null,
          instrumentId: SCALE.id,
          source: 'typed',
          zero: null,
          ...by(),
        });
        if (i > 0 && random() < 0.2) withdraw(id);
      }
  };
  for (const part of parts) {
    weigh(part, null);
    for (let changes = random() < 0.2 ? whole(1, 2) : 0; changes > 0; changes -= 1) {
      const id = randomUUID();
      partCuts.push({
        id,
        partId: part.id,
        ...(random() < 0.4 ? { replaced: true } : {}),
        removal: null,
        toolId: null,
        seconds: null,
        metal: null,
        ...by(),
      });
      weigh(part, id);
    }
  }

  const decisions: Record<string, DecisionEntry> = {};
  const decide = (subject: string, value: unknown): void => void (decisions[subject] = { version: 1, value, ...by() });
  const [one, two] = [
    parts.find(({ kind, cylinder }) => kind === 'pin' && cylinder === 1)!,
    parts.find(({ kind, cylinder }) => kind === 'pin' && cylinder === 2)!,
  ];
  if (random() < 0.6) decide('match.arrangement', { [one.id]: 2, [two.id]: 1 });
  if (random() < 0.5) decide('arrival.piston', { count: layout.cylinders.length, condition: 'light scuffs', marks: 'stamped on the crown' });
  if (random() < 0.5) decide(`part.marks.${two.id}`, { replace: false, pressed: true, keptWithId: one.id, sizeMm: 0.25 });
  decide(
    'bob.acceptedG',
    layout.pins.map(() => Math.round(10 * between(1800, 2000)) / 10),
  );
  decide('bob.weighIn.1', { halfAG: 950.1, halfBG: 950.2, wholeG: null });

  const { planes } = spec.crank;
  const unbalance = (): PlaneUnbalance => ({
    aGmm: { re: between(-3000, 3000), im: between(-3000, 3000) },
    bGmm: { re: between(-3000, 3000), im: between(-3000, 3000) },
  });
  const spins: BareSpin[] = [];
  const hungWeights: HungWeightEntry[] = [];
  const holes: HoleEntry[] = [];
  const left = all.slice(found.length);
  const spin = (mounted: (typeof MOUNTED)[number], more: Partial<BareSpin> = {}): void => {
    const id = randomUUID();
    spins.push({
      id,
      speedRpm: 600,
      planes,
      turns: summariseTurns([unbalance()]),
      knownDeviationGmm: 25,
      spread: null,
      gainDeviation: 0.04,
      mounted,
      machineId: MACHINE.id,
      source: 'typed',
      calibrationId: null,
      warnings: [],
      note: '',
      shown: null,
      ...more,
      ...by(),
    });
    if (random() < 0.3) {
      const pieces = [
        { name: 'Clamp', massG: 24.8, deviationG: 0.05, at: 'A', zMm: planes.zAMm, radiusMm: planes.radiusAMm, angleDeg: whole(0, 359) },
      ];
      hungWeights.push({
        id: randomUUID(),
        spinId: id,
        hung: { aGmm: fromPolar(pieces[0]!.massG * planes.radiusAMm, pieces[0]!.angleDeg), bGmm: { re: 0, im: 0 } },
        pieces,
        ...by(),
      });
    }
  };
  for (const mounted of MOUNTED.slice(0, whole(1, MOUNTED.length))) {
    spin(mounted);
    if (random() < 0.3) spin(mounted, { quick: true });
    while (left.length > 0 && random() < 0.7) {
      const cut = left.shift()!;
      holes.push({
        ...cut,
        afterSpinId: spins.at(-1)!.id,
        planId: null,
        planIndex: null,
        chipsG: random() < 0.3 ? whole(1, 20) : null,
        note: random() < 0.3 ? 'by eye' : '',
        ...by(),
      });
    }
    if (random() < 0.6) spin(mounted);
    if (random() < 0.3) {
      spin(mounted);
      withdraw(spins.at(-1)!.id);
    }
  }
  // Only the last cut of all: what others lean on stays.
  const last = holes.at(-1);
  if (last && random() < 0.3) withdraw(last.id);
  return {
    id: randomUUID(),
    number: whole(1, 99),
    ...by(),
    spec,
    specVersion: 1,
    specAt: '2026-01-05T08:00:00.000Z',
    scales: {},
    usual: { factorRatio: 0.5, oilG: 4 },
    drill: USUAL_DRILL,
    parts,
    readings,
    partCuts,
    decisions,
    spins,
    hungWeights,
    measurements: [],
    works: [],
    plans: [],
    holes,
    voids,
    signOffs: [],
    said: {},
    photos: [],
  };
}
