import { defineStore } from 'pinia';
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';

/** Something that can be done, as the palette and the list of shortcuts know it. */
export interface Command {
  readonly id: string;
  readonly title: string;
  /** Where it belongs, in a word: a screen's name, or "Candidates". */
  readonly group: string;
  /** Keys that do it, as they are shown. */
  readonly keys?: string;
  readonly run: () => void;
}

/** What can be done at this moment: the frame's commands, and those of the screen that is open. */
export const useCommands = defineStore('commands', () => {
  const sources = shallowRef<readonly (() => readonly Command[])[]>([]);
  const isPaletteOpen = ref(false);
  /** Whether its field is there to be typed in. */
  const isPaletteReady = ref(false);
  const isHelpOpen = ref(false);
  const isGuideOpen = ref(false);
  const isTourOpen = ref(false);
  const all = computed(() => sources.value.flatMap((source) => source()));
  function add(source: () => readonly Command[]): () => void {
    sources.value = [...sources.value, source];
    return () => (sources.value = sources.value.filter((each) => each !== source));
  }
  return { all, add, isPaletteOpen, isPaletteReady, isHelpOpen, isGuideOpen, isTourOpen };
});

/** Offers commands for as long as a component lives. */
export function offerCommands(source: () => readonly Command[]): void {
  const remove = useCommands().add(source);
  onBeforeUnmount(remove);
}
