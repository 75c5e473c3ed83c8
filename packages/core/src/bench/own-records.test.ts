import { describe, expect, it } from 'vitest';
import { BOARD, CARD, MEMORY, PROCESSOR } from '../test/fixtures.ts';
import { groupRuns, recordsOfRuns, type BenchRun, type Rig } from './own-records.ts';

const SYSTEM: Rig = {
  id: 'mine',
  name: 'Mine',
  cpu: 'cpu',
  motherboard: 'motherboard',
  memory: 'memory',
  gpu: 'gpu',
  isCounted: true,
};
const RUN: BenchRun = {
  id: 'a',
  rig: 'mine',
  game: 'game',
  preset: 'high',
  widthPx: 1920,
  heightPx: 1080,
  renderScale: 1,
  background: 'none',
  state: { profile: true, clocks: 'stock' },
  on: '2026-11-20',
  average: 90,
  low: 70,
  slowest: 66,
  seconds: 60,
  isWarmUp: false,
  gpuBusy: 0.9,
  driftLn: 0,
};
const PARTS = [PROCESSOR, BOARD, MEMORY, CARD];

describe('own passes as records', () => {
  it('groups passes by everything that a rate hangs on, and keeps the state apart', () => {
    const runs = [
      RUN,
      { ...RUN, id: 'b', average: 92 },
      { ...RUN, id: 'c', state: { profile: false, clocks: 'stock' as const } },
      { ...RUN, id: 'd', preset: 'low' as const },
    ];
    expect(groupRuns(runs).map((group) => group.runs.map((run) => run.id))).toEqual([
      ['a', 'b'],
      ['c'],
      ['d'],
    ]);
  });
  it('keeps passes apart that were not taken alike, and puts the others’ further figures together', () => {
    const { state } = RUN;
    const runs: BenchRun[] = [
      { ...RUN, spread: { minimum: 40, maximum: 120, percentile90: 80 }, watts: { cpu: 60, gpu: null } },
      { ...RUN, id: 'b', spread: { minimum: 50, maximum: null, percentile90: null } },
      { ...RUN, id: 'c', isWarmUp: true, watts: { cpu: 200, gpu: 200 } },
      { ...RUN, id: 'd', state: { ...state, clocks: 'cpu-raised' } },
      { ...RUN, id: 'e', state: { ...state, rayTracing: true } },
      { ...RUN, id: 'f', state: { ...state, generatedFrames: true } },
      { ...RUN, id: 'g', state: { ...state, settings: 'textures low' } },
      { ...RUN, id: 'h', tool: 'a lens' },
    ];
    const records = recordsOfRuns(PARTS, [SYSTEM], runs);
    expect(records).toHaveLength(6);
    // By hand: (40 + 50) / 2; the others were told once; warm-ups do not count.
    expect(records[0]).toMatchObject({
      spread: { minimum: 45, maximum: 120, percentile90: 80 },
      watts: { cpu: 60, gpu: null },
    });
    expect(records.map(({ clocks }) => clocks)[1]).toBe('cpu-raised');
    expect(
      records.slice(2).map((each) => [each.rayTracing, each.generatedFrames, each.settings, each.tool]),
    ).toEqual([
      [true, false, '', ''],
      [false, true, '', ''],
      [false, false, 'textures low', ''],
      [false, false, '', 'a lens'],
    ]);
  });
  it('gives one record a group, trusted as own, with the memory as it ran in that state', () => {
    const [on, off] = recordsOfRuns(
      PARTS,
      [SYSTEM],
      [
        RUN,
        { ...RUN, id: 'b', average: 92 },
        { ...RUN, id: 'c', state: { profile: false, clocks: 'stock' } },
      ],
    );
    expect(on).toMatchObject({
      trust: 'own',
      rig: 'mine',
      average: 91,
      memory: { gb: 16, channels: 2, mts: 3200, cl: 16, profile: true },
      low: { definition: 'percentile' },
      excluded: null,
    });
    expect(off.memory).toEqual({ gb: 16, channels: 2, mts: 2400, cl: 17, profile: false });
  });
  it('holds the rate to the board’s limit, with the latency in ns kept', () => {
    const [record] = recordsOfRuns(
      [PROCESSOR, { ...BOARD, memoryMaxMts: 2666 }, MEMORY, CARD],
      [SYSTEM],
      [RUN],
    );
    expect(record.memory.mts).toBe(2666);
    expect((2000 * (record.memory.cl ?? 0)) / 2666).toBeCloseTo(10, 9);
  });
  it('tells the link that the board and the processor leave to the card', () => {
    const link = (slot: typeof BOARD.pcieSlot, pcieGeneration: number | null, gpu: string | null = 'gpu') =>
      recordsOfRuns(
        [{ ...PROCESSOR, pcieGeneration }, { ...BOARD, pcieSlot: slot }, MEMORY, CARD],
        [{ ...SYSTEM, gpu }],
        [RUN],
      )[0].link;
    expect(link({ generation: 4, lanes: 16 }, 3)).toEqual({ generation: 3, lanes: 16 });
    expect(link({ generation: 3, lanes: 8 }, 5)).toEqual({ generation: 3, lanes: 8 });
    expect([
      link(null, 4),
      link({ generation: 4, lanes: 16 }, null),
      link({ generation: 4, lanes: 16 }, 4, null),
    ]).toEqual([null, null, null]);
  });
  it('gives none for warm-ups or a lost system, and sets aside those of a system that does not count', () => {
    expect(recordsOfRuns(PARTS, [SYSTEM], [{ ...RUN, isWarmUp: true }])).toEqual([]);
    expect(recordsOfRuns(PARTS, [], [RUN])).toEqual([]);
    expect(recordsOfRuns(PARTS, [{ ...SYSTEM, isCounted: false }], [RUN])[0].excluded).toContain('left out');
    // A part that went leaves its conditions unknown, which holds the record back.
    expect(recordsOfRuns([PROCESSOR, CARD], [SYSTEM], [RUN])[0].memory.mts).toBeNull();
  });
});
