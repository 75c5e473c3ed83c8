import { conditionsOf, differencesIn, type ConditionDifference } from '@ripe-pick/core/frames';
import type { Brief, PartSet } from '@ripe-pick/core/parts';

const WORDS: Readonly<Record<ConditionDifference['condition'], string>> = {
  memory: 'how the memory runs',
  presets: 'presets',
  resolution: 'resolution',
  renderScale: 'upscaling',
  background: 'what runs beside',
  jobs: 'side jobs',
  low: 'what 1 % low means',
  generatedFrames: 'generated frames',
  clocks: 'clocks',
};

/** Differences in the conditions of rates that stand side by side, one sentence each. */
export function unlikeWords(differences: readonly ConditionDifference[], names: readonly string[]): string[] {
  return differences.map(
    ({ condition, values }) =>
      `${WORDS[condition]}: ${values.map((value, n) => `${names[n]} ${value}`).join(', ')}`,
  );
}

/** The same for sets of parts under one brief. */
export function unlikeSets(brief: Brief, sets: readonly PartSet[], names: readonly string[]): string[] {
  return unlikeWords(differencesIn(sets.map((set) => conditionsOf(brief, set))), names);
}
