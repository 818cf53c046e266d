import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { figure, type Figure } from './figures.js';
import { MOST_SPINS } from './practiceBench.js';
import { NO_SLIPS, USUAL_SLIPS, type PracticeStory, type Slips } from './practiceSpoiled.js';
import type { PracticeTask } from './practiceWorker.js';

const CRANKS = Number(process.env['TARE_PRACTICE_CRANKS'] ?? 300);

const LINES: readonly { readonly name: string; readonly slips: Slips }[] = [
  { name: 'nothing spoiled', slips: NO_SLIPS },
  { name: 'one event in twenty spoiled', slips: USUAL_SLIPS },
];

/** Cranks that are brought inside by what Tare says, read and typed by a person; with slips and without. */
export async function practiceTold(): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const { name, slips } of LINES)
    for (const arcDeg of [55, 40])
      for (const toleranceG of [1, 0.5])
        figures.push(...figuresOf(`Told, ${name}, ± ${arcDeg}°, ${toleranceG} g`, await practised({ arcDeg, toleranceG, slips })));
  return figures;
}

/** On every core, the cranks dealt out among them. */
async function practised(task: Omit<PracticeTask, 'from' | 'to'>): Promise<PracticeStory[]> {
  const cores = availableParallelism();
  const from = (core: number): number => Math.round((core * CRANKS) / cores);
  const shares = Array.from({ length: cores }, (_, core) => inWorker({ ...task, from: from(core), to: from(core + 1) }));
  return (await Promise.all(shares)).flat();
}

const inWorker = (task: PracticeTask): Promise<PracticeStory[]> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./practiceWorker.js', import.meta.url), { workerData: task });
    worker.once('message', resolve);
    worker.once('error', reject);
  });

function figuresOf(what: string, stories: readonly PracticeStory[]): Figure[] {
  const accepted = stories.filter((story) => story.accepted);
  const each = (title: string, of: readonly PracticeStory[], value: (story: PracticeStory) => number): Figure =>
    figure(`${what}: ${title}`, '', of.map(value));
  const share = (title: string, some: readonly PracticeStory[], of: readonly PracticeStory[]): Figure =>
    figure(`${what}: ${title}`, '%', [(100 * some.length) / Math.max(1, of.length)]);
  const sum = (value: (story: PracticeStory) => number): number => stories.reduce((total, story) => total + value(story), 0);
  return [
    each('spins until truly inside', stories, ({ trulyInsideAfter }) => trulyInsideAfter ?? MOST_SPINS),
    each('spins until accepted', accepted, ({ spins }) => spins),
    each('times the drill is taken up', stories, ({ drillings }) => drillings),
    share('accepted', accepted, stories),
    share(
      'accepted and truly inside',
      accepted.filter(({ inside }) => inside),
      accepted,
    ),
    share(
      'taken past nothing by more than the tolerance',
      stories.filter(({ overshot }) => overshot),
      stories,
    ),
    figure(`${what}: questions a crank`, '', [sum(({ questions }) => questions) / stories.length]),
    figure(`${what}: questions a slip`, '', [
      sum(({ questions }) => questions) /
        Math.max(
          1,
          sum(({ slips }) => slips),
        ),
    ]),
    figure(`${what}: questions whose answer was among the stories`, '%', [
      (100 * sum(({ answered }) => answered)) /
        Math.max(
          1,
          sum(({ questions }) => questions),
        ),
    ]),
  ];
}
