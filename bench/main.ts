import { accuracy } from './accuracy.js';
import { estimateFigures } from './estimate.js';
import { bobCardTime, sweepTime, weighTime } from './arithmetic.js';
import { buildTimes } from './bobs.js';
import { rodFigures, swapSpread, swapTimes } from './matching.js';
import { optimalityGap, planTimes } from './planning.js';
import { practice as practiceWhy } from './practice/why.js';
import { practice } from './practice/practice.js';
import { oneReading } from './oneReading.js';
import { setUpFigures } from './setups.js';
import { signalTime } from './signal.js';
import { metal } from './metal.js';
import { print, type Figure } from './figures.js';
import { crowd } from './faults/crowd.js';
import { faults } from './faults/faults.js';
import { fuzz } from './faults/fuzz.js';
import { doctorFigures } from './doctor.js';
import { inspectFigures } from './inspect.js';
import { fitFigures } from './fits.js';
import { handRounds } from './handRounds.js';
import { weightFigures } from './weights.js';
import { weighBenchFrames } from './frames.js';
import { keyToPaint } from './keyToPaint.js';
import { firstScreenBytes, readingRoundTrip, serverMemory } from './server.js';

/** Three minutes each; in full they are TARE_FAULTS=300 and TARE_FUZZ=50000. */
const FEW_FAULTS = 20;
const FEW_REQUESTS = 10_000;

/** ./tare bench [NAME…] [--json]: the named benchmarks, or all; memory first, before anything has warmed the server. */
const BENCHMARKS: Readonly<Record<string, () => Promise<Figure | readonly Figure[]>>> = {
  memory: serverMemory,
  metal,
  plan: planTimes,
  gap: optimalityGap,
  bob: bobCardTime,
  sweep: sweepTime,
  build: buildTimes,
  weigh: weighTime,
  swap: swapTimes,
  spread: swapSpread,
  rods: rodFigures,
  signal: signalTime,
  practice,
  practiceWhy: () => Promise.resolve(practiceWhy()),
  accuracy: () => Promise.resolve(accuracy()),
  estimate: estimateFigures,
  doctor: () => Promise.resolve(doctorFigures()),
  inspect: inspectFigures,
  fits: fitFigures,
  hand: () => Promise.resolve(handRounds()),
  weights: () => Promise.resolve(weightFigures()),
  setups: () => Promise.resolve(setUpFigures()),
  page: firstScreenBytes,
  once: oneReading,
  reading: readingRoundTrip,
  frames: weighBenchFrames,
  keys: keyToPaint,
  crowd,
  faults: () => faults(Number(process.env['TARE_FAULTS'] ?? FEW_FAULTS)),
  fuzz: () => fuzz(Number(process.env['TARE_FUZZ'] ?? FEW_REQUESTS)),
};

const args = process.argv.slice(2);
const asJson = args.includes('--json');
const names = args.filter((arg) => arg !== '--json');
const unknown = names.filter((name) => !(name in BENCHMARKS));
if (unknown.length > 0) {
  console.error(`There is no benchmark ${unknown.join(', ')}. There are: ${Object.keys(BENCHMARKS).join(', ')}.`);
  process.exit(2);
}
const figures: Figure[] = [];
try {
  for (const [name, run] of Object.entries(BENCHMARKS)) {
    if (names.length === 0 || names.includes(name)) figures.push(...[await run()].flat());
  }
} finally {
  // Also where one of them failed: the others took their time.
  print(figures, asJson);
}
