import { meansOf, type Means } from '../stats/index.ts';
import { groupKey, type BenchRun, type RunGroup } from './own-records.ts';

interface MeasuredScene {
  readonly game: string;
  readonly preset: string;
  readonly measured: number;
  /** What the model expects there; null: not known. */
  readonly expected: number | null;
}
/** Scenes that one machine was measured in under the same conditions, and the means of their averages. */
export interface MeasuredMeans {
  readonly key: string;
  /** A pass of them: they share all its conditions but game and preset. */
  readonly like: BenchRun;
  readonly scenes: readonly MeasuredScene[];
  readonly measured: Means;
  /** Over the same scenes; null where one of them has no expectation. */
  readonly expected: Means | null;
  /** Whether games were measured at unlike presets: then the means hold for this mixture alone. */
  readonly isMixed: boolean;
}

type ComparedGroup = RunGroup & { readonly expected: { readonly fps: number } | null };

/** Means over what was measured. Scenes of another size, state, tool or load stand in sets of their own; a single scene has no mean. */
export function measuredMeans(groups: readonly ComparedGroup[]): readonly MeasuredMeans[] {
  const sets = new Map<string, { like: BenchRun; scenes: MeasuredScene[] }>();
  for (const { runs, summary, expected } of groups) {
    if (!summary) continue;
    const [{ game, preset }] = runs;
    const key = groupKey({ ...runs[0], game: '', preset: 'low' });
    const scene = { game, preset, measured: summary.average, expected: expected?.fps ?? null };
    const set = sets.get(key);
    if (set) set.scenes.push(scene);
    else sets.set(key, { like: runs[0], scenes: [scene] });
  }
  return [...sets].flatMap(([key, { like, scenes }]) => {
    const measured = meansOf(scenes.map((scene) => scene.measured));
    if (!measured || scenes.length < 2) return [];
    const known = scenes.flatMap((scene) => scene.expected ?? []);
    const expected = known.length === scenes.length ? meansOf(known) : null;
    return {
      key,
      like,
      scenes,
      measured,
      expected,
      isMixed: new Set(scenes.map(({ preset }) => preset)).size > 1,
    };
  });
}
