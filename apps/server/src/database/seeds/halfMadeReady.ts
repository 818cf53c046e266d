import { randomUUID } from 'node:crypto';
import type { GroupLimits } from '@tare/core';
import type { DecisionBody } from '@tare/contract';
import type { Bench } from './bench.js';

/** Who works on which job. */
interface AtWork {
  readonly bench: Bench;
  readonly personId: string;
  readonly jobId: string;
}

/** How a gauge is set for a sheet: turned to nought on nothing, nobody having looked at temperatures or at its zero since. */
const SET = { setValueMm: 0, sign: 1, zeroMm: 0, gaugeMetal: 'steel', gaugeC: null, partC: null, zeroAfterMm: null, moved: null } as const;

/** The ferry's engine on the bench where it is made ready: every part begun, none of them done. */
export async function halfMadeReady(bench: Bench, personId: string, jobId: string): Promise<void> {
  const at = { bench, personId, jobId };
  await crank(at);
  await rods(at);
  await bores(at);
  await deck(at);
}

/** Limits of a group of journals of the ferry's crank, from its own worn book. */
const journals = (lowMm: number): GroupLimits => ({
  lowMm,
  highMm: Math.round((lowMm + 0.02) * 1000) / 1000,
  outOfRoundMm: 0.01,
  taperMm: 0.01,
  targetMm: Math.round((lowMm + 0.02) * 1000) / 1000,
  cleanUpMm: 0.02,
  undersizes: [
    { underMm: 0.25, stock: 1, price: 84 },
    { underMm: 0.5, stock: 2, price: 84 },
  ],
  clearance: { lowMm: 0.04, highMm: 0.08 },
  grades: [],
  shells: null,
});

/** The ferry's crank on its blocks: two mains read over a turn, the third waiting; its pins measured, one of them worn. */
async function crank({ bench, personId, jobId }: AtWork): Promise<void> {
  const decide = (body: DecisionBody): Promise<unknown> => bench.decide(personId, jobId, body);
  await decide({
    subject: 'inspect.limits',
    value: {
      runOutMm: 0.05,
      blocks: [1, 5],
      stepsATurn: 8,
      isCast: false,
      rule: 'twoSided95',
      endFloat: { lowMm: 0.1, highMm: 0.3 },
      mains: journals(69.96),
      pins: journals(59.97),
    },
  });
  const [needle, micrometer] = [randomUUID(), randomUUID()];
  await decide({ subject: `gauge.setting.${needle}`, value: { ...SET, name: 'Lever indicator', divisionMm: 0.002, deviationMm: 0.0011 } });
  await decide({ subject: `gauge.setting.${micrometer}`, value: { ...SET, name: 'Outside micrometer', divisionMm: 0.001, deviationMm: 0.0015 } });
  for (const [main, eccentricityMm, towardsDeg] of [
    [2, 0.011, 70],
    [3, 0.019, 85],
  ] as const)
    for (let angleDeg = 0; angleDeg < 360; angleDeg += 45) {
      const indicationMm = 0.03 + Math.round(500 * eccentricityMm * Math.cos(((angleDeg - towardsDeg) * Math.PI) / 180)) / 500;
      await bench.measure(personId, jobId, { feature: `main.${main}`, quantity: 'runOut', angleDeg, depth: null, indicationMm, settingId: needle });
    }
  for (const [pin, sizesMm] of [
    [1, [59.981, 59.978, 59.982, 59.98]],
    [2, [59.982, 59.979, 59.981, 59.979]],
    [3, [59.962, 59.941, 59.96, 59.944]],
    [4, [59.98, 59.977, 59.981, 59.978]],
  ] as const)
    for (const [i, indicationMm] of sizesMm.entries())
      await bench.measure(personId, jobId, {
        feature: `pin.${pin}`,
        quantity: 'diameter',
        angleDeg: i % 2 === 0 ? 0 : 90,
        depth: i < 2 ? 1 : 2,
        indicationMm,
        settingId: micrometer,
      });
}

