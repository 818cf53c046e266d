import type { Page } from '@playwright/test';
import { add, fromHeavyDeg, fromPolar, times, toPolar, ZERO, type MachineConvention, type PlaneUnbalance, type Vector } from '@tare/core';
import type { JobSheet } from '@tare/contract';
import { expect, test } from './app.js';
import { beAtTheBench, comeToTheBench, confirmCautions } from './bench.js';

const RADIUS_MM = 85;
/** A crank that no one in the browser knows, and what a set-up's sensors make of it. */
const OWN: PlaneUnbalance = { aGmm: fromPolar(24 * RADIUS_MM, 200), bGmm: fromPolar(17 * RADIUS_MM, 320) };
const H = { leftOfA: fromPolar(0.002, 40), leftOfB: fromPolar(0.0006, 200), rightOfA: fromPolar(0.0005, 75), rightOfB: fromPolar(0.0022, 310) };
const heard = ({ aGmm, bGmm }: PlaneUnbalance): { left: Vector; right: Vector } => ({
  left: add(times(H.leftOfA, aGmm), times(H.leftOfB, bGmm)),
  right: add(times(H.rightOfA, aGmm), times(H.rightOfB, bGmm)),
});
const withTrial = (trial: PlaneUnbalance): PlaneUnbalance => ({ aGmm: add(OWN.aGmm, trial.aGmm), bGmm: add(OWN.bGmm, trial.bGmm) });

/** A recorded spin, sampled at 2 kHz at 600 rpm, a little noise that is the same every time. */
function recordingOf(u: PlaneUnbalance): string {
  const { left, right } = heard(u);
  const lines = ['t,L,R,mark'];
  for (let i = 0; i < 8000; i += 1) {
    const phi = (2 * Math.PI * i) / 200;
    const noise = (k: number): number => 0.02 * Math.sin(i * 12.9898 * k) * Math.cos(i * 78.233);
    const wave = (v: Vector, k: number): string => (v.re * Math.cos(phi) - v.im * Math.sin(phi) + noise(k)).toFixed(5);
    lines.push(`${(i / 2000).toFixed(4)},${wave(left, 1)},${wave(right, 2)},${i % 200 < 10 ? 1 : 0}`);
  }
  return lines.join('\n');
}

async function openSpin(page: Page, job: JobSheet, machine: string): Promise<void> {
  await page.goto(`/jobs/${job.id}/spin`);
  await page.getByLabel('Spun on').selectOption({ label: machine });
}

