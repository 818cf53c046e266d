import {
  MOUNTING_CHECKS,
  type BobBox,
  type BobClamp,
  type BobPiece,
  type BobWeighIn,
  type BuiltBob,
  type ExtraLine,
  type BobBuildChoice,
  type UsualBobChoices,
} from '@tare/core';
import Joi from 'joi';
import { change, type Change } from './byPerson.js';
import { named } from './ids.js';

/** The shop's box of clamps and pieces, as it was last written down. */
export interface BobBoxEntry {
  /** 0 while nobody wrote anything down. */
  readonly version: number;
  readonly box: BobBox;
}

export interface BobBoxChange extends Change {
  readonly box: BobBox;
}

const thing = {
  id: Joi.string().uuid().required(),
  name: named(Joi.string().pattern(/\S/).max(60).required(), 'The name'),
};
const number = (name: string, most: number): Joi.NumberSchema => named(Joi.number().min(0).max(most).required(), name);

const clampSchema = Joi.object<BobClamp, true>({
  ...thing,
  fromMm: number('The least pin', 300),
  toMm: number('The largest pin', 300),
  halfG: number('One half', 20000),
  studMm: number('The stud', 500),
  count: number('How many there are', 99).integer(),
});
const pieceSchema = Joi.object<BobPiece, true>({
  ...thing,
  massG: named(Joi.number().greater(0).max(20000).required(), 'The mass'),
  thicknessMm: number('The thickness', 500),
  count: number('How many there are', 999).integer(),
});

export const bobBoxChangeSchema = Joi.object<BobBoxChange>({
  ...change,
  box: Joi.object<BobBox>({
    clamps: named(Joi.array().items(clampSchema).max(40).required(), 'The clamps'),
    pieces: named(Joi.array().items(pieceSchema).max(120).required(), 'The pieces'),
  }).required(),
});

/** What the shop takes where a job says nothing else. */
export interface ShopUsual extends Change, UsualBobChoices {}
export const factorSchema = named(Joi.number().min(0).max(1), 'The balance factor (0 to 1)');
export const oilSchema = named(Joi.number().min(0).max(100), 'The oil allowance');
export const shopUsualSchema = Joi.object<ShopUsual, true>({
  ...change,
  factorRatio: factorSchema.required(),
  oilG: oilSchema.required(),
});

const massG = (name: string): Joi.NumberSchema => named(Joi.number().min(0).max(100000).required(), name);
export const extraLinesSchema = named(
  Joi.array()
    .items(
      Joi.object<ExtraLine, true>({
        name: named(Joi.string().pattern(/\S/).max(60).required(), 'The name of the line'),
        group: named(Joi.string().valid('rotating', 'reciprocating').required(), 'The side of the line'),
        eachG: named(Joi.number().min(0).max(20000).required(), 'The line, for one rod'),
      }),
    )
    .max(12),
  'The extra lines',
);
export const bobBuildSchema = Joi.object<BobBuildChoice>({
  pinDiameterMm: named(Joi.number().greater(0).max(300).required(), 'The diameter of the crankpins'),
  limitG: named(Joi.number().greater(0).max(100).required(), 'The limit'),
  figuresG: named(Joi.array().items(massG('The figure')).min(1).max(16).required(), 'The figures'),
  bobs: named(
    Joi.array()
      .items(
        Joi.object<BuiltBob>({
          index: Joi.number().integer().min(0).max(15).required(),
          clampId: Joi.string().uuid().required(),
          stack: Joi.array()
            .items(Joi.object({ pieceId: Joi.string().uuid().required(), each: Joi.number().integer().min(1).max(99).required() }))
            .max(40)
            .required(),
          stackMm: massG('The height'),
          halfG: massG('The half'),
          totalG: massG('The whole'),
          offG: Joi.number().required(),
        }),
      )
      .max(16)
      .required(),
    'The bobs',
  ),
}).allow(null);

const weighedG = (name: string): Joi.NumberSchema => named(Joi.number().greater(0).max(100000).allow(null).required(), name);
export const bobWeighInSchema = Joi.object<BobWeighIn, true>({
  halfAG: weighedG('Half A'),
  halfBG: weighedG('Half B'),
  wholeG: weighedG('The whole bob'),
});
export const bobsMountedSchema = named(
  Joi.array()
    .items(
      Joi.array()
        .items(Joi.string().valid(...MOUNTING_CHECKS))
        .unique()
        .max(MOUNTING_CHECKS.length),
    )
    .max(16),
  'What was seen of the mounted bobs',
);
