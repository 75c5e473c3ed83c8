import type { PartKind } from '../parts/index.ts';
import {
  cardPower,
  cardSlot,
  choice,
  choices,
  DRIVES,
  EFFICIENCIES,
  FORM_FACTORS,
  FRONT,
  generation,
  gtin,
  lanes,
  latency,
  leadingCount,
  longest,
  MEMORY_TYPES,
  NETWORK_PLUGS,
  number,
  OUTPUTS,
  plugs,
  presence,
  PSU_FORMS,
  radiator,
  radiators,
  slotsWide,
  readWord,
  readWords,
  readYesNo,
  type ValueReader,
} from './readers.ts';

/** What a label of a specification stands for: the figure, and how its value is read. */
export interface Term {
  readonly figure: string;
  /** Labels in small letters, without what {@link labelOf} takes off; the first is the plainest. */
  readonly labels: readonly string[];
  readonly read: ValueReader;
}

const term = (figure: string, read: ValueReader, labels: string): Term => ({
  figure,
  read,
  labels: labels.split(', ').map((label) => label.replaceAll('-', ' ')),
});

/** Labels of every kind of part. Common practice, no source. */
export const GENERAL_TERMS: readonly Term[] = [
  term('brand', readWord, 'brand, manufacturer, maker, made by, vendor'),
  term('name', readWord, 'name, product name, product, model name, model, title'),
  term('mpn', readWord, 'mpn, part no, part, part #, manufacturer part, model no, product code'),
  term('gtin', gtin, 'gtin, ean, upc, barcode, gtin13, ean code'),
  term('warrantyMonths', number('months'), 'warranty, manufacturer warranty, guarantee, limited warranty'),
];

