import { barriersOf } from '@ripe-pick/core/compatibility';
import { scorerFor } from '@ripe-pick/core/frames';
import {
  holdingOf,
  withChanges,
  worldIn,
  type Base,
  type PartChange,
  type GrowthWorld,
  type Holding,
} from '@ripe-pick/core/growth';
import type { Memory, Part, PartSet, Cpu } from '@ripe-pick/core/parts';

/*
 * Paths by definition: every build to start from, every change that the rules of the game allow at every stage, every set
 * of companions, nothing left out and nothing bounded. Shares with the search the lists of parts, the prices, the rule
 * engine and the frame model of a month; what a path is, what it costs and what it is worth is written here again.
 */

export interface BrutePath {
  readonly base: Base;
  readonly steps: readonly { readonly on: string; readonly changes: readonly PartChange[] }[];
  readonly value: number;
  readonly net: number;
}

const gb = (kit: Memory) => (kit.modules ?? 0) * (kit.gbPerModule ?? 0);

/** Everything that may be changed at a stage beside companions, as sets of changes. */
function coresAt(world: GrowthWorld, { set, kits }: Holding): PartChange[][] {
  const { lists, index, outlook } = world;
  const { cpu, motherboard, memory, gpu } = set;
  if (!cpu || !motherboard || !memory) return [];
  const rate = (part: Part) => (index.cpus.get(part.id) ?? index.gpus.get(part.id))?.rateLn ?? -Infinity;
  const gpus: PartChange[][] = [[]];
  for (const other of lists.gpus)
    if (
      !gpu ||
      (other.id !== gpu.id &&
        (rate(other) > rate(gpu) || (other.videoMemoryGb ?? 0) > (gpu.videoMemoryGb ?? 0)))
    )
      gpus.push([{ slot: 'gpu', part: other.id, beside: false }]);
  const platforms: PartChange[][] = [];
  const cpus: (Cpu | null)[] = [
    null,
    ...lists.cpus.filter((chip) => chip.id !== cpu.id && rate(chip) > rate(cpu)),
  ];
  for (const chip of cpus)
    for (const other of [null, ...lists.motherboards]) {
      const socket = (other ?? motherboard).socket;
      // A board comes with a processor for another socket, and only then.
      if (other && (!chip || chip.socket === motherboard.socket)) continue;
      if (other && other.socket !== chip?.socket) continue;
      if (!other && chip && chip.socket !== motherboard.socket) continue;
      const base: PartChange[] = [];
      if (chip) base.push({ slot: 'cpu', part: chip.id, beside: false });
      if (other) base.push({ slot: 'motherboard', part: other.id, beside: false });
      const type = (other ?? motherboard).memoryType;
      void socket;
      if (other && type !== memory.type) {
        for (const kit of lists.kits)
          if (kit.type === type) platforms.push([...base, { slot: 'memory', part: kit.id, beside: false }]);
        continue;
      }
      platforms.push(base);
      if (other) continue;
      if (kits.length === 1 && outlook.base(kits[0]) !== null)
        platforms.push([...base, { slot: 'memory', part: kits[0].id, beside: true }]);
      for (const kit of lists.kits)
        if (kit.type === type && gb(kit) > gb(memory))
          platforms.push([...base, { slot: 'memory', part: kit.id, beside: false }]);
    }
  return platforms.flatMap((platform) => gpus.map((change) => [...platform, ...change]));
}

