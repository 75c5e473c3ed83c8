import { finish } from '@ripe-pick/core/work';
import { openSession } from '@ripe-pick/core/session';
import { readFileSync } from 'node:fs';
import {
  briefFileSchema,
  briefOf,
  buildFileSchema,
  buyingSchema,
  catalogueFileSchema,
  catalogueOf,
  type Workspace,
} from '@ripe-pick/contract';
import { shoppingFor } from '@ripe-pick/core/search/orders';
import { plannedOrders } from '@ripe-pick/core/buying';
import type { Picks } from '@ripe-pick/core/parts';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useBench } from './bench.ts';
import { useBuying } from './buying.ts';
import { useCatalogue } from './catalogue.ts';
import { useNames } from './names.ts';
import { useWorkspace } from './workspace.ts';

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const brief = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));
const { picks } = buildFileSchema.parse(demo('build-first-idea.json'));
const kept = buyingSchema.parse(demo('buying.json'));

beforeEach(() => {
  vi.stubGlobal('fetch', async (path: string) => {
    const isKnown = path.startsWith('/api/receipts') || path === '/api/workspace';
    return Response.json({ revision: 1, bytes: 4 }, { status: isKnown ? 200 : 500 });
  });
  setActivePinia(createPinia());
  useCatalogue().stored = catalogue;
  useWorkspace().edit('start', (state) => ({
    ...state,
    brief: brief as Workspace['brief'],
    ...kept,
    candidates: [{ ...state.candidates[0], picks }],
  }));
});

describe('buying', () => {
  it('turns a basket into orders, slips and a version in one step that undo takes back whole', () => {
    const [buying, bench, workspace] = [useBuying(), useBench(), useWorkspace()];
    const result = finish(
      shoppingFor(
        workspace.picks,
        openSession(catalogue, {
          ...workspace.brief,
          whereToBuy: { ...workspace.brief.whereToBuy, conditions: ['new'] },
        }),
      ),
    );
    if (result.status !== 'optimal' || !bench.index) throw new Error('no basket');
    const planned = plannedOrders(result.best.cost, bench.index, useNames().part);
    buying.place(result.best, planned);
    const fresh = workspace.orders.slice(kept.orders.length);
    expect(fresh.length).toBe(planned.length);
    expect(fresh.flatMap((order) => order.lines).reduce((sum, line) => sum + line.plannedMinor, 0)).toBe(
      result.best.cost.dueNow,
    );
    const slips = workspace.claims.slice(kept.claims.length);
    expect(slips.map((slip) => slip.deal)).toEqual(result.best.cost.backs.map((back) => back.deal));
    for (const slip of slips) expect(fresh.some((order) => order.id === slip.order)).toBe(true);
    expect(workspace.versions.at(-1)).toMatchObject({
      kind: 'ordered',
      dueNowMinor: result.best.cost.dueNow,
    });
    expect(workspace.undo()).toBe('turn the basket into orders');
    expect([workspace.orders.length, workspace.claims.length, workspace.versions.length]).toEqual([
      kept.orders.length,
      kept.claims.length,
      kept.versions.length,
    ]);
  });
  it('what slips say of the household reaches the brief that the core sees, and not the one that is typed', () => {
    const workspace = useWorkspace();
    const used = workspace.brief.money.claimHabits.used.find((each) => each.deal === 'trap-household');
    expect(used?.times).toBe(2);
    expect(workspace.typedBrief.money.claimHabits.used).toEqual(brief.money.claimHabits.used);
    expect(workspace.brief.money.claimHabits.acceptChance).toBeCloseTo((0.9 * 10 + 1) / 11, 12);
    expect(workspace.brief.money.claimHabits.fileChance).toBeCloseTo((0.85 * 10 + 2) / 12, 12);
  });
  it('the open finds are among the offers that the core sees; passed ones leave', () => {
    const [market, buying] = [useCatalogue(), useBuying()];
    const count = () => (market.catalogue?.offers.length ?? 0) - catalogue.offers.length;
    expect(count()).toBe(2);
    buying.patch('listings', 'reef-kit', 'pass', (find) => ({ ...find, state: 'passed' }));
    expect(count()).toBe(1);
    buying.patch('listings', 'berth-seven', 'compete', (find) => ({ ...find, inLanes: true }));
    expect(count()).toBe(4);
    expect(market.stored?.offers.length).toBe(catalogue.offers.length);
  });
  it('keeps what is added, changed and removed as named steps', () => {
    const [buying, workspace] = [useBuying(), useWorkspace()];
    const { id: _, ...find } = kept.listings[0];
    const id = buying.add('listings', 'keep a find', { ...find, name: 'Another' });
    buying.patch('listings', id, 'rename it', (each) => ({ ...each, name: 'Renamed' }));
    expect(workspace.listings.at(-1)).toMatchObject({ id, name: 'Renamed' });
    buying.remove('listings', id, 'drop it');
    expect(workspace.listings).toHaveLength(kept.listings.length);
    expect([workspace.undo(), workspace.undo(), workspace.undo()]).toEqual([
      'drop it',
      'rename it',
      'keep a find',
    ]);
  });
  it('keeps a version of the picks with prices that add up with what else is paid', () => {
    const [buying, bench, workspace] = [useBuying(), useBench(), useWorkspace()];
    buying.keepVersion('planned', 'As planned');
    const version = workspace.versions.at(-1);
    expect(version).toMatchObject({
      name: 'As planned',
      on: catalogue.today,
      dueNowMinor: bench.summary?.cost.dueNow,
    });
    expect(version?.lines.map((line) => line.slot)).toEqual(
      expect.arrayContaining(Object.keys(picks as Picks)),
    );
  });
  it('refuses receipts that are empty or too large, and names the others in their order', async () => {
    const [buying, workspace] = [useBuying(), useWorkspace()];
    const order = kept.orders[0].id;
    expect(await buying.keepReceipt(order, new File([], 'none.txt'))).toBe('The file is empty.');
    const large = new File(['x'], 'large.png');
    Object.defineProperty(large, 'size', { value: 9e6 });
    expect(await buying.keepReceipt(order, large)).toContain('8 MB');
    expect(
      await buying.keepReceipt(order, new File(['paid'], 'slip.txt', { type: 'text/plain' })),
    ).toBeNull();
    expect(workspace.orders[0].receipts).toMatchObject([{ name: 'slip.txt', type: 'text/plain', bytes: 4 }]);
  });
});