/** Labels by kind of part, as shops and makers write them. Common practice, no source. */
export const TERMS: Readonly<Record<PartKind, readonly Term[]>> = {
  cpu: [
    term('socket', readWord, 'socket, cpu socket, processor socket, socket type'),
    term('cores', number('cores'), 'cores, core count, cpu cores, processor cores, physical cores'),
    term('threads', number('cores'), 'threads, thread count, cpu threads, logical processors'),
    term(
      'packagePowerWatts',
      number('watts'),
      'package power limit, package power, ppt, package limit, turbo power, tdp, default tdp, base power, thermal design power, power draw',
    ),
    term(
      'boostMhz',
      number('clockMhz'),
      'boost clock, boost, turbo, turbo clock, turbo frequency, boost frequency, turbo boost, clock boost, highest clock, clock speed boost',
    ),
    term(
      'memoryTypes',
      choices(MEMORY_TYPES),
      'memory types, memory type, memory, memory support, ram type, memory standard',
    ),
    term('memoryMaxGb', number('memoryGb'), 'memory size, memory capacity, ram, memory amount'),
    term(
      'pcieGeneration',
      generation,
      'pcie generation, pcie, pci express, pcie version, pci express version, pci express revision',
    ),
    term(
      'integratedGraphics',
      presence,
      'integrated graphics, graphics, igpu, processor graphics, built in graphics, onboard graphics, own graphics',
    ),
    term('graphicsTflops', number('tflops'), 'graphics compute, igpu compute, graphics tflops'),
    term('unlocked', readYesNo, 'unlocked, unlocked multiplier, multiplier unlocked, overclocking'),
  ],
  motherboard: [
    term('socket', readWord, 'socket, cpu socket, processor socket, socket type'),
    term('chipset', readWord, 'chipset'),
    term('formFactor', choice(FORM_FACTORS), 'form factor, format, size, board size, board form factor'),
    term(
      'memoryType',
      choice(MEMORY_TYPES),
      'memory type, memory, ram type, memory standard, memory technology',
    ),
    term('memorySlots', leadingCount, 'memory slots, dimm slots, ram slots, dimms, memory sockets, dimm'),
    term('memoryMaxGb', number('memoryGb'), 'memory capacity, memory size, memory, ram, ram capacity'),
    term('memoryMaxMts', number('mts'), 'memory speed, memory clock, memory frequency, ram speed'),
    term('memoryProfile', readYesNo, 'memory profile, memory profiles, overclocking profiles'),
    term(
      'sataPorts',
      leadingCount,
      'sata ports, sata, sata connectors, sata 6 gb/s, sata 6gb/s, sata iii, sata3',
    ),
    term(
      'pcieSlot',
      cardSlot,
      'card slot, pcie x16, pcie x16 slot, pcie slots, expansion slots, graphics slot, pci express x16, pcie slot',
    ),
    term('smallSlots', leadingCount, 'pcie x1, pcie x1 slots, small slots, pci express x1'),
    term('vrmWatts', number('watts'), 'vrm limit, cpu tdp, processor tdp, tdp, cpu power limit'),
    term(
      'cpuPowerConnectors',
      plugs,
      'cpu power connectors, cpu power, eps, cpu power connector, processor power, eps connectors',
    ),
    term('wireless', presence, 'wireless, wifi, wi-fi, wlan, wireless lan, wireless network'),
    term(
      'displayOutputs',
      choices(OUTPUTS),
      'display outputs, video outputs, outputs, graphics outputs, video ports, display ports',
    ),
    term('overclocking', readYesNo, 'overclocking, cpu overclocking'),
    term(
      'flashesWithoutCpu',
      readYesNo,
      'updates bios without cpu, bios update without cpu, flash without cpu, bios flash button',
    ),
    term('fanHeaders', leadingCount, 'fan headers, fan connectors, fans'),
    term('frontHeaders', choices(FRONT), 'front headers, front usb, internal usb, usb headers'),
  ],
  memory: [
    term(
      'type',
      choice(MEMORY_TYPES),
      'type, memory type, technology, memory technology, ram type, standard',
    ),
    term('modules', leadingCount, 'modules, sticks, module count, kit, dimms, pieces'),
    term(
      'gbPerModule',
      number('memoryGb'),
      'per module, module size, module capacity, capacity per module, gb per module, size per module',
    ),
    term(
      'ratedMts',
      number('mts'),
      'speed, data rate, memory speed, rated speed, frequency, clock, tested speed, memory clock, clock speed',
    ),
    term('ratedCl', latency, 'cas latency, cl, latency, tested latency, timings, timing, rated latency'),
    term('jedecMts', number('mts'), 'spd speed, jedec speed, base speed, default speed'),
    term('jedecCl', latency, 'spd latency, jedec latency, default latency'),
    term('heightMm', number('moduleMm'), 'height, module height'),
  ],
  gpu: [
    term(
      'chip',
      readWord,
      'chip, gpu, graphics chip, graphics processor, gpu chip, chipset, graphics engine, graphics processing unit',
    ),
    term('lengthMm', number('cardMm'), 'length, card length, gpu length'),
    term('lengthMm', longest, 'dimensions, card dimensions, size, card size'),
    term('slotsWide', slotsWide, 'slots, slot width, thickness, width, slot size, occupied slots'),
    term(
      'boardPowerWatts',
      number('watts'),
      'board power, total board power, graphics power, tgp, tbp, tdp, power draw, power consumption, typical board power, card power',
    ),
    term(
      'power',
      cardPower,
      'power connectors, power connector, supplementary power, external power, power sockets, power plugs, power input',
    ),
    term(
      'recommendedPsuWatts',
      number('psuWatts'),
      'recommended psu, recommended power supply, minimum psu, suggested psu, system power, power supply, psu, required psu, recommended psu wattage, system power requirement',
    ),
    term(
      'videoMemoryGb',
      number('memoryGb'),
      'video memory, memory size, vram, memory, memory capacity, graphics memory, memory amount',
    ),
    term(
      'tflops',
      number('tflops'),
      'compute, fp32, single precision, tflops, computing rate, fp32 performance',
    ),
    term('memoryGbs', number('bandwidthGbs'), 'memory bandwidth, bandwidth'),
    term(
      'pcieGeneration',
      generation,
      'interface, bus interface, bus, pci express, card interface, bus standard, connection',
    ),
    term(
      'pcieLanes',
      lanes,
      'interface, bus interface, bus, pci express, card interface, bus standard, connection',
    ),
    term(
      'displayOutputs',
      choices(OUTPUTS),
      'display outputs, outputs, display connectors, video outputs, ports, connectors, video ports',
    ),
  ],
  storage: [
    term('interface', choice(DRIVES), 'drive type'),
    term('gb', number('driveGb'), 'capacity, size, storage, storage capacity, space'),
    term('solidState', readYesNo, 'solid state'),
    term('pcieGeneration', generation, 'interface, pcie generation, pcie, connection, bus'),
    term('heatSpreader', readYesNo, 'heat spreader, heatsink, heat sink'),
  ],
  cooler: [
    term(
      'sockets',
      readWords,
      'sockets, socket, compatibility, cpu socket, socket compatibility, cpu sockets, compatible sockets',
    ),
    term('heightMm', number('heightMm'), 'height, cooler height, heatsink height'),
    term(
      'heatWatts',
      number('watts'),
      'cooling capacity, tdp, tdp rating, cooling power, heat, cooling performance, tdp up to',
    ),
    term('radiatorMm', radiator, 'radiator, radiator size, radiator length'),
    term('fans', leadingCount, 'fans, fan count, fan quantity'),
    term(
      'noiseDb',
      number('noiseDb'),
      'noise, noise level, fan noise, acoustics, noise emission, sound level',
    ),
    term('memoryClearanceMm', number('moduleMm'), 'memory clearance, ram clearance, ram height'),
  ],
  case: [
    term(
      'motherboardFormFactors',
      choices(FORM_FACTORS),
      'motherboard support, motherboards, motherboard, board support, form factor, mainboard, motherboard form factor, motherboard compatibility, mainboard support, boards',
    ),
    term(
      'maxGpuLengthMm',
      number('cardMm'),
      'gpu length, graphics card length, graphics card, gpu clearance, vga length, video card length, card length, gpu, gpu card length, vga, card clearance',
    ),
    term(
      'maxCoolerHeightMm',
      number('heightMm'),
      'cpu cooler height, cooler height, cpu cooler, cooler clearance, cpu cooler clearance, cpu height, cooler',
    ),
    term('maxPsuLengthMm', number('psuMm'), 'psu length, power supply length, psu clearance'),
    term(
      'psuFormFactors',
      choices(PSU_FORMS),
      'psu form factor, psu, power supply, psu type, power supply type, psu support, psu standard',
    ),
    term(
      'expansionSlots',
      leadingCount,
      'expansion slots, pci slots, card slots, pci expansion slots, pcie slots',
    ),
    term(
      'bays25',
      leadingCount,
      '2.5 bays, 2.5 drive bays, drive bays 2.5, 2.5 inch bays, 2.5 ssd, ssd bays, internal 2.5 bays, 2.5 inch drive bays',
    ),
    term(
      'bays35',
      leadingCount,
      '3.5 bays, 3.5 drive bays, drive bays 3.5, 3.5 inch bays, 3.5 hdd, hdd bays, internal 3.5 bays, 3.5 inch drive bays',
    ),
    term('litres', number('litres'), 'volume, case volume'),
    term('fans', leadingCount, 'included fans, fans included, pre installed fans, preinstalled fans, fans'),
    term('radiatorsMm', radiators, 'radiator support, radiators, radiator, radiator sizes'),
    term(
      'frontConnectors',
      choices(FRONT),
      'front ports, front i/o, front io, front panel, i/o ports, front connectors, io panel, usb',
    ),
  ],
  psu: [
    term(
      'ratedWatts',
      number('psuWatts'),
      'wattage, power, output, rated power, capacity, output power, continuous power, watts, power output',
    ),
    term(
      'efficiency',
      choice(EFFICIENCIES),
      'efficiency, certification, 80 plus, efficiency rating, rating, 80plus, 80 plus certification',
    ),
    term('form', choice(PSU_FORMS), 'form factor, form, type, format, psu form factor, standard'),
    term('lengthMm', number('psuMm'), 'length, depth, psu length'),
    term(
      'eightPinConnectors',
      plugs,
      'pcie connectors, pcie, pci e, 6+2 pin, pcie power, gpu connectors, pci e connectors, pcie 8 pin, pcie 6+2 pin, pci express connectors, graphics connectors, 8 pin pcie',
    ),
    term('sixteenPinConnectors', plugs, '16 pin, 12v 2x6, 12+4 pin, pcie 16 pin, 16 pin connectors, 12vhpwr'),
    term(
      'cpuConnectors',
      plugs,
      'cpu connectors, eps, cpu, 4+4 pin, cpu power, eps12v, eps connectors, cpu 4+4 pin, eps 4+4 pin',
    ),
  ],
  network: [
    term('interface', choice(NETWORK_PLUGS), 'interface, connection, bus, connects by'),
    term('wireless', presence, 'wireless, wifi, wi-fi, wireless standard, wlan'),
    term('mbps', number('mbps'), 'speed, data rate, transfer rate, throughput'),
  ],
  os: [term('licence', readWord, 'licence, license, edition, licence type, license type')],
  extras: [
    term('purpose', readWord, 'purpose, use, kind of extra'),
    term('fans', plugs, 'fans, number of fans, fans in the box'),
    term('sataPlugs', plugs, 'sata power, sata power plugs, sata power connectors'),
    term('peripheralPlugs', plugs, 'four pin plugs, 4 pin plugs, peripheral power'),
    term('bays525', plugs, '5.25 inch bays, 5.25 inch, external bays'),
    term('noiseDb', number('noiseDb'), 'noise, noise level, loudness'),
  ],
};

