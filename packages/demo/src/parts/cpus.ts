import type { StoredRate } from '@ripe-pick/contract';
import { PROCESSOR_LINES } from '../names.ts';
import { round4, sheet } from '../figures.ts';
import { normalOf, type DemoDraws } from '../random.ts';
import { GENERATIONS, type Generation, type StoredPartOf, type Valued } from './valued.ts';

interface CpusMade {
  readonly cpus: Valued<StoredPartOf<'cpu'>>[];
  readonly rates: StoredRate[];
  readonly integrated: StoredRate[];
}

const CORES = [4, 6, 8, 12] as const;
/** By number of cores: logarithm of the rate, watts, what the top costs more, the cooler in the box. */
const SIZES = {
  4: { gain: -0.17, watts: 65, dearer: 0, boxed: { heatWatts: 75, heightMm: 47, noiseDb: 36 } },
  6: { gain: 0, watts: 76, dearer: 0, boxed: { heatWatts: 90, heightMm: 54, noiseDb: 39 } },
  8: { gain: 0.06, watts: 105, dearer: 28, boxed: { heatWatts: 110, heightMm: 71, noiseDb: 39 } },
  12: { gain: 0.085, watts: 142, dearer: 70, boxed: null },
} as const;
/** Plain, with graphics, and unlocked: faster, hungrier, without a cooler. */
const KINDS = ['', 'G', 'U'] as const;
const KIND_GAIN = { '': 0, G: -0.045, U: 0.055 } as const;

interface CpuModel {
  readonly line: (typeof PROCESSOR_LINES)[number];
  readonly generation: Generation;
  readonly cores: (typeof CORES)[number];
  readonly kind: (typeof KINDS)[number];
}

/** Not every kind exists at every size. */
const isMade = ({ generation, cores, kind }: CpuModel) =>
  kind === 'G' ? cores < 8 || (cores === 8 && generation === 3) : kind === 'U' ? cores !== 4 : cores !== 12;

const models = PROCESSOR_LINES.flatMap((line) =>
  GENERATIONS.flatMap((generation) =>
    CORES.flatMap((cores) => KINDS.map((kind): CpuModel => ({ line, generation, cores, kind }))),
  ),
).filter(isMade);

/** Levels of firmware by chipset from which a processor is known. */
function firmwareOf({ line: { chipset }, generation, cores }: CpuModel): Record<string, number> {
  if (generation === 1) return { [`${chipset} 1`]: 1, [`${chipset} 1E`]: 1, [`${chipset} 2`]: 1 };
  if (generation === 2) return { [`${chipset} 1`]: 3, [`${chipset} 2`]: cores >= 8 ? 2 : 1 };
  return { [`${chipset} 3`]: 1, [`${chipset} 3S`]: 1 };
}

function sheetOf(
  model: CpuModel,
  rateLn: number,
  graphicsLn: number | null,
  copy: string,
): StoredPartOf<'cpu'> {
  const { line, generation, cores, kind } = model;
  const number = `${generation}${CORES.indexOf(cores) * 2 + 3}0${kind}`;
  const id = `${line.brand}-${line.series[cores]}-${number}${copy}`.toLowerCase();
  const { gain, watts, boxed } = SIZES[cores];
  const ddr5 = generation === 3;
  return {
    id,
    kind: 'cpu',
    brand: line.brand,
    name: `${line.series[cores]} ${number}${copy}`,
    socket: line.sockets[generation - 1],
    cores,
    threads: cores === 4 && generation === 1 && kind === '' ? 4 : cores * 2,
    packagePowerWatts: Math.round(watts * (kind === 'U' ? 1.28 : 0.92) * (ddr5 ? 1.05 : 1)),
    memoryTypes: ddr5 ? ['DDR5'] : ['DDR4'],
    memoryMaxGb: ddr5 ? 192 : 128,
    pcieGeneration: generation + 2,
    integratedGraphics: graphicsLn !== null,
    boostMhz: Math.round(45 * Math.exp(0.55 * (rateLn - gain) + 0.02 * normalOf('boost', id))) * 100,
    graphicsTflops:
      graphicsLn === null
        ? null
        : sheet(1.5 * Math.exp(1.1 * (graphicsLn + 1.6) + 0.08 * normalOf('graphics', id))),
    stockCooler: kind === 'U' ? false : (boxed ?? false),
    unlocked: kind === 'U',
    minBiosByChipset: firmwareOf(model),
  };
}

/** Three generations of two makers. */
export function makeCpus(d: DemoDraws, copy: string): CpusMade {
  const made: CpusMade = { cpus: [], rates: [], integrated: [] };
  for (const model of models) {
    const { line, generation, cores, kind } = model;
    const { gain, dearer } = SIZES[cores];
    const rateLn =
      (generation - 2) * 0.15 +
      gain +
      KIND_GAIN[kind] +
      (line === PROCESSOR_LINES[0] ? 0.01 : -0.01) +
      d.real(-0.015, 0.015);
    const graphicsLn =
      kind === 'G' || generation === 3
        ? round4((kind === 'G' ? -1.25 : -2.2) + 0.22 * (generation - 2) + (cores - 6) * 0.02)
        : null;
    const part = sheetOf(model, rateLn, graphicsLn, copy);
    // Price bends: the last tenth of speed costs as much as the first half.
    const worth = (58 + 62 * Math.exp(2.1 * (rateLn + 0.12))) * (kind === 'G' ? 1.06 : 1) + dearer;
    made.cpus.push({ part, worth, age: 3 - generation });
    made.rates.push({ part: part.id, rateLn: round4(rateLn), sdLn: 0.03 });
    if (graphicsLn !== null) made.integrated.push({ part: part.id, rateLn: graphicsLn, sdLn: 0.07 });
  }
  return made;
}
