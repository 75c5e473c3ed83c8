import type { CatalogueFile } from '@ripe-pick/contract';
import { CARD_MAKERS, CHIP_LINES } from './names.ts';
import { round4, sheet } from './figures.ts';
import type { Valued } from './platform.ts';
import { normalOf, type Draws } from './random.ts';

type GpuPart = Extract<CatalogueFile['parts'][number], { kind: 'gpu' }>;
type Rate = CatalogueFile['frameModel']['gpus'][number];

/** Tiers of a generation: log rate within it, watts, video memory in GB by generation. */
const TIERS = [
  { tier: 3, rate: -0.72, watts: 58, memory: [2, 4, 4] },
  { tier: 5, rate: -0.3, watts: 90, memory: [4, 4, 8] },
  { tier: 6, rate: 0.0, watts: 125, memory: [4, 8, 8] },
  { tier: 7, rate: 0.3, watts: 172, memory: [8, 8, 12] },
  { tier: 8, rate: 0.57, watts: 228, memory: [8, 10, 12] },
  { tier: 9, rate: 0.82, watts: 305, memory: [11, 16, 16] },
] as const;

const SHAPES = [
  { name: 'Solo', extra: -0.02, length: 0.74, slots: 2, rate: -0.008 },
  { name: 'Duo', extra: 0, length: 1, slots: 2.2, rate: 0 },
  { name: 'Trio', extra: 0.07, length: 1.22, slots: 2.7, rate: 0.012 },
] as const;

/** Three generations of two chip makers, each chip on up to three board makers' cards. */
export function makeGpus(
  d: Draws,
  copy: string,
): { readonly gpus: Valued<GpuPart>[]; readonly rates: Rate[] } {
  const gpus: Valued<GpuPart>[] = [];
  const rates: Rate[] = [];
  CHIP_LINES.forEach((line, l) => {
    for (let generation = 1; generation <= 3; generation++) {
      for (const { tier, rate, watts, memory } of TIERS) {
        if (l === 1 && (tier === 9 || (tier === 3 && generation !== 2))) continue;
        const chipRate = rate + (generation - 2) * 0.26 + (l === 1 ? 0.03 : 0) + d.real(-0.02, 0.02);
        const chip = `${line.series} ${generation}${tier}0${copy}`;
        const chipWatts = Math.round(
          watts * (generation === 1 ? 1.12 : generation === 3 ? 0.93 : 1) * (l === 1 ? 1.1 : 1),
        );
        const gb = memory[generation - 1] + (l === 1 && tier >= 6 && generation >= 2 ? 4 : 0);
        // Cheap for the first frames, steep for the last ones; memory costs too.
        const worth =
          48 + 128 * Math.exp(1.02 * chipRate) + gb * 2.2 + (chipRate > 0.6 ? (chipRate - 0.6) * 190 : 0);
        for (const shape of SHAPES) {
          if (tier === 3 && shape.name !== 'Solo') continue;
          if (tier === 9 && shape.name === 'Solo') continue;
          if (generation === 1 && shape.name === 'Trio' && tier < 8) continue;
          const brand = d.pick(CARD_MAKERS);
          const boardPowerWatts = Math.round(chipWatts * (1 + shape.extra / 2));
          const power =
            boardPowerWatts <= 70
              ? { sixPin: 0, eightPin: 0, sixteenPin: 0 }
              : boardPowerWatts <= 130
                ? generation === 1
                  ? { sixPin: 1, eightPin: 0, sixteenPin: 0 }
                  : { sixPin: 0, eightPin: 1, sixteenPin: 0 }
                : boardPowerWatts <= 215
                  ? { sixPin: 0, eightPin: 1, sixteenPin: 0 }
                  : generation === 3 && l === 0 && tier >= 8
                    ? { sixPin: 0, eightPin: 0, sixteenPin: 1 }
                    : { sixPin: 0, eightPin: 2, sixteenPin: 0 };
          const name = `${chip} ${shape.name} ${gb} GB`;
          const id = `${brand}-${line.series}-${generation}${tier}0${copy}-${shape.name}`.toLowerCase();
          gpus.push({
            part: {
              id,
              kind: 'gpu',
              brand,
              name,
              chip,
              lengthMm: Math.round((178 + tier * 8 + boardPowerWatts * 0.12) * shape.length),
              slotsWide: shape.slots,
              boardPowerWatts,
              power,
              recommendedPsuWatts: Math.max(300, Math.ceil((boardPowerWatts * 1.35 + 205) / 50) * 50),
              videoMemoryGb: gb,
              pcieGeneration: generation === 1 ? 3 : generation === 2 ? 4 : 4,
              pcieLanes: tier <= 5 && generation >= 2 ? 8 : 16,
              displayOutputs:
                shape.name === 'Trio' ? ['HDMI', 'DisplayPort', 'DisplayPort'] : ['HDMI', 'DisplayPort'],
              adapterEightPins: power.sixteenPin > 0 ? 2 : 0,
              tflops: sheet(10 * Math.exp(1.15 * chipRate + 0.1 * normalOf('tflops', chip))),
              memoryGbs: sheet(300 * Math.exp(0.9 * chipRate + 0.1 * normalOf('bandwidth', chip))),
              warrantyMonths: brand === 'Kestrand' ? 36 : 24,
            },
            worth: worth * (1 + shape.extra),
            age: 3 - generation,
          });
          rates.push({ part: id, rateLn: round4(chipRate + shape.rate), sdLn: 0.03 });
        }
      }
    }
  });
  return { gpus, rates };
}
