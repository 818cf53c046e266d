import type { Working } from '@tare/core';

/*
 * The card as data: the screen, the paper, the PDF file and the JSON all show this, and nothing beside it.
 */

/** A number on the card, as it stands there and as it is. */
export interface CardFigure {
  readonly text: string;
  readonly value: number;
  /** As it stands behind the number; blank for a count. */
  readonly unit: string;
  /** What it was worked out from. */
  readonly working?: Working;
}

/** Words with figures among them. */
export type CardLine = readonly (string | CardFigure)[];

export interface CardTable {
  readonly columns: readonly { readonly title: string; readonly isFigure: boolean }[];
  readonly rows: readonly (readonly CardLine[])[];
}

export type CardSectionId =
  | 'agreed'
  | 'arrived'
  | 'madeReady'
  | 'rodsMadeReady'
  | 'boresMadeReady'
  | 'pinsMadeReady'
  | 'decksMadeReady'
  | 'sizes'
  | 'weights'
  | 'weighing'
  | 'changed'
  | 'bobs'
  | 'unbalance'
  | 'parts'
  | 'cuts'
  | 'machine'
  | 'putRight'
  | 'index'
  | 'notDone'
  | 'holdsWhile';

export interface CardSection {
  readonly id: CardSectionId;
  readonly title: string;
  readonly lines: readonly CardLine[];
  readonly table: CardTable | null;
}

/** Who signed, when, and by which arithmetic. */
export interface CardSignature {
  readonly by: string;
  readonly at: string;
  readonly coreVersion: string;
}

export interface JobCard {
  readonly number: number;
  readonly shopName: string;
  readonly engineName: string;
  readonly vessel: string;
  readonly customer: string;
  /** The arithmetic that it was worked out by. */
  readonly coreVersion: string;
  /** Null while the job is not signed as it is. */
  readonly signed: CardSignature | null;
  readonly sections: readonly CardSection[];
  /** Pictures that were chosen for it. */
  readonly photoIds: readonly string[];
}

/** A card as it was signed; null where it was signed before cards were kept. */
export interface SignedCard extends CardSignature {
  readonly signOffId: string;
  readonly card: JobCard | null;
}

export const CARD_PAPERS = ['a4', 'letter'] as const;
export type CardPaper = (typeof CARD_PAPERS)[number];
