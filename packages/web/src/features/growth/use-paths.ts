import { computed } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import type { ToldPath } from '../../workers/growth.worker.ts';
import type { ListedPath } from './PathList.vue';
import type { useGrowthPage } from './use-growth.ts';
import { sameParts } from './words.ts';

/** The paths of a plan that stand side by side, and those that are drawn beside the one shown, with their names. */
export function usePaths({
  plan,
  which,
  pathAt,
}: Pick<ReturnType<typeof useGrowthPage>, 'plan' | 'which' | 'pathAt'>) {
  const workspace = useWorkspace();
  const isBestToday = computed(() => {
    const [best] = plan.value?.answers ?? [];
    return !!best && !!plan.value?.today && sameParts(best.picks, plan.value.today.picks);
  });
  const titleOf = (at: typeof which.value): string =>
    at === 'mine'
      ? workspace.active.name
      : at === 'today'
        ? 'Best of today, grown'
        : at === 'still'
          ? 'Best of today, left as it is'
          : at === 'paced'
            ? 'Starts with less'
            : at === 0
              ? 'Best path'
              : `Runner-up ${at}`;
  const listed = computed((): ListedPath[] => {
    const out: ListedPath[] = [];
    const add = (at: ListedPath['at']) => {
      const path = pathAt(at);
      if (path) out.push({ at, title: titleOf(at), path });
    };
    add(0);
    if (!isBestToday.value) add('today');
    add('still');
    add('mine');
    add('paced');
    for (let n = 1; n < (plan.value?.answers.length ?? 0); n++) add(n);
    return out;
  });
  const others = computed(() => {
    const out: { name: string; path: ToldPath; kind: 'against' | 'still' }[] = [];
    const add = (at: ListedPath['at'], kind: 'against' | 'still') => {
      const path = pathAt(at);
      if (path && at !== which.value && path.report.scores)
        out.push({ name: titleOf(at).toLowerCase(), path, kind });
    };
    if (which.value !== 0) add(0, 'against');
    else if (!isBestToday.value) add('today', 'against');
    add('still', 'still');
    return out;
  });
  return { isBestToday, titleOf, listed, others };
}
