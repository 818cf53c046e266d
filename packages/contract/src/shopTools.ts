import type { Bar, ShopTools } from '@tare/core';
import Joi from 'joi';
import { alikeIn } from './alikeIn.js';
import { change, type Change } from './byPerson.js';
import { named } from './ids.js';

const number = (name: string): Joi.NumberSchema => named(Joi.number().required(), name);
const yes = (name: string): Joi.BooleanSchema => named(Joi.boolean().required(), name);
const minutes = (name: string): Joi.NumberSchema => number(name).min(0).max(600);
const pilotMm = (name: string): Joi.NumberSchema => named(Joi.number().min(0).max(100).allow(null).required(), name);

export const shopToolsSchema = Joi.object<ShopTools>({
  drill: Joi.object<ShopTools['drill'], true>({
    depthMm: number('What the drill misses in depth').min(0).max(5),
    angleDeg: number('What the drill misses in angle').min(0).max(20),
    densityRatio: number('What the density may be off by').min(0).max(0.2),
  }).required(),
  minutes: Joi.object<ShopTools['minutes'], true>({
    setUp: minutes('To set a place up'),
    setUpAgain: minutes('To set up at an old hole'),
    awkward: minutes('More where it is awkward'),
    bitChange: minutes('To change the bit'),
    perGramSteel: minutes('A gram of steel'),
    perGramCast: minutes('A gram of cast iron'),
    pilot: minutes('A pilot hole'),
    slug: minutes('A bar bored and pressed in'),
    turnRim: minutes('A rim turned down'),
    grindPerGram: minutes('A gram ground off'),
    weld: minutes('A hole welded shut'),
    spin: minutes('Mounting and spinning'),
  }).required(),
  pilotAboveMm: Joi.object<ShopTools['pilotAboveMm'], true>({
    steel: pilotMm('The largest bit without a pilot in steel'),
    cast: pilotMm('The largest bit without a pilot in cast iron'),
  }).required(),
  bars: named(
    Joi.array()
      .items(
        Joi.object<Bar>({
          diameterMm: number('The bar’s diameter').greater(0).max(100),
          densityGPerCm3: number('The bar’s density').min(1).max(25),
          pricePerCm: named(Joi.number().min(0).max(100000).allow(null), 'The bar’s price'),
        }),
      )
      .max(20)
      .unique(alikeIn<Bar>('diameterMm', 'densityGPerCm3'))
      .required()
      .messages({ 'array.unique': 'The same bar is listed twice.' }),
    'The bars',
  ),
  hourPrice: number('The price of an hour').min(0).max(100000),
  money: named(Joi.string().pattern(/\S/).max(12).required(), 'The money’s name'),
  means: Joi.object<ShopTools['means'], true>({
    faces: yes('Side faces'),
    turning: yes('Turning'),
    grinding: yes('Grinding'),
    welding: yes('Welding'),
    radialBars: yes('Bars in radial holes'),
  }).required(),
  mostTurnedMm: number('How far rims may be turned down').min(0).max(50),
});

/** The shop's tools; version 0 where nobody wrote them down yet, and a first guess stands in their place. */
export interface ShopToolsEntry {
  readonly version: number;
  readonly tools: ShopTools;
}

export interface ShopToolsChange extends Change {
  readonly tools: ShopTools;
}
export const shopToolsChangeSchema = Joi.object<ShopToolsChange, true>({
  ...change,
  tools: shopToolsSchema.required(),
});
