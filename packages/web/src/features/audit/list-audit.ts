import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import { refDebounced } from '@vueuse/core';
import { versionSchema, type Version, type Workspace } from '@ripe-pick/contract';
import {
  addUp,
  doubtKey,
  foundPrices,
  isSure,
  partMatcher,
  readList,
  type ListLine,
  type ListRead,
} from '@ripe-pick/core/audit';
import { foundOfferId } from '@ripe-pick/core/buying';
import { slotsFor, type Pick, type Picks, type Slot } from '@ripe-pick/core/parts';
import type { ListReader } from '../../workers/list.worker.ts';
import { failureText } from '../../shared/api/client.ts';
import { WalledWorker } from '../../shared/stores/walled-worker.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useDraft } from '../../shared/ui/draft.ts';

export const LONGEST = 200_000;
/** A build has a dozen parts; of a longer list the sums are checked, and so many parts matched and shown. */
export const MOST_ROWS = 60;
export const nameKey = (name: string): string => name.toLowerCase().trim();

/** A line of the list with the part that it was matched to, and the slot that it has there; null: none. */
export interface AuditRow {
  readonly line: ListLine;
  readonly found: readonly { readonly part: string; readonly fit: number }[];
  readonly part: string | null;
  /** Where its pieces go: none where it is not matched or has no place. */
  readonly slots: readonly Slot[];
}

/** Reads what was typed in a worker, so that the page never stands still; the last that was typed counts. */
function useReader(
  text: Readonly<Ref<string | null | undefined>>,
  currency: Ref<string>,
  answers: Ref<ReadonlyMap<string, number>>,
) {
  const worker = new WalledWorker<ListReader>(
    () => new Worker(new URL('../../workers/list.worker.ts', import.meta.url), { type: 'module' }),
  );
  onScopeDispose(() => worker.stop());
  const list = shallowRef<ListRead>(readList('', currency.value));
  const isReading = ref(false);
  const failure = ref<string | null>(null);
  let ticket = 0;
  watch(
    [text, currency, answers],
    async () => {
      const own = ++ticket;
      isReading.value = true;
      try {
        const asked = [(text.value ?? '').slice(0, LONGEST), currency.value, answers.value] as const;
        const read = await worker.read((reader) => reader.read(...asked));
        if (own !== ticket) return;
        list.value = read;
        failure.value = null;
      } catch (error) {
        if (own === ticket) failure.value = failureText(error, 'The list could not be read.');
      }
      if (own === ticket) isReading.value = false;
    },
    { immediate: true },
  );
  return { list, isReading, failure };
}

/** The list as it was read and added up, with the answers that were given. */
function useReading() {
  const bench = useBench();
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  /** Kept as it is typed, with what was answered, over a reload too. */
  const text = useDraft<string>('ripe-pick-audit-text', '');
  const answers = useDraft<Record<string, number>>('ripe-pick-audit-answers', {});
  const settled = refDebounced(text, 200);
  const given = computed(() => new Map(Object.entries(answers.value)));
  const currency = computed(() => workspace.brief.money.currency);
  const reader = useReader(settled, currency, given);
  const { list, failure } = reader;
  /** What stands there is not read yet: what is shown is of the text before. */
  const isReading = computed(() => reader.isReading.value || (text.value ?? '') !== (settled.value ?? ''));
  const audit = computed(() =>
    addUp(
      list.value,
      {
        currency: currency.value,
        limitMinor: bench.limit,
        claimHabits: workspace.brief.money.claimHabits,
        rates: catalogueStore.stored?.currencyRates ?? [],
      },
      given.value,
    ),
  );
  /** The user may say that a line is none of the list. */
  const isLeftOut = (raw: string) => answers.value[doubtKey({ raw, what: 'unclear' })] === 0;
  return { text, answers, settled, list, isReading, failure, audit, isLeftOut };
}

