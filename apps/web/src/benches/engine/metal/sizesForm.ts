import { typedQuantity, type CrankPoint, type CrankSizes, type JournalSize, type OilWay, type ShaftEnd } from '@tare/core';
import { text } from './metalForm.js';

/** A journal as it is typed. */
export type JournalForm = Readonly<Record<keyof JournalSize, string>>;

export interface MainForm extends JournalForm {
  readonly zMm: string;
}

export interface WebForm {
  readonly zMm: string;
  readonly widthMm: string;
  /** Numbers with commas or blanks between them. */
  readonly pins: string;
  readonly shoulderMm: string;
}

export type PointForm = Readonly<Record<keyof CrankPoint, string>>;

export interface OilWayForm {
  readonly boreMm: string;
  readonly from: PointForm;
  readonly to: PointForm;
}

/** Blank where the crank has none. */
export type EndForm = Readonly<Record<keyof ShaftEnd, string>>;

/** The crank's own sizes as they are typed. */
export interface SizesForm {
  readonly mains: readonly MainForm[];
  readonly pinSizes: readonly JournalForm[];
  readonly webs: readonly WebForm[];
  readonly oilWays: readonly OilWayForm[];
  readonly snout: EndForm;
  readonly flange: EndForm;
}

export type SizesField = keyof SizesForm;

const NO_END: EndForm = { lengthMm: '', diameterMm: '' };
/** A crank of which nobody has said any. */
export const NO_SIZES: SizesForm = { mains: [], pinSizes: [], webs: [], oilWays: [], snout: NO_END, flange: NO_END };

export const BLANK_JOURNAL: JournalForm = { diameterMm: '', widthMm: '', filletMm: '' };
const BLANK_POINT: PointForm = { zMm: '', radiusMm: '', angleDeg: '' };
export const BLANK_OIL_WAY: OilWayForm = { boreMm: '', from: BLANK_POINT, to: BLANK_POINT };

const journalForm = ({ diameterMm, widthMm, filletMm }: JournalSize): JournalForm => ({
  diameterMm: text(diameterMm),
  widthMm: text(widthMm),
  filletMm: text(filletMm),
});
const journalOf = ({ diameterMm, widthMm, filletMm }: JournalForm): JournalSize => ({
  diameterMm: typedQuantity(diameterMm, 'mm'),
  widthMm: typedQuantity(widthMm, 'mm'),
  // One that nobody looked at is none.
  filletMm: filletMm.trim() === '' ? 0 : typedQuantity(filletMm, 'mm'),
});
const pointForm = ({ zMm, radiusMm, angleDeg }: CrankPoint): PointForm => ({ zMm: text(zMm), radiusMm: text(radiusMm), angleDeg: text(angleDeg) });
const pointOf = ({ zMm, radiusMm, angleDeg }: PointForm): CrankPoint => ({
  zMm: typedQuantity(zMm, 'mm'),
  radiusMm: typedQuantity(radiusMm, 'mm'),
  angleDeg: typedQuantity(angleDeg, '°'),
});
const endForm = (end: ShaftEnd | null): EndForm => (end === null ? NO_END : { lengthMm: text(end.lengthMm), diameterMm: text(end.diameterMm) });
const endOf = ({ lengthMm, diameterMm }: EndForm): ShaftEnd | null =>
  lengthMm.trim() === '' && diameterMm.trim() === ''
    ? null
    : { lengthMm: typedQuantity(lengthMm, 'mm'), diameterMm: typedQuantity(diameterMm, 'mm') };

export const oilWayForm = ({ boreMm, from, to }: OilWay): OilWayForm => ({ boreMm: text(boreMm), from: pointForm(from), to: pointForm(to) });

export const sizesForm = ({ mains, pins, webs, oilWays, snout, flange }: CrankSizes): SizesForm => ({
  mains: mains.map((main) => ({ zMm: text(main.zMm), ...journalForm(main) })),
  pinSizes: pins.map(journalForm),
  webs: webs.map(({ zMm, widthMm, pins: held, shoulderMm }) => ({
    zMm: text(zMm),
    widthMm: text(widthMm),
    pins: held.join(', '),
    shoulderMm: text(shoulderMm),
  })),
  oilWays: oilWays.map(oilWayForm),
  snout: endForm(snout),
  flange: endForm(flange),
});

/** Whether anything of the crank's own sizes stands in the form. */
export const hasSizes = ({ mains, pinSizes, webs, oilWays }: SizesForm): boolean => [mains, pinSizes, webs, oilWays].some((list) => list.length > 0);

/** What was typed, checked by nobody yet. */
export const sizesOfForm = ({ mains, pinSizes, webs, oilWays, snout, flange }: SizesForm): CrankSizes => ({
  mains: mains.map((main) => ({ zMm: typedQuantity(main.zMm, 'mm'), ...journalOf(main) })),
  pins: pinSizes.map(journalOf),
  webs: webs.map(({ zMm, widthMm, pins, shoulderMm }) => ({
    zMm: typedQuantity(zMm, 'mm'),
    widthMm: typedQuantity(widthMm, 'mm'),
    pins: wholeNumbers(pins),
    shoulderMm: typedQuantity(shoulderMm, 'mm'),
  })),
  oilWays: oilWays.map(({ boreMm, from, to }) => ({ boreMm: typedQuantity(boreMm, 'mm'), from: pointOf(from), to: pointOf(to) })),
  snout: endOf(snout),
  flange: endOf(flange),
});

/** Numbers with commas, dashes or blanks between them. */
export const wholeNumbers = (typed: string): number[] =>
  typed
    .split(/[\s,;–-]+/)
    .filter((word) => word !== '')
    .map((word) => typedQuantity(word, ''));
