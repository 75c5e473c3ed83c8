import { growthWorld, type GrowthWorld, type OutlookOptions, type Path } from '../growth/index.ts';
import type { Brief, Catalogue, Growth, Part } from '../parts/index.ts';
import {
  BOARD,
  BRIEF,
  CARD,
  CASE,
  CATALOGUE,
  COOLER,
  MEMORY,
  MODEL,
  OFFERS,
  PROCESSOR,
  SUPPLY,
} from './fixtures.ts';

/* The small world of tests with parts to grow into. All of it invented. */

/** Drops into the same socket; boards with chipset C1 need newer firmware for it than they ship with. */
const FASTER = {
  ...PROCESSOR,
  id: 'faster',
  name: 'Eight',
  threads: 16,
  packagePowerWatts: 105,
  minBiosByChipset: { C1: 3, C2: 2 },
} as const;
/** Another socket with memory of another type: the end of the first platform. */
const NEXT = {
  ...PROCESSOR,
  id: 'next',
  name: 'Ten',
  socket: 'S2',
  threads: 20,
  memoryTypes: ['DDR5'],
  minBiosByChipset: { N1: 1 },
} as const;
const NEXT_BOARD = {
  ...BOARD,
  id: 'next-board',
  name: 'Next board',
  socket: 'S2',
  chipset: 'N1',
  memoryType: 'DDR5',
  memoryMaxMts: 6000,
} as const;
const NEXT_KIT = {
  ...MEMORY,
  id: 'next-kit',
  name: 'Next kit',
  type: 'DDR5',
  ratedMts: 6000,
  ratedCl: 30,
  jedecMts: 4800,
  jedecCl: 40,
} as const;
/** Faster, longer, thirstier, with two leads. */
const BIG_CARD = {
  ...CARD,
  id: 'big-card',
  name: 'Big card',
  chip: 'big',
  lengthMm: 290,
  boardPowerWatts: 230,
  recommendedPsuWatts: 600,
  videoMemoryGb: 16,
  power: { sixPin: 0, eightPin: 2, sixteenPin: 0 },
} as const;
const LONG_CARD = {
  ...CARD,
  id: 'long-card',
  name: 'Long card',
  chip: 'long',
  lengthMm: 320,
  videoMemoryGb: 12,
} as const;
export const BIG_SUPPLY = {
  ...SUPPLY,
  id: 'big-supply',
  name: 'Big supply',
  ratedWatts: 700,
  eightPinConnectors: 4,
} as const;
const LONG_CASE = { ...CASE, id: 'long-case', name: 'Long case', maxGpuLengthMm: 360 } as const;
const COOL = { ...COOLER, id: 'cool', name: 'Cool', sockets: ['S1', 'S2'], heatWatts: 200 } as const;

const MORE: readonly [part: Part, minor: number][] = [
  [FASTER, 20000],
  [NEXT, 24000],
  [NEXT_BOARD, 12000],
  [NEXT_KIT, 7000],
  [BIG_CARD, 40000],
  [LONG_CARD, 30000],
  [BIG_SUPPLY, 8000],
  [LONG_CASE, 6000],
  [COOL, 4000],
];

export const GROWING: Catalogue = {
  ...CATALOGUE,
  // Sending is free, so that prices to come are prices of today, moved.
  shops: CATALOGUE.shops.map((shop) => ({ ...shop, shipping: { feeMinor: 0, freeFromMinor: null } })),
  parts: [...CATALOGUE.parts, ...MORE.map(([part]) => part)],
  offers: [
    ...OFFERS,
    ...MORE.map(([part, priceMinor]) => ({
      id: `${part.id}.near`,
      part: part.id,
      shop: 'near',
      priceMinor,
      condition: 'new' as const,
      inStock: true,
      seenOn: '2026-11-20',
    })),
  ],
  frameModel: {
    ...MODEL,
    cpus: [
      ...MODEL.cpus,
      { part: 'faster', rateLn: 0.3, sdLn: 0.03 },
      { part: 'next', rateLn: 0.5, sdLn: 0.03 },
    ],
    gpus: [
      ...MODEL.gpus,
      { part: 'big-card', rateLn: 0.6, sdLn: 0.03 },
      { part: 'long-card', rateLn: 0.35, sdLn: 0.03 },
    ],
    integrated: [
      ...MODEL.integrated,
      { part: 'faster', rateLn: -1.2, sdLn: 0.07 },
      { part: 'next', rateLn: -1.1, sdLn: 0.07 },
    ],
  },
};

export const LATER = '2027-07-20';
export const LAST = '2028-05-20';

/** A wish with two later sums, changed as a test needs it. */
export function growingWish(
  growth: Partial<Growth> = {},
  brief: Partial<Brief> = {},
  catalogue: Catalogue = GROWING,
): OutlookOptions {
  return {
    catalogue,
    brief: {
      ...BRIEF,
      ...brief,
      growth: {
        ...BRIEF.growth,
        sums: [
          { id: 'a', on: LATER, amountMinor: 30000, note: '' },
          { id: 'b', on: LAST, amountMinor: 20000, note: '' },
        ],
        ...growth,
      },
    },
    events: [],
  };
}

export const growing = (...of: Parameters<typeof growingWish>): GrowthWorld =>
  growthWorld(growingWish(...of));

/** The good build of the small world, with parts swapped. */
export function picksWith(change: { readonly [slot: string]: string | null } = {}): Path['picks'] {
  const all: { [slot: string]: string | null } = {
    cpu: 'cpu',
    motherboard: 'motherboard',
    memory: 'memory',
    gpu: 'gpu',
    storage: 'storage',
    cooler: 'cooler',
    case: 'case',
    psu: 'psu',
    ...change,
  };
  return Object.fromEntries(
    Object.entries(all).flatMap(([slot, part]) =>
      part === null ? [] : [[slot, { part, offer: `${part}.near` }]],
    ),
  );
}
