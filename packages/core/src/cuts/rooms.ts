import type { Cut } from '../rotor/cut.js';
import { after as barAfter, metal as barMetal } from './bar/metal.js';
import { rules as barRules } from './bar/rules.js';
import { after as faceAfter, metal as faceMetal } from './face/metal.js';
import { rules as faceRules } from './face/rules.js';
import type { Rule } from './goodCut.js';
import type { Metal } from './metal.js';
import type { Piece } from './piece.js';
import { after as radialAfter, metal as radialMetal } from './radial/metal.js';
import { rules as radialRules } from './radial/rules.js';
import { after as reworkAfter, metal as reworkMetal } from './rework/metal.js';
import { rules as reworkRules } from './rework/rules.js';
import { after as rimAfter, metal as rimMetal } from './rim/metal.js';
import { rules as rimRules } from './rim/rules.js';

/** What the room of a kind of cut says of it. */
interface Room<C extends Cut> {
  /** What leaves with it, z from the middle of the width; what is brought counts below zero. */
  readonly metal: (piece: Piece, cut: C) => Metal;
  /** The counterweight once it is made. */
  readonly after: (piece: Piece, cut: C, id: string | null) => Piece;
  /** What makes it a good one. */
  readonly rules: readonly Rule<C>[];
}

const rework = { metal: reworkMetal, after: reworkAfter, rules: reworkRules };
const rim = { metal: rimMetal, after: rimAfter, rules: rimRules };

const ROOMS: { readonly [K in Cut['kind']]: Room<Extract<Cut, { kind: K }>> } = {
  radial: { metal: radialMetal, after: radialAfter, rules: radialRules },
  face: { metal: faceMetal, after: faceAfter, rules: faceRules },
  bar: { metal: barMetal, after: barAfter, rules: barRules },
  redrill: rework,
  weld: rework,
  turn: rim,
  grind: rim,
};

/** The room that a cut belongs to. */
export const roomOf = (cut: Cut): Room<Cut> => ROOMS[cut.kind] as Room<Cut>;
export const rulesOf = (cut: Cut): readonly Rule<Cut>[] => roomOf(cut).rules;
