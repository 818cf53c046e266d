import type { OwnPart } from '@tare/core';
import Joi from 'joi';
import { change, type Change } from './byPerson.js';
import { named } from './ids.js';

/** A piece of known weight that the shop hangs on cranks. */
export interface TrialPiece {
  readonly name: string;
  readonly massG: number;
  /** What the scale that weighed it may be off by, g; null where nobody said. */
  readonly deviationG: number | null;
}

/** What the shop spins and weighs with beside its own machines and instruments. */
export interface ShopFittings {
  /** The stand-in machine and scale are offered at the benches. */
  readonly standIns: boolean;
  readonly trialPieces: readonly TrialPiece[];
  /** Adapters and dummies that it mounts on cranks, each with what was measured of it by itself; left out for none. */
  readonly ownParts?: readonly OwnPart[];
}

export const ownPartSchema = Joi.object<OwnPart, true>({
  name: named(Joi.string().trim().pattern(/\S/).max(40).required(), 'The part’s name'),
  heavyG: named(Joi.number().min(0).max(5000).required(), 'What it is too heavy by'),
  radiusMm: named(Joi.number().greater(0).max(2000).required(), 'At which radius'),
  angleDeg: named(Joi.number().min(-360).max(360).required(), 'At which angle'),
  deviationG: named(Joi.number().min(0).max(100).required(), 'What that may be off by'),
  beyondMm: named(Joi.number().min(-1000).max(1000).required(), 'How far beyond the outermost counterweight it acts'),
});

export interface FittingsChange extends Change, ShopFittings {}
export const fittingsChangeSchema = Joi.object<FittingsChange>({
  ...change,
  standIns: named(Joi.boolean().required(), 'Whether the stand-ins are offered'),
  trialPieces: named(
    Joi.array()
      .items(
        Joi.object<TrialPiece, true>({
          name: named(Joi.string().trim().pattern(/\S/).max(60).required(), 'The piece’s name'),
          massG: named(Joi.number().greater(0).max(5000).required(), 'What the piece weighs'),
          deviationG: named(Joi.number().min(0).max(100).allow(null).required(), 'What its scale may be off by'),
        }),
      )
      .max(60)
      .unique('name')
      .required()
      .messages({ 'array.unique': 'Two pieces have the same name.' }),
    'The trial pieces',
  ),
  ownParts: named(
    Joi.array().items(ownPartSchema).max(40).unique('name').messages({ 'array.unique': 'Two parts have the same name.' }),
    'The adapters and dummies',
  ),
});
