import type { Ripeness } from '@ripe-pick/core/prices';
import type { LineUp, LineUpEntry } from '@ripe-pick/core/compare';
import { basisTotal, type Market } from '@ripe-pick/core/money';
import { SLOTS, type Brief, type Slot } from '@ripe-pick/core/parts';
import { fps, money, percent } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { RIPENESS_WORDS } from '../../shared/format/ripeness.ts';
import { pickName } from '../../shared/format/swaps.ts';

/** A line of the comparison: one cell for every candidate, in their order. */
export interface Row {
  readonly id: string;
  readonly group: 'parts' | 'frames' | 'money' | 'growth' | 'rest';
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
export type RipenessOf = (
  part: string,
) => { readonly ripeness: Ripeness; readonly savingMinor: number } | null;

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

/** Lays a line-up out as rows of text: what the page shows and the exports write. */
export function rowsOf(
  lineUp: LineUp,
  brief: Brief,
  market: Market,
  nameOf: (game: string) => string,
  prices: RipenessOf | null = null,
  growth: GrowthOf | null = null,
): Row[] {
  const { currency } = brief.money;
  const limit = brief.money.budgetMinor + brief.money.allowedOverMinor;
  const { entries } = lineUp;
  const rows: Row[] = [];
  const add = (
    group: Row['group'],
    id: string,
    label: string,
    cell: (entry: LineUpEntry) => string,
    differs?: boolean,
  ) => {
    const cells = entries.map(cell);
    rows.push({ id, group, label, cells, differs: differs ?? new Set(cells).size > 1 });
  };
  const partCell =
    (slot: Slot) =>
    ({ picks, summary }: LineUpEntry): string => {
      const pick = picks[slot] ?? null;
      const line = summary.cost.lines.find((each) => each.slot === slot && each.kind !== 'shipping');
      const offer = pick?.offer ? market.offers.get(pick.offer) : undefined;
      const price = line
        ? line.kind === 'owned'
          ? ', owned'
          : `, ${money(line.amount, currency)}${offer && offer.condition !== 'new' ? ` ${offer.condition}` : ''}`
        : '';
      return `${pickName(pick, slot, market)}${price}`;
    };
  for (const slot of SLOTS) {
    if (entries.some(({ picks }) => picks[slot]))
      add('parts', slot, SLOT_NAMES[slot], partCell(slot), lineUp.different.includes(slot));
  }
  const rated = ({ summary }: LineUpEntry) => (summary.rates.status === 'known' ? summary.rates : null);
  const isShare = brief.play.objective.goal === 'targets';
  add('frames', 'objective', isShare ? 'Share of targets' : 'Figure of the brief', (entry) => {
    const objective = rated(entry)?.objective;
    return objective
      ? `${objective.value.toFixed(1)}${isShare ? ' %' : ' fps'} (${fps(objective.interval.low)} to ${fps(objective.interval.high)})`
      : UNKNOWN;
  });
  brief.play.games.forEach(({ game, preset }, n) => {
    const name = `${nameOf(game)}, ${preset}`;
    add('frames', `${game}-average`, `${name}: average`, (entry) => {
      const rates = rated(entry)?.games[n];
      return rates
        ? `${fps(rates.average)} fps (${fps(rates.interval.low)} to ${fps(rates.interval.high)})`
        : UNKNOWN;
    });
    add('frames', `${game}-low`, `${name}: 1 % low`, (entry) => {
      const rates = rated(entry)?.games[n];
      return rates ? `${fps(rates.low)} fps` : UNKNOWN;
    });
    if (entries.length > 1)
      add('frames', `${game}-chance`, `${name}: chance to beat ${entries[0].name}`, ({ against }) =>
        against ? chanceWords(against[n].chance) : '–',
      );
  });
  add('money', 'dueNow', 'Paid at the till', ({ summary }) => money(summary.cost.dueNow, currency));
  add('money', 'expected', 'Expected after rebates', ({ summary }) => money(summary.cost.expected, currency));
  add('money', 'after', 'After all rebates', ({ summary }) => money(summary.cost.after, currency));
  add('money', 'left', 'Left of the sum', ({ summary }) => money(limit - summary.cost.counted, currency));
  if (
    entries.some(({ summary }) => summary.cost.counted !== basisTotal(summary.cost, brief.money.costBasis))
  )
    add('money', 'counted', 'Counted against the sum', ({ summary }) =>
      money(summary.cost.counted, currency),
    );
  if (prices) {
    const known = ({ picks }: LineUpEntry) =>
      Object.values(picks).flatMap(({ part }) => (brief.owned.includes(part) ? [] : (prices(part) ?? [])));
    add('money', 'ripe', 'Ripeness of its parts', (entry) => {
      const all = known(entry).map((each) => each.ripeness);
      const counts = (['ripe', 'turning', 'unripe', 'past', 'none'] as const).map(
        (state) => [state, all.filter((each) => each === state).length] as const,
      );
      return (
        counts
          .filter(([, n]) => n > 0)
          .map(([state, n]) => `${n} ${RIPENESS_WORDS[state]}`)
          .join(', ') || UNKNOWN
      );
    });
    add('money', 'waiting', 'Waiting may save', (entry) => {
      const all = known(entry);
      return all.length === 0
        ? UNKNOWN
        : `about ${money(
            all.reduce((sum, each) => sum + Math.max(0, each.savingMinor), 0),
            currency,
            { short: true },
          )}`;
    });
  }
  add('money', 'yearly', 'Running cost a year, at most', ({ traits }) =>
    traits.yearlyMinor === null ? UNKNOWN : money(traits.yearlyMinor, currency),
  );
  if (growth) {
    const cell = (words: (found: GrowthCell) => string) => (entry: LineUpEntry) => {
      const found = growth(entries.indexOf(entry));
      return found === undefined ? 'working it out…' : found === null ? UNKNOWN : words(found);
    };
    const { horizonMonths } = brief.growth;
    add(
      'growth',
      'path-value',
      `Figure over ${horizonMonths} months, on its best path`,
      cell(({ value }) =>
        value === null ? UNKNOWN : `${(value / 1000).toFixed(1)}${isShare ? ' %' : ' fps'}`,
      ),
    );
    add(
      'growth',
      'path-steps',
      'Its best path',
      cell(({ steps }) => steps),
    );
    add(
      'growth',
      'path-net',
      'Money out in all, less resale',
      cell(({ net }) => money(net, currency)),
    );
  }
  add('rest', 'load', 'Load', ({ traits }) => figure(traits.loadWatts, 'W'));
  add('rest', 'spare', 'Watts to spare', ({ traits }) => figure(traits.spareWatts, 'W'));
  add('rest', 'noise', 'Processor’s cooler', ({ traits }) => figure(traits.noiseDb, 'dB'));
  add('rest', 'slots', 'Free memory slots', ({ traits }) =>
    traits.freeMemorySlots === null ? UNKNOWN : String(traits.freeMemorySlots),
  );
  add('rest', 'second-hand', 'Second-hand parts', ({ traits }) => String(traits.secondHand));
  add('rest', 'checks', 'Checks', ({ traits: { blocks, unknowns, notes }, summary }) =>
    summary.open.length > 0
      ? `open: ${summary.open.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(', ')}`
      : blocks + unknowns + notes === 0
        ? 'everything fits'
        : [blocks && `${blocks} do not fit`, unknowns && `${unknowns} unknown`, notes && `${notes} to note`]
            .filter(Boolean)
            .join(', '),
  );
  return rows;
}
