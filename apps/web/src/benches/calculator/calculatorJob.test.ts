import { bobCard, bobWeight } from '@tare/core';
import { readForm } from '../engine/specForm.js';
import { readAddress, writeAddress } from './calculatorAddress.js';
import { addressOfJob, choicesOfCalculator, formOfCalculator } from './calculatorJob.js';

const typed = {
  ...readAddress(new URLSearchParams()),
  lines: { bigEndG: '445.5', bearingPairG: '42', smallEndG: '183.5', pistonG: '612', pinG: '148', lockPairG: '0', ringSetG: '46' },
  factor: '48',
  oil: '3',
};
const params = writeAddress(typed);

describe('from the calculator into a job and back', () => {
  const read = readForm({ ...formOfCalculator(params), engineName: 'Figures from the quay' });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const { spec } = read;
  const bobChoices = { factorRatio: 0.5, oilG: 4, extras: [], acceptedG: null, ...choicesOfCalculator(params) };
  const card = bobCard(spec.layout, { parts: [], deviationG: {} }, bobChoices, 1, spec.elsewhere ? { elsewhere: spec.elsewhere } : {});
  it('gives each kind its one figure, and no kind that weighs nothing', () => {
    expect(spec).toMatchObject({ jobKind: 'bobCard', customer: '' });
    expect(spec.elsewhere).toMatchObject({
      piston: { why: 'notWeighed', massG: 612 },
      lockPair: { why: 'notInEngine', massG: null },
      rod: { bigEndG: 445.5, smallEndG: 183.5 },
    });
  });
  it('weighs what the calculator says', () => {
    if (card.kind !== 'ready') throw new Error(card.kind);
    const set = { bigEndG: 445.5, bearingPairG: 42, smallEndG: 183.5, pistonG: 612, pinG: 148, lockPairG: 0, ringSetG: 46 };
    const { bobWeightG } = bobWeight({
      rodSets: [
        { cylinder: 1, ...set },
        { cylinder: 2, ...set },
      ],
      oilG: 3,
      factorRatio: 0.48,
    });
    expect(card.commonG).toBeCloseTo(bobWeightG, 9);
  });
  it('comes back as it went', () => {
    if (card.kind !== 'ready') throw new Error(card.kind);
    const back = readAddress(addressOfJob(card, { bobChoices, spec }));
    expect(Object.values(back.lines).map(Number)).toEqual(Object.values(typed.lines).map(Number));
    expect(back).toMatchObject({ factor: '48', oil: '3', rods: '2', spacing: '110', layoutId: 'v8Cross90' });
  });
});
