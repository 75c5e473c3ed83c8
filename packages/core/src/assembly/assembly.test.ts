import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Drive, FormFactor, PartSet } from '../parts/index.ts';
import { companionsOf } from './companions.ts';
import { airPlan, cardLeads, coversFor, drivePlan, memoryPlan } from './layout.ts';
import { firstMisplaced, inOrder, moved } from './order.ts';
import { assemblySteps, STEP_RULES } from './plan.ts';
import { USUAL_CHOICES, type AssemblyInput, type AssemblyStep } from './step.ts';

/* Builds of every shape, with gaps. What is asked of their steps is common practice (no source) unless it says otherwise. */
const silent = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: null, freq: 6 });
const part = <K extends string>(kind: K) => ({
  id: fc.constant(`${kind}-id`),
  kind: fc.constant(kind),
  brand: fc.constant('Brand'),
  name: fc.constant(`${kind} name`),
});
const board = fc.record({
  ...part('motherboard'),
  socket: silent(fc.constantFrom('T4', 'Y12')),
  chipset: silent(fc.constantFrom('Reed 1', 'Reed 2')),
  formFactor: silent(fc.constantFrom<FormFactor>('mini-ITX', 'micro-ATX', 'ATX', 'E-ATX')),
  memorySlots: silent(fc.constantFrom(1, 2, 4, 8)),
  biosVersion: silent(fc.nat(6)),
  flashesWithoutCpu: silent(fc.boolean()),
  m2: silent(
    fc.array(
      fc.record({
        protocols: fc.constantFrom(['NVMe'], ['NVMe', 'SATA']),
        maxLengthMm: fc.constantFrom(80, 110),
        disablesSataPorts: fc.nat(2),
        heatSpreader: silent(fc.boolean()),
      }),
      { maxLength: 3 },
    ),
  ),
  sataPorts: silent(fc.nat(8)),
  cpuPowerConnectors: silent(fc.integer({ min: 1, max: 2 })),
  wireless: silent(fc.boolean()),
  fanHeaders: silent(fc.integer({ min: 1, max: 6 })),
  frontHeaders: silent(fc.subarray(['USB 2', 'USB 3', 'USB-C'])),
});
const drive = (id: string) =>
  fc.record({
    ...part('storage'),
    id: fc.constant(id),
    interface: silent(fc.constantFrom('M.2 NVMe', 'M.2 SATA', '2.5-inch SATA', '3.5-inch SATA')),
    m2LengthMm: silent(fc.constantFrom(42, 80, 110)),
  });
const gone = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: null });
const input = fc
  .record({
    parts: fc.record({
      cpu: gone(
        fc.record({
          ...part('cpu'),
          socket: silent(fc.constant('T4')),
          stockCooler: silent(fc.constantFrom(false, { heatWatts: 65, heightMm: 47, noiseDb: null })),
          minBiosByChipset: silent(fc.dictionary(fc.constantFrom('Reed 1', 'Reed 2'), fc.nat(6))),
        }),
      ),
      motherboard: gone(board),
      memory: gone(fc.record({ ...part('memory'), modules: silent(fc.constantFrom(1, 2, 3, 4)) })),
      gpu: gone(
        fc.record({
          ...part('gpu'),
          slotsWide: silent(fc.constantFrom(1, 2, 2.5, 3)),
          power: silent(fc.record({ sixPin: fc.nat(1), eightPin: fc.nat(2), sixteenPin: fc.nat(1) })),
          adapterEightPins: silent(fc.nat(3)),
        }),
      ),
      storage: gone(drive('drive-1')),
      secondaryStorage: gone(drive('drive-2')),
      cooler: gone(
        fc.record({
          ...part('cooler'),
          radiatorMm: silent(fc.constantFrom(0, 240)),
          heightMm: silent(fc.constantFrom(47, 155)),
          fans: silent(fc.nat(3)),
          bracketExtra: silent(fc.subarray(['T4', 'Y12'])),
        }),
      ),
      case: gone(
        fc.record({
          ...part('case'),
          fans: silent(fc.nat(6)),
          frontConnectors: silent(fc.subarray(['USB 2', 'USB 3', 'USB-C'])),
        }),
      ),
      psu: gone(fc.record({ ...part('psu'), sixteenPinConnectors: silent(fc.nat(1)) })),
      network: gone(
        fc.record({
          ...part('network'),
          interface: silent(fc.constantFrom('PCIe', 'USB', 'M.2')),
          wireless: silent(fc.boolean()),
        }),
      ),
      os: gone(fc.record(part('os'))),
      extras: gone(fc.record(part('extras'))),
    }),
    ownedDrives: fc
      .array(fc.nat(1), { maxLength: 2 })
      .chain((ns) => fc.tuple(...ns.map((_, n) => drive(`owned-${n}`)))),
    arrivals: fc.constant([]),
    needs: fc.record({ borrowCpu: fc.boolean(), wireless: fc.boolean(), osLicence: fc.boolean() }),
    choices: fc.record({
      cardFirst: fc.boolean(),
      shieldOnBoard: silent(fc.boolean()),
      onCarpet: fc.boolean(),
      pasteInBox: silent(fc.boolean()),
    }),
  })
  .map((value) => value as unknown as AssemblyInput); // figures that steps do not read are left out

