import {
  besideRadiusMm,
  counterweightOf,
  degToRad,
  diameterOf,
  isBrought,
  isRimCut,
  rimKindOf,
  seatOf,
  turnBetweenDeg,
  type Counterweight,
  type Crank,
  type CrankSizes,
  type CrankWeb,
  type Cut,
  type EngineLayout,
  type JournalSize,
} from '@tare/core';

/*
 * The crank as a crank: outlines from its own sizes, in mm, for the screen and for paper. From the side its front is at the left and
 * what points 90° clockwise of up, seen from the front, comes towards whoever looks; from an end it is seen from the front or the rear.
 */

/** What an outline is of. */
export type CrankPart = 'shaft' | 'journal' | 'pin' | 'web' | 'counterweight' | 'boltOn' | 'oilWay' | 'hole' | 'bar' | 'rimCut';

export interface CrankShape {
  readonly part: CrankPart;
  readonly name: string;
  /** As in an SVG path; x to the right, y down. */
  readonly path: string;
  /** Something stands before it, or it lies inside the metal: drawn dashed. */
  readonly isHidden: boolean;
  readonly isPlanned: boolean;
}

export interface ShapeLabel {
  readonly text: string;
  readonly x: number;
  readonly y: number;
}

export interface CrankView {
  /** From the farthest to the nearest. */
  readonly shapes: readonly CrankShape[];
  readonly labels: readonly ShapeLabel[];
}

/** A cut on the drawing. */
export interface DrawnCut {
  readonly cut: Cut;
  readonly isPlanned: boolean;
  /** As it is called beside the drawing: the number on the list. */
  readonly name: string;
}

export interface DrawnCrank {
  readonly crank: Crank;
  readonly layout: EngineLayout;
  readonly strokeMm: number;
  readonly sizes: CrankSizes;
  readonly cuts: readonly DrawnCut[];
}

/** The end that somebody looks from. */
export type SeenFrom = 'front' | 'rear';

/** Largest radius of anything that is drawn, mm. */
export const reachMm = ({ crank, sizes, strokeMm }: DrawnCrank): number =>
  Math.max(
    ...crank.counterweights.map(({ rimRadiusMm }) => rimRadiusMm),
    ...sizes.pins.map(({ diameterMm }) => strokeMm / 2 + diameterMm / 2),
    ...sizes.webs.map((web) => strokeMm / 2 + webJournalMm(sizes, web) / 2 + web.shoulderMm),
    (sizes.flange?.diameterMm ?? 0) / 2,
  );

/** From where to where the crank reaches along its axis, with all that is bolted to it, mm. */
export function lengthMm({ crank, sizes, layout }: DrawnCrank): readonly [number, number] {
  const spans = [...crank.counterweights, ...sizes.mains, ...sizes.webs].map(({ zMm, widthMm }) => [zMm - widthMm / 2, zMm + widthMm / 2] as const);
  const zs = layout.pins.map(({ zMm }) => zMm);
  const [front, rear] = [Math.min(...zs, ...spans.map(([from]) => from)), Math.max(...zs, ...spans.map(([, to]) => to))];
  const [first, last] = endFaces(sizes) ?? [front, rear];
  return [Math.min(front, first - (sizes.snout?.lengthMm ?? 0)), Math.max(rear, last + (sizes.flange?.lengthMm ?? 0))];
}

/** Where snout and flange begin: the outer faces of the outermost mains. */
function endFaces({ mains }: CrankSizes): readonly [number, number] | null {
  if (mains.length === 0) return null;
  return [Math.min(...mains.map(({ zMm, widthMm }) => zMm - widthMm / 2)), Math.max(...mains.map(({ zMm, widthMm }) => zMm + widthMm / 2))];
}

