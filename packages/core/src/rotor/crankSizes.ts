import { checkNumber, CoreError } from '../units/check.js';

/** A round seat of the crank: a main journal or a crankpin. */
export interface JournalSize {
  readonly diameterMm: number;
  /** From fillet to fillet, the fillets included. */
  readonly widthMm: number;
  /** Radius of the fillet at its ends; 0 where it was not looked at or is undercut. */
  readonly filletMm: number;
}

export interface MainJournal extends JournalSize {
  readonly zMm: number;
}

/** A web: the cheek that joins a main with a pin, or, in the middle of a split throw, two pins with one another. */
export interface CrankWeb {
  readonly zMm: number;
  readonly widthMm: number;
  /** Numbers of the pins that it holds, from 1: one pin and its main, or two pins. */
  readonly pins: readonly number[];
  /** How far it reaches beyond the journals that it joins. */
  readonly shoulderMm: number;
}

/** What stands out before the first main, or behind the last. */
export interface ShaftEnd {
  readonly lengthMm: number;
  readonly diameterMm: number;
}

/** A place in the crank: along it, from its axis, and where round it. */
export interface CrankPoint {
  readonly zMm: number;
  readonly radiusMm: number;
  readonly angleDeg: number;
}

/** A straight oil drilling, from its one end to its other: nothing is drilled into it. */
export interface OilWay {
  readonly boreMm: number;
  readonly from: CrankPoint;
  readonly to: CrankPoint;
}

/** The crank's own sizes, beside its counterweights: what it is drawn from, and what oil ways it has. */
export interface CrankSizes {
  /** Front to rear. */
  readonly mains: readonly MainJournal[];
  /** One for each of the layout's pins, in its order; where the pin stands is the layout's. */
  readonly pins: readonly JournalSize[];
  readonly webs: readonly CrankWeb[];
  readonly oilWays: readonly OilWay[];
  readonly snout: ShaftEnd | null;
  readonly flange: ShaftEnd | null;
}

const LARGEST_MM = 1000;
/** A rule in hand is not finer: neighbours may overlap by this much before they contradict one another, mm. */
const OVERLAP_MM = 1;

/**
 * Refuses sizes that cannot be those of a crank with these pins, by name.
 * @throws CoreError with the path of the figure: absurd figures, a size too many or too few for the pins, a web on a pin that is not
 *   there, two mains, or a main and a web, in the same place
 */
export function checkCrankSizes(sizes: CrankSizes, { pins }: { readonly pins: readonly { readonly zMm: number }[] }): void {
  const { mains, webs, oilWays } = sizes;
  if (sizes.pins.length !== pins.length)
    throw new CoreError(`There are sizes for ${sizes.pins.length} pins, and the crank has ${pins.length}.`, 'sizes.pins');
  mains.forEach((main, i) => {
    checkNumber(`The position of main ${i + 1}`, main.zMm, { min: -5000, max: 5000, unit: 'mm' }, `sizes.mains.${i}.zMm`);
    checkJournal(`main ${i + 1}`, main, `sizes.mains.${i}`);
  });
  sizes.pins.forEach((pin, i) => checkJournal(`pin ${i + 1}`, pin, `sizes.pins.${i}`));
  webs.forEach((web, i) => checkWeb(web, i, pins.length));
  oilWays.forEach(({ boreMm, from, to }, i) => {
    checkNumber(`The bore of oil way ${i + 1}`, boreMm, { above: 0, max: 50, unit: 'mm' }, `sizes.oilWays.${i}.boreMm`);
    checkPoint(`the start of oil way ${i + 1}`, from, `sizes.oilWays.${i}.from`);
    checkPoint(`the end of oil way ${i + 1}`, to, `sizes.oilWays.${i}.to`);
  });
  for (const [name, end] of [
    ['snout', sizes.snout],
    ['flange', sizes.flange],
  ] as const)
    if (end !== null) {
      checkNumber(`The length of the ${name}`, end.lengthMm, { above: 0, max: LARGEST_MM, unit: 'mm' }, `sizes.${name}.lengthMm`);
      checkNumber(`The diameter of the ${name}`, end.diameterMm, { above: 0, max: LARGEST_MM, unit: 'mm' }, `sizes.${name}.diameterMm`);
    }
  checkRoom(sizes, pins);
}

