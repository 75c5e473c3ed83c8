import { describe, expect, it } from 'vitest';
import { RULES } from '@ripe-pick/core/compatibility';
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

describe('parts that rules cannot tell apart', () => {
  it('differ in nothing that a rule on several parts reads (every rule on random sets, sheets with gaps among them)', () => {
    const catalogue = catalogueOf(makeCatalogue({ seed: 3, parts: 600, gaps: 5 }));
    const draws = drawsFrom(640);
    const one = <T>(list: readonly T[]) => list[Math.floor(draws.uniform() * list.length)];
    const partFor = (slot: Slot): Part | null => {
      const list = catalogue.parts.filter(({ kind }) => kind === kindFor(slot));
      return list.length === 0 || draws.uniform() < 0.15 ? null : guarded(one(list));
    };
    const strict = { ...SEAT_BRIEF, needs: { ...SEAT_BRIEF.needs, wireless: true } };
    const contexts = [SEAT_BRIEF, strict].map((brief) => openSession(catalogue, brief).rules);
    let asked = 0;
    for (const rule of RULES.filter(
      ({ wholeBuild, advice, slots }) => !wholeBuild && !advice && slots.length > 1,
    ))
      for (let n = 0; n < SETS_OF_A_RULE; n++) {
        const set = Object.fromEntries(rule.slots.map((slot) => [slot, partFor(slot)]));
        // A rule reads no other slots than its own.
        rule.judge(set as unknown as PartSet, one(contexts));
        asked++;
      }
    expect(asked).toBeGreaterThan(4000);
  });
});
