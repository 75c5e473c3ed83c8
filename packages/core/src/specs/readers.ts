import { measured, type MeasureName } from './measures.ts';
import { quantitiesIn } from './numbers.ts';

/** Reads a figure's value off the words behind its label; null where they do not say it. */
export type ValueReader = (text: string, unitOfLabel: string) => unknown;

export const number =
  (name: MeasureName): ValueReader =>
  (text, unit) =>
    measured(text, name, unit);

const NO = /^\s*(?:no|none|not?\b|without|n\/a|keine?|✗|✘|×|0)\b|^-$/i;
const YES = /\b(?:yes|included|supported|with|available|built.?in|ja|✓|✔|true)\b|^\s*(?:✓|✔)/i;

export const readYesNo: ValueReader = (text) => (NO.test(text) ? false : YES.test(text) ? true : null);

/** Yes for a "yes" and for the name of what is there; no for a "no". */
export const presence: ValueReader = (text) => (NO.test(text) ? false : text.trim() === '' ? null : true);

export const readWord: ValueReader = (text) => {
  const bare = text.trim().replace(/^socket\s+/i, '');
  return bare !== '' && bare.length <= 60 ? bare : null;
};
export const readWords: ValueReader = (text) => {
  const all = text
    .split(/[,;/|]|\band\b/)
    .map((each) => each.trim().replace(/^socket\s+/i, ''))
    .filter(Boolean);
  return all.length > 0 && all.every((each) => each.length <= 40) ? all : null;
};

type Pattern<T> = readonly [pattern: RegExp, value: T];

export const choice =
  <T>(patterns: readonly Pattern<T>[]): ValueReader =>
  (text) => {
    const found = patterns.filter(([pattern]) => pattern.test(text)).map(([, value]) => value);
    return found.at(0) ?? null;
  };
export const choices =
  <T>(patterns: readonly Pattern<T>[]): ValueReader =>
  (text) => {
    const found = patterns.filter(([pattern]) => pattern.test(text)).map(([, value]) => value);
    return found.length > 0 ? [...new Set(found)] : null;
  };

const MICRO = /\b(?:micro|µ|m|u)[- ]?atx\b/i;
const MINI = /\b(?:mini|m)[- ]?itx\b|(?<![-\w])itx\b/i;
const EXTENDED = /\b(?:e|extended|ee)[- ]?atx\b/i;
/** ATX by itself: not what stands behind another word for an outline. */
const PLAIN_ATX = /(?<!(?:micro|mini|extended|µ|\bm|\bu|\be|\bee)[- ]?)\batx\b/i;

export const FORM_FACTORS = [
  [MINI, 'mini-ITX'],
  [MICRO, 'micro-ATX'],
  [EXTENDED, 'E-ATX'],
  [PLAIN_ATX, 'ATX'],
] as const;
export const MEMORY_TYPES = [
  [/\bddr3/i, 'DDR3'],
  [/\bddr4/i, 'DDR4'],
  [/\bddr5/i, 'DDR5'],
] as const;
export const PSU_FORMS = [
  [/\bsfx/i, 'SFX'],
  [/\btfx/i, 'TFX'],
  [PLAIN_ATX, 'ATX'],
] as const;
export const EFFICIENCIES = [
  [/titanium/i, 'Titanium'],
  [/platinum/i, 'Platinum'],
  [/gold/i, 'Gold'],
  [/silver/i, 'Silver'],
  [/bronze/i, 'Bronze'],
  [/white|\b80\s*(?:plus|\+)/i, 'White'],
  [/^\s*(?:none|no)\b/i, 'none'],
] as const;
export const OUTPUTS = [
  [/hdmi/i, 'HDMI'],
  [/display\s?port|\bm?dp\b/i, 'DisplayPort'],
  [/\bdvi/i, 'DVI'],
  [/\bvga\b|d-sub/i, 'VGA'],
  [/usb[- ]?c\b|type[- ]?c/i, 'USB-C'],
] as const;
export const FRONT = [
  [/usb[- ]?(?:2|2\.0)\b|usb\s*2/i, 'USB 2'],
  [/usb[- ]?3(?!\.\d\s*type)|usb\s*3|type[- ]?a/i, 'USB 3'],
  [/usb[- ]?c\b|type[- ]?c/i, 'USB-C'],
] as const;
export const DRIVES = [
  [/m\.?2.*nvme|nvme|m\.?2.*pci/i, 'M.2 NVMe'],
  [/m\.?2/i, 'M.2 SATA'],
  [/3[.,]5/i, '3.5-inch SATA'],
  [/2[.,]5/i, '2.5-inch SATA'],
] as const;
export const NETWORK_PLUGS = [
  [/usb/i, 'USB'],
  [/m\.?2/i, 'M.2'],
  [/pci/i, 'PCIe'],
] as const;

