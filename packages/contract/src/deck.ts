import type { DeckLimits } from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';
import { limitsSchema, mayMm, ruleSchema } from './limitSchemas.js';

const mayCm3 = (name: string): Joi.NumberSchema => named(Joi.number().min(-5000).max(50_000).allow(null).required(), name);
const mayRatio = (name: string): Joi.NumberSchema => named(Joi.number().greater(1).max(60).allow(null).required(), name);

/** Limits of a block's decks and what stands over them, as they are typed. */
export const deckLimitsSchema = Joi.object<DeckLimits, true>({
  rule: ruleSchema.required(),
  heightMm: mayMm('The height of a new deck'),
  leastHeightMm: mayMm('The least height of a deck'),
  flatnessMm: mayMm('How far from flat a deck may be'),
  lastCutMm: named(Joi.number().min(0).max(1).required(), 'The last cut'),
  compressionHeightMm: mayMm('The height of a piston over its pin'),
  pistonDown: limitsSchema('the crown under the deck').required(),
  chamberCm3: mayCm3('The chamber'),
  dishCm3: mayCm3('The dish'),
  gasketMm: mayMm('The gasket'),
  gasketBoreMm: mayMm('The gasket’s bore'),
  leastCompressionRatio: mayRatio('The least compression'),
  mostCompressionRatio: mayRatio('The most compression'),
});
