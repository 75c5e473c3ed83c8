import { today as localToday, type CatalogueChange } from '@ripe-pick/contract';
import { readAmount } from '@ripe-pick/core/audit';
import { originsAfter, type Catalogue, type Part, type PartKind } from '@ripe-pick/core/parts';
import { namesOtherCurrency } from '@ripe-pick/core/units';
import type { OfferWords, PartRead } from '@ripe-pick/core/specs';
import { isCurrency } from '../../shared/format/currencies.ts';
import { freshId } from './part-fields.ts';

/** Where figures and prices come from that are made into parts here. */
const READ = 'read from pasted text';
const TYPED = 'typed in by hand';

/** A part as it is typed in: nothing of it is checked yet. */
export interface PartDraft {
  /** The part that is changed; null for a new one. */
  readonly id: string | null;
  readonly kind: PartKind;
  readonly brand: string;
  readonly name: string;
  readonly specs: Readonly<Record<string, unknown>>;
  /** The words that figures were read from. */
  readonly words: Readonly<Record<string, string>>;
  readonly price: string;
  /** What the price is in, where that is said; null: as the shop, or the brief where the shop is new. */
  readonly currency: string | null;
  readonly condition: 'new' | 'refurbished' | 'used';
  readonly shop: string;
  /** What a new shop asks for sending; empty: not stated. */
  readonly shipping: string;
}

export const BLANK_DRAFT: PartDraft = {
  id: null,
  kind: 'gpu',
  brand: '',
  name: '',
  specs: {},
  words: {},
  price: '',
  currency: null,
  condition: 'new',
  shop: '',
  shipping: '',
};

/** A part that is there, to be changed. */
export function draftOf(part: Part): PartDraft {
  const { id, kind, brand, name, source: _source, origins: _origins, ...specs } = part;
  return { ...BLANK_DRAFT, id, kind, brand, name, specs: { ...specs } };
}

/** A draft with what a text says; what was typed stays where the text is silent. */
export function withReading(draft: PartDraft, read: PartRead): PartDraft {
  const kind = read.kind ?? draft.kind;
  const kept = kind === draft.kind ? draft : { ...draft, specs: {}, words: {} };
  const [firstWord = '', ...rest] = (read.name ?? '').split(/\s+/);
  const named =
    draft.id !== null // a part that is there keeps its name
      ? {}
      : read.brand !== null || read.name === null
        ? { brand: read.brand ?? draft.brand, name: read.name ?? draft.name }
        : { brand: firstWord, name: rest.join(' ') || firstWord };
  return {
    ...kept,
    ...named,
    kind,
    specs: { ...kept.specs, ...Object.fromEntries(read.figures.map((each) => [each.figure, each.value])) },
    words: { ...kept.words, ...Object.fromEntries(read.figures.map((each) => [each.figure, each.words])) },
  };
}

/** A draft with what a part is offered at; what was typed stays. */
export const withOffer = (draft: PartDraft, offer: OfferWords | null): PartDraft =>
  offer === null || draft.price.trim() !== ''
    ? draft
    : {
        ...draft,
        price: offer.price ?? '',
        currency: offer.currency,
        shop: draft.shop.trim() === '' ? (offer.shop ?? '') : draft.shop,
        condition: offer.condition ?? draft.condition,
      };

export const shopNamed = ({ shop }: PartDraft, { shops }: Pick<Catalogue, 'shops'>) =>
  shops.find(({ name }) => name.toLowerCase() === shop.trim().toLowerCase());

/** The currency that a draft's price is in. */
export const currencyOf = (draft: PartDraft, catalogue: Pick<Catalogue, 'shops'>, ofBrief: string): string =>
  shopNamed(draft, catalogue)?.currency ?? draft.currency ?? ofBrief;

/** Something of a draft that has to be put right first. */
export interface DraftProblem {
  readonly field: string;
  readonly message: string;
}

/** Whether a shop sells this very part in this condition already: its price has a history of its own. */
export function hasOffer(draft: PartDraft, catalogue: Pick<Catalogue, 'offers' | 'shops'>): boolean {
  if (draft.id === null) return false;
  const at = shopNamed(draft, catalogue)?.id;
  return catalogue.offers.some(
    (offer) => offer.part === draft.id && offer.shop === at && offer.condition === draft.condition,
  );
}