/** Radius of the shaft at a place along the crank: of the main there, else of whichever main is nearest; 0 where there are none. */
export function shaftRadiusMm({ mains }: CrankSizes, zMm: number): number {
  const nearest = mains.reduce<(typeof mains)[number] | null>(
    (best, main) => (best === null || Math.abs(main.zMm - zMm) < Math.abs(best.zMm - zMm) ? main : best),
    null,
  );
  return (nearest?.diameterMm ?? 0) / 2;
}

/** The crank from the side, with whatever is at `upDeg` on top. */
export function crankFromSide(drawn: DrawnCrank, upDeg: number): CrankView {
  const { crank, layout, strokeMm, sizes, cuts } = drawn;
  const turned = (radiusMm: number, angleDeg: number): Height => ({
    mm: radiusMm * Math.cos(degToRad(angleDeg - upDeg)),
    towardsMm: radiusMm * Math.sin(degToRad(angleDeg - upDeg)),
  });
  const pinAt = (pin: number): Height => turned(strokeMm / 2, layout.pins[pin - 1]!.angleDeg);
  const webs = sizes.webs.map((web, i) => {
    const disc = rimAt(crank, web);
    const span = webSpan(drawn, web, (pin) => pinAt(pin).mm);
    const all = disc ? union(span, rimSpan(disc, turned)) : span;
    return shape('web', `web ${i + 1}${disc ? `, ${disc.name}` : ''}`, band(web.zMm, web.widthMm, all));
  });
  const withWeb = new Set(sizes.webs.map((web) => rimAt(crank, web)?.id));
  const rims = crank.counterweights
    .filter(({ id }) => !withWeb.has(id))
    .map((c) => shape(partOf(c), c.name, band(c.zMm, c.widthMm, rimSpan(c, turned))));
  const pins = layout.pins
    .map((pin, i) => ({ pin, i, at: pinAt(i + 1) }))
    .sort((x, y) => x.at.towardsMm - y.at.towardsMm)
    .map(({ pin, i, at }) => shape('pin', `pin ${i + 1}`, journal(pin.zMm, -at.mm, sizes.pins[i]!)));
  const ways = sizes.oilWays.map((way, i) => {
    const [from, to] = [way.from, way.to].map(({ zMm, radiusMm, angleDeg }) => ({ x: zMm, y: -turned(radiusMm, angleDeg).mm })) as [Point, Point];
    return shape('oilWay', `oil way ${i + 1}`, strip(from, to, way.boreMm), true);
  });
  return {
    shapes: [
      ...shaftEnds(sizes),
      ...sizes.mains.map((main, i) => shape('journal', `main ${i + 1}`, journal(main.zMm, 0, main))),
      ...rims,
      ...pins,
      ...webs,
      ...ways,
      ...cuts.flatMap((one) => cutFromSide(one, crank, turned)),
    ],
    labels: [...layout.pins.map((pin, i) => ({ text: String(i + 1), x: pin.zMm, y: -pinAt(i + 1).mm + 4 })), ...cutNames(cuts, crank, turned)],
  };
}

