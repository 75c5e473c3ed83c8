import { changeHeardSchema, EVENTS_PATH, type ChangeHeard } from '@ripe-pick/contract';
import { useDocumentVisibility, useEventSource, useThrottleFn } from '@vueuse/core';
import { ref, watch, type Ref } from 'vue';
import { pathHere } from '../api/place.ts';
import { useBriefs } from './briefs.ts';
import { useCatalogue } from './catalogue.ts';
import { useRecords } from './records.ts';
import { useWatch } from './watch.ts';
import { useWorkspace } from './workspace.ts';

/** What was heard; null for what nobody understands. */
function heard(data: string | null): ChangeHeard | null {
  try {
    return changeHeardSchema.parse(JSON.parse(data ?? ''));
  } catch {
    return null;
  }
}

/** The server may change something many times a second, while prices come in; what hangs on it takes the page some time. */
const REST_MS = 3000;
/** A line that is lost for so long is told. */
const AWAY_MS = 5000;

/**
 * Lets this window hear of what other windows and the server itself change, as long as it is open: each reads anew what it
 * has an older state of. A line that broke is opened again, and begins with the newest state.
 *
 * @returns since when the server does not answer (a moment in ms); null while it does
 */
export function useHearing(): Ref<number | null> {
  const [catalogue, records, briefs, watched, workspace] = [
    useCatalogue(),
    useRecords(),
    useBriefs(),
    useWatch(),
    useWorkspace(),
  ];
  const away = ref<number | null>(null);
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const { data, status, open, close } = useEventSource(pathHere(EVENTS_PATH), [], {
    autoReconnect: { delay: 3000 },
  });
  let last: ChangeHeard | null = null;
  function take(now: ChangeHeard): void {
    const isNewer = (area: keyof ChangeHeard['revisions']) =>
      last !== null && now.revisions[area] > last.revisions[area];
    void workspace.hear(now.saves);
    void catalogue.hear(now.revisions.catalogue);
    void records.hear(now.revisions);
    if (isNewer('briefs')) void briefs.load();
    if (isNewer('watch')) void watched.load();
    if (isNewer('sources')) void watched.hearSources();
    last = now;
  }
  // A browser has six lines to a server: tabs out of sight give theirs up, and learn what is new when they are looked at again.
  const visibility = useDocumentVisibility();
  watch(visibility, (now) => (now === 'visible' ? open() : close()));
  // A line that is opened anew is away for a moment: only what lasts is told, from the first failure on.
  watch([status, visibility], ([now, seen]) => {
    if (now === 'OPEN' || seen !== 'visible') {
      clearTimeout(waiting);
      [waiting, away.value] = [undefined, null];
    } else if (now === 'CLOSED' && waiting === undefined) {
      const lost = Date.now();
      waiting = setTimeout(() => (away.value = lost), AWAY_MS);
    }
  });
  // The first at once; of many in a row, one now and then, and the last.
  const taking = useThrottleFn(take, REST_MS, true, true);
  watch(data, (text) => {
    const now = heard(text);
    if (now) void taking(now);
  });
  return away;
}
