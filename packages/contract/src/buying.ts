import { SLOTS } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { currencySchema, dateSchema, idSchema, minorSchema, nameSchema, withIds } from './primitives.ts';

/*
 * What is kept of buying: finds under appraisal, orders, slips, and versions of a build. All of it is part of the
 * workspace, so that every change is saved and undone like any other.
 */

const note = z.string().max(5000).default('');
const chance = z.number().min(0).max(1);

export const LISTING_STATES = ['seen', 'asked', 'offered', 'bought', 'passed'] as const;

/** A used listing under appraisal: one part, or several that are sold together. */
export const findSchema = z
  .strictObject({
    id: idSchema,
    name: nameSchema,
    parts: z.array(idSchema).min(1).max(12),
    currency: currencySchema,
    priceMinor: z.int().min(1).max(1e10),
    shippingMinor: minorSchema.default(0),
    /** Kilometres there, when it is fetched. */
    km: z.number().min(0).max(5000).default(0),
    grade: z.enum(['A', 'B', 'C']).default('B'),
    monthsOld: z.int().min(0).max(600).nullable().default(null),
    seller: z.string().max(200).default(''),
    good: z.int().min(0).max(1e7).default(0),
    rated: z.int().min(0).max(1e7).default(0),
    returnDays: z.int().min(0).max(1000).default(0),
    seenOn: dateSchema,
    where: z.string().max(500).default(''),
    state: z.enum(LISTING_STATES).default('seen'),
    offeredMinor: minorSchema.nullable().default(null),
    /** Whether it stands in the lanes and before the search. */
    inLanes: z.boolean().default(true),
    /** Checks of the test list that were done, by their codes. */
    tested: z.array(z.string().max(100)).max(100).default([]),
    note,
  })
  .refine(({ good, rated }) => good <= rated, { message: 'more good deals than rated ones', path: ['good'] });
export type Listing = z.infer<typeof findSchema>;

export const LINE_STATES = ['ordered', 'arrived', 'dead', 'returned', 'cancelled', 'sold'] as const;

/** A file kept beside the database: a receipt, a photo of a label. */
export const receiptSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  type: z.string().max(100),
  bytes: z.int().min(0).max(1e9),
});
export type Receipt = z.infer<typeof receiptSchema>;

const orderLineSchema = z.strictObject({
  slot: z.enum(SLOTS).nullable(),
  part: idSchema.nullable(),
  /** Kept, so that it can be read when the catalogue has lost the part. */
  name: z.string().min(1).max(420),
  plannedMinor: z.int(),
  paidMinor: z.int().nullable().default(null),
  /** Of what was sent back or sold: what came for it. */
  backMinor: minorSchema.nullable().default(null),
  /** Reserve for a used part until it has arrived. */
  reserveMinor: minorSchema.default(0),
  state: z.enum(LINE_STATES).default('ordered'),
  arrivedOn: dateSchema.nullable().default(null),
  returnBy: dateSchema.nullable().default(null),
  warrantyUntil: dateSchema.nullable().default(null),
  serial: z.string().max(200).default(''),
});
/** An order at one shop. Amounts in the brief's currency. */
export const orderSchema = z.strictObject({
  id: idSchema,
  /** The candidate that it was placed for, whose build it fixes; null: none of this brief. */
  candidate: idSchema.nullable(),
  shop: nameSchema,
  number: z.string().max(200).default(''),
  placedOn: dateSchema,
  expectedOn: dateSchema.nullable().default(null),
  currency: currencySchema,
  codes: z.array(z.string().max(60)).max(20).default([]),
  /** Parts, and what sending, deals and tax add: the sum is the planned total. */
  lines: z.array(orderLineSchema).min(1).max(60),
  receipts: z.array(receiptSchema).max(20).default([]),
  note,
});
export type Order = z.infer<typeof orderSchema>;

const CLAIM_STATES = ['eligible', 'bought', 'sent', 'approved', 'paid', 'refused', 'missed'] as const;

/** A rebate or cashback claim with its papers and days. */
export const slipSchema = z.strictObject({
  id: idSchema,
  deal: idSchema,
  name: nameSchema,
  order: idSchema.nullable().default(null),
  part: idSchema.nullable(),
  partName: z.string().max(420).default(''),
  kind: z.enum(['rebate', 'cashback', 'review']),
  currency: currencySchema,
  faceMinor: minorSchema,
  expectedMinor: minorSchema,
  form: z.enum(['cash', 'cheque', 'card', 'credit']),
  payoutDays: z.int().min(0).max(1000),
  chance: chance.nullable().default(null),
  lastPurchase: dateSchema.nullable().default(null),
  boughtOn: dateSchema.nullable().default(null),
  sendBy: dateSchema.nullable().default(null),
  remindDays: z.int().min(0).max(365).default(7),
  papers: z
    .array(z.strictObject({ name: z.string().min(1).max(200), have: z.boolean() }))
    .max(20)
    .default([]),
  state: z.enum(CLAIM_STATES).default('eligible'),
  sentOn: dateSchema.nullable().default(null),
  paidOn: dateSchema.nullable().default(null),
  paidMinor: minorSchema.nullable().default(null),
  note,
});
export type ClaimKept = z.infer<typeof slipSchema>;

const VERSION_KINDS = ['planned', 'ordered', 'built', 'found'] as const;
export const INCIDENTS = [
  'out-of-stock',
  'dead-on-arrival',
  'swapped',
  'price-changed',
  'late',
  'other',
] as const;

/** What a list that was found elsewhere says beside its prices. */
const foundSchema = z.strictObject({
  /** Shipping and tax. */
  chargesMinor: minorSchema,
  backs: z
    .array(
      z.strictObject({
        slot: z.enum(SLOTS),
        kind: z.enum(['rebate', 'cashback']),
        minor: minorSchema,
      }),
    )
    .max(60),
});

/** A build as it stood on a day, with its prices. */
export const versionSchema = z.strictObject({
  id: idSchema,
  kind: z.enum(VERSION_KINDS),
  name: nameSchema,
  on: dateSchema,
  currency: currencySchema,
  dueNowMinor: z.int(),
  expectedMinor: z.int(),
  afterMinor: z.int(),
  score: z.int().nullable(),
  lines: z
    .array(
      z.strictObject({
        slot: z.enum(SLOTS),
        part: idSchema,
        name: z.string().min(1).max(420),
        offer: idSchema.nullable(),
        shop: z.string().max(200),
        priceMinor: z.int().nullable(),
      }),
    )
    .max(SLOTS.length),
  incidents: z
    .array(
      z.strictObject({
        on: dateSchema,
        kind: z.enum(INCIDENTS),
        slot: z.enum(SLOTS).nullable(),
        text: z.string().max(1000),
      }),
    )
    .max(200)
    .default([]),
  found: foundSchema.nullable().default(null),
  note,
});
export type Version = z.infer<typeof versionSchema>;

/** The most of each kind that a workspace keeps. */
export const MOST_KEPT = 500;
export const buyingShape = {
  listings: withIds(findSchema, MOST_KEPT).default([]),
  orders: withIds(orderSchema, MOST_KEPT).default([]),
  claims: withIds(slipSchema, MOST_KEPT).default([]),
  versions: withIds(versionSchema, MOST_KEPT).default([]),
};
export const buyingSchema = z.strictObject(buyingShape);
