import type {
  Brief,
  Case,
  Catalogue,
  Game,
  Offer,
  Part,
  PartKind,
  PresetEffects,
  Shop,
  Slot,
} from '@ripe-pick/core/parts';
import { drawsOf, type DemoDraws } from '@ripe-pick/demo/random';
import { withStressDeals } from './stress-deals.ts';

/*
 * Tiny markets with stressed shop terms: few parts, so that every set can be enumerated, but sockets, outlines,
 * heights, leads and watts that often clash, thresholds near the sums at stake, a foreign currency, and gaps.
 */

const SOCKETS = ['S1', 'S1', 'S1', 'S2'];

function gap<T>(d: DemoDraws, value: T): T | null {
  return d.chance(0.015) ? null : value;
}

function partsOf(d: DemoDraws): Part[] {
  const parts: Part[] = [];
  const base = <K extends PartKind>(kind: K, n: number) => ({
    id: `${kind}-${n}`,
    kind,
    brand: 'Maker',
    name: `${kind} ${n}`,
  });
  const many = (from: number, to: number, make: (n: number) => void) => {
    const count = d.int(from, to);
    for (let n = 0; n < count; n++) make(n);
  };
  many(2, 3, (n) => {
    const watts = d.pick([65, 65, 95, 125]);
    parts.push({
      ...base('cpu', n),
      socket: gap(d, d.pick(SOCKETS)),
      cores: 4,
      threads: gap(d, d.pick([4, 8, 12])),
      packagePowerWatts: gap(d, watts),
      memoryTypes: ['DDR4'],
      memoryMaxGb: 64,
      pcieGeneration: d.pick([3, 4]),
      integratedGraphics: d.chance(0.4),
      stockCooler: d.chance(0.5)
        ? { heatWatts: d.pick([65, 95]), heightMm: d.pick([50, 70]), noiseDb: 35 }
        : false,
      unlocked: n === 0,
      minBiosByChipset: { C1: d.int(1, 2), C2: 1 },
    });
  });
  many(3, 4, (n) => {
    parts.push({
      ...base('motherboard', n),
      socket: d.pick(SOCKETS),
      chipset: d.pick(['C1', 'C2']),
      formFactor: d.pick(['micro-ATX', 'ATX']),
      memoryType: 'DDR4',
      memorySlots: d.pick([1, 2, 2, 4]),
      memoryMaxGb: 64,
      memoryMaxMts: gap(d, d.pick([2666, 3200, 3600])),
      memoryProfile: d.chance(0.7),
      biosVersion: d.int(1, 2),
      flashesWithoutCpu: d.chance(0.3),
      m2: d.chance(0.2)
        ? []
        : [{ protocols: ['NVMe'], maxLengthMm: 80, disablesSataPorts: d.pick([0, 0, 2]) }],
      sataPorts: d.int(1, 3),
      pcieSlot: { generation: d.pick([3, 4]), lanes: d.pick([8, 16]) },
      smallSlots: d.int(0, 1),
      vrmWatts: d.pick([95, 125, 125]),
      cpuPowerConnectors: d.pick([1, 1, 2]),
      wireless: d.chance(0.4),
      displayOutputs: d.chance(0.6) ? ['HDMI'] : [],
      watts: d.int(20, 40),
      overclocking: n % 3 > 0,
      fanHeaders: 2,
      frontHeaders: ['USB 3'],
    });
  });
  many(2, 3, (n) => {
    const modules = d.int(1, 2);
    parts.push({
      ...base('memory', n),
      type: 'DDR4',
      modules,
      gbPerModule: d.pick([4, 8, 8]),
      ratedMts: d.pick([2666, 3200, 3600]),
      ratedCl: d.int(16, 19),
      jedecMts: 2133,
      jedecCl: 15,
      heightMm: d.pick([31, 45]),
    });
  });
  many(2, 4, (n) => {
    const watts = d.pick([70, 120, 180, 250]);
    parts.push({
      ...base('gpu', n),
      chip: `chip ${n % 2}`,
      lengthMm: d.int(170, 320),
      slotsWide: d.int(1, 3),
      boardPowerWatts: watts,
      power:
        watts <= 75
          ? { sixPin: 0, eightPin: 0, sixteenPin: 0 }
          : { sixPin: 0, eightPin: watts > 225 ? 2 : 1, sixteenPin: 0 },
      recommendedPsuWatts: gap(d, watts * 2 + 100),
      videoMemoryGb: d.pick([4, 6, 8]),
      pcieGeneration: d.pick([3, 4]),
      pcieLanes: d.pick([8, 16]),
      displayOutputs: n % 2 === 0 ? ['HDMI', 'HDMI'] : ['HDMI'],
      adapterEightPins: 0,
    });
  });
  many(1, 3, (n) => {
    const kind = d.pick(['M.2 NVMe', '2.5-inch SATA'] as const);
    parts.push({
      ...base('storage', n),
      interface: kind,
      gb: d.pick([240, 480, 960]),
      solidState: true,
      m2LengthMm: kind === 'M.2 NVMe' ? 80 : null,
      watts: d.int(2, 7),
      pcieGeneration: null,
      heatSpreader: null,
    });
  });
  many(1, 2, (n) => {
    parts.push({
      ...base('cooler', n),
      sockets: d.chance(0.7) ? ['S1', 'S2'] : [d.pick(SOCKETS)],
      heatWatts: d.pick([65, 95, 150]),
      heightMm: d.int(60, 165),
      memoryClearanceMm: d.pick([35, 999]),
      noiseDb: 28 + n * 6,
      watts: 3,
      bracketExtra: null,
      radiatorMm: n === 1 ? 120 : 0,
      fans: 1,
    });
  });
  many(2, 3, (n) => {
    parts.push({
      ...base('case', n),
      motherboardFormFactors: d.chance(0.5) ? ['mini-ITX', 'micro-ATX'] : ['mini-ITX', 'micro-ATX', 'ATX'],
      maxGpuLengthMm: d.int(220, 340),
      expansionSlots: d.int(2, 4),
      maxCoolerHeightMm: d.int(80, 180),
      psuFormFactors: d.chance(0.9) ? ['ATX'] : ['SFX'],
      maxPsuLengthMm: d.int(140, 180),
      bays25: d.int(0, 2),
      bays35: d.int(0, 1),
      litres: d.int(15, 45),
      fans: d.int(0, 2),
      radiatorsMm: n === 0 ? [120] : [],
      frontConnectors: null,
    } satisfies Case);
  });
  many(2, 3, (n) => {
    parts.push({
      ...base('psu', n),
      form: d.chance(0.92) ? 'ATX' : 'SFX',
      lengthMm: d.int(125, 170),
      ratedWatts: d.pick([400, 500, 650, 750]),
      efficiency: 'Bronze',
      eightPinConnectors: d.int(1, 2),
      sixteenPinConnectors: 0,
      cpuConnectors: d.pick([1, 2, 2]),
      quality: n === 0 ? null : { mark: n + 1, source: 'bench', on: '2026-01-05' },
    });
  });
  many(1, 2, (n) => {
    parts.push({ ...base('network', n), interface: d.pick(['USB', 'PCIe']), wireless: true, mbps: 300 });
  });
  parts.push({ ...base('os', 0), licence: 'home' });
  return parts;
}

