import { firstBarrier, ruleContext } from '@ripe-pick/core/compatibility';
import { scorerFor } from '@ripe-pick/core/frames';
import { indexMarket, usableOffers } from '@ripe-pick/core/money';
import {
  SLOTS,
  type Board,
  type Brief,
  type Card,
  type Catalogue,
  type Memory,
  type Offer,
  type Part,
  type PartSet,
  type Slot,
} from '@ripe-pick/core/parts';
import { dealRows } from '../baskets/basket-model.ts';
import highsLoader, { type Highs } from 'highs';

/*
 * The whole problem as a mixed-integer programme for HiGHS, a general solver. Shares with the search the rules (asked
 * about pairs), the frame model and the filter of offers. Classes, bounds and sums are written anew here.
 */

interface Element {
  readonly name: string;
  readonly slot: Slot;
  readonly part: Part | null;
  readonly deciwatts: number;
}

export interface MilpModel {
  /** LP text up to the objective's direction; `objective` and `extra` complete it. */
  readonly text: (objective: 'score' | 'cost', budget: number | null, leastScore: number | null) => string;
  readonly columns: number;
}

let loaded: Promise<Highs> | null = null;
export function highs(): Promise<Highs> {
  loaded ??= highsLoader();
  return loaded;
}

const TYPICAL = { board: 30, stick: 3, drive: 6, coolerFan: 3, caseFan: 2, network: 2 }; // common practice, no source

function draw(part: Part | null): number {
  if (!part) return 0;
  switch (part.slot) {
    case 'processor':
      return 10 * (part.packageWatts ?? NaN);
    case 'card':
      return 10 * (part.boardWatts ?? NaN);
    case 'board':
      return 10 * (part.watts ?? TYPICAL.board);
    case 'memory':
      return 10 * (part.sticks ?? 2) * TYPICAL.stick;
    case 'storage':
      return 10 * (part.watts ?? TYPICAL.drive);
    case 'cooler':
      return 10 * (part.watts ?? TYPICAL.coolerFan);
    case 'case':
      return 10 * (part.fans ?? 1) * TYPICAL.caseFan;
    case 'network':
      return 10 * TYPICAL.network;
    default:
      return 0;
  }
}

const LINKED: readonly (readonly [Slot, Slot])[] = SLOTS.flatMap((a, i) =>
  SLOTS.slice(i + 1).map((b) => [a, b] as const),
);

