import {
  addPlanes,
  effectOfCuts,
  fromPolar,
  metalNow,
  scalePlanes,
  setUpsFrom,
  toPlanes,
  toPolar,
  type Cut,
  type Mounted,
  type PlaneUnbalance,
} from '@tare/core';
import { randomUUID } from 'node:crypto';
import { expect, test } from './app.js';
import { bench, openJob } from './bench.js';
import { withBoltOns } from './boltOns.js';

const TOLERANCE = { school: 'gramsAtRadius', value: 1.5 } as const;
const turned = ({ aGmm, bGmm }: PlaneUnbalance, deg: number): PlaneUnbalance => ({
  aGmm: fromPolar(toPolar(aGmm).amount, toPolar(aGmm).angleDeg + deg),
  bGmm: fromPolar(toPolar(bGmm).amount, toPolar(bGmm).angleDeg + deg),
});

test('a flat six goes through its stages, its flywheel turned to where it needs no hole, to its card', async ({ page, shop }) => {
  const job = await shop.ready('flat6', { tolerance: TOLERANCE });
  await shop.changeCrank(job.id, withBoltOns);
  const machineId = await shop.gramMachine();
  const list = setUpsFrom('stages', false, ['damper', 'flywheel', 'clutchCover'], randomUUID);
  await shop.decide(job, { subject: 'setUps', value: { list, positionsDeg: { flywheel: [0, 60, 120, 180, 240, 300] } } });
  const { planes } = (await shop.sheet(job.id)).setUp!.kept.spec.crank;
  const crank: PlaneUnbalance = { aGmm: fromPolar(20, 40), bGmm: fromPolar(85, 30) };
  const damper: PlaneUnbalance = { aGmm: fromPolar(25, 200), bGmm: fromPolar(5, 20) };
  // Alone it is outside; half round it takes up what the crank has left.
  const flywheel = toPlanes(fromPolar(130, 30), planes.zBMm + 60, planes);
  const cover = toPlanes(fromPolar(20, 100), planes.zBMm + 88, planes);
  const [bare, damped, wheeled, covered] = list as [(typeof list)[0], (typeof list)[0], (typeof list)[0], (typeof list)[0]];
  const read = (setUpId: string, mounted: Mounted, parts: readonly PlaneUnbalance[]): Promise<string> =>
    shop.readOff(job.id, machineId, parts.reduce(addPlanes), { setUpId, mounted });
  const readUntilTaken = async (setUpId: string, mounted: Mounted, parts: readonly PlaneUnbalance[]): Promise<void> => {
    await read(setUpId, mounted, parts);
    await shop.readOffAsked(job.id, machineId, parts.reduce(addPlanes), { setUpId, mounted });
  };

  await readUntilTaken(bare.id, bare.mounted, [crank]);
  await readUntilTaken(damped.id, damped.mounted, [crank, damper]);
  await read(wheeled.id, wheeled.mounted, [crank, damper, flywheel]);
  await openJob(page, job.id, 'spin');
  const steps = page.getByRole('list', { name: 'Set-ups' });
  await expect(steps.getByRole('button', { name: /With the damper.*inside, \d spins?/ })).toBeVisible();
  await steps.getByRole('button', { name: /With the flywheel.*outside, 1 spin/ }).click();
  await expect(page.getByText(/^3 of 4: (waits for|1 spin)/).first()).toBeVisible();

  await test.step('one reading and a spin without the part are enough to say where it sits best', async () => {
    await page.getByText(/^With the flywheel: crank/).click();
    await page.getByText('Turn a part until it sits best').click();
    await page.getByLabel('Which part').selectOption('flywheel');
    await expect(page.getByText('The flywheel sits best at 180°')).toBeVisible();
    await page.getByRole('button', { name: 'It goes on so' }).click();
    await expect(page.getByText('3 of 4: spin again: turned since')).toBeVisible();
    await readUntilTaken(wheeled.id, { ...wheeled.mounted, flywheel: 180 }, [crank, damper, turned(flywheel, 180)]);
    await expect(steps.getByRole('button', { name: /With the flywheel.*inside, \d spins/ })).toBeVisible();
  });

  await test.step('the cover goes on with the wheel where it was put, and the card says so', async () => {
    const sheet = await shop.sheet(job.id);
    const last = sheet.setUps.list.find(({ id }) => id === covered.id)!;
    const mounted = { ...last.mounted, flywheel: 180 };
    await shop.decide(job, {
      subject: 'setUps',
      value: { ...sheet.setUps, list: sheet.setUps.list.map((one) => (one.id === last.id ? { ...one, mounted } : one)) },
    });
    await readUntilTaken(covered.id, mounted, [crank, damper, turned(flywheel, 180), cover]);
    await expect(steps.getByRole('button', { name: /With the clutch cover.*inside, \d spins?/ })).toBeVisible();
    await bench(page, 'Sign off');
    await page.getByRole('button', { name: 'Sign off' }).click();
    await expect(page.getByText('Signed off by Ottoline Fasch')).toBeVisible();
    const card = page.getByRole('article', { name: `Balance card, job ${job.number}` });
    await expect(card.getByText(/flywheel turned by 180°/).first()).toBeVisible();
    const spins = card.getByRole('table', { name: /Unbalance: where the crank is too heavy/ });
    await expect(spins.getByRole('row', { name: /^With the flywheel/ })).toHaveCount(4);
    await expect(card.getByRole('table', { name: 'Each part by itself' }).getByRole('row')).toHaveCount(5);
  });
});

