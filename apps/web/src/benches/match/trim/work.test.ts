import { factsOf, type JobSheet } from '@tare/contract';
import { jobFigures, USUAL_MATCH_CHOICES } from '@tare/core';
import { readingOf, sheetOf } from '../../../testing.js';
import { workItems } from './work.js';

const WEIGHTS: Readonly<Record<string, readonly number[]>> = {
  piston: [612, 613.6, 612.4],
  pin: [148, 148, 149.2],
  lockPair: [2.4, 2.4, 2.4],
  ringSet: [46, 46, 46],
};

function weighedThree(more: Partial<JobSheet> = {}): JobSheet {
  const sheet = sheetOf('inline3', more);
  const readings = sheet.parts.flatMap(({ id, kind, cylinder }) => (WEIGHTS[kind] ? [readingOf(id, WEIGHTS[kind][cylinder - 1]!)] : []));
  return { ...sheet, readings };
}
const itemsOf = (sheet: JobSheet) =>
  workItems(jobFigures(factsOf(sheet)), sheet.matchChoices, (metal) =>
    metal === 'aluminium' ? { gramsPerS: 0.02, halfWidth95GPerS: null, scatterG2PerS: null, n: 1 } : null,
  );

describe('work tickets', () => {
  it('of sets are all for pistons, most first, with bare targets', () => {
    // Sets 808.4, 810.0 and 810.0: pistons 2 and 3 lose 1.6 g each.
    const items = itemsOf(weighedThree());
    expect(items.map(({ weighed, group }) => [weighed.part.id, group])).toEqual([
      ['piston2', 'set'],
      ['piston3', 'set'],
    ]);
    expect(items[0]!.ticket.removalG).toBeCloseTo(1.6, 9);
    expect(items[0]!.bareTargetG).toBeCloseTo(612, 9);
    expect(items[1]!.bareTargetG).toBeCloseTo(610.8, 9);
    expect(items[0]!.ticket.time!.seconds).toBeCloseTo(80, 6);
  });
  it('are none while a placement contradicts the others: a slip of the finger cuts nothing', () => {
    const sheet = weighedThree();
    const slipped = { ...sheet, readings: [...sheet.readings, readingOf('piston3', 612.5), readingOf('piston3', 621.6, { id: 'slip' })] };
    expect(itemsOf(slipped)).toEqual([]);
    const { sets, rods, bobs } = jobFigures(factsOf(slipped));
    expect(sets).toEqual({
      kind: 'refused',
      reason:
        'Piston 3: one placement, 621.6 g, stands 9.15 g from the others. One of them is a slip: void it on the weigh bench. Nothing is planned until then.',
    });
    expect([rods.kind, bobs.kind]).toEqual(['waiting', 'refused']);
    // Two that contradict each other say nothing of which is the slip; scatter is let be.
    const twice = { ...sheet, readings: [...sheet.readings, readingOf('piston3', 621.6)] };
    expect(itemsOf(twice)).toEqual([]);
    expect(jobFigures(factsOf(twice)).sets).toEqual({
      kind: 'refused',
      reason:
        'Piston 3: its two placements, 612.4 and 621.6 g, stand 9.20 g apart. One of them is a slip: weigh it once more, and void that one. Nothing is planned until then.',
    });
    expect(itemsOf({ ...sheet, readings: [...sheet.readings, readingOf('piston3', 615)] })).not.toEqual([]);
    const scatter = [612.4, 612.4, 612.4, 612.4, 612.9].map((g, i) => readingOf('piston3', g, { id: `r${i}` }));
    expect(itemsOf({ ...sheet, readings: [...sheet.readings, ...scatter] })).not.toEqual([]);
  });
  it('of kinds are for the parts themselves', () => {
    const items = itemsOf(weighedThree({ matchChoices: { ...USUAL_MATCH_CHOICES, basis: 'perKind' } }));
    expect(items.map(({ weighed, group, targetG }) => [weighed.part.id, group, targetG])).toEqual([
      ['piston2', 'piston', 612],
      ['pin3', 'pin', 148],
    ]);
    // The tool has cut aluminium, not steel.
    expect(items.map(({ ticket }) => ticket.time?.seconds ?? null)).toEqual([expect.closeTo(80, 6), null]);
  });
  it('keep to a fixed target, whatever falls below it', () => {
    const items = itemsOf(weighedThree({ fixedTargets: { set: { targetG: 808.9, reason: 'the spare set' } } }));
    expect(items.map(({ ticket }) => ticket.removalG.toFixed(2))).toEqual(['1.10', '1.10']);
  });
  it('go on with the rest while what was cut waits for the scale, once a target is fixed', () => {
    const cut = { id: 'cut', partId: 'piston2', removal: null, toolId: null, seconds: null, metal: null, personId: 'p', at: '' };
    const fixedTargets = { set: { targetG: 808.4, reason: 'the lightest when cutting began' } };
    const items = itemsOf(weighedThree({ fixedTargets, partCuts: [cut] }));
    expect(items.map(({ weighed, ticket }) => [weighed.part.id, ticket.removalG.toFixed(2)])).toEqual([['piston3', '1.60']]);
    expect(jobFigures(factsOf(weighedThree({ fixedTargets, partCuts: [cut] }))).sets.kind).toBe('waiting');
    // The lightest may be the one that was cut: without a fixed target nothing is said.
    expect(itemsOf(weighedThree({ partCuts: [cut] }))).toEqual([]);
    // Something that was never weighed is another matter.
    const unweighed = weighedThree({ fixedTargets, partCuts: [cut] });
    expect(itemsOf({ ...unweighed, readings: unweighed.readings.filter(({ partId }) => partId !== 'pin3') })).toEqual([]);
  });
  it('go on to the target by choice, down to a division of the scale', () => {
    const near = (toTarget: boolean) => ({ ...weighedThree({ matchChoices: { ...USUAL_MATCH_CHOICES, toTarget } }), readings: readingsNear });
    const readingsNear = weighedThree().readings.map((r) => ({ ...r, valueG: { piston2: 612.6, piston3: 612.08, pin3: 148 }[r.partId] ?? r.valueG }));
    expect(itemsOf(near(false))).toEqual([]);
    // Piston 3 stands 0.08 g above the lightest: less than a scale of a tenth can show.
    expect(itemsOf(near(true)).map(({ weighed, ticket }) => [weighed.part.id, ticket.removalG.toFixed(2)])).toEqual([['piston2', '0.60']]);
  });
  it('take whole rods down where only their totals were weighed', () => {
    const sheet = weighedThree({ weighChoices: { rodSchool: 'totalOnly', partSchool: 'eachPart', references: {} } });
    const rods = [630, 633, 630.2].map((g, i) => readingOf(`rod${i + 1}`, g));
    const [first] = itemsOf({ ...sheet, readings: [...sheet.readings, ...rods] });
    expect(first).toMatchObject({ group: 'rod', targetG: 630, bareTargetG: 630 });
    expect(first!.ticket).toMatchObject({ removalG: 3, pads: 1 });
    expect(first!.ticket.limit.allowedG).toBeCloseTo(6.33, 9);
  });
  it('say when the limit is passed', () => {
    const items = itemsOf(weighedThree({ matchChoices: { ...USUAL_MATCH_CHOICES, pistonLimitRatio: 0.002 } }));
    expect(items.every(({ ticket }) => ticket.limit.past)).toBe(true);
  });
});