/** Builds the programme for a brief. Gaps in sheets are not allowed here: the brief must not allow them either. */
export function milpOf(catalogue: Catalogue, brief: Brief): MilpModel {
  const market = indexMarket(catalogue, brief);
  const context = ruleContext(brief, market.parts);
  const kind0 = brief.needs.supplyRule.kind;
  const score = scorerFor(brief, catalogue.frameModel);
  const rated = new Set(
    [...catalogue.frameModel.processors, ...catalogue.frameModel.cards].map((rate) => rate.part),
  );
  const one = (slot: Slot, part: Part | null) => ({ [slot]: part }) as PartSet; // a part of that slot
  const alone = (slot: Slot, part: Part | null) => firstBarrier(one(slot, part), context, false) === null;

  const elements = new Map<Slot, Element[]>();
  const offers: { name: string; element: Element; offer: Offer | null }[] = [];
  let serial = 0;
  for (const slot of SLOTS) {
    const lock = brief.locks.find((each) => each.slot === slot);
    const wanted =
      slot === 'network'
        ? brief.needs.wireless
        : slot === 'system'
          ? brief.needs.systemLicence
          : slot !== 'extras' && slot !== 'bulk';
    const list: Element[] = [];
    const optional = ['card', 'storage', 'bulk', 'cooler', 'network', 'system', 'extras'].includes(slot);
    if (optional && (!lock || lock.part === null) && alone(slot, null))
      list.push({ name: `n_${slot}`, slot, part: null, deciwatts: 0 });
    if (wanted && lock?.part !== null) {
      for (const part of catalogue.parts) {
        if (
          part.slot !== slot ||
          (lock && lock.part !== part.id) ||
          !alone(slot, part) ||
          Number.isNaN(draw(part))
        )
          continue;
        if ((slot === 'processor' || slot === 'card') && !rated.has(part.id)) continue;
        const element = { name: `x${serial++}`, slot, part, deciwatts: draw(part) };
        let count = 0;
        if (brief.owned.includes(part.id) && slot !== 'storage')
          offers.push({ name: `y${serial}_${count++}`, element, offer: null });
        for (const offer of usableOffers(market, brief, part.id)) {
          offers.push({ name: `y${serial}_${count++}`, element, offer });
        }
        if (count > 0) list.push(element);
      }
    }
    elements.set(slot, list);
  }
  const of = (slot: Slot) => elements.get(slot) ?? [];
  const rows: string[] = [];
  const sum = (names: readonly string[]) => names.join(' + ');

  // One element in every slot; an offer for every part taken.
  for (const slot of SLOTS) rows.push(`${sum(of(slot).map((each) => each.name))} = 1`);
  for (const slot of SLOTS)
    for (const element of of(slot)) {
      if (!element.part) continue;
      const own = offers.filter((offer) => offer.element === element).map((offer) => offer.name);
      rows.push(`${sum(own)} - ${element.name} = 0`);
    }
  // Pairs that do not go together.
  const nothing = (slot: Slot) => of(slot).find((each) => each.part === null) ?? null;
  for (const [a, b] of LINKED)
    for (const first of of(a)) {
      const bad = of(b).filter(
        (second) => firstBarrier({ ...one(a, first.part), ...one(b, second.part) }, context, false) !== null,
      );
      const supplyShort = (second: Element) => {
        const card = a === 'card' ? (first.part as Card | null) : null;
        const maker =
          card && (kind0 === 'maker' || kind0 === 'larger') ? (card.makerSupplyWatts ?? Infinity) : 0;
        return (
          b === 'supply' &&
          a === 'card' &&
          second.part?.slot === 'supply' &&
          (second.part.ratedWatts ?? 0) < maker
        );
      };
      const all = new Set([...bad, ...of(b).filter(supplyShort)]);
      if (all.size > 0) rows.push(`${first.name} + ${sum([...all].map((each) => each.name))} <= 1`);
    }
  // Rules that speak only when a slot is empty, or also read whether there is a card.
  const noCooler = nothing('cooler');
  const noCard = nothing('card');
  for (const processor of of('processor')) {
    const bad = (slot: Slot, empty: PartSet) =>
      of(slot).filter(
        (each) =>
          firstBarrier(
            { ...one('processor', processor.part), ...empty, ...one(slot, each.part) },
            context,
            false,
          ) !== null,
      );
    if (noCooler)
      for (const each of bad('case', { cooler: null }))
        rows.push(`${processor.name} + ${each.name} + ${noCooler.name} <= 2`);
    if (noCard)
      for (const each of bad('board', { card: null }))
        rows.push(`${processor.name} + ${each.name} + ${noCard.name} <= 2`);
  }
  const someCard = of('card').find((each) => each.part);
  for (const board of of('board'))
    for (const adapter of of('network')) {
      const set = { ...one('board', board.part), ...one('network', adapter.part) };
      const withCard = someCard
        ? firstBarrier({ ...set, card: someCard.part as Card }, context, false)?.id === 'network-place'
        : false;
      if (withCard)
        rows.push(
          noCard
            ? `${board.name} + ${adapter.name} - ${noCard.name} <= 1`
            : `${board.name} + ${adapter.name} <= 1`,
        );
      if (noCard && firstBarrier({ ...set, card: null }, context, false)?.id === 'network-place')
        rows.push(`${board.name} + ${adapter.name} + ${noCard.name} <= 2`);
    }
  // Watts: rated against load by the rule.
  const { kind, factor } = brief.needs.supplyRule;
  const times = kind === 'half' ? 2 : kind === 'maker' ? 1 : factor;
  const owned = context.ownedDrives.reduce((total, drive) => total + 10 * (drive.watts ?? TYPICAL.drive), 0);
  const load = SLOTS.flatMap((slot) => of(slot))
    .filter((each) => each.deciwatts > 0)
    .map((each) => `- ${(times * each.deciwatts).toFixed(4)} ${each.name}`);
  const supplies = of('supply').map(
    (each) => `+ ${10 * (each.part?.slot === 'supply' ? (each.part.ratedWatts ?? 0) : 0)} ${each.name}`,
  );
  rows.push(`${supplies.join(' ')} ${load.join(' ')} >= ${(times * owned).toFixed(4)}`);
  // Offers, orders and deals.
  const sold = brief.money.countSales ? brief.belongings.filter((each) => each.sell) : [];
  const deals = dealRows(
    offers.flatMap((each) =>
      each.offer ? [{ name: each.name, slot: each.element.slot, offer: each.offer }] : [],
    ),
    catalogue,
    brief,
  );
  rows.push(...deals.rows);
  const binaries: string[] = [
    ...SLOTS.flatMap((slot) => of(slot).map((each) => each.name)),
    ...offers.map((offer) => offer.name),
    ...deals.binaries,
  ];
  const costTerms = [...deals.costs].map(
    ([name, cost]) => `${cost < 0 ? '-' : '+'} ${Math.abs(cost)} ${name}`,
  );
  if (sold.length > 0) throw new Error('sales of owned parts are not modelled here');
  // Score columns over classes of parts that the frame model cannot tell apart.
  const classOf = (element: Element): string => {
    const { part } = element;
    if (!part) return 'none';
    if (part.slot === 'memory')
      return [
        part.type,
        part.sticks,
        part.gbPerStick,
        part.ratedMts,
        part.ratedCl,
        part.baseMts,
        part.baseCl,
      ].join('|');
    if (part.slot === 'board')
      return [
        part.memoryType,
        part.memoryMaxMts,
        part.memoryProfile,
        part.cardSlot?.generation,
        part.cardSlot?.lanes,
      ].join('|');
    if (part.slot === 'card')
      return [
        catalogue.frameModel.cards.find((rate) => rate.part === part.id)?.rateLn,
        part.videoMemoryGb,
        part.pcieGeneration,
        part.pcieLanes,
      ].join('|');
    return part.id;
  };
  const groups = (slot: Slot) => {
    const map = new Map<string, Element[]>();
    for (const element of of(slot))
      map.set(classOf(element), [...(map.get(classOf(element)) ?? []), element]);
    return [...map.values()];
  };
  const [processors, boards, kits, cards] = [
    groups('processor'),
    groups('board'),
    groups('memory'),
    groups('card'),
  ];
  const columns: { name: string; score: number; keys: readonly Element[][] }[] = [];
  const pairOk = (a: Slot, first: readonly Element[], b: Slot, second: readonly Element[]) =>
    first.some((x) =>
      second.some((y) => firstBarrier({ ...one(a, x.part), ...one(b, y.part) }, context, false) === null),
    );
  for (const p of processors)
    for (const b of boards) {
      if (!pairOk('processor', p, 'board', b)) continue;
      for (const k of kits) {
        if (!pairOk('board', b, 'memory', k) || !pairOk('processor', p, 'memory', k)) continue;
        for (const g of cards) {
          const value = score({
            processor: p[0].part as never,
            board: b[0].part as Board,
            memory: k[0].part as Memory,
            card: g[0].part as Card | null,
          }); // each from its own slot's group
          if (value !== null) columns.push({ name: `z${columns.length}`, score: value, keys: [p, b, k, g] });
        }
      }
    }
  const byGroup = new Map<readonly Element[], string[]>();
  for (const column of columns)
    for (const key of column.keys) {
      const list = byGroup.get(key);
      if (list) list.push(column.name);
      else byGroup.set(key, [column.name]);
    }
  for (const group of [...processors, ...boards, ...kits, ...cards]) {
    const names = byGroup.get(group) ?? [];
    rows.push(
      `${sum(group.map((each) => each.name))}${names.length > 0 ? ` - ${names.join(' - ')}` : ''} = 0`,
    );
  }
  const scoreTerms = columns.map((column) => `+ ${column.score} ${column.name}`);
  const wrap = (terms: readonly string[]) =>
    terms.reduce((text, term, n) => text + (n % 8 === 0 ? '\n ' : ' ') + term, '');
  const fold = (row: string) => row.replace(/((?:\S+ ){40})/g, '$1\n ');

  return {
    columns: columns.length,
    text: (objective, budget, leastScore) => {
      const own = [...rows];
      if (budget !== null) own.push(`${costTerms.join(' ')} <= ${budget}`);
      if (leastScore !== null) own.push(`${scoreTerms.join(' ')} >= ${leastScore - 0.5}`);
      return [
        objective === 'score' ? 'Maximize' : 'Minimize',
        ` obj:${wrap(objective === 'score' ? scoreTerms : costTerms)}`,
        'Subject To',
        ...own.map((row, n) => ` c${n}: ${fold(row)}`),
        'Bounds',
        ...columns.map((column) => ` 0 <= ${column.name} <= 1`),
        ...deals.continuous.map((name) => ` 0 <= ${name}`),
        'Binary',
        wrap(binaries),
        'End',
      ].join('\n');
    },
  };
}

export interface MilpAnswer {
  readonly status: string;
  readonly value: number;
  readonly ms: number;
}

/** Solves a programme to proved optimality. */
export async function solveMilp(text: string): Promise<MilpAnswer> {
  const solver = await highs();
  const start = performance.now();
  const result = solver.solve(text, {
    mip_rel_gap: 0,
    mip_abs_gap: 0,
    mip_feasibility_tolerance: 1e-9,
    primal_feasibility_tolerance: 1e-9,
    output_flag: false,
  });
  return { status: result.Status, value: result.ObjectiveValue, ms: performance.now() - start };
}
