import { endTurned } from './endTurned.js';

const of = (measure: 'bigEnd' | 'smallEnd' | 'total', valueG: number, read: { total?: number; bigEnd?: number; smallEnd?: number }) =>
  endTurned('rod', measure, valueG, (other) => (other === 'mass' ? null : (read[other] ?? null)));

describe('a rod that lay the wrong way round', () => {
  it('is asked about by its total, and by its other end', () => {
    // 560.3 − 162.1 = 398.2 for the small end.
    expect(of('bigEnd', 162.1, { total: 560.3 })?.sentence).toBe(
      'That makes the big end 162.1 g and the small end 398.2 g, and the big end is the heavier one. Did the rod lie the wrong way round?',
    );
    expect(of('smallEnd', 398.2, { total: 560.3 })?.sentence).toContain('the big end 162.1 g');
    expect(of('smallEnd', 398.2, { bigEnd: 162.1 })).not.toBeNull();
    // What was read of the other end says more than a total does.
    expect(of('bigEnd', 300, { total: 560, smallEnd: 310 })).not.toBeNull();
  });
  it('is not where its big end is the heavier, nothing else was read, or its piston hangs on it', () => {
    expect(of('bigEnd', 398.2, { total: 560.3, smallEnd: 162.1 })).toBeNull();
    expect(of('smallEnd', 162.1, { total: 560.3 })).toBeNull();
    expect(of('bigEnd', 162.1, {})).toBeNull();
    expect(of('total', 162.1, { bigEnd: 398, smallEnd: 162 })).toBeNull();
    expect(endTurned('pressedAssembly', 'smallEnd', 700, () => 1100)).toBeNull();
  });
});
