import { describe, expect, it } from 'vitest';
import {
  api,
  eventSchema,
  feedSchema,
  foundSchema,
  targetSchema,
  watchKeptSchema,
  workspaceSchema,
} from './index.ts';

const feed = { id: 'f', name: 'A list', url: 'https://shop.invalid/prices.csv', shop: 'pennywharf' };
const event = { id: 'e', kind: 'sale', name: 'Fair', from: '2026-11-20', to: '2026-11-30' };
const found = { name: 'A', priceMinor: 100, currency: 'EUR' };

describe('prices at the border', () => {
  it('have what holds where nothing is said', () => {
    expect(feedSchema.parse(feed)).toMatchObject({
      part: null,
      everyHours: 24,
      isOn: true,
      allowPrivate: false,
    });
    expect(eventSchema.parse(event)).toMatchObject({ touches: [], factor: 5 });
    expect(foundSchema.parse(found).condition).toBe('new');
    const kept = watchKeptSchema.parse({});
    expect(kept).toMatchObject({
      targets: [],
      events: [],
      watching: { days: 30, seasons: true, quiet: { from: '22:00', to: '07:00' }, leastMinor: 500 },
    });
  });
  it.each([
    ['an address without http', feedSchema, { ...feed, url: 'ftp://shop.invalid/' }],
    ['an address that is a script', feedSchema, { ...feed, url: 'javascript:alert(1)' }],
    ['every minute', feedSchema, { ...feed, everyHours: 0.016 }],
    ['a field that nobody knows', feedSchema, { ...feed, headers: {} }],
    ['a last day before the first', eventSchema, { ...event, to: '2026-11-19' }],
    ['a day that is none', eventSchema, { ...event, from: '2026-02-30' }],
    ['an event without a name', eventSchema, { ...event, name: ' ' }],
    ['an event of a slot that is none', eventSchema, { ...event, touches: ['keyboard'] }],
    ['a sale that is rarer than never', eventSchema, { ...event, factor: 0 }],
    ['a price of nothing', foundSchema, { ...found, priceMinor: 0 }],
    ['a fraction of a cent', foundSchema, { ...found, priceMinor: 1.5 }],
    ['a currency by its sign', foundSchema, { ...found, currency: '€' }],
    ['an item number of letters', foundSchema, { ...found, gtin: 'ABCDEFGH' }],
    ['a look from before 1970', foundSchema, { ...found, at: -1 }],
    ['a stock of minus one', foundSchema, { ...found, stock: -1 }],
    ['a condition that is none', foundSchema, { ...found, condition: 'shiny' }],
    ['a grade that is none', foundSchema, { ...found, grade: 'D' }],
    ['an address longer than any', feedSchema, { ...feed, url: `https://a.invalid/${'x'.repeat(2100)}` }],
    ['a target of nothing', targetSchema, { id: 't', part: 'p', currency: 'EUR', priceMinor: 0 }],
    ['a time of day that is none', watchKeptSchema, { watching: { quiet: { from: '25:00', to: '07:00' } } }],
    ['ninety-one days ahead', watchKeptSchema, { watching: { days: 91 } }],
    ['silence about something unknown', watchKeptSchema, { watching: { silent: ['weather'] } }],
  ] as const)('refuse %s', (_, schema, value) => {
    expect(schema.safeParse(value).success).toBe(false);
  });
  it('let an older workspace in that knows nothing of watching', () => {
    const shape = workspaceSchema.safeParse({ candidates: [], active: 'x' });
    const missing = shape.error?.issues.map((issue) => String(issue.path[0])) ?? [];
    for (const field of ['targets', 'events', 'watching']) expect(missing).not.toContain(field);
  });
  it('ask for a bounded number of histories at once', () => {
    const { request } = api.priceHistory;
    expect(request.parse({})).toEqual({ offers: [], parts: [], pool: 0 });
    expect(request.safeParse({ pool: 201 }).success).toBe(false);
    expect(request.safeParse({ parts: Array<string>(501).fill('p') }).success).toBe(false);
  });
});
