import type { Server } from 'node:net';
import { MEASURES, PART_KINDS } from '@tare/core';
import Joi from 'joi';
import { lineDevice } from '../lineDevice.js';
import { readJson } from '../readJson.js';
import { Pan, scaleLine, USUAL_CHARACTER, type ScaleCharacter } from './pan.js';
import type { Placed } from './trueWeights.js';

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
  return lineDevice({
    port,
    hurry,
    show: (nowS) => scaleLine(pan.show(nowS), pan.is.divisionG),
    obey: (line, nowS) => obey(pan, line, nowS),
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