function gamesOf(d: DemoDraws): Game[] {
  return [0, 1].map((n) => {
    const preset = (step: number): PresetEffects => ({
      gpuTimeLn: d.real(1.2, 2.6) + step * 0.2,
      cpuTimeLn: d.real(1.2, 2.2),
      videoMemoryGb: d.real(2, 6),
      videoMemoryGbPerMegapixel: 0.3,
      memoryGb: d.real(5, 13),
    });
    return {
      id: `game-${n}`,
      name: `Game ${n}`,
      family: 'f',
      resolutionExponent: 0.7,
      memorySensitivity: 0.12,
      bandwidthExponent: 0.7,
      linkSensitivity: 0.05,
      threads: d.pick([4, 8]),
      cpuSpread: d.real(0.08, 0.2),
      gpuSpread: d.real(0.06, 0.15),
      frameCap: d.chance(0.25) ? d.pick([60, 120]) : null,
      residualSd: 0.02,
      presets: { low: preset(0), medium: preset(1), high: preset(2), ultra: preset(3) },
    };
  });
}

/** Nothing is looked ahead to. */
const NOTHING_AHEAD: Brief['growth'] = {
  horizonMonths: 36,
  sums: [],
  monthlyMinor: 0,
  wishes: [],
  discountYearly: 0.1,
  heavierYearly: 0.08,
  heavierByFamily: {},
  needsYearly: 0.06,
  falls: {},
  resale: { feeShare: 0.1, condition: 'B', pays: true, kept: [] },
  start: { withoutGpu: true, withLessMemory: false, playableFps: 30 },
};