function checkJournal(name: string, { diameterMm, widthMm, filletMm }: JournalSize, at: string): void {
  checkNumber(`The diameter of ${name}`, diameterMm, { above: 0, max: LARGEST_MM, unit: 'mm' }, `${at}.diameterMm`);
  checkNumber(`The width of ${name}`, widthMm, { above: 0, max: LARGEST_MM, unit: 'mm' }, `${at}.widthMm`);
  checkNumber(`The fillet of ${name}`, filletMm, { min: 0, max: 50, unit: 'mm' }, `${at}.filletMm`);
  if (2 * filletMm >= widthMm)
    throw new CoreError(`Two fillets of ${filletMm} mm leave nothing of ${name}, which is ${widthMm} mm wide.`, `${at}.filletMm`);
}

function checkWeb({ zMm, widthMm, pins, shoulderMm }: CrankWeb, i: number, pinCount: number): void {
  const at = `sizes.webs.${i}`;
  checkNumber(`The position of web ${i + 1}`, zMm, { min: -5000, max: 5000, unit: 'mm' }, `${at}.zMm`);
  checkNumber(`The width of web ${i + 1}`, widthMm, { above: 0, max: 500, unit: 'mm' }, `${at}.widthMm`);
  checkNumber(`The shoulder of web ${i + 1}`, shoulderMm, { min: 0, max: 200, unit: 'mm' }, `${at}.shoulderMm`);
  if (pins.length === 0 || pins.length > 2) throw new CoreError(`Web ${i + 1} holds one pin and its main, or two pins.`, `${at}.pins`);
  for (const pin of pins)
    if (!Number.isInteger(pin) || pin < 1 || pin > pinCount)
      throw new CoreError(`Web ${i + 1} is on pin ${pin}, which this crank does not have.`, `${at}.pins`);
}

function checkPoint(name: string, { zMm, radiusMm, angleDeg }: CrankPoint, at: string): void {
  checkNumber(`The place along the crank of ${name}`, zMm, { min: -5000, max: 5000, unit: 'mm' }, `${at}.zMm`);
  checkNumber(`The radius of ${name}`, radiusMm, { min: 0, max: 2000, unit: 'mm' }, `${at}.radiusMm`);
  checkNumber(`The angle of ${name}`, angleDeg, { min: -360, max: 360, unit: '°' }, `${at}.angleDeg`);
}

interface Stretch {
  readonly name: string;
  readonly field: string;
  readonly zMm: number;
  readonly widthMm: number;
}

/** Mains stand clear of one another and of the webs, pins of the webs that hold them: else one of the figures is wrong. */
function checkRoom({ mains, webs, pins }: CrankSizes, places: readonly { readonly zMm: number }[]): void {
  const of = (kind: 'main' | 'web', list: readonly { readonly zMm: number; readonly widthMm: number }[]): Stretch[] =>
    list.map(({ zMm, widthMm }, i) => ({ name: `${kind} ${i + 1}`, field: `sizes.${kind}s.${i}.widthMm`, zMm, widthMm }));
  const clear = (one: Stretch, other: Stretch): void => {
    const overlapMm = (one.widthMm + other.widthMm) / 2 - Math.abs(one.zMm - other.zMm);
    if (overlapMm > OVERLAP_MM)
      throw new CoreError(
        `${one.name.replace(/^./, (c) => c.toUpperCase())} and ${other.name} would overlap by ${overlapMm.toFixed(1)} mm along the crank: one of their places or widths is wrong.`,
        one.field,
      );
  };
  const shafts = of('main', mains);
  shafts.forEach((main, i) => {
    for (const other of shafts.slice(i + 1)) clear(main, other);
    for (const web of of('web', webs)) clear(main, web);
  });
  webs.forEach((web, w) => {
    for (const number of web.pins)
      clear(
        { name: `pin ${number}`, field: `sizes.pins.${number - 1}.widthMm`, zMm: places[number - 1]!.zMm, widthMm: pins[number - 1]!.widthMm },
        of('web', webs)[w]!,
      );
  });
}
