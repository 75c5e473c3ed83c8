import type { Board, Brief, Card, Case, Catalogue, Cooler, FrameModel, Game, Memory, Network, Offer, PartSet, Processor, Shop, Storage, Supply } from '../parts/index.ts'; // prettier-ignore
import type { MemoryState } from '../frames/index.ts';

/* A small, complete world for tests: one good build, to be spoilt one figure at a time. All of it invented. */

const preset = { workLn: 2.35, prepLn: 2.0, videoMemoryGb: 5, videoMemoryGbPerMegapixel: 0.2, memoryGb: 9 };

export const GAME: Game = {
  id: 'game', name: 'Game', family: 'test', alpha: 0.7, beta: 0.1, gamma: 0.72, linkSensitivity: 0.05, threads: 6,
  processorSpread: 0.14, cardSpread: 0.1, frameCap: null, residualSd: 0.02,
  presets: { low: preset, medium: preset, high: preset, ultra: preset },
}; // prettier-ignore

export const MODEL: FrameModel = {
  referenceMemory: { mts: 3200, cl: 16, channels: 2 },
  processors: [{ part: 'processor', rateLn: 0, sdLn: 0.03 }],
  cards: [{ part: 'card', rateLn: 0, sdLn: 0.03 }],
  integrated: [{ part: 'processor', rateLn: -1.3, sdLn: 0.07 }],
  games: [GAME],
};

export const BRIEF: Brief = {
  name: 'Test',
  money: { currency: 'EUR', budgetMinor: 80000, slackMinor: 0, looksOutside: false, running: { hoursPerWeek: 10, tariffMinorPerKwh: 30, mains: 230 },
    school: 'strict', claims: { fileChance: 0.85, acceptChance: 0.9, yearlyRate: 0.08, costMinor: 60, used: [] }, countSales: false },
  play: {
    games: [{ game: 'game', preset: 'high', weight: 1, target: null }],
    widthPx: 1920, heightPx: 1080, refreshHz: 144,
    objective: { goal: 'frames', figure: 'average', mean: 'geometric', capAtRefresh: true, balanceLimit: null },
    background: 'none', renderScale: 1, memoryProfile: true,
  },
  needs: {
    memoryGb: 16, fastStorageGb: 480, totalStorageGb: 480, wireless: false, systemLicence: false, maxLitres: null, cardRequired: false,
    supplyRule: { kind: 'larger', factor: 1.3 }, supplyQuality: null, capacityFloors: false, boxedCooler: true, maxNoiseDb: null, raiseClocks: false, borrowProcessor: false, screens: 1,
  },
  market: { conditions: ['new', 'refurbished', 'used'], conditionsBySlot: {}, shopsOut: [], allowUnknown: false, maxAgeDays: null, usedRisk: false },
  dates: { buyOn: null, readyBy: null }, belongings: [],
  owned: [], locks: [], planned: { card: null, memory: null, processor: null, isFirm: false },
  growth: {
    horizonMonths: 36, sums: [], monthlyMinor: 0, wishes: [], discountYearly: 0.1, heavierYearly: 0.08, heavierByFamily: {}, needsYearly: 0.06, falls: {},
    resale: { feeShare: 0.1, condition: 'B', pays: true, kept: [] }, start: { withoutCard: true, withLessMemory: false, playableFps: 30 },
  }, excluded: [],
}; // prettier-ignore

const memoryAt: MemoryState = { latencyNs: 10, bandwidthGbs: 51.2, gb: 16 };
export const SYSTEM = { processor: { rateLn: 0, threads: 12 }, memory: memoryAt };