/** All ways to make a holding pass every rule with the fewest changed companions; none when nothing does. */
function companionsAt(
  world: GrowthWorld,
  holding: Holding,
  canFlash: boolean,
  needs: GrowthWorld['context']['needs'],
): PartChange[][] {
  const { lists } = world;
  const context = {
    ...world.context,
    needs: canFlash ? { ...needs, borrowCpu: true } : needs,
    ownedDrives: [...world.context.ownedDrives, ...holding.drives],
  };
  const fits = (changes: readonly PartChange[]) => {
    const set: Record<string, unknown> = { ...holding.set };
    for (const { slot, part } of changes)
      set[slot] = part === null ? undefined : world.priceIndex.parts.get(part);
    return barriersOf(set as PartSet, context, world.brief.whereToBuy.allowUnknown).length === 0;
  };
  const options = [
    ['psu', lists.psus],
    ['cooler', lists.coolers],
    ['case', lists.cases],
  ] as const;
  let ways: { slot: 'psu' | 'cooler' | 'case'; part: string; beside: false }[][] = [[]];
  for (const [slot, list] of options)
    ways = ways.flatMap((way) => [
      way,
      ...list.flatMap((part) =>
        part.id === holding.set[slot]?.id ? [] : [[...way, { slot, part: part.id, beside: false as const }]],
      ),
    ]);
  // All with none changed, then all with one, and so on: the first count with which anything fits is the fewest.
  for (let fewest = 0; fewest <= options.length; fewest++) {
    const found = ways.filter((way) => way.length === fewest && fits(way));
    if (found.length > 0) return found;
  }
  return [];
}

/** What comes in after one day and by the end of another, from the brief alone: money counts by its date. */
function moneyBetween({ growth }: GrowthWorld['brief'], today: string, after: string, by: string): number {
  const isIn = (date: string) => date > after && date <= by;
  const sums = growth.sums.filter(({ on }) => isIn(on)).map(({ amountMinor }) => amountMinor);
  const screens = growth.wishes.flatMap((wish) =>
    wish.kind === 'screen' && isIn(wish.on) ? [-wish.costMinor] : [],
  );
  const savings = Array.from({ length: growth.horizonMonths }, (_, n) => {
    const due = new Date(`${today}T00:00:00Z`);
    const date = due.getUTCDate();
    due.setUTCMonth(due.getUTCMonth() + n + 1);
    // A day that the month does not have is its last one.
    if (due.getUTCDate() !== date) due.setUTCDate(0);
    return isIn(due.toISOString().slice(0, 10)) ? growth.monthlyMinor : 0;
  });
  return [...sums, ...screens, ...savings].reduce((sum, minor) => sum + minor, 0);
}

