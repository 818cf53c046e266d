import type { Mounted } from '../estimate/events.js';
import { usuallyMounted } from '../job/usuallyMounted.js';
import type { Crank } from '../rotor/crank.js';
import { CRANK_PART, type SetUp } from './setUp.js';

/** The ways in which shops go through a rotor that grows. */
export const SET_UP_TEMPLATES = ['stages', 'together', 'toInternal', 'survey'] as const;
export type SetUpTemplate = (typeof SET_UP_TEMPLATES)[number];

/** What bolts on, in the order in which it goes on. */
export const STAGE_PARTS = ['damper', 'flywheel', 'clutchCover'] as const;

const NAMES: Readonly<Record<string, string>> = { damper: 'With the damper', flywheel: 'With the flywheel', clutchCover: 'With the clutch cover' };

const blank = (id: string, name: string, mounted: Mounted, corrects: readonly string[]): SetUp => ({
  id,
  name,
  mounted,
  missing: [],
  corrects,
  reopened: [],
  planes: null,
  tolerance: null,
  supports: null,
  speedRpm: null,
  limitRpm: null,
  closed: null,
});

/**
 * Set-ups to begin with (handbook, Set-ups): in stages, each added part corrected on itself so that it can be replaced later; all
 * together, as an externally balanced rotor is; from external to internal, read all together first and then made neutral part by part;
 * or a survey, which corrects nothing.
 * @param parts what bolts on this crank
 * @param newId makes an id for each
 */
export function setUpsFrom(template: SetUpTemplate, needsBobs: boolean, parts: readonly string[], newId: () => string): SetUp[] {
  const order = [
    ...STAGE_PARTS.filter((part) => parts.includes(part)),
    ...parts.filter((part) => !(STAGE_PARTS as readonly string[]).includes(part)),
  ];
  const crank = needsBobs ? 'Crank with bobs' : 'Bare crank';
  const everything: Mounted = Object.fromEntries([CRANK_PART, ...order].map((part) => [part, 0]));
  switch (template) {
    case 'toInternal':
    case 'stages': {
      const asItCame = template === 'toInternal' ? [blank(newId(), 'As it came, all together', everything, [])] : [];
      const stages = order.map((part, i) => {
        const mounted = Object.fromEntries([CRANK_PART, ...order.slice(0, i + 1)].map((one) => [one, 0]));
        return blank(newId(), NAMES[part] ?? `With the ${part}`, mounted, [part]);
      });
      return [...asItCame, blank(newId(), crank, { [CRANK_PART]: 0 }, [CRANK_PART]), ...stages];
    }
    case 'together':
      return [blank(newId(), 'All together', everything, Object.keys(everything))];
    case 'survey':
      return [blank(newId(), crank, { [CRANK_PART]: 0 }, []), ...(order.length > 0 ? [blank(newId(), 'As it runs', everything, [])] : [])];
  }
}

/** Set-ups to begin with for what bolts on a crank; where nobody drew any of it, for all that usually does. */
export function setUpsForCrank(template: SetUpTemplate, crank: Crank, needsBobs: boolean, newId: () => string): SetUp[] {
  const rims = Object.keys(usuallyMounted(crank)).filter((part) => part !== CRANK_PART);
  return setUpsFrom(template, needsBobs, rims.length > 0 ? rims : STAGE_PARTS, newId);
}

/** A set-up made by hand: what the one before has. */
export const setUpLike = (before: SetUp | undefined, id: string, name: string): SetUp =>
  before ? { ...before, id, name, corrects: [], reopened: [], closed: null } : blank(id, name, { [CRANK_PART]: 0 }, [CRANK_PART]);