/** The crank from an end, with whatever is at `upDeg` on top. */
export function crankFromEnd(drawn: DrawnCrank, upDeg: number, seenFrom: SeenFrom): CrankView {
  const { crank, layout, strokeMm, sizes, cuts } = drawn;
  const side = seenFrom === 'front' ? 1 : -1;
  const at = (radiusMm: number, angleDeg: number): Point => ({
    x: side * radiusMm * Math.sin(degToRad(angleDeg - upDeg)),
    y: -radiusMm * Math.cos(degToRad(angleDeg - upDeg)),
  });
  const pinAt = (pin: number): Point => at(strokeMm / 2, layout.pins[pin - 1]!.angleDeg);
  const own = crank.counterweights.filter((c) => rimKindOf(c) === 'counterweight');
  const placed: { readonly zMm: number; readonly one: CrankShape }[] = [
    ...own.map((c) => ({ zMm: c.zMm, one: shape('counterweight', c.name, sector(c.arcCentreDeg, c.arcHalfWidthDeg, 0, c.rimRadiusMm, at)) })),
    ...sizes.mains.map((main, i) => ({ zMm: main.zMm, one: shape('journal', `main ${i + 1}`, circle({ x: 0, y: 0 }, main.diameterMm / 2)) })),
    ...layout.pins.map((pin, i) => ({
      zMm: pin.zMm,
      one: shape('pin', `pin ${i + 1}`, circle(pinAt(i + 1), sizes.pins[i]!.diameterMm / 2)),
    })),
    // A web stands on its counterweight, not under it.
    ...sizes.webs.map((web, i) => ({ zMm: web.zMm - side * 0.01, one: shape('web', `web ${i + 1}`, hull(webRound(drawn, web, pinAt))) })),
  ];
  const faces = endFaces(sizes);
  const end = seenFrom === 'front' ? sizes.snout : sizes.flange;
  const nearer = (x: { readonly zMm: number }, y: { readonly zMm: number }): number => side * (y.zMm - x.zMm);
  const ends = end && faces ? [shape('shaft', seenFrom === 'front' ? 'snout' : 'flange', circle({ x: 0, y: 0 }, end.diameterMm / 2))] : [];
  const bolted = crank.counterweights
    .filter((c) => rimKindOf(c) !== 'counterweight')
    .map((c) => shape('boltOn', c.name, circle({ x: 0, y: 0 }, c.rimRadiusMm), true));
  return {
    shapes: [
      ...bolted,
      ...placed.sort(nearer).map(({ one }) => one),
      ...ends,
      ...layout.pins.map((_, i) => shape('pin', `pin ${i + 1}`, circle(pinAt(i + 1), sizes.pins[i]!.diameterMm / 2), true)),
      ...cuts.flatMap((one) => cutFromEnd(one, crank, at, isBehind(one.cut, own, crank, side))),
    ],
    labels: [
      ...byDirection(layout.pins.map(({ angleDeg }, i) => ({ angleDeg, label: String(i + 1) }))).map(({ angleDeg, label }) => {
        const { x, y } = at(strokeMm / 2, angleDeg);
        return { text: label, x, y: y + 4 };
      }),
      ...inTwoRows(byDirection(cuts.map(({ cut, name }) => ({ angleDeg: cut.angleDeg, label: name })))).map(({ angleDeg, label, row }) => {
        const { x, y } = at(reachMm(drawn) + 9 + 11 * row, angleDeg);
        return { text: label, x, y: y + 4 };
      }),
    ],
  };
}

/** The cuts' names at their rims, those of one rim on the same side of the axis together. */
function cutNames(cuts: readonly DrawnCut[], crank: Crank, heightAt: HeightAt): ShapeLabel[] {
  const rims = new Map<string, { readonly x: number; readonly y: number; readonly names: readonly string[] }>();
  for (const { cut, name } of cuts) {
    const { id, zMm, rimRadiusMm } = counterweightOf(crank, cut.counterweightId);
    const { mm } = heightAt(rimRadiusMm, cut.angleDeg);
    const y = mm >= 0 ? -mm - 4 : -mm + 13;
    const known = rims.get(`${id} ${mm >= 0}`);
    rims.set(`${id} ${mm >= 0}`, {
      x: zMm,
      y: mm >= 0 ? Math.min(y, known?.y ?? y) : Math.max(y, known?.y ?? y),
      names: [...(known?.names ?? []), name],
    });
  }
  return [...rims.values()].map(({ x, y, names }) => ({ text: names.join(' '), x, y }));
}

interface Point {
  readonly x: number;
  readonly y: number;
}
type PlaceAt = (radiusMm: number, angleDeg: number) => Point;

interface Height {
  readonly mm: number;
  /** Towards whoever looks. */
  readonly towardsMm: number;
}
type HeightAt = (radiusMm: number, angleDeg: number) => Height;

interface Span {
  readonly topMm: number;
  readonly bottomMm: number;
}

