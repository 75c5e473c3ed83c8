import { describe, expect, it } from 'vitest';
import type { Brief, PartSet } from '../parts/index.ts';
import { settingsFor } from './settings.ts';

const brief = { play: { refreshHz: 144 } } as Brief;
const parts = {
  cpu: { pcieGeneration: 4 },
  motherboard: { memoryMaxMts: 3600, memoryProfile: true, pcieSlot: { generation: 3, lanes: 16 } },
  memory: { modules: 2, gbPerModule: 8, ratedMts: 3000, ratedCl: 16, jedecMts: 2400, jedecCl: 17 },
  gpu: { pcieGeneration: 4, pcieLanes: 8 },
  os: null,
} as unknown as PartSet;
const of = (code: string, set = parts) => settingsFor(set, brief).find((each) => each.code === code);

describe('what is set up after the first start', () => {
  it('reads the profile as half of the rated transfers: 3,000 MT/s show as 1,500 MHz (JESD79-4, two transfers a clock; from memory)', () => {
    const profile = of('memory-profile');
    expect(profile?.expected).toEqual({ value: 1500, unit: 'MHz' });
    expect(profile?.judge(1500)).toBeNull();
    expect(profile?.judge(1497)).toBeNull();
    expect(profile?.judge(3000)).toBeNull();
    expect(profile?.judge(1200)?.points).toContain('the profile is off');
    expect(profile?.judge(1333)?.points).toContain('slower than rated');
  });
  it('tells sticks that are missing, one channel, fewer lanes, 60 Hz and heat by what was read', () => {
    expect(of('memory-size')?.judge(16)).toBeNull();
    expect(of('memory-size')?.judge(8)?.points).toContain('8 GB are missing');
    expect(of('memory-channels')?.judge(1)?.points).toContain('wrong slots');
    expect(of('card-link')?.title).toBe('The graphics card in its full link: 8 lanes, generation 3');
    expect(of('card-link')?.judge(4)?.points).toContain('4 of 8 lanes');
    expect(of('refresh')?.judge(143.9)).toBeNull();
    expect(of('refresh')?.judge(60)?.points).toContain('60 of 144');
    expect(of('processor-heat')?.judge(97)?.points).toContain('Too hot');
  });
  it('speaks of nothing that the build has not', () => {
    const bare = {
      ...parts,
      gpu: null,
      memory: { ...parts.memory, modules: 1, ratedMts: 2400 },
    } as unknown as PartSet;
    const codes = settingsFor(bare, brief).map(({ code }) => code);
    expect(codes).not.toContain('card-link');
    expect(codes).not.toContain('memory-profile');
    expect(codes).not.toContain('memory-channels');
    expect(codes).not.toContain('licence');
    expect(settingsFor({} as PartSet, brief).length).toBeGreaterThan(3);
  });
});
