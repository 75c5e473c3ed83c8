import { openSession } from '@ripe-pick/core/session';
import { summaryFor, type Summary } from '@ripe-pick/core/swaps';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { useCatalogue } from './catalogue.ts';
import { useWorkspace } from './workspace.ts';

/**
 * What the core says about the brief and the candidates at this moment. Everything here is quick enough for the main
 * thread (some milliseconds); searching is the worker's.
 */
export const useBench = defineStore('bench', () => {
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();

  /** The brief but for its name, which nothing is reckoned by: a letter in it changes no figure. */
  const matter = computed(() => JSON.stringify({ ...workspace.brief, name: '' }));
  const brief = computed(() => JSON.parse(matter.value) as Brief); // what was just written
  const session = computed(() =>
    catalogueStore.catalogue ? openSession(catalogueStore.catalogue, brief.value) : null,
  );
  /** The same with parts as shipped: for sheets, build days, and where a tuning begins. */
  const shipped = computed(() =>
    catalogueStore.catalogue && brief.value.tuned.length > 0
      ? openSession(catalogueStore.catalogue, { ...brief.value, tuned: [] })
      : session.value,
  );
  const evaluator = computed(() => (session.value ? summaryFor(session.value) : null));
  const index = computed(() => session.value?.priceIndex ?? null);
  // Candidates that did not change keep their summary.
  const known = new WeakMap<object, { by: unknown; summary: Summary }>();
  const summaries = computed(() => {
    const by = evaluator.value;
    const out = new Map<string, Summary>();
    if (!by) return out;
    for (const candidate of workspace.candidates) {
      const cached = known.get(candidate.picks);
      if (cached?.by === by) out.set(candidate.id, cached.summary);
      else {
        const fresh = by.summarise(candidate.picks as Picks);
        known.set(candidate.picks, { by, summary: fresh });
        out.set(candidate.id, fresh);
      }
    }
    return out;
  });
  const summary = computed(() => summaries.value.get(workspace.active.id) ?? null);
  const limit = computed(() => workspace.brief.money.budgetMinor + workspace.brief.money.allowedOverMinor);
  const currency = computed(() => workspace.brief.money.currency);
  return { session, shipped, index, summary, summaries, limit, currency };
});
