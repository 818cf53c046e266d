import type { Crank } from '../rotor/crank.js';
import type { CrankSizes, CrankWeb, JournalSize, MainJournal } from '../rotor/crankSizes.js';
import type { EngineLayout } from './layout.js';
import { LAYOUTS, type LayoutId, type LayoutTemplate } from './library.js';

/** Diameters as a share of the stroke: a main and a pin of a usual crank overlap, seen from the end. */
const MAIN_SHARE = 0.7;
const PIN_SHARE = 0.6;
const FILLET_SHARE = 0.035;
const SNOUT_SHARE = { length: 0.65, diameter: 0.4 };
const FLANGE_SHARE = { length: 0.16, diameter: 0.9 };
/** How far a web reaches beyond its journals, mm. */
const SHOULDER_MM = 6;
/** A gap along the crank that is narrower than this holds no main, mm. */
const LEAST_MAIN_MM = 3;

/** How the pins of one throw and the web between them share its offset: pins as wide as they can be, a thin web in between. */
export function splitPins(offsetMm: number, spacingMm: number): { readonly pinWidthMm: number; readonly webWidthMm: number } {
  const pinWidthMm = Math.min(offsetMm * 0.8, spacingMm * 0.2);
  return { pinWidthMm, webWidthMm: offsetMm - pinWidthMm };
}

interface Throw {
  /** Numbers of its pins, from 1, front to rear. */
  readonly pins: readonly number[];
  readonly zMm: number;
}

/**
 * A first guess of journals and webs, to be corrected with calipers: diameters from the stroke, widths from what the layout's pins and
 * the crank's counterweights leave between them. A web stands at each counterweight, where a throw has none as far out as on its other
 * side; pins lie between the webs of their throw, mains between those of neighbouring throws.
 */
export function sizesTemplate(
  template: LayoutTemplate,
  layout: EngineLayout,
  { counterweights }: Pick<Crank, 'counterweights'>,
  strokeMm: number,
): CrankSizes {
  const [mainMm, pinMm] = [Math.round(strokeMm * MAIN_SHARE), Math.round(strokeMm * PIN_SHARE)];
  const filletMm = round(strokeMm * FILLET_SHARE);
  const throws = throwsOf(template, layout);
  const spacingMm = throws.length < 2 ? 110 : Math.max(20, Math.abs(throws[1]!.zMm - throws[0]!.zMm));
  const place = (pin: number): number => layout.pins[pin - 1]!.zMm;
  const outer = throws.map((aThrow, t) => sidesOf(aThrow, throws[t - 1]?.zMm ?? -Infinity, throws[t + 1]?.zMm ?? Infinity));
  const webs: CrankWeb[] = [];
  const pins: JournalSize[] = [];
  throws.forEach((aThrow, t) => {
    const [front, rear] = outer[t]!;
    const own = aThrow.pins;
    webs.push({ ...front, pins: [own[0]!], shoulderMm: SHOULDER_MM });
    own.forEach((pin, i) => {
      const before = i === 0 ? null : betweenPins(own[i - 1]!, pin);
      const after = i === own.length - 1 ? null : betweenPins(pin, own[i + 1]!);
      if (after) webs.push({ ...after, pins: [pin, own[i + 1]!], shoulderMm: SHOULDER_MM });
      const [from, to] = [faceOf(before ?? front, 1), faceOf(after ?? rear, -1)];
      const widthMm = Math.max(1, round(2 * Math.min(place(pin) - from, to - place(pin))));
      pins[pin - 1] = { diameterMm: pinMm, widthMm, filletMm: round(Math.min(filletMm, widthMm / 4)) };
    });
    webs.push({ ...rear, pins: [own.at(-1)!], shoulderMm: SHOULDER_MM });
  });
  const gaps = outer.slice(1).map(([front], t) => ({ from: faceOf(outer[t]![1], 1), to: faceOf(front, -1) }));
  const inner = gaps.filter(({ from, to }) => to - from >= LEAST_MAIN_MM).map(({ from, to }) => main((from + to) / 2, to - from));
  const endMm = inner.length === 0 ? round(spacingMm * 0.25) : Math.max(...inner.map(({ widthMm }) => widthMm));
  const [first, last] = [faceOf(outer[0]![0], -1), faceOf(outer.at(-1)![1], 1)];
  return {
    mains: [main(first - endMm / 2, endMm), ...inner, main(last + endMm / 2, endMm)],
    pins,
    webs,
    oilWays: [],
    snout: { lengthMm: Math.round(strokeMm * SNOUT_SHARE.length), diameterMm: Math.round(strokeMm * SNOUT_SHARE.diameter) },
    flange: { lengthMm: Math.round(strokeMm * FLANGE_SHARE.length), diameterMm: Math.round(strokeMm * FLANGE_SHARE.diameter) },
  };

  function main(zMm: number, widthMm: number): MainJournal {
    return { zMm: round(zMm), diameterMm: mainMm, widthMm: round(widthMm), filletMm: round(Math.min(filletMm, widthMm / 4)) };
  }

  /** The webs before and behind a throw's pins. */
  function sidesOf({ pins: own, zMm }: Throw, beforeMm: number, behindMm: number): readonly [Stretch, Stretch] {
    const usual = usualWeb(own);
    const [front, rear] = ([-1, 1] as const).map((side) => {
      const pinMm = place(side === -1 ? own[0]! : own.at(-1)!);
      const endMm = side === -1 ? (beforeMm + zMm) / 2 : (behindMm + zMm) / 2;
      const there = counterweights.filter((c) => c.kind === undefined && (c.zMm - pinMm) * side > 0 && (endMm - c.zMm) * side > 0);
      const nearest = there.sort((x, y) => Math.abs(x.zMm - pinMm) - Math.abs(y.zMm - pinMm))[0];
      return nearest && { zMm: nearest.zMm, widthMm: nearest.widthMm };
    });
    const mirrored = (one: Stretch | undefined): Stretch | undefined => one && { zMm: round(2 * zMm - one.zMm), widthMm: one.widthMm };
    const at = (side: -1 | 1): Stretch => ({ zMm: round(zMm + side * usual.offMm), widthMm: usual.widthMm });
    return [front ?? mirrored(rear) ?? at(-1), rear ?? mirrored(front) ?? at(1)];
  }

  function usualWeb(own: readonly number[]): UsualWeb {
    return usualWebOf(spacingMm, place(own.at(-1)!) - place(own[0]!));
  }

  function betweenPins(one: number, next: number): Stretch {
    const offsetMm = place(next) - place(one);
    return { zMm: round((place(one) + place(next)) / 2), widthMm: Math.max(1, round(splitPins(offsetMm, spacingMm).webWidthMm)) };
  }
}

