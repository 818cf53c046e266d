import { median } from 'simple-statistics';

/** No engine that is balanced on bobs has lighter ones, g: less was meant in kilograms. */
const LEAST_BOB_G = 20;
/** Pins of one crank carry like parts: a bob further than this from the others is a slip. */
const FAR_RATIO = 3;

/**
 * What is wrong with bob weights that somebody gives, pin by pin: null where nothing is. One that is not a number is left to its field.
 * @param figuresG pins from the front, g
 */
export function givenBobComplaints(figuresG: readonly number[]): (string | null)[] {
  return figuresG.map((g, p) => {
    if (Number.isNaN(g)) return null;
    if (g < LEAST_BOB_G) return `${g} g is no bob: ${g} kg would be ${Math.round(1000 * g * 100) / 100} g.`;
    const others = figuresG.filter((other, q) => q !== p && other >= LEAST_BOB_G);
    if (others.length === 0) return null;
    const middleG = median(others);
    const isFar = g > FAR_RATIO * middleG || g < middleG / FAR_RATIO;
    return isFar ? `${g} g, and the other bobs weigh about ${Math.round(10 * middleG) / 10} g.` : null;
  });
}
