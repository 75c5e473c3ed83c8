import { minorPlaces } from '@ripe-pick/core';
import type { Deal, DealKind, Off, PayoutForm } from '@ripe-pick/core/parts';
import { toMinor } from './words.ts';

/** A deal as it is typed in, money in major units: nothing of it is checked yet. */
export interface DealDraft {
  readonly kind: DealKind;
  readonly name: string;
  /** One shop; of a rebate or cashback any number, none for all. */
  readonly shops: readonly string[];
  readonly parts: readonly string[];
  readonly code: string;
  readonly isPercent: boolean;
  readonly off: number | null;
  readonly minSpend: number | null;
  readonly stacks: boolean;
  readonly from: string | null;
  readonly to: string | null;
  readonly form: PayoutForm;
  readonly payoutDays: number;
  readonly postmarkDays: number | null;
  readonly postmarkBy: string | null;
  readonly limit: number | null;
  readonly papers: string;
  readonly review: number | null;
  readonly gift: string;
}

export const BLANK_DEAL: DealDraft = {
  kind: 'code',
  name: '',
  shops: [],
  parts: [],
  code: '',
  isPercent: false,
  off: null,
  minSpend: null,
  stacks: false,
  from: null,
  to: null,
  form: 'cash',
  payoutDays: 60,
  postmarkDays: 30,
  postmarkBy: null,
  limit: null,
  papers: 'copy of the receipt, barcode cut from the box',
  review: null,
  gift: '',
};

/** Whether the buyer has to claim it afterwards. */
export const isClaimKind = (kind: DealKind) => kind === 'rebate' || kind === 'cashback';

/** What is kept of a deal that no field shows. */
type DealKept = Pick<Deal, 'id' | 'source' | 'seenOn'>;

const papersOf = (words: string) =>
  words
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);

/**
 * A typed deal as it is kept, to be judged by its schema.
 *
 * @param before the deal that is changed: what no field shows stays as it was
 */
export function dealFrom(
  draft: DealDraft,
  base: DealKept,
  currency: string,
  before: Deal | null = null,
): unknown {
  const minor = (value: number | null) => (value === null ? 0 : toMinor(value, currency));
  const off = draft.isPercent
    ? { kind: 'percent', percent: draft.off ?? 0 }
    : { kind: 'amount', minor: minor(draft.off) };
  const [shop = null] = draft.shops;
  const some = draft.parts.length > 0 ? draft.parts : null;
  const common = {
    ...before,
    ...base,
    kind: draft.kind,
    name: draft.name.trim(),
    from: draft.from,
    to: draft.to,
  };
  const claim = {
    shops: draft.shops.length > 0 ? draft.shops : null,
    parts: some,
    form: draft.form,
    payoutDays: draft.payoutDays,
    currency,
  };
  switch (draft.kind) {
    case 'instant':
      return { ...common, shop, parts: draft.parts, off };
    case 'code':
      return {
        ...common,
        shop,
        code: draft.code.trim(),
        off,
        minSpendMinor: minor(draft.minSpend),
        parts: some,
        stacks: draft.stacks,
      };
    case 'combo':
      return { ...common, shop, parts: draft.parts, offMinor: minor(draft.off) };
    case 'gift': {
      const part = before?.kind === 'gift' ? before.gift.part : null;
      return { ...common, shop, parts: draft.parts, gift: { part, text: draft.gift.trim() } };
    }
    case 'rebate':
      return {
        ...common,
        ...claim,
        amountMinor: minor(draft.off),
        postmarkDays: draft.postmarkDays,
        postmarkBy: draft.postmarkBy,
        householdLimit: draft.limit,
        papers: papersOf(draft.papers),
      };
    case 'cashback':
      return { ...common, ...claim, off, reviewExtraMinor: minor(draft.review) };
  }
}

/** A deal that is there, to be changed. @param currency the one that its money is in */
export function draftOfDeal(deal: Deal, currency: string): DealDraft {
  const major = (minor: number) => minor / 10 ** minorPlaces(currency);
  const offOf = (off: Off) => ({
    isPercent: off.kind === 'percent',
    off: off.kind === 'percent' ? off.percent : major(off.minor),
  });
  const { kind, name, from, to } = deal;
  const shops = 'shop' in deal ? [deal.shop] : (deal.shops ?? []);
  const draft = { ...BLANK_DEAL, kind, name, from, to, shops, parts: deal.parts ?? [] };
  switch (deal.kind) {
    case 'instant':
      return { ...draft, ...offOf(deal.off) };
    case 'code': {
      const minSpend = deal.minSpendMinor > 0 ? major(deal.minSpendMinor) : null;
      return { ...draft, ...offOf(deal.off), code: deal.code, minSpend, stacks: deal.stacks };
    }
    case 'combo':
      return { ...draft, off: major(deal.offMinor) };
    case 'gift':
      return { ...draft, gift: deal.gift.text };
    case 'rebate':
      return {
        ...draft,
        off: major(deal.amountMinor),
        form: deal.form,
        payoutDays: deal.payoutDays,
        postmarkDays: deal.postmarkDays,
        postmarkBy: deal.postmarkBy,
        limit: deal.householdLimit,
        papers: deal.papers.join(', '),
      };
    case 'cashback': {
      const review = deal.reviewExtraMinor > 0 ? major(deal.reviewExtraMinor) : null;
      return { ...draft, ...offOf(deal.off), form: deal.form, payoutDays: deal.payoutDays, review };
    }
  }
}
