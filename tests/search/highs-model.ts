import { firstBarrier, ruleContext } from '@ripe-pick/core/compatibility';
import { scorerFor } from '@ripe-pick/core/frames';
import { priceIndexOf, usableOffers } from '@ripe-pick/core/money';
import {
  SLOTS,
  type Motherboard,
  type Brief,
  type Gpu,
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

interface MilpModel {
  /** LP text up to the objective's direction; `objective` and `extra` complete it. */
  readonly text: (objective: 'score' | 'cost', budget: number | null, leastScore: number | null) => string;
  readonly columns: number;
}

let loaded: Promise<Highs> | null = null;
function highs(): Promise<Highs> {
  loaded ??= highsLoader();
  return loaded;
}

const TYPICAL = { motherboard: 30, stick: 3, drive: 6, coolerFan: 3, caseFan: 2, network: 2 }; // common practice, no source

function draw(part: Part | null): number {
  if (!part) return 0;
  switch (part.kind) {
    case 'cpu':
      return 10 * (part.packagePowerWatts ?? NaN);
    case 'gpu':
      return 10 * (part.boardPowerWatts ?? NaN);
    case 'motherboard':
      return 10 * (part.watts ?? TYPICAL.motherboard);
    case 'memory':
      return 10 * (part.modules ?? 2) * TYPICAL.stick;
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

/** Slots that nothing fills here: the markets lock none of them. */
const isAdded = (slot: Slot): boolean => slot === 'tertiaryStorage' || slot.startsWith('extras');

/** Builds the programme for a brief. Gaps in sheets are not allowed here: the brief must not allow them either. */
export function milpOf(catalogue: Catalogue, brief: Brief): MilpModel {
  const market = priceIndexOf(catalogue, brief);
  const context = ruleContext(brief, market.parts);
  const kind0 = brief.needs.psuRule.kind;
  const score = scorerFor(brief, catalogue.frameModel);
  const rated = new Set(
    [...catalogue.frameModel.cpus, ...catalogue.frameModel.gpus].map((rate) => rate.part),
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
        : slot === 'os'
          ? brief.needs.osLicence
          : !isAdded(slot) && slot !== 'secondaryStorage';
    const list: Element[] = [];
    const optional =
      isAdded(slot) || ['gpu', 'storage', 'secondaryStorage', 'cooler', 'network', 'os'].includes(slot);
    if (optional && (!lock || lock.part === null) && alone(slot, null))
      list.push({ name: `n_${slot}`, slot, part: null, deciwatts: 0 });
    if (wanted && lock?.part !== null) {
      for (const part of catalogue.parts) {
        if (
          part.kind !== slot ||
          (lock && lock.part !== part.id) ||
          !alone(slot, part) ||
          Number.isNaN(draw(part))
        )
          continue;
        if ((slot === 'cpu' || slot === 'gpu') && !rated.has(part.id)) continue;
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
      const psuShort = (second: Element) => {
        const gpu = a === 'gpu' ? (first.part as Gpu | null) : null;
        const brand =
          gpu && (kind0 === 'maker' || kind0 === 'larger') ? (gpu.recommendedPsuWatts ?? Infinity) : 0;
        return (
          b === 'psu' && a === 'gpu' && second.part?.kind === 'psu' && (second.part.ratedWatts ?? 0) < brand
        );
      };
      const all = new Set([...bad, ...of(b).filter(psuShort)]);
      if (all.size > 0) rows.push(`${first.name} + ${sum([...all].map((each) => each.name))} <= 1`);
    }
  // Rules that speak only when a slot is empty, or also read whether there is a card.
  const noCooler = nothing('cooler');
  const noGpu = nothing('gpu');
  for (const cpu of of('cpu')) {
    const bad = (slot: Slot, empty: PartSet) =>
      of(slot).filter(
        (each) =>
          firstBarrier({ ...one('cpu', cpu.part), ...empty, ...one(slot, each.part) }, context, false) !==
          null,
      );
    if (noCooler)
      for (const each of bad('case', { cooler: null }))
        rows.push(`${cpu.name} + ${each.name} + ${noCooler.name} <= 2`);
    if (noGpu)
      for (const each of bad('motherboard', { gpu: null }))
        rows.push(`${cpu.name} + ${each.name} + ${noGpu.name} <= 2`);
  }
  const someGpu = of('gpu').find((each) => each.part);
  for (const motherboard of of('motherboard'))
    for (const adapter of of('network')) {
      const set = { ...one('motherboard', motherboard.part), ...one('network', adapter.part) };
      const withGpu = someGpu
        ? firstBarrier({ ...set, gpu: someGpu.part as Gpu }, context, false)?.id === 'network-place'
        : false;
      if (withGpu)
        rows.push(
          noGpu
            ? `${motherboard.name} + ${adapter.name} - ${noGpu.name} <= 1`
            : `${motherboard.name} + ${adapter.name} <= 1`,
        );
      if (noGpu && firstBarrier({ ...set, gpu: null }, context, false)?.id === 'network-place')
        rows.push(`${motherboard.name} + ${adapter.name} + ${noGpu.name} <= 2`);
    }
  // Watts: rated against load by the rule.
  const { kind, factor } = brief.needs.psuRule;
  const times = kind === 'half' ? 2 : kind === 'maker' ? 1 : factor;
  const owned = context.ownedDrives.reduce((total, drive) => total + 10 * (drive.watts ?? TYPICAL.drive), 0);
  const load = SLOTS.flatMap((slot) => of(slot))
    .filter((each) => each.deciwatts > 0)
    .map((each) => `- ${(times * each.deciwatts).toFixed(4)} ${each.name}`);
  const psus = of('psu').map(
    (each) => `+ ${10 * (each.part?.kind === 'psu' ? (each.part.ratedWatts ?? 0) : 0)} ${each.name}`,
  );
  rows.push(`${psus.join(' ')} ${load.join(' ')} >= ${(times * owned).toFixed(4)}`);
  // Offers, orders and deals.
  const sold = brief.money.countSales ? brief.ownedParts.filter((each) => each.sell) : [];
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
    if (part.kind === 'memory')
      return [
        part.type,
        part.modules,
        part.gbPerModule,
        part.ratedMts,
        part.ratedCl,
        part.jedecMts,
        part.jedecCl,
      ].join('|');
    if (part.kind === 'motherboard')
      return [
        part.memoryType,
        part.memoryMaxMts,
        part.memoryProfile,
        part.pcieSlot?.generation,
        part.pcieSlot?.lanes,
      ].join('|');
    if (part.kind === 'gpu')
      return [
        catalogue.frameModel.gpus.find((rate) => rate.part === part.id)?.rateLn,
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
  const [cpus, motherboards, kits, gpus] = [
    groups('cpu'),
    groups('motherboard'),
    groups('memory'),
    groups('gpu'),
  ];
  const columns: { name: string; score: number; keys: readonly Element[][] }[] = [];
  const pairOk = (a: Slot, first: readonly Element[], b: Slot, second: readonly Element[]) =>
    first.some((x) =>
      second.some((y) => firstBarrier({ ...one(a, x.part), ...one(b, y.part) }, context, false) === null),
    );
  for (const p of cpus)
    for (const b of motherboards) {
      if (!pairOk('cpu', p, 'motherboard', b)) continue;
      for (const k of kits) {
        if (!pairOk('motherboard', b, 'memory', k) || !pairOk('cpu', p, 'memory', k)) continue;
        for (const g of gpus) {
          const value = score({
            cpu: p[0].part as never,
            motherboard: b[0].part as Motherboard,
            memory: k[0].part as Memory,
            gpu: g[0].part as Gpu | null,
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
  for (const group of [...cpus, ...motherboards, ...kits, ...gpus]) {
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

interface MilpAnswer {
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
