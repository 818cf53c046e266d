import { sheetOf, type JobRecord, type SpinEntry } from '@tare/contract';
import { factsOf } from '@tare/contract';
import { fromPolar, jobFigures, setUpsFrom, summariseTurns, toPlanes, addPlanes, USUAL_DRILL, type PlaneUnbalance } from '@tare/core';
import { madeUpSpec } from '@tare/core/testing';
import { textOf } from '../card/cardDocument.js';
import { surveyOf } from './survey.js';

const spec = madeUpSpec('inline4');
const { planes } = spec.crank;
const ID = (n: number): string => `0d8b0a5e-33ee-4b5a-9a4c-00000000000${n}`;
const list = setUpsFrom(
  'survey',
  false,
  ['damper', 'flywheel'],
  (() => {
    let n = 0;
    return () => ID((n += 1));
  })(),
).map((setUp, i) => (i === 1 ? { ...setUp, missing: [{ part: 'clutchCover', why: 'at the maker' }] } : setUp));
const crank: PlaneUnbalance = { aGmm: fromPolar(5 * planes.radiusAMm, 20), bGmm: fromPolar(4 * planes.radiusBMm, 200) };
const bolted = toPlanes(fromPolar(2000, 90), planes.zBMm + 40, planes);
const by = { personId: 'ottoline', at: '2026-11-25T01:00:00.000Z' };
const spin = (i: number, total: PlaneUnbalance): SpinEntry => ({
  id: ID(8 - i),
  speedRpm: 600,
  planes,
  turns: summariseTurns([total]),
  source: 'typed',
  machineId: null,
  calibrationId: null,
  knownDeviationGmm: 8,
  gainDeviation: 0.01,
  mounted: list[i]!.mounted,
  setUpId: list[i]!.id,
  hung: null,
  hungPieces: null,
  warnings: [],
  note: '',
  shown: null,
  ...by,
});
const record = {
  id: ID(9),
  number: 12,
  ...by,
  spec,
  specVersion: 1,
  specAt: '2026-01-05T08:00:00.000Z',
  scales: {},
  usual: { factorRatio: 0.5, oilG: 4 },
  drill: USUAL_DRILL,
  parts: [],
  readings: [],
  partCuts: [],
  decisions: { setUps: { value: { list, positionsDeg: {} }, version: 1, ...by } },
  photos: [],
  spins: [spin(0, crank), spin(1, addPlanes(crank, bolted))],
  hungWeights: [],
  measurements: [],
  works: [],
  plans: [],
  holes: [],
  voids: [],
  signOffs: [],
  said: {},
} as unknown as JobRecord;

it('says on one page how bad it is, worst first, and what was not there', () => {
  const sheet = sheetOf(record);
  const sections = surveyOf(sheet, jobFigures(factsOf(sheet)));
  const [parts, spun, weights, notThere] = sections;
  const rows = (section = parts!): string[][] => section.table!.rows.map((row) => row.map(textOf));
  // Two that were never spun apart are told together, and pull more than the crank.
  expect(rows().map(([name]) => name)).toEqual(['damper or pulley with flywheel', 'crank']);
  const pulls = rows().map((row) => Number(row[3]));
  expect(pulls[0]).toBeGreaterThan(pulls[1]!);
  // By hand: 2000 g·mm at 40 mm behind B counts (z_B + 40 − z_A)/(z_B − z_A) of it in B; m·r·ω² at the redline.
  const share = (planes.zBMm + 40 - planes.zAMm) / (planes.zBMm - planes.zAMm);
  const omega = (spec.redlineRpm * 2 * Math.PI) / 60;
  expect(pulls[0]! / (2000e-6 * share * omega ** 2)).toBeCloseTo(1, 1);
  expect(rows(spun).map(([name]) => name)).toEqual(['Bare crank', 'As it runs']);
  expect(Number(rows(spun)[0]![1])).toBeCloseTo(
    Math.max((5 * planes.radiusAMm) / jobFigures(factsOf(sheet)).tolerance.aGmm, (4 * planes.radiusBMm) / jobFigures(factsOf(sheet)).tolerance.bGmm),
    0,
  );
  expect(weights!.lines.map(textOf)).toEqual(['Nothing was weighed.']);
  expect(notThere!.lines.map(textOf)).toContain('As it runs, the clutch cover: at the maker.');
});