test('a wrong convention is caught with one known weight, and a typed spin lands where it should', async ({ page, shop }) => {
  const job = await shop.spun('v8Cross90');
  await comeToTheBench(page);
  await page.getByRole('link', { name: 'Instruments' }).click();
  await page.getByRole('link', { name: 'Balancing machines' }).click();
  await page.getByRole('button', { name: 'New machine' }).click();
  const name = `Yard machine ${test.info().repeatEachIndex}`;
  await page.getByLabel('What it is called here').fill(name);
  await page.getByLabel('Scatter of one reading').fill('loud');
  await page.getByRole('button', { name: 'Keep this machine' }).click();
  await expect(page.getByText('The scatter of a reading has to be a number.').first()).toBeVisible();
  await page.getByLabel('Scatter of one reading').fill('30');
  await page.getByRole('button', { name: 'Keep this machine' }).click();
  const own = page.getByRole('region', { name: `The convention of ${name}` });
  await expect(own.getByRole('img', { name: /it shows where the crank is heavy/ })).toBeVisible();

  await test.step('it really counts the other way and shows the light spot', async () => {
    const really: MachineConvention = { seenFrom: 'front', counts: 'anticlockwise', zeroAtDeg: 0, shows: 'light' };
    const shown = (heavy: Vector): [string, string] => {
      const { amount, angleDeg } = toPolar(heavy);
      return [amount.toFixed(1), fromHeavyDeg(angleDeg, really).toFixed(0)];
    };
    const [before, after] = [shown(fromPolar(9, 140)), shown(add(fromPolar(9, 140), fromPolar(20, 60)))];
    await own.getByRole('button', { name: 'Check the convention' }).click();
    await expect(own.getByText(/Still to type, as numbers: Reading in A without it/)).toBeVisible();
    for (const [label, value] of [
      ['Reading in A without it', before[0]],
      ['Reading in A with it', after[0]],
      ['The weight', '20'],
    ] as const)
      await own.getByLabel(label, { exact: true }).fill(value);
    await own.getByLabel('Its angle without it').fill(before[1]);
    await own.getByLabel('Its angle with it').fill(after[1]);
    await own.getByRole('button', { name: 'Check the convention' }).click();
    await expect(own.getByText('Mirrored and turned by 180°: it counts the other way and shows the other spot.')).toBeVisible();
    await own.getByRole('button', { name: 'Mend the convention by that' }).click();
    await expect(own.getByRole('img', { name: /its 90 at 270°; it shows where the crank is light/ })).toBeVisible();
  });

  await test.step('typed: three readings, the first of them not whole', async () => {
    await openSpin(page, job, name);
    await expect(page.getByText('Say below where the supports are: then what they carry is worked out.')).toBeVisible();
    await confirmCautions(page);
    await page.getByLabel('Reading 1, A', { exact: true }).fill('12,5');
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await expect(page.getByText('Reading 1 is not whole')).toBeVisible();
    await page.getByLabel('Reading 1, angle in A').fill('30');
    await page.getByLabel('Reading 1, B', { exact: true }).fill('3');
    await page.getByLabel('Reading 1, angle in B').fill('0');
    const spins = page.getByRole('table', { name: 'Spins', exact: true });
    const before = await spins.getByRole('row').count();
    // The other two as the machine shows them once more: the last digit is another.
    for (const [which, a] of [
      [2, '12,6'],
      [3, '12,4'],
    ] as const)
      for (const [name, value] of [
        ['A', a],
        ['angle in A', '30'],
        ['B', '3'],
        ['angle in B', '0'],
      ] as const)
        await page.getByLabel(`Reading ${which}, ${name}`, { exact: true }).fill(value);
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await expect(spins.getByRole('row')).toHaveCount(before + 1);
    // Anticlockwise 30° is 330° for Tare; light there is heavy opposite.
    await expect(spins.getByRole('row').last()).toContainText('12.50 @ 150');
    await expect(spins.getByRole('row').last()).toContainText('3.00 @ 180');
  });
});

