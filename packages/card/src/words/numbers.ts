import { METRIC, placesByError, sayIn, sayNumber, type Systems } from '@tare/core';

/** A number as it is read at the bench: fixed places, a real minus sign, never "-0.0". */
export const fixed = sayNumber;

export const degrees = (angleDeg: number, places = 0): string => `${fixed(Number(angleDeg.toFixed(places)) % 360, places)}°`;

/** Unbalance as grams at a radius: a gram figure never goes without it. */
export const gramsAt = (unbalanceGmm: number, radiusMm: number, places = 2, systems: Systems = METRIC): string =>
  `${sayIn(systems, unbalanceGmm / radiusMm, 'g', places)} at ${sayIn(systems, radiusMm, 'mm', 0)}`;

const CLOCK = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' });
/** A time stamp as it stands on the card. */
export const clock = (at: string): string => CLOCK.format(new Date(at));

/** Two places of a gram at its radius at the most, and no more than the radius of its 95 % region has digits for: 42.8 ± 3.2, 0.49 ± 0.22. */
export const placesKnown = (radius95Gmm: number | null, radiusMm: number): number =>
  radius95Gmm === null ? 2 : placesByError(radius95Gmm / radiusMm, 2);
