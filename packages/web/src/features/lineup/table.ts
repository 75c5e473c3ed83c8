import {
  againstYardstick,
  byHand,
  perAddedFrame,
  type LineUp,
  type LineUpEntry,
} from '@ripe-pick/core/compare';
import { sideScreens, type GameRates, type Interval } from '@ripe-pick/core/frames';
import { basisTotal, type Cost, type PriceIndex } from '@ripe-pick/core/money';
import { SLOTS, type Brief, type Slot } from '@ripe-pick/core/parts';
import type { Air } from '@ripe-pick/core/power';
import { airWords, riseWords } from '../../shared/format/air.ts';
import { decimal, fps, money, percent } from '../../shared/format/format.ts';
import { goalWords, screenWords } from '../../shared/format/goals.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { goneList } from '../../shared/format/pick-state.ts';
import { pickName } from '../../shared/format/swaps.ts';

/** A line of the comparison: one cell for every candidate, in their order. */
export interface LineupRow {
  readonly id: string;
  readonly group: 'parts' | 'frames' | 'money' | 'byHand' | 'growth' | 'rest';
  readonly label: string;
  readonly cells: readonly string[];
  /** Whether the candidates differ here. */
  readonly differs: boolean;
}

const UNKNOWN = 'unknown';
/** A chance is never said to be certain. */
const chanceWords = (chance: number) =>
  chance > 0.995 ? 'over 99 %' : chance < 0.005 ? 'under 1 %' : percent(chance);
const figure = (value: number | null, unit: string) =>
  value === null ? UNKNOWN : `${Math.round(value * 10) / 10} ${unit}`;

/** How a part’s price stands, and what waiting for it may be promised to save; null while that is not known. */
/** What is said of the prices of a candidate, by its place in the line-up: a word for each part to buy, and what waiting may save; null: nothing is known. */
type PricesOf = (
  entry: number,
) => { readonly words: readonly string[]; readonly savingMinor: number | null } | null;

/** The best that can become of a candidate over the time that is looked ahead; null where nothing can be told. */
export interface GrowthCell {
  /** The objective over that time, in thousandths. */
  readonly value: number | null;
  /** Money out less what comes back, in minor units. */
  readonly net: number;
  readonly steps: string;
}
/** By the candidate's place; undefined while it is being worked out. */
export type GrowthOf = (entry: number) => GrowthCell | null | undefined;

type ByHandFigures = ReturnType<typeof byHand>;

/** A line-up being laid out as rows of text. */
class Table {
  readonly rows: LineupRow[] = [];
  private readonly entries: readonly LineUpEntry[];
  private readonly isShare: boolean;

  constructor(
    private readonly lineUp: LineUp,
    private readonly brief: Brief,
    private readonly market: PriceIndex,
  ) {
    this.entries = lineUp.entries;
    this.isShare = brief.play.objective.goal === 'targets';
  }

  private money(minor: number): string {
    return money(minor, this.brief.money.currency);
  }

  private objective(value: number): string {
    return `${decimal(value, 1)}${this.isShare ? ' %' : ' fps'}`;
  }

  private adder(group: LineupRow['group']) {
    return (id: string, label: string, cell: (entry: LineUpEntry) => string, differs?: boolean) => {
      const cells = this.entries.map(cell);
      this.rows.push({ id, group, label, cells, differs: differs ?? new Set(cells).size > 1 });
    };
  }

  parts(): void {
    const add = this.adder('parts');
    for (const slot of SLOTS) {
      if (!this.entries.some(({ picks }) => picks[slot])) continue;
      const cell = (entry: LineUpEntry) => this.partCell(slot, entry);
      add(slot, SLOT_NAMES[slot], cell, this.lineUp.different.includes(slot));
    }
  }

  private partCell(slot: Slot, { picks, summary }: LineUpEntry): string {
    const pick = picks[slot] ?? null;
    const name = pickName(pick, slot, this.market);
    const line = summary.cost.lines.find((each) => each.slot === slot && each.kind !== 'shipping');
    if (!line) return name;
    if (line.kind === 'owned') return `${name}, owned`;
    const offer = pick?.offer ? this.market.offers.get(pick.offer) : undefined;
    const condition = offer && offer.condition !== 'new' ? ` ${offer.condition}` : '';
    return `${name}, ${this.money(line.amount)}${condition}`;
  }

