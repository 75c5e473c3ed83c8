import type { LineUp, LineUpEntry } from '@ripe-pick/core/compare';
import { sideScreens, type GameRates, type Interval } from '@ripe-pick/core/frames';
import { basisTotal, type Cost, type PriceIndex } from '@ripe-pick/core/money';
import { SLOTS, type Brief, type Slot } from '@ripe-pick/core/parts';
import { fps, money, percent } from '../../shared/format/format.ts';
import { goalWords, screenWords } from '../../shared/format/goals.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { goneList } from '../../shared/format/pick-state.ts';
import { pickName } from '../../shared/format/swaps.ts';
import { differenceWords } from './figures.ts';
import { addByHand, addRest } from './hand-rows.ts';
import { LineupRows, UNKNOWN_CELL, type LineupRow } from './rows.ts';

/** A chance is never said to be certain. */
const chanceWords = (chance: number) =>
  chance > 0.995 ? 'over 99 %' : chance < 0.005 ? 'under 1 %' : percent(chance);

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

/** A line-up being laid out as rows of text. */
class Table extends LineupRows {
  parts(): void {
    const add = this.adder('parts');
    for (const slot of SLOTS) {
      if (!this.entries.some(({ picks }) => picks[slot])) continue;
      const cell = (entry: LineUpEntry) => this.partCell(slot, entry);
      add(slot, SLOT_NAMES[slot], cell, {
        differs: this.lineUp.different.includes(slot),
        figures: {
          value: (entry) => this.partLine(slot, entry)?.amount ?? 0,
          better: null,
          words: differenceWords.money(this.brief.money.currency),
        },
      });
    }
  }

  private partLine(slot: Slot, { summary }: LineUpEntry) {
    return summary.cost.lines.find((each) => each.slot === slot && each.kind !== 'shipping');
  }

  private partCell(slot: Slot, entry: LineUpEntry): string {
    const pick = entry.picks[slot] ?? null;
    const name = pickName(pick, slot, this.market);
    const line = this.partLine(slot, entry);
    if (!line) return name;
    if (line.kind === 'owned') return `${name}, owned`;
    const offer = pick?.offer ? this.market.offers.get(pick.offer) : undefined;
    const condition = offer && offer.condition !== 'new' ? ` ${offer.condition}` : '';
    return `${name}, ${this.money(line.amount)}${condition}`;
  }

  frames(nameOf: (game: string) => string): void {
    const add = this.adder('frames');
    const between = ({ low, high }: Interval) => `(${fps(low)} to ${fps(high)})`;
    this.objectiveRow(between);
    this.brief.play.games.forEach(({ game, preset }, n) => {
      const name = `${nameOf(game)}, ${preset}`;
      const ofGame = (words: (rates: GameRates) => string) => (entry: LineUpEntry) => {
        const rates = ratesOf(entry)?.games[n];
        return rates ? words(rates) : UNKNOWN_CELL;
      };
      const figures = (of: (rates: GameRates) => number) => ({
        value: (entry: LineUpEntry) => {
          const rates = ratesOf(entry)?.games[n];
          return rates ? of(rates) : null;
        },
        better: 'more' as const,
        words: differenceWords.unit('fps', 1),
      });
      add(
        `${game}-average`,
        `${name}: average`,
        ofGame((rates) => `${fps(rates.average)} fps ${between(rates.interval)}`),
        { figures: { ...figures(({ average }) => average), best: this.lineUp.fastest?.[n] } },
      );
      const low = ofGame((rates) => `${fps(rates.low)} fps`);
      add(`${game}-low`, `${name}: 1 % low`, low, { figures: figures((rates) => rates.low) });
      add(`${game}-goal`, `${name}: goal`, ofGame(goalWords));
      if (this.entries.length > 1)
        add(`${game}-chance`, `${name}: chance to beat ${this.entries[0].name}`, ({ against }) =>
          against ? chanceWords(against[n].chance) : '–',
        );
    });
  }

  private objectiveRow(between: (interval: Interval) => string): void {
    const label = this.isShare ? 'Share of targets' : 'Figure of the brief';
    const cell = (entry: LineUpEntry) => {
      const objective = ratesOf(entry)?.objective;
      return objective ? `${this.objective(objective.value)} ${between(objective.interval)}` : UNKNOWN_CELL;
    };
    const value = (entry: LineUpEntry) => ratesOf(entry)?.objective.value ?? null;
    const words = differenceWords.unit(this.isShare ? '%' : 'fps', 1);
    this.adder('frames')('objective', label, cell, {
      figures: { value, better: 'more', words, best: this.lineUp.leading },
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
          return found ? `${fps(found.average)} fps; goal ${goalWords(found)}` : UNKNOWN_CELL;
        });
      });
    });
  }

  totals(): void {
    const { budgetMinor, allowedOverMinor, costBasis } = this.brief.money;
    const sum = (better: 'more' | 'less', of: (cost: Cost) => number) =>
      this.moneyRow('money', better, (entry) => of(entry.summary.cost));
    sum('less', (cost) => cost.dueNow)('dueNow', 'Due at checkout');
    sum('less', (cost) => cost.expected)('expected', 'Expected after rebates');
    sum('less', (cost) => cost.after)('after', 'After all rebates');
    sum('more', (cost) => budgetMinor + allowedOverMinor - cost.counted)('left', 'Left of the budget');
    if (this.entries.some(({ summary: { cost } }) => cost.counted !== basisTotal(cost, costBasis)))
      sum('less', (cost) => cost.counted)('counted', 'Counted against the budget');
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
      return counts.join(', ') || UNKNOWN_CELL;
    });
    add('waiting', 'Waiting may save', (entry) => {
      const saving = told(entry)?.savingMinor ?? null;
      return saving === null ? UNKNOWN_CELL : `about ${money(saving, currency, { short: true })}`;
    });
  }

  running(): void {
    this.moneyRow(
      'money',
      'less',
      ({ traits }) => traits.yearlyMinor,
    )('yearly', 'Running cost a year, at most');
  }

  growth(growth: GrowthOf): void {
    const add = this.adder('growth');
    const cell = (words: (found: GrowthCell) => string) => (entry: LineUpEntry) => {
      const found = growth(this.entries.indexOf(entry));
      return found === undefined ? 'working it out…' : found === null ? UNKNOWN_CELL : words(found);
    };
    const value = cell((found) => (found.value === null ? UNKNOWN_CELL : this.objective(found.value / 1000)));
    const { horizonMonths } = this.brief.growth;
    const of = (figure: (found: GrowthCell) => number | null) => (entry: LineUpEntry) => {
      const found = growth(this.entries.indexOf(entry));
      return found ? figure(found) : null;
    };
    add('path-value', `Figure over ${horizonMonths} months, on its best path`, value, {
      figures: {
        value: of((found) => (found.value === null ? null : found.value / 1000)),
        better: 'more',
        words: differenceWords.unit(this.isShare ? '%' : 'fps', 1),
      },
    });
    add(
      'path-steps',
      'Its best path',
      cell(({ steps }) => steps),
    );
    const net = cell((found) => this.money(found.net));
    add('path-net', 'Money out in all, less resale', net, {
      figures: {
        value: of((found) => found.net),
        better: 'less',
        words: differenceWords.money(this.brief.money.currency),
      },
    });
  }
}

const ratesOf = ({ summary }: LineUpEntry) => (summary.rates.status === 'known' ? summary.rates : null);

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
  addByHand(table);
  if (growth) table.growth(growth);
  addRest(table);
  return table.rows;
}
