import { SLOTS, type Deal } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { currencySchema, dateSchema, idSchema, minorSchema, nameSchema, priceSchema } from './primitives.ts';

const percent = z.number().min(0.01).max(100).multipleOf(0.01);
const offSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('amount'), minor: priceSchema }),
  z.strictObject({ kind: z.literal('percent'), percent }),
]);
const parts = z.array(idSchema).min(1).max(200);

const base = {
  id: idSchema,
  name: nameSchema,
  from: dateSchema.nullable().default(null),
  to: dateSchema.nullable().default(null),
  source: z.string().max(500).nullable().default(null),
  seenOn: dateSchema,
};
const claim = {
  ...base,
  shops: z.array(idSchema).min(1).max(200).nullable().default(null),
  parts: parts.nullable().default(null),
  form: z.enum(['cash', 'cheque', 'card', 'credit']).default('cash'),
  payoutDays: z.int().min(0).max(1000).default(70),
  chance: z.number().min(0).max(1).nullable().default(null),
  currency: currencySchema,
};

/** What changes a price; see docs/models/deals.md. */
export const dealSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ ...base, kind: z.literal('instant'), shop: idSchema, parts, off: offSchema }),
    z.strictObject({
      ...base,
      kind: z.literal('code'),
      shop: idSchema,
      code: z.string().trim().min(1).max(60),
      off: offSchema,
      minSpendMinor: minorSchema.default(0),
      parts: parts.nullable().default(null),
      slots: z.array(z.enum(SLOTS)).min(1).max(SLOTS.length).nullable().default(null),
      stacks: z.boolean().default(false),
      usesLeft: z.int().min(0).max(10_000).nullable().default(null),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('combo'),
      shop: idSchema,
      parts: z.array(idSchema).min(2).max(12),
      offMinor: priceSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('gift'),
      shop: idSchema,
      parts,
      gift: z.strictObject({
        part: idSchema.nullable().default(null),
        text: z.string().trim().min(1).max(300),
      }),
    }),
    z.strictObject({
      ...claim,
      kind: z.literal('rebate'),
      amountMinor: priceSchema,
      postmarkDays: z.int().min(0).max(1000).nullable().default(null),
      postmarkBy: dateSchema.nullable().default(null),
      householdLimit: z.int().min(1).max(100).nullable().default(null),
      papers: z.array(z.string().trim().min(1).max(200)).max(20).default([]),
    }),
    z.strictObject({
      ...claim,
      kind: z.literal('cashback'),
      off: offSchema,
      reviewExtraMinor: minorSchema.default(0),
    }),
  ])
  .refine(({ from, to }) => from === null || to === null || from <= to, {
    message: 'the last day lies before the first',
    path: ['to'],
  }) satisfies z.ZodType<Deal>;

type Deals = z.infer<typeof dealSchema>;

/** Parts that a deal names, its gift among them. */
export const partsOfDeal = (deal: Deals): string[] => [
  ...(deal.parts ?? []),
  ...(deal.kind === 'gift' && deal.gift.part !== null ? [deal.gift.part] : []),
];

/** Shops that a deal names. */
export const shopsOfDeal = (deal: Deals): string[] => [
  ...('shop' in deal ? [deal.shop] : []),
  ...(('shops' in deal && deal.shops) || []),
];
