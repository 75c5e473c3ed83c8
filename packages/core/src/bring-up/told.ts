import type { Cause } from '../bench/index.ts';
import { shortDecimal } from '../units/index.ts';
import type { StartCauseCode } from './cause-codes.ts';
import { CAUSE_TABLE } from './causes.ts';
import type { SetupItem } from './settings.ts';

/** What the first start and its readings say about a cause of a slow machine: how many times as likely it makes it, and why. */
export interface ToldCause {
  readonly cause: Cause;
  readonly factor: number;
  readonly words: string;
}

/** What a setting speaks about. */
const BY_SETTING: Readonly<Record<string, Cause>> = {
  'memory-profile': 'memory-profile',
  'memory-size': 'one-stick',
  'memory-channels': 'one-stick',
  'card-link': 'slow-slot',
  'processor-heat': 'processor-held',
  drivers: 'driver',
};
/** What was wrong at the first start may be wrong in part still. */
const BY_START: { readonly [C in StartCauseCode]?: Cause } = {
  'memory-seat': 'one-stick',
  'wrong-output': 'wrong-output',
  'card-seat': 'slow-slot',
  'card-power': 'card-held',
  'cooler-fan': 'processor-held',
};
/** A reading that is off all but tells the cause; a right one speaks against it, a mere tick less so. Chosen. */
const FACTORS = { off: 20, right: 0.1, ticked: 0.5, mendedBefore: 2 };

/** What is told of a machine by what was read off after its first start, and by what had kept it from starting. */
export function toldCauses(
  items: readonly SetupItem[],
  readings: readonly { readonly code: string; readonly reading: number | null }[],
  cured: StartCauseCode | null,
): readonly ToldCause[] {
  const told = readings.flatMap(({ code, reading }): ToldCause[] => {
    const item = items.find((each) => each.code === code);
    const cause = BY_SETTING[code];
    if (!item || !cause) return [];
    if (reading === null)
      return [{ cause, factor: FACTORS.ticked, words: `${item.title}: ticked as seen to.` }];
    const fault = item.judge(reading);
    const read = `${item.title}: ${shortDecimal(reading, 1)} ${item.expected?.unit.split(' ')[0] ?? ''} was read off.`;
    return fault
      ? [{ cause, factor: FACTORS.off, words: `${read} ${fault.points}` }]
      : [{ cause, factor: FACTORS.right, words: `${read} That is right.` }];
  });
  const before = cured === null ? undefined : BY_START[cured];
  if (cured === null || before === undefined) return told;
  const name = CAUSE_TABLE.find(({ code }) => code === cured)?.name ?? cured;
  return [
    ...told,
    { cause: before, factor: FACTORS.mendedBefore, words: `It did not start at first: ${name}.` },
  ];
}
