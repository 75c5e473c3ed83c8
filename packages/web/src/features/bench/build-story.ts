import type { BenchKept } from '@ripe-pick/contract';
import { settingsFor, toldCauses, type ToldCause } from '@ripe-pick/core/bring-up';
import { catalogueAsRun } from '@ripe-pick/core/frames';
import { partSetOf, type Catalogue, type Picks } from '@ripe-pick/core/parts';
import { isMachineOf, tunedPartsOf } from '@ripe-pick/core/tuning';
import { computed, type ComputedRef } from 'vue';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

const SHIPPED = { cpu: 'shipped', gpu: 'shipped' } as const;

/** What Build day and Tuning say of the machine on the test bench: of the candidate that is made of the same parts. */
export interface BuildStory {
  /** What its first start and its readings say about causes of a slow machine. */
  readonly told: readonly ToldCause[];
  /** The catalogue with its parts as they were tuned; null while nothing was. */
  readonly tuned: Catalogue | null;
}

export function useBuildStory(
  machine: ComputedRef<BenchKept['rigs'][number] | null>,
): ComputedRef<BuildStory> {
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  return computed(() => {
    const { catalogue } = catalogueStore;
    const rig = machine.value;
    const own = rig && workspace.candidates.findLast(({ picks }) => isMachineOf(picks as Picks, rig));
    if (!own || !catalogue) return { told: [], tuned: null };
    const picks = own.picks as Picks;
    const { set } = partSetOf(picks, new Map(catalogue.parts.map((part) => [part.id, part])));
    const start = workspace.assemblies.find(({ id }) => id === own.id)?.start;
    const tuned = tunedPartsOf(
      picks,
      workspace.tunings.filter(({ candidate }) => candidate === own.id),
    );
    const running = { tuned, owned: tuned.map(({ part }) => part), play: { clocks: SHIPPED } };
    return {
      told: start ? toldCauses(settingsFor(set, workspace.brief), start.settings, start.cured) : [],
      tuned: tuned.length > 0 ? catalogueAsRun(catalogue, running) : null,
    };
  });
}
