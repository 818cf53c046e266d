import type { Planes } from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';

const at = (name: string): Joi.NumberSchema => named(Joi.number().min(-5000).max(5000).required(), name);
const radius = (name: string): Joi.NumberSchema => named(Joi.number().greater(0).max(2000).required(), name);

export const planesSchema = Joi.object<Planes, true>({
  zAMm: at('The position of plane A'),
  zBMm: at('The position of plane B'),
  radiusAMm: radius('The correction radius in plane A'),
  radiusBMm: radius('The correction radius in plane B'),
});
