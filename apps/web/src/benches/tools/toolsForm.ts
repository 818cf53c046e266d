import { typedQuantity, type ShopTools, type Unit } from '@tare/core';

/** Every figure as text until it is checked, by its path in the tools; blank where there may be none. */
export type TypedTools = Readonly<Record<string, string>>;

export interface TypedBar {
  readonly diameterMm: string;
  readonly densityGPerCm3: string;
  readonly pricePerCm: string;
}

export interface ToolsForm {
  readonly figures: TypedTools;
  readonly bars: readonly TypedBar[];
  readonly means: ShopTools['means'];
}

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

const valueAt = (tools: ShopTools, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Readonly<Record<string, unknown>>)[key], tools);
const PATHS = Object.values(FIGURES).flatMap((group) => group.map(([path]) => path));
const UNIT_AT = new Map<string, Unit>(Object.values(FIGURES).flatMap((group) => group.map(([path, , unit]) => [path, unit] as const)));
/** These may be left blank: no pilot at all. */
const MAY_BE_BLANK = new Set<string>(['pilotAboveMm.steel', 'pilotAboveMm.cast']);
const TEXTS = new Set<string>(['money']);

export const formOfTools = (tools: ShopTools): ToolsForm => ({
  figures: Object.fromEntries(
    PATHS.map((path) => {
      const value = valueAt(tools, path);
      return [path, typeof value === 'number' || typeof value === 'string' ? String(value) : ''];
    }),
  ),
  bars: tools.bars.map(({ diameterMm, densityGPerCm3, pricePerCm }) => ({
    diameterMm: String(diameterMm),
    densityGPerCm3: String(densityGPerCm3),
    pricePerCm: pricePerCm == null ? '' : String(pricePerCm),
  })),
  means: tools.means,
});

/** What is no number is sent as null: the schema complains about it in its own words, at its own field. */
const numberOrNull = (typed: string, unit: Unit): number | null => {
  const value = typedQuantity(typed, unit);
  return Number.isNaN(value) ? null : value;
};

/** What was typed, for the schema to check. */
export function toolsOfForm({ figures, bars, means }: ToolsForm): ShopTools {
  const tools: Record<string, unknown> = {
    means,
    bars: bars.map((bar) => ({
      diameterMm: numberOrNull(bar.diameterMm, 'mm'),
      densityGPerCm3: numberOrNull(bar.densityGPerCm3, 'g/cm³'),
      pricePerCm: bar.pricePerCm.trim() === '' ? null : typedOrText(bar.pricePerCm, ''),
    })),
  };
  for (const path of PATHS) {
    const typed = figures[path] ?? '';
    const value = TEXTS.has(path) ? typed.trim() : MAY_BE_BLANK.has(path) && typed.trim() === '' ? null : typedOrText(typed, UNIT_AT.get(path)!);
    const [group, key] = path.split('.') as [string, string | undefined];
    if (key === undefined) tools[group] = value;
    else tools[group] = { ...(tools[group] as object | undefined), [key]: value };
  }
  return tools as unknown as ShopTools;
}

/** A field that may be blank has to tell a blank from what is no number: that goes as it was typed. */
const typedOrText = (typed: string, unit: Unit): number | string => numberOrNull(typed, unit) ?? typed;
