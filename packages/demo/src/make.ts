import { partSchema, type CatalogueFile, type StoredModel, type StoredPart } from '@ripe-pick/contract';
import { z } from 'zod';
import { makeGames } from './games.ts';
import { withNumbers } from './numbers.ts';
import { makeOffers } from './market.ts';
import { DEMO_DAY, SEK_IN_EUR, SHOPS } from './names.ts';
import { makeCases } from './parts/cases.ts';
import { makeCoolers } from './parts/coolers.ts';
import { makeCpus } from './parts/cpus.ts';
import { makeGpus } from './parts/gpus.ts';
import { makeMemory } from './parts/memory.ts';
import { makeMotherboards } from './parts/motherboards.ts';
import { makePsus } from './parts/psus.ts';
import { makeSmall } from './parts/small.ts';
import { makeStorage } from './parts/storage.ts';
import type { Valued } from './parts/valued.ts';
import { dealsFor } from './deals.ts';
import { lotOffers, temptingOffers, WHOLESALER, withSeller } from './week-offers.ts';
import { drawsOf, type DemoDraws } from './random.ts';
import { records } from './tables.ts';

interface MakeOptions {
  readonly seed: number;
  /** About how many parts; the demo itself has one copy of every model, about 300. */
  readonly parts?: number;
  /** How many parts get a gap in their sheet. */
  readonly gaps?: number;
}

/** Fields that a gap may fall on, one each, by slot. */
const GAPS: readonly (readonly [StoredPart['kind'], string])[] = [
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
function punchGaps(d: DemoDraws, valued: Valued[], gaps: number): void {
  for (let n = 0; n < gaps; n++) {
    const [slot, field] = GAPS[n % GAPS.length];
    const candidates = valued.filter(
      (each) => each.part.kind === slot && (each.part as Record<string, unknown>)[field] !== null,
    ); // a field by its name
    if (candidates.length === 0) continue;
    const chosen = d.pick(candidates);
    valued[valued.indexOf(chosen)] = { ...chosen, part: { ...chosen.part, [field]: null } as StoredPart }; // same part, one field emptied
  }
}

/** The parts that the community room was given: an old office case and a drive. */
const { parts: GIVEN } = z.strictObject({ parts: z.array(partSchema) }).parse(records('given'));

/** Adds one copy of every model, and the true rates of those that have one. */
function addCopy(d: DemoDraws, mark: string, valued: Valued[], model: StoredModel): void {
  const { cpus, rates, integrated } = makeCpus(d, mark);
  const { gpus, rates: gpuRates } = makeGpus(d, mark);
  model.cpus.push(...rates);
  model.integrated.push(...integrated);
  model.gpus.push(...gpuRates);
  const before = [cpus, makeMotherboards(d, mark), makeMemory(d, mark), gpus];
  const after = [makeStorage, makeCoolers, makeCases, makePsus, makeSmall].map((make) => make(d, mark));
  valued.push(...before.flat(), ...after.flat());
}

/** Thins out evenly, so that every kind keeps its share. */
function thinOut(d: DemoDraws, wanted: number, valued: Valued[], model: StoredModel): void {
  while (valued.length > wanted) valued.splice(d.int(0, valued.length - 1), 1);
  const kept = new Set(valued.map((each) => each.part.id));
  for (const list of ['cpus', 'gpus', 'integrated'] as const)
    model[list] = model[list].filter((rate) => kept.has(rate.part));
}

/** Makes a catalogue. The same options give the same catalogue everywhere. */
export function makeCatalogue({ seed, parts: wanted, gaps = 13 }: MakeOptions): CatalogueFile {
  const d = drawsOf(seed);
  const valued: Valued[] = [];
  const frameModel: StoredModel = {
    referenceMemory: { mts: 3200, cl: 16, channels: 2 },
    cpus: [],
    gpus: [],
    integrated: [],
    games: makeGames(),
  };
  for (let copy = 0; copy === 0 || (wanted !== undefined && valued.length < wanted); copy++)
    addCopy(d, copy === 0 ? '' : `-v${copy}`, valued, frameModel);
  if (wanted !== undefined) thinOut(d, wanted, valued, frameModel);
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
      ...SHOPS.map(({ feeMinor, freeFromMinor, level: _level, habit: _habit, ...shop }) => ({
        ...shop,
        shipping: { feeMinor, freeFromMinor },
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