const shape = (part: CrankPart, name: string, path: string, isHidden = false, isPlanned = false): CrankShape => ({
  part,
  name,
  path,
  isHidden,
  isPlanned,
});

const partOf = (c: Counterweight): CrankPart => (rimKindOf(c) === 'counterweight' ? 'counterweight' : 'boltOn');
const union = (x: Span, y: Span): Span => ({ topMm: Math.max(x.topMm, y.topMm), bottomMm: Math.min(x.bottomMm, y.bottomMm) });

/** A counterweight that is one block with a web stands where it does, and is as wide. */
const SAME_BLOCK_MM = 1;

const rimAt = ({ counterweights }: Crank, { zMm, widthMm }: CrankWeb): Counterweight | undefined =>
  counterweights.find(
    (c) => rimKindOf(c) === 'counterweight' && Math.abs(c.zMm - zMm) <= SAME_BLOCK_MM && Math.abs(c.widthMm - widthMm) <= 2 * SAME_BLOCK_MM,
  );

/** Highest and lowest point of a rim's sector seen from the side, the shaft included. */
function rimSpan({ arcCentreDeg, arcHalfWidthDeg, rimRadiusMm }: Counterweight, heightAt: HeightAt): Span {
  const heights = [0];
  for (let off = -arcHalfWidthDeg; off <= arcHalfWidthDeg; off += 1) heights.push(heightAt(rimRadiusMm, arcCentreDeg + off).mm);
  return { topMm: Math.max(...heights), bottomMm: Math.min(...heights) };
}

/** Diameter of the thickest pin that a web holds. */
const webJournalMm = ({ pins }: CrankSizes, web: CrankWeb): number => Math.max(...web.pins.map((pin) => pins[pin - 1]!.diameterMm));

interface Round extends Point {
  readonly radiusMm: number;
}

/** The rounds that a web's outline is drawn about: a pin and its main, or two pins. */
function webRound({ sizes }: DrawnCrank, web: CrankWeb, pinAt: (pin: number) => Point): Round[] {
  const about = web.pins.map((pin) => ({ ...pinAt(pin), radiusMm: sizes.pins[pin - 1]!.diameterMm / 2 + web.shoulderMm }));
  return web.pins.length > 1 ? about : [{ x: 0, y: 0, radiusMm: shaftRadiusMm(sizes, web.zMm) + web.shoulderMm }, ...about];
}

const webSpan = (drawn: DrawnCrank, web: CrankWeb, heightOf: (pin: number) => number): Span =>
  webRound(drawn, web, (pin) => ({ x: 0, y: -heightOf(pin) }))
    .map(({ y, radiusMm }) => ({ topMm: radiusMm - y, bottomMm: -radiusMm - y }))
    .reduce(union);

/** Directions in which an outline is asked how far it reaches. */
const HULL_STEPS = 120;

/** The tightest outline about rounds: in each direction, the farthest any of them reaches. */
function hull(rounds: readonly Round[]): string {
  const points = Array.from({ length: HULL_STEPS }, (_, i) => {
    const [c, s] = [Math.cos((i * 2 * Math.PI) / HULL_STEPS), Math.sin((i * 2 * Math.PI) / HULL_STEPS)];
    const reach = (one: Round): number => one.x * c + one.y * s + one.radiusMm;
    const far = rounds.reduce((best, one) => (reach(one) > reach(best) ? one : best));
    return { x: far.x + far.radiusMm * c, y: far.y + far.radiusMm * s };
  });
  return polygon(points);
}

function shaftEnds(sizes: CrankSizes): CrankShape[] {
  const faces = endFaces(sizes);
  if (!faces) return [];
  const end = (name: 'snout' | 'flange', fromMm: number, side: -1 | 1): CrankShape[] => {
    const size = sizes[name];
    if (size === null) return [];
    const span = { topMm: size.diameterMm / 2, bottomMm: -size.diameterMm / 2 };
    return [shape('shaft', name, band(fromMm + (side * size.lengthMm) / 2, size.lengthMm, span))];
  };
  return [...end('snout', faces[0], -1), ...end('flange', faces[1], 1)];
}