/** "PCIe 4.0", "Gen 3", "PCI Express 5": the generation. */
export const generation: ValueReader = (text) => {
  const match =
    /(?:pci[- ]?e(?:xpress)?|gen(?:eration)?)\.?\s*(?:gen\s*)?([1-7])(?:\.0)?\b|^\s*([1-7])(?:\.0)?\s*(?:x\s?\d+)?\s*$/i.exec(
      text,
    );
  return match ? Number(match[1] ?? match[2]) : null;
};
export const lanes: ValueReader = (text) => {
  const match = /\bx\s?(16|8|4|2|1)\b/i.exec(text);
  return match ? Number(match[1]) : null;
};
export const cardSlot: ValueReader = (text, unit) => {
  const [gen, wide] = [generation(text, unit), lanes(text, unit)];
  return gen !== null && wide === 16 ? { generation: gen, lanes: 16 } : null;
};

/** "2 x 8-pin + 1 x 6-pin", "16-pin", "none". */
export const cardPower: ValueReader = (text) => {
  if (NO.test(text)) return { sixPin: 0, eightPin: 0, sixteenPin: 0 };
  const power = { sixPin: 0, eightPin: 0, sixteenPin: 0 };
  const plugs = [...text.matchAll(/(?:(\d)\s*(?:x|×|\*)?\s*)?\b(6\+2|16|12\+4|8|6)[- ]?pins?\b/gi)];
  if (plugs.length === 0) return null;
  for (const [, times = '1', pins] of plugs) {
    const kind = pins === '6' ? 'sixPin' : pins === '16' || pins === '12+4' ? 'sixteenPin' : 'eightPin';
    power[kind] += Number(times);
  }
  return power;
};
/** "2 x 6+2-pin", "4": how many. */
export const plugs: ValueReader = (text) => {
  if (NO.test(text)) return 0;
  const match = /(?:^|[^\d+])(\d{1,2})\s*(?:x|×|\*)/i.exec(text) ?? /^\s*(\d{1,2})\s*$/.exec(text);
  return match ? Number(match[1]) : /pin/i.test(text) ? 1 : null;
};
/** "4 x DDR4 DIMM", "4": the first number, where nothing stands before it. */
export const leadingCount: ValueReader = (text) => {
  if (/^\s*(?:none|no)\b/i.test(text)) return 0;
  const match = /^\s*(\d{1,3})(?!\s*\+)(?![\d.,]*\s*(?:mm|cm|gb|tb|w\b|mhz|ghz|"|inch))/i.exec(text);
  return match ? Number(match[1]) : null;
};
/** "16-18-18-38", "CL16", "16": clocks. */
export const latency: ValueReader = (text) => {
  const match = /\bcl?\s?(\d{1,2})\b/i.exec(text) ?? /^\s*(\d{1,2})(?:[-–. ]\d{1,2})*\s*$/.exec(text);
  return match ? Number(match[1]) : null;
};
const RADIATORS = new Set([120, 140, 240, 280, 360, 420]);
export const radiators: ValueReader = (text) => {
  if (NO.test(text)) return [];
  const sizes = quantitiesIn(text.replace(/[/|]/g, ' / ')).flatMap(({ readings }) => readings);
  const found = [...new Set(sizes.filter((each) => RADIATORS.has(each)))].sort((a, b) => a - b);
  return found.length > 0 ? found : null;
};
export const radiator: ValueReader = (text, unit) =>
  (radiators(text, unit) as number[] | null)?.at(-1) ?? (NO.test(text) ? 0 : null);
/** "2.5 slots", "Dual slot". */
export const slotsWide: ValueReader = (text, unit) =>
  /\b(?:dual|two)\b/i.test(text) ? 2 : /\b(?:triple|three)\b/i.test(text) ? 3 : measured(text, 'slots', unit);
/** The longest of "285 x 120 x 42 mm". */
export const longest: ValueReader = (text, unit) => {
  const sides = quantitiesIn(text.replace(/[x×*]/gi, ' x '));
  const last = [...sides].reverse().find((each) => each.unit !== '')?.unit ?? unit;
  const scale = last === 'cm' ? 10 : /^(?:in|inch|inches|["”″])$/.test(last) ? 25.4 : 1;
  const values = sides.flatMap(({ readings }) => readings.slice(-1)).map((each) => each * scale);
  return values.length > 0 ? Math.round(Math.max(...values) * 10) / 10 : null;
};
export const gtin: ValueReader = (text) =>
  /\b\d{8}(?:\d{4,6})?\b/.exec(text.replace(/[ -]/g, ''))?.[0] ?? null;
