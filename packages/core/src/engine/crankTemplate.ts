import { checkLayout, type EngineLayout } from './layout.js';
import { LAYOUTS, type LayoutTemplate } from './library.js';
import { sizesTemplate, usualWebOf } from './sizesTemplate.js';
import { normaliseAngleDeg } from '../units/angle.js';
import type { Counterweight, Crank } from '../rotor/crank.js';
import { STEEL_G_PER_CM3 } from '../rotor/hole.js';

/**
 * A first guess of a crank's metal for a layout, to be corrected with a rule in hand.
 *
 * A counterweight stands opposite its throw on both sides of it, half a web spacing away, or clear of the throw's pins where those
 * stand apart; where they point to opposite sides, opposite the pin next to it. A cross-plane V8 leaves
 * out the two by the centre main, as six-counterweight cranks do. The rim stands `RIM_OVER_CRANK_RADIUS` beyond the
 * crank radius; arcs are ± 55°. The planes lie in the end counterweights, with the rim as correction radius.
 *
 * @param strokeMm twice the crank radius
 * @param measuredRimMm the rim radius where it was measured; left out, it follows from the stroke
 */
export function crankTemplate(template: LayoutTemplate, layout: EngineLayout, strokeMm: number, measuredRimMm?: number): Crank {
  const rimRadiusMm = measuredRimMm ?? Math.round(strokeMm / 2 + RIM_OVER_CRANK_RADIUS_MM);
  const throwSpacingMm = throwSpacingOf(template, layout);
  const counterweights: Counterweight[] = [];
  template.throws.forEach((aThrow, t) => {
    const own = pinsOfThrow(template, layout, t);
    const centreMm = mean(own.map((pin) => pin.zMm));
    const zs = own.map((pin) => pin.zMm);
    const { offMm, widthMm } = usualWebOf(throwSpacingMm, Math.max(...zs) - Math.min(...zs));
    for (const side of [-1, 1] as const) {
      if (template.bareWebs.some(([bareThrow, bareSide]) => bareThrow === t && bareSide === side)) continue;
      const number = counterweights.length + 1;
      counterweights.push({
        id: `cw${number}`,
        name: `CW ${number}`,
        zMm: Math.round((centreMm + side * offMm) * 10) / 10,
        widthMm,
        rimRadiusMm,
        arcCentreDeg: normaliseAngleDeg(heldDeg(own, aThrow, side) + 180),
        arcHalfWidthDeg: 55,
        depthLimitMm: Math.round(rimRadiusMm * DEPTH_SHARE),
      });
    }
  });
  const first = counterweights[0]!;
  const last = counterweights.at(-1)!;
  return {
    counterweights,
    planes: { zAMm: first.zMm, zBMm: last.zMm, radiusAMm: rimRadiusMm, radiusBMm: rimRadiusMm },
    massKg: Math.round(MASS_KG_PER_THROW * template.throws.length * (strokeMm / 88) ** 2 * 10) / 10,
    massCentreZMm: 0,
    densityGPerCm3: STEEL_G_PER_CM3,
    sizes: sizesTemplate(template, layout, { counterweights }, strokeMm),
  };
}

/**
 * The same first guess for a layout that came from no template: every pin stands as a throw of its own.
 * @throws CoreError for a layout without pins
 */
export function crankOfPins(layout: EngineLayout, strokeMm: number, measuredRimMm?: number): Crank {
  checkLayout(layout);
  const throws = layout.pins.map(({ angleDeg }) => ({ angleDeg, splayDeg: 0 }));
  return crankTemplate({ ...LAYOUTS.own, throws }, layout, strokeMm, measuredRimMm);
}

/** Rim beyond the crank radius: an 88 mm stroke gives the 85 mm rim of the handbook's examples. */
const RIM_OVER_CRANK_RADIUS_MM = 41;
/** Depth limit as a share of the rim radius; must be replaced by what the crank at hand allows. */
const DEPTH_SHARE = 0.4;
/** A steel V8 crank of 88 mm stroke weighs about 26 kg. */
const MASS_KG_PER_THROW = 6.5;

/** Pins of one throw that are farther apart than this have a counterweight each, °. */
const SHARED_WITHIN_DEG = 90;

/** What a counterweight stands opposite of: the middle of its throw, or the pin next to it. */
function heldDeg(own: EngineLayout['pins'], { splayDeg }: LayoutTemplate['throws'][number], side: -1 | 1): number {
  if (Math.abs(splayDeg) < SHARED_WITHIN_DEG) return own[0]!.angleDeg + splayDeg / 2;
  return (side === -1 ? own[0]! : own.at(-1)!).angleDeg;
}

function pinsOfThrow(template: LayoutTemplate, layout: EngineLayout, throwIndex: number): EngineLayout['pins'] {
  const pinsBefore = template.throws.slice(0, throwIndex).reduce((n, t) => n + (t.splayDeg === 0 ? 1 : template.bankDegs.length), 0);
  return layout.pins.slice(pinsBefore, pinsBefore + (template.throws[throwIndex]!.splayDeg === 0 ? 1 : template.bankDegs.length));
}

/** A single throw has no spacing; its webs then stand as far out as a usual bore would put them. */
function throwSpacingOf(template: LayoutTemplate, layout: EngineLayout): number {
  if (template.throws.length < 2) return 110;
  const centre = (t: number): number => mean(pinsOfThrow(template, layout, t).map((pin) => pin.zMm));
  return Math.max(Math.abs(centre(1) - centre(0)), LEAST_SPACING_MM);
}
/** Pins of one throw may stand at nearly the same place. */
const LEAST_SPACING_MM = 20;

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