/** A journal from the side, with the fillets at its ends. */
function journal(zMm: number, y: number, { diameterMm, widthMm, filletMm: f }: JournalSize): string {
  const [r, left, right] = [diameterMm / 2, zMm - widthMm / 2, zMm + widthMm / 2];
  return [
    `M${left} ${y - r - f}`,
    `A${f} ${f} 0 0 0 ${left + f} ${y - r}H${right - f}A${f} ${f} 0 0 0 ${right} ${y - r - f}`,
    `V${y + r + f}A${f} ${f} 0 0 0 ${right - f} ${y + r}H${left + f}A${f} ${f} 0 0 0 ${left} ${y + r + f}Z`,
  ].join('');
}

/** A cut from the side: its mouth where that is in sight, and what of it goes into the metal as hidden lines. */
function cutFromSide({ cut, isPlanned, name }: DrawnCut, crank: Crank, heightAt: HeightAt): CrankShape[] {
  const c = counterweightOf(crank, cut.counterweightId);
  const line = (path: string, isHidden: boolean): CrankShape => shape(partOfCut(cut), name, path, isHidden, isPlanned);
  if (isRimCut(cut)) {
    const [outer, inner] = [heightAt(c.rimRadiusMm, cut.angleDeg).mm, heightAt(c.rimRadiusMm - cut.depthMm, cut.angleDeg).mm];
    return [line(band(c.zMm, c.widthMm, { topMm: Math.max(outer, inner), bottomMm: Math.min(outer, inner) }), true)];
  }
  const half = diameterOf(cut) / 2;
  const seat = seatOf(cut);
  if (seat.from === 'face') {
    const at = heightAt(seat.radiusMm, cut.angleDeg).mm;
    const [front, rear] = [c.zMm - c.widthMm / 2, c.zMm + c.widthMm / 2];
    const [from, to] = seat.face === 'rear' ? [rear - cut.depthMm, rear] : [front, front + cut.depthMm];
    return [line(band((from + to) / 2, to - from, { topMm: at + half, bottomMm: at - half }), true)];
  }
  const zMm = seat.zMm ?? c.zMm;
  const mouth = heightAt(c.rimRadiusMm, cut.angleDeg);
  const bottom = heightAt(c.rimRadiusMm - cut.depthMm, cut.angleDeg);
  const bore = line(band(zMm, 2 * half, { topMm: Math.max(mouth.mm, bottom.mm), bottomMm: Math.min(mouth.mm, bottom.mm) }), true);
  if (mouth.towardsMm <= 0) return [bore];
  return [bore, line(ellipse({ x: zMm, y: -mouth.mm }, half, (half * mouth.towardsMm) / c.rimRadiusMm), false)];
}

function cutFromEnd({ cut, isPlanned, name }: DrawnCut, crank: Crank, at: PlaceAt, isHidden: boolean): CrankShape[] {
  const c = counterweightOf(crank, cut.counterweightId);
  const line = (path: string): CrankShape[] => [shape(partOfCut(cut), name, path, isHidden, isPlanned)];
  if (isRimCut(cut)) return line(sector(cut.angleDeg, cut.halfArcDeg, c.rimRadiusMm - cut.depthMm, c.rimRadiusMm, at));
  const beside = besideRadiusMm(cut);
  if (beside !== null) return line(circle(at(beside, cut.angleDeg), diameterOf(cut) / 2));
  return line(strip(at(c.rimRadiusMm, cut.angleDeg), at(c.rimRadiusMm - cut.depthMm, cut.angleDeg), diameterOf(cut)));
}