export interface TinyCase {
  readonly catalogue: Catalogue;
  readonly brief: Brief;
}

/** A tiny market and a brief for it, from a seed. */
export function tinyCase(seed: number): TinyCase {
  const d = drawsOf(seed);
  const parts = partsOf(d);
  const shops: Shop[] = [];
  const shopCount = d.int(2, 3);
  for (let n = 0; n < shopCount; n++) {
    const feeMinor = d.chance(0.15) ? 0 : d.int(300, 2500);
    const freeFromMinor = d.chance(0.75) ? d.int(2000, 40000) : null;
    shops.push({
      id: `shop-${n}`,
      name: `Shop ${n}`,
      kind: 'shop',
      currency: n === 1 && d.chance(0.5) ? 'SEK' : 'EUR',
      shipping: { feeMinor, freeFromMinor },
    });
  }
  shops.push({
    id: 'market',
    name: 'Market',
    kind: 'used-market',
    currency: 'EUR',
    shipping: { feeMinor: 0, freeFromMinor: null },
  });
  const offers: Offer[] = [];
  for (const part of parts) {
    const worth = d.int(1500, 22000);
    const count = d.int(1, 2);
    for (let n = 0; n < count; n++) {
      const shop = d.pick(shops);
      const euro = Math.round(worth * d.real(0.85, 1.2));
      const minor = shop.currency === 'SEK' ? Math.round(euro * 11.4) : euro;
      offers.push({
        id: `${part.id}-offer-${n}`,
        part: part.id,
        shop: shop.id,
        priceMinor: minor,
        shippingMinor: shop.kind === 'used-market' ? d.int(0, 900) : undefined,
        condition: shop.kind === 'used-market' ? 'used' : 'new',
        inStock: d.chance(0.95),
        seenOn: '2026-11-20',
      });
    }
  }
  const rates = (slot: Slot, from: number, to: number) =>
    parts
      .filter((part) => part.kind === slot)
      .map((part) => ({ part: part.id, rateLn: d.real(from, to), sdLn: 0.04 }));
  const gpuRates = rates('gpu', -0.2, 1.2);
  // Cards with the same chip run alike: classes with more than one member.
  for (const rate of gpuRates) {
    const part = parts.find((each) => each.id === rate.part);
    const twin = gpuRates.find((each) => {
      const other = parts.find((one) => one.id === each.part);
      return other?.kind === 'gpu' && part?.kind === 'gpu' && other.chip === part.chip;
    });
    if (twin) rate.rateLn = twin.rateLn;
  }
  const catalogue: Catalogue = {
    parts,
    shops,
    offers,
    deals: [],
    today: '2026-11-20',
    currencyRates: [{ from: 'SEK', to: 'EUR', rate: 0.0877, on: '2026-11-20' }],
    frameModel: {
      referenceMemory: { mts: 3200, cl: 16, channels: 2 },
      cpus: rates('cpu', -0.4, 0.6),
      gpus: gpuRates,
      integrated: parts.flatMap((part) =>
        part.kind === 'cpu' && part.integratedGraphics
          ? [{ part: part.id, rateLn: d.real(-1.6, -0.6), sdLn: 0.06 }]
          : [],
      ),
      games: gamesOf(d),
    },
  };
  const ids = (slot: Slot) => parts.filter((part) => part.kind === slot).map((part) => part.id);
  const owned = d.chance(0.35) ? [d.pick(ids(d.pick(['case', 'storage', 'psu', 'gpu'] as const)))] : [];
  const lockSlot = d.pick(['motherboard', 'case', 'gpu', 'memory', 'cooler'] as const);
  const lockPart =
    d.chance(0.2) && (lockSlot === 'cooler' || lockSlot === 'gpu') ? null : d.pick(ids(lockSlot));
  const lockOffers = offers.filter((offer) => offer.part === lockPart && offer.inStock);
  const locks = d.chance(0.25)
    ? [
        {
          slot: lockSlot,
          part: lockPart,
          offer: lockOffers.length > 0 && d.chance(0.5) ? d.pick(lockOffers).id : null,
        },
      ]
    : [];
  const goal = d.chance(0.15) ? 'targets' : 'frames';
  // Wishes of a second draw, so that the markets themselves stay as they are.
  const w = drawsOf(seed * 104729 + 5);
  const plannedGpus = parts.filter((part) => part.kind === 'gpu').map((part) => part.id);
  const brief: Brief = {
    name: `tiny ${seed}`,
    money: {
      currency: 'EUR',
      budgetMinor: 60000,
      allowedOverMinor: 0,
      looksOutside: false,
      running: { hoursPerWeek: 10, tariffMinorPerKwh: 30, mains: 230 },
      besides: [],
      costBasis: 'strict',
      claimHabits: { fileChance: 0.85, acceptChance: 0.9, yearlyRate: 0.08, costMinor: 60, used: [] },
      countSales: false,
    },
    play: {
      games: [
        {
          game: 'game-0',
          preset: 'medium',
          weight: d.int(1, 3),
          target: d.chance(0.5) ? d.int(40, 120) : null,
        },
        { game: 'game-1', preset: 'high', weight: d.int(1, 3), target: null },
      ],
      widthPx: 1920,
      heightPx: 1080,
      refreshHz: d.pick([60, 75, 144]),
      objective: {
        goal,
        figure: d.pick(['average', 'average', 'low', 'slowest'] as const),
        mean: d.pick(['geometric', 'geometric', 'arithmetic', 'harmonic', 'weakest'] as const),
        capAtRefresh: d.chance(0.7),
        balanceLimit: w.chance(0.2) ? w.real(0.1, 0.5) : null,
      },
      background: d.pick(['none', 'none', 'voice', 'stream-gpu'] as const),
      renderScale: d.chance(0.2) ? 0.75 : 1,
      memoryProfile: d.chance(0.8),
      clocks: { cpu: 'shipped', gpu: 'shipped' },
      jobs: [],
      second: null,
    },
    needs: {
      memoryGb: d.pick([4, 8, 8, 16]),
      fastStorageGb: d.pick([0, 240, 240, 480]),
      totalStorageGb: d.pick([0, 480]),
      wireless: d.chance(0.4),
      osLicence: d.chance(0.2),
      maxLitres: d.chance(0.15) ? d.int(18, 40) : null,
      gpuRequired: d.chance(0.6),
      psuRule: {
        kind: w.chance(0.25) ? 'planned' : d.pick(['load', 'maker', 'larger', 'half'] as const),
        factor: d.pick([1, 1.3, 1.5]),
      },
      psuQuality: w.chance(0.1) ? 2 : null,
      brands: {},
      colour: null,
      modular: false,
      capacityFloors: w.chance(0.15),
      stockCooler: w.chance(0.85),
      maxNoiseDb: w.chance(0.15) ? 33 : null,
      overclock: w.chance(0.1),
      borrowCpu: w.chance(0.2),
      screens: w.chance(0.15) ? 2 : 1,
    },
    whereToBuy: {
      conditions: d.chance(0.7) ? ['new', 'refurbished', 'used'] : ['new'],
      conditionsBySlot: w.chance(0.2) ? { gpu: ['new'], secondaryStorage: ['used', 'new'] } : {},
      shopsOut: [],
      allowUnknown: d.chance(0.2),
      assume: 'none',
      maxAgeDays: null,
      usedRisk: false,
    },
    dates: { buyOn: null, readyBy: null },
    ownedParts: [],
    tuned: [],
    owned,
    locks,
    ownTerms: [],
    planned: {
      gpu: w.chance(0.6) ? w.pick(plannedGpus) : null,
      memory: null,
      cpu: null,
      isFirm: seed % 5 === 0,
    },
    growth: NOTHING_AHEAD,
    excluded: d.chance(0.2) ? [{ part: d.pick(parts).id, reason: 'tried' }] : [],
  };
  // Every second market has deals, and counts claims and used risk one way or the other.
  if (seed % 2 === 1) return { catalogue, brief };
  const t = drawsOf(seed * 7727 + 11);
  const money = {
    ...brief.money,
    costBasis: t.chance(0.5) ? ('after' as const) : ('strict' as const),
    countSales: t.chance(0.3),
  };
  const ownedParts = owned.map((part) => ({
    part,
    paidMinor: null,
    valueMinor: t.int(500, 4000),
    sell: t.chance(0.7),
  }));
  return {
    catalogue: withStressDeals(catalogue, seed, t.int(2, 7)),
    brief: { ...brief, money, ownedParts, whereToBuy: { ...brief.whereToBuy, usedRisk: t.chance(0.4) } },
  };
}
