import { CAST_IRON_G_PER_CM3, STEEL_G_PER_CM3 } from '../rotor/hole.js';
import { USUAL_BARS, type Bar } from '../rotor/slug.js';
import { checkNumber } from '../units/check.js';
import { USUAL_DRILL, type DrillErrors } from '../cuts/drillErrors.js';

/** How long things take at the drill. */
export interface DrillMinutes {
  /** To set a place up, centre it and set the depth stop. */
  readonly setUp: number;
  /** The same at a hole that is there. */
  readonly setUpAgain: number;
  /** More than that at a counterweight that is awkward to reach. */
  readonly awkward: number;
  readonly bitChange: number;
  readonly perGramSteel: number;
  readonly perGramCast: number;
  readonly pilot: number;
  /** To bore, press in and stake a bar. */
  readonly slug: number;
  /** To turn or flycut one rim. */
  readonly turnRim: number;
  readonly grindPerGram: number;
  readonly weld: number;
  /** Mounting, spinning and taking off once more. */
  readonly spin: number;
}

/** What a shop corrects with, beside its bits, and what that costs. */
export interface ShopTools {
  /** How far its drill misses. */
  readonly drill: DrillErrors;
  readonly minutes: DrillMinutes;
  /** Above this bit a pilot hole goes first; null where holes are drilled straight. */
  readonly pilotAboveMm: { readonly steel: number | null; readonly cast: number | null };
  readonly bars: readonly Bar[];
  /** Of an hour at the drill, in the shop's money. */
  readonly hourPrice: number;
  readonly money: string;
  readonly means: {
    /** Side faces of counterweights, too. */
    readonly faces: boolean;
    /** A flycutter or a lathe that takes all rims down. */
    readonly turning: boolean;
    readonly grinding: boolean;
    /** Welding old holes shut: by somebody qualified only. */
    readonly welding: boolean;
    /** Bars in radial holes: they can leave at speed. */
    readonly radialBars: boolean;
  };
  /** Rims are never turned down by more, mm. */
  readonly mostTurnedMm: number;
}

/** A floor drill with a depth stop, a lathe, and nobody who welds: a first guess, to be replaced by the shop's own figures. */
export const USUAL_TOOLS: ShopTools = {
  drill: USUAL_DRILL,
  minutes: {
    setUp: 3,
    setUpAgain: 2,
    awkward: 2,
    bitChange: 1.5,
    perGramSteel: 0.2,
    perGramCast: 0.12,
    pilot: 1.5,
    slug: 15,
    turnRim: 6,
    grindPerGram: 0.5,
    weld: 12,
    spin: 15,
  },
  pilotAboveMm: { steel: 10, cast: null },
  bars: USUAL_BARS.map((bar) => ({ ...bar, pricePerCm: Math.round(0.03 * bar.diameterMm ** 2) })),
  hourPrice: 60,
  money: 'crowns',
  means: { faces: true, turning: true, grinding: true, welding: false, radialBars: false },
  mostTurnedMm: 2,
};

/** Cast iron is lighter than this, steel heavier. */
const CAST_BELOW_G_PER_CM3 = (CAST_IRON_G_PER_CM3 + STEEL_G_PER_CM3) / 2;
export const isCast = (densityGPerCm3: number): boolean => densityGPerCm3 < CAST_BELOW_G_PER_CM3;

/** Whether a bit is preceded by a pilot hole: forged and alloy steel pilot and step up, cast iron straight (handbook section 7). */
export function needsPilot({ pilotAboveMm }: Pick<ShopTools, 'pilotAboveMm'>, bitMm: number, densityGPerCm3: number): boolean {
  const above = isCast(densityGPerCm3) ? pilotAboveMm.cast : pilotAboveMm.steel;
  return above !== null && bitMm > above;
}

/**
 * Refuses tools that make no sense.
 * @throws CoreError with the path of the offending figure
 */
export function checkTools({ drill, minutes, pilotAboveMm, bars, hourPrice, mostTurnedMm }: ShopTools): void {
  checkNumber('What the drill misses in depth', drill.depthMm, { min: 0, max: 5, unit: 'mm' }, 'drill.depthMm');
  checkNumber('What the drill misses in angle', drill.angleDeg, { min: 0, max: 20, unit: '°' }, 'drill.angleDeg');
  checkNumber('What the density may be off by (a share)', drill.densityRatio, { min: 0, max: 0.2 }, 'drill.densityRatio');
  for (const [key, value] of Object.entries(minutes)) checkNumber('The time', value, { min: 0, max: 600, unit: 'min' }, `minutes.${key}`);
  for (const key of ['steel', 'cast'] as const)
    if (pilotAboveMm[key] !== null)
      checkNumber('The largest bit without a pilot', pilotAboveMm[key], { min: 0, max: 100, unit: 'mm' }, `pilotAboveMm.${key}`);
  bars.forEach((bar, i) => {
    checkNumber('The bar’s diameter', bar.diameterMm, { above: 0, max: 100, unit: 'mm' }, `bars.${i}.diameterMm`);
    checkNumber('The bar’s density', bar.densityGPerCm3, { min: 1, max: 25, unit: 'g/cm³' }, `bars.${i}.densityGPerCm3`);
    if (bar.pricePerCm != null) checkNumber('The bar’s price', bar.pricePerCm, { min: 0, max: 100000 }, `bars.${i}.pricePerCm`);
  });
  checkNumber('The price of an hour', hourPrice, { min: 0, max: 100000 }, 'hourPrice');
  checkNumber('How far rims may be turned down', mostTurnedMm, { min: 0, max: 50, unit: 'mm' }, 'mostTurnedMm');
}