  frames(nameOf: (game: string) => string): void {
    const add = this.adder('frames');
    const rated = ({ summary }: LineUpEntry) => (summary.rates.status === 'known' ? summary.rates : null);
    const between = ({ low, high }: Interval) => `(${fps(low)} to ${fps(high)})`;
    add('objective', this.isShare ? 'Share of targets' : 'Figure of the brief', (entry) => {
      const objective = rated(entry)?.objective;
      return objective ? `${this.objective(objective.value)} ${between(objective.interval)}` : UNKNOWN;
    });
    this.brief.play.games.forEach(({ game, preset }, n) => {
      const name = `${nameOf(game)}, ${preset}`;
      const ofGame = (words: (rates: GameRates) => string) => (entry: LineUpEntry) => {
        const rates = rated(entry)?.games[n];
        return rates ? words(rates) : UNKNOWN;
      };
      const average = ofGame((rates) => `${fps(rates.average)} fps ${between(rates.interval)}`);
      add(`${game}-average`, `${name}: average`, average);
      add(
        `${game}-low`,
        `${name}: 1 % low`,
        ofGame((rates) => `${fps(rates.low)} fps`),
      );
      add(`${game}-goal`, `${name}: goal`, ofGame(goalWords));
      if (this.entries.length > 1)
        add(`${game}-chance`, `${name}: chance to beat ${this.entries[0].name}`, ({ against }) =>
          against ? chanceWords(against[n].chance) : '–',
        );
    });
  }

  /** The same on the screens beside the brief's own. */
  sideScreens(nameOf: (game: string) => string): void {
    const add = this.adder('frames');
    sideScreens(this.brief).forEach((screen, at) => {
      this.brief.play.games.forEach(({ game, preset }, n) => {
        add(`${game}-on-${at}`, `${nameOf(game)}, ${preset}, on ${screenWords(screen)}`, ({ summary }) => {
          const rates = summary.beside[at]?.rates;
          const found = rates?.status === 'known' ? rates.games[n] : undefined;
          return found ? `${fps(found.average)} fps; goal ${goalWords(found)}` : UNKNOWN;
        });
      });
    });
  }

  totals(): void {
    const add = this.adder('money');
    const { budgetMinor, allowedOverMinor, costBasis } = this.brief.money;
    const sum = (of: (cost: Cost) => number) => (entry: LineUpEntry) => this.money(of(entry.summary.cost));
    add(
      'dueNow',
      'Due at checkout',
      sum((cost) => cost.dueNow),
    );
    add(
      'expected',
      'Expected after rebates',
      sum((cost) => cost.expected),
    );
    add(
      'after',
      'After all rebates',
      sum((cost) => cost.after),
    );
    add(
      'left',
      'Left of the sum',
      sum((cost) => budgetMinor + allowedOverMinor - cost.counted),
    );
    if (this.entries.some(({ summary: { cost } }) => cost.counted !== basisTotal(cost, costBasis)))
      add(
        'counted',
        'Counted against the sum',
        sum((cost) => cost.counted),
      );
  }

  ripeness(prices: PricesOf): void {
    const add = this.adder('money');
    const { currency } = this.brief.money;
    const told = (entry: LineUpEntry) => prices(this.entries.indexOf(entry));
    add('gone', 'Cannot be bought any more', ({ summary }) => goneList(summary.standings));
    add('ripe', 'Ripeness of its parts', (entry) => {
      const words = told(entry)?.words ?? [];
      const counts = [...new Set(words)].map(
        (word) => `${words.filter((each) => each === word).length} ${word}`,
      );
      return counts.join(', ') || UNKNOWN;
    });
    add('waiting', 'Waiting may save', (entry) => {
      const saving = told(entry)?.savingMinor ?? null;
      return saving === null ? UNKNOWN : `about ${money(saving, currency, { short: true })}`;
    });
  }

  running(): void {
    this.adder('money')('yearly', 'Running cost a year, at most', ({ traits }) =>
      traits.yearlyMinor === null ? UNKNOWN : this.money(traits.yearlyMinor),
    );
  }

  growth(growth: GrowthOf): void {
    const add = this.adder('growth');
    const cell = (words: (found: GrowthCell) => string) => (entry: LineUpEntry) => {
      const found = growth(this.entries.indexOf(entry));
      return found === undefined ? 'working it out…' : found === null ? UNKNOWN : words(found);
    };
    const value = cell((found) => (found.value === null ? UNKNOWN : this.objective(found.value / 1000)));
    const { horizonMonths } = this.brief.growth;
    add('path-value', `Figure over ${horizonMonths} months, on its best path`, value);
    add(
      'path-steps',
      'Its best path',
      cell(({ steps }) => steps),
    );
    add(
      'path-net',
      'Money out in all, less resale',
      cell(({ net }) => this.money(net)),
    );
  }

  /** Means over the games, the first candidate as a yardstick, and noise. */
  yardsticks(): void {
    const add = this.adder('byHand');
    const of = (words: (figures: ByHandFigures) => string | null) => (entry: LineUpEntry) =>
      words(byHand(entry.summary, this.brief)) ?? UNKNOWN;
    add(
      'means',
      'Mean of its games: arithmetic, geometric, harmonic',
      of(({ means }) =>
        means ? `${fps(means.arithmetic)}, ${fps(means.geometric)}, ${fps(means.harmonic)} fps` : null,
      ),
    );
    if (this.entries.length > 1)
      add('yardstick', `Of ${this.entries[0].name}: frames, money, frames for the money`, (entry) => {
        const { frames, money: of, value } = againstYardstick(entry.summary, this.entries[0].summary);
        const share = (each: number | null) => (each === null ? UNKNOWN : percent(each));
        return entry === this.entries[0] ? '100 %' : `${share(frames)}, ${share(of)}, ${share(value)}`;
      });
    add(
      'noise',
      'Noise at full load, by the specs',
      of(({ noise }) => noiseWords(noise)),
    );
  }

