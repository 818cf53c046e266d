import type { Mounted } from '@tare/core';

/** What parts are called that have a name of their own here. */
export const PART_WORDS: Readonly<Record<string, string>> = {
  crank: 'crank',
  damper: 'damper or pulley',
  gear: 'gear',
  keys: 'keys and bolts',
  flywheel: 'flywheel',
  clutchCover: 'clutch cover',
  adapter: 'adapter',
};

/** "crank, flywheel turned by 60°". */
export const mountedWords = (mounted: Mounted): string =>
  Object.keys(mounted)
    .sort((x, y) => placeOf(x) - placeOf(y) || x.localeCompare(y))
    .map((part) => `${PART_WORDS[part] ?? part}${mounted[part] === 0 ? '' : ` turned by ${mounted[part]}°`}`)
    .join(', ');

const placeOf = (part: string): number => {
  const place = Object.keys(PART_WORDS).indexOf(part);
  return place < 0 ? Infinity : place;
};