const codeOf = (code: string) => code.split(':')[0];
/** Steps as somebody might wish them who knows nothing: in any order at all. */
const wish = fc.infiniteStream(fc.nat(1000)).map(
  (draws) => (steps: readonly AssemblyStep[]) =>
    [...steps]
      .map((step) => ({ step, at: draws.next().value as number }))
      .sort((a, b) => a.at - b.at)
      .map(({ step }) => step.code),
);
const placesOf = (steps: readonly AssemblyStep[]) => {
  const places = new Map<string, number[]>();
  steps.forEach(({ code }, place) => places.set(codeOf(code), [...(places.get(codeOf(code)) ?? []), place]));
  return places;
};
/** Whether every step of the one rule stands before every step of the other, where there are both. */
const isBefore = (places: Map<string, number[]>, a: string, b: string) =>
  Math.max(-1, ...(places.get(a) ?? [])) < Math.min(Infinity, ...(places.get(b) ?? []));

/** What common practice asks for, told apart from the rules. */
const ORDER: readonly (readonly [string, string])[] = [
  ['port-shield', 'board-in'],
  ['set-standoffs', 'board-in'],
  ['flash-firmware', 'seat-processor'],
  ['seat-processor', 'mount-cooler'],
  ['cooler-bracket', 'mount-cooler'],
  ['seat-memory', 'board-in'],
  ['board-in', 'front-leads'],
  ['board-in', 'card-in'],
  ['card-in', 'card-power'],
  ['supply-in', 'board-power'],
  ['board-in', 'tower-fan'],
  ['tower-fan', 'plug-cooler-fan'],
  ['board-power', 'first-start'],
  ['card-power', 'first-start'],
  ['first-start', 'tie-and-close'],
];
/** Which steps handle a part of each place, where the build has what the step speaks of. */
const MUST: readonly (readonly [string, string])[] = [
  ['cpu-id', 'seat-processor'],
  ['memory-id', 'seat-memory'],
  ['gpu-id', 'card-in'],
  ['case-id', 'open-case'],
  ['psu-id', 'supply-in'],
  ['os-id', 'install-system'],
  ['motherboard-id', 'board-in'],
];

