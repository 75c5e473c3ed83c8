import type { StoredRate } from '@ripe-pick/contract';
import { CARD_MAKERS, CHIP_LINES } from '../names.ts';
import { round4, sheet } from '../figures.ts';
import { normalOf, type DemoDraws } from '../random.ts';
import { GENERATIONS, type Generation, type StoredPartOf, type Valued } from './valued.ts';

type GpuSheet = StoredPartOf<'gpu'>;

/** Tiers of a generation: log rate within it, watts, video memory in GB by generation. */
const TIERS = [
  { tier: 3, rate: -0.72, watts: 58, memory: [2, 4, 4] },
  { tier: 5, rate: -0.3, watts: 90, memory: [4, 4, 8] },
  { tier: 6, rate: 0.0, watts: 125, memory: [4, 8, 8] },
  { tier: 7, rate: 0.3, watts: 172, memory: [8, 8, 12] },
  { tier: 8, rate: 0.57, watts: 228, memory: [8, 10, 12] },
  { tier: 9, rate: 0.82, watts: 305, memory: [11, 16, 16] },
] as const;
const WATTS_FACTOR = { 1: 1.12, 2: 1, 3: 0.93 } as const;

const SHAPES = [
  { name: 'Solo', extra: -0.02, length: 0.74, slots: 2, rate: -0.008 },
  { name: 'Duo', extra: 0, length: 1, slots: 2.2, rate: 0 },
  { name: 'Trio', extra: 0.07, length: 1.22, slots: 2.7, rate: 0.012 },
] as const;
type CardShape = (typeof SHAPES)[number];

interface MadeChip {
  readonly line: (typeof CHIP_LINES)[number];
  readonly generation: Generation;
  readonly tier: number;
  readonly name: string;
  readonly rateLn: number;
  readonly watts: number;
  readonly gb: number;
}

/** The second maker builds no chips of the top, and of the smallest only one generation. */
const isMade = (line: MadeChip['line'], generation: Generation, tier: number) =>
  line === CHIP_LINES[0] || (tier !== 9 && (tier !== 3 || generation === 2));

function chipOf(
  line: MadeChip['line'],
  generation: Generation,
  { tier, rate, watts, memory }: (typeof TIERS)[number],
  d: DemoDraws,
  copy: string,
): MadeChip {
  const isSecond = line === CHIP_LINES[1];
  return {
    line,
    generation,
    tier,
    name: `${line.series} ${generation}${tier}0${copy}`,
    rateLn: rate + (generation - 2) * 0.26 + (isSecond ? 0.03 : 0) + d.real(-0.02, 0.02),
    watts: Math.round(watts * WATTS_FACTOR[generation] * (isSecond ? 1.1 : 1)),
    gb: memory[generation - 1] + (isSecond && tier >= 6 && generation >= 2 ? 4 : 0),
  };
}

const isSoldAs = ({ tier, generation }: MadeChip, shape: CardShape) =>
  (tier !== 3 || shape.name === 'Solo') &&
  (tier !== 9 || shape.name !== 'Solo') &&
  (generation !== 1 || shape.name !== 'Trio' || tier >= 8);

/** The plugs of a card by what it draws. */
function plugsOf({ line, generation, tier }: MadeChip, watts: number): NonNullable<GpuSheet['power']> {
  const none = { sixPin: 0, eightPin: 0, sixteenPin: 0 };
  if (watts <= 70) return none;
  if (watts <= 130 && generation === 1) return { ...none, sixPin: 1 };
  if (watts <= 215) return { ...none, eightPin: 1 };
  if (generation === 3 && line === CHIP_LINES[0] && tier >= 8) return { ...none, sixteenPin: 1 };
  return { ...none, eightPin: 2 };
}

function sheetOf(chip: MadeChip, shape: CardShape, brand: string, copy: string): GpuSheet {
  const { line, generation, tier, gb, rateLn } = chip;
  const boardPowerWatts = Math.round(chip.watts * (1 + shape.extra / 2));
  const power = plugsOf(chip, boardPowerWatts);
  return {
    id: `${brand}-${line.series}-${generation}${tier}0${copy}-${shape.name}`.toLowerCase(),
    kind: 'gpu',
    brand,
    name: `${chip.name} ${shape.name} ${gb} GB`,
    chip: chip.name,
    lengthMm: Math.round((178 + tier * 8 + boardPowerWatts * 0.12) * shape.length),
    slotsWide: shape.slots,
    boardPowerWatts,
    power,
    recommendedPsuWatts: Math.max(300, Math.ceil((boardPowerWatts * 1.35 + 205) / 50) * 50),
    videoMemoryGb: gb,
    pcieGeneration: generation === 1 ? 3 : 4,
    pcieLanes: tier <= 5 && generation >= 2 ? 8 : 16,
    displayOutputs: shape.name === 'Trio' ? ['HDMI', 'DisplayPort', 'DisplayPort'] : ['HDMI', 'DisplayPort'],
    adapterEightPins: power.sixteenPin > 0 ? 2 : 0,
    tflops: sheet(10 * Math.exp(1.15 * rateLn + 0.1 * normalOf('tflops', chip.name))),
    memoryGbs: sheet(300 * Math.exp(0.9 * rateLn + 0.1 * normalOf('bandwidth', chip.name))),
    // Larger coolers are quieter at the same watts.
    noiseDb: Math.round(27 + boardPowerWatts / 16 - { Solo: 0, Duo: 3, Trio: 5 }[shape.name]),
    colour: brand === 'Tolvane' ? 'white' : 'black',
    warrantyMonths: brand === 'Kestrand' ? 36 : 24,
  };
}

/** Cheap for the first frames, steep for the last ones; memory costs too. In euro. */
const worthOf = ({ rateLn, gb }: MadeChip) =>
  48 + 128 * Math.exp(1.02 * rateLn) + gb * 2.2 + (rateLn > 0.6 ? (rateLn - 0.6) * 190 : 0);

/** Three generations of two chip makers, each chip on up to three board makers' cards. */
export function makeGpus(
  d: DemoDraws,
  copy: string,
): { readonly gpus: Valued<GpuSheet>[]; readonly rates: StoredRate[] } {
  const gpus: Valued<GpuSheet>[] = [];
  const rates: StoredRate[] = [];
  for (const line of CHIP_LINES)
    for (const generation of GENERATIONS)
      for (const tier of TIERS) {
        if (!isMade(line, generation, tier.tier)) continue;
        const chip = chipOf(line, generation, tier, d, copy);
        for (const shape of SHAPES) {
          if (!isSoldAs(chip, shape)) continue;
          const part = sheetOf(chip, shape, d.pick(CARD_MAKERS), copy);
          gpus.push({ part, worth: worthOf(chip) * (1 + shape.extra), age: 3 - generation });
          rates.push({ part: part.id, rateLn: round4(chip.rateLn + shape.rate), sdLn: 0.03 });
        }
      }
  return { gpus, rates };
}