/** What the first guess is made from. */
export interface Figured {
  readonly layoutId: LayoutId;
  readonly layout: EngineLayout;
  readonly crank: Crank;
  readonly strokeMm: number;
}

/** A crank's own sizes; where nobody said any, the first guess by its layout. */
export const sizesOf = ({ layoutId, layout, crank, strokeMm }: Figured): CrankSizes =>
  crank.sizes ?? sizesTemplate(LAYOUTS[layoutId], layout, crank, strokeMm);

interface Stretch {
  readonly zMm: number;
  readonly widthMm: number;
}

const faceOf = ({ zMm, widthMm }: Stretch, side: -1 | 1): number => zMm + (side * widthMm) / 2;

export interface UsualWeb {
  /** Of its middle from the middle of its throw. */
  readonly offMm: number;
  readonly widthMm: number;
}

/** Distance of a web's middle from its throw's centre, as a share of the throw spacing, where its pins leave it there. */
const WEB_SHARE = 0.27;
const WEB_WIDTH_MM = 24;
/** What a web takes at most of the room between a throw's pins and the middle of the next main. */
const SHARE_OF_ROOM = 0.6;

/** Where a throw's outer webs usually stand, and how wide they are: clear of its pins, with room for a main behind them. */
export function usualWebOf(spacingMm: number, offsetMm: number): UsualWeb {
  if (offsetMm === 0) return { offMm: round(spacingMm * WEB_SHARE), widthMm: Math.min(WEB_WIDTH_MM, round(spacingMm * 0.3)) };
  const reachMm = offsetMm / 2 + splitPins(offsetMm, spacingMm).pinWidthMm / 2;
  const widthMm = Math.max(1, Math.min(WEB_WIDTH_MM, round(SHARE_OF_ROOM * (spacingMm / 2 - reachMm))));
  return { offMm: round(Math.max(spacingMm * WEB_SHARE, reachMm + widthMm / 2)), widthMm };
}

const round = (mm: number): number => Math.round(mm * 10) / 10;

/** The pins of each throw; where the layout is not the template's any more, each pin is a throw. */
function throwsOf({ throws, bankDegs }: LayoutTemplate, { pins }: EngineLayout): readonly Throw[] {
  const counts = throws.map(({ splayDeg }) => (splayDeg === 0 ? 1 : bankDegs.length));
  const fits = counts.reduce((sum, n) => sum + n, 0) === pins.length;
  let next = 0;
  const groups = (fits ? counts : pins.map(() => 1)).map((n) => Array.from({ length: n }, () => (next += 1)));
  return groups
    .map((own) => {
      const inOrder = own.sort((x, y) => pins[x - 1]!.zMm - pins[y - 1]!.zMm);
      return { pins: inOrder, zMm: inOrder.reduce((sum, pin) => sum + pins[pin - 1]!.zMm, 0) / inOrder.length };
    })
    .sort((x, y) => x.zMm - y.zMm);
}