test('an external V8 is spun all together and corrected on its flywheel, to its card', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90', { tolerance: TOLERANCE, balance: 'external' });
  await shop.changeCrank(job.id, withBoltOns);
  const machineId = await shop.gramMachine();
  await openJob(page, job.id, 'spin');
  await page.getByRole('button', { name: /Spin it in stages/ }).click();
  await page.getByRole('button', { name: /All together, as it is balanced externally/ }).click();
  const form = page.getByRole('form', { name: 'The set-ups of this job' });
  await form.getByRole('button', { name: 'Keep these set-ups' }).click();
  await expect(form).toHaveCount(0);
  const { setUps, setUp } = await shop.sheet(job.id);
  const [together] = setUps.list;
  const { crank } = setUp!.kept.spec;
  const hole: Cut = { kind: 'radial', counterweightId: 'flywheel', angleDeg: 140, bitMm: 14, pointAngleDeg: 118, depthMm: 15 };
  const small: PlaneUnbalance = { aGmm: fromPolar(25, 40), bGmm: fromPolar(20, 250) };
  const heavy = scalePlanes(effectOfCuts(metalNow(crank, []), [{ ...hole, id: 'hole' }]), -1);
  const read = (total: PlaneUnbalance): Promise<string> =>
    shop.readOff(job.id, machineId, total, { setUpId: together!.id, mounted: together!.mounted });
  const readAsked = (total: PlaneUnbalance): Promise<void> =>
    shop.readOffAsked(job.id, machineId, total, { setUpId: together!.id, mounted: together!.mounted });
  await read(addPlanes(small, heavy));

  await bench(page, 'Correct');
  await page.getByRole('button', { name: 'Log a cut of your own' }).click();
  const cut = page.getByRole('form', { name: 'A cut as it really is' });
  // Everything that turns may be corrected.
  await expect(cut.getByLabel('In', { exact: true }).getByRole('option', { name: 'Damper' })).toHaveCount(1);
  await cut.getByLabel('In', { exact: true }).selectOption({ label: 'Flywheel' });
  await cut.getByLabel('At, from crankpin 1').fill('140');
  await cut.getByLabel('Bit').fill('14');
  await cut.getByLabel('Depth measured, to the shoulder').fill('15');
  await cut.getByRole('button', { name: 'Log this cut' }).click();
  await expect(page.getByText('spin again: drilled since')).toBeVisible();
  await read(small);
  await readAsked(small);
  await bench(page, 'Sign off');
  await page.getByRole('button', { name: 'Sign off' }).click();
  const card = page.getByRole('article', { name: `Balance card, job ${job.number}` });
  await expect(card.getByText('Signed off by Ottoline Fasch')).toBeVisible();
  await expect(card.getByText('Balanced externally, together with damper and flywheel.', { exact: false })).toBeVisible();
  await expect(card.getByText(/Damper and flywheel have to stay with it/)).toBeVisible();
  await expect(
    card
      .getByRole('table', { name: /Metal|Cuts|cut/ })
      .getByText(/Flywheel/)
      .first(),
  ).toBeVisible();
});
