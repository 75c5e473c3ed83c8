import { againstYardstick, byHand, perAddedFrame, type LineUpEntry } from '@ripe-pick/core/compare';
import type { Slot } from '@ripe-pick/core/parts';
import type { Air } from '@ripe-pick/core/power';
import { airWords, riseWords } from '../../shared/format/air.ts';
import { decimal, fps, percent, signed } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { differenceWords } from './figures.ts';
import { UNKNOWN_CELL, type OfEntry, type LineupRows } from './rows.ts';

type ByHandFigures = ReturnType<typeof byHand>;

/** Means over the games, the first candidate as a yardstick, and noise. */
function yardsticks(rows: LineupRows): void {
  const add = rows.adder('byHand');
  const of = (words: (figures: ByHandFigures) => string | null) => (entry: LineUpEntry) =>
    words(byHand(entry.summary, rows.brief)) ?? UNKNOWN_CELL;
  add(
    'means',
    'Mean of its games: arithmetic, geometric, harmonic',
    of(({ means }) =>
      means ? `${fps(means.arithmetic)}, ${fps(means.geometric)}, ${fps(means.harmonic)} fps` : null,
    ),
  );
  if (rows.entries.length > 1)
    add('yardstick', `Of ${rows.entries[0].name}: frames, money, frames for the money`, (entry) => {
      const { frames, money: of, value } = againstYardstick(entry.summary, rows.entries[0].summary);
      const share = (each: number | null) => (each === null ? UNKNOWN_CELL : percent(each));
      return entry === rows.entries[0] ? '100 %' : `${share(frames)}, ${share(of)}, ${share(value)}`;
    });
  add(
    'noise',
    'Noise at full load, by the specs',
    of(({ noise }) => noiseWords(noise)),
  );
}

/** Which way the air goes, and how warm it gets. */
function airRows(rows: LineupRows): void {
  const add = rows.adder('byHand');
  const of =
    (words: (air: Air) => string) =>
    ({ summary: { air } }: LineUpEntry) =>
      air ? words(air) : UNKNOWN_CELL;
  add('air', 'Air through the case', of(airWords));
  add('air-rise', 'Air that leaves it, by assumed flows of fans', of(riseWords));
}

function byHandFigures(rows: LineupRows): void {
  const add = rows.adder('byHand');
  const figures = new Map(rows.entries.map((entry) => [entry, byHand(entry.summary, rows.brief)]));
  const of = (words: (figures: ByHandFigures) => string | null) => (entry: LineUpEntry) => {
    const found = figures.get(entry);
    return (found && words(found)) ?? UNKNOWN_CELL;
  };
  const money = (better: 'less' | null, value: (figures: ByHandFigures) => number | null) =>
    rows.moneyRow('byHand', better, (entry) => {
      const found = figures.get(entry);
      return found ? value(found) : null;
    });
  money('less', ({ perFrame }) => perFrame)('per-frame', 'Money per frame');
  if (rows.entries.length > 1 && !rows.isShare)
    add('per-added', `Money per frame more than ${rows.entries[0].name}`, (entry) => {
      if (entry === rows.entries[0]) return '–';
      const minor = perAddedFrame(entry.summary, rows.entries[0].summary, rows.brief);
      return minor === null ? 'no frame more for more money' : rows.money(Math.round(minor));
    });
  add(
    'over',
    'Over or under the budget',
    of(({ overShare }) => (overShare === null ? null : overWords(overShare))),
  );
  money('less', ({ perStorageGb }) => (perStorageGb === null ? null : perStorageGb * 100))(
    'per-storage',
    'Storage, per 100 GB',
  );
  money('less', ({ perMemoryGb }) => perMemoryGb)('per-memory', 'Memory, per GB');
  money('less', ({ perPsuWatt }) => (perPsuWatt === null ? null : perPsuWatt * 100))(
    'per-watt',
    'Power supply, per 100 W',
  );
  add(
    'shares',
    'Share of the budget',
    of(({ shares }) => sharesWords(shares)),
  );
}

