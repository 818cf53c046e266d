import { createServer, type Server, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { MEASURES, PART_KINDS } from '@tare/core';
import Joi from 'joi';
import { readJson } from '../readJson.js';
import { Pan, scaleLine, USUAL_CHARACTER, type ScaleCharacter } from './pan.js';
import type { Placed } from './trueWeights.js';

/** Lines a second, as many a real scale sends. */
const LINES_PER_S = 10;

const gramsOff = Joi.number().min(-500).max(5000);
const placedSchema = Joi.object<Placed>({
  job: Joi.string().min(1).max(80).required(),
  kind: Joi.string()
    .valid(...PART_KINDS)
    .required(),
  cylinder: Joi.number().integer().min(1).max(32).required(),
  measure: Joi.string()
    .valid(...MEASURES)
    .required(),
  cuts: Joi.array()
    .items(Joi.object({ mass: gramsOff, bigEnd: gramsOff, smallEnd: gramsOff }))
    .max(100)
    .required(),
});

/** Wide enough for a kitchen scale and a jeweller's; a division of 0 would round to nothing. */
const characterSchema = Joi.object<ScaleCharacter>({
  divisionG: Joi.number().min(0.01).max(10).required(),
  noiseG: Joi.number().min(0).max(10).required(),
  driftGPerMin: Joi.number().min(-10).max(10).required(),
  settlingS: Joi.number().min(0.01).max(10).required(),
  placeG: Joi.number().min(0).max(10).required(),
  levelErrorG: Joi.number().min(-10).max(10).required(),
});

export interface ScaleOptions {
  readonly port: number;
  /** How many times faster than a real scale it settles and speaks; tests hurry it. */
  readonly hurry: number;
  readonly character?: ScaleCharacter;
}

/** Starts the stand-in scale on loopback; one pan, whoever speaks to it. Protocol in docs/formats.md. */
export function listen({ port, hurry, character = USUAL_CHARACTER }: ScaleOptions): Promise<Server> {
  const pan = new Pan(character);
  const started = performance.now();
  const nowS = (): number => ((performance.now() - started) / 1000) * hurry;
  const listeners = new Set<Socket>();
  const speaking = setInterval(
    () => {
      const line = `${scaleLine(pan.show(nowS()), pan.is.divisionG)}\n`;
      for (const socket of listeners) socket.write(line);
    },
    1000 / LINES_PER_S / hurry,
  );
  // The listening port keeps the process alive; its voice alone must not.
  speaking.unref();
  const server = createServer((socket) => {
    socket.on('error', () => socket.destroy());
    socket.on('close', () => listeners.delete(socket));
    const lines = createInterface({ input: socket });
    // A peer that is cut off mid-line is no fault of the scale's; unheard, its error would end the process.
    lines.on('error', () => socket.destroy());
    lines.on('line', (line) => {
      if (line === 'LISTEN') listeners.add(socket);
      else socket.write(`${obey(pan, line, nowS())}\n`);
    });
  });
  server.on('close', () => {
    clearInterval(speaking);
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      resolve(server);
    });
  });
}

function obey(pan: Pan, line: string, nowS: number): string {
  const [word = '', ...rest] = line.split(' ');
  switch (word) {
    case 'PUT': {
      const placed = readJson(placedSchema, rest.join(' '));
      if (!placed.ok) return `ERROR ${placed.reason}`;
      pan.put(placed.value, nowS);
      return 'OK';
    }
    case 'LIFT':
      pan.lift(nowS);
      return 'OK';
    case 'TAP':
      pan.tap(nowS);
      return 'OK';
    case 'CHARACTER':
      return JSON.stringify(pan.is);
    case 'BECOME': {
      const character = readJson(characterSchema, rest.join(' '));
      if (!character.ok) return `ERROR ${character.reason}`;
      pan.become(character.value);
      return 'OK';
    }
    case 'ZERO':
      pan.zero(nowS);
      return 'OK';
    default:
      return `ERROR This scale does not know ${word.slice(0, 20)}.`;
  }
}
