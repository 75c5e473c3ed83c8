import type { PartKind } from '../parts/index.ts';
import { measured } from './measures.ts';
import { choice, EFFICIENCIES, FORM_FACTORS, generation, lanes, MEMORY_TYPES, PSU_FORMS } from './readers.ts';

/** Words that say a figure without a label: in a part's name, or between commas. */
interface Phrase {
  readonly figure: string;
  /** The words that say it. */
  readonly pattern: RegExp;
  readonly read: (match: RegExpExecArray) => unknown;
}

const phrase = (figure: string, pattern: RegExp, read: Phrase['read']): Phrase => ({ figure, pattern, read });
const number =
  (group = 1) =>
  (match: RegExpExecArray) =>
    Number(match[group]?.replace(',', '.'));
const space = (match: RegExpExecArray) => measured(match[0], 'driveGb');

/** Outlines from the smallest; a case for one takes the smaller ones, whose holes are among its own (ATX specification 2.2). */
const OUTLINES = ['mini-ITX', 'micro-ATX', 'ATX', 'E-ATX'];
const outlinesUpTo = (largest: unknown) => OUTLINES.slice(0, OUTLINES.indexOf(String(largest)) + 1);

const DDR = phrase('type', /\bddr[345]/i, (match) => choice(MEMORY_TYPES)(match[0], ''));

