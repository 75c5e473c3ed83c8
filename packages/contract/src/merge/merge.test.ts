import { readFileSync } from 'node:fs';
import type { Catalogue, Part } from '@ripe-pick/core/parts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueFileSchema, catalogueOf, type CatalogueFile, type StoredPart } from '../catalogue.ts';
import type { CatalogueChange } from '../catalogue-changes.ts';
import { crossCheckCatalogue } from '../crosscheck.ts';
import { mergeCatalogues } from './merge.ts';

const demo = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
const NO_MODEL = { ...demo.frameModel, cpus: [], gpus: [], integrated: [], games: [], fit: undefined };

/** Makes changes one after the other, as plainly as it can be said. */
function applied(catalogue: Catalogue, changes: readonly CatalogueChange[]): Catalogue {
  const put = <T extends { readonly id: string }>(list: readonly T[], item: T): T[] =>
    list.some(({ id }) => id === item.id)
      ? list.map((each) => (each.id === item.id ? item : each))
      : [...list, item];
  return changes.reduce((now: Catalogue, change): Catalogue => {
    const model = now.frameModel;
    switch (change.do) {
      case 'put-part':
        return { ...now, parts: put(now.parts, change.item as Part) };
      case 'put-shop':
        return { ...now, shops: put(now.shops, change.item) };
      case 'put-offer':
        return { ...now, offers: put(now.offers, change.item) };
      case 'put-deal':
        return { ...now, deals: put(now.deals, change.item) };
      case 'put-game':
        return { ...now, frameModel: { ...model, games: put(model.games, change.item) } };
      case 'put-rate':
        return { ...now, frameModel: { ...model, [change.list]: [...model[change.list], change.item] } };
      case 'put-currency-rate': {
        const others = now.currencyRates.filter(
          ({ from, to }) => from !== change.item.from || to !== change.item.to,
        );
        return { ...now, currencyRates: [...others, change.item] };
      }
      default:
        throw new Error(`a merge does not ${change.do}`);
    }
  }, catalogue);
}

interface Piece {
  readonly parts: readonly {
    readonly at: number;
    readonly drop: boolean;
    readonly other: boolean;
    readonly ids: boolean;
  }[];
  readonly isLater: boolean;
}
const piece: fc.Arbitrary<Piece> = fc.record({
  parts: fc.uniqueArray(
    fc.record({ at: fc.nat(19), drop: fc.boolean(), other: fc.boolean(), ids: fc.boolean() }),
    { maxLength: 12, selector: ({ at }) => at },
  ),
  isLater: fc.boolean(),
});
const SOME = demo.parts.filter((_, n) => n % 17 === 0).slice(0, 20);

/** A piece of the demo as somebody else might have it: other ids, figures missing, figures that differ, later prices. */
function fileOf({ parts: chosen, isLater }: Piece): CatalogueFile {
  const idOf = new Map(chosen.map(({ at, ids }) => [SOME[at].id, ids ? `theirs-${at}` : SOME[at].id]));
  const parts = chosen.map(({ at, drop, other }) => ({
    ...SOME[at],
    id: idOf.get(SOME[at].id) ?? '',
    ...(drop ? { warrantyMonths: null } : other ? { warrantyMonths: 7 } : {}),
  }));
  const offers = demo.offers
    .filter(({ part }) => idOf.has(part))
    .map((offer) => ({
      ...offer,
      part: idOf.get(offer.part) ?? '',
      ...(isLater ? { seenOn: '2026-12-01', priceMinor: offer.priceMinor + 100 } : {}),
    }));
  const shops = demo.shops.filter(({ id }) => offers.some(({ shop }) => shop === id));
  return {
    ...demo,
    parts: parts as StoredPart[],
    offers,
    shops,
    deals: [],
    currencyRates: [],
    frameModel: NO_MODEL,
  };
}
const sorted = ({ parts, shops, offers }: Catalogue) =>
  [parts, shops, offers].map((list) =>
    [...list].map((each) => JSON.stringify(each, Object.keys(each).sort())).sort(),
  );

