/** The places of a rod that the trade takes metal from (handbook section 3): at the big end, and at the small end. */
export const BIG_END_PLACES = ['capPad', 'shoulders'] as const;
export type BigEndPlace = (typeof BIG_END_PLACES)[number];
export const SMALL_END_PLACES = ['eyeTop', 'eyeSides'] as const;
export type SmallEndPlace = (typeof SMALL_END_PLACES)[number];

/**
 * Where a place usually lies as a share of the rod's length, 0 at the small-end centre and 1 at the big-end centre, until somebody lays a
 * rule on it: the cap's pad well beyond the big-end centre; the bolts' shoulders short of it, so that metal there lightens both
 * ends; the top of the eye before the small-end centre; its sides abreast of it, which leaves the big end's reading alone.
 */
const USUAL_STATIONS: Readonly<Record<BigEndPlace | SmallEndPlace, number>> = { capPad: 1.15, shoulders: 0.9, eyeTop: -0.12, eyeSides: 0 };

/** Where a job cuts its rods. */
export interface RodPlaceChoices {
  /** Left out for the cap's pad and the top of the eye. */
  readonly bigEndPlace?: BigEndPlace;
  readonly smallEndPlace?: SmallEndPlace;
  /** Where those places are, mm along the rod from the small-end centre, as measured; null until somebody did. */
  readonly bigPadMm: number | null;
  readonly smallPadMm: number | null;
}

/** Where a rod is cut, and how far along it from the small-end centre, mm. */
export interface RodPlaces {
  readonly bigEndPlace: BigEndPlace;
  readonly smallEndPlace: SmallEndPlace;
  readonly bigPadMm: number;
  readonly smallPadMm: number;
}

/** A job's places on its rods: as measured, else where they usually lie. */
export function rodPlacesOf(choices: RodPlaceChoices, rodLengthMm: number): RodPlaces {
  const { bigEndPlace = 'capPad', smallEndPlace = 'eyeTop' } = choices;
  return {
    bigEndPlace,
    smallEndPlace,
    bigPadMm: choices.bigPadMm ?? USUAL_STATIONS[bigEndPlace] * rodLengthMm,
    smallPadMm: choices.smallPadMm ?? USUAL_STATIONS[smallEndPlace] * rodLengthMm,
  };
}
