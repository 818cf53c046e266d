// Lint and types beside the unit and server tests, then the interface tests; ends by naming what failed first, and with one line
// "N passed, N failed". Jest and Playwright write what they ran as JSON; a step of its own (lint, types) counts as one.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'tare-test-'));
const tally = { passed: 0, failed: 0 };
/** What failed, in the order in which it did. */
const failures = [];

/** Runs a command; its output is held back and printed in one piece when others run beside it. */
function run(name, [command, ...args], { env = {}, aside = false } = {}) {
  const started = Date.now();
  if (!aside) console.log(`\n== ${name}`);
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      stdio: ['ignore', aside ? 'pipe' : 'inherit', aside ? 'pipe' : 'inherit'],
      env: { ...process.env, ...env },
    });
    const said = [];
    child.stdout?.on('data', (data) => said.push(data));
    child.stderr?.on('data', (data) => said.push(data));
    child.once('close', (status) => {
      if (aside) process.stdout.write(`\n== ${name}\n${Buffer.concat(said)}`);
      console.log(`== ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${Math.round((Date.now() - started) / 1000)} s`);
      resolve(status === 0);
    });
  });
}

async function step(name, command) {
  if (await run(name, command, { aside: true })) tally.passed += 1;
  else fail(name);
}

function fail(name) {
  tally.failed += 1;
  failures.push(name);
}

/** Counts from a report; a run that wrote none, or failed although every test in it passed, counts as one failure. */
async function suite(name, command, file, outcomes, env) {
  const ok = await run(name, command, { env });
  let failed;
  try {
    const { passed, failed: named } = outcomes(JSON.parse(readFileSync(file, 'utf8')));
    tally.passed += passed;
    failed = named;
  } catch (error) {
    failed = [`${name} wrote no report: ${error.message}`];
  }
  if (!ok && failed.length === 0) failed = [`${name} ended badly though every test passed`];
  failed.forEach((test) => fail(test));
}

/** Jest's files in the order in which they ended, each test of them by its name; a file that could not run is one failure. */
function jestOutcomes({ testResults, numPassedTests }) {
  const byEnd = [...testResults].sort((x, y) => x.endTime - y.endTime);
  const failed = byEnd.flatMap(({ name, status, assertionResults }) => {
    const named = assertionResults.filter((test) => test.status === 'failed').map(({ fullName }) => `${name}: ${fullName}`);
    return named.length === 0 && status === 'failed' ? [`${name} could not run`] : named;
  });
  return { passed: numPassedTests, failed };
}

/** Playwright's tests; one that needed its second try is flaky, and flaky is failed. */
function playwrightOutcomes({ suites, stats, errors }) {
  const failed = [];
  const walk = ({ file, suites: inner = [], specs = [] }) => {
    for (const { title, tests } of specs)
      for (const { status, results } of tests)
        if (status === 'unexpected' || status === 'flaky')
          failed.push({ at: results[0]?.startTime ?? '', name: `${file}: ${title}${status === 'flaky' ? ' (flaky: its second try passed)' : ''}` });
    inner.forEach(walk);
  };
  suites.forEach(walk);
  failed.sort((x, y) => (x.at < y.at ? -1 : 1));
  return { passed: stats.expected, failed: [...errors.map(({ message }) => `Playwright: ${message}`), ...failed.map(({ name }) => name)] };
}

const npx = (...args) => ['npx', '--no-install', ...args];
const jestReport = join(folder, 'jest.json');
const playwrightReport = join(folder, 'playwright.json');
const started = Date.now();

const asides = (async () => {
  await step('Types', npx('tsc', '-b'));
  await step('Lint', npx('eslint', '.', '--cache', '--cache-location', 'node_modules/.cache/eslint/'));
  await step('Format', npx('prettier', '--check', '--log-level', 'warn', '--cache', '--cache-location', 'node_modules/.cache/prettier/checked', '.'));
  await step('Imports', npx('depcruise', 'packages', 'apps', 'e2e', 'bench', '--config', '.dependency-cruiser.cjs'));
  await step('Nothing unused', npx('knip', '--no-progress', '--no-config-hints'));
})();
await Promise.all([
  suite('Unit and server tests', npx('jest', '--maxWorkers=2', '--json', `--outputFile=${jestReport}`), jestReport, jestOutcomes),
  asides,
]);
await suite('Interface tests', npx('playwright', 'test', '--config', 'e2e/playwright.config.ts'), playwrightReport, playwrightOutcomes, {
  PLAYWRIGHT_JSON_OUTPUT_FILE: playwrightReport,
});
rmSync(folder, { recursive: true });

console.log(`\nAll of it in ${Math.round((Date.now() - started) / 1000)} s.`);
if (failures.length > 0) console.log(`First failed: ${failures[0]}`);
console.log(`${tally.passed} passed, ${tally.failed} failed`);
process.exit(tally.failed === 0 && tally.passed > 0 ? 0 : 1);
