import { readingOf, sheetOf } from '../../../testing.js';
import { divisionOf } from './divisionOf.js';

it('is that of the scale a part was read on last, else of the usual bench scale', () => {
  const scales = { fine: { divisionG: 0.01, deviationG: null }, coarse: { divisionG: 0.5, deviationG: null } };
  const readings = [
    readingOf('piston1', 612, { instrumentId: 'fine' }),
    readingOf('piston2', 612, { instrumentId: 'coarse' }),
    readingOf('pin1', 148),
  ];
  const sheet = sheetOf('inline3', { scales, readings });
  expect(['piston1', 'piston2', 'pin1', 'pin2'].map((id) => divisionOf(sheet, id))).toEqual([0.01, 0.5, 0.1, 0.1]);
  expect(divisionOf(sheet)).toBe(0.1);
});
