import type { Case, Gpu, Psu } from '../parts/index.ts';
import { bitsKey, hasBit, members, type Bits } from './bits.ts';
import { wattsFor } from './cheapest-fit.ts';
import { AT, type Element } from './domains.ts';
import { ANY_OUTLINE, FORMS, leastPrice, OUTLINES, type CostTask } from './platform-side.ts';

/** Processors that the case's side cannot tell apart: what cools them, and what they draw. */
interface CpuKind {
  readonly coolers: Bits;
  readonly emptyCoolerCases: Bits;
  readonly deciwatts: number;
}

/** The kinds, and the kind of each processor. */
function cpuKindsOf({ domains, compatibility }: CostTask) {
  const kinds: CpuKind[] = [];
  const known = new Map<string, number>();
  const kindOf = domains.cpus.map(({ deciwatts }, cpu) => {
    const links = compatibility.linksOf(cpu);
    const coolers = links.allowed[AT.cooler];
    const emptyCoolerCases = links.withoutCooler[AT.case];
    const key = `${bitsKey(coolers)}/${bitsKey(emptyCoolerCases)}/${deciwatts}`;
    const kind = known.get(key) ?? kinds.push({ coolers, emptyCoolerCases, deciwatts }) - 1;
    known.set(key, kind);
    return kind;
  });
  return { kinds, kindOf };
}

interface PricedPsu {
  readonly j: number;
  readonly price: number;
  /** NaN when not stated: never too little. */
  readonly rated: number;
}

const psusByPrice = ({ domains }: CostTask): PricedPsu[] =>
  domains.rest[AT.psu]
    .map(({ part, price }, j) => ({ j, price, rated: (part as Psu).ratedWatts ?? NaN })) // the supplies' own domain
    .sort((a, b) => a.price - b.price || a.j - b.j);

const needOf = ({ rules, allowUnknown }: CostTask, draw: number, gpu: Element) =>
  wattsFor(draw + gpu.deciwatts, gpu.part as Gpu | null, rules, allowUnknown); // the cards' own domain

/** The cheapest cooler, or none, that a kind of processor takes in a case. */
function coolerPrice({ domains, compatibility }: CostTask, kind: CpuKind, c: number): number {
  const row = compatibility.row(AT.case, c, AT.cooler, true);
  let least = Infinity;
  for (const j of members(kind.coolers)) {
    const { price, part } = domains.rest[AT.cooler][j];
    if (price >= least || (row && !hasBit(row, j))) continue;
    if (part !== null || hasBit(kind.emptyCoolerCases, c)) least = price;
  }
  return least;
}

/** The cheapest card of a class with a supply that feeds it, in a case. */
function gpuWithPsu(task: CostTask, psus: readonly PricedPsu[], kind: CpuKind, gpus: number[], c: number) {
  const { domains, compatibility } = task;
  const gpuRow = compatibility.row(AT.case, c, AT.gpu, true);
  const psuRow = compatibility.row(AT.case, c, AT.psu, true);
  let least = Infinity;
  for (const j of gpus) {
    if (gpuRow && !hasBit(gpuRow, j)) continue;
    const gpu = domains.rest[AT.gpu][j];
    const needed = needOf(task, kind.deciwatts, gpu);
    const leads = compatibility.row(AT.gpu, j, AT.psu, true);
    for (const psu of psus) {
      if (gpu.price + psu.price >= least) break;
      if (psu.rated < needed || (psuRow && !hasBit(psuRow, psu.j))) continue;
      if (leads && !hasBit(leads, psu.j)) continue;
      least = gpu.price + psu.price;
      break;
    }
  }
  return least;
}

/** By processor and card class: the least that case, cooler, card and supply cost, by outline; worked out when asked. */
export function caseSides(task: CostTask): (cpu: number, gpuClass: number) => Float64Array {
  const { gpuClasses } = task;
  const cases = task.domains.rest[AT.case];
  const { kinds, kindOf } = cpuKindsOf(task);
  const psus = psusByPrice(task);
  const coolers = kinds.map((kind) => cases.map((_, c) => coolerPrice(task, kind, c)));
  const takes = cases.map(({ part }) => {
    const forms = (part as Case | null)?.motherboardFormFactors ?? null; // the cases' own domain
    return OUTLINES.map((form) => forms === null || forms.includes(form));
  });
  const known = new Map<number, Float64Array>();
  return (cpu, g) => {
    const kind = kindOf[cpu];
    const key = kind * gpuClasses.length + g;
    let side = known.get(key);
    if (side) return side;
    side = new Float64Array(FORMS).fill(Infinity);
    known.set(key, side);
    const gpus = members(gpuClasses[g].members);
    for (const [c, { price }] of cases.entries()) {
      const bare = price + coolers[kind][c];
      if (bare === Infinity) continue;
      const total = bare + gpuWithPsu(task, psus, kinds[kind], gpus, c);
      for (let f = 0; f < OUTLINES.length; f++) if (takes[c][f]) side[f] = Math.min(side[f], total);
      side[ANY_OUTLINE] = Math.min(side[ANY_OUTLINE], total);
    }
    return side;
  };
}

/** By card class: the least that card, case and a supply cost beside the thriftiest processor. */
export function leastByGpu(task: CostTask): Float64Array {
  const { domains, gpuClasses } = task;
  const psus = psusByPrice(task);
  const thriftiest = Math.min(...domains.cpus.map(({ deciwatts }) => deciwatts));
  const cheapestCase = leastPrice(domains.rest[AT.case], null);
  return Float64Array.from(gpuClasses, ({ members: gpus }) => {
    const costs = members(gpus).map((j) => {
      const gpu = domains.rest[AT.gpu][j];
      const needed = needOf(task, thriftiest, gpu);
      return gpu.price + (psus.find(({ rated }) => !(rated < needed))?.price ?? Infinity);
    });
    return Math.min(...costs) + cheapestCase;
  });
}
