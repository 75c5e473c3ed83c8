import { describe, expect, it } from 'vitest';
import { RULES, type RuleContext } from '@ripe-pick/core/compatibility';
import { kindFor, type Part, type PartSet, type Slot } from '@ripe-pick/core/parts';
import { isReadByRules } from '@ripe-pick/core/search';
import { openSession } from '@ripe-pick/core/session';
import { drawsFrom } from '@ripe-pick/core/stats';
import { catalogueOf } from '@ripe-pick/contract';
import { makeCatalogue } from '@ripe-pick/demo/make';
import { SEAT_BRIEF } from '@ripe-pick/demo/briefs';

const SETS_OF_A_RULE = 400;

/** A part that throws when a field is read of which it is said that no rule reads it. `kind` is the same in a whole slot. */
const guarded = <P extends Part>(part: P): P =>
  new Proxy(part, {
    get(target, field) {
      if (typeof field === 'string' && !isReadByRules(target.kind, field))
        throw new Error(`${target.kind}.${field} is read`);
      return Reflect.get(target, field) as unknown;
    },
  });

/** Rules' context of a brief that asks for all that can be asked for: later parts with room kept for them, side jobs, drives that are there. */
function asksForAll(plain: RuleContext, parts: readonly Part[]): RuleContext {
  const [cpu, gpu, memory, drive] = (['cpu', 'gpu', 'memory', 'storage'] as const).map((kind) =>
    parts.find((part) => part.kind === kind),
  );
  if (cpu?.kind !== 'cpu' || gpu?.kind !== 'gpu' || memory?.kind !== 'memory' || drive?.kind !== 'storage')
    throw new Error('the market has all kinds of parts');
  return {
    ...plain,
    ...{ plannedCpu: cpu, plannedGpu: gpu, plannedMemory: memory, isFirm: true, jobCores: 8 },
    ...{ ownedDrives: [drive], thirdDrive: drive },
    needs: {
      ...plain.needs,
      ...{ wireless: true, osLicence: true, modular: true, overclock: true, gpuRequired: true },
      ...{ maxLitres: 20, maxNoiseDb: 30, psuQuality: 4, screens: 3, colour: 'black' },
      ...{
        stockCooler: false,
        borrowCpu: false,
        capacityFloors: true,
        psuRule: { ...plain.needs.psuRule, kind: 'planned' },
      },
    },
  };
}

describe('parts that rules cannot tell apart', () => {
  it('differ in nothing that a rule on several parts reads (every rule on random sets, sheets with gaps among them)', () => {
    const catalogue = catalogueOf(makeCatalogue({ seed: 3, parts: 600, gaps: 5 }));
    const draws = drawsFrom(640);
    const one = <T>(list: readonly T[]) => list[Math.floor(draws.uniform() * list.length)];
    const partFor = (slot: Slot): Part | null => {
      const list = catalogue.parts.filter(({ kind }) => kind === kindFor(slot));
      return list.length === 0 || draws.uniform() < 0.15 ? null : guarded(one(list));
    };
    const plain = openSession(catalogue, SEAT_BRIEF).rules;
    const full = asksForAll(plain, catalogue.parts);
    // Any of what a brief may ask for, in any company: one wish may answer before another one reads on.
    const mixed = <T extends object>(a: T, b: T): T =>
      Object.fromEntries(
        Object.entries({ ...a, ...b }).map(([key]) => [key, one([a, b])[key as keyof T]]),
      ) as T;
    let asked = 0;
    for (const rule of RULES.filter(
      ({ wholeBuild, advice, slots }) => !wholeBuild && !advice && slots.length > 1,
    ))
      for (let n = 0; n < SETS_OF_A_RULE; n++) {
        // A rule reads no other slots than its own.
        const set = Object.fromEntries(rule.slots.map((slot) => [slot, partFor(slot)])) as unknown as PartSet;
        const context = { ...mixed(plain, full), needs: mixed(plain.needs, full.needs) };
        for (const each of [full, context]) rule.judge(set, each);
        asked++;
      }
    expect(asked).toBeGreaterThan(4000);
  });
});