/** Every path from every build given, each with what it is worth and costs. */
export function everyPath(world: GrowthWorld, bases: readonly Base[]): BrutePath[] {
  const { stages, outlook, priceIndex, brief, catalogue } = world;
  const { growth } = brief;
  const { pays } = growth.resale;
  const months = Array.from({ length: growth.horizonMonths }, (_, month) => {
    const then = worldIn(brief, catalogue.frameModel, world.today, month);
    return {
      scorer: scorerFor(then.brief, then.model),
      weight: Math.round(1e6 * (1 + growth.discountYearly) ** (-(month + 0.5) / 12)),
    };
  });
  const weights = months.reduce((sum, month) => sum + month.weight, 0);
  const scores = new Map<string, (number | null)[]>();
  const scoreIn = ({ set }: Holding, month: number): number | null => {
    const key = [set.cpu, set.motherboard, set.memory, set.gpu].map((part) => part?.id).join('|');
    let row = scores.get(key);
    if (!row) scores.set(key, (row = []));
    return (row[month] ??= months[month].scorer(set));
  };
  const companions = new Map<string, PartChange[][]>();
  const out: BrutePath[] = [];
  for (const base of bases) {
    const start = holdingOf(base.picks, priceIndex.parts);
    const isLess = base.putsOff.gpu || base.putsOff.memory;
    const { needs } = world.context;
    const relaxed = {
      ...needs,
      memoryGb: base.putsOff.memory ? needs.memoryGb / 2 : needs.memoryGb,
      gpuRequired: base.putsOff.gpu ? false : needs.gpuRequired,
    };
    if (isLess) {
      const system = world.systemOf(start.set);
      if (stages.length === 0 || !system) continue;
      if (!world.years.averages(system, 0).every((fps) => fps >= growth.start.playableFps)) continue;
    }
    const go = (
      stage: number,
      holding: Holding,
      money: number,
      net: number,
      worth: number,
      steps: BrutePath['steps'],
    ) => {
      const from = stage === 0 ? 0 : stages[stage - 1].month;
      const to = stages[stage]?.month ?? growth.horizonMonths;
      let value = worth;
      for (let month = from; month < to; month++) {
        const score = scoreIn(holding, month);
        if (score === null) return;
        value += months[month].weight * score;
      }
      if (stage === stages.length) {
        out.push({ base, steps, value: Math.round(value / weights), net });
        return;
      }
      const isLast = stage === stages.length - 1;
      const { month, on } = stages[stage];
      const income = moneyBetween(brief, world.today, stages[stage - 1]?.on ?? world.today, on);
      for (const core of coresAt(world, holding)) {
        const canFlash = !core.some((change) => change.slot === 'motherboard');
        const withDrives = withWishedDrives(
          world,
          withChanges(holding, core, priceIndex.parts).holding,
          stages[stage],
          (held) => ways(held, canFlash, isLast ? needs : relaxed),
        );
        if (!withDrives) continue;
        for (const companion of ways(withDrives.holding, canFlash, isLast ? needs : relaxed)) {
          const changes = [...core, ...withDrives.changes, ...companion];
          const made = withChanges(holding, changes, priceIndex.parts);
          const paid = made.ins.reduce(
            (sum, { part }) => sum + (outlook.priceAt(part, month) ?? Infinity),
            0,
          );
          const back = made.outs.reduce((sum, { part }) => sum + outlook.resaleAt(part, month), 0);
          const left = money + income - paid + (pays ? back : 0);
          if (left >= 0)
            go(
              stage + 1,
              made.holding,
              left,
              net + paid - back,
              value,
              changes.length > 0 ? [...steps, { on, changes }] : steps,
            );
        }
      }
    };
    const ways = (holding: Holding, canFlash: boolean, asked: GrowthWorld['context']['needs']) => {
      const key = `${Object.values(holding.set)
        .map((part) => part?.id)
        .join(
          '|',
        )}|${holding.drives.map((drive) => drive.id).join()}|${canFlash}|${asked.memoryGb}|${asked.gpuRequired}`;
      let known = companions.get(key);
      if (!known) companions.set(key, (known = companionsAt(world, holding, canFlash, asked)));
      return known;
    };
    go(0, start, world.limit - base.cost, base.cost, 0, []);
  }
  return out;
}

/** The cheapest drive of its kind that can be made to fit, for every drive that a stage brings; null when none can. */
function withWishedDrives(
  world: GrowthWorld,
  holding: Holding,
  { wishes, month }: GrowthWorld['stages'][number],
  ways: (holding: Holding) => PartChange[][],
): { holding: Holding; changes: PartChange[] } | null {
  let held = holding;
  const changes: PartChange[] = [];
  const price = (part: Part) => world.outlook.priceAt(part, month) ?? Infinity;
  for (const wish of wishes) {
    if (wish.kind !== 'drive') continue;
    const fits = world.lists.drives
      .filter((drive) => (drive.gb ?? 0) >= wish.gb && (!wish.solidState || drive.solidState))
      .sort((a, b) => price(a) - price(b) || (a.id < b.id ? -1 : 1));
    const taken = fits.find(
      (drive) =>
        ways(
          withChanges(held, [{ slot: 'storage', part: drive.id, beside: true }], world.priceIndex.parts)
            .holding,
        ).length > 0,
    );
    if (!taken) return null;
    const change: PartChange = { slot: 'storage', part: taken.id, beside: true };
    changes.push(change);
    held = withChanges(held, [change], world.priceIndex.parts).holding;
  }
  return { holding: held, changes };
}
