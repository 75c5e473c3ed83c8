import type { CatalogueFile } from '@ripe-pick/contract';
import { makeGpus } from './cards.ts';
import { makeGames } from './games.ts';
import { withNumbers } from './numbers.ts';
import { makeOffers } from './market.ts';
import { DEMO_DAY, SEK_IN_EUR, SHOPS } from './names.ts';
import { makeMotherboards, makeMemory, makeCpus, type Valued } from './platform.ts';
import { dealsFor } from './deals.ts';
import { lotOffers, temptingOffers, TERMS, WHOLESALER, withSeller } from './week-offers.ts';
import { drawsOf, type Draws } from './random.ts';
import { makeCases, makeCoolers, makeSmall, makeStorage, makePsus } from './rest.ts';

type Part = CatalogueFile['parts'][number];

export interface MakeOptions {
  readonly seed: number;
  /** About how many parts; the demo itself has one copy of every model, about 300. */
  readonly parts?: number;
  /** How many parts get a gap in their sheet. */
  readonly gaps?: number;
}

/** Fields that a gap may fall on, one each, by slot. */
const GAPS: readonly (readonly [Part['kind'], string])[] = [
  ['case', 'maxGpuLengthMm'],
  ['case', 'maxCoolerHeightMm'],
  ['case', 'maxPsuLengthMm'],
  ['gpu', 'lengthMm'],
  ['gpu', 'recommendedPsuWatts'],
  ['gpu', 'power'],
  ['cooler', 'heightMm'],
  ['cooler', 'heatWatts'],
  ['psu', 'eightPinConnectors'],
  ['motherboard', 'biosVersion'],
  ['motherboard', 'vrmWatts'],
  ['memory', 'heightMm'],
  ['storage', 'm2LengthMm'],
];

/** Takes one figure from each of a number of parts, as makers' sheets do. */
function punchGaps(d: Draws, valued: Valued[], gaps: number): void {
  for (let n = 0; n < gaps; n++) {
    const [slot, field] = GAPS[n % GAPS.length];
    const candidates = valued.filter(
      (each) => each.part.kind === slot && (each.part as Record<string, unknown>)[field] !== null,
    ); // a field by its name
    if (candidates.length === 0) continue;
    const chosen = d.pick(candidates);
    valued[valued.indexOf(chosen)] = { ...chosen, part: { ...chosen.part, [field]: null } as Part }; // same part, one field emptied
  }
}

/** The parts that the community room was given: an old office case and a drive. */
const GIVEN: readonly Part[] = [
  {
    id: 'given-office-case',
    kind: 'case',
    brand: 'Hollandale Tin',
    name: 'Old office case',
    motherboardFormFactors: ['mini-ITX', 'micro-ATX'],
    maxGpuLengthMm: 268,
    expansionSlots: 4,
    maxCoolerHeightMm: 128,
    psuFormFactors: ['ATX'],
    maxPsuLengthMm: 150,
    bays25: 0,
    bays35: 2,
    litres: 31,
    fans: 1,
    radiatorsMm: [],
    frontConnectors: ['USB 2'],
    source: { name: 'measured on the bench', on: DEMO_DAY },
  },
  {
    id: 'given-drive',
    kind: 'storage',
    brand: 'Stonequay',
    name: 'Barge 500 GB, given',
    interface: '3.5-inch SATA',
    gb: 500,
    solidState: false,
    m2LengthMm: null,
    watts: 7,
    pcieGeneration: null,
    heatSpreader: false,
    source: { name: 'label on the drive', on: DEMO_DAY },
  },
];

/** Makes a catalogue. The same options give the same catalogue everywhere. */
export function makeCatalogue({ seed, parts: wanted, gaps = 13 }: MakeOptions): CatalogueFile {
  const d = drawsOf(seed);
  const valued: Valued[] = [];
  const frameModel: CatalogueFile['frameModel'] = {
    referenceMemory: { mts: 3200, cl: 16, channels: 2 },
    cpus: [],
    gpus: [],
    integrated: [],
    games: makeGames(),
  };
  for (let copy = 0; copy === 0 || (wanted !== undefined && valued.length < wanted); copy++) {
    const mark = copy === 0 ? '' : `-v${copy}`;
    const { cpus, rates, integrated } = makeCpus(d, mark);
    const { gpus, rates: gpuRates } = makeGpus(d, mark);
    frameModel.cpus.push(...rates);
    frameModel.integrated.push(...integrated);
    frameModel.gpus.push(...gpuRates);
    valued.push(
      ...cpus,
      ...makeMotherboards(d, mark),
      ...makeMemory(d, mark),
      ...gpus,
      ...makeStorage(d, mark),
      ...makeCoolers(d, mark),
      ...makeCases(d, mark),
      ...makePsus(d, mark),
      ...makeSmall(d, mark),
    );
  }
  if (wanted !== undefined) {
    // Thin out evenly, so that every slot keeps its share.
    while (valued.length > wanted) valued.splice(d.int(0, valued.length - 1), 1);
    const kept = new Set(valued.map((each) => each.part.id));
    for (const list of ['cpus', 'gpus', 'integrated'] as const)
      frameModel[list] = frameModel[list].filter((rate) => kept.has(rate.part));
  }
  punchGaps(d, valued, gaps);
  const parts = [...valued.map((each) => withNumbers(each.part)), ...GIVEN];
  const ids = new Set(parts.map((part) => part.id));
  const shelf = makeOffers(d, valued);
  return {
    format: 'ripe-pick/catalogue',
    version: 2,
    about:
      'Invented market of the harbour town of Skerrow. No maker, part, game, shop or price in here is real.',
    parts,
    shops: [
      ...SHOPS.map(({ id, name, kind, currency, feeMinor, freeFromMinor }) => ({
        id,
        name,
        kind,
        currency,
        shipping: { feeMinor, freeFromMinor },
        ...TERMS[id],
      })),
      WHOLESALER,
    ],
    offers: [...shelf.map(withSeller), ...temptingOffers(shelf, parts), ...lotOffers(ids)],
    deals: dealsFor(ids),
    today: DEMO_DAY,
    currencyRates: [{ from: 'SEK', to: 'EUR', rate: SEK_IN_EUR, on: DEMO_DAY }],
    frameModel,
  };
}
