import { diagnoseFixture, DOCTOR_PLACEMENTS, type CauseShare, type DoctorPlacement } from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

const FIXTURES = 1000;
const CAUSES: readonly (keyof DoctorPlacement)[] = ['spot', 'swing', 'level', 'turned'];
const DIVISION_G = 0.01;

/** What the hunt says of a made-up fixture with this cause in it, moving a reading by so much either way over what a placement scatters. */
function told(cause: keyof DoctorPlacement | null, times: number, index: number): readonly CauseShare[] {
  const chance = chanceFor('doctor', `${cause} ${times}`, index);
  const placementG = chance.between(0.03, 0.12);
  const creepG = chance.between(-0.1, 0.1);
  const readings = DOCTOR_PLACEMENTS.map((x, i) => {
    const g = 445 + chance.normal(placementG) + (creepG * i) / 15 + (cause ? times * placementG * x[cause] : 0);
    return Math.round(g / DIVISION_G) * DIVISION_G;
  });
  return diagnoseFixture(readings).shares;
}

const matters = (shares: readonly CauseShare[]): string[] =>
  shares.filter(({ verdict, cause }) => verdict === 'matters' && cause !== 'placement').map(({ cause }) => cause);

/** How often the hunt names what was planted, and how often what was not. */
export function doctorFigures(): Figure[] {
  const planted = [1, 2, 3].flatMap((times) => {
    const found = Array.from({ length: FIXTURES }, (_, i) => ({
      cause: CAUSES[i % CAUSES.length]!,
      said: matters(told(CAUSES[i % CAUSES.length]!, times, i)),
    }));
    const share = (of: (one: (typeof found)[number]) => boolean): number[] => [(100 * found.filter(of).length) / FIXTURES];
    return [
      figure(
        `fixture doctor: a cause of ${times} times the placing's scatter named`,
        '%',
        share(({ cause, said }) => said.includes(cause)),
      ),
      figure(
        `fixture doctor: another named beside one of ${times} times`,
        '%',
        share(({ cause, said }) => said.some((one) => one !== cause)),
      ),
    ];
  });
  const none = Array.from({ length: FIXTURES }, (_, i) => matters(told(null, 0, i)));
  return [
    ...planted,
    figure('fixture doctor: named where nothing was planted', '%', [(100 * none.filter((said) => said.length > 0).length) / FIXTURES]),
  ];
}
