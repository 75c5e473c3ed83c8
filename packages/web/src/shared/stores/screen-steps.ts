import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useCatalogue } from './catalogue.ts';
import { useRecords } from './records.ts';
import { useWorkspace } from './workspace.ts';

/** Whose steps a screen takes back: those of brief and picks, of measurements, or of the catalogue. */
export type StepsOf = 'workspace' | 'records' | 'catalogue';

/** The steps of the screen that is open. */
export function useScreenSteps() {
  const route = useRoute();
  const stores = { workspace: useWorkspace(), records: useRecords(), catalogue: useCatalogue() };
  return computed(() => stores[(route.meta.steps as StepsOf | undefined) ?? 'workspace']); // as the router's table has it
}