const FILLERS =
  /\b(?:max(?:imum|\.)?|min(?:imum|\.)?|supported|supports|number of|no\. of|qty|quantity|total|the|up to|internal|allowance|allowed|standard size|approx(?:\.|imate)?|recommended max)\b\.?/g;

const KNOWN_LABELS = new Set(
  [...GENERAL_TERMS, ...Object.values(TERMS).flat()].flatMap(({ labels }) => labels),
);
/** Whether any kind of part has a figure of this label. */
export const isKnownLabel = (written: string): boolean => KNOWN_LABELS.has(labelOf(written).label);

/** Whatever is longer is no label: of a heading of a table, which may be of any length, the beginning is looked at. */
const LONGEST_LABEL = 200;

/** A written label as the vocabulary has it, and the unit that stands in its brackets. */
export function labelOf(written: string): { readonly label: string; readonly unit: string } {
  const begun = written.slice(0, LONGEST_LABEL);
  const unit =
    /[([,]\s*(?:in\s+)?(mm|cm|in|inch|inches|w|watts?|mhz|ghz|mt\/s|gb|tb|db|l|litres?|years?|months?)\s*[)\]]?\s*$/i.exec(
      begun,
    )?.[1];
  const label = begun
    .toLowerCase()
    .replace(/[([].*?[)\]]/g, ' ')
    .replace(/[-–—]/g, ' ')
    .replace(FILLERS, ' ')
    .replace(/["”″:*_`•·]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return { label, unit: unit?.toLowerCase() ?? '' };
}