/** Its parts, and what they are here. */
function useMatching(list: Ref<ReturnType<typeof readList>>, isLeftOut: (raw: string) => boolean) {
  const catalogueStore = useCatalogue();
  const names = useNames();
  const matched = useDraft<Record<string, string>>('ripe-pick-audit-matches', {});
  const matcher = computed(() => partMatcher(catalogueStore.parts));
  const partLines = computed(() => list.value.lines.filter((line) => line.kind === 'part'));
  const rows = computed<readonly AuditRow[]>(() => {
    const taken = new Set<Slot>();
    return partLines.value.slice(0, MOST_ROWS).map((line) => {
      const found = matcher.value(line.name, line.slotWord);
      const chosen = matched.value[nameKey(line.name)];
      const id = chosen === '' ? null : (chosen ?? (isSure(found) ? found[0].part : null));
      const part = id === null ? undefined : names.parts.get(id);
      const free = part && !isLeftOut(line.raw) ? slotsFor(part.kind).filter((each) => !taken.has(each)) : [];
      const slots = free.slice(0, line.quantity);
      for (const slot of slots) taken.add(slot);
      return { line, found, part: part?.id ?? null, slots };
    });
  });
  /** Lines that no candidate can hold, with why. */
  const left = computed(() => {
    const more = partLines.value.length - rows.value.length;
    const without = rows.value.flatMap(({ line, part, slots }) => {
      if (isLeftOut(line.raw)) return [];
      if (slots.length === 0)
        return [`${line.name} (${part ? 'its slot is taken by another line' : 'not matched'})`];
      const kind = names.parts.get(part ?? '')?.kind;
      const over = line.quantity - slots.length;
      return over > 0 && kind && slotsFor(kind).length > 1
        ? [`${over} more of ${line.name} (no slot is left)`]
        : [];
    });
    return more > 0 ? [...without, `${more} more lines`] : without;
  });
  return { matched, partLines, rows, left };
}

/** A list found elsewhere: read, added up, matched, and made a candidate at its own prices. */
export function useListAudit() {
  const reading = useReading();
  const matching = useMatching(reading.list, reading.isLeftOut);
  const names = useNames();
  const buying = useBuying();
  const choose = useChoose();

  /** The list with its prices, to be kept; null while something is asked. */
  function versionOf(name: string, on: string): Version | null {
    const { totals, booked } = reading.audit.value;
    if (!totals) return null;
    const placed = matching.rows.value.flatMap(({ line, part, slots }) =>
      slots.flatMap((slot) => (part ? [{ line, part, slot }] : [])),
    );
    const { lines, chargesMinor } = foundPrices(booked, placed);
    const id = `found-${crypto.randomUUID().slice(0, 8)}`;
    return {
      id,
      kind: 'found',
      name,
      on,
      currency: reading.list.value.currency,
      dueNowMinor: totals.dueNow,
      expectedMinor: totals.expected,
      afterMinor: totals.after,
      score: null,
      lines: lines.map(({ slot, part, priceMinor }) => ({
        slot,
        part,
        name: names.part(part).slice(0, 420),
        offer: foundOfferId(id, slot),
        shop: (placed.find((each) => each.slot === slot)?.line.shop ?? '').slice(0, 200),
        priceMinor,
      })),
      found: {
        chargesMinor,
        backs: lines.flatMap(({ slot, backs }) => backs.map((back) => ({ slot, ...back }))),
      },
      incidents: [],
      note: reading.text.value.slice(0, 5000),
    };
  }
  return {
    ...reading,
    ...matching,
    /** A candidate at the list's own prices; the list is kept with it, to be priced anew later. Else a string: why not. */
    makeCandidate(name: string, on: string): string | null {
      const kept = versionSchema.safeParse(versionOf(name.slice(0, 200), on));
      if (!kept.success) return 'Its figures are too large to be kept. Look at the prices that were read.';
      if (buying.isFull('versions')) return 'No more versions can be kept: remove one under Shopping day.';
      const version = kept.data;
      const picks: Partial<Record<Slot, Pick>> = {};
      for (const line of version.lines) picks[line.slot] = { part: line.part, offer: line.offer };
      const also = (state: Workspace) => ({ ...state, versions: [...state.versions, version] });
      const why = `a list found elsewhere, at its prices of ${on}`;
      choose.keep(name, why, picks as Picks, { like: null, also });
      return null;
    },
  };
}
