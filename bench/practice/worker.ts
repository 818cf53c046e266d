import { parentPort } from 'node:worker_threads';
import type { Task } from './lines.js';
import { crankWith } from './made.js';
import { walk } from './walk.js';

const crank = crankWith(55);
parentPort!.on('message', (task: Task) => parentPort!.postMessage(walk(crank, task)));