/** The ferry's rods: three of four big ends read, one of them worn along its beam; the bolts' torque said once. */
async function rods({ bench, personId, jobId }: AtWork): Promise<void> {
  const decide = (body: DecisionBody): Promise<unknown> => bench.decide(personId, jobId, body);
  const none = { lowMm: null, highMm: null };
  await decide({
    subject: 'rods.limits',
    value: {
      ...{ rule: 'twoSided95', bigEnd: { lowMm: 63.5, highMm: 63.516 }, outOfRoundMm: 0.012, taperMm: 0.01, aimRatio: 0.5, stockMm: 0.02 },
      ...{ mostOffCapMm: 0.06, centreSpreadMm: 0.05, bendMm: 0.03, twistMm: 0.05, overMm: 100, smallEnd: none, stretch: none, longerMm: 0.03 },
      ...{ mostUses: 3, clearance: { lowMm: 0.04, highMm: 0.08 }, grades: [], overShells: [{ overMm: 0.05, stock: 1 }] },
    },
  });
  await decide({ subject: 'rods.torque.gauging', value: { torqueNm: 68, lubricant: 'engine oil' } });
  for (const rod of [1, 2, 3, 4]) await decide({ subject: `rods.numbers.${rod}`, value: { rod: String(rod), cap: rod === 4 ? '' : String(rod) } });
  const bore = randomUUID();
  await decide({
    subject: `gauge.setting.${bore}`,
    value: { ...SET, name: 'Bore gauge', divisionMm: 0.002, deviationMm: null, setValueMm: 63.508 },
  });
  for (const [rod, overMm] of [
    [1, [0, -0.002, -0.002, 0, 0, 0, -0.002, 0]],
    [2, [0.03, 0.02, -0.004, 0.018, 0.028, 0.018, -0.004, 0.016]],
    [3, [0.002, 0, -0.002, 0, 0.002, 0, 0, 0.002]],
  ] as const)
    for (const [i, indicationMm] of overMm.entries())
      await bench.measure(personId, jobId, {
        feature: `rod.${rod}`,
        quantity: 'bigEnd',
        angleDeg: [0, 45, 90, 135][i % 4]!,
        depth: i < 4 ? 1 : 2,
        indicationMm,
        settingId: bore,
      });
}

/** The ferry's bores: three of four read, the third worn past the first oversize and leaking; nobody was asked for a word yet. */
async function bores({ bench, personId, jobId }: AtWork): Promise<void> {
  const decide = (body: DecisionBody): Promise<unknown> => bench.decide(personId, jobId, body);
  await decide({
    subject: 'bores.limits',
    value: {
      ...{ rule: 'twoSided95', nominalMm: 102, wearMm: 0.12, outOfRoundMm: 0.05, taperMm: 0.06, honeMm: 0.05, leastWallMm: 5, sleevePrice: 110 },
      oversizes: [
        { overMm: 0.25, stock: 0, price: 410 },
        { overMm: 0.5, stock: 1, price: 430 },
        { overMm: 1, stock: 1, price: 430 },
      ],
      ...{ pricedOn: '2026-11-02', clearance: { lowMm: 0.07, highMm: 0.11 } },
      rings: [
        { name: 'top', lowMm: 0.35, highMm: 0.55 },
        { name: 'second', lowMm: 0.35, highMm: 0.6 },
        { name: 'oil', lowMm: 0.25, highMm: 0.5 },
      ],
    },
  });
  const gauge = randomUUID();
  await decide({
    subject: `gauge.setting.${gauge}`,
    value: { ...SET, name: 'Bore gauge', divisionMm: 0.002, deviationMm: 0.0018, setValueMm: 102, partMetal: 'castIron', gaugeC: 19, partC: 19 },
  });
  for (const [cylinder, overMm] of [
    [1, [0.062, 0.038, 0.034, 0.02, 0.012, 0.008]],
    [2, [0.058, 0.036, 0.03, 0.018, 0.01, 0.008]],
    [3, [0.286, 0.192, 0.14, 0.09, 0.03, 0.022]],
  ] as const)
    for (const [i, indicationMm] of overMm.entries())
      await bench.measure(personId, jobId, {
        ...{ feature: `bore.${cylinder}`, quantity: 'boreSize', angleDeg: i % 2 === 0 ? 0 : 90, depth: Math.floor(i / 2) + 1 },
        ...{ indicationMm, settingId: gauge },
      });
  for (const [cylinder, leakHeld] of [
    [1, 6.4],
    [2, 6.3],
  ] as const)
    await decide({ subject: `bores.evidence.${cylinder}`, value: { leakIn: 7, leakHeld, heardAt: 'nowhere', seen: '' } });
  await decide({
    subject: 'bores.evidence.3',
    value: { leakIn: 7, leakHeld: 4.5, heardAt: 'breather', seen: 'brown below the rings, scored across the crank' },
  });
}

/** The ferry's one deck: leaning towards its rear, its crowns not measured. */
async function deck({ bench, personId, jobId }: AtWork): Promise<void> {
  await bench.decide(personId, jobId, {
    subject: 'deck.limits',
    value: {
      ...{ rule: 'twoSided95', heightMm: 290, leastHeightMm: 289.6, flatnessMm: 0.06, lastCutMm: 0.03, compressionHeightMm: null },
      ...{ pistonDown: { lowMm: 0.2, highMm: 0.6 }, chamberCm3: null, dishCm3: null, gasketMm: null, gasketBoreMm: null },
      ...{ leastCompressionRatio: null, mostCompressionRatio: null },
    },
  });
  for (const [i, indicationMm] of [290.03, 290.03, 289.94, 289.93].entries())
    await bench.measure(personId, jobId, {
      ...{ feature: 'deck.1', quantity: 'deckHeight', angleDeg: i % 2 === 0 ? 0 : 180, depth: i < 2 ? 1 : 2 },
      ...{ indicationMm, settingId: null },
    });
}
