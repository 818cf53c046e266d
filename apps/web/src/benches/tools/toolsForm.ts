import type { ShopTools } from '@tare/core';

/** The figures of the form in their groups: path, label, unit. */
export const FIGURES = {
  'How far the drill misses': [
    ['drill.depthMm', 'In depth, ±', 'mm'],
    ['drill.angleDeg', 'In angle, ±', '°'],
    ['drill.densityRatio', 'Density may be off by (share)', ''],
  ],
  Minutes: [
    ['minutes.setUp', 'To set a place up', 'min'],
    ['minutes.setUpAgain', 'The same at an old hole', 'min'],
    ['minutes.awkward', 'More where it is awkward', 'min'],
    ['minutes.bitChange', 'To change the bit', 'min'],
    ['minutes.perGramSteel', 'A gram of steel', 'min'],
    ['minutes.perGramCast', 'A gram of cast iron', 'min'],
    ['minutes.pilot', 'A pilot hole', 'min'],
    ['minutes.slug', 'A bar bored and pressed in', 'min'],
    ['minutes.turnRim', 'A rim turned down', 'min'],
    ['minutes.grindPerGram', 'A gram ground off', 'min'],
    ['minutes.weld', 'A hole welded shut', 'min'],
    ['minutes.spin', 'Mounting and spinning', 'min'],
  ],
  'Pilot holes': [
    ['pilotAboveMm.steel', 'Steel: above this bit (blank: never)', 'mm'],
    ['pilotAboveMm.cast', 'Cast iron: above this bit (blank: never)', 'mm'],
  ],
  'Money and rims': [
    ['hourPrice', 'An hour at the drill', ''],
    ['money', 'The money’s name', ''],
    ['mostTurnedMm', 'Rims turned down by at most', 'mm'],
  ],
} as const;

export const MEANS: readonly (readonly [keyof ShopTools['means'], string])[] = [
  ['faces', 'holes in the side faces of counterweights'],
  ['turning', 'all rims turned or flycut, where much must come off evenly'],
  ['grinding', 'grinding, for clutch covers and rims that are not drilled'],
  ['radialBars', 'bars in old radial holes: they can leave at speed'],
  ['welding', 'welding old holes shut: by somebody qualified only'],
];
