import { specLines, readSpecs } from '@ripe-pick/core/specs';
import type { Catalogue } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { BLANK_DRAFT, changesOf, draftOf, problemsOfDraft, withReading } from './part-draft.ts';

const EMPTY = { parts: [], shops: [], offers: [] } as unknown as Catalogue; // the lists that drafts look at
const typed = { ...BLANK_DRAFT, brand: 'Marrow', name: 'Lark 65' };

describe('a part as it is typed in', () => {
  it('is kept with the offer and the shop that it was seen at, to the cent in any way of writing it', () => {
    for (const [price, minor] of [
      ['139,90', 13990],
      ['139.90', 13990],
      ['1.299,00', 129900],
      ['1,299.00', 129900],
    ] as const) {
      const { changes } = changesOf({ ...typed, price, shop: 'Corner' }, EMPTY, 'EUR');
      expect(changes.map((change) => change.do)).toEqual(['put-part', 'put-shop', 'put-offer']);
      expect(changes[2]).toMatchObject({
        item: { priceMinor: minor, part: 'marrow-lark-65', shop: 'corner' },
      });
    }
    // Yen have no hundredths (ISO 4217).
    expect(changesOf({ ...typed, price: '13990', shop: 'Corner' }, EMPTY, 'JPY').changes[2]).toMatchObject({
      item: { priceMinor: 13990 },
    });
  });
  it('is seen on the day that the catalogue lives on, never on one to come', () => {
    const demo = { ...EMPTY, today: '2026-11-20' };
    const { changes } = changesOf({ ...typed, price: '139.90', shop: 'Corner' }, demo, 'EUR');
    expect(changes[2]).toMatchObject({ item: { seenOn: '2026-11-20' } });
  });
  it('asks about a price that can be read in two ways, and for the shop', () => {
    const fields = problemsOfDraft({ ...typed, price: '1.299' }, 'EUR', EMPTY).map(({ field }) => field);
    expect(fields).toEqual(['Price', 'Shop']);
    expect(
      problemsOfDraft({ ...typed, price: 'about a hundred', shop: 'Corner' }, 'EUR', EMPTY),
    ).toHaveLength(1);
    expect(problemsOfDraft(BLANK_DRAFT, 'EUR', EMPTY).map(({ field }) => field)).toEqual(['Brand', 'Name']);
  });
  it('takes what was read beside what was typed, with its words', () => {
    const read = readSpecs(specLines('Marrow Lark 65 graphics card\nVideo memory: 10 GB\nLength: 267 mm'));
    const draft = withReading({ ...typed, specs: { chip: 'Lark 65' } }, read);
    expect(draft.specs).toMatchObject({ chip: 'Lark 65', videoMemoryGb: 10, lengthMm: 267 });
    expect(draft.words.lengthMm).toBe('Length: 267 mm');
    expect(draft.brand).toBe('Marrow');
    const cpu = withReading(draft, readSpecs(specLines('Processor\nCores: 6\nSocket: T4')));
    expect(cpu.kind).toBe('cpu');
    expect(cpu.specs).not.toHaveProperty('videoMemoryGb');
  });
  it('keeps the name and the source of a part that is changed, and says that it was changed', () => {
    const part = {
      id: 'p',
      kind: 'psu',
      brand: 'Wattlewood',
      name: 'Mast',
      ratedWatts: 500,
      source: { name: 'maker’s page', on: '2026-01-02' },
    };
    const draft = withReading(
      draftOf(part as never),
      readSpecs(specLines('Another name\nWattage: 550 W'), 'psu'),
    );
    expect(draft).toMatchObject({ id: 'p', brand: 'Wattlewood', name: 'Mast', specs: { ratedWatts: 550 } });
    const typed = { ...draft, specs: { ...draft.specs, depthMm: 140 } };
    const catalogue = { ...EMPTY, parts: [part as never] };
    const once = changesOf(typed, catalogue, 'EUR').changes[0];
    expect(once).toMatchObject({
      item: {
        id: 'p',
        source: part.source,
        origins: { ratedWatts: { name: 'read from pasted text' }, depthMm: { name: 'typed in by hand' } },
      },
    });
    // What is not changed keeps its place and day, and a figure that is taken out has none.
    const [again] = changesOf(
      { ...typed, specs: { ...typed.specs, depthMm: null } },
      {
        ...EMPTY,
        parts: [(once as unknown as { item: never }).item],
      },
      'EUR',
    ).changes;
    expect(Object.keys((again as unknown as { item: { origins: object } }).item.origins)).toEqual([
      'ratedWatts',
    ]);
  });
  it('does not put a second price beside the one that a shop has of the same part', () => {
    const shop = { id: 'corner', name: 'Corner', currency: 'EUR' };
    const offer = { id: 'o', part: 'p', shop: 'corner', condition: 'new' };
    const there = { ...EMPTY, shops: [shop], offers: [offer] } as unknown as Catalogue; // what drafts look at
    const draft = { ...typed, id: 'p', price: '100', shop: 'Corner' };
    expect(problemsOfDraft(draft, 'EUR', there).map(({ field }) => field)).toEqual(['Shop']);
    expect(problemsOfDraft({ ...draft, condition: 'used' }, 'EUR', there)).toEqual([]);
  });
});