/** How the supply is loaded, and what it draws in a month. */
function power(rows: LineupRows): void {
  const add = rows.adder('byHand');
  const of = (words: (figures: ByHandFigures) => string | null) => (entry: LineUpEntry) =>
    words(byHand(entry.summary, rows.brief)) ?? UNKNOWN_CELL;
  add(
    'load-share',
    'Load of the power supply',
    of(({ loadShare, bestLoadShare }) =>
      loadShare === null
        ? null
        : `${percent(loadShare)}${bestLoadShare === null ? '' : ` (most efficient at ${percent(bestLoadShare)})`}`,
    ),
  );
  add(
    'month',
    'Power in a month, at most',
    of(({ kwhMonth, monthlyMinor }) =>
      kwhMonth === null
        ? null
        : `${decimal(kwhMonth, 1)} kWh${monthlyMinor === null ? '' : `, ${rows.money(Math.round(monthlyMinor))}`}`,
    ),
  );
}

/** Adds watts, noise, room and risk. */
export function addRest(rows: LineupRows): void {
  const add = rows.adder('rest');
  const count = (
    id: string,
    label: string,
    [unit, better]: readonly [unit: string, better: 'more' | 'less' | null],
    value: OfEntry<number | null>,
  ) => {
    const words = unit ? differenceWords.unit(unit, 1) : (by: number) => signed(by, 0);
    const cell = (entry: LineUpEntry) => {
      const found = value(entry);
      return found === null
        ? UNKNOWN_CELL
        : `${decimal(found, Number.isInteger(found) ? 0 : 1)} ${unit}`.trim();
    };
    add(id, label, cell, { figures: { value, better, words } });
  };
  count('load', 'Load', ['W', 'less'], ({ traits }) => traits.loadWatts);
  count('spare', 'Watts to spare', ['W', 'more'], ({ traits }) => traits.spareWatts);
  count('noise', 'Processor’s cooler', ['dB', 'less'], ({ traits }) => traits.noiseDb);
  count('slots', 'Free memory slots', ['', 'more'], ({ traits }) => traits.freeMemorySlots);
  count('second-hand', 'Used parts', ['', null], ({ traits }) => traits.secondHand);
  add('checks', 'Checks', checksCell);
}

/** Over or under in per cent, to a tenth. */
const overWords = (share: number) =>
  share === 0
    ? 'exactly on it'
    : `${decimal(Math.abs(share) * 100, 1)}\u00a0% ${share > 0 ? 'over' : 'under'}`;
/** What is stated of a build's noise, and who states none; null where nobody does. */
function noiseWords({ total, silent }: ByHandFigures['noise']): string | null {
  if (total === null) return null;
  const level = `${decimal(total, 0)} dB`;
  if (silent.length === 0) return level;
  const names = silent.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(' and ');
  return `at least ${level}, ${names} not stated`;
}
/** The slots that take most of the budget. */
const sharesWords = (shares: readonly { readonly slot: Slot; readonly share: number }[]) =>
  [...shares]
    .sort((a, b) => b.share - a.share)
    .map(({ slot, share }) => `${SLOT_NAMES[slot].toLowerCase()} ${percent(share)}`)
    .join(', ') || null;

function checksCell({ traits: { blocks, unknowns, notes }, summary }: LineUpEntry): string {
  if (summary.open.length > 0)
    return `open: ${summary.open.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(', ')}`;
  if (blocks + unknowns + notes === 0) return 'everything fits';
  return [blocks && `${blocks} do not fit`, unknowns && `${unknowns} unknown`, notes && `${notes} to note`]
    .filter(Boolean)
    .join(', ');
}

/** Adds what builders work out by hand: yardsticks, air, power. */
export function addByHand(rows: LineupRows): void {
  byHandFigures(rows);
  yardsticks(rows);
  airRows(rows);
  power(rows);
}
