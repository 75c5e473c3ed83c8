import type { Brief } from '@ripe-pick/core/parts';
import type { ListChange, PartsList } from '@ripe-pick/core/compare';
import { assumedText, harmText } from '../../shared/format/assumed.ts';
import { fieldName } from '../../shared/format/facts.ts';
import { dayText, decimal, fps, money, signed } from '../../shared/format/format.ts';
import { objectiveUnit } from '../../shared/format/objective.ts';
import { schoolsOf } from '../../shared/format/schools.ts';
import { goalWords, screenWords } from '../../shared/format/goals.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

/** One row of a list to hand on, in words; an amount keeps its sign. */
export interface ListRow {
  readonly type: string;
  readonly name: string;
  readonly price: string;
  /** Money that comes back, with its kind. */
  readonly back: string;
  readonly shop: string;
  readonly seen: string;
  readonly why: string;
}
/** A list to hand on in words, apart from how it is set. */
export interface ListSheet {
  readonly title: string;
  readonly subtitle: string;
  readonly rows: readonly ListRow[];
  readonly totals: readonly { readonly name: string; readonly amount: string }[];
  readonly sections: readonly { readonly title: string; readonly lines: readonly string[] }[];
}

const CHARGES: Readonly<Record<PartsList['charges'][number]['kind'], string>> = {
  part: 'Part',
  instant: 'Instant discount',
  combo: 'Combo discount',
  gift: 'Gift',
  code: 'Code',
  shipping: 'Shipping',
  tax: 'Tax',
  lot: 'Rest of a lot',
  owned: 'Owned',
  charges: 'Shipping and discounts of its order',
};
const BACKS = { rebate: 'mail-in rebate', cashback: 'cashback', review: 'cashback for a review' } as const;
/** A used or refurbished part says so, unless its shop's name does. */
const conditionWords = (condition: string | null, shop: string) =>
  condition === null || condition === 'new' || shop.includes(condition) ? '' : ` (${condition})`;
/** One line: no line break of a name or a reason begins another. */
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

function changeWords(change: ListChange, currency: string, unit: string): string {
  switch (change.code) {
    case 'trade':
      return `Most frames for the next bit of money: ${change.name} as ${SLOT_NAMES[change.slot].toLowerCase()}, ${money(change.moneyMinor, currency, { sign: true })}, ${signed(change.score / 1000)} ${unit}.`;
    case 'no-rebates':
      return change.overMinor > 0
        ? `Without its rebates it is ${money(change.overMinor, currency)} over the budget.`
        : 'Without its rebates it still keeps the budget.';
    case 'deal-ends':
      return `“${change.name}” ends on ${dayText(change.on, null)}.`;
    case 'old-price':
      return `The price of ${change.name} is ${change.days} days old.`;
    case 'sold-out':
      return `${change.name} is sold out there.`;
    case 'assumed': {
      const harm =
        change.breaks ??
        (change.lost === null
          ? 'no frame rate can be told'
          : `${decimal(change.lost / 1000, 1)} ${unit} less`);
      return `${change.name}, ${fieldName(change.figure).name.toLowerCase()} is assumed; at worst: ${harm}`;
    }
  }
}

function rowsOf({ parts, charges, currency }: PartsList): ListRow[] {
  const blank = { back: '', shop: '', seen: '', why: '' };
  return [
    ...parts.map(({ slot, name, amountMinor, isOwned, shop, condition, seenOn, reason, backs }): ListRow => ({
      type: SLOT_NAMES[slot],
      name: oneLine(name),
      price: isOwned ? 'owned' : amountMinor === null ? 'price not known' : money(amountMinor, currency),
      back: backs.map(({ kind, faceMinor }) => `${money(faceMinor, currency)} ${BACKS[kind]}`).join(', '),
      shop: shop === null ? '' : `${oneLine(shop)}${conditionWords(condition, shop)}`,
      seen: seenOn ?? '',
      why: oneLine(reason ?? ''),
    })),
    ...charges.map(({ kind, name, amountMinor }): ListRow => ({
      ...blank,
      type: CHARGES[kind],
      name: oneLine(name),
      price: money(amountMinor, currency),
    })),
  ];
}