export const PROCESSOR: Processor = {
  id: 'processor', slot: 'processor', maker: 'Maker', name: 'Six', socket: 'S1', cores: 6, threads: 12, packageWatts: 88, memoryTypes: ['DDR4'], memoryMaxGb: 128,
  pcieGeneration: 4, integratedGraphics: true, boxedCooler: { heatWatts: 95, heightMm: 54, noiseDb: 38 }, unlocked: false, firmwareByChipset: { C1: 2, C2: 1 },
}; // prettier-ignore
export const BOARD: Board = {
  id: 'board', slot: 'board', maker: 'Maker', name: 'Board', socket: 'S1', chipset: 'C2', formFactor: 'micro-ATX', memoryType: 'DDR4', memorySlots: 4, memoryMaxGb: 128, memoryMaxMts: 3600,
  memoryProfile: true, firmwareShipped: 1, flashWithoutProcessor: false, m2: [{ protocols: ['NVMe', 'SATA'], maxLengthMm: 80, disablesSataPorts: 0 }], sataPorts: 4,
  cardSlot: { generation: 4, lanes: 16 }, smallSlots: 1, powerStageWatts: 120, processorPowerSockets: 1, wireless: false, pictureOutputs: ['HDMI'], watts: 25, raisesClocks: true, fanHeaders: 3, frontHeaders: ['USB 2', 'USB 3'],
}; // prettier-ignore
export const MEMORY: Memory = {
  id: 'memory', slot: 'memory', maker: 'Maker', name: 'Kit', type: 'DDR4', sticks: 2, gbPerStick: 8, ratedMts: 3200, ratedCl: 16, baseMts: 2400, baseCl: 17, heightMm: 34,
}; // prettier-ignore
export const CARD: Card = {
  id: 'card', slot: 'card', maker: 'Maker', name: 'Card', chip: 'chip', lengthMm: 240, slotsWide: 2, boardWatts: 150, power: { sixPin: 0, eightPin: 1, sixteenPin: 0 },
  makerSupplyWatts: 450, videoMemoryGb: 8, pcieGeneration: 4, pcieLanes: 16, adapterEightPins: 0, pictureOutputs: ['HDMI', 'DisplayPort'],
}; // prettier-ignore
export const STORAGE: Storage = { id: 'storage', slot: 'storage', maker: 'Maker', name: 'Drive', kind: 'M.2 NVMe', gb: 500, solidState: true, m2LengthMm: 80, watts: 5, pcieGeneration: 3, heatSpreader: false }; // prettier-ignore
export const COOLER: Cooler = { id: 'cooler', slot: 'cooler', maker: 'Maker', name: 'Cooler', sockets: ['S1'], bracketExtra: [], radiatorMm: 0, fans: 1, heatWatts: 150, heightMm: 155, memoryClearanceMm: 40, noiseDb: 26, watts: 3 }; // prettier-ignore
export const CASE: Case = {
  id: 'case', slot: 'case', maker: 'Maker', name: 'Case', boardFormFactors: ['mini-ITX', 'micro-ATX'], cardMaxMm: 300, cardSlots: 4, coolerMaxMm: 160, supplyForms: ['ATX'], supplyMaxMm: 160,
  bays25: 1, bays35: 1, litres: 32, fans: 1, radiatorsMm: [120, 240], frontConnectors: ['USB 3'],
}; // prettier-ignore
export const SUPPLY: Supply = {
  id: 'supply', slot: 'supply', maker: 'Maker', name: 'Supply', form: 'ATX', lengthMm: 140, ratedWatts: 500, efficiency: 'Bronze', eightPinLeads: 2, sixteenPinLeads: 0, processorLeads: 1, quality: { mark: 3, source: 'bench', on: '2026-01-05' },
}; // prettier-ignore
export const ADAPTER: Network = {
  id: 'network',
  slot: 'network',
  maker: 'Maker',
  name: 'Adapter',
  interface: 'PCIe',
  wireless: true,
  mbps: 600,
};

/** A build in which every rule passes. */
export const GOOD: PartSet = {
  processor: PROCESSOR, board: BOARD, memory: MEMORY, card: CARD, storage: STORAGE, bulk: null, cooler: COOLER, case: CASE, supply: SUPPLY, network: null, system: null, extras: null,
}; // prettier-ignore

export const SHOPS: readonly Shop[] = [
  {
    id: 'near',
    name: 'Near',
    kind: 'shop',
    currency: 'EUR',
    shipping: { feeMinor: 500, freeFromMinor: 10000 },
  },
  {
    id: 'far',
    name: 'Far',
    kind: 'shop',
    currency: 'SEK',
    shipping: { feeMinor: 7900, freeFromMinor: null },
  },
  {
    id: 'stalls',
    name: 'Stalls',
    kind: 'market',
    currency: 'EUR',
    shipping: { feeMinor: 0, freeFromMinor: null },
  },
];
const PRICES: readonly [part: string, minor: number][] = [
  ['processor', 12000], ['board', 8000], ['memory', 4500], ['card', 23000], ['storage', 3500], ['cooler', 2500], ['case', 4000], ['supply', 5000], ['network', 1500],
]; // prettier-ignore
export const OFFERS: readonly Offer[] = PRICES.map(([part, priceMinor]) => ({ id: `${part}.near`, part, shop: 'near', priceMinor, condition: 'new', inStock: true, seenOn: '2026-11-20' })); // prettier-ignore

export const CATALOGUE: Catalogue = {
  parts: [PROCESSOR, BOARD, MEMORY, CARD, STORAGE, COOLER, CASE, SUPPLY, ADAPTER],
  shops: SHOPS,
  offers: OFFERS,
  deals: [],
  currencyRates: [{ from: 'SEK', to: 'EUR', rate: 0.09, on: '2026-11-20' }],
  frameModel: MODEL,
  today: '2026-11-20',
};
