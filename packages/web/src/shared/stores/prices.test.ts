import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { usePrices } from './prices.ts';
import { useWorkspace } from './workspace.ts';

// No server and no workers here: what the store keeps is tested, not what it fetches.
vi.mock('../api/client.ts', () => ({
  call: async () => await new Promise(() => {}),
  CallFailed: class extends Error {},
  failureText: (_: unknown, otherwise: string) => otherwise,
}));

describe('what is kept of watching', () => {
  beforeEach(() => setActivePinia(createPinia()));
  const target = { currency: 'EUR', priceMinor: 15_000, from: null, by: null, note: '' };
  it('is a named step each: one target a part, changed, removed, undone', () => {
    const [prices, workspace] = [usePrices(), useWorkspace()];
    prices.setTarget('card-a', 'gpu', target);
    prices.setTarget('card-a', 'gpu', { ...target, priceMinor: 14_000 });
    expect(workspace.targets).toMatchObject([{ part: 'card-a', priceMinor: 14_000 }]);
    expect(workspace.canUndo).toBe('set a target for the graphics card');
    prices.setTarget('card-a', 'gpu', null);
    expect(workspace.targets).toEqual([]);
    workspace.undo();
    workspace.undo();
    expect(workspace.targets).toMatchObject([{ priceMinor: 15_000 }]);
  });
  it('keeps events under their ids, one or many at once', () => {
    const [prices, workspace] = [usePrices(), useWorkspace()];
    const event = (id: string, name: string) => ({
      id,
      kind: 'sale' as const,
      name,
      from: '2026-11-20',
      to: '2026-11-22',
      touches: [],
      factor: 5,
    });
    prices.putEvent(event('a', 'Fair'));
    prices.putEvents([event('a', 'Fair, renamed'), event('b', 'Other')]);
    expect(workspace.events.map((each) => each.name)).toEqual(['Fair, renamed', 'Other']);
    workspace.undo();
    expect(workspace.events.map((each) => each.name)).toEqual(['Fair']);
    prices.removeEvent('a');
    expect(workspace.events).toEqual([]);
  });
  it('changes how loud the watch is, step by step', () => {
    const [prices, workspace] = [usePrices(), useWorkspace()];
    prices.setWatching('have no quiet hours', { quiet: null });
    prices.setWatching('set the least change', { leastMinor: 100 });
    expect(workspace.watching).toMatchObject({ quiet: null, leastMinor: 100, seasons: true });
    workspace.undo();
    expect(workspace.watching).toMatchObject({ quiet: null, leastMinor: 500 });
    expect(prices.promise).toBe(0.85);
  });
});