function ratesIn({ rates, beside }: PartsList, { play }: Brief, gameOf: (id: string) => string): string[] {
  if (rates.status !== 'known') return ['Not known: a figure that rates need is missing.'];
  const { value, interval } = rates.objective;
  const unit = objectiveUnit(play.objective);
  return [
    `${fps(value)} ${unit} by the measure below (${fps(interval.low)} ${unit} to ${fps(interval.high)} ${unit} in 4 of 5 chances)`,
    ...rates.games.map(
      ({ game, preset, average, low, interval: held }) =>
        `${oneLine(gameOf(game))}, ${preset}: ${fps(average)} fps on average (${fps(held.low)} fps to ${fps(held.high)} fps), 1\u00a0% low ${fps(low)} fps`,
    ),
    `Goals: ${rates.games.map((game) => `${oneLine(gameOf(game.game))} ${goalWords(game)}`).join('; ')}`,
    ...beside.flatMap(({ screen, rates: there }) =>
      there.status === 'known'
        ? [
            `On ${screenWords(screen)}: ${there.games.map((game) => `${oneLine(gameOf(game.game))} ${fps(game.average)} fps, goal ${goalWords(game)}`).join('; ')}`,
          ]
        : [],
    ),
    `On a screen of ${play.widthPx} × ${play.heightPx} px with ${play.refreshHz} Hz; 1\u00a0% low: the 99th percentile of frame times.`,
  ];
}

/** A list to hand on, in words. */
export function listSheet(list: PartsList, brief: Brief, gameOf: (id: string) => string): ListSheet {
  const { currency, totals } = list;
  const open = list.open.map((slot) => `Nothing is picked for: ${SLOT_NAMES[slot].toLowerCase()}.`);
  const checks = list.checks.map(({ sentence }) => sentence);
  const unstated = list.unstatedShipping.map(
    (shop) => `Nobody stated what ${shop} asks for shipping: it counts as nothing.`,
  );
  const reserve =
    list.riskReserveMinor > 0
      ? [`reserve beside it for used parts: ${money(list.riskReserveMinor, currency)}`]
      : [];
  const besides = list.besides.map(
    ({ name, priceMinor }) =>
      `counted in the budget beside the parts: ${oneLine(name)}, ${money(priceMinor, currency)}`,
  );
  const sections = [
    { title: 'Expected frame rates', lines: ratesIn(list, brief, gameOf) },
    { title: 'How it is counted', lines: [...schoolsOf(brief), ...reserve, ...besides] },
    {
      title: 'Checks',
      lines: [
        ...open,
        ...(checks.length + open.length === 0
          ? ['Everything fits. Makers’ manuals have the last word.']
          : checks),
        ...unstated,
      ],
    },
    {
      title: 'Assumed, to be looked up',
      lines: list.assumed.map((each) => `${assumedText(each.assumption)}. ${harmText(each)}`),
    },
    {
      title: 'What would change it',
      lines: list.changes.map((change) => changeWords(change, currency, objectiveUnit(brief.play.objective))),
    },
  ];
  return {
    title: oneLine(`${brief.name}: ${list.name}`),
    subtitle: `Prices of ${list.on}, budget ${money(brief.money.budgetMinor, currency)}`,
    rows: rowsOf(list),
    totals: [
      { name: 'Total due at checkout', amount: money(totals.dueNow, currency) },
      { name: 'Total expected after rebates', amount: money(totals.expected, currency) },
      { name: 'Total after all rebates', amount: money(totals.after, currency) },
    ],
    sections: sections.filter(({ lines }) => lines.length > 0),
  };
}