describe('the steps of a build day', () => {
  it('of 500 random builds: no ring, every wait kept, nothing twice, the same again', () => {
    fc.assert(
      fc.property(input, wish, (all, wished) => {
        const steps = assemblySteps(all);
        expect(firstMisplaced(steps)).toBeNull();
        expect(new Set(steps.map(({ code }) => code)).size).toBe(steps.length);
        expect(assemblySteps(structuredClone(all))).toEqual(steps);
        expect(firstMisplaced(assemblySteps(all, wished(steps)))).toBeNull();
        const phases = steps.map(({ phase }) => ['before', 'table', 'case', 'close'].indexOf(phase));
        for (const { code, after } of steps) {
          const own = phases[steps.findIndex((each) => each.code === code)];
          for (const before of after)
            expect(phases[steps.findIndex((each) => each.code === before.code)]).toBeLessThanOrEqual(own);
        }
      }),
      { numRuns: 500 },
    );
  });
  it('keep the order that common practice asks for', () => {
    fc.assert(
      fc.property(input, wish, (all, wished) => {
        const places = placesOf(assemblySteps(all, wished(assemblySteps(all))));
        for (const [a, b] of ORDER) expect(isBefore(places, a, b), `${a} before ${b}`).toBe(true);
        const tower = (all.parts.cooler?.heightMm ?? 0) > 100 && !all.parts.cooler?.radiatorMm;
        if (tower) expect(isBefore(places, 'seat-m2', 'mount-cooler')).toBe(true);
        if (!all.choices.cardFirst)
          for (const each of ['front-leads', 'board-power', 'bay-drive', 'case-fans'])
            expect(isBefore(places, each, 'card-in'), `${each} before the graphics card`).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
  it('speak of nothing that is not there, and of every part that is', () => {
    fc.assert(
      fc.property(input, (all) => {
        const { parts, ownedDrives } = all;
        const ids = new Set(
          [...Object.values(parts), ...ownedDrives].flatMap((each) => (each ? [each.id] : [])),
        );
        const steps = assemblySteps(all);
        for (const { handles, code } of steps)
          for (const id of handles) expect(ids.has(id), `${code} handles ${id}`).toBe(true);
        const text = JSON.stringify(steps.map(({ title, lines }) => [title, lines]));
        for (const kind of ['gpu', 'cooler', 'psu', 'network', 'os', 'extras'] as const)
          if (!parts[kind]) expect(text).not.toContain(`${kind} name`);
        if (!parts.gpu) expect(steps.some(({ code }) => code.startsWith('card-'))).toBe(false);
        if (!parts.motherboard || !parts.case) return;
        const handled = new Set(steps.flatMap(({ handles }) => handles));
        for (const id of ids) expect(handled.has(id), `${id} is handled`).toBe(true);
        for (const [id, code] of MUST)
          expect(steps.some((each) => each.code === code && each.handles.includes(id))).toBe(ids.has(id));
      }),
      { numRuns: 300 },
    );
  });
  it('say where an order is late or dead', () => {
    const cpu = { id: 'c', kind: 'cpu', brand: 'A', name: 'B' };
    const arrivals = [
      { part: 'c', state: 'ordered' as const, arrivedOn: null, expectedOn: '2026-12-01', returnBy: null },
    ];
    const of = (state: 'ordered' | 'dead' | 'arrived') =>
      assemblySteps({
        parts: { cpu } as unknown as PartSet,
        ownedDrives: [],
        arrivals: [{ ...arrivals[0], state }],
        needs: { borrowCpu: false, wireless: false, osLicence: false },
        choices: USUAL_CHOICES,
      })[0].lines.join(' ');
    expect(of('ordered')).toContain('A B is not here yet: expected on 2026-12-01.');
    expect(of('dead')).toContain('A B is dead on arrival');
    expect(of('arrived')).not.toContain('A B');
  });
  it('have a rule for each code that another waits for', () => {
    const codes = new Set(STEP_RULES.map(({ code }) => code));
    for (const { after } of STEP_RULES)
      for (const { rule } of after) expect(codes.has(rule), rule).toBe(true);
  });
});

describe('moving a step', () => {
  it('keeps what waits for what, and says why where it may not', () => {
    fc.assert(
      fc.property(input, fc.nat(40), fc.nat(40), (all, from, to) => {
        const steps = assemblySteps(all);
        const step = steps[from % steps.length];
        const result = moved(steps, step.code, to % steps.length);
        if ('refused' in result) {
          const { step: code, waitsFor } = result.refused;
          expect(steps.find((each) => each.code === code)?.after.some((each) => each.code === waitsFor)).toBe(
            true,
          );
        } else {
          expect(firstMisplaced(result.steps)).toBeNull();
          expect(
            inOrder(
              steps,
              result.steps.map(({ code }) => code),
            ),
          ).toEqual(result.steps);
        }
      }),
    );
  });
});

describe('facts of the trade (common practice, no source)', () => {
  it('two sticks in the second and fourth slot from the processor, four in all, one in the second', () => {
    expect(memoryPlan(4, 2)).toEqual({ slots: 4, fill: [2, 4], isUsual: true });
    expect(memoryPlan(4, 4).fill).toEqual([1, 2, 3, 4]);
    expect(memoryPlan(4, 1).fill).toEqual([2]);
    expect(memoryPlan(2, 2).fill).toEqual([1, 2]);
    expect(memoryPlan(4, 3).isUsual).toBe(false);
  });
  it('slot covers by the thickness of the card', () => {
    expect([1, 2, 2.2, 2.5, 3].map(coversFor)).toEqual([1, 2, 3, 3, 3]);
  });
  it('a drive on the board sits where the fewest ports go dead', () => {
    const m2 = [
      { protocols: ['NVMe'], maxLengthMm: 80, disablesSataPorts: 2 },
      { protocols: ['NVMe'], maxLengthMm: 80, disablesSataPorts: 0 },
    ] as const;
    const nvme = { interface: 'M.2 NVMe', m2LengthMm: 80 } as Drive;
    const long = { interface: 'M.2 NVMe', m2LengthMm: 110 } as Drive;
    expect(drivePlan({ m2, sataPorts: 6 }, [nvme]).seats[0].place).toBe(2);
    expect(drivePlan({ m2, sataPorts: 6 }, [nvme])).toMatchObject({ deadPorts: 0, livePorts: 6 });
    expect(drivePlan({ m2, sataPorts: 6 }, [nvme, { ...nvme }])).toMatchObject({
      deadPorts: 2,
      livePorts: 4,
    });
    expect(drivePlan({ m2, sataPorts: 6 }, [long]).seats[0].place).toBeNull();
  });
  it('air in at the front and out at the rear; more fans than headers want a splitter', () => {
    const parts = {
      case: { fans: 3 },
      cooler: { fans: 1, radiatorMm: 0 },
      motherboard: { fanHeaders: 3 },
    } as unknown as PartSet;
    expect(airPlan(parts)).toMatchObject({ front: 2, rear: 1, cooler: 1, short: 1 });
  });
  it('a sixteen-pin plug is fed by the adapter where the supply has none', () => {
    const gpu = { power: { eightPin: 0, sixPin: 0, sixteenPin: 1 }, adapterEightPins: 3 } as never;
    expect(cardLeads(gpu, { sixteenPinConnectors: 0 } as never)?.adapterEightPins).toBe(3);
    expect(cardLeads(gpu, { sixteenPinConnectors: 1 } as never)?.adapterEightPins).toBe(0);
  });
  it('what was forgotten shows up, and no more', () => {
    const parts = {
      cooler: { bracketExtra: ['T4'], fans: 1, radiatorMm: 0 },
      motherboard: { socket: 'T4', fanHeaders: 1, wireless: false },
      case: { fans: 2 },
    } as unknown as PartSet;
    const sata = Array.from({ length: 3 }, () => ({ interface: '2.5-inch SATA' }) as Drive);
    const asked = {
      parts,
      ownedDrives: sata,
      arrivals: [],
      needs: { borrowCpu: false, wireless: true, osLicence: true },
      choices: { ...USUAL_CHOICES, pasteInBox: false },
    };
    expect(companionsOf(asked).map(({ code, count }) => `${count} ${code}`)).toEqual([
      '1 bracket',
      '1 paste',
      '1 splitter',
      '1 sata-lead',
      '1 wireless',
      '1 stick',
      '1 licence',
    ]);
    const bare = {
      ...asked,
      parts: {
        cooler: null,
        motherboard: { socket: 'T4', fanHeaders: 3, wireless: true },
      } as unknown as PartSet,
      ownedDrives: [],
      needs: { borrowCpu: false, wireless: true, osLicence: false },
    };
    expect(companionsOf(bare).map(({ code }) => code)).toEqual(['stick']);
  });
});