describe('merging a catalogue file', () => {
  it('twice changes nothing more, and what comes of it is whole', () => {
    fc.assert(
      fc.property(piece, piece, (a, b) => {
        const ours = catalogueOf(fileOf(a), '2026-11-20');
        const theirs = fileOf(b);
        const merged = applied(ours, mergeCatalogues(ours, theirs).changes);
        expect(mergeCatalogues(merged, theirs).changes).toEqual([]);
        expect(crossCheckCatalogue({ ...demo, ...merged } as unknown as CatalogueFile)).toEqual([]);
      }),
    );
  });
  it('with what is here already changes nothing: the whole demo, with two offers of one part in one shop', () => {
    const { changes, conflicts } = mergeCatalogues(catalogueOf(demo, '2026-11-20'), demo);
    expect(changes).toEqual([]);
    expect(conflicts).toEqual([]);
  });
  it('of two disjoint files comes to the same in either order', () => {
    fc.assert(
      fc.property(piece, fc.nat(20), (all, cut) => {
        const [a, b] = [all.parts.slice(0, cut), all.parts.slice(cut)].map((parts) =>
          fileOf({ ...all, parts }),
        );
        const empty = catalogueOf({
          ...demo,
          parts: [],
          shops: [],
          offers: [],
          deals: [],
          frameModel: NO_MODEL,
        });
        const both = (files: readonly CatalogueFile[]) =>
          files.reduce((now, file) => applied(now, mergeCatalogues(now, file).changes), empty);
        expect(sorted(both([a, b]))).toEqual(sorted(both([b, a])));
      }),
    );
  });
  it('leaves every figure that is here, fills in what was missing, and names each that differs', () => {
    fc.assert(
      fc.property(piece, piece, (a, b) => {
        const ours = catalogueOf(fileOf(a), '2026-11-20');
        const { changes, conflicts } = mergeCatalogues(ours, fileOf(b));
        const after = new Map(applied(ours, changes).parts.map((part) => [part.id, part]));
        for (const part of ours.parts)
          for (const [figure, value] of Object.entries(part))
            if (value !== null && figure !== 'source')
              expect((after.get(part.id) as unknown as Record<string, unknown>)[figure]).toEqual(value);
        const warranty = ({ at, drop, other }: Piece['parts'][number]) =>
          drop ? null : other ? 7 : (SOME[at].warrantyMonths ?? null);
        const differ = b.parts.filter((theirs) => {
          const mine = a.parts.find(({ at }) => at === theirs.at);
          const both = mine ? [warranty(mine), warranty(theirs)] : [];
          return both.length === 2 && !both.includes(null) && both[0] !== both[1];
        });
        const told = conflicts.filter(({ what }) => what === 'part').map(({ figure }) => figure);
        expect(told).toEqual(differ.map(() => 'warrantyMonths'));
      }),
    );
  });
  it('takes the file’s figure where it is asked for, and the later price without being asked', () => {
    const at = SOME.findIndex(({ warrantyMonths }) => (warrantyMonths ?? null) !== null);
    const row = { at, drop: false, other: false, ids: false };
    const ours = catalogueOf(fileOf({ parts: [row], isLater: false }), '2026-11-20');
    const theirs = fileOf({ parts: [{ ...row, other: true, ids: true }], isLater: true });
    const [conflict] = mergeCatalogues(ours, theirs).conflicts;
    expect(conflict).toMatchObject({ what: 'part', figure: 'warrantyMonths', theirs: 7 });
    const { changes, counts } = mergeCatalogues(ours, theirs, new Set([conflict.key]));
    const merged = applied(ours, changes);
    expect(merged.parts[0].warrantyMonths).toBe(7);
    expect(counts.newer).toBe(ours.offers.length);
    expect(merged.offers.map(({ priceMinor }) => priceMinor)).toEqual(
      ours.offers.map(({ priceMinor }) => priceMinor + 100),
    );
  });
  it('gives what has another’s id an id of its own, with all that belongs to it', () => {
    const [part] = SOME;
    const row = { at: 0, drop: false, other: false, ids: false };
    const ours = catalogueOf(fileOf({ parts: [row], isLater: false }), '2026-11-20');
    const file = fileOf({ parts: [row], isLater: false });
    const stranger = { ...part, name: 'Something else', gtin: undefined, mpn: undefined } as StoredPart;
    const merged = applied(ours, mergeCatalogues(ours, { ...file, parts: [stranger] }).changes);
    expect(merged.parts.map(({ id }) => id)).toEqual([part.id, `${part.id}-2`]);
    expect(merged.offers.filter(({ part: of }) => of === `${part.id}-2`)).toHaveLength(file.offers.length);
  });
});
