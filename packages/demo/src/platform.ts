import type { CatalogueFile } from '@ripe-pick/contract';
import { BOARD_MAKERS, MEMORY_MAKERS, PROCESSOR_LINES } from './names.ts';
import { round4, sheet } from './figures.ts';
import { normalOf, type Draws } from './random.ts';

type Part = CatalogueFile['parts'][number];
type Of<K extends Part['kind']> = Extract<Part, { kind: K }>;
type Rate = CatalogueFile['frameModel']['gpus'][number];

/** A part with what it is worth new, in euro, before shops and luck. */
export interface Valued<P extends Part = Part> {
  readonly part: P;
  readonly worth: number;
  /** 0 newest; older generations are rarer new and more common used. */
  readonly age: number;
}

export interface CpusMade {
  readonly cpus: Valued<Of<'cpu'>>[];
  readonly rates: Rate[];
  readonly integrated: Rate[];
}

const CORES = [4, 6, 8, 12] as const;
const CORE_GAIN = { 4: -0.17, 6: 0, 8: 0.06, 12: 0.085 } as const;
const CORE_WATTS = { 4: 65, 6: 76, 8: 105, 12: 142 } as const;

/** Three generations of two makers; plain, with graphics, and unlocked (faster, hungrier, without a cooler). */
export function makeCpus(d: Draws, copy: string): CpusMade {
  const cpus: Valued<Of<'cpu'>>[] = [];
  const rates: Rate[] = [];
  const integrated: Rate[] = [];
  PROCESSOR_LINES.forEach((line, l) => {
    for (let generation = 1; generation <= 3; generation++) {
      for (const cores of CORES) {
        for (const kind of ['', 'G', 'U'] as const) {
          // Not every kind exists at every size.
          if (kind === 'G' && cores > 8) continue;
          if (kind === 'U' && cores === 4) continue;
          if (cores === 12 && kind === '') continue;
          if (cores === 8 && kind === 'G' && generation !== 3) continue;
          const socket = line.sockets[generation - 1];
          const ddr5 = generation === 3;
          const rateLn =
            (generation - 2) * 0.15 +
            CORE_GAIN[cores] +
            (kind === 'U' ? 0.055 : kind === 'G' ? -0.045 : 0) +
            (l === 0 ? 0.01 : -0.01) +
            d.real(-0.015, 0.015);
          const number = `${generation}${CORES.indexOf(cores) * 2 + 3}0${kind}`;
          const id = `${line.brand}-${line.series[cores]}-${number}${copy}`.toLowerCase();
          const watts = Math.round(
            CORE_WATTS[cores] * (kind === 'U' ? 1.28 : 0.92) * (generation === 3 ? 1.05 : 1),
          );
          const boxed =
            kind === 'U' || cores === 12
              ? false
              : {
                  heatWatts: cores === 4 ? 75 : cores === 6 ? 90 : 110,
                  heightMm: cores === 4 ? 47 : cores === 6 ? 54 : 71,
                  noiseDb: cores === 4 ? 36 : 39,
                };
          const own = generation;
          const minBiosByChipset: Record<string, number> =
            generation === 1
              ? { [`${line.chipset} 1`]: 1, [`${line.chipset} 1E`]: 1, [`${line.chipset} 2`]: 1 }
              : generation === 2
                ? { [`${line.chipset} 1`]: 3, [`${line.chipset} 2`]: cores >= 8 ? 2 : 1 }
                : { [`${line.chipset} 3`]: own - 2, [`${line.chipset} 3S`]: 1 };
          const graphicsLn = round4(
            (kind === 'G' ? -1.25 : -2.2) + 0.22 * (generation - 2) + (cores - 6) * 0.02,
          );
          const hasGraphics = kind === 'G' || generation === 3;
          const boostMhz =
            Math.round(45 * Math.exp(0.55 * (rateLn - CORE_GAIN[cores]) + 0.02 * normalOf('boost', id))) *
            100;
          cpus.push({
            part: {
              id,
              kind: 'cpu',
              brand: line.brand,
              name: `${line.series[cores]} ${number}${copy}`,
              socket,
              cores,
              threads: cores === 4 && generation === 1 && kind === '' ? 4 : cores * 2,
              packagePowerWatts: watts,
              memoryTypes: ddr5 ? ['DDR5'] : ['DDR4'],
              memoryMaxGb: ddr5 ? 192 : 128,
              pcieGeneration: generation === 1 ? 3 : generation === 2 ? 4 : 5,
              integratedGraphics: hasGraphics,
              boostMhz,
              graphicsTflops: hasGraphics
                ? sheet(1.5 * Math.exp(1.1 * (graphicsLn + 1.6) + 0.08 * normalOf('graphics', id)))
                : null,
              stockCooler: boxed,
              unlocked: kind === 'U',
              minBiosByChipset,
            },
            // Price bends: the last tenth of speed costs as much as the first half.
            worth:
              (58 + 62 * Math.exp(2.1 * (rateLn + 0.12))) * (kind === 'G' ? 1.06 : 1) +
              (cores === 12 ? 70 : cores === 8 ? 28 : 0),
            age: 3 - generation,
          });
          rates.push({ part: id, rateLn: round4(rateLn), sdLn: 0.03 });
          if (hasGraphics) integrated.push({ part: id, rateLn: graphicsLn, sdLn: 0.07 });
        }
      }
    }
  });
  return { cpus, rates, integrated };
}