/** Common practice, no source. */
export const PHRASES: Readonly<Record<PartKind, readonly Phrase[]>> = {
  cpu: [
    phrase('cores', /\b(\d{1,3})[- ]?(?:cores?|c\b)/i, number()),
    phrase(
      'cores',
      /\b(dual|quad|hexa|six|octa|eight)[- ]core/i,
      (match) => ({ dual: 2, quad: 4, hexa: 6, six: 6, octa: 8, eight: 8 })[match[1].toLowerCase()],
    ),
    phrase('threads', /\b(\d{1,3})[- ]?(?:threads?|t\b)/i, number()),
    phrase('packagePowerWatts', /\btdp[: ]*(\d{2,3}) ?w|\b(\d{2,3}) ?w(?:atts?)?\b/i, (match) =>
      Number(match[1] ?? match[2]),
    ),
    phrase('boostMhz', /(?:up to|boost|turbo|max)\D{0,12}([\d.,]+) ?ghz/i, (match) =>
      measured(`${match[1]} GHz`, 'clockMhz'),
    ),
    phrase('memoryTypes', /\bddr[345](?:\s*\/\s*ddr[345])?/i, (match) => [
      ...new Set(match[0].toUpperCase().match(/DDR[345]/g)),
    ]),
    phrase('unlocked', /\bunlocked\b/i, () => true),
    phrase(
      'stockCooler',
      /\b(?:without|no) (?:stock |boxed? )?cooler\b|\btray\b|cooler not included/i,
      () => false,
    ),
    phrase('integratedGraphics', /\b(?:without|no) (?:integrated )?graphics\b/i, () => false),
    phrase('socket', /\bsocket ([\w-]+)/i, (match) => match[1]),
  ],
  motherboard: [
    phrase('formFactor', /\b(?:(?:micro|mini|extended|m|e|u|µ)[- ]?)?(?:atx|itx)\b/i, (match) =>
      choice(FORM_FACTORS)(match[0], ''),
    ),
    phrase('memoryType', /\bddr[345]/i, (match) => choice(MEMORY_TYPES)(match[0], '')),
    phrase('memorySlots', /\b(\d) ?x? ?(?:dimm|memory slots?|ram slots?)/i, number()),
    phrase('sataPorts', /\b(\d{1,2}) ?x? ?sata\b/i, number()),
    phrase('wireless', /\b(?:wi-?fi|wlan)\b/i, () => true),
    phrase('socket', /\bsocket ([\w-]+)/i, (match) => match[1]),
    phrase('chipset', /\bchipset ([\w-]+(?: \d\w*)?)/i, (match) => match[1]),
  ],
  memory: [
    DDR,
    phrase('modules', /\b(\d) ?[x×*] ?\d+(?:[.,]\d+)? ?gb\b/i, number()),
    phrase('gbPerModule', /\b\d ?[x×*] ?(\d+(?:[.,]\d+)?) ?gb\b/i, number()),
    phrase('modules', /\bsingle (?:module|stick)\b|\b1 (?:module|stick|dimm)\b/i, () => 1),
    phrase('ratedMts', /\bddr[345][- ]?(\d{4})\b|\b(\d{4}) ?(?:mt\/s|mts|mhz)\b/i, (match) =>
      Number(match[1] ?? match[2]),
    ),
    phrase('ratedCl', /\bcl? ?(\d{1,2})\b/i, number()),
    phrase('ratedCl', /\b(\d{1,2})-\d{1,2}-\d{1,2}(?:-\d{1,2})?\b/, number()),
  ],
  gpu: [
    phrase('videoMemoryGb', /\b(\d{1,2}) ?gb\b/i, number()),
    phrase('pcieGeneration', /pci[- ]?e(?:xpress)? ?\d(?:\.0)?/i, (match) => generation(match[0], '')),
    phrase('pcieLanes', /pci[- ]?e\w* ?[\d.]* ?x(?:16|8|4)\b/i, (match) => lanes(match[0], '')),
    phrase('boardPowerWatts', /\b(\d{2,3}) ?w(?:atts?)?\b/i, number()),
    phrase('lengthMm', /\b(\d{3}) ?mm\b/i, number()),
    phrase('slotsWide', /\b([1-4](?:[.,]\d+)?)[- ]slots?\b|\b(?:dual|triple)[- ]slot\b/i, (match) =>
      match[1] ? number()(match) : /dual/i.test(match[0]) ? 2 : 3,
    ),
  ],
  storage: [
    phrase('gb', /\b\d+(?:[.,]\d+)? ?(?:gb|tb)\b/i, space),
    phrase(
      'solidState',
      /\b(?:ssd|nvme|m\.2|solid[- ]state)\b|\b(?:hdd|hard (?:disk|drive)|\d{4} ?rpm|rpm)\b/i,
      (match) => !/hdd|hard|rpm/i.test(match[0]),
    ),
    phrase('m2LengthMm', /\b22(30|42|60|80|110)\b/, number()),
    phrase('pcieGeneration', /pci[- ]?e(?:xpress)? ?(?:gen ?)?\d(?:\.0)?|\bgen ?\d\b/i, (match) =>
      generation(match[0], ''),
    ),
  ],
  cooler: [
    phrase(
      'radiatorMm',
      /\b(120|140|240|280|360|420) ?mm? ?(?:aio|liquid|water|radiator|all[- ]in[- ]one)|(?:aio|liquid|water)\D{0,20}\b(120|140|240|280|360|420)\b/i,
      (match) => Number(match[1] ?? match[2]),
    ),
    phrase('heatWatts', /\b(\d{2,3}) ?w(?:atts?)?(?: tdp)?\b/i, number()),
    phrase('noiseDb', /\b(\d{2}(?:[.,]\d+)?) ?db/i, number()),
    phrase('radiatorMm', /\b(?:tower|air|top[- ]flow|low[- ]profile)\b.*\bcooler\b|\bheatsink\b/i, () => 0),
  ],
  case: [
    phrase(
      'motherboardFormFactors',
      /\b(?:e-?atx|(?:micro|m|u|µ)[- ]?atx|atx|(?:mini|m)[- ]?itx)\b(?!\s*(?:psu|power))/i,
      (match) => outlinesUpTo(choice(FORM_FACTORS)(match[0], '')),
    ),
    phrase('litres', /\b(\d{1,3}(?:[.,]\d+)?) ?(?:l|litres?|liters?)\b/i, number()),
  ],
  psu: [
    phrase('ratedWatts', /\b(\d{3,4}) ?w(?:atts?)?\b/i, number()),
    phrase(
      'efficiency',
      /\b80 ?(?:plus|\+)\s*(?:white|bronze|silver|gold|platinum|titanium)?|\b(?:bronze|silver|gold|platinum|titanium)\b/i,
      (match) => choice(EFFICIENCIES)(match[0], ''),
    ),
    phrase('eightPinConnectors', /\b(\d) ?[x×]? ?(?:pci[- ]?e ?)?6\+2/i, number()),
    phrase('cpuConnectors', /\b(\d) ?[x×]? ?(?:eps|cpu)?[ -]?4\+4/i, number()),
    phrase('lengthMm', /\b(\d{3}) ?mm (?:deep|long|length|depth)/i, number()),
    phrase('form', /\b(?:sfx|tfx|atx)\b/i, (match) => choice(PSU_FORMS)(match[0], '')),
  ],
  network: [
    phrase('wireless', /\bwi-?fi\b|\bwlan\b|\bwireless\b/i, () => true),
    phrase('interface', /\busb\b|\bpci[- ]?e\b/i, (match) => (/usb/i.test(match[0]) ? 'USB' : 'PCIe')),
    phrase('mbps', /\b\d+(?:[.,]\d+)? ?(?:mbps|gbps|mbit\/s|gbit\/s)/i, (match) =>
      measured(match[0], 'mbps'),
    ),
  ],
  os: [],
  extras: [],
};

