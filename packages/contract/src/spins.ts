import type { HungPiece, Mounted, PlaneUnbalance, Supports } from '@tare/core';
import Joi from 'joi';
import { write, type Write } from './byPerson.js';
import { named } from './ids.js';

const vectorSchema = Joi.object({ re: Joi.number().required(), im: Joi.number().required() });
/** Known weights on the crank, g·mm in its planes. */
export const weightsSchema = Joi.object<PlaneUnbalance>({ aGmm: vectorSchema.required(), bGmm: vectorSchema.required() });

/** The guard-and-fasteners caution was confirmed by the person at the machine. */
export const cautionsSchema = Joi.boolean()
  .valid(true)
  .required()
  .messages({ 'any.only': 'Confirm the guard and the fasteners before the spin.' })
  .label('The guard and the fasteners');

/** What stands in the stand-in machine's own drawer: how it is set up, and what is wrong with it. */
export interface StandinDials {
  readonly supports: 'hard' | 'soft';
  readonly looseBob: boolean;
  readonly endStopForgotten: boolean;
  /** Each counterweight is too light by so many grams at its rim, as heavier pistons leave them; left out for none. */
  readonly lightG?: number;
}
export const dialsSchema = Joi.object<StandinDials>({
  supports: Joi.string().valid('hard', 'soft').required(),
  looseBob: Joi.boolean().required(),
  endStopForgotten: Joi.boolean().required(),
  lightG: named(Joi.number().min(0).max(500), 'How much too light each counterweight is'),
});
export const AS_IT_SHOULD_BE: StandinDials = { supports: 'hard', looseBob: false, endStopForgotten: false };

/** Where the crank lies in the machine. */
export const supportsSchema = Joi.object<Supports, true>({
  zLeftMm: named(Joi.number().min(-5000).max(5000).required(), 'The left support'),
  zRightMm: named(Joi.number().min(-5000).max(5000).required(), 'The right support'),
});

/** How a spin was set up, and whether it counts: the same for every way a spin is entered. */
export interface SpinSetUp {
  /** What was mounted, each part with how far it is turned from its own zero; left out for all that the crank is described with. */
  readonly mounted?: Mounted;
  /** The set-up in which it is made; left out where the job has none. */
  readonly setUpId?: string;
  /** Parts that were taken off and bolted on again since the last spin. */
  readonly rebolted?: readonly string[];
  /** A quick look, which does not count. */
  readonly quick?: boolean;
  readonly note?: string;
  /** Known weights where they really sit; what they count in the planes is worked out from them. */
  readonly hungPieces?: readonly HungPiece[];
}
export const hungPiecesSchema = named(
  Joi.array()
    .items(
      Joi.object<HungPiece, true>({
        name: named(Joi.string().trim().max(60).allow('').required(), 'The piece’s name'),
        massG: named(Joi.number().greater(0).max(5000).required(), 'What the piece weighs'),
        deviationG: named(Joi.number().min(0).max(100).allow(null).required(), 'What its scale may be off by'),
        at: named(Joi.string().trim().max(60).allow('').required(), 'Where the piece sits'),
        zMm: named(Joi.number().min(-5000).max(5000).required(), 'Its place along the crank'),
        radiusMm: named(Joi.number().greater(0).max(2000).required(), 'Its radius'),
        angleDeg: named(Joi.number().min(-360).max(360).required(), 'Its angle'),
      }),
    )
    .max(12),
  'The known weights',
);
export const mountedSchema = named(
  Joi.object().pattern(Joi.string().trim().pattern(/\S/).max(40), Joi.number().min(-360).max(360)).min(1).max(20),
  'What was mounted',
);
export const spinSetUpSchema = {
  mounted: mountedSchema,
  setUpId: named(Joi.string().uuid(), 'The set-up'),
  rebolted: named(Joi.array().items(Joi.string().trim().pattern(/\S/).max(40)).unique().max(20), 'What was bolted on again'),
  quick: named(Joi.boolean(), 'A quick look'),
  note: named(Joi.string().max(500).allow(''), 'The note'),
  hungPieces: hungPiecesSchema,
};

export interface SpinRequest extends Write, SpinSetUp {
  readonly speedRpm: number;
  readonly turns: number;
  readonly cautionsConfirmed: true;
  /** Known weights that hang on the crank; none when left out. */
  readonly hung?: PlaneUnbalance | null;
  readonly dials?: StandinDials;
}
export const spinRequestSchema = Joi.object<SpinRequest>({
  ...write,
  speedRpm: named(Joi.number().min(100).max(1500).required(), 'The balancing speed'),
  turns: named(Joi.number().integer().min(10).max(1000).required(), 'The number of turns'),
  cautionsConfirmed: cautionsSchema,
  hung: weightsSchema.allow(null),
  dials: dialsSchema,
  ...spinSetUpSchema,
});

/** Two sensors and the tach over the last two turns. */
export interface Wave {
  readonly left: readonly number[];
  readonly right: readonly number[];
  readonly tach: readonly number[];
}

/** What a running spin says, line by line. */
export type SpinEvent =
  | { readonly type: 'speed'; readonly speedRpm: number; readonly targetRpm: number }
  | {
      readonly type: 'live';
      readonly turn: number;
      readonly of: number;
      readonly speedRpm: number;
      /** Mean of the turns so far. */
      readonly planes: PlaneUnbalance;
      readonly wave: Wave;
    }
  | { readonly type: 'done'; readonly spinId: string }
  | { readonly type: 'problem'; readonly title: string; readonly detail: string };