const FORM_STEP = [
  { form: 'micro-ATX', tier: 0 },
  { form: 'micro-ATX', tier: 1 },
  { form: 'ATX', tier: 1 },
  { form: 'ATX', tier: 2 },
  { form: 'mini-ITX', tier: 2 },
  { form: 'micro-ATX', tier: 2 },
] as const;

export function makeMotherboards(d: Draws, copy: string): Valued<Of<'motherboard'>>[] {
  const motherboards: Valued<Of<'motherboard'>>[] = [];
  for (const line of PROCESSOR_LINES) {
    for (let generation = 1; generation <= 3; generation++) {
      const socket = line.sockets[generation - 1];
      FORM_STEP.forEach(({ form, tier }, step) => {
        if (generation === 1 && step > 3) return;
        for (const brand of [d.pick(BOARD_MAKERS), d.pick(BOARD_MAKERS)].slice(0, step < 3 ? 2 : 1)) {
          const office = generation === 1 && tier === 0;
          const chipset = office
            ? `${line.chipset} 1E`
            : generation === 3 && tier === 2
              ? `${line.chipset} 3S`
              : `${line.chipset} ${generation}`;
          const ddr5 = generation === 3;
          const slots = form === 'mini-ITX' || tier === 0 ? 2 : 4;
          const name = `${['Slip', 'Mole', 'Pier'][tier]} ${socket}-${generation}${form === 'ATX' ? 'A' : form === 'mini-ITX' ? 'I' : 'M'}${motherboards.length}${copy}`;
          const m2 = Array.from({ length: tier === 0 ? 1 : tier + 1 }, (_, i) => ({
            protocols:
              i === 0 && generation < 3 ? (['NVMe', 'SATA'] as ('NVMe' | 'SATA')[]) : (['NVMe'] as 'NVMe'[]),
            maxLengthMm: tier === 2 && i === 0 ? 110 : 80,
            disablesSataPorts: i === 1 && generation < 3 ? 2 : 0,
            heatSpreader: tier > 0 && i === 0,
          }));
          motherboards.push({
            part: {
              id: `${brand}-${name}`.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
              kind: 'motherboard',
              brand,
              name,
              socket,
              chipset,
              formFactor: form,
              memoryType: ddr5 ? 'DDR5' : 'DDR4',
              memorySlots: slots,
              memoryMaxGb: slots * (ddr5 ? 48 : 32),
              memoryMaxMts: ddr5 ? [5600, 6400, 7200][tier] : office ? 2666 : [3200, 3600, 4400][tier],
              memoryProfile: !office,
              biosVersion: generation === 1 ? d.pick([1, 2, 3]) : generation === 2 ? d.pick([1, 1, 2]) : 1,
              flashesWithoutCpu: tier === 2 ? true : tier === 1 ? d.chance(0.35) : false,
              m2: office && d.chance(0.5) ? [] : m2,
              sataPorts: tier === 0 ? 4 : form === 'mini-ITX' ? 4 : 6,
              pcieSlot: {
                generation:
                  generation === 1 ? 3 : generation === 2 ? (tier === 0 ? 3 : 4) : tier === 2 ? 5 : 4,
                lanes: 16,
              },
              smallSlots: form === 'mini-ITX' ? 0 : form === 'micro-ATX' ? 1 : 2,
              vrmWatts: [95, 140, 240][tier],
              cpuPowerConnectors: tier === 2 && form === 'ATX' ? 2 : 1,
              wireless: form === 'mini-ITX' || (tier === 2 ? true : tier === 1 ? d.chance(0.3) : false),
              displayOutputs: office ? ['VGA', 'HDMI'] : ['HDMI', 'DisplayPort'],
              watts: 22 + tier * 8,
              overclocking: tier > 0 && !office,
              fanHeaders: 2 + tier,
              frontHeaders: tier === 0 ? ['USB 2', 'USB 3'] : ['USB 2', 'USB 3', 'USB-C'],
            },
            worth:
              [52, 78, 122][tier] +
              (generation - 1) * 9 +
              (ddr5 ? 24 : 0) +
              (form === 'mini-ITX' ? 22 : form === 'ATX' ? 9 : 0) +
              d.real(-5, 5),
            age: 3 - generation,
          });
        }
      });
    }
  }
  return motherboards;
}