/** What stands in the way of keeping a draft, as far as it can be said here. */
export function problemsOfDraft(
  draft: PartDraft,
  ofBrief: string,
  catalogue: Pick<Catalogue, 'offers' | 'shops'>,
): DraftProblem[] {
  const currency = currencyOf(draft, catalogue, ofBrief);
  const problems: DraftProblem[] = [];
  const missing = (field: string, message: string) => problems.push({ field, message });
  if (draft.brand.trim() === '') missing('Brand', 'Say who makes it.');
  if (draft.name.trim() === '') missing('Name', 'Say what it is called.');
  if (draft.price.trim() === '') return problems;
  const price = readAmount(draft.price, currency);
  if (price === null || (price.kind === 'sure' && price.minor <= 0))
    missing('Price', `“${draft.price}” is no price. Write it like 139.90 or 139,90.`);
  else if (price.kind === 'doubtful')
    missing('Price', `“${draft.price}” can be read in two ways. Write it with its cents, like 1299.00.`);
  if (draft.currency !== null && !isCurrency(draft.currency))
    missing('Price', `“${draft.currency}” is no currency. Write its code, like EUR.`);
  else if (draft.currency !== null && draft.currency !== currency)
    missing('Price', `It is in ${draft.currency}, and ${draft.shop.trim()} sells in ${currency}.`);
  else if (namesOtherCurrency(draft.price, currency))
    missing('Price', `“${draft.price}” is not in ${currency}. Say its currency, or convert it.`);
  const shipping = draft.shipping.trim();
  if (shipping !== '' && readAmount(shipping, currency)?.kind !== 'sure')
    missing(
      'Shipping',
      `“${shipping}” is no amount. Write it like 4.90, or leave it empty if you do not know.`,
    );
  if (draft.shop.trim() === '') missing('Shop', 'Say where it was seen at this price.');
  if (hasOffer(draft, catalogue))
    missing(
      'Shop',
      `${draft.shop.trim()} has an offer of this part already: change its price under Offers below.`,
    );
  return problems;
}

function offerChanges(
  draft: PartDraft,
  part: string,
  catalogue: Catalogue,
  briefCurrency: string,
): CatalogueChange[] {
  if (draft.price.trim() === '') return [];
  const known = shopNamed(draft, catalogue);
  const currency = currencyOf(draft, catalogue, briefCurrency);
  const price = readAmount(draft.price, currency);
  if (price?.kind !== 'sure') return [];
  const shop = known?.id ?? freshId(draft.shop, new Set(catalogue.shops.map(({ id }) => id)));
  const offers = new Set(catalogue.offers.map(({ id }) => id));
  const offer: CatalogueChange = {
    do: 'put-offer',
    isNew: true,
    item: {
      id: freshId(`${part}.${shop}`.slice(0, 90), offers),
      part,
      shop,
      priceMinor: price.minor,
      condition: draft.condition,
      inStock: true,
      seenOn: catalogue.today ?? localToday(),
      source: Object.keys(draft.words).length > 0 ? READ : TYPED,
    },
  };
  if (known) return [offer];
  const fee = readAmount(draft.shipping, currency);
  const shipping =
    fee?.kind === 'sure'
      ? { feeMinor: fee.minor, freeFromMinor: null }
      : { feeMinor: 0, freeFromMinor: null, notStated: true };
  const item = { id: shop, name: draft.shop.trim(), kind: 'shop' as const, currency, shipping };
  return [{ do: 'put-shop', isNew: true, item }, offer];
}

/** Where a draft's figures come from: each that was changed from where it was read or typed, the others as before. */
function originsOf({ specs, words }: PartDraft, before: Part | undefined, today: string) {
  const source = before ? before.source : { name: Object.keys(words).length > 0 ? READ : TYPED, on: today };
  const had = (before ?? {}) as Readonly<Record<string, unknown>>; // its figures by name
  const isChanged = (figure: string) =>
    JSON.stringify(had[figure] ?? null) !== JSON.stringify(specs[figure] ?? null);
  const from = Object.keys(specs)
    .filter(isChanged)
    .map((figure) => {
      const name = words[figure] === undefined ? TYPED : READ;
      return [figure, (specs[figure] ?? null) === null ? null : { name, on: today }] as const;
    });
  const origins = originsAfter({ source, origins: before?.origins }, Object.fromEntries(from));
  return { ...(source ? { source } : {}), ...(origins ? { origins } : {}) };
}

/** The changes that keep a draft: the part, and the offer that it was seen at with its shop where that is new. */
export function changesOf(
  draft: PartDraft,
  catalogue: Catalogue,
  currency: string,
): { readonly id: string; readonly changes: CatalogueChange[] } {
  const { kind, specs } = draft;
  const [brand, name] = [draft.brand.trim(), draft.name.trim()];
  const id = draft.id ?? freshId(`${brand} ${name}`, new Set(catalogue.parts.map((part) => part.id)));
  const before = draft.id === null ? undefined : catalogue.parts.find((part) => part.id === draft.id);
  // The server checks every figure by the schema of its kind, and tells what is wrong by its name.
  const item = { ...specs, id, kind, brand, name, ...originsOf(draft, before, localToday()) } as Extract<
    CatalogueChange,
    { do: 'put-part' }
  >['item'];
  return {
    id,
    changes: [
      { do: 'put-part', item, ...(draft.id === null ? { isNew: true } : {}) },
      ...offerChanges(draft, id, catalogue, currency),
    ],
  };
}
