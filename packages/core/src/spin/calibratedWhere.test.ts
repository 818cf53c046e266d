import { calibratedWhere } from './influence.js';

const planes = { zAMm: -180, zBMm: 180, radiusAMm: 85, radiusBMm: 85 };
const made = { jobId: 'six', setUpId: 'bare', planes, speedRpm: 600, supports: null };
const job = { id: 'six', setUpId: 'bare', planes, supports: null };

describe('where a calibration was made', () => {
  it('is here in the same set-up of the same job, at about the same speed', () => {
    expect(calibratedWhere(made, job, 640)).toBe('here');
    expect(calibratedWhere({ ...made, setUpId: null }, { ...job, setUpId: null }, 600)).toBe('here');
  });
  it('is another rotor of its class in another set-up of the job, or on another crank', () => {
    expect(calibratedWhere(made, { ...job, setUpId: 'withFlywheel' }, 600)).toBe('sameClass');
    expect(calibratedWhere({ ...made, setUpId: null }, job, 600)).toBe('sameClass');
    expect(calibratedWhere(made, { ...job, id: 'seven' }, 600)).toBe('sameClass');
  });
  it('is elsewhere in other planes or at another speed', () => {
    expect(calibratedWhere(made, { ...job, planes: { ...planes, zBMm: 200 } }, 600)).toBe('elsewhere');
    expect(calibratedWhere(made, job, 700)).toBe('elsewhere');
  });
});
