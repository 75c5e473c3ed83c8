import { explainInfeasible, prepare, type Answer, type DistinctBy, type Prepared, type Progress, type Relaxation, type Search, type SearchResult } from '@ripe-pick/core/optimise'; // prettier-ignore
import type { Brief, Catalogue } from '@ripe-pick/core/parts';
import { expose } from 'comlink';

/** How long the worker computes before it looks for a cancel, in ms. */
const SLICE_MS = 12;

let catalogue: Catalogue | null = null;
let cached: { key: string; prepared: Prepared } | null = null;
let current = 0;

/** The budget is not part of the preparation: sliding it costs a warm search. */
function preparedFor(brief: Brief): Prepared {
  if (!catalogue) throw new Error('solver: no catalogue was loaded; this is our bug');
  const key = JSON.stringify({ ...brief, name: '', money: { currency: brief.money.currency } });
  if (cached?.key !== key) cached = { key, prepared: prepare(catalogue, brief) };
  return cached.prepared;
}

const pause = () =>
  new Promise<void>((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

async function drive(
  search: Search,
  ticket: number,
  report: ((progress: Progress) => void) | null,
): Promise<SearchResult> {
  let sliceEnd = performance.now() + SLICE_MS;
  let step = search.next(false);
  while (!step.done) {
    if (performance.now() > sliceEnd) {
      report?.(step.value);
      await pause();
      sliceEnd = performance.now() + SLICE_MS;
    }
    step = search.next(ticket !== current);
  }
  return step.value;
}

export interface Solved extends SearchResult {
  /** Preparation and search, in ms. */
  readonly ms: number;
}

const solver = {
  load(next: Catalogue): void {
    catalogue = next;
    cached = null;
  },
  /** Stops whatever runs; it ends with what it has proved so far. */
  cancel(): void {
    current++;
  },
  async best(brief: Brief, report: ((progress: Progress) => void) | null): Promise<Solved> {
    const ticket = ++current;
    const start = performance.now();
    const result = await drive(
      preparedFor(brief).solve(brief.money.budgetMinor + brief.money.slackMinor),
      ticket,
      report,
    );
    return { ...result, ms: performance.now() - start };
  },
  async runnersUp(
    brief: Brief,
    k: number,
    by: DistinctBy,
    report: ((progress: Progress) => void) | null,
  ): Promise<Solved> {
    const ticket = ++current;
    const start = performance.now();
    const result = await drive(
      preparedFor(brief).topK(brief.money.budgetMinor + brief.money.slackMinor, k, by),
      ticket,
      report,
    );
    return { ...result, ms: performance.now() - start };
  },
  cheapest(brief: Brief): Answer | null {
    return preparedFor(brief).cheapest();
  },
  explain(brief: Brief): Relaxation[] {
    return catalogue ? explainInfeasible(catalogue, brief) : [];
  },
};

export type Solver = typeof solver;
expose(solver);
