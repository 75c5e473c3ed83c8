import { describe, expect, it } from 'vitest';
import type { Cooler, Gpu, PartSet, Psu } from '../parts/index.ts';
import { addedLevels, buildNoise } from './noise.ts';

describe('noise of a build', () => {
  it('adds levels as texts on acoustics do: two alike are 3.01 dB more, one far below adds nothing to speak of', () => {
    expect(addedLevels([30, 30])).toBeCloseTo(33.01, 2);
    expect(addedLevels([40, 20])).toBeCloseTo(40.04, 2);
    // A worked example of any such text: 80, 84 and 85 dB come to 88.2 dB.
    expect(addedLevels([80, 84, 85])).toBeCloseTo(88.2, 1);
  });
  it('names who states nothing, and counts what is not there as nothing', () => {
    const set = {
      cooler: { noiseDb: 30 } as Cooler,
      gpu: { noiseDb: null } as unknown as Gpu,
      psu: { noiseDb: 30 } as Psu,
    } as PartSet;
    expect(buildNoise(set)).toMatchObject({ silent: ['gpu'] });
    expect(buildNoise(set).total).toBeCloseTo(33.01, 2);
    expect(buildNoise({ gpu: null })).toEqual({ total: null, sources: [], silent: [] });
  });
});
