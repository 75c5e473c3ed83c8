import type { BriefFile } from '@ripe-pick/contract';

/** A seat for the Friday league: 640 euro, two fast games and a slow beautiful one, at 1080p and 144 Hz. */
export const SEAT_BRIEF: BriefFile = {
  format: 'ripe-pick/brief',
  version: 2,
  name: 'League seat',
  money: {
    currency: 'EUR',
    budgetMinor: 64000,
    allowedOverMinor: 0,
    looksOutside: false,
    running: { hoursPerWeek: 9, tariffMinorPerKwh: 31.5, mains: 230 },
    costBasis: 'strict',
    claimHabits: {
      fileChance: 0.85,
      acceptChance: 0.9,
      yearlyRate: 0.08,
      costMinor: 60,
      used: [{ deal: 'trap-household', times: 1 }],
    },
    countSales: false,
  },
  play: {
    games: [
      { game: 'netfall', preset: 'high', weight: 2, target: 144 },
      { game: 'brineball', preset: 'high', weight: 2, target: 144 },
      { game: 'lantern-deep', preset: 'high', weight: 1, target: 60 },
    ],
    widthPx: 1920,
    heightPx: 1080,
    refreshHz: 144,
    objective: {
      goal: 'frames',
      figure: 'average',
      mean: 'geometric',
      capAtRefresh: true,
      balanceLimit: null,
    },
    background: 'voice',
    renderScale: 1,
    memoryProfile: true,
  },
  needs: {
    memoryGb: 16,
    fastStorageGb: 480,
    totalStorageGb: 900,
    wireless: true,
    osLicence: false,
    maxLitres: null,
    gpuRequired: false,
    psuRule: { kind: 'larger', factor: 1.3 },
    psuQuality: null,
    capacityFloors: false,
    stockCooler: true,
    maxNoiseDb: null,
    overclock: false,
    borrowCpu: false,
    screens: 1,
  },
  whereToBuy: {
    conditions: ['new', 'refurbished', 'used'],
    conditionsBySlot: {},
    shopsOut: [],
    allowUnknown: false,
    maxAgeDays: 21,
    usedRisk: true,
  },
  dates: { buyOn: null, readyBy: '2026-12-11' },
  owned: ['given-office-case', 'given-drive'],
  ownedParts: [{ part: 'given-office-case', paidMinor: null, valueMinor: 1000, sell: false }],
  locks: [],
  planned: { gpu: null, memory: null, cpu: null, isFirm: false },
  growth: {
    horizonMonths: 36,
    sums: [
      { id: 'sum-stall', on: '2027-07-20', amountMinor: 22000, note: 'the summer stall' },
      { id: 'sum-fair', on: '2028-05-20', amountMinor: 20000, note: 'the harbour fair' },
    ],
    monthlyMinor: 0,
    wishes: [
      {
        kind: 'screen',
        id: 'wish-screens',
        on: '2027-07-20',
        widthPx: 1920,
        heightPx: 1080,
        refreshHz: 180,
        costMinor: 0,
        note: 'the rowing club hands its screens on',
      },
    ],
    discountYearly: 0.1,
    heavierYearly: 0.08,
    heavierByFamily: { arena: 0.05, story: 0.14 },
    needsYearly: 0.06,
    falls: {},
    resale: { feeShare: 0.1, condition: 'B', pays: true, kept: [] },
    start: { withoutGpu: true, withLessMemory: false, playableFps: 30 },
  },
  excluded: [],
};

/** The same seat with new parts only. */
export const NEW_ONLY_BRIEF: BriefFile = {
  ...SEAT_BRIEF,
  name: 'League seat, new parts only',
  whereToBuy: { ...SEAT_BRIEF.whereToBuy, conditions: ['new'] },
};

/** A seat without a graphics card of its own, for a quarter less. */
export const NO_CARD_BRIEF: BriefFile = {
  ...SEAT_BRIEF,
  name: 'Seat without a card',
  money: { ...SEAT_BRIEF.money, budgetMinor: 38000 },
  play: {
    ...SEAT_BRIEF.play,
    games: SEAT_BRIEF.play.games.map((game) => ({ ...game, preset: 'low' as const, target: 60 })),
  },
  locks: [{ slot: 'gpu', part: null, offer: null }],
};