  /** Which way the air goes, and how warm it gets. */
  air(): void {
    const add = this.adder('byHand');
    const of =
      (words: (air: Air) => string) =>
      ({ summary: { air } }: LineUpEntry) =>
        air ? words(air) : UNKNOWN;
    add('air', 'Air through the case', of(airWords));
    add('air-rise', 'Air that leaves it, by assumed flows of fans', of(riseWords));
  }

  byHand(): void {
    const add = this.adder('byHand');
    const figures = new Map(this.entries.map((entry) => [entry, byHand(entry.summary, this.brief)]));
    const of = (words: (figures: ByHandFigures) => string | null) => (entry: LineUpEntry) => {
      const found = figures.get(entry);
      return (found && words(found)) ?? UNKNOWN;
    };
    const money = (minor: number | null) => (minor === null ? null : this.money(Math.round(minor)));
    add(
      'per-frame',
      'Money per frame',
      of(({ perFrame }) => money(perFrame)),
    );
    if (this.entries.length > 1 && !this.isShare)
      add('per-added', `Money per frame more than ${this.entries[0].name}`, (entry) =>
        entry === this.entries[0]
          ? '–'
          : (money(perAddedFrame(entry.summary, this.entries[0].summary, this.brief)) ??
            'no frame more for more money'),
      );
    add(
      'over',
      'Over or under the budget',
      of(({ overShare }) => (overShare === null ? null : overWords(overShare))),
    );
    add(
      'per-storage',
      'Storage, per 100 GB',
      of(({ perStorageGb }) => money(perStorageGb === null ? null : perStorageGb * 100)),
    );
    add(
      'per-memory',
      'Memory, per GB',
      of(({ perMemoryGb }) => money(perMemoryGb)),
    );
    add(
      'per-watt',
      'Power supply, per 100 W',
      of(({ perPsuWatt }) => money(perPsuWatt === null ? null : perPsuWatt * 100)),
    );
    add(
      'shares',
      'Share of the budget',
      of(({ shares }) => sharesWords(shares)),
    );
  }

  /** How the supply is loaded, and what it draws in a month. */
  power(): void {
    const add = this.adder('byHand');
    const of = (words: (figures: ByHandFigures) => string | null) => (entry: LineUpEntry) =>
      words(byHand(entry.summary, this.brief)) ?? UNKNOWN;
    add(
      'load-share',
      'Load of the supply',
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
          : `${decimal(kwhMonth, 1)} kWh${monthlyMinor === null ? '' : `, ${this.money(Math.round(monthlyMinor))}`}`,
      ),
    );
  }

  rest(): void {
    const add = this.adder('rest');
    add('load', 'Load', ({ traits }) => figure(traits.loadWatts, 'W'));
    add('spare', 'Watts to spare', ({ traits }) => figure(traits.spareWatts, 'W'));
    add('noise', 'Processor’s cooler', ({ traits }) => figure(traits.noiseDb, 'dB'));
    add('slots', 'Free memory slots', ({ traits }) => String(traits.freeMemorySlots ?? UNKNOWN));
    add('second-hand', 'Used parts', ({ traits }) => String(traits.secondHand));
    add('checks', 'Checks', checksCell);
  }
}

/** Over or under in per cent, to a tenth. */
const overWords = (share: number) =>
  share === 0
    ? 'exactly on it'
    : `${decimal(Math.abs(share) * 100, 1)}\u00a0% ${share > 0 ? 'over' : 'under'}`;
/** The slots that take most of the budget. */
/** What is stated of a build's noise, and who states none; null where nobody does. */
function noiseWords({ total, silent }: ByHandFigures['noise']): string | null {
  if (total === null) return null;
  const level = `${decimal(total, 0)} dB`;
  if (silent.length === 0) return level;
  const names = silent.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(' and ');
  return `at least ${level}, ${names} not stated`;
}
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

/** Lays a line-up out as rows of text: what the page shows and the exports write. */
export function rowsOf(
  lineUp: LineUp,
  brief: Brief,
  market: PriceIndex,
  nameOf: (game: string) => string,
  prices: PricesOf | null = null,
  growth: GrowthOf | null = null,
): LineupRow[] {
  const table = new Table(lineUp, brief, market);
  table.parts();
  table.frames(nameOf);
  table.sideScreens(nameOf);
  table.totals();
  if (prices) table.ripeness(prices);
  table.running();
  table.byHand();
  table.yardsticks();
  table.air();
  table.power();
  if (growth) table.growth(growth);
  table.rest();
  return table.rows;
}