/** Kits: type, sticks x GB, rated rate and latency; latency in ns bends with price. */
const KITS = [
  ['DDR4', 1, 8, 2666, 19],
  ['DDR4', 1, 8, 3200, 16],
  ['DDR4', 1, 16, 3200, 18],
  ['DDR4', 2, 4, 2666, 19],
  ['DDR4', 2, 4, 3200, 16],
  ['DDR4', 2, 8, 2666, 19],
  ['DDR4', 2, 8, 3000, 16],
  ['DDR4', 2, 8, 3200, 18],
  ['DDR4', 2, 8, 3200, 16],
  ['DDR4', 2, 8, 3600, 18],
  ['DDR4', 2, 8, 3600, 16],
  ['DDR4', 2, 8, 4000, 18],
  ['DDR4', 2, 16, 2666, 19],
  ['DDR4', 2, 16, 3200, 16],
  ['DDR4', 2, 16, 3200, 18],
  ['DDR4', 2, 16, 3600, 18],
  ['DDR4', 2, 16, 3600, 16],
  ['DDR4', 4, 8, 3200, 16],
  ['DDR4', 2, 32, 3200, 18],
  ['DDR5', 1, 16, 4800, 40],
  ['DDR5', 1, 16, 5600, 46],
  ['DDR5', 2, 8, 4800, 40],
  ['DDR5', 2, 8, 5200, 40],
  ['DDR5', 2, 8, 5600, 36],
  ['DDR5', 2, 8, 6000, 36],
  ['DDR5', 2, 16, 4800, 40],
  ['DDR5', 2, 16, 5200, 40],
  ['DDR5', 2, 16, 5600, 36],
  ['DDR5', 2, 16, 6000, 30],
  ['DDR5', 2, 16, 6000, 36],
  ['DDR5', 2, 16, 6400, 32],
  ['DDR5', 2, 24, 6000, 36],
  ['DDR5', 2, 32, 5600, 40],
  ['DDR5', 2, 32, 6000, 30],
] as const;

export function makeMemory(d: Draws, copy: string): Valued<Of<'memory'>>[] {
  return KITS.map(([type, modules, gbPerModule, mts, cl], index) => {
    const brand = MEMORY_MAKERS[index % MEMORY_MAKERS.length];
    const ddr5 = type === 'DDR5';
    const gb = modules * gbPerModule;
    const latency = (2000 * cl) / mts;
    const quick = Math.max(0, (ddr5 ? 16.5 : 14.5) - latency);
    const name = `${['Reef', 'Shoal', 'Spar', 'Keel'][index % 4]} ${modules}x${gbPerModule} ${mts} CL${cl}${copy}`;
    return {
      part: {
        id: `${brand}-${name}`.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
        kind: 'memory' as const,
        brand,
        name,
        type,
        modules,
        gbPerModule,
        ratedMts: mts,
        ratedCl: cl,
        jedecMts: ddr5 ? 4800 : mts <= 2666 ? mts : 2400,
        jedecCl: ddr5 ? 40 : mts <= 2666 ? cl : 17,
        heightMm: index % 3 === 0 ? 31 : index % 3 === 1 ? 36 : 44,
      },
      worth:
        9 +
        gb * (ddr5 ? 2.7 : 1.75) +
        quick * gb * 0.09 +
        (mts > (ddr5 ? 6000 : 3600) ? 8 : 0) +
        d.real(-2, 2),
      age: ddr5 ? 0 : 1,
    };
  });
}
