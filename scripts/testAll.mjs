// Lint, types, unit, server and interface tests, one after the other; ends with one line "N passed, N failed".
// Jest and Playwright write what they ran as JSON; a step of its own (lint, types) counts as one.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'tare-test-'));
const tally = { passed: 0, failed: 0 };

function run(name, command, args, env = {}) {
  const started = Date.now();
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
  console.log(`== ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${Math.round((Date.now() - started) / 1000)} s`);
  return status === 0;
}

function step(name, command, args) {
  if (run(name, command, args)) tally.passed += 1;
  else tally.failed += 1;
}

/** Counts from a report; a run that wrote none, or failed although every test in it passed, counts as one failure. */
function suite(name, command, args, file, counts, env) {
  const ok = run(name, command, args, env);
  let counted = { passed: 0, failed: 1 };
  try {
    counted = counts(JSON.parse(readFileSync(file, 'utf8')));
  } catch (error) {
    console.log(`== ${name} wrote no report: ${error.message}`);
  }
  if (!ok && counted.failed === 0) counted.failed = 1;
  tally.passed += counted.passed;
  tally.failed += counted.failed;
}

const npx = (...args) => ['npx', ['--no-install', ...args]];
step('Format', ...npx('prettier', '--check', '--log-level', 'warn', '.'));
step('Lint', ...npx('eslint', '.'));
step('Types', ...npx('tsc', '-b'));

const jestReport = join(folder, 'jest.json');
suite('Unit and server tests', ...npx('jest', '--json', `--outputFile=${jestReport}`), jestReport, (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
}));

const playwrightReport = join(folder, 'playwright.json');
suite(
  'Interface tests',
  ...npx('playwright', 'test', '--config', 'e2e/playwright.config.ts'),
  playwrightReport,
  (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }),
  {
    PLAYWRIGHT_JSON_OUTPUT_FILE: playwrightReport,
  },
);

console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
process.exit(tally.failed === 0 && tally.passed > 0 ? 0 : 1);
