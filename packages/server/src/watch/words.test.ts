import { describe, expect, it } from 'vitest';
import type { PriceEvent } from '@ripe-pick/core/prices';
import { changeText, eventTexts, priceText } from './words.ts';
import { alertsFeedOf } from './atom.ts';

const move = (before: number | null, now: number | null) => ({
  offer: 'o',
  name: 'Ember at Pennywharf',
  before,
  now,
});

describe('alerts in words', () => {
  it('say what changed, by how much, and why', () => {
    const told = changeText(
      {
        kind: 'best',
        swaps: [{ slot: 'gpu', from: 'Tideline', to: 'Ember' }],
        minor: -1200,
        score: 3000,
        because: [move(23_000, 18_800)],
      },
      'EUR',
      '2026-11-20',
      [{ name: 'Reed week', turn: 'ended' }],
    );
    expect(told.title).toBe('The best set changed: other graphics card, €12.00 less, 3.0 frames more');
    expect(told.text).toBe(
      'graphics card: Ember in place of Tideline\nBecause Ember at Pennywharf went from €230.00 to €188.00; Reed week ended.',
    );
  });
  it.each([
    [{ minor: 0, score: 10 }, 'the same parts, the same money, the same frames'],
    [{ minor: 550, score: -2500 }, 'the same parts, €5.50 more, 2.5 frames less'],
  ])('name small and equal things as such: %j', (more, words) => {
    const { title, text } = changeText(
      { kind: 'best', swaps: [], because: [], ...more },
      'EUR',
      '2026-11-20',
    );
    expect(title).toBe(`The best set changed: ${words}`);
    expect(text).toBe('No price of these parts moved: shipping or dates did.');
  });
  it.each([
    [move(null, 500), 'Ember at Pennywharf is for sale again at €5.00'],
    [move(500, null), 'Ember at Pennywharf is sold out'],
    [move(500, 450), 'Ember at Pennywharf went from €5.00 to €4.50'],
  ])('tell how a price moved: %j', (because, words) => {
    const told = changeText(
      { kind: 'total', candidate: 'c', name: 'Mine', from: 5000, to: 4500, because: [because] },
      'EUR',
      '2026-11-20',
    );
    expect(told.title).toBe('Mine costs €5.00 less: €45.00');
    expect(told.text).toBe(`Because ${words}.`);
  });
  it('tell of what is gone, of nothing that fits, of targets and of ripe picks', () => {
    expect(
      changeText(
        { kind: 'gone', candidate: 'c', name: 'Mine', parts: ['Ember', 'Reef'] },
        'EUR',
        '2026-11-20',
      ),
    ).toMatchObject({
      title: 'Mine: parts are sold out',
      text: expect.stringContaining('Ember, Reef') as unknown,
    });
    expect(changeText({ kind: 'no-best', because: [] }, 'EUR', '2026-11-20').title).toBe(
      'Nothing fits the brief any more',
    );
    const price = { part: 'p', now: 14_900 };
    expect(priceText({ ...price, kind: 'target', targetMinor: 15_000 }, 'Ember', 'EUR').title).toBe(
      'Ember is at €149.00: your target was €150.00',
    );
    expect(priceText({ ...price, kind: 'ripe', slot: 'gpu' }, 'Ember', 'EUR').title).toBe(
      'Ember is ripe at €149.00',
    );
  });
  it('have a key by what they say: another price is another alert, the same one is not', () => {
    const at = (now: number) =>
      priceText({ kind: 'target', part: 'p', now, targetMinor: 15_000 }, 'Ember', 'EUR').key;
    expect(at(14_900)).toBe(at(14_900));
    expect(at(14_900)).not.toBe(at(14_800));
  });
  it('tell of the events that begin today or tomorrow, and of no others', () => {
    const event = (id: string, from: string, to = from): PriceEvent => ({
      ...{ id, name: id, from, to },
      ...{ kind: 'sale', touches: [], factor: 1 },
    });
    const events = [
      event('now', '2026-11-30'),
      event('next', '2026-12-01', '2026-12-03'),
      event('far', '2026-12-02'),
    ];
    const told = eventTexts(events, '2026-11-30');
    expect(told.map(({ title, text }) => [title, text])).toEqual([
      ['now: today', '2026-11-30'],
      ['next: tomorrow', '2026-12-01 to 2026-12-03'],
    ]);
  });
});

describe('the feed of alerts (RFC 4287)', () => {
  it('stands without alerts, and gives each a lasting id', () => {
    expect(alertsFeedOf([], 'http://127.0.0.1:1')).toContain('<updated>1970-01-01T00:00:00.000Z</updated>');
    const alert = {
      serial: 7,
      kind: 'best' as const,
      at: '2026-11-20T12:00:00.000Z',
      day: '2026-11-20',
      title: 'a < b',
      text: '',
      isRead: false,
    };
    const text = alertsFeedOf([alert], 'http://127.0.0.1:1');
    expect(text).toContain('<id>urn:ripe-pick:alert:7</id>');
    expect(text).toContain('<title>a &lt; b</title>');
  });
});
