import { describe, expect, it } from 'vitest';
import type { Brief, PartSet } from '../parts/index.ts';
import type { StartCauseCode } from './cause-codes.ts';
import { settingsFor } from './settings.ts';
import { toldCauses } from './told.ts';

const parts = {
  cpu: { pcieGeneration: 4 },
  motherboard: { memoryMaxMts: 3600, memoryProfile: true, pcieSlot: { generation: 3, lanes: 16 } },
  memory: { modules: 2, gbPerModule: 8, ratedMts: 3000, ratedCl: 16, jedecMts: 2400, jedecCl: 17 },
  gpu: { pcieGeneration: 4, pcieLanes: 8 },
} as unknown as PartSet;
const items = settingsFor(parts, { play: { refreshHz: 144 } } as Brief);
const factorOf = (
  readings: { code: string; reading: number | null }[],
  cured: StartCauseCode | null = null,
) => toldCauses(items, readings, cured).map(({ cause, factor }) => [cause, Math.sign(Math.log(factor))]);

describe('what the first start tells about a slow machine', () => {
  it('makes a cause likelier by a reading that is off, and less likely by a right one', () => {
    expect(factorOf([{ code: 'memory-profile', reading: 1200 }])).toEqual([['memory-profile', 1]]);
    expect(factorOf([{ code: 'memory-profile', reading: 1500 }])).toEqual([['memory-profile', -1]]);
    expect(factorOf([{ code: 'card-link', reading: 4 }])).toEqual([['slow-slot', 1]]);
    expect(factorOf([{ code: 'processor-heat', reading: 99 }])).toEqual([['processor-held', 1]]);
  });
  it('says nothing of what was not read, nor by what speaks about no cause', () => {
    expect(
      factorOf([
        { code: 'refresh', reading: 60 },
        { code: 'gone', reading: 1 },
      ]),
    ).toEqual([]);
    expect(factorOf([{ code: 'drivers', reading: null }])).toEqual([['driver', -1]]);
  });
  it('remembers what kept it from starting', () => {
    expect(factorOf([], 'memory-seat')).toEqual([['one-stick', 1]]);
    expect(factorOf([], 'firmware')).toEqual([]);
  });
});
