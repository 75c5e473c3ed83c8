import { dayText } from '../../shared/format/format.ts';
import { useMessage } from 'naive-ui';
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { addMonths } from '@ripe-pick/core';
import type { Alternative, Path, PathStep } from '@ripe-pick/core/growth';
import type { ToldPath } from '../../workers/growth.worker.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useGrowth } from '../../shared/stores/growth.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { buildName, sameParts, type PartName } from './words.ts';

const byDay = (a: PathStep, b: PathStep) => a.on.localeCompare(b.on);

const FIRST_DAY = '1970-01-01';

/** The days that steps may lie on. */
function useDays() {
  const growth = useGrowth();
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  const today = computed(() => catalogueStore.catalogue?.today ?? FIRST_DAY);
  const lastDay = computed(() => addMonths(today.value, workspace.brief.growth.horizonMonths - 1));
  /** A day for another step: the first sum that nothing is done with yet, else half a year behind the last step. */
  const freeDay = computed(() => {
    const used = new Set(growth.path.steps.map((step) => step.on));
    const isFree = (on: string) => on > today.value && on <= lastDay.value && !used.has(on);
    const sum = workspace.brief.growth.sums.find(({ on }) => isFree(on));
    const next = addMonths(growth.path.steps.at(-1)?.on ?? today.value, 6);
    return sum?.on ?? (isFree(next) ? next : null);
  });
  return { today, lastDay, freeDay };
}

/** Changes of the steps of the path that is taken. */
function useStepEdits(evaluate: (path: Path) => Promise<void>) {
  const growth = useGrowth();
  const message = useMessage();
  /** The day whose step is being swapped for something else; null when none is. */
  const swapping: Ref<string | null> = ref(null);
  const moved = (from: string, to: string) =>
    growth.path.steps.map((step) => (step.on === from ? { ...step, on: to } : step)).sort(byDay);
  return {
    swapping,
    /** While a step is dragged its path is worked out at every day it passes; it is kept when it is let go. */
    drag: (from: string, to: string) => void evaluate({ picks: growth.path.picks, steps: moved(from, to) }),
    drop(from: string, to: string): void {
      const isTaken = to !== from && growth.path.steps.some((step) => step.on === to);
      if (isTaken)
        message.warning(
          `There is a step on ${dayText(to)} already. Leave one of them out, or pick another day.`,
        );
      if (to === from || isTaken) void evaluate(growth.path);
      else growth.editSteps(`move the step of ${from} to ${to}`, () => moved(from, to));
    },
    remove: (on: string) =>
      growth.editSteps(`leave the step of ${dayText(on)} out`, (steps) =>
        steps.filter((step) => step.on !== on),
      ),
    takeAlternative({ changes }: Alternative): void {
      const on = swapping.value;
      swapping.value = null;
      if (!on) return;
      const fresh = changes.length > 0 ? [{ on, changes }] : [];
      growth.editSteps(`change the step of ${on}`, (steps) =>
        [...steps.filter((step) => step.on !== on), ...fresh].sort(byDay),
      );
    },
  };
}

/** Looks for the best path from the build that is open. */
function useBestFromHere() {
  const growth = useGrowth();
  const message = useMessage();
  const isLooking = ref(false);
  async function bestFromHere(): Promise<void> {
    isLooking.value = true;
    try {
      const found = await growth.bestFrom(growth.path.picks);
      if (!found || found.steps.length === 0)
        message.info('No later step makes this build better with the money to come.');
      else growth.editSteps('take the best path from this build', () => found.steps);
    } catch (error) {
      message.error('It could not be worked out. Nothing was changed.');
      console.error(error);
    } finally {
      isLooking.value = false;
    }
  }
  return { isLooking, bestFromHere };
}

/** Everything that can be done to a path: taking one, and changing the one that is taken. Every change is a step to undo. */
export function usePath(
  shown: ComputedRef<ToldPath | null>,
  show: (at: 'mine') => void,
  evaluate: (path: Path) => Promise<void>,
  name: PartName,
) {
  const choose = useChoose();
  const growth = useGrowth();
  const workspace = useWorkspace();
  const message = useMessage();
  return {
    ...useDays(),
    ...useStepEdits(evaluate),
    ...useBestFromHere(),
    take(): void {
      const path = shown.value;
      if (!path) return;
      if (sameParts(path.picks, workspace.picks)) growth.editSteps('take a path', () => path.steps);
      else {
        const title = `Path: ${buildName(path.picks, name)}`.slice(0, 120);
        choose.keep(title, 'the start of a path', path.picks, { path: growth.stored(path.steps) });
      }
      show('mine');
      message.info('It is a candidate now: drag its steps, or change them below.', { duration: 2600 });
    },
    watchParts(): void {
      const count = shown.value ? growth.watchParts(shown.value.report.stages) : 0;
      message.info(`${count} targets are in Ripeness: each counts from its day on. Ctrl+Z takes them back.`);
    },
    toCalendar(): void {
      const count = shown.value ? growth.toCalendar(shown.value.report.stages) : 0;
      message.info(`${count} days are in the calendar of Ripeness, and in its file for other calendars.`);
    },
  };
}