test('a logger’s bench: three trial runs, a recorded spin, and files that are no recordings', async ({ page, shop }) => {
  const job = await shop.spun('v8Cross90');
  const machine = await shop.machineLike('Old bench with a logger');
  await beAtTheBench(page);
  await openSpin(page, job, machine.name);
  await expect(page.getByText('numbers mean nothing until runs')).toBeVisible();
  const file = (name: string, text: string): { name: string; mimeType: string; buffer: Buffer } => ({
    name,
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  await page.getByLabel('Run 1, its recording').setInputFiles(file('notes.csv', 'to do\nbuy chalk'));
  await expect(page.getByText(/notes\.csv: The recording has no column “L”/)).toBeVisible();
  const trials: PlaneUnbalance[] = [
    { aGmm: ZERO, bGmm: ZERO },
    { aGmm: fromPolar(10 * RADIUS_MM, 0), bGmm: ZERO },
    { aGmm: ZERO, bGmm: fromPolar(12 * RADIUS_MM, 90) },
  ];
  for (const [i, trial] of trials.entries()) {
    await page.getByLabel(`Run ${i + 1}, its recording`).setInputFiles(file(`run${i + 1}.csv`, recordingOf(withTrial(trial))));
    await expect(
      page
        .getByRole('listitem')
        .filter({ hasText: `Run ${i + 1}:` })
        .getByText(/whole turns at 600 rpm/),
    ).toBeVisible();
  }
  await expect(page.getByText('None of the runs has a trial weight on it.')).toBeVisible();
  await page.getByLabel('Run 2, weight in A').fill('10');
  await page.getByLabel('Run 2, its angle in A').fill('0');
  await page.getByLabel('Run 3, weight in B').fill('12');
  await page.getByLabel('Run 3, its angle in B').fill('90');
  await expect(page.getByText('The planes are told apart well.')).toBeVisible();
  await expect(page.getByText(/A 24\.\d g at 85 mm, (199|200|201)/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep this calibration' }).click();
  await expect(page.getByLabel('Calibrated by')).toBeVisible();
  await confirmCautions(page);
  await page.getByLabel('The recording: CSV with a heading').setInputFiles(file('spin.csv', recordingOf(OWN)));
  await page.getByRole('button', { name: 'Bring in this spin' }).click();
  const spins = page.getByRole('table', { name: 'Spins', exact: true });
  await expect(spins.getByRole('row').last()).toContainText(/2[34]\.\d\d @ (199|200|201)/);
  await expect(spins.getByRole('row').last()).toContainText(/1[67]\.\d\d @ (319|320|321)/);
  // The recording is kept: it can be had back, and worked out again.
  const download = page.waitForEvent('download');
  await spins.getByRole('row').last().getByRole('link', { name: 'its recording' }).click();
  expect((await download).suggestedFilename()).toMatch(/^tare-spin-.*\.csv\.gz$/);
  await spins.getByRole('row').last().getByRole('button', { name: 'Work it out again' }).click();
  await expect(page.getByText(/The present arithmetic agrees with what was kept, to 0\.00 g·mm/)).toBeVisible();
});

test('set-up, trial weights and spin on the stand-in bench; a loose bob shows', async ({ page, shop }) => {
  const job = await shop.spun('v8Cross90');
  const machine = await shop.machineLike('Old bench with a logger');
  await beAtTheBench(page);
  await openSpin(page, job, machine.name);

  await test.step('wrong distances are refused by name', async () => {
    await page.getByText('How it lies in the machine:').click();
    // Pointed at: the drawing's left end, then its right end.
    const drawing = page.getByRole('img', { name: /^The crank from the side/ });
    const { width, height } = (await drawing.boundingBox())!;
    await page.getByLabel('Left support at').fill('');
    await page.getByLabel('Right support at').fill('');
    await drawing.click({ position: { x: width * 0.1, y: height / 2 } });
    await drawing.click({ position: { x: width * 0.9, y: height / 2 } });
    await expect(page.getByLabel('Left support at')).toHaveValue(/^-\d{2,3}$/);
    await expect(page.getByLabel('Right support at')).toHaveValue(/^\d{2,3}$/);
    await page.getByLabel('Left support at').fill('240');
    await page.getByLabel('Right support at').fill('-240');
    await expect(page.getByText('The left support is the one nearer the front')).toBeVisible();
    await page.getByLabel('Left support at').fill('-240');
    await page.getByLabel('Right support at').fill('2400');
    await expect(page.getByText('stands beside the crank')).toBeVisible();
    await page.getByLabel('Right support at').fill('240');
    await expect(page.getByText(/Left \d+ N of weight, \d+ N of turning pull as it is known/)).toBeVisible();
    await page.getByRole('button', { name: 'Keep these distances' }).click();
    await expect(page.getByText('supports at −240 mm and 240 mm')).toBeVisible();
    await expect(
      page.getByText(/the left support carries up to \d+ N and the right one \d+ N; each of Old bench with a logger.* carries/),
    ).toBeVisible();
  });

  await test.step('a loose bob is heard before anything is kept', async () => {
    const bench1 = page.getByRole('group', { name: 'Stand-in bench, run 1' });
    await bench1.getByLabel('end stop forgotten').check();
    await bench1.getByRole('button', { name: 'Record run 1' }).click();
    await expect(page.getByText(/The speed wanders by \d\.\d %/)).toBeVisible();
    await bench1.getByLabel('end stop forgotten').uncheck();
    await bench1.getByRole('button', { name: 'Record run 1' }).click();
    await expect(page.getByText(/The speed wanders/)).toHaveCount(0);
  });

  await test.step('three runs, and the crank reads as it did on the machine that knows its own gain', async () => {
    await page.getByLabel('Run 2, weight in A').fill('18');
    await page.getByLabel('Run 2, its angle in A').fill('0');
    const runs = page.getByRole('listitem');
    await page.getByRole('button', { name: 'Record run 2' }).click();
    // What a recording said moves everything below it down: a press while it comes lands beside its button.
    await expect(runs.filter({ hasText: 'Run 2:' }).getByText(/whole turns at/)).toBeVisible();
    await page.getByLabel('Run 3, weight in B').fill('18');
    await page.getByLabel('Run 3, its angle in B').fill('90');
    await page.getByRole('button', { name: 'Record run 3' }).click();
    await expect(page.getByText(/The crank itself, as these runs have it/)).toBeVisible();
    await page.getByLabel('For which kind of rotor').fill('V8 on hard supports');
    await page.getByRole('button', { name: 'Keep this calibration' }).click();
    // The newest comes first, and is taken.
    await expect(page.getByLabel('Calibrated by').locator('option').first()).toContainText('V8 on hard supports');
    await page.getByLabel('Calibrated by').selectOption({ index: 0 });
    await confirmCautions(page);
    await page.getByRole('button', { name: 'Record this spin' }).click();
    await expect(page.getByText('Chosen: stand-in.csv')).toBeVisible();
    const rows = page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row');
    const before = await rows.count();
    await page.getByRole('button', { name: 'Bring in this spin' }).click();
    await expect(rows).toHaveCount(before + 1);
    await expect(rows.last()).toContainText(machine.name);
    const grams = async (row: typeof rows): Promise<number> => Number(/([\d.]+) @/.exec((await row.getByRole('cell').first().textContent())!)![1]);
    const received = rows.filter({ hasText: 'as received' });
    expect(Math.abs((await grams(rows.last())) / (await grams(received)) - 1)).toBeLessThan(0.12);
  });

  await test.step('the calibration is checked with a known weight, by a recording in WAV', async () => {
    await expect(page.getByText('Not checked yet. Hang a known weight')).toBeVisible();
    await confirmCautions(page);
    await page.getByText('Known weights on the crank:').click();
    await page.getByRole('button', { name: 'Hang a known weight' }).click();
    await page.getByLabel('Weighs', { exact: true }).fill('25');
    await expect(page.getByText('Known weights on the crank: not whole yet')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Record this spin' })).toBeDisabled();
    await page.getByLabel('At angle', { exact: true }).fill('60');
    const drawer = page.getByRole('group', { name: 'Stand-in bench, this spin' });
    await drawer.getByLabel('as').selectOption('WAV');
    await drawer.getByRole('button', { name: 'Record this spin' }).click();
    await expect(page.getByText('Chosen: stand-in.wav')).toBeVisible();
    await page.getByRole('button', { name: 'Bring in this spin' }).click();
    await expect(
      page.getByText(/25\.0 g hung in A were read as 2[456]\.\d g, \d\.\d° (before|past) their place: the calibration agrees/),
    ).toBeVisible();
    await expect(page.getByText(/Checked .*A read (0\.9|1\.0)\d of a known weight/)).toBeVisible();
    await expect(page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row').last()).toContainText('25.0 g at 60° in A hung on it');
    await page.getByRole('button', { name: 'Take weight 1 off' }).click();
  });

  await test.step('read another way', async () => {
    await page.getByText('Read it your way').click();
    await page.getByLabel('Say where to').selectOption('add');
    await expect(page.getByText('Plane A: add')).toBeVisible();
    await page.getByLabel('In', { exact: true }).selectOption('ozin');
    await expect(page.getByText(/oz·in @/).first()).toBeVisible();
    await expect(page.getByText(/The tolerance by every school; A has 50 % of it/)).toBeVisible();
  });
});
