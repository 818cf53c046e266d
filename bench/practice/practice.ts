import { createHash } from 'node:crypto';
import { appendFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { figure, type Figure } from '../figures.js';
import { tasks, type Task } from './lines.js';
import type { Walk } from './walk.js';

const ROOT = join(import.meta.dirname, '../../..');
/** Of each slip; ten times as many cranks without. In full: TARE_PRACTICE=58, three hours. */
const SHORT = 3;
const PER_SLIP = Number(process.env['TARE_PRACTICE'] ?? SHORT);

/** `./tare bench practice`: cranks that are brought inside by what Tare asks for and proposes. A killed run goes on where it stopped. */
export async function practice(): Promise<Figure[]> {
  const all = tasks(PER_SLIP);
  const file = join(ROOT, '.tare', 'practice', `${ofThisCore()}.jsonl`);
  const walks = await walked(all, file);
  const lines = [...new Set(all.map(({ line }) => line))];
  return lines.flatMap((line) =>
    figuresOf(
      line,
      all.flatMap((task) => (task.line === line ? [walks.get(keyOf(task))!] : [])),
    ),
  );
}

const keyOf = ({ line, seed }: Task): string => `${line} ${seed}`;

/** What another core said never mixes with what this one says. */
function ofThisCore(): string {
  const hash = createHash('sha256');
  for (const folder of ['packages/core/dist', 'bench/dist/practice'])
    for (const name of readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' }).sort())
      if (name.endsWith('.js')) hash.update(readFileSync(join(ROOT, folder, name)));
  return hash.digest('hex').slice(0, 12);
}

/** On every core; each crank is kept when it is done. */
async function walked(all: readonly Task[], file: string): Promise<ReadonlyMap<string, Walk>> {
  mkdirSync(join(file, '..'), { recursive: true });
  const lines = existsSync(file) ? readFileSync(file, 'utf8').split('\n').filter(Boolean) : [];
  const walks = new Map(lines.map((line) => JSON.parse(line) as [string, Walk]));
  const left = all.filter((task) => !walks.has(keyOf(task)));
  const began = Date.now();
  let done = 0;
  await Promise.all(
    Array.from({ length: Math.min(availableParallelism(), left.length) }, async () => {
      const worker = new Worker(new URL('./worker.js', import.meta.url));
      for (let task = left.shift(); task; task = left.shift()) {
        const walk = await inWorker(worker, task);
        walks.set(keyOf(task), walk);
        appendFileSync(file, `${JSON.stringify([keyOf(task), walk])}\n`);
        done += 1;
        if (done % 50 === 0) console.error(`${walks.size} of ${all.length} cranks, ${Math.round((Date.now() - began) / 60_000)} min`);
      }
      await worker.terminate();
    }),
  );
  return walks;
}

const inWorker = (worker: Worker, task: Task): Promise<Walk> =>
  new Promise((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
    worker.postMessage(task);
  });

function figuresOf(line: string, walks: readonly Walk[]): Figure[] {
  const share = (title: string, is: (walk: Walk) => boolean, of: readonly Walk[] = walks): Figure =>
    figure(`${line}: ${title}`, '%', [(100 * of.filter(is).length) / Math.max(1, of.length)]);
  const accepted = walks.filter((walk) => walk.accepted);
  return [
    share('past nothing by more than 1 g by a plan made after the slip', ({ past }) => past.byLaterPlanG > 1),
    share('by more than 5 g', ({ past }) => past.byLaterPlanG > 5),
    share('past nothing by the slipped cut itself', ({ past }) => past.bySlippedCutG > 0),
    share('accepted and truly inside', ({ inside }) => inside, accepted),
    share('dead ends', (walk) => !walk.accepted),
    figure(
      `${line}: minutes`,
      'min',
      accepted.map(({ minutes }) => minutes),
    ),
    figure(`${line}: questions a crank`, '', [walks.reduce((sum, { questions }) => sum + questions, 0) / walks.length]),
  ];
}