/** Whether another counterweight stands between a cut and whoever looks. */
function isBehind(cut: Cut, own: readonly Counterweight[], crank: Crank, side: 1 | -1): boolean {
  const c = counterweightOf(crank, cut.counterweightId);
  const radiusMm = isRimCut(cut) ? c.rimRadiusMm : (besideRadiusMm(cut) ?? c.rimRadiusMm - cut.depthMm / 2);
  return own.some(
    (other) =>
      (c.zMm - other.zMm) * side > 0 &&
      other.rimRadiusMm >= radiusMm &&
      Math.abs(turnBetweenDeg(other.arcCentreDeg, cut.angleDeg)) <= other.arcHalfWidthDeg,
  );
}

const partOfCut = (cut: Cut): CrankPart => (isRimCut(cut) ? 'rimCut' : isBrought(cut) ? 'bar' : 'hole');

const band = (zMm: number, widthMm: number, { topMm, bottomMm }: Span): string =>
  `M${zMm - widthMm / 2} ${-topMm}h${widthMm}V${-bottomMm}h${-widthMm}Z`;
const polygon = (points: readonly Point[]): string => `M${points.map(({ x, y }) => `${round(x)} ${round(y)}`).join('L')}Z`;
const circle = (at: Point, r: number): string => ellipse(at, r, r);
const ellipse = ({ x, y }: Point, rx: number, ry: number): string => `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
/** To a hundredth of a mm. */
const round = (mm: number): number => Math.round(mm * 100) / 100;

/** A straight bore between two places, as wide as it is. */
function strip(from: Point, to: Point, widthMm: number): string {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length === 0) return circle(from, widthMm / 2);
  const [nx, ny] = [((to.y - from.y) / length) * (widthMm / 2), (-(to.x - from.x) / length) * (widthMm / 2)];
  return polygon([
    { x: from.x + nx, y: from.y + ny },
    { x: to.x + nx, y: to.y + ny },
    { x: to.x - nx, y: to.y - ny },
    { x: from.x - nx, y: from.y - ny },
  ]);
}

/** A ring's sector in steps of two degrees; from the axis itself where the inner radius is none. */
function sector(centreDeg: number, halfDeg: number, innerMm: number, outerMm: number, at: PlaceAt): string {
  const steps = Math.max(2, Math.ceil(halfDeg));
  const along = Array.from({ length: steps + 1 }, (_, i) => centreDeg - halfDeg + (i * 2 * halfDeg) / steps);
  const outer = along.map((deg) => at(outerMm, deg));
  return polygon([...outer, ...(innerMm === 0 ? [at(0, 0)] : along.toReversed().map((deg) => at(innerMm, deg)))]);
}

/** Names nearer than this would lie on one another, °. */
const ROOM_FOR_A_NAME_DEG = 8;

/** Names round a rim, each that has no room beside the one before it a row farther out. */
function inTwoRows<T extends { readonly angleDeg: number }>(names: readonly T[]): (T & { readonly row: 0 | 1 })[] {
  let before: { readonly angleDeg: number; readonly row: 0 | 1 } | null = null;
  return names
    .toSorted((x, y) => x.angleDeg - y.angleDeg)
    .map((name) => {
      const isClose = before !== null && Math.abs(turnBetweenDeg(before.angleDeg, name.angleDeg)) < ROOM_FOR_A_NAME_DEG;
      const placed = { ...name, row: isClose && before!.row === 0 ? (1 as const) : (0 as const) };
      before = placed;
      return placed;
    });
}

/** What lies this near to one another in direction stands under one label, °. */
const SAME_DEG = 0.5;

/** What lies in one direction, seen from an end: once, with all its names. */
export function byDirection(
  all: readonly { readonly angleDeg: number; readonly label: string }[],
): { readonly angleDeg: number; readonly label: string }[] {
  const directions: { angleDeg: number; label: string }[] = [];
  for (const { angleDeg, label } of all) {
    const known = directions.find((one) => Math.abs(turnBetweenDeg(angleDeg, one.angleDeg)) < SAME_DEG);
    if (known) known.label += ` ${label}`;
    else directions.push({ angleDeg, label });
  }
  return directions;
}
