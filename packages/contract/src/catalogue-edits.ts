import type {
  CatalogueFile,
  StoredDeal,
  StoredGame,
  StoredOffer,
  StoredPart,
  StoredShop,
} from './catalogue.ts';

/*
 * Single changes of a catalogue. Each gives a whole catalogue back, which is then judged like any file: what a change
 * breaks is told by its place.
 */

const putById = <T extends { readonly id: string }>(list: readonly T[], item: T): T[] =>
  list.some(({ id }) => id === item.id)
    ? list.map((each) => (each.id === item.id ? item : each))
    : [...list, item];

/** Adds a part, with the offer it was seen at and the shop if that is new. A known id is told as a duplicate. */
export const withPart = (
  file: CatalogueFile,
  part: StoredPart,
  shop: StoredShop | null,
  offer: StoredOffer | null,
): CatalogueFile => ({
  ...file,
  parts: [...file.parts, part],
  shops: shop ? [...file.shops, shop] : file.shops,
  offers: offer ? [...file.offers, offer] : file.offers,
});

/** Takes a part out, with its offers and its rates. */
export function withoutPart(file: CatalogueFile, part: string): CatalogueFile {
  const others = <T extends { readonly part: string }>(list: readonly T[]) =>
    list.filter((each) => each.part !== part);
  return {
    ...file,
    parts: file.parts.filter(({ id }) => id !== part),
    offers: others(file.offers),
    frameModel: {
      ...file.frameModel,
      cpus: others(file.frameModel.cpus),
      gpus: others(file.frameModel.gpus),
      integrated: others(file.frameModel.integrated),
    },
  };
}

/** Adds a game. A known id is told as a duplicate. */
export const withGame = (file: CatalogueFile, game: StoredGame): CatalogueFile => ({
  ...file,
  frameModel: { ...file.frameModel, games: [...file.frameModel.games, game] },
});

/** Puts a deal under its id, behind all others. */
export const withDeal = (file: CatalogueFile, deal: StoredDeal): CatalogueFile => ({
  ...file,
  deals: [...file.deals.filter(({ id }) => id !== deal.id), deal],
});

export const withoutDeal = (file: CatalogueFile, deal: string): CatalogueFile => ({
  ...file,
  deals: file.deals.filter(({ id }) => id !== deal),
});

/** Puts a shop under its id, in its place. */
export const withShop = (file: CatalogueFile, shop: StoredShop): CatalogueFile => ({
  ...file,
  shops: putById(file.shops, shop),
});
