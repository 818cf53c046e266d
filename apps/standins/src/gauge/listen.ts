import type { Server } from 'node:net';
import { standinGaugeSchema, workSchema, type StandinGauge } from '@tare/contract';
import { QUANTITIES } from '@tare/core';
import Joi from 'joi';
import { lineDevice } from '../lineDevice.js';
import { readJson } from '../readJson.js';
import { Dial, gaugeLine, USUAL_CHARACTER } from './dial.js';
import type { Held } from './held.js';

const heldSchema = Joi.object<Held>({
  job: Joi.string().min(1).max(80).required(),
  feature: Joi.string().min(1).max(20).required(),
  quantity: Joi.string()
    .valid(...QUANTITIES)
    .required(),
  angleDeg: Joi.number().min(0).less(360).allow(null).required(),
  depth: Joi.number().integer().min(1).max(9).allow(null).required(),
  nominalMm: Joi.number().min(0).max(5000).required(),
  alongRatio: Joi.number().min(0).max(1).required(),
  works: Joi.array().items(workSchema).max(1000).required(),
});
const setSchema = Joi.object<{ setMm: number }>({ setMm: Joi.number().min(0).max(5000).required().label('The set value') });

interface GaugeOptions {
  readonly port: number;
  readonly hurry: number;
  readonly character?: StandinGauge;
}

/** Starts the stand-in gauge on loopback; one gauge, whoever speaks to it. Protocol in docs/formats.md. */
export function listen({ port, hurry, character = USUAL_CHARACTER }: GaugeOptions): Promise<Server> {
  const dial = new Dial(character);
  return lineDevice({ port, hurry, show: (nowS) => gaugeLine(dial.show(nowS)), obey: (line, nowS) => obey(dial, line, nowS) });
}

function obey(dial: Dial, line: string, nowS: number): string {
  const [word = '', ...rest] = line.split(' ');
  const taken = <T>(schema: Joi.Schema<T>, act: (value: T) => void): string => {
    const read = readJson(schema, rest.join(' '));
    if (!read.ok) return `ERROR ${read.reason}`;
    act(read.value);
    return 'OK';
  };
  switch (word) {
    case 'SET':
      return taken(setSchema, ({ setMm }) => dial.set(setMm, nowS));
    case 'PLACE':
      return taken(heldSchema, (held) => dial.place(held, nowS));
    case 'BECOME':
      return taken(standinGaugeSchema, (character) => dial.become(character));
    case 'CHARACTER':
      return JSON.stringify(dial.is);
    case 'LIFT':
      dial.lift(nowS);
      return 'OK';
    case 'ZERO':
      dial.zero(nowS);
      return 'OK';
    default:
      return `ERROR This gauge does not know ${word.slice(0, 20)}.`;
  }
}
