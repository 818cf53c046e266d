import type { Crank, KnownCut, Planes, PlaneUnbalance, Vector } from '@tare/core';
import { crankSchema, knownCutSchema, planesSchema } from '@tare/contract';
import Joi from 'joi';

/**
 * What is laid in the stand-in machine: a crank by its label, and the holes that people say they drilled.
 *
 * The label seeds the crank's hidden unbalance, and a hole's place in the list seeds how it really turned out, so
 * that the same story always ends the same way, whatever is restarted in between.
 */
export interface Mount {
  readonly rotor: string;
  readonly crank: Crank;
  readonly holes: readonly KnownCut[];
  /** Places of the holes in the order in which the job drilled them, which seed how they turned out; left out: as they stand. */
  readonly places?: readonly number[];
  /** What bolts on with an unbalance of its own; left out, everything that does is neutral. */
  readonly parts?: readonly MountedPart[];
  /** The planes in which the crank was laid out; left out for its present ones. */
  readonly bornIn?: Planes;
  /** Each counterweight is too light by so many grams at its rim, as heavier pistons leave them. */
  readonly lightG?: number;
}

/** Something that bolts on. */
export interface MountedPart {
  readonly name: string;
  readonly turnedDeg: number;
  readonly zMm: number;
  /** What was measured of it by itself, g·mm from its own mark; left out, it has something hidden of its own. */
  readonly own?: Vector;
  /** How often it was bolted on so far: each time its spigot's play lets it sit otherwise. */
  readonly bolted: number;
}

/** A spin, with what is hung on the crank for it and what is wrong with the set-up. */
export interface SpinOrder {
  readonly speedRpm: number;
  readonly turns: number;
  /** Counts this rotor's spins; seeds everything that changes from spin to spin. */
  readonly run: number;
  /** Known weights on the crank, g·mm in its planes. */
  readonly hung: PlaneUnbalance;
  readonly supports: 'hard' | 'soft';
  readonly looseBob: boolean;
  readonly endStopForgotten: boolean;
}

export const mountSchema = Joi.object<Mount>({
  rotor: Joi.string().min(1).max(80).required(),
  crank: crankSchema.required(),
  holes: Joi.array().items(knownCutSchema).max(200).required(),
  lightG: Joi.number().min(0).max(500),
  places: Joi.array().items(Joi.number().integer().min(0)).max(400),
  parts: Joi.array()
    .items(
      Joi.object<MountedPart>({
        name: Joi.string().min(1).max(40).required(),
        turnedDeg: Joi.number().min(-360).max(360).required(),
        zMm: Joi.number().min(-5000).max(5000).required(),
        bolted: Joi.number().integer().min(1).max(1000).required(),
        own: Joi.object({ re: Joi.number().required(), im: Joi.number().required() }),
      }),
    )
    .max(20),
  bornIn: planesSchema,
});

const vectorSchema = Joi.object({ re: Joi.number().required(), im: Joi.number().required() }).required();
export const spinOrderSchema = Joi.object<SpinOrder>({
  speedRpm: Joi.number().min(100).max(1500).required(),
  turns: Joi.number().integer().min(1).max(1000).required(),
  run: Joi.number().integer().min(1).required(),
  hung: Joi.object({ aGmm: vectorSchema, bGmm: vectorSchema }).required(),
  supports: Joi.string().valid('hard', 'soft').required(),
  looseBob: Joi.boolean().required(),
  endStopForgotten: Joi.boolean().required(),
});
