import { BOARD_MAKERS, PROCESSOR_LINES } from '../names.ts';
import type { DemoDraws } from '../random.ts';
import { called, GENERATIONS, type Generation, type StoredPartOf, type Valued } from './valued.ts';

type MotherboardSheet = StoredPartOf<'motherboard'>;

/** Outline and tier; the first three come from two makers, the last two are younger than the first generation. */
const STEPS = [
  { form: 'micro-ATX', tier: 0 },
  { form: 'micro-ATX', tier: 1 },
  { form: 'ATX', tier: 1 },
  { form: 'ATX', tier: 2 },
  { form: 'mini-ITX', tier: 2 },
  { form: 'micro-ATX', tier: 2 },
] as const;
/** What an outline brings: a letter in the name, small slots, what it costs more. */
const FORMS = {
  'mini-ITX': { letter: 'I', smallSlots: 0, dearer: 22 },
  'micro-ATX': { letter: 'M', smallSlots: 1, dearer: 0 },
  ATX: { letter: 'A', smallSlots: 2, dearer: 9 },
} as const;
/** What a tier brings, the plainest first. */
const TIERS = [
  { name: 'Slip', vrmWatts: 95, sataPorts: 4, worth: 52, mts: { 4: 3200, 5: 5600 } },
  { name: 'Mole', vrmWatts: 140, sataPorts: 6, worth: 78, mts: { 4: 3600, 5: 6400 } },
  { name: 'Pier', vrmWatts: 240, sataPorts: 6, worth: 122, mts: { 4: 4400, 5: 7200 } },
] as const;

interface BoardModel {
  readonly line: (typeof PROCESSOR_LINES)[number];
  readonly generation: Generation;
  readonly form: (typeof STEPS)[number]['form'];
  readonly tier: 0 | 1 | 2;
}

function chipsetOf({ line: { chipset }, generation, tier }: BoardModel): string {
  if (generation === 1 && tier === 0) return `${chipset} 1E`;
  return generation === 3 && tier === 2 ? `${chipset} 3S` : `${chipset} ${generation}`;
}

const m2Of = ({ generation, tier }: BoardModel): MotherboardSheet['m2'] =>
  Array.from({ length: tier === 0 ? 1 : tier + 1 }, (_, i) => ({
    protocols: i === 0 && generation < 3 ? ['NVMe', 'SATA'] : ['NVMe'],
    maxLengthMm: tier === 2 && i === 0 ? 110 : 80,
    disablesSataPorts: i === 1 && generation < 3 ? 2 : 0,
    heatSpreader: tier > 0 && i === 0,
  }));

const slotGeneration = ({ generation, tier }: BoardModel) =>
  generation === 1 || (generation === 2 && tier === 0) ? 3 : generation === 3 && tier === 2 ? 5 : 4;

/** What stands at the back, and headers for lights, by tier. */
const PORTS = [
  { lightHeaders: 0, rearUsb: 4, lanMbps: 1000, sound: 'two channels' },
  { lightHeaders: 1, rearUsb: 6, lanMbps: 1000, sound: 'eight channels' },
  { lightHeaders: 2, rearUsb: 8, lanMbps: 2500, sound: 'eight channels' },
] as const;

function sheetOf(model: BoardModel, brand: string, name: string, d: DemoDraws): MotherboardSheet {
  const { line, generation, form, tier } = model;
  const office = generation === 1 && tier === 0;
  const ddr5 = generation === 3;
  const memorySlots = form === 'mini-ITX' || tier === 0 ? 2 : 4;
  const { vrmWatts, sataPorts, mts } = TIERS[tier];
  return {
    ...called('motherboard', brand, name),
    socket: line.sockets[generation - 1],
    chipset: chipsetOf(model),
    formFactor: form,
    memoryType: ddr5 ? 'DDR5' : 'DDR4',
    memorySlots,
    memoryMaxGb: memorySlots * (ddr5 ? 48 : 32),
    memoryMaxMts: office ? 2666 : mts[ddr5 ? 5 : 4],
    memoryProfile: !office,
    biosVersion: generation === 1 ? d.pick([1, 2, 3]) : generation === 2 ? d.pick([1, 1, 2]) : 1,
    flashesWithoutCpu: tier === 2 ? true : tier === 1 ? d.chance(0.35) : false,
    m2: office && d.chance(0.5) ? [] : m2Of(model),
    sataPorts: form === 'mini-ITX' ? 4 : sataPorts,
    pcieSlot: { generation: slotGeneration(model), lanes: 16 },
    smallSlots: FORMS[form].smallSlots,
    vrmWatts,
    cpuPowerConnectors: tier === 2 && form === 'ATX' ? 2 : 1,
    wireless: form === 'mini-ITX' || (tier === 2 ? true : tier === 1 ? d.chance(0.3) : false),
    displayOutputs: office ? ['VGA', 'HDMI'] : ['HDMI', 'DisplayPort'],
    watts: 22 + tier * 8,
    overclocking: tier > 0 && !office,
    fanHeaders: 2 + tier,
    ...PORTS[tier],
    frontHeaders: tier === 0 ? ['USB 2', 'USB 3'] : ['USB 2', 'USB 3', 'USB-C'],
  };
}

/** Boards for three generations of two makers of processors. */
export function makeMotherboards(d: DemoDraws, copy: string): Valued<MotherboardSheet>[] {
  const made: Valued<MotherboardSheet>[] = [];
  const add = (model: BoardModel, brand: string) => {
    const { line, generation, form, tier } = model;
    const mark = `${line.sockets[generation - 1]}-${generation}${FORMS[form].letter}${made.length}`;
    const part = sheetOf(model, brand, `${TIERS[tier].name} ${mark}${copy}`, d);
    const worth =
      TIERS[tier].worth +
      (generation - 1) * 9 +
      (generation === 3 ? 24 : 0) +
      FORMS[form].dearer +
      d.real(-5, 5);
    made.push({ part, worth, age: 3 - generation });
  };
  for (const line of PROCESSOR_LINES)
    for (const generation of GENERATIONS)
      for (const [n, { form, tier }] of STEPS.entries()) {
        if (generation === 1 && n > 3) continue;
        const brands = [d.pick(BOARD_MAKERS), d.pick(BOARD_MAKERS)].slice(0, n < 3 ? 2 : 1);
        for (const brand of brands) add({ line, generation, form, tier }, brand);
      }
  return made;
}
