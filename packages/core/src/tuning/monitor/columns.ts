/*
 * What the columns of a monitoring tool's log hold, by their headings and units. There is no standard: what is told here is a
 * proposal that the user confirms. Words and units are common practice, no source.
 */

export const MONITOR_ROLES = ['time', 'celsius', 'volts', 'clock', 'load'] as const;
export type MonitorRole = (typeof MONITOR_ROLES)[number];
export type MonitorDevice = 'cpu' | 'gpu' | 'memory';

export interface MonitorColumn {
  /** From 0. */
  readonly index: number;
  readonly heading: string;
  /** Null: not told from its heading. */
  readonly role: MonitorRole | null;
  readonly device: MonitorDevice | null;
  /** Whether the heading states the unit; otherwise it was told from the words alone. */
  readonly hasUnit: boolean;
  /** Makes a cell's figure one in °C, V, MHz or per cent. */
  readonly scale: number;
  readonly offset: number;
}

interface UnitRule {
  readonly unit: RegExp;
  readonly role: MonitorRole;
  readonly scale?: number;
  readonly offset?: number;
}
/** Units as they stand in brackets, behind a comma or at a heading's end. */
const UNITS: readonly UnitRule[] = [
  { unit: /^(°|º|deg(rees)?)? ?c(elsius)?$/i, role: 'celsius' },
  { unit: /^(°|º|deg(rees)?)? ?f(ahrenheit)?$/i, role: 'celsius', scale: 5 / 9, offset: -160 / 9 },
  { unit: /^m(illi)?v(olts?)?$/i, role: 'volts', scale: 0.001 },
  { unit: /^v(olts?)?$/i, role: 'volts' },
  { unit: /^m(ega)?hz$/i, role: 'clock' },
  { unit: /^g(iga)?hz$/i, role: 'clock', scale: 1000 },
  { unit: /^mt\/s$/i, role: 'clock', scale: 0.5 }, // two transfers a clock (JEDEC JESD79-4)
  { unit: /^(%|percent|per cent)$/i, role: 'load' },
];
const WORDS: readonly (readonly [RegExp, MonitorRole])[] = [
  [/\b(date|time|timestamp|elapsed|uhrzeit|zeit)\b/i, 'time'],
  [/\b(temp|temps|temperature|hot ?spot|tdie|tctl)\b/i, 'celsius'],
  [/\b(volt|volts|voltage|vcore|vid|vdd|vddc|vddq|dram v)\b/i, 'volts'],
  [/\b(clock|clocks|clk|freq|frequency|speed)\b/i, 'clock'],
  [/\b(load|usage|util|utili[sz]ation|busy)\b/i, 'load'],
];
const DEVICES: readonly (readonly [RegExp, MonitorDevice])[] = [
  [/\b(gpu|graphics|graphics card|video|card)\b/i, 'gpu'],
  [/\b(dram|dimm|ddr\d?|memory|ram|mem)\b/i, 'memory'],
  [/\b(cpu|processor|core|cores|package|tdie|tctl|vcore|ccd)\b/i, 'cpu'],
];

/** The unit that a heading states, with the words before it. */
function unitOf(heading: string): { readonly words: string; readonly rule: UnitRule | null } {
  const text = heading.trim();
  const found = /[[(]([^\])]{1,12})[\])]$/.exec(text) ?? /[\s,_](°?[a-z%/]{1,10})$/i.exec(text);
  const rule = found ? UNITS.find(({ unit }) => unit.test(found[1].trim())) : undefined;
  return found && rule ? { words: text.slice(0, found.index), rule } : { words: heading, rule: null };
}

/** What a heading says; a letter C or V at its end is a unit only where the words do not say something else. */
export function columnOf(heading: string, index: number): MonitorColumn {
  const { words, rule } = unitOf(heading);
  // CpuTemp, cpu_temp and CPU-temp are read alike.
  const plain = words.replace(/([a-z])([A-Z])/g, '$1 $2').replace(/[_\-./#:]+/g, ' ');
  const role = rule?.role ?? WORDS.find(([word]) => word.test(plain))?.[1] ?? null;
  const device = DEVICES.find(([word]) => word.test(plain))?.[1] ?? null;
  const hasUnit = rule !== null;
  return {
    ...{ index, heading, role, device, hasUnit },
    scale: rule?.scale ?? 1,
    offset: rule?.offset ?? 0,
  };
}
