import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { prepare } from '@ripe-pick/core/search';
import type { Brief, Catalogue } from '@ripe-pick/core/parts';
import { catalogueOf } from '@ripe-pick/contract';
import { makeCatalogue } from '@ripe-pick/demo/make';
import { SEAT_BRIEF } from '@ripe-pick/demo/briefs';
import { drawsOf } from '@ripe-pick/demo/random';
import { withStressDeals } from './stress-deals.ts';
import { milpOf, solveMilp } from './highs-model.ts';

interface HighsComparison {
  readonly name: string;
  readonly budget: number;
  readonly columns: number;
  readonly ours: string;
  readonly theirs: string;
  readonly agrees: boolean;
  /** Preparation and search of ours; the score phase of theirs, without building its text. */
  readonly oursMs: number;
  readonly theirsMs: number;
}

/** A seeded market of about so many parts, with a brief that differs from seed to seed. */
export function seededCase(seed: number, parts: number): { catalogue: Catalogue; brief: Brief } {
  const d = drawsOf(seed * 31 + 7);
  const catalogue = catalogueOf(makeCatalogue({ seed, parts, gaps: 5 }));
  // Other shop terms every second time.
  const shops = catalogue.shops.map((shop) =>
    shop.kind === 'used-market' || seed % 2 === 1
      ? shop
      : {
          ...shop,
          shipping: { feeMinor: d.int(200, 2000), freeFromMinor: d.chance(0.7) ? d.int(3000, 40000) : null },
        },
  );
  const brief: Brief = {
    ...SEAT_BRIEF,
    money: { ...SEAT_BRIEF.money, budgetMinor: d.pick([42000, 52000, 64000, 80000, 110000]) },
    play: {
      ...SEAT_BRIEF.play,
      objective: {
        ...SEAT_BRIEF.play.objective,
        figure: d.pick(['average', 'average', 'low'] as const),
        capAtRefresh: d.chance(0.7),
      },
    },
    needs: {
      ...SEAT_BRIEF.needs,
      wireless: d.chance(0.5),
      memoryGb: d.pick([8, 16, 16]),
      osLicence: d.chance(0.2),
      totalStorageGb: SEAT_BRIEF.needs.fastStorageGb,
    },
    whereToBuy: {
      ...SEAT_BRIEF.whereToBuy,
      conditions: d.chance(0.5) ? ['new', 'refurbished', 'used'] : ['new', 'refurbished'],
    },
    owned: d.chance(0.5) ? SEAT_BRIEF.owned : [],
  };
  const world = { ...catalogue, shops };
  if (seed % 3 !== 0) return { catalogue: world, brief };
  // Every third market has deals of all kinds, and counts claims and used risk one way or the other.
  const t = drawsOf(seed * 53 + 1);
  return {
    catalogue: withStressDeals(world, seed, 30),
    brief: {
      ...brief,
      money: { ...brief.money, costBasis: t.chance(0.5) ? 'after' : 'strict' },
      whereToBuy: { ...brief.whereToBuy, usedRisk: t.chance(0.5) },
    },
  };
}

/** Score first, then least cost for that score; or infeasible. */
export async function compareWithHighs(
  name: string,
  catalogue: Catalogue,
  brief: Brief,
  withCost: boolean,
): Promise<HighsComparison> {
  const budget = brief.money.budgetMinor;
  const start = performance.now();
  const result = finish(prepare(openSession(catalogue, brief)).solve(budget));
  const oursMs = performance.now() - start;
  const answer = result.answers[0];
  const model = milpOf(catalogue, brief);
  const first = await solveMilp(model.text('score', budget, null));
  let theirs = first.status === 'Optimal' ? `${Math.round(first.value)}` : 'infeasible';
  let ours = answer ? `${answer.score}` : 'infeasible';
  if (withCost && first.status === 'Optimal' && answer) {
    const second = await solveMilp(model.text('cost', budget, Math.round(first.value)));
    theirs += `/${Math.round(second.value)}`;
    ours += `/${answer.cost}`;
  }
  return {
    name,
    budget,
    columns: model.columns,
    ours,
    theirs,
    agrees: ours === theirs,
    oursMs,
    theirsMs: first.ms,
  };
}