type KindSign = readonly [kind: PartKind, sign: RegExp, weight: number];

/** Words that tell what kind of part a text is about. Common practice, no source. */
export const KIND_SIGNS: readonly KindSign[] = [
  ['psu', /\bpower supply\b|\bpsu\b|\b80 ?(?:plus|\+)/i, 4],
  ['psu', /\b\d{3,4} ?w\b.*\bmodular\b/i, 3],
  ['case', /\bcase\b|\bchassis\b|\b(?:midi?|mini|full|micro)[- ]?tower\b/i, 4],
  ['cooler', /\bcooler\b|\bheat ?sink\b|\baio\b|\bliquid cool/i, 4],
  ['gpu', /\bgraphics card\b|\bvideo card\b|\bgddr\d/i, 5],
  ['motherboard', /\bmotherboard\b|\bmainboard\b|\bmobo\b/i, 5],
  ['motherboard', /\bchipset\b|\b(?:m|micro|mini)[- ]?[ai]tx\b/i, 2],
  ['memory', /\bddr[345][- ]?\d{4}\b|\b\d ?[x×] ?\d+ ?gb\b|\bmemory kit\b|\b(?:u|so)?dimms?\b/i, 4],
  ['storage', /\bssd\b|\bhdd\b|\bhard (?:disk|drive)\b|\bnvme\b|\bsolid[- ]state\b/i, 4],
  ['cpu', /\bprocessor\b|\bcpu\b|\b\d{1,2}[- ]cores?\b|\bthreads\b/i, 3],
  ['network', /\b(?:wi-?fi|wireless|wlan|network)\b.*\b(?:adapter|card|stick)\b/i, 5],
  ['os', /\boperating system\b|\blicen[cs]e\b/i, 3],
];

/** Words for a kind of part behind a label of "kind" or "category". */
export const KIND_WORDS: readonly (readonly [RegExp, PartKind])[] = [
  [/cooler|cooling/i, 'cooler'],
  [/processor|cpu/i, 'cpu'],
  [/motherboard|mainboard|board/i, 'motherboard'],
  [/graphics|video card|gpu/i, 'gpu'],
  [/memory|ram\b/i, 'memory'],
  [/storage|ssd|drive|hdd/i, 'storage'],
  [/power supply|psu/i, 'psu'],
  [/case|chassis|tower/i, 'case'],
  [/network|wi-?fi|wireless/i, 'network'],
  [/operating system|software/i, 'os'],
];
